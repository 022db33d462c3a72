// npm run screenshots: one picture of each main view, from a clean demo, into docs/screenshots.
import { chmodSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromiumPath, ensurePackages, freePort, OperatorError } from './postgres.mjs';
import { ensureBuild, ensureModules, root } from './project.mjs';

const home = mkdtempSync(join(tmpdir(), 'maul-shots-'));
chmodSync(home, 0o755);
const out = join(root, 'docs/screenshots');
let house;
let browser;

const desk = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

const enter = async (name, viewport, colorScheme = 'light') => {
  const context = await browser.newContext({
    viewport,
    colorScheme,
    reducedMotion: 'reduce',
    locale: 'en-GB',
    timezoneId: 'Europe/Vienna',
  });
  const page = await context.newPage();
  await page.goto(`${house.address}/sign-in`);
  await page.getByText('Try the demo').waitFor();
  if (name) {
    await page.getByRole('button', { name: new RegExp(name) }).click();
    await page.waitForURL((url) => !url.pathname.startsWith('/sign-in'));
  }
  return page;
};
const keep = async (page, name) => {
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: join(out, `${name}.png`) });
};
const day = (page) => page.getByText('The day lands on').waitFor();
/** The athlete’s own day, with what is loaded after its first sight. */
const ownDay = async (page) => {
  await day(page);
  await page.locator('.quick-line').waitFor();
  await page.locator('.drinks-vessels').waitFor();
  await page.getByRole('region', { name: 'Cautions' }).waitFor();
};
const strip = (page, text) => page.locator('.bench-strip').filter({ hasText: text }).waitFor();
const press = (page, name) => page.getByRole('button', { name }).click();

/** A bowl tared, one portion captured, the next one poured six grams over. */
const weigh = async (page) => {
  await strip(page, 'Scale steady');
  await press(page, 'Bowl on');
  await strip(page, 'Scale moving');
  await press(page, 'Tare');
  await strip(page, 'steady, tared');
  await press(page, /^Pour \d+ g$/);
  await strip(page, 'Scale moving');
  await press(page, 'Capture');
  await page.getByText(/^Captured \d/).waitFor();
  await press(page, /^Pour 6 g over/);
  await press(page, /^Pour \d+ \+ 6 g$/);
  await strip(page, 'Scale moving');
  await strip(page, 'Scale steady');
  await page.evaluate(() => document.querySelector('.place')?.scrollTo(0, 0));
};

