import { expect, test } from '@playwright/test';
import { accessible, enterAs, signUp } from './house.ts';
import { newAthlete } from './people.ts';

test(
  'an athlete lets an assistant in, keeps the log to themselves, sees who read, and ends a program’s token',
  { tag: '@desk' },
  async ({ page, browser }) => {
    const { id, today } = await newAthlete(page, 'Wren Quist');
    const context = await browser.newContext();
    const desk = await context.newPage();
    await signUp(desk, 'Helper Moss', 'coach');
    await desk.waitForURL(/roster/);
    await desk.goto('/account');
    const code = (await desk.locator('.coach-code').innerText()).trim();

    await page.goto('/account');
    await page.getByLabel('Your coach’s code').fill(code);
    await page.getByRole('combobox', { name: 'As' }).click();
    await page.getByRole('option', { name: /^Assistant/ }).click();
    await page.getByRole('checkbox', { name: /^Log/ }).uncheck();
    await page.getByRole('button', { name: 'Share with this coach' }).click();
    await expect(page.getByText(/assistant since .*, sees season, orders, sent weeks, body/)).toBeVisible();
    await accessible(page);

    // The assistant is told what is missing, and finds nothing to sign with.
    await desk.goto('/roster');
    await expect(desk.getByText('The log is not shared with you')).toBeVisible();
    await desk.getByRole('link', { name: 'Wren Quist' }).click();
    await expect(desk.getByRole('note')).toContainText('Not shared with you: log');
    await expect(desk.getByRole('note')).toContainText('You read as an assistant');
    await expect(desk.getByRole('button', { name: 'Write an order' })).toHaveCount(0);
    await accessible(desk);
    await desk.getByRole('link', { name: 'Trend' }).click();
    await expect(desk.getByRole('note')).toContainText('You read as an assistant');

    // More is shown from the next look on.
    await page.getByRole('button', { name: 'What they see' }).click();
    await page.getByRole('checkbox', { name: /^Log/ }).check();
    await expect(page.getByText(/sees everything/)).toBeVisible();
    await desk.goto('/roster');
    await expect(desk.getByText('The log is not shared with you')).toHaveCount(0);

    // The page that an assistant has open shows nothing of who has ended the sharing.
    const day = `/athletes/${id}/${today}`;
    await desk.goto(day);
    await expect(desk.getByText('Wren Quist')).toBeVisible();

    await page.getByRole('button', { name: 'Who read what' }).click();
    await expect(page.getByRole('row', { name: /Helper Moss read .*the roster/ })).toBeVisible();

    // A program of one's own writes with a token until it is ended.
    await page.getByLabel('What for').fill('Kitchen scale');
    await page.getByRole('checkbox', { name: 'read log and trend' }).check();
    await page.getByRole('button', { name: 'Make a token' }).click();
    const token = (await page.getByTestId('token').innerText()).trim();
    const ask = () =>
      page.request.get(`/api/athletes/${id}/trend?days=30`, {
        headers: { authorization: `Bearer ${token}`, cookie: '' },
      });
    expect((await ask()).status()).toBe(200);
    await accessible(page);
    await page.getByRole('button', { name: 'End', exact: true }).click();
    await expect(page.getByText('Kitchen scale')).toHaveCount(0);
    expect((await ask()).status()).toBe(401);
    await expect(desk.getByText('Wren Quist')).toBeVisible();
    await page.getByRole('button', { name: 'End sharing' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'End sharing' }).click();
    await expect(desk.getByText('they do not share with you')).toBeVisible();
    await expect(desk.getByText('Wren Quist')).toHaveCount(0);
    await context.close();
  },
);

test(
  'what programs can ask is described on a page of the house alone',
  { tag: '@desk' },
  async ({ page }) => {
    const elsewhere: string[] = [];
    const faults: string[] = [];
    page.on('request', (request) => {
      const { hostname, protocol } = new URL(request.url());
      if (protocol.startsWith('http') && hostname !== '127.0.0.1') elsewhere.push(request.url());
    });
    page.on('console', (message) => {
      if (message.type() === 'error') faults.push(message.text());
    });
    await page.goto('/api/docs');
    await expect(page.getByText('With a token of a program', { exact: true })).toBeVisible();
    await expect(page.getByText('A morning on the scale.')).toBeVisible();
    expect([elsewhere, faults]).toEqual([[], []]);
  },
);

test(
  'a coach keeps a group, lays a week beside another and writes on a picture',
  { tag: '@desk' },
  async ({ page }) => {
    await enterAs(page, 'Tilde Amsel');
    await page.goto('/roster');
    const rows = page.locator('.roster-row');
    await expect(rows).toHaveCount(6);
    await page.getByRole('button', { name: 'Keep this view' }).click();
    const dialog = page.getByRole('dialog', { name: 'Keep this view' });
    await dialog.getByLabel('Name').fill('Winter team');
    await dialog.getByLabel('A group: these athletes, whatever they do').check();
    await dialog.getByRole('checkbox', { name: 'Odo Marrick' }).uncheck();
    await accessible(page);
    await dialog.getByRole('button', { name: 'Keep it' }).click();
    await expect(rows).toHaveCount(5);
    await page.reload();
    await expect(rows).toHaveCount(5);
    await page.getByRole('button', { name: 'Drop Winter team' }).click();
    await expect(rows).toHaveCount(6);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('button', { name: /^Winter team/ })).toBeVisible();

    await page.getByRole('link', { name: /^Read \d+ weeks$/ }).click();
    await expect(page.getByRole('columnheader', { name: 'Mean window' })).toBeVisible();
    await expect(page.getByRole('combobox', { name: 'Compare with' })).toBeVisible();
    // The season, from which it is known what can be laid beside.
    await expect(page.getByRole('region', { name: 'History of the season' })).toBeVisible();
    await page.keyboard.press('b');
    await expect(page.getByRole('columnheader', { name: /^Beside/ })).toBeVisible();

    await page
      .getByRole('button', { name: /^Look closer/ })
      .first()
      .click();
    const closer = page.getByRole('dialog');
    await closer
      .getByRole('button', { name: /^Say something of a place/ })
      .click({ position: { x: 150, y: 160 } });
    await closer.getByRole('textbox', { name: 'About this place' }).fill('Tighter than last week.');
    await accessible(page);
    await closer.getByRole('button', { name: 'Write' }).click();
    await expect(closer.getByText('Tighter than last week.')).toBeVisible();
    await expect(closer.locator('.place-mark')).toHaveText('1');
    await closer.getByRole('button', { name: 'take back' }).click();
    await expect(closer.locator('.place-mark')).toHaveCount(0);
  },
);
