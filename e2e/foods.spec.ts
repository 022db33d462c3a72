import { typeInto } from './people.ts';
import { expect, test } from '@playwright/test';
import { accessible, enterAs } from './house.ts';

test('a food from its label: audited while it is typed, asked about, kept as it is stated', async ({
  page,
}) => {
  await enterAs(page, test.info().project.name === 'desktop' ? 'Bastien Korr' : 'Ilva Threst');
  await page.getByRole('button', { name: 'Add a meal' }).click();
  await typeInto(page, 'Time', '23:20');
  await page.getByRole('button', { name: 'Add and choose a food' }).click();
  await page.getByLabel(/Find a food:/).fill('Harbour bar');
  await page.getByRole('button', { name: 'New food' }).click();
  const form = page.getByRole('dialog', { name: 'New food, from its label' });
  await expect(form.getByLabel('Name')).toHaveValue('Harbour bar');
  await form.getByLabel('Fat, g', { exact: true }).fill('20');
  await form.getByLabel('Protein, g').fill('-5');
  await expect(form.getByText('A number, not below zero')).toBeVisible();
  // By hand: 4 x 20 + 9 x 5 + 4 x 30 = 245 kcal, 1,025 kJ; fat and protein are typed the other way round.
  await form.getByLabel('Protein, g').fill('5');
  await form.getByLabel('Carbohydrate, g').fill('30');
  await form.getByLabel('Energy, kcal').fill('245');
  const audit = form.getByTestId('label-audit');
  await expect(audit).toContainText('It would fit if fat and protein were the other way round.');
  await audit.getByRole('button', { name: 'Yes, swap them' }).click();
  await expect(audit).toContainText('The stated 245 kcal fit the macros');
  await form.getByLabel('Energy, kcal').fill('1025');
  await expect(audit).toContainText('Is it kilojoules? Then it is 245 kcal.');
  await audit.getByRole('button', { name: 'Yes, it is kJ' }).click();
  await expect(audit).toContainText('fit the macros');
  await form.getByLabel('One serving, g').fill('40');
  await accessible(page);
  await form.getByRole('button', { name: 'Keep this food' }).click();
  const amount = page.getByRole('dialog', { name: 'Harbour bar' });
  await amount.getByRole('button', { name: '+ serving (40 g)' }).click();
  await amount.getByRole('button', { name: 'Add', exact: true }).click();
  const article = page.locator('article').filter({ hasText: '23:20' });
  // 40 g of 245 kcal per 100 g.
  await expect(article.locator('.portion .col').first()).toHaveText('98');
  await page.reload();
  await expect(article.locator('.portion-name')).toContainText('Harbour bar');
});
