import { expect, test } from '@playwright/test';
import { accessible } from './house.ts';

test('an account: a guessable password, another one, ten codes, and the way back by one of them @desk', async ({
  page,
}) => {
  const email = `ways-${Date.now()}@example.test`;
  await page.goto('/sign-up');
  await page.getByLabel('Name').fill('Ways Back');
  await page.getByLabel('Email').fill(email);
  await page.getByLabel('Password').fill('password1234');
  await page.getByRole('button', { name: 'Make the account' }).click();
  await expect(page.getByRole('alert')).toContainText('among the first that somebody would guess');
  await page.getByLabel('Password').fill('kelp over flat stones');
  await page.getByRole('button', { name: 'Make the account' }).click();
  await page.waitForURL(/\/start/);

  await page.goto('/account');
  await expect(page.getByText('here, since')).toBeVisible();
  await page.getByLabel('Current password', { exact: true }).fill('not this one at all');
  await page.getByLabel('New password').fill('a tide of grey geese');
  await page.getByRole('button', { name: 'Change the password' }).click();
  await expect(page.getByRole('alert')).toContainText('This is not your current password.');
  await page.getByLabel('Current password', { exact: true }).fill('kelp over flat stones');
  await page.getByRole('button', { name: 'Change the password' }).click();
  await expect(page.getByRole('alert')).toContainText('Password changed.');
  await page.getByLabel('Current password, to make codes').fill('a tide of grey geese');
  await page.getByRole('button', { name: 'Make ten codes' }).click();
  const codes = page.getByRole('list', { name: 'Your codes' }).getByRole('listitem');
  await expect(codes).toHaveCount(10);
  await accessible(page);
  const code = (await codes.first().textContent()) ?? '';

  await page.getByRole('button', { name: 'Sign out here' }).click();
  await page.getByRole('link', { name: 'Set a new one with a code' }).click();
  await page.getByLabel('Email').fill(email);
  await page.getByLabel('Reset code').fill(code.toLowerCase());
  await page.getByLabel('New password').fill('and a third of my own');
  await accessible(page);
  await page.getByRole('button', { name: 'Change the password' }).click();
  await expect(page.getByRole('alert')).toContainText('Your password is changed');
  await page.getByRole('link', { name: 'Sign in' }).click();
  await page.getByLabel('Email').fill(email);
  await page.getByLabel('Password').fill('and a third of my own');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.waitForURL(/\/start/);
  await page.goto('/account');
  await expect(page.getByText('9 codes of yours are left.')).toBeVisible();
});
