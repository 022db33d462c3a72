import { expect, type Page, test } from '@playwright/test';
import { accessible, enterAs } from './house.ts';
import { typeInto } from './people.ts';

/** Presses on the keyboard, counted. */
const counted = (page: Page) => {
  let keys = 0;
  return {
    press: async (key: string) => {
      keys += 1;
      await page.keyboard.press(key);
    },
    count: () => keys,
  };
};

test('a week is read against its windows, given words and sent, and the day says what is due', async ({
  page,
}) => {
  await enterAs(page, 'Bastien Korr');
  await page.goto('/today');
  await expect(page.getByText(/^Your week to .* is due since/)).toBeVisible();
  await page.getByRole('link', { name: 'Look at it and send it' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'The week' })).toBeVisible();
  await expect(page.getByText(/No harm done/)).toBeVisible();
  await expect(page.getByRole('row', { name: /^Protein g/ }).first()).toBeVisible();
  await accessible(page);
  // What is typed is still there after the page was left.
  await page.getByRole('textbox', { name: 'Your words' }).fill('Two late dinners, both guessed.');
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Your words' })).toHaveValue(
    'Two late dinners, both guessed.',
  );
});

test(
  'a draft is chosen and signed as an order on the sheet, by keyboard alone',
  { tag: '@desk' },
  async ({ page }) => {
    await enterAs(page, 'Tilde Amsel');
    await page.goto('/roster');
    await page.getByRole('link', { name: /^Read \d+ weeks$/ }).click();
    const title = page.getByRole('heading', { level: 1 });
    await expect(title).toContainText(' to ');
    const mine = (await title.textContent()) ?? '';
    const ways = page.getByRole('radiogroup', { name: 'Ways to go on' });
    await expect(ways).toBeVisible();
    // What may hurt stands above the sheet, what was ordered before with what came of it below.
    await expect(page.getByRole('region', { name: 'Cautions' }).getByRole('listitem').first()).toContainText(
      'doctor',
    );
    await expect(page.getByRole('region', { name: 'What came of it' })).toContainText('Should bring');
    await accessible(page);
    const keys = counted(page);
    await keys.press('2');
    await expect(ways.getByRole('radio', { name: /From expenditure/ })).toBeChecked();
    await keys.press('o');
    const dialog = page.getByRole('dialog', { name: 'Draft of an order' });
    await expect(dialog.getByText(/^New window/)).toBeVisible();
    // A caution is read and stood by, each with a key.
    const open = dialog.getByRole('checkbox', { name: 'I have read this and stand by it', checked: false });
    await expect(async () => {
      // Those of the log are read a moment later than those of the plan.
      while ((await open.count()) > 0) {
        await open.first().focus();
        await keys.press('Space');
      }
      await expect(dialog.getByRole('button', { name: 'Sign and send' })).toBeEnabled({ timeout: 1000 });
    }).toPass();
    const reason = await dialog.getByRole('textbox', { name: 'Reason' }).inputValue();
    expect(reason).toContain('From expenditure');
    await dialog.getByRole('textbox', { name: 'Reason' }).focus();
    await keys.press('Control+Enter');
    await expect(dialog).toBeHidden();
    const orders = page.getByRole('region', { name: 'Orders in the week' });
    await expect(orders.getByText('signed since it was sent').first()).toBeVisible();
    await expect(orders).toContainText(reason);
    // With the answer after it, it is still few keys.
    await keys.press('c');
    await keys.press('Enter');
    await expect(title).not.toHaveText(mine);
    expect(keys.count()).toBeLessThanOrEqual(14);
  },
);

