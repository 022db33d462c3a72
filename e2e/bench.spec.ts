import { expect, test, type Page } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { join } from 'node:path';
import { accessible, arrives, bowlOn, pour, pressKey, readout, said, steady, undoBar } from './house.ts';
import { BUTTER, newAthlete, POTATO, RICE } from './people.ts';

const strip = (page: Page) => page.locator('.bench-strip');
const technique = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();

const capture = async (page: Page): Promise<void> => {
  await page.locator('.bench').focus();
  await page.keyboard.press('c');
};

test('out of a jar: what is missing is the portion, and its trail says how', async ({ page }) => {
  const { meal, plan } = await newAthlete(page, 'Jar');
  await plan(await meal('12:00'), BUTTER, 20, 0);
  await page.goto('/bench');
  await technique(page, 'Out of a jar');
  await expect(said(page)).toContainText('The full jar on, tare, scoop');
  await bowlOn(page);
  await capture(page);
  await expect(said(page)).toContainText('Nothing has been taken out yet');
  await pressKey(page, /^Scoop 20 g out$/);
  await expect(page.getByTestId('readout')).toHaveText('20');
  await capture(page);
  await expect(said(page)).toHaveText('Captured 20 g, taken out.');
  await page.goto('/today');
  await page.locator('.portion').getByRole('button', { name: 'Butter' }).click();
  const dialog = page.getByRole('dialog', { name: 'Butter' });
  await expect(dialog.locator('.trail')).toContainText('Before it was taken out386 g');
  await expect(dialog.locator('.trail')).toContainText('After366 g');
  // GUM, by hand: sqrt(2/12 + (0.003 x 20)^2) = 0.413 g, x 1.645 = 0.7 g.
  await expect(dialog.locator('.trail')).toContainText('20 g ± 0.7 g (90 %)');
});

test('a container weighed once is recognised and offered; too much is kept, and the lever answers', async ({
  page,
}) => {
  const { meal, plan } = await newAthlete(page, 'Lever');
  const mealId = await meal('12:00');
  await plan(mealId, RICE, 230, 0);
  await plan(mealId, POTATO, 150, 1);
  await page.goto('/bench');
  await bowlOn(page);
  await page.getByRole('button', { name: /Remember this container/ }).click();
  await page.getByLabel('Its name').fill('Blue bowl');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByLabel('Its name')).toHaveCount(0);
  await page.reload();
  await steady(page);
  await pressKey(page, 'Bowl on');
  await page.getByRole('button', { name: 'Yes, tare it' }).click();
  await expect(said(page)).toHaveText('Tared at 386 g: Blue bowl.');

  await pressKey(page, /^Pour 6 g over/);
  await pour(page);
  // The notch was passed on the way: the bench says so to ears and hands.
  await expect(page.locator('.bench')).toHaveAttribute('data-cue', /notch|over|stable/);
  await capture(page);
  await expect(said(page)).toHaveText('Captured 236 g.');
  const right = page.getByRole('group', { name: 'Make it right' });
  await expect(right).toContainText('Rice: 236 g for 230.');
  await expect(right.locator('.effect')).toContainText('+6 g rice: C +1.7');
  await accessible(page);
  // 6 g of rice hold 1.7 g of carbs; 10 g of potato hold 1.8.
  await right.getByRole('button', { name: 'Potato answers: 150 → 140 g' }).click();
  await expect(page.locator('.distance')).toContainText('of 140');
  await undoBar(page).click();
  await expect(page.locator('.distance')).toContainText('of 150');
});