const views = {
  today: async () => {
    const page = await enter('Joren Vask', desk);
    await ownDay(page);
    await strip(page, 'Scale steady');
    await keep(page, 'today');
  },
  'today-dark': async () => {
    const page = await enter('Joren Vask', desk, 'dark');
    await ownDay(page);
    await strip(page, 'Scale steady');
    await keep(page, 'today-dark');
  },
  'today-phone': async () => {
    const page = await enter('Joren Vask', phone);
    await ownDay(page);
    await keep(page, 'today-phone');
  },
  season: async () => {
    const page = await enter('Odo Marrick', desk);
    await page.goto(`${house.address}/season`);
    await page.getByRole('button', { name: /^Push, / }).click();
    await page.getByText('The coming four weeks').waitFor();
    await page.evaluate(() => document.activeElement?.blur());
    await keep(page, 'season');
  },
  menu: async () => {
    const page = await enter('Odo Marrick', desk);
    await page.goto(`${house.address}/kitchen/menu`);
    await press(page, 'Find a week');
    await page.getByText(/nothing better exists|better one may exist|nearer one may exist/).waitFor();
    await page.evaluate(() => document.activeElement?.blur());
    await keep(page, 'menu');
  },
  batch: async () => {
    const page = await enter('Odo Marrick', phone);
    const type = async (label, value) => {
      await page.getByLabel(label).fill(value);
      await page.getByLabel(label).blur();
    };
    await page.goto(`${house.address}/kitchen/recipes`);
    await page.getByRole('link', { name: /^Baked turkey breast 6/ }).click();
    await press(page, 'Cook it');
    await press(page, 'Weigh it in');
    await page.locator('.batch-strip').waitFor();
    await type('Grams of Turkey breast, skinless', '1200');
    await press(page, 'Cook it');
    await type(/^Inside/, '75');
    await press(page, 'It is cooked');
    await type(/^Its empty weight/, '184');
    await type(/^Full weight/, '1060');
    await press(page, 'Take it');
    await page.getByRole('button', { name: 'Fill the boxes', exact: true }).click();
    const boxes = page.getByRole('list', { name: 'Boxes' }).getByRole('listitem');
    for (const [at, grams] of [
      [6, '146'],
      [5, '147'],
    ]) {
      await boxes.nth(at).getByRole('button').click();
      await type('It weighs, g', grams);
      await press(page, 'Keep it');
    }
    await press(page, 'Bowl on');
    await page.getByTestId('readout').filter({ hasText: /38\d/ }).waitFor();
    await page.getByText('Scale steady').waitFor();
    await press(page, 'Tare');
    await page.getByText(/^Tared at \d+ g/).waitFor();
    const pour = page.getByRole('button', { name: 'Hold to pour' });
    await pour.focus();
    await page.keyboard.down('Enter');
    await page.waitForFunction(
      () => Number(document.querySelector('[data-testid=readout]')?.textContent) > 90,
    );
    await page.keyboard.up('Enter');
    await page.getByText('Scale steady').waitFor();
    await page.evaluate(() => {
      document.activeElement?.blur();
      document.querySelector('.place')?.scrollTo(0, 0);
    });
    await keep(page, 'batch-phone');
  },
  start: async () => {
    const page = await enter(null, desk);
    await page.goto(`${house.address}/sign-up`);
    await page.getByLabel('Name').fill('New Athlete');
    await page.getByLabel('Email').fill('new@example.test');
    await page.getByLabel('Password').fill('a long enough password');
    await press(page, 'Make the account');
    await page.getByLabel('Sex, for the equations').click();
    await page.getByRole('option', { name: 'Female', exact: true }).click();
    const birth = page.getByRole('group', { name: 'Birth date' }).getByRole('spinbutton').first();
    await birth.click();
    await birth.pressSequentially('04051996');
    await page.getByLabel('Height, cm').fill('168');
    await page.getByLabel('Body mass this morning, kg').fill('62.5');
    await page.getByLabel('Body fat, % (if you know it)').fill('22');
    await page.getByText('Start value:').waitFor();
    await page.evaluate(() => {
      document.activeElement?.blur();
      document.querySelector('.place')?.scrollTo(0, 330);
    });
    await keep(page, 'start');
  },
  peak: async () => {
    for (const [name, size] of [
      ['peak', desk],
      ['peak-phone', phone],
    ]) {
      const page = await enter('Ilva Threst', size);
      await page.goto(`${house.address}/peak`);
      await page.getByRole('list', { name: 'Show day, by the hour' }).waitFor();
      await page.getByRole('columnheader', { name: /^D−4/ }).waitFor();
      await keep(page, name);
    }
  },
  trend: async () => {
    const page = await enter('Joren Vask', desk);
    await page.goto(`${house.address}/trend`);
    await page
      .getByText(/% inside/)
      .first()
      .waitFor();
    await keep(page, 'trend');
  },
  morning: async () => {
    const page = await enter('Joren Vask', phone);
    await page.goto(`${house.address}/morning`);
    await page.getByText('was expected').waitFor();
    for (const mark of ['Sleep: good', 'Energy: fair', 'Hunger: some']) await press(page, mark);
    await keep(page, 'morning-phone');
  },
  pictures: async () => {
    const page = await enter('Ilva Threst', phone);
    await page.goto(`${house.address}/pictures`);
    await page.locator('.beside img').nth(1).waitFor();
    await page.waitForLoadState('networkidle').catch(() => undefined);
    await keep(page, 'pictures-phone');
  },
  roster: async () => {
    const page = await enter('Tilde Amsel', desk);
    await page.locator('.roster-row').last().waitFor();
    await keep(page, 'roster');
  },
  order: async () => {
    const page = await enter('Tilde Amsel', desk);
    await page.getByRole('link', { name: 'Joren Vask' }).click();
    await day(page);
    await page.getByLabel('By how much, g').fill('-20');
    await page.getByLabel('Low', { exact: true }).check();
    await page.getByLabel('Reason').fill('Rate sits at the slow side; sleep and training can carry it.');
    await page.getByText('First on').waitFor();
    await keep(page, 'order');
  },
  fit: async () => {
    const page = await enter('Joren Vask', desk);
    await day(page);
    await press(page, 'Fit');
    // The hour decides what is still to come: the first three foods of it may move.
    const moves = page.getByRole('list', { name: 'What may move' }).getByRole('checkbox');
    for (let i = 0; i < 3; i += 1) await moves.nth(i).check();
    await page
      .getByLabel(/^to, g,/)
      .first()
      .fill('30');
    await press(page, 'Find the portions');
    await page.getByText(/^\d answers?\.$/).waitFor();
    await page.evaluate(() => document.activeElement?.blur());
    await keep(page, 'fit');
  },
  review: async () => {
    const page = await enter('Tilde Amsel', desk);
    await page.getByRole('link', { name: /^Read \d+ weeks/ }).click();
    await page.locator(`[aria-label^="Weight of the last six weeks"] canvas`).first().waitFor();
    await page.getByRole('region', { name: 'Orders in the week' }).getByRole('listitem').first().waitFor();
    await page.locator('.beside img').nth(1).waitFor();
    await page.waitForFunction(() => [...globalThis.document.images].every((image) => image.complete));
    await page.getByText('Reading the trend').waitFor({ state: 'detached' });
    await keep(page, 'review');
  },
  find: async () => {
    const page = await enter('Joren Vask', desk);
    await page.goto(`${house.address}/days?foods=trout`);
    await page
      .getByRole('checkbox', { name: /beside others/ })
      .nth(1)
      .check();
    await page
      .getByRole('checkbox', { name: /beside others/ })
      .nth(3)
      .check();
    await page.locator('.beside-day .beside-meals').nth(1).waitFor();
    await page.evaluate(() => {
      document.activeElement?.blur();
      document.querySelector('.place')?.scrollTo(0, 0);
    });
    await keep(page, 'find');
  },
  bench: async () => {
    const page = await enter('Joren Vask', phone);
    await page.goto(`${house.address}/bench`);
    await weigh(page);
    await keep(page, 'bench-phone');
    const wide = await enter('Odo Marrick', desk);
    await wide.goto(`${house.address}/bench`);
    await weigh(wide);
    await keep(wide, 'bench');
  },
};

try {
  ensurePackages({ chromium: true });
  ensureModules();
  ensureBuild();
  mkdirSync(out, { recursive: true });
  delete process.env.DATABASE_URL;
  process.env.MAUL_DEMO_CLOCK ??= '11:00';
  const { openHouse } = await import('./house.mjs');
  const { chromium } = await import('@playwright/test');
  house = await openHouse({ home, port: await freePort() });
  browser = await chromium.launch({
    executablePath: chromiumPath(),
    chromiumSandbox: false,
    args: [
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  });
  const wanted = process.argv.slice(2);
  for (const [name, take] of Object.entries(views)) {
    if (wanted.length && !wanted.includes(name)) continue;
    await take();
    console.log(name);
  }
} catch (error) {
  console.error(error instanceof OperatorError ? error.message : error);
  process.exitCode = 1;
} finally {
  await browser?.close();
  await house?.stop();
  rmSync(home, { recursive: true, force: true });
}