test(
  'weeks that wait are read and answered by keyboard alone, in the order of need, and the athlete sees it',
  { tag: '@desk' },
  async ({ page, browser }) => {
    await enterAs(page, 'Tilde Amsel');
    await page.goto('/roster');
    await page.getByRole('link', { name: /^Read \d+ weeks$/ }).click();
    const line = page.getByText(/^week \d+ of \d+ that wait$/);
    await expect(line).toHaveText(/^week 1 of/);
    await accessible(page);
    const of = Number((await line.textContent())?.match(/of (\d+)/)?.[1]);
    expect(of).toBeGreaterThan(2);
    const first = await page.getByRole('heading', { level: 1 }).textContent();
    const keys = counted(page);
    // Put off, it comes last; next and previous walk through them.
    await keys.press('l');
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(first ?? '');
    const second = (await page.getByRole('heading', { level: 1 }).textContent()) ?? '';
    await keys.press('j');
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(second);
    await keys.press('k');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(second);
    // A remark goes into the answer with one press; then the answer is sent, and the next week is there.
    await page
      .getByRole('row')
      .getByRole('button', { name: /over\.|under\.|weighed\./ })
      .first()
      .press('Enter');
    await page.keyboard.type('Tell me about that day.');
    const before = keys.count();
    await keys.press('Control+Enter');
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(second);
    // No change is an answer too, with one key.
    const third = (await page.getByRole('heading', { level: 1 }).textContent()) ?? '';
    await keys.press('c');
    await expect(page.getByRole('button', { name: 'No change' })).toBeFocused();
    await keys.press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(third);
    expect(keys.count() - before).toBeLessThanOrEqual(6);
    await page.goto('/roster');
    await expect(
      page.getByRole('link', { name: of - 2 === 1 ? 'Read 1 week' : `Read ${of - 2} weeks` }),
    ).toBeVisible();

    const name = second.split(',')[0] ?? '';
    const context = await browser.newContext();
    const theirs = await context.newPage();
    await enterAs(theirs, name);
    await theirs.goto('/today');
    await theirs.getByText(/was answered/).waitFor();
    await theirs.getByRole('link', { name: 'Read it' }).click();
    await expect(theirs.getByRole('list', { name: 'Answers' })).toContainText('Tell me about that day.');
    await expect(theirs.getByText(/Tilde Amsel opened it on/)).toBeVisible();
    await accessible(theirs);
    await theirs.goto('/today');
    await expect(theirs.getByText('The day lands on')).toBeVisible();
    await expect(theirs.getByText(/was answered/)).toBeHidden();
    await context.close();
  },
);

test('words wait on both sides in one list, and are answered there', async ({ page, browser }) => {
  await enterAs(page, 'Sunniva Pell');
  await page.goto('/today');
  await page.getByRole('button', { name: 'Write beside meal 1' }).click();
  const word = `May I swap the walk? ${test.info().project.name}`;
  await page.getByRole('textbox', { name: 'Write beside meal 1' }).fill(word);
  await page.getByRole('combobox', { name: 'About' }).click();
  const food = page.getByRole('option').nth(1);
  const about = (await food.textContent()) ?? '';
  await food.click();
  await page.getByRole('button', { name: 'Write', exact: true }).click();
  await expect(page.getByText(`Sunniva Pell: ${about}: ${word}`)).toBeVisible();
  await page.goto('/questions');
  await expect(page.getByRole('region', { name: 'You wait for others' })).toContainText(word);
  const context = await browser.newContext();
  const coach = await context.newPage();
  await enterAs(coach, 'Tilde Amsel');
  await coach.getByRole('link', { name: 'Questions' }).click();
  const yours = coach.getByRole('region', { name: 'They wait for you' });
  const mine = yours.getByRole('listitem').filter({ hasText: word });
  await expect(mine).toContainText('Sunniva Pell');
  await expect(mine).toContainText(about);
  await accessible(coach);
  const field = mine.getByRole('textbox', { name: 'Answer to Sunniva Pell' });
  await field.fill('Yes, to tomorrow.');
  // What is typed is still there after the page was left.
  await coach.reload();
  await expect(field).toHaveValue('Yes, to tomorrow.');
  await field.press('Control+Enter');
  await expect(mine).toBeHidden();
  // The athlete sees it without asking again.
  const answered = page
    .getByRole('region', { name: 'They wait for you' })
    .getByRole('listitem')
    .filter({ hasText: 'Yes, to tomorrow.' });
  await expect(answered).toBeVisible();
  await answered.getByRole('button', { name: 'Needs no answer' }).click();
  await expect(answered).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(answered).toBeVisible();
  await accessible(page);
  // When the coach is asked nothing is said, typed as a clock is, and taken back.
  const silence = coach.getByRole('region', { name: 'Hours of silence' });
  await typeInto(silence, 'From', '21:30');
  await typeInto(silence, 'To', '06:15');
  await silence.getByRole('button', { name: /^(Keep these hours|Change)$/ }).click();
  await expect(silence).toContainText('From 21:30 to 06:15');
  await silence.getByRole('button', { name: 'No silence' }).click();
  await expect(silence).toContainText('None are kept');
  await context.close();
});

