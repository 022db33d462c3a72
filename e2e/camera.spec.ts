import { expect, test } from '@playwright/test';
import bwip from 'bwip-js/node';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { newAthlete } from './people.ts';

/** A picture that stands before the camera: ten frames of the code of an invented package. */
const CODE = '2041800000003';
const folder = mkdtempSync(join(tmpdir(), 'maul-camera-'));
const film = join(folder, 'code.mjpeg');
const bars = await bwip.toBuffer({
  bcid: 'ean13',
  text: CODE,
  scale: 3,
  height: 20,
  includetext: true,
  backgroundcolor: 'FFFFFF',
});
const frame = await sharp({ create: { width: 640, height: 480, channels: 3, background: '#ffffff' } })
  .composite([{ input: bars, gravity: 'centre' }])
  .jpeg({ chromaSubsampling: '4:2:0', quality: 92 })
  .toBuffer();
writeFileSync(film, Buffer.concat(Array.from({ length: 10 }, () => frame)));
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

test.use({
  launchOptions: {
    executablePath: '/usr/bin/chromium',
    chromiumSandbox: false,
    args: [
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${film}`,
    ],
  },
  permissions: ['camera'],
});

test('the code of a package is read by the camera, and goes the way of a typed one', async ({ page }) => {
  const athlete = await newAthlete(page, 'Code Reader');
  await athlete.meal('08:00');
  await page.goto('/today');
  await page.getByRole('button', { name: 'Add a food' }).first().click();
  await page.getByRole('button', { name: 'Read a code with the camera' }).click();
  // It is seen, put into the search, and found as if it had been typed.
  await expect(page.getByRole('searchbox', { name: /Find a food/ })).toHaveValue(`0${CODE}`, {
    timeout: 30_000,
  });
  await expect(page.getByRole('dialog', { name: 'Hold the code before the camera' })).toHaveCount(0);
  await page.getByRole('button', { name: /Harbourmill oats/ }).click();
  await expect(page.getByText('Harbourmill oats').first()).toBeVisible();
});
