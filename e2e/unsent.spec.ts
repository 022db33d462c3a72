import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { accessible } from './house.ts';
import { newAthlete, signInAs } from './people.ts';

test(
  'a picture that was cut off goes on from there; signing out keeps it as a file, and brings it back',
  { tag: '@desk' },
  async ({ page }) => {
    const { email } = await newAthlete(page, 'Halfway Pryce');
    // Noise does not shrink: a picture of several pieces.
    const noise = { type: 'gaussian', mean: 128, sigma: 60 } as const;
    const create = { width: 900, height: 1200, channels: 3, background: '#808080', noise } as const;
    const buffer = await sharp({ create }).png().toBuffer();
    const offsets: number[] = [];
    let arrives = 2;
    await page.route('**/pictures/*/file?*', (route) => {
      if (route.request().method() !== 'PUT') return route.continue();
      offsets.push(Number(new URL(route.request().url()).searchParams.get('offset')));
      arrives -= 1;
      return arrives < 0 ? route.abort() : route.continue();
    });
    await page.goto('/pictures');
    await page.getByLabel('Files').setInputFiles({ name: 'front.png', mimeType: 'image/png', buffer });
    await expect(page.getByText('front.png waits on this device, encrypted')).toBeVisible();
    const piece = offsets[1] ?? 0;
    expect(offsets.slice(0, 3)).toEqual([0, piece, 2 * piece]);
    expect(buffer.length).toBeGreaterThan(3 * piece);

    await page.goto('/account');
    await page.getByRole('button', { name: 'Sign out here' }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText('Not sent: 1 picture.');
    await accessible(page);
    const saved = page.waitForEvent('download');
    await dialog.getByRole('button', { name: 'Save it as a file' }).click();
    const file = await (await saved).path();
    await expect(dialog).toContainText('Anybody who has the file can read it.');
    // After a reload it was tried from where it had arrived.
    expect(offsets.slice(2).every((offset) => offset === 2 * piece)).toBe(true);
    await dialog.getByRole('button', { name: 'Sign out', exact: true }).click();

    await page.waitForURL(/sign-in/);
    arrives = Infinity;
    await signInAs(page, email);
    await page.goto('/pictures');
    await expect(page.getByText('No picture yet.')).toBeVisible();
    await page.goto('/account');
    await page.getByLabel('Bring back what was saved as a file').setInputFiles(file);
    await expect(page.getByRole('alert')).toContainText('1 thing is back.');
    await page.goto('/pictures');
    await expect(page.locator('.strip li')).toHaveCount(1);
    await expect(page.locator('.beside img')).toHaveJSProperty('naturalWidth', 900);
  },
);