test(
  'a protocol is written once, tried on everybody, and signed for those whom it cannot hurt',
  { tag: '@desk' },
  async ({ page }) => {
    await enterAs(page, 'Tilde Amsel');
    await page.getByRole('link', { name: 'Protocols' }).click();
    await page.getByRole('button', { name: 'New protocol' }).click();
    await page.getByRole('menuitem', { name: /^Order/ }).click();
    const form = page.getByRole('form', { name: 'A protocol' });
    await form.getByLabel('Name', { exact: true }).fill('A little more');
    await form.getByLabel('Change, %').fill('6');
    await expect(form.getByRole('button', { name: 'Keep' })).toBeDisabled();
    await form.getByLabel('Reason').fill('Six per cent more carbs; then we look again.');
    await accessible(page);
    await form.getByRole('button', { name: 'Keep' }).click();
    const each = page.getByRole('region', { name: 'For each athlete' });
    const rows = each.getByRole('row');
    await expect(rows).toHaveCount(7);
    // Other grams for each: what is added is six per cent of what they have.
    const text = await rows.filter({ hasText: 'Sunniva Pell' }).innerText();
    const [before, after] = [...text.matchAll(/\d+/g)].map(Number);
    expect((after ?? 0) - (before ?? 0)).toBe(Math.round(0.06 * (before ?? 0)));
    const box = each.getByRole('checkbox', { name: 'Sign for Sunniva Pell' });
    await box.check();
    await accessible(page);
    await each.getByRole('button', { name: 'Sign for 1 athlete' }).click();
    await expect(rows.filter({ hasText: 'Sunniva Pell' })).toContainText('Signed.');
    await expect(box).toBeDisabled();
    await expect(page.getByText(/^Runs: Sunniva Pell \(version 1, from/)).toBeVisible();
    await page.getByRole('button', { name: 'Offer it no longer' }).click();
    await expect(page.getByText('None yet.')).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('button', { name: /^A little more version 3/ })).toBeVisible();
    await page.getByRole('link', { name: 'Dates' }).click();
    await expect(page.getByRole('heading', { level: 2, name: /today/ })).toBeVisible();
    await expect(page.getByText('Tarn Valley Winter Cup').first()).toBeVisible();
    await accessible(page);
  },
);

