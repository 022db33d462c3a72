import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { benchSpan, roundStep, scaleEnd, ticksBetween } from './geometry.ts';
import { ruleText } from './Gauge.tsx';
import { railPosition, railTicks } from '../../diary/index.ts';
import { readGrams } from '../../foods/index.ts';

describe('the rule', () => {
  test('steps are 1, 2 or 5 times a power of ten', () => {
    expect([roundStep(100, 5), roundStep(354, 5), roundStep(40, 8), roundStep(0, 3)]).toEqual([20, 50, 5, 1]);
    expect(ticksBetween(130, 170, 10)).toEqual([130, 140, 150, 160, 170]);
    expect(ticksBetween(0, 0.3, 0.1)).toEqual([0, 0.1, 0.2, 0.3]);
  });
  test('law: the window and the landing point always lie on the scale', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 5000, noNaN: true }),
        fc.double({ min: 0, max: 5000, noNaN: true }),
        fc.integer({ min: 1, max: 5000 }),
        (value, planned, high) => {
          const end = scaleEnd(value, planned, { low: high, high });
          expect(end).toBeGreaterThan(value + planned);
          expect(end).toBeGreaterThan(high);
        },
      ),
    );
  });
  test('the bench zooms to 20 g to each side when it is near', () => {
    expect(benchSpan(156, 150)).toEqual({ lo: 130, hi: 170 });
    expect(benchSpan(100, 150).lo).toBe(0);
    expect(benchSpan(4, 5).lo).toBe(0);
    expect(benchSpan(300, 150)).toEqual({ lo: 0, hi: 318 });
  });
  test('and says itself in words', () => {
    expect(
      ruleText({ label: 'Carbs', unit: 'g', value: 89, planned: 61, window: { low: 134, high: 146 } }),
    ).toBe('89 g carbs, 45 short; lands 150, 4 over; window 134 to 146');
    expect(ruleText({ label: 'Carbs', unit: 'g', value: 140, window: null })).toBe('140 g carbs');
  });
});

describe('the rail', () => {
  const meals = fc
    .uniqueArray(fc.integer({ min: 0, max: 1439 }), { minLength: 1, maxLength: 8 })
    .map((minutes) => minutes.sort((a, b) => a - b).map((m, i) => ({ minutes: m, y: 20 + i * 110 })));
  test('law: later never stands above earlier, and a meal stands at its own time', () => {
    fc.assert(
      fc.property(meals, (anchors) => {
        const place = railPosition(anchors, 1000);
        for (const { minutes, y } of anchors) expect(place(minutes)).toBeCloseTo(y, 6);
        for (let m = 0; m < 1440; m += 13) expect(place(m + 13)).toBeGreaterThanOrEqual(place(m) - 1e-9);
      }),
    );
  });
  test('hours are labelled where there is room', () => {
    const labels = railTicks(
      [
        { minutes: 160, y: 30 },
        { minutes: 1000, y: 700 },
      ],
      760,
      240,
    ).filter((t) => t.major);
    for (const [i, tick] of labels.entries())
      if (i > 0) expect(tick.y - labels[i - 1]!.y).toBeGreaterThanOrEqual(17);
    expect(labels.map((l) => l.label)).toContain('12');
  });
});

describe('a rule in words', () => {
  test('a floor has no upper end; a ceiling begins at nothing', () => {
    const rule = { label: 'Protein', unit: 'g', value: 120, planned: 40 };
    expect(ruleText({ ...rule, window: { low: 150, high: Infinity } })).toBe(
      '120 g protein, 30 short; lands 160, inside; window at least 150',
    );
    expect(ruleText({ ...rule, planned: 0, window: { low: 0, high: 100 } })).toBe(
      '120 g protein, 20 over; window 0 to 100',
    );
    expect(scaleEnd(120, 0, { low: 150, high: Infinity })).toBeGreaterThan(150);
  });
});

describe('typed grams', () => {
  test.each([
    ['150', 150],
    ['150,5', 150.5],
    [' 60 g ', 60],
    ['', null],
  ])('%j is %p', (text, grams) => expect(readGrams(text)).toMatchObject({ grams }));
  test('in ounces where the athlete weighs in ounces, and either way where the unit is typed (NIST SP 811)', () => {
    expect(readGrams('4', 'oz').grams).toBe(113.4);
    expect(readGrams('100 g', 'oz').grams).toBe(100);
    expect(readGrams('2oz').grams).toBe(56.7);
    expect(readGrams('x', 'oz').fault).toContain('“x” is no amount.');
  });
  test.each(['-5', '0', '5001', 'ten', '1e3', '1.2.3'])('%j is refused with a sentence', (text) => {
    expect(readGrams(text).grams).toBeNull();
    expect(readGrams(text).fault).toMatch(/\.$/);
  });
});

// WCAG 2.2, 1.4.3: contrast of text, (L1 + 0.05) / (L2 + 0.05) >= 4.5.
describe('the palette', () => {
  const css = readFileSync(join(import.meta.dirname, '../theme/tokens.css'), 'utf8');
  const roles = (theme: string) =>
    Object.fromEntries<string>(
      [
        ...(css.split(`[data-theme='${theme}'] {`)[1]?.split('}')[0] ?? '').matchAll(/--(\w+): (#\w{6})/g),
      ].map((m) => [m[1] ?? '', m[2] ?? ''] as const),
    );
  const luminance = (hex: string) => {
    const [r, g, b] = [1, 3, 5]
      .map((i) => parseInt(hex.slice(i, i + 2), 16) / 255)
      .map((c) => (c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4));
    return 0.2126 * (r ?? 0) + 0.7152 * (g ?? 0) + 0.0722 * (b ?? 0);
  };
  const contrast = (a: string, b: string) => {
    const [high, low] = [luminance(a), luminance(b)].sort((x, y) => y - x);
    return ((high ?? 0) + 0.05) / ((low ?? 0) + 0.05);
  };
  test.each(['light', 'dark'])('%s: every ink is readable on every surface', (theme) => {
    const color = roles(theme);
    for (const ink of ['ink', 'ink2', 'ink3', 'verd', 'madder', 'brass'])
      for (const surface of ['paper', 'sheet', 'well'])
        expect(contrast(color[ink] ?? '', color[surface] ?? '')).toBeGreaterThanOrEqual(4.5);
  });
});
