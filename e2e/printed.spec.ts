import { expect, test } from '@playwright/test';
import { inflateSync } from 'node:zlib';
import { enterAs } from './house.ts';

/** For each page of a PDF of the browser: how often it sets text. A page that was left empty sets none. */
const textOfPages = (pdf: Buffer): number[] => {
  const file = pdf.toString('latin1');
  const contents = [...file.matchAll(/\/Type \/Page\b[^s][\s\S]*?\/Contents (\d+) 0 R/g)].map(([, id]) => id);
  return contents.map((id) => {
    const start = file.indexOf('stream', file.search(new RegExp(`(^|\\n)${id} 0 obj`))) + 'stream'.length;
    const from = file.startsWith('\r\n', start) ? start + 2 : start + 1;
    // The contents of an empty page may have no length at all.
    const packed = pdf.subarray(from, file.indexOf('endstream', from));
    const set = packed.length > 1 ? inflateSync(packed).toString('latin1') : '';
    return set.match(/\bT[jJ]\b/g)?.length ?? 0;
  });
};

for (const path of ['/today', '/week'])
  test(`${path} is printed whole, with no empty page`, { tag: '@desk' }, async ({ page }) => {
    await enterAs(page, 'Sunniva Pell');
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.waitForLoadState('networkidle');
    await page.emulateMedia({ media: 'print' });
    // Nothing that scrolls on the screen is cut on paper.
    const cut = await page.evaluate(() =>
      [...document.querySelectorAll('#root, #root *')]
        .filter(
          (e) =>
            e.closest('[aria-hidden="true"]') === null &&
            getComputedStyle(e).overflowY !== 'visible' &&
            e.scrollHeight > e.clientHeight + 1 &&
            e.clientHeight > 1,
        )
        .map((e) => `${e.tagName} ${e.className}`),
    );
    expect(cut).toEqual([]);
    const pages = textOfPages(await page.pdf({ format: 'A4' }));
    expect(pages.length).toBeGreaterThan(0);
    expect(pages.filter((texts) => texts === 0)).toEqual([]);
  });
