import { expect, test } from '@playwright/test';
import { execFile } from 'node:child_process';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { accessible } from './house.ts';
import { SAME_SITE } from './people.ts';

const root = join(import.meta.dirname, '..');
/** Each of the team has a week that waits. */
const WEEKS = 40;
/** Keys for a week that is read and answered without an order; what is typed into the answer is not counted. */
const MOST_KEYS = 6;

test(
  'forty weeks are read in the order of need and answered by keyboard alone, with at most six keys for each',
  { tag: '@desk' },
  async ({ page }) => {
    const { stdout } = await promisify(execFile)(
      process.execPath,
      [join(root, 'scripts/demo-team.mjs'), String(WEEKS), '14'],
      {
        cwd: root,
        env: { ...process.env, MAUL_HOME: process.env.MAUL_E2E_HOME ?? join(root, '.maul/e2e') },
        timeout: 120_000,
      },
    );
    const [, email = '', password = ''] = /signs in as (\S+) with "(.+)"/.exec(stdout) ?? [];
    const entered = await page.request.post('/api/session', {
      data: { email, password },
      headers: SAME_SITE,
    });
    expect(entered.ok()).toBe(true);
    await page.goto('/roster');
    await page.getByRole('link', { name: `Read ${WEEKS} weeks` }).click();
    const title = page.getByRole('heading', { level: 1 });
    const place = page.getByText(/^week \d+ of \d+ that wait$/);
    await expect(place).toHaveText(`week 1 of ${WEEKS} that wait`);
    await accessible(page);
    for (let left = WEEKS; left > 0; left -= 1) {
      await expect(place).toHaveText(`week 1 of ${left} that wait`);
      const mine = page.url();
      let keys = 0;
      const press = async (key: string): Promise<void> => {
        keys += 1;
        await page.keyboard.press(key);
      };
      if (left % 5 === 0) {
        await press('a');
        await page.keyboard.type('Well done; rest on Sunday.');
        await press('Control+Enter');
      } else {
        await press('c');
        await press('Enter');
      }
      expect(keys).toBeLessThanOrEqual(MOST_KEYS);
      // The next one is there, or after the last one the roster.
      await page.waitForURL((url) => url.href !== mine);
      await expect(title).toBeVisible();
    }
    await expect(page).toHaveURL(/\/roster$/);
    await expect(page.getByRole('link', { name: /^Read \d+ weeks$/ })).toHaveCount(0);
  },
);
