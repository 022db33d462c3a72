import { expect, test } from '@playwright/test';
import { Secret, TOTP } from 'otpauth';
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
  // Both pages ask for an email.
  await expect(page.getByRole('heading', { name: 'A new password' })).toBeVisible();
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

test('an account: two-step sign-in, its history, and deleting it and keeping it after all @desk', async ({
  page,
}) => {
  const email = `life-${Date.now()}@example.test`;
  const password = 'kelp over flat stones';
  await page.goto('/sign-up');
  await page.getByLabel('Name').fill('Guarded');
  await page.getByLabel('Email').fill(email);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Make the account' }).click();
  await page.waitForURL(/\/start/);

  await page.goto('/account');
  await page.getByLabel('Current password, for two-step sign-in').fill(password);
  await page.getByRole('button', { name: 'Set it up' }).click();
  const secret = Secret.fromBase32(
    ((await page.getByTestId('factor-secret').textContent()) ?? '').replaceAll(' ', ''),
  );
  const codeIn = (steps: number) => new TOTP({ secret }).generate({ timestamp: Date.now() + steps * 30_000 });
  await accessible(page);
  await page.getByLabel('Code from your phone').fill('000 000');
  await page.getByRole('button', { name: 'Turn it on' }).click();
  await expect(page.getByRole('alert')).toContainText('Nothing was turned on.');
  await page.getByLabel('Code from your phone').fill(codeIn(0));
  await page.getByRole('button', { name: 'Turn it on' }).click();
  await expect(page.getByText('On. After your password')).toBeVisible();
  await page.getByRole('button', { name: 'Sign out here' }).click();

  await page.getByLabel('Email').fill(email);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByLabel('Code from your phone')).toBeFocused();
  await accessible(page);
  await page.getByLabel('Code from your phone').fill(codeIn(1));
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.waitForURL(/\/start/);

  await page.goto('/account');
  await expect(page.getByRole('cell', { name: 'You turned two-step sign-in on' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete the account …' }).click();
  await page.getByLabel('Current password, to delete the account').fill(password);
  await page.getByRole('button', { name: 'Delete in seven days' }).click();
  await expect(page.getByText('This account and all its data will be deleted on')).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('button', { name: 'Delete the account …' })).toBeVisible();
  await expect(page.getByRole('cell', { name: 'You kept the account after all' })).toBeVisible();
});

test('an account: a passkey signs in without a password, until it is removed @desk', async ({
  page,
  baseURL,
}) => {
  // Passkeys hold for a name. The authenticator is the browser's own, made for tests.
  const at = (baseURL ?? '').replace('127.0.0.1', 'localhost');
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('WebAuthn.enable');
  await devtools.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
  await page.goto(`${at}/sign-up`);
  await page.getByLabel('Name').fill('Passes By');
  await page.getByLabel('Email').fill(`key-${Date.now()}@example.test`);
  await page.getByLabel('Password').fill('kelp over flat stones');
  await page.getByRole('button', { name: 'Make the account' }).click();
  await page.waitForURL(/\/start/);

  await page.goto(`${at}/account`);
  await page.getByLabel('Name of this device').fill('Kitchen tablet');
  await page.getByLabel('Current password, for a passkey').fill('kelp over flat stones');
  await page.getByRole('button', { name: 'Make a passkey here' }).click();
  await expect(page.getByText('not used yet')).toBeVisible();
  // One device, one passkey.
  await page.getByLabel('Current password, for a passkey').fill('kelp over flat stones');
  await page.getByRole('button', { name: 'Make a passkey here' }).click();
  await expect(page.getByRole('alert')).toContainText('No passkey was made');
  await page.getByRole('button', { name: 'Sign out here' }).click();
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click();
  await page.waitForURL(/\/start/);

  await page.goto(`${at}/account`);
  await expect(page.getByText('last used')).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Remove' }).click();
  await expect(page.getByRole('cell', { name: 'You removed a passkey' })).toBeVisible();
  await page.getByRole('button', { name: 'Sign out here' }).click();
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click();
  await expect(page.getByRole('alert')).toContainText('No account here has this passkey.');
});
