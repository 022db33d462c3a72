import { expect, test } from '@playwright/test';
import { enterAs, note } from './house.ts';
import { newAthlete } from './people.ts';

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

test(
  'a browser that shuts its store away says so, and what was noted is sent all the same',
  { tag: '@desk' },
  async ({ page, context }) => {
    await context.addInitScript(() =>
      Object.defineProperty(window, 'indexedDB', {
        get: () => {
          throw new DOMException('denied', 'SecurityError');
        },
      }),
    );
    await newAthlete(page, 'Private Window');
    await page.goto('/today');
    await expect(page.getByText('The day lands on')).toBeVisible();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await page.reload();
    await expect(page.getByText('The day lands on')).toBeVisible();
    await context.setOffline(true);
    await note(page, 'Behind a closed door');
    await expect(page.locator('.saving')).toContainText('it is full, or this window is private');
    // Left and opened again it knows nobody; the note is still there, and goes once the server answers.
    await page.reload();
    await expect(page.getByText('The server does not answer.')).toBeVisible();
    await context.setOffline(false);
    await expect(page.locator('.note').filter({ hasText: 'Behind a closed door' })).toHaveCount(1, {
      timeout: 30_000,
    });
    await expect(page.locator('.saving')).toHaveCount(0);
  },
);

test(
  'a store that the browser cleared fills again: nothing that was unsent on the page is lost, and it starts without a network',
  { tag: '@desk' },
  async ({ page, context }) => {
    await newAthlete(page, 'Cleared Store');
    await page.goto('/today');
    await expect(page.getByText('The day lands on')).toBeVisible();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await page.reload();
    await expect(page.getByText('The day lands on')).toBeVisible();
    await page.evaluate(async () => {
      localStorage.clear();
      for (const { name } of await indexedDB.databases())
        if (name !== undefined) indexedDB.deleteDatabase(name);
      for (const name of await caches.keys()) await caches.delete(name);
    });
    await note(page, 'After the clearing');
    await expect(page.locator('.saving')).toHaveCount(0);
    await page.reload();
    await expect
      .poll(
        () =>
          page.evaluate(
            async () => (await caches.match('/index.html', { ignoreSearch: true })) !== undefined,
          ),
        {
          timeout: 30_000,
        },
      )
      .toBe(true);
    await expect(page.locator('.note').filter({ hasText: 'After the clearing' })).toHaveCount(1);
    // What the page shows is on the device a moment later.
    await page.waitForTimeout(2000);
    await context.setOffline(true);
    await page.reload();
    await expect(page.locator('.note').filter({ hasText: 'After the clearing' })).toHaveCount(1);
  },
);
