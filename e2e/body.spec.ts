import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { accessible, enterAs } from './house.ts';
import { newAthlete, SAME_SITE } from './people.ts';

test('the morning: weight by the stand-in with its conditions, five marks, each press kept', async ({
  page,
}) => {
  const { id, today } = await newAthlete(page, 'Early Riser');
  await page.goto('/morning');
  await accessible(page);
  await page.getByRole('button', { name: 'Stand-in scale' }).click();
  const weight = page.getByLabel('Weight, kg');
  await expect(page.getByRole('status').filter({ hasText: 'Read. Press Keep.' })).toBeVisible();
  await page.getByRole('button', { name: 'After the toilet' }).click();
  await weight.fill('174');
  await page.getByRole('button', { name: 'Replace' }).click();
  await expect(page.getByText('2.2 times off')).toBeVisible();
  await page.getByRole('button', { name: /^Yes, keep 78\.9 kg/ }).click();
  await expect(page.getByRole('button', { name: 'Kept' })).toBeVisible();
  await weight.fill('12.3');
  await page.getByRole('button', { name: 'Replace' }).click();
  await expect(page.getByText(/from 25 to 350/)).toBeVisible();
  await weight.fill('78.9');
  await page.getByRole('button', { name: 'Sleep: good' }).click();
  await page.getByRole('button', { name: 'Hunger: some' }).click();
  await page.getByRole('button', { name: 'Hunger: some' }).click();
  await page.getByLabel('Steps yesterday').fill('9200');
  await page.getByLabel('Hours of sleep').fill('40');
  await page.getByLabel('Hours of sleep').blur();
  await expect(page.getByText(/From 0 to 20/)).toBeVisible();
  await page.getByRole('button', { name: 'Fasted' }).click();
  await expect(page.getByText('after food or drink is kept and shown')).toBeVisible();
  await expect
    .poll(async () => {
      const answer = await page.request.get(`/api/athletes/${id}/days/${today}`);
      const day = (await answer.json()) as {
        weighIn: { kg: number; conditions: object };
        entries: { thing: { kind: string; sleep: number; hunger: number | null; steps: number } }[];
      };
      const thing = day.entries.find((e) => e.thing.kind === 'morning')?.thing;
      return { kg: Math.round(day.weighIn.kg * 10) / 10, said: day.weighIn.conditions, thing };
    })
    .toMatchObject({
      kg: 78.9,
      said: { fasted: false, toilet: false, sameScale: true },
      thing: { sleep: 4, hunger: null, steps: 9200 },
    });
  await page.reload();
  await expect(page.getByRole('button', { name: 'Sleep: good' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('button', { name: 'Fasted' })).toHaveAttribute('aria-pressed', 'false');
});

test('measures: readings are averaged, and body fat by tape becomes lean mass with one press', async ({
  page,
}) => {
  const { id } = await newAthlete(page, 'Tape Measured');
  await page.goto('/measures');
  const field = (name: string) => page.getByLabel(name);
  await field('Neck, cm').fill('39 39.4');
  await field('Neck, cm').blur();
  await expect(page.getByText('mean 39.2, apart 0.4')).toBeVisible();
  await field('Waist at the navel, cm').fill('85 88');
  await expect(page.getByText('read once more')).toBeVisible();
  await field('Waist at the navel, cm').fill('85.1');
  await field('Waist at the navel, cm').blur();
  await field('Hip, cm').fill('nine');
  await expect(page.getByText('Type the readings as numbers')).toBeVisible();
  await field('Hip, cm').fill('');
  await expect(page.getByText(/by tape ± 3\.5 points, lean mass/)).toBeVisible();
  await page.getByRole('button', { name: 'Use it for lean mass' }).click();
  await expect(page.getByText('Lean mass is made from it.')).toBeVisible();
  const season = (await (await page.request.get(`/api/athletes/${id}/season`)).json()) as {
    athlete: { profile: { fat: { method: string } } };
    bases: { leanKg: number | null }[];
  };
  expect(season.athlete.profile.fat.method).toBe('tape');
  expect(season.bases.at(-1)?.leanKg).toBeGreaterThan(60);
  await accessible(page);
});

test('the trend: tomorrow, pace, a draft signed as an order, and the ledger says when to look', async ({
  page,
}) => {
  await enterAs(page, 'Tilde Amsel');
  await page
    .getByRole('link', { name: /Ysolde Brannick/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'Trend' }).click();
  await expect(page.getByRole('heading', { name: 'Ysolde Brannick: trend' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Tomorrow’s scale' })).toContainText('90 %');
  await expect(page.getByRole('region', { name: 'Pace' })).toContainText('days count');
  const ways = page.getByRole('radiogroup', { name: 'Ways to go on' }).getByRole('radio');
  await expect(ways.first()).toHaveAttribute('aria-checked', 'true');
  await expect(page.getByText(/% inside/).first()).toBeVisible();
  const asked = page.getByRole('region', { name: 'Ask the forecast' });
  await asked.getByLabel('Weight wanted, kg').fill('40');
  await expect(asked.getByRole('status')).toContainText('under 1 % likely: 40.0 kg or less');
  await page.getByRole('button', { name: 'At a rate' }).click();
  await asked.getByLabel('Change by, % a week').fill('0');
  await asked.getByLabel(/^(Move the show|Look further), weeks$/).fill('4');
  await expect(asked).toContainText('the season stays as it is');
  await page.getByText('Week by week, as a table').click();
  await expect(page.getByRole('table').getByRole('row').nth(3)).toBeVisible();
  await accessible(page);
  await ways.filter({ hasText: 'One fixed step' }).click();
  await page.getByRole('button', { name: 'Draft the order' }).click();
  const dialog = page.getByRole('dialog', { name: 'Draft of an order' });
  await expect(dialog.getByLabel(/By how much/)).toHaveValue('50');
  await dialog.getByRole('button', { name: 'Sign and send' }).click();
  await expect(dialog).toBeHidden();
  await page.getByRole('link', { name: 'Ysolde Brannick' }).click();
  await page.getByRole('link', { name: 'Trend' }).click();
  await expect(page.locator('.trend-canvas canvas').first()).toBeVisible();
});

test('an order of movement is read on the day and counted there', { tag: '@desk' }, async ({ page }) => {
  await enterAs(page, 'Odo Marrick');
  await page.goto('/today');
  const strip = page.getByRole('region', { name: 'Order of movement' });
  await expect(strip).toContainText('25 min of cardio on 4 days a week');
  await strip.getByRole('button', { name: 'Acknowledge' }).click();
  await expect(strip).toBeHidden();
  await page.goto('/orders');
  await expect(page.getByRole('region', { name: 'Orders of movement' })).toContainText('acknowledged');
  await enterAs(page, 'Joren Vask');
  await page.goto('/today');
  await expect(page.getByText(/20 min of cardio on 3 days a week; done on/)).toBeVisible();
});

test('a hidden weight is on no part of the morning or the trend', { tag: '@desk' }, async ({ page }) => {
  const { id, today } = await newAthlete(page, 'Does Not Look', { hide: { weight: true, energy: false } });
  const before = (n: number) =>
    new Date(Date.parse(`${today}T12:00:00Z`) - n * 86_400_000).toISOString().slice(0, 10);
  for (let n = 12; n >= 1; n -= 1)
    await page.request.put(`/api/athletes/${id}/weigh-ins/${crypto.randomUUID()}`, {
      headers: SAME_SITE,
      data: { base: 0, day: before(n), kg: 83.7, conditions: null, deleted: false },
    });
  await page.goto('/trend');
  await expect(page.getByText('Your weight is hidden, as you asked.')).toBeVisible();
  await expect(page.locator('.trend-canvas canvas').first()).toBeVisible();
  const said = await page.locator('main').innerText();
  expect(said).not.toMatch(/8[0-9]\.\d/);
  await page.goto('/morning');
  await expect(page.getByLabel('Weight, kg')).toHaveAttribute('type', 'password');
  await expect(page.getByLabel('Weight, kg')).toHaveValue('');
});

test('pictures: sent, refused where they are none, marked, laid beside and wiped, deleted', async ({
  page,
}) => {
  const { id, today } = await newAthlete(page, 'Pictured');
  const photo = (colour: string) =>
    sharp({ create: { width: 600, height: 800, channels: 3, background: colour } })
      .jpeg()
      .toBuffer();
  await page.goto('/pictures');
  await expect(page.getByText('No picture yet.')).toBeVisible();
  const files = page.getByLabel('Files');
  await files.setInputFiles([
    { name: 'one.jpg', mimeType: 'image/jpeg', buffer: await photo('#806040') },
    { name: 'words.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') },
    { name: 'track.gpx', mimeType: 'application/gpx+xml', buffer: Buffer.from('<gpx/>') },
  ]);
  await expect(page.getByText(/words\.jpg: That is no picture/)).toBeVisible();
  await expect(page.getByText(/track\.gpx is no JPEG/)).toBeVisible();
  const shown = page.locator('.beside img');
  await expect(shown).toHaveCount(1);
  // One of last week comes beside it.
  const week = new Date(Date.parse(`${today}T12:00:00Z`) - 7 * 86_400_000).toISOString().slice(0, 10);
  await page.request.put(`/api/athletes/${id}/pictures/${crypto.randomUUID()}/file?day=${week}&pose=front`, {
    headers: { ...SAME_SITE, 'Content-Type': 'image/jpeg' },
    data: await photo('#406080'),
  });
  await expect(shown).toHaveCount(2);
  await expect(page.getByRole('button', { name: 'Last week' })).toHaveAttribute('aria-pressed', 'true');
  await accessible(page);
  await page.getByRole('button', { name: 'Mark head and floor' }).click();
  const whole = page.locator('.marking img');
  await whole.click({ position: { x: 100, y: 20 } });
  await expect(page.getByText('Now tap the floor')).toBeVisible();
  await whole.click({ position: { x: 100, y: 15 } });
  await expect(page.getByText('The floor is below the head.')).toBeVisible();
  await whole.click({ position: { x: 100, y: 250 } });
  await expect(page.getByRole('button', { name: 'Mark again' })).toBeVisible();
  await page.getByRole('button', { name: 'Wipe' }).click();
  await expect(page.getByRole('slider', { name: /How much of the earlier/ })).toBeVisible();
  await expect(page.locator('.wipe img')).toHaveCount(2);
  await page.getByRole('button', { name: 'Delete …' }).click();
  await page.getByRole('button', { name: 'Delete it for good' }).click();
  await expect(page.locator('.strip li')).toHaveCount(1);
});

test(
  'activity: steps of a table, a track without its route, and what is none',
  { tag: '@desk' },
  async ({ page }) => {
    const { id, today } = await newAthlete(page, 'Walker');
    const before = (n: number) =>
      new Date(Date.parse(`${today}T12:00:00Z`) - n * 86_400_000).toISOString().slice(0, 10);
    const start = Date.now() - 3 * 3_600_000;
    const places = Array.from(
      { length: 200 },
      (_, i) =>
        `<trkpt lat="${(48 + (i * 14) / 111_195).toFixed(7)}" lon="16"><time>${new Date(start + i * 10_000).toISOString()}</time></trkpt>`,
    ).join('');
    await page.goto('/activity');
    await page.getByLabel('Files of activity').setInputFiles([
      {
        name: 'steps.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from(`day,steps\n${before(2)},9412\nsoon,1\n`),
      },
      {
        name: 'walk.gpx',
        mimeType: 'application/gpx+xml',
        buffer: Buffer.from(`<gpx version="1.1"><trk><trkseg>${places}</trkseg></trk></gpx>`),
      },
      { name: 'broken.gpx', mimeType: 'application/gpx+xml', buffer: Buffer.from('<gpx><trk>') },
    ]);
    await expect(page.getByText('steps of 1 day are kept')).toBeVisible();
    await expect(page.getByText(/a day is written as/)).toBeVisible();
    await expect(
      page.getByText(/Walk, 2\.8 km on .* 33 min, \d+ kcal net\. Its route is not kept\./),
    ).toBeVisible();
    await expect(page.getByText(/broken\.gpx: This is no GPX or TCX file/)).toBeVisible();
    await expect(page.getByRole('region', { name: 'Sessions' })).toContainText('Walk, 2.8 km');
    await accessible(page);
    await expect
      .poll(async () => {
        const answer = await page.request.get(`/api/athletes/${id}/trend`);
        const { days } = (await answer.json()) as { days: { day: string; steps: number | null }[] };
        return days.find((d) => d.day === before(2))?.steps;
      })
      .toBe(9412);
    await page.goto('/goes-with');
    await expect(page.getByText('Too few days.')).toBeVisible();
    await page.getByRole('button', { name: 'Leave a food out' }).click();
    await page.getByLabel('Food, such as “milk”').fill('milk');
    await page.getByLabel('Days without, that count').fill('5');
    await expect(page.getByRole('button', { name: 'Plan it' })).toBeDisabled();
    await page.getByLabel('Days without, that count').fill('14');
    await accessible(page);
    await page.getByRole('button', { name: 'Plan it' }).click();
    await expect(page.getByRole('region', { name: 'Without milk' })).toContainText('begins on');
    await page.goto(`/today/${before(-2)}`);
    await expect(page.getByText('Without milk: washing out, day 2 of 3')).toBeVisible();
    await page.goto('/goes-with');
    await accessible(page);
    await page.getByRole('button', { name: 'Stop' }).click();
    await expect(page.getByRole('region', { name: 'Without milk' })).toBeHidden();
  },
);
