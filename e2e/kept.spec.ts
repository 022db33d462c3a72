import { expect, test } from '@playwright/test';
import { enterAs } from './house.ts';

test.use({ serviceWorkers: 'allow' });

test(
  'a dialog that was never opened opens with the network away',
  { tag: '@desk' },
  async ({ page, context }) => {
    await enterAs(page, 'Ilva Threst');
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    // The first visit is not in its hands yet; the next one is.
    await page.reload();
    await expect(page.getByText('The day lands on')).toBeVisible();
    await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller?.state)).toBe('activated');
    await context.setOffline(true);
    await page.getByRole('button', { name: 'More for this day' }).click();
    await page.getByRole('menuitem', { name: 'Pause the log' }).click();
    await expect(page.getByRole('dialog', { name: 'Pause the log' })).toBeVisible();
    await page.getByRole('button', { name: 'Leave it' }).click();
    await page.getByRole('button', { name: 'Add a meal' }).click();
    await expect(page.getByRole('dialog', { name: 'Add a meal' })).toBeVisible();
  },
);