test(
  'boxes filled in turn, pieces counted, a weighing named afterwards',
  { tag: '@desk' },
  async ({ page }) => {
    const { meal, plan } = await newAthlete(page, 'Boxes');
    const first = await meal('12:00');
    await plan(first, RICE, 120, 0);
    await plan(first, POTATO, 100, 1);
    await meal('18:00');
    await page.goto(`/bench/${first}`);
    await bowlOn(page);
    await technique(page, 'Boxes, plates');
    const boxes = page.getByRole('group', { name: 'Boxes and plates' });
    await pour(page);
    await expect(strip(page)).toContainText('steady');
    await boxes.getByRole('button', { name: 'Fill' }).first().click();
    await expect(said(page)).toHaveText(/^Captured 1[12]\d g\.$/);
    await boxes.getByLabel('For').nth(1).click();
    await page.getByRole('option', { name: /my meal 2/ }).click();
    await pour(page);
    await expect(strip(page)).toContainText('steady');
    await boxes.getByRole('button', { name: 'Fill' }).click();
    await expect(boxes.locator('.box-share').nth(1)).toHaveText(/g, (4[89]|5[0-2]) %$/);
    await accessible(page);

    await technique(page, 'Pieces');
    // The other portion of the meal is next.
    await page.getByRole('button', { name: /^Potato/ }).click();
    await page.locator('.bench').focus();
    await page.keyboard.press('t');
    await pressKey(page, /^Pour 100 g$/);
    await arrives(page);
    await expect(strip(page)).toContainText('steady');
    const pieces = page.getByRole('group', { name: 'Counted pieces' });
    await pieces.getByLabel('Pieces on the scale').fill('2');
    await pieces.getByRole('button', { name: 'Weigh the mean' }).click();
    await expect(pieces).toContainText(/One weighs [45]\d\.\d g, the mean of 2/);
    await pieces.getByLabel('Pieces eaten').fill('3');
    await pieces.getByRole('button', { name: /^Keep 1\d\d/ }).click();

    await technique(page, 'Name it later');
    await page.locator('.bench').focus();
    await page.keyboard.press('t');
    await pressKey(page, 'Hold to pour', 'Space');
    await page.getByRole('button', { name: 'Hold to pour' }).dispatchEvent('pointerdown', { pointerId: 1 });
    await expect.poll(() => readout(page)).toBeGreaterThan(20);
    await page.getByRole('button', { name: 'Hold to pour' }).dispatchEvent('pointerup', { pointerId: 1 });
    await expect(strip(page)).toContainText('steady');
    await capture(page);
    const unnamed = page.getByRole('group', { name: 'Weighed, not named yet' });
    await expect(unnamed.getByRole('listitem')).toHaveCount(1);
    await page.reload();
    await expect(unnamed.getByRole('listitem')).toHaveCount(1);
    await unnamed.getByRole('button', { name: 'Name it' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel(/Find a food:/).fill('honey');
    await dialog
      .getByRole('button', { name: /^Honey/ })
      .first()
      .click();
    await dialog.getByRole('button', { name: 'This is it' }).click();
    await expect(unnamed).toHaveCount(0);

    await page.goto('/today');
    await expect(page.locator('article').filter({ hasText: '18:00' }).locator('.portion-name')).toContainText(
      'Rice',
    );
    const lunch = page.locator('article').filter({ hasText: '12:00' });
    await expect(lunch.locator('.portion-name')).toHaveCount(3);
    await expect(lunch).toContainText('Honey');
    await expect(lunch.locator('.portion-planned')).toHaveCount(0);
  },
);

test('the keyboard is a scale, and the bench keeps how it is set up', async ({ page }) => {
  const { meal, plan } = await newAthlete(page, 'Keys');
  await plan(await meal('12:00'), RICE, 60, 0);
  await page.goto('/bench');
  await page.getByRole('button', { name: 'Keyboard', exact: true }).click();
  const typed = page.getByLabel('The scale reads, g');
  await typed.fill('heavy');
  await expect(page.getByText('The number on its display')).toBeVisible();
  await typed.fill('386,0');
  await typed.press('Enter');
  await expect(page.getByTestId('readout')).toHaveText('386.0');
  await page.locator('.bench').focus();
  await page.keyboard.press('t');
  await typed.fill('446.2');
  await typed.press('Enter');
  await capture(page);
  await expect(said(page)).toHaveText('Captured 60.2 g.');
  await page.getByLabel('Large type').click();
  await page.getByRole('button', { name: 'Left hand' }).click();
  await page.getByLabel('Sound when it stands still').click();
  await page.reload();
  await expect(page.locator('.bench-large.bench-left')).toBeVisible();
  await expect(page.getByLabel('Sound when it stands still')).not.toBeChecked();
  await accessible(page);
  if (test.info().project.name === 'phone')
    for (const button of await page.locator('.bench button:visible').all())
      expect((await button.boundingBox())?.height, await button.innerText()).toBeGreaterThanOrEqual(55.9);
});

test.describe('a serial scale, by its stand-in', () => {
  // The page may talk to the stand-in's socket, which no page of Maul's own may.
  test.use({ bypassCSP: true });
  let scale: ChildProcess;
  let address = '';
  test.beforeAll(async () => {
    scale = spawn(
      process.execPath,
      [join(import.meta.dirname, '../scripts/standin-scale.mjs'), '--port', '0'],
      {
        stdio: ['ignore', 'pipe', 'inherit'],
      },
    );
    address = await new Promise<string>((done, fail) => {
      scale.stdout?.on('data', (data: Buffer) => {
        const found = /ws:\/\/127\.0\.0\.1:\d+/.exec(String(data));
        if (found) done(found[0]);
      });
      scale.on('exit', () => fail(new Error('the stand-in scale did not start')));
    });
  });
  test.afterAll(() => scale.kill());

  test('readings, capture, a scale that is pulled out and comes back', { tag: '@desk' }, async ({ page }) => {
    const { meal, plan } = await newAthlete(page, 'Serial');
    const mealId = await meal('12:00');
    await plan(mealId, RICE, 60, 0);
    await plan(mealId, POTATO, 100, 1);
    await page.addInitScript((url) => {
      let socket: WebSocket;
      const port = {
        readable: null as ReadableStream<Uint8Array> | null,
        open: () =>
          new Promise<void>((done, fail) => {
            socket = new WebSocket(url);
            port.readable = new ReadableStream({
              start: (stream) => {
                socket.onmessage = (m) => stream.enqueue(new TextEncoder().encode(String(m.data)));
                socket.onclose = () => stream.close();
              },
              cancel: () => socket.close(),
            });
            socket.onopen = () => done();
            socket.onerror = () => fail(new Error('no scale'));
          }),
        close: () => Promise.resolve(socket.close()),
      };
      Object.defineProperty(navigator, 'serial', {
        value: { getPorts: () => Promise.resolve([]), requestPort: () => Promise.resolve(port) },
      });
      Object.assign(window, { hands: (order: string) => socket.send(order), pull: () => socket.close() });
    }, address);
    const hands = (order: string) =>
      page.evaluate((o) => (window as unknown as { hands: (o: string) => void }).hands(o), order);
    await page.goto('/bench');
    await page.getByRole('button', { name: 'Serial scale', exact: true }).click();
    await page.getByRole('button', { name: 'Choose its port' }).click();
    await expect(page.getByText('Reading stand-in scale.')).toBeVisible();
    await hands('put 386');
    await expect(page.getByTestId('readout')).toHaveText('386');
    await steady(page);
    await page.locator('.bench').focus();
    await page.keyboard.press('t');
    await hands('pour 60');
    await arrives(page);
    await page.keyboard.press('c');
    await expect(said(page)).toHaveText(/^Captured (59|60|61) g\.$/);
    await hands('pour 30');
    await arrives(page);
    await page.evaluate(() => (window as unknown as { pull: () => void }).pull());
    await expect(said(page)).toContainText('The scale is gone. The portion captured before is kept.');
    await page.getByRole('button', { name: 'Choose its port' }).click();
    // A stand-in that is opened anew has an empty pan: it says so and counts from there.
    await expect(said(page)).toContainText('counts from zero again');
    await page.goto('/today');
    await page.locator('.portion').getByRole('button', { name: 'Rice, white' }).click();
    await expect(page.getByRole('dialog').locator('.trail')).toContainText('stand-in scale');
  });
});

test('a browser that knows no serial port says so', { tag: '@desk' }, async ({ page }) => {
  await newAthlete(page, 'No serial').then(async ({ meal, plan }) => plan(await meal('12:00'), RICE, 60, 0));
  await page.addInitScript(() => {
    delete (Navigator.prototype as { serial?: unknown }).serial;
  });
  await page.goto('/bench');
  await page.getByRole('button', { name: 'Serial scale', exact: true }).click();
  await expect(page.getByText('This browser cannot reach a serial scale.').first()).toBeVisible();
});
