import { expect, test, type BrowserContext, type Page } from '@playwright/test';
import { v7 as uuidv7 } from 'uuid';
import { accessible } from './house.ts';
import { newAthlete } from './people.ts';

test.use({ serviceWorkers: 'allow', permissions: ['notifications'] });

const MINUTE = 60_000;

/** A batch whose step ends after so many minutes from now; below zero, it has ended. */
const timed = async ({ put }: Awaited<ReturnType<typeof newAthlete>>, step: string, minutes: number) => {
  const id = uuidv7();
  const startedAt = new Date(Date.now() + (minutes - 60) * MINUTE).toISOString();
  const thing = {
    kind: 'batch', name: 'Fen stew', recipeId: null, recipeVersion: null, startedAt, method: 'stewed', parts: [], water: 0,
    steps: [{ id: uuidv7(), text: step, minutes: 60, celsius: null, startedAt, endedAt: null, didCelsius: null }],
    coreCelsius: null, cookedAt: null, coldAt: null, pots: [], poured: [], boxes: [], left: 0, leftStockId: null, waste: 0, loss: 0, done: false,
  }; // prettier-ignore
  await put(`kitchen-things/${id}`, { base: 0, thing, deleted: false });
  return id;
};

const bar = (page: Page) => page.getByRole('status', { name: 'Due now' });
const worker = (page: Page) =>
  page.waitForFunction(async () => (await navigator.serviceWorker.getRegistration())?.active ?? null);
const notified = (page: Page) =>
  page.evaluate(async () =>
    ((await (await navigator.serviceWorker.getRegistration())?.getNotifications()) ?? []).map((n) => n.title),
  );

/** The browser wakes the service worker, as it does for an installed application. */
const wake = async (context: BrowserContext, beside: Page): Promise<void> => {
  const cdp = await context.newCDPSession(beside);
  const known = new Promise<string>((done) =>
    cdp.on('ServiceWorker.workerRegistrationUpdated', ({ registrations }) => {
      if (registrations[0]) done(registrations[0].registrationId);
    }),
  );
  await cdp.send('ServiceWorker.enable');
  const origin = new URL(String(test.info().project.use.baseURL)).origin;
  await cdp.send('ServiceWorker.dispatchPeriodicSyncEvent', {
    origin,
    registrationId: await known,
    tag: 'reminders',
  });
};

test('a timer that ended is said once: in the page, behind it, and with no page at all @desk', async ({
  page,
  context,
}) => {
  const athlete = await newAthlete(page, 'Stew');
  const id = await timed(athlete, 'Simmer', -1);
  await page.goto('/account');
  await worker(page);
  await expect(bar(page)).toContainText('Simmer: the time is up. Fen stew', { timeout: 30_000 });
  await accessible(page);
  await bar(page).getByRole('link', { name: 'Go there' }).click();
  await expect(page).toHaveURL(new RegExp(`/kitchen/batch/${id}$`));

  // Behind another window it is a notification, and is not said again in the page.
  await page.goto('/account');
  await page.evaluate(() =>
    Object.defineProperty(document, 'visibilityState', { value: 'hidden', configurable: true }),
  );
  await timed(athlete, 'Bake', -2);
  await expect.poll(() => notified(page), { timeout: 40_000 }).toEqual(['Bake: the time is up']);
  await page.reload();
  await timed(athlete, 'Cool', 5 / 60);
  await expect(bar(page)).toContainText('Cool: the time is up', { timeout: 40_000 });
  await expect(bar(page)).not.toContainText('Bake');
  await expect(bar(page)).not.toContainText('Simmer');
  await bar(page).getByRole('button', { name: 'Dismiss' }).click();
  await expect(bar(page)).toHaveCount(0);

  // What this device shall not remind of, it does not; the choice stays.
  await page.getByLabel('Timers of a batch: when the time is up').uncheck();
  await timed(athlete, 'Rest', -1);
  await page.reload();
  await expect(page.getByLabel('Timers of a batch: when the time is up')).not.toBeChecked();
  await page.waitForResponse((answer) => answer.url().endsWith('kitchen-book'));
  await expect(bar(page)).toHaveCount(0);
  await page.getByLabel('Timers of a batch: when the time is up').check();
  await expect(bar(page)).toContainText('Rest: the time is up', { timeout: 30_000 });
  await bar(page).getByRole('button', { name: 'Dismiss' }).click();

  // No page is open: the browser wakes the service worker, which says what the last page left to be said.
  const before = await notified(page);
  const blank = await context.newPage();
  const told = page.waitForResponse((answer) => answer.url().endsWith('kitchen-book'));
  await timed(athlete, 'Chill', 6 / 60);
  const ends = Date.now() + 6500;
  await told;
  await page.waitForTimeout(500);
  await page.close();
  await blank.waitForTimeout(Math.max(0, ends - Date.now()));
  await wake(context, blank);
  const again = await context.newPage();
  await again.goto('/about');
  await expect.poll(() => notified(again)).toEqual([...before, 'Chill: the time is up']);
  await again.close();
});
