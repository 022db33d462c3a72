import { expect, test } from '@playwright/test';
import { accessible, enterAs } from './house.ts';
import { newAthlete, SAME_SITE } from './people.ts';

test(
  'a peak week is laid, moved lever by lever inside its limits, signed, and stands on its day',
  { tag: '@desk' },
  async ({ page }) => {
    const { id, today } = await newAthlete(page, 'Peaks Alone');
    const show = new Date(Date.parse(`${today}T12:00:00Z`) + 6 * 86_400_000).toISOString().slice(0, 10);
    // The season with a show in six days, as the timeline lays it.
    const { season, history } = (await (await page.request.get(`/api/athletes/${id}/season`)).json()) as {
      season: { phases: Record<string, unknown>[]; events: object[] };
      history: { number: number }[];
    };
    const [phase] = season.phases;
    const event = { id: crypto.randomUUID(), kind: 'show', name: 'Tarn Valley Cup', date: show };
    const peak = {
      ...phase,
      id: crypto.randomUUID(),
      kind: 'peak-week',
      name: null,
      from: today,
      to: show,
      hangsOn: event.id,
      exceptions: {},
      levels: {},
    };
    const put = await page.request.put(`/api/athletes/${id}/season/${crypto.randomUUID()}`, {
      headers: SAME_SITE,
      data: {
        base: history[0]?.number ?? 0,
        season: { events: [event], phases: [peak] },
        reason: null,
        confirmed: [],
      },
    });
    expect(put.status()).toBe(200);
    await page.goto('/peak');
    await expect(page.getByRole('heading', { name: 'Peak week' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Make the steady board' })).toBeDisabled();
    for (const [label, value] of [
      ['Carbs, g', '300'],
      ['Protein, g', '180'],
      ['Fat, g', '60'],
      ['Fibre, g', '30'],
      ['Sodium, mg', '3200'],
      ['Water, mL', '3600'],
      ['Training, sets', '12'],
      ['Cardio, min', '30'],
      ['Posing, min', '20'],
      ['Sleep, h', '8'],
    ] as const)
      await page.getByLabel(label).fill(value);
    await page.getByRole('button', { name: 'Make the steady board' }).click();
    // 10 % a day from D−4 on 300 g: 330, 363.
    const cell = (name: RegExp) => page.getByRole('button', { name });
    await expect(cell(/^Carbs on D−4: 330 g/)).toBeVisible();
    await expect(cell(/^Carbs on D−3: 363 g/)).toBeVisible();
    await accessible(page);
    // Too much water is said at once and cannot be signed.
    await cell(/^Water on D−3: 3\.6 L/).click();
    await page.getByLabel('Water, mL').fill('9000');
    await page.getByRole('button', { name: 'Set it' }).click();
    await expect(page.getByRole('list', { name: 'Limits and notes' })).toContainText(
      '9.0 L cannot be planned',
    );
    await page.getByRole('button', { name: 'Review and sign' }).click();
    await expect(page.getByRole('button', { name: 'Sign the season' })).toBeDisabled();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('list', { name: 'Limits and notes' })).toBeHidden();
    // Load and cut is not offered without a coach.
    await page.getByRole('combobox', { name: 'Water' }).press('Enter');
    await expect(page.getByRole('option', { name: 'Raised, then normal' })).toBeVisible();
    await expect(page.getByRole('option', { name: 'Load and cut' })).toBeHidden();
    await page.keyboard.press('Escape');
    // The hours are laid back from the stage.
    await page.getByRole('button', { name: 'Enter the times' }).click();
    await page.getByRole('button', { name: 'Make the schedule' }).click();
    const day = page.getByRole('list', { name: 'Show day, by the hour' });
    await expect(day).toContainText('14:00Stage');
    await expect(day).toContainText('13:00Meal');
    await page.getByRole('button', { name: 'Move everything an hour later' }).click();
    await expect(day).toContainText('15:00Stage');
    await expect(page.getByText(/^Stage is at 15:00 now\. Until then: /)).toBeVisible();
    await page.getByRole('button', { name: 'Sign the season' }).click();
    await expect(page.getByText('Nothing changed.')).toBeVisible();
    await accessible(page);
    // A look, and what it proposes.
    await page.getByRole('button', { name: 'Fullness: flat' }).click();
    await page.getByRole('button', { name: 'Tightness: tight', exact: true }).click();
    await page.getByRole('button', { name: 'Keep the look' }).click();
    await expect(page.getByText('+30 g carbs today')).toBeVisible();
    await page.getByRole('button', { name: 'Put it on the board' }).click();
    // One press: it is on the board, kept beside what was proposed, and signed.
    await expect(cell(/^Carbs on D−6: 0 of 330 g, set by hand/)).toBeVisible();
    await expect(page.getByRole('list', { name: 'Proposed and done' })).toContainText(
      'more carbs now (+30 g), done',
    );
    await expect(page.getByText('Nothing changed.')).toBeVisible();
    await page.goto('/today');
    await expect(page.getByText(/D−6: water 0\.0 of 3\.6 L, sodium .* of 3,200 mg/)).toBeVisible();
  },
);

test('the coach reads the board of an athlete in peak week', { tag: '@desk' }, async ({ page }) => {
  await enterAs(page, 'Tilde Amsel');
  await page.goto('/roster');
  await page
    .getByRole('link', { name: /Ilva Threst/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'Peak week' }).click();
  await expect(page.getByRole('heading', { name: 'Ilva Threst: peak week' })).toBeVisible();
  await expect(page.getByRole('columnheader', { name: /^D−4/ })).toBeVisible();
  await expect(page.getByRole('list', { name: 'The day before, by the hour' })).toContainText('Meal 6');
  // What goes into the box, in grams of the lever food.
  await expect(page.getByRole('list', { name: 'Portions in the box' })).toContainText('g rice cakes');
  // The rehearsal lies beside it, and where this board departs is said.
  const beside = page.getByRole('region', { name: 'Compared with an earlier peak' });
  await expect(beside.getByRole('heading', { name: 'Compared with Rehearsal' })).toBeVisible();
  await expect(beside.getByRole('list', { name: 'Where this board departs' })).toContainText(
    'Fibre: Down from D−2 (before: Level)',
  );
  await expect(beside.getByText('One peak is one observation.')).toBeVisible();
  await accessible(page);
});

test(
  'a shoot at short notice gets its days with one press, and keeps an earlier protocol with one lever changed',
  { tag: '@desk' },
  async ({ page }) => {
    const { id, today } = await newAthlete(page, 'Shoots Soon');
    const on = (days: number) =>
      new Date(Date.parse(`${today}T12:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
    const read = async () =>
      (await (await page.request.get(`/api/athletes/${id}/season`)).json()) as {
        season: { phases: Record<string, unknown>[]; events: object[] };
        history: { number: number }[];
      };
    const { season, history } = await read();
    const put = await page.request.put(`/api/athletes/${id}/season/${crypto.randomUUID()}`, {
      headers: SAME_SITE,
      data: {
        base: history[0]?.number ?? 0,
        season: {
          ...season,
          events: [
            { id: crypto.randomUUID(), kind: 'shoot', name: 'Studio Nord', date: on(2) },
            { id: crypto.randomUUID(), kind: 'show', name: 'Tarn Valley Cup', date: on(20) },
          ],
        },
        reason: null,
        confirmed: [],
      },
    });
    expect(put.status()).toBe(200);
    await page.goto('/peak');
    await page.getByRole('button', { name: 'Make its 3 days' }).click();
    const fill = async () => {
      for (const label of ['Carbs, g', 'Protein, g', 'Fat, g', 'Fibre, g', 'Sodium, mg', 'Water, mL'])
        await page
          .getByLabel(label)
          .fill({ C: '300', P: '180', F: '60', S: '3200', W: '3600' }[label.charAt(0)] ?? '30');
      for (const label of ['Training, sets', 'Cardio, min', 'Posing, min', 'Sleep, h'])
        await page.getByLabel(label).fill('8');
    };
    await fill();
    await page.getByRole('button', { name: 'Make the steady board' }).click();
    await expect(page.getByText(/3 days: so short a time moves water, salt, carbs/)).toBeVisible();
    // A lever food carries the carbs.
    await page.getByRole('button', { name: 'Choose a lever food' }).click();
    await page.getByLabel('Food with carbs').fill('rice cakes');
    await page.getByRole('option', { name: /^Rice cakes, plain/ }).click();
    await expect(page.getByText(/Fit moves it alone/)).toBeVisible();
    // The show after it: the same protocol, with sodium changed.
    await page.getByRole('button', { name: 'Make its 7 days' }).click();
    await fill();
    await page.getByRole('combobox', { name: 'with this changed' }).press('Enter');
    await page.getByRole('option', { name: 'Sodium: Up with the carbs' }).click();
    await page.getByRole('button', { name: 'Make it by this protocol' }).click();
    const beside = page.getByRole('region', { name: 'Compared with an earlier peak' });
    await expect(beside.getByRole('list', { name: 'Where this board departs' })).toContainText(
      'Sodium: Up with the carbs (before: Constant)',
    );
    // It is rehearsed before: what would run into the peak week is said.
    await page.getByRole('button', { name: 'Rehearse this board' }).click();
    const dialog = page.getByRole('dialog', { name: 'Rehearse this board' });
    await dialog.getByRole('combobox', { name: 'How much of it' }).press('Enter');
    await page.getByRole('option', { name: 'its last two days' }).click();
    await dialog.getByRole('button', { name: 'Put it on the season' }).click();
    await page.getByRole('combobox', { name: 'Peak week' }).press('Enter');
    await expect(page.getByRole('option', { name: 'Rehearsal' })).toBeVisible();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Review and sign' }).click();
    await expect(page.getByRole('button', { name: 'Sign the season' })).toBeVisible();
    await accessible(page);
  },
);

test('on a phone the day stands first, and what is felt has an answer', async ({ page }) => {
  await enterAs(page, 'Ilva Threst');
  await page.goto('/peak');
  await expect(page.getByRole('region', { name: 'Now and next' })).toContainText('4 days to go');
  await expect(page.getByText('carbs +22 g')).toBeVisible();
  await page.getByRole('button', { name: 'dizziness' }).click();
  await expect(page.getByText(/^Stop and drink/)).toBeVisible();
  await page.getByRole('button', { name: 'confusion' }).click();
  await expect(page.getByText('Call the emergency number now, and do not be alone.')).toBeVisible();
  await accessible(page);
});

test(
  'five days after a show the kilograms are explained, and the weeks after it are laid without a deficit',
  { tag: '@desk' },
  async ({ page }) => {
    await enterAs(page, 'Sunniva Pell');
    await page.goto('/peak');
    const after = page.getByRole('region', { name: 'After the show' });
    await expect(after).toContainText('5 days since');
    await expect(after).toContainText('water, food and glycogen, not tissue');
    await accessible(page);
    await after.getByRole('button', { name: 'Plan small steps' }).click();
    await page.getByRole('button', { name: 'Review and sign' }).click();
    await expect(page.getByRole('region', { name: 'Changes' })).toContainText('Step 4 after the show');
    await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
    await expect(page.getByText('Nothing changed.')).toBeVisible();
  },
);
