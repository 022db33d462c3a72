import { afterEach, expect, test } from '@jest/globals';
import { type InStock, STOCK_PAGE } from '@maul/contract/kitchen';
import { endTimers } from '../../testing/timers.ts';
import { ApiProblem } from '../api.ts';
import { askWholeStock } from './kitchenWork.ts';

const ME = '01890a5d-ac96-774b-bcce-b302099a8057';
endTimers();
const box = (n: number): InStock => ({
  id: `018f0000-0000-7000-8000-${String(n).padStart(12, '0')}`,
  athleteId: ME,
  kind: 'box',
  name: `Stew ${n}`,
  food: { id: 'stew', name: 'Stew', state: 'cooked', source: 'own', per100g: { ENERC: 120 } },
  grams: 300,
  place: 'fridge',
  batchId: null,
  division: null,
  since: '2026-11-28T12:00:00.000Z',
  thawed: false,
  cookedAt: '2026-11-28T12:00:00.000Z',
  openedAt: null,
  labelUntil: null,
  useBy: '2026-12-01T12:00:00.000Z',
  holds: [],
  dinerId: null,
  version: 1,
  deleted: false,
  left: 300,
  planned: 0,
});
const ALL = Array.from({ length: 2 * STOCK_PAGE + 10 }, (_, n) => box(n));
const real = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = real;
});
/** A house with all boxes, asked page by page; what lies behind a page may be cut off, or refused. */
const serve = (cutFrom = Infinity, refused = false): number[] => {
  const asked: number[] = [];
  globalThis.fetch = (to) => {
    const skip = Number(new URL(to as string, 'http://maul').searchParams.get('skip'));
    asked.push(skip);
    if (skip >= cutFrom && !refused) return Promise.reject(new TypeError('Failed to fetch'));
    const no = { type: 'urn:maul:problem:not-found', title: 'No', status: 404, detail: 'Not yours.' };
    if (skip >= cutFrom) return Promise.resolve(new Response(JSON.stringify(no), { status: 404 }));
    const stock = ALL.slice(skip, skip + STOCK_PAGE);
    const more = skip + STOCK_PAGE < ALL.length;
    return Promise.resolve(new Response(JSON.stringify({ stock, more, waste: 0 })));
  };
  return asked;
};

test('plans reckon with everything in stock, however many pages it has', async () => {
  const asked = serve();
  expect((await askWholeStock(ME)).map((item) => item.id)).toEqual(ALL.map((item) => item.id));
  expect(asked).toEqual([0, STOCK_PAGE, 2 * STOCK_PAGE]);
});
test('while the server is away they reckon with what is known here; a refusal is said', async () => {
  serve(2 * STOCK_PAGE);
  expect(await askWholeStock(ME)).toHaveLength(2 * STOCK_PAGE);
  serve(0);
  await expect(askWholeStock(ME)).rejects.toThrow();
  serve(STOCK_PAGE, true);
  await expect(askWholeStock(ME)).rejects.toBeInstanceOf(ApiProblem);
});