test(
  'a season is taken from one athlete, tried on all, signed where nothing may hurt, and looked at where something may',
  { tag: '@desk' },
  async ({ page }) => {
    await enterAs(page, 'Tilde Amsel');
    await page.getByRole('link', { name: 'Protocols' }).click();
    await page.getByRole('button', { name: 'New protocol' }).click();
    await page.getByRole('menuitem', { name: /^Season/ }).click();
    const form = page.getByRole('form', { name: 'A protocol' });
    await form.getByRole('combobox', { name: 'Take it from the season of' }).click();
    await page.getByRole('option', { name: 'Sunniva Pell' }).click();
    await form.getByRole('button', { name: 'Take what is to come of it' }).click();
    await form.getByLabel('Name', { exact: true }).fill('Out of the show');
    await form.getByLabel('Weeks').first().fill('2');
    await form.getByLabel('Reason').fill('Two weeks for everybody whose show is over.');
    await accessible(page);
    await form.getByRole('button', { name: 'Keep' }).click();
    const each = page.getByRole('region', { name: 'For each athlete' });
    const row = (name: string) => each.getByRole('row').filter({ hasText: name });
    await expect(row('Sunniva Pell')).toContainText('Post-show from');
    // Who peaks now is left alone, and it is said why.
    await expect(row('Ilva Threst')).toContainText('Their peak week runs');
    await expect(row('Ilva Threst').getByRole('checkbox')).toBeDisabled();
    await accessible(page);
    await row('Sunniva Pell').getByRole('checkbox').check();
    await each.getByRole('button', { name: 'Sign for 1 athlete' }).click();
    await expect(row('Sunniva Pell')).toContainText('Signed.');
    await expect(page.getByText(/^Runs: Sunniva Pell \(version 1, from/)).toBeVisible();
    // A hard caution: it lies in that athlete's season as a draft, with what it changes and what may hurt.
    await row('Bastien Korr').getByRole('button', { name: 'Look at it in their season' }).click();
    await expect(page).toHaveURL(/\/season$/);
    await expect(page.getByText(/^\d+ changes, not signed\.$/)).toBeVisible();
    await page.getByRole('link', { name: 'Protocols' }).click();
    await page.getByRole('button', { name: 'Offer it no longer' }).click();
  },
);

test(
  'what a coach asks with every week is asked on the phone, kept as it was answered, and read on the sheet',
  { tag: '@desk' },
  async ({ page, browser }) => {
    await enterAs(page, 'Tilde Amsel');
    await page.getByRole('link', { name: 'Protocols' }).click();
    await page.getByRole('button', { name: 'New protocol' }).click();
    await page.getByRole('menuitem', { name: /^Check-in form/ }).click();
    const form = page.getByRole('form', { name: 'A protocol' });
    await form.getByLabel('Name', { exact: true }).fill('Every week');
    await form.getByRole('textbox', { name: 'Question 1' }).fill('How much is left in the legs?');
    await form.getByRole('button', { name: 'Another question' }).click();
    await form.getByRole('textbox', { name: 'Question 2' }).fill('Waist at the navel');
    await form.getByLabel('Answered by').nth(1).click();
    await page.getByRole('option', { name: 'a number' }).click();
    await form.getByRole('textbox', { name: 'Unit' }).fill('cm');
    await form.getByLabel('Reason').fill('So that we compare the same things.');
    await accessible(page);
    await form.getByRole('button', { name: 'Keep' }).click();
    const each = page.getByRole('region', { name: 'For each athlete' });
    await each.getByRole('checkbox', { name: 'Sign for Ysolde Brannick' }).check();
    await each.getByRole('button', { name: 'Sign for 1 athlete' }).click();
    await expect(each.getByRole('row').filter({ hasText: 'Ysolde Brannick' })).toContainText('Signed.');

    const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
    const phone = await context.newPage();
    await enterAs(phone, 'Ysolde Brannick');
    await phone.goto('/week');
    const byHand = phone.getByRole('button', { name: 'Read or send the week up to yesterday' });
    const asks = phone.getByRole('region', { name: 'Tilde Amsel asks' });
    const open = async () => {
      await expect(byHand.or(asks).first()).toBeVisible();
      if (await byHand.isVisible()) await byHand.click();
    };
    await open();
    await asks.getByRole('button', { name: '4', exact: true }).click();
    await asks.getByLabel('Waist at the navel (cm)').fill('71.5');
    // What is answered stays on the device until it is sent.
    await phone.reload();
    await open();
    await expect(asks.getByLabel('Waist at the navel (cm)')).toHaveValue('71.5');
    await accessible(phone);
    await phone.getByRole('button', { name: 'Send the week' }).click();
    await expect(phone.getByText('71.5 cm').first()).toBeVisible();
    await context.close();

    await page.getByRole('link', { name: 'Roster' }).click();
    await page.getByRole('link', { name: 'Ysolde Brannick' }).first().click();
    await page.waitForURL(/\/athletes\//);
    await page.goto(`${page.url().replace(/\/athletes\/([^/]+).*/, '/athletes/$1')}/review`);
    const said = page.getByLabel('Asked with every week');
    await expect(said).toContainText('How much is left in the legs?');
    await expect(said).toContainText('4 of 5');
    await expect(said).toContainText('71.5 cm');
  },
);
