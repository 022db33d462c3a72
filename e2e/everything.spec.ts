import { expect, test } from '@playwright/test';
import { accessible, enterAs, signUp } from './house.ts';

test(
  'everything is taken along as one file, and a new account reads it back',
  { tag: '@desk' },
  async ({ page, browser }) => {
    test.setTimeout(180_000);
    await enterAs(page, 'Ysolde Brannick');
    await page.goto('/trend');
    const trend = page.getByRole('region', { name: 'Pace' });
    const pace = await trend.innerText();
    await page.goto('/account');
    const part = page.getByRole('region', { name: 'Take everything' });
    await part.getByRole('button', { name: 'Take everything' }).click();
    const save = part.getByRole('link', { name: 'Save the file' });
    await save.waitFor({ timeout: 60_000 });
    await accessible(page);
    const [download] = await Promise.all([page.waitForEvent('download'), save.click()]);
    expect(download.suggestedFilename()).toMatch(/^maul-\d{4}-\d{2}-\d{2}\.zip$/);
    const path = await download.path();

    const context = await browser.newContext();
    const fresh = await context.newPage();
    await signUp(fresh, 'Ysolde Again', 'athlete');
    await expect(fresh.getByRole('heading', { name: 'Your start' })).toBeVisible();
    const field = fresh.getByLabel('File of everything');
    // Half a file is refused with a sentence, and the way stays open.
    await field.setInputFiles({
      name: 'half.zip',
      mimeType: 'application/zip',
      buffer: Buffer.from('PK half'),
    });
    await expect(fresh.getByText(/no ZIP, or its end is missing\. Nothing was taken\./)).toBeVisible();
    await accessible(fresh);
    await field.setInputFiles(path);
    await expect(fresh.getByText('The day lands on')).toBeVisible({ timeout: 60_000 });
    await fresh.goto('/trend');
    await expect(fresh.getByRole('region', { name: 'Pace' })).toHaveText(pace, { useInnerText: true });
    await fresh.goto('/orders');
    await expect(fresh.getByText(/Tilde Amsel,/).first()).toBeVisible();
    await context.close();
  },
);
