import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseQuickLine } from './parse.ts';
import { rangeSpread } from '../uncertainty.ts';
import { pickFood, readQuickAmount } from './resolve.ts';
import { type QuickEntry } from './types.ts';

const foods = (line: string) =>
  parseQuickLine(line).entries.map((e) =>
    e.kind === 'food' ? [e.amount?.text ?? null, e.amount?.to ?? null, e.food, e.mark, e.reason] : e.kind,
  );

describe('foods with amounts', () => {
  test.each<[string, unknown[]]>([
    ['180 g potato', ['180 g', null, 'potato', null, null]],
    ['180g potato', ['180 g', null, 'potato', null, null]],
    ['potato 180 g', ['180 g', null, 'potato', null, null]],
    ['potato', [null, null, 'potato', null, null]],
    ['2 eggs', ['2', null, 'eggs', null, null]],
    ['two eggs', ['2', null, 'eggs', null, null]],
    ['1 1/2 cups oats', ['1 1/2 cups', null, 'oats', null, null]],
    ['½ pack ricotta', ['½ pack', null, 'ricotta', null, null]],
    ['half a pack ricotta', ['half pack', null, 'ricotta', null, null]],
    ['a handful of almonds', ['a handful', null, 'almonds', null, null]],
    ['4,5 oz chicken breast', ['4,5 oz', null, 'chicken breast', null, null]],
    ['250 mL skim milk', ['250 mL', null, 'skim milk', null, null]],
    ['2 fl oz cream', ['2 fl oz', null, 'cream', null, null]],
    ['~200-300 g rice', ['200 g', '300 g', 'rice', 'eye', null]],
    ['200–300 g rice', ['200 g', '300 g', 'rice', 'eye', null]],
    ['~out 180 g curry (sauce unknown)', ['180 g', null, 'curry', 'out', 'sauce unknown']],
    ['150 g salmon !', ['150 g', null, 'salmon', 'true', null]],
    ['? 150 g salmon', ['150 g', null, 'salmon', 'plan', null]],
    ['2 slices rye bread', ['2 slices', null, 'rye bread', null, null]],
    ['7up 330 ml', ['330 ml', null, '7up', null, null]],
    ['3-bean salad', [null, null, '3-bean salad', null, null]],
    ['vitamin C 500', ['500', null, 'vitamin C', null, null]],
  ])('%s', (line, expected) => {
    expect(foods(line)).toEqual([expected]);
  });
  test('a mark before everything is meant for all; each food may carry another', () => {
    expect(foods('! 150 g rice, 120 g salmon').map((f) => (f as unknown[])[3])).toEqual(['true', 'true']);
    expect(foods('~150 g rice, 120 g salmon !; ? 2 eggs').map((f) => (f as unknown[])[3])).toEqual([
      'eye', 'true', 'plan',
    ]); // prettier-ignore
    expect(parseQuickLine('#3 ~out 900 kcal, 200 g rice').entries.map((e) => 'mark' in e && e.mark)).toEqual([
      'out', 'out',
    ]); // prettier-ignore
  });
  test('several at once, a decimal comma among them', () => {
    expect(foods('80 g oats, 1,5 scoops whey; 2 eggs + 100 g rice').map((f) => (f as unknown[])[0])).toEqual([
      '80 g',
      '1,5 scoops',
      '2',
      '100 g',
    ]);
  });
  test('where the food stands, so that a completion can take its place', () => {
    const line = '#2 80 g oats, 150 g pot';
    const last = parseQuickLine(line).entries.at(-1);
    expect(last?.kind === 'food' && line.slice(...last.foodAt)).toBe('pot');
  });
});

describe('thousands and mixed units', () => {
  const amount = (line: string) => {
    const [entry] = parseQuickLine(line).entries;
    return entry?.kind === 'food' ? [entry.food, entry.amount?.text, entry.amount?.to] : entry;
  };
  test.each([
    ['1,200 g potato', ['potato', '1,200 g', null]],
    ['1 200 g potato', ['potato', '1 200 g', null]],
    ['potato 1,200 g', ['potato', '1,200 g', null]],
    ['1 lb 4 oz potato', ['potato', '1 lb 4 oz', null]],
    ['potato 1 lb 4 oz', ['potato', '1 lb 4 oz', null]],
    ['1 kg 200 g potato', ['potato', '1 kg 200 g', null]],
    ['1,000-1,200 g stew', ['stew', '1,000 g', '1,200 g']],
    ['2 eggs, 80 g oats', ['eggs', '2', null]],
  ])('%s', (line, wanted) => expect(amount(line)).toEqual(wanted));
  test('energy and water in thousands', () => {
    expect(parseQuickLine('1,000 kcal').entries[0]).toMatchObject({
      figures: { ENERC: { low: 1000, high: 1000 } },
    });
    expect(parseQuickLine('1 000 kcal').entries[0]).toMatchObject({
      figures: { ENERC: { low: 1000, high: 1000 } },
    });
    expect(parseQuickLine('1,500 ml water').entries[0]).toMatchObject({ kind: 'water', millilitres: 1500 });
    expect(parseQuickLine('1.5 l water').entries[0]).toMatchObject({ kind: 'water', millilitres: 1500 });
    // One and a half millilitres are no drink.
    expect(parseQuickLine('1.500 ml water').entries[0]).toMatchObject({ kind: 'water', millilitres: 1500 });
    expect(parseQuickLine('5 ml water').entries[0]).toMatchObject({ kind: 'water', millilitres: 5 });
  });
  test('what may be one or a thousand asks, and the rest is kept', () => {
    const line = parseQuickLine('1.200 kcal; 2 eggs');
    expect(line.faults[0]?.sentence).toContain('may be 1.2 or 1,200');
    expect(line.entries).toHaveLength(1);
  });
});

describe('what looks wrong and is not', () => {
  test.each<[string, string, string | undefined]>([
    ['50 g 85 % chocolate', '85 % chocolate', '50 g'],
    ['80 g 7 grain bread', '7 grain bread', '80 g'],
    ['80 g rice +', 'rice', '80 g'],
    ['+ 80 g rice', 'rice', '80 g'],
    ['٨٠ g rice', 'rice', '80 g'],
    ['８０ g rice', 'rice', '80 g'],
    ['80 g ７ grain bread', '７ grain bread', '80 g'],
    ['500 mg salt', 'salt', '500 mg'],
    ['vitamin C 500', 'vitamin C', '500'],
  ])('%s', (line, name, amount) => {
    const { entries, faults } = parseQuickLine(line);
    expect(faults).toEqual([]);
    expect(entries).toMatchObject([{ food: name, amount: { text: amount } }]);
  });
  test('a milligram is a thousandth, not a gram', () =>
    expect(readQuickAmount({ text: '500 mg', to: null }, {}, null)).toMatchObject({ grams: 0.5 }));
  test('a minus between two ends is a range', () =>
    expect(parseQuickLine('800 - 1200 kcal').entries[0]).toMatchObject({
      figures: { ENERC: { low: 800, high: 1200 } },
    }));
});

describe('which meal', () => {
  test.each<[string, number | null, string | null]>([
    ['#3 180 g rice', 3, null],
    ['13:30 180 g rice', null, '13:30'],
    ['#3 13:30 180 g rice', 3, '13:30'],
    ['7:05: oats', null, '07:05'],
    ['at 00:30 quark', null, '00:30'],
    ['now 30 g whey', null, 'now'],
    ['nowhere bread', null, null],
  ])('%s', (line, number, time) => {
    const { place, entries, faults } = parseQuickLine(line);
    expect(place).toEqual({ number, time });
    expect([entries.length, faults]).toEqual([1, []]);
  });
  test('25:00 is no time, and the rest is kept', () => {
    const read = parseQuickLine('25:00 180 g rice');
    expect(read.faults).toEqual([
      { at: [0, 5], sentence: '25:00 is no time: a day runs from 00:00 to 23:59.' },
    ]);
    expect(read.entries).toHaveLength(1);
  });
});

describe('only energy, only macros, copies, water', () => {
  test.each<[string, Partial<QuickEntry>]>([
    ['650 kcal', { kind: 'bare', label: '', figures: { ENERC: { low: 650, high: 650 } }, mark: null }],
    [
      '~800-1200 kcal curry house',
      { kind: 'bare', label: 'curry house', figures: { ENERC: { low: 800, high: 1200 } }, mark: 'eye' },
    ],
    [
      'P 40 C 60 F 10 canteen',
      {
        kind: 'bare',
        label: 'canteen',
        figures: { PROCNT: { low: 40, high: 40 }, CARB: { low: 60, high: 60 }, FAT: { low: 10, high: 10 } },
      },
    ],
    [
      '900 kcal F30 dinner',
      {
        kind: 'bare',
        label: 'dinner',
        figures: { ENERC: { low: 900, high: 900 }, FAT: { low: 30, high: 30 } },
      },
    ],
    [
      '393 kcal P 39 C 30 F 13 fibre 6',
      { kind: 'bare', figures: { ENERC: { low: 393, high: 393 }, FIBTG: { low: 6, high: 6 } } },
    ],
    ['4184 kJ soup', { kind: 'bare', label: 'soup', figures: { ENERC: { low: 1000, high: 1000 } } }],
    ['= #2', { kind: 'copy', number: 2, day: 0, times: 1 }],
    ['= #2 yesterday', { kind: 'copy', number: 2, day: 1 }],
    ['= all yesterday', { kind: 'copy', number: null, day: 1 }],
    ['=#4 x3', { kind: 'copy', number: 4, day: 0, times: 3 }],
    ['= all 2026-11-20', { kind: 'copy', number: null, day: '2026-11-20' }],
    ['500 ml water', { kind: 'water', millilitres: 500 }],
    ['water 0.5 l', { kind: 'water', millilitres: 500 }],
  ])('%s', (line, expected) => {
    const read = parseQuickLine(line);
    expect(read.faults).toEqual([]);
    expect(read.entries[0]).toMatchObject(expected);
  });
  test.each([
    ['180 g', '180 g of what? Name a food, as in 180 g potato.'],
    ['-50 g rice', '“-50” is below zero. Type an amount above it, as in 50 g.'],
    ['1e9 g rice', '“1e9” is no amount. Type it as 150 g or 2 slices.'],
    ['150 g potato, -20g butter', '“-20” is below zero'],
    ['= banana', 'A copy is written'],
    ['= all', 'A day cannot be copied onto itself'],
    ['= all 2026-02-30', '2026-02-30 is not a day of the calendar.'],
    ['= #2 x50', 'once to twelve times'],
    ['1200-800 kcal', 'The lower end of a range comes first.'],
    ['99999 kcal', 'No meal holds so much'],
    ['-100 kcal', '“-100” is below zero. Type a figure from 0, or leave it out where it is not known.'],
    ['soup −200 kJ', '“−200” is below zero'],
    ['P 40 F -5', '“-5” is below zero'],
    ['0 ml water', '“0 ml” is no drink of water: 5 mL to 5 L.'],
    ['99 l water', '“99 l” is no drink of water'],
    ['80 g 60 g rice', 'There are two amounts, 80 g and 60 g.'],
    ['1,2,3 g rice', '“1,2,3” is no amount.'],
    ['80 g rice #9', 'The meal comes first in the line, as in #9 80 g rice.'],
    ['80 g rice @13:00', 'The meal comes first in the line, as in 13:00 80 g rice.'],
    ['80 g rice ! ~', 'Two marks stand at one food.'],
    ['!', 'A mark alone says nothing'],
  ])('%s is said', (line, sentence) => {
    expect(parseQuickLine(line).faults[0]?.sentence).toContain(sentence);
  });
});

test('never throws, and every place lies on the line', () => {
  const fragments = fc.constantFrom(
    '~',
    '!',
    '=',
    '#2',
    '13:30',
    '25:61',
    '180 g',
    '½',
    'kcal',
    'P 40',
    ' + ',
    ', ',
    ';',
    '(',
    ')',
    '-',
    'potato',
    '1/0',
    'x3',
    '０',
    '٨',
    '\n',
    '200-300',
    'out',
  );
  const line = fc.oneof(
    fc.string({ maxLength: 80 }),
    fc.array(fragments, { maxLength: 14 }).map((a) => a.join(' ')),
    fc.string({ unit: 'binary', maxLength: 40 }),
  );
  fc.assert(
    fc.property(line, (text) => {
      const { entries, faults } = parseQuickLine(text);
      for (const { at } of [...entries, ...faults]) {
        expect(at[0]).toBeGreaterThanOrEqual(0);
        expect(at[1]).toBeLessThanOrEqual(text.length);
        expect(at[0]).toBeLessThanOrEqual(at[1]);
      }
      for (const entry of entries)
        if (entry.kind === 'food') {
          expect(text.slice(...entry.foodAt)).toBe(entry.food);
          if (entry.amount)
            readQuickAmount(entry.amount, { measures: [{ name: 'egg', grams: 60 }] }, entry.mark);
        }
    }),
    { numRuns: 2000 },
  );
});

describe('which food is meant', () => {
  const food = (name: string, state = 'cooked', recent = false) => ({
    id: name,
    name,
    state,
    recent,
    own: false,
  });
  test('the one named exactly, the only one, the only one eaten lately', () => {
    const rice = food('Rice, white');
    expect(pickFood('rice white', [food('Rice, white, long grain'), rice])).toEqual({ food: rice });
    const skyr = food('Skyr', 'as sold');
    expect(pickFood('sky', [skyr])).toEqual({ food: skyr });
    const lately = food('Potato, boiled', 'cooked', true);
    expect(pickFood('pot', [food('Potato', 'raw'), lately])).toEqual({ food: lately });
    const egg = food('Egg, whole', 'raw');
    expect(pickFood('eggs', [egg])).toEqual({ food: egg });
  });
  test('two that may be meant: it asks; none: it says so', () => {
    expect(pickFood('rice', [food('Rice, white'), food('Rice, brown')])).toHaveProperty('ask');
    expect(pickFood('xyz', [])).toEqual({ none: true });
  });
});

describe('how much of it', () => {
  const egg = {
    measures: [
      { name: 'small', grams: 48 },
      { name: 'medium', grams: 60, spread: 0.08 },
    ],
  };
  test('a count of a food in pieces is pieces; a weight is a weight', () => {
    expect(readQuickAmount({ text: '2', to: null }, egg, null)).toMatchObject({
      grams: 120,
      method: 'pieces',
    });
    expect(readQuickAmount({ text: '120', to: null }, egg, null)).toMatchObject({ grams: 120, method: null });
    expect(readQuickAmount({ text: '180 g', to: null }, {}, 'true')).toMatchObject({
      grams: 180,
      method: 'scale',
    });
  });
  test('a few of what is not counted asks', () => {
    expect(
      readQuickAmount({ text: '2', to: null }, { measures: [{ name: 'cup', grams: 90 }] }, null),
    ).toEqual({
      ask: [
        { label: '2 cup (180 g)', amount: '2 cup' },
        { label: '2 g', amount: '2 g' },
      ],
    });
  });
  test('a handful and a splash are estimates; a splash of oil weighs less than one of water', () => {
    expect(readQuickAmount({ text: 'a handful', to: null }, {}, null)).toMatchObject({
      grams: 30,
      method: 'eye',
      spread: 0.4,
    });
    expect(readQuickAmount({ text: '1 splash', to: null }, { density: 0.9 }, null)).toMatchObject({
      grams: 9,
    });
  });
  test('a range is its middle, and its ends are a 90 % band (JCGM 100:2008, 4.3.5: half-width over k)', () => {
    const read = readQuickAmount({ text: '200 g', to: '300 g' }, {}, 'eye');
    expect(read).toMatchObject({ grams: 250, range: { low: 200, high: 300 }, method: 'eye' });
    expect(1.645 * rangeSpread(200, 300) * 250).toBeCloseTo(50, 1);
  });
  test.each([
    [{ text: '300 g', to: '200 g' }, 'The lower end of a range comes first.'],
    [{ text: '3 scoops', to: null }, '“scoops” is no unit of this food.'],
  ])('%#', (amount, sentence) => {
    expect((readQuickAmount(amount, {}, null) as { fault: string }).fault).toContain(sentence);
  });
});

describe('what is there raw and cooked', () => {
  const candidate = (name: string, state: string, recent = false) => ({ id: `${name} ${state}`, name, state, recent, own: false });
  const both = [candidate('Potato', 'raw'), candidate('Potato, boiled', 'cooked')];
  const states = (fragment: string, list: typeof both) => {
    const picked = pickFood(fragment, list);
    return 'ask' in picked ? picked.ask.map((f) => f.state) : 'food' in picked ? picked.food.state : 'none';
  };
  test('asks which, unless it was said or only one was eaten lately', () => {
    expect(states('potato', both)).toEqual(['raw', 'cooked']);
    expect(states('potato boiled', both)).toBe('cooked');
    expect(states('potato raw', both)).toBe('raw');
    expect(states('potato', [both[0]!, { ...both[1]!, recent: true }])).toBe('cooked');
    expect(states('potato', [both[0]!])).toBe('raw');
  });
}); // prettier-ignore

describe('amounts of the shop and the hand', () => {
  const read = (text: string, food: Parameters<typeof readQuickAmount>[1] = {}) =>
    readQuickAmount({ text, to: null }, food, null);
  const egg = { measures: [{ name: 'piece', grams: 60 }] };
  test('a large one is a fifth more than the usual piece, unless the food has large ones', () => {
    expect(read('2 large', egg)).toMatchObject({ grams: 144, method: 'pieces', spread: 0.15 });
    expect(read('small', egg)).toHaveProperty('fault');
    expect(read('1 small', egg)).toMatchObject({ grams: 48 });
    expect(read('2 large', { measures: [{ name: 'large', grams: 73 }] })).toMatchObject({ grams: 146 });
  });
  test.each(['can', 'bag', 'sleeve', 'pack', 'jar'])('a %s without a size asks which', (kind) => {
    const found = read(`1 ${kind}`);
    expect('ask' in found && found.ask.length).toBeGreaterThan(1);
    expect(read(`1 ${kind}`, { measures: [{ name: kind, grams: 130 }] })).toMatchObject({ grams: 130 });
  });
  test('two cans, half a pack, a bag of a food that states its pack', () => {
    const two = read('2 cans');
    expect('ask' in two && two.ask[0]).toEqual({ label: '240 g (2 of 120 g)', amount: '240 g' });
    const half = read('half pack');
    expect('ask' in half && half.ask[1]?.amount).toBe('125 g');
    const bag = read('1 bag', { measures: [{ name: 'pack', grams: 400 }] });
    expect('ask' in bag && bag.ask).toEqual([{ label: '400 g', amount: '400 g' }]);
  });
  test.each([
    ['a handful', 30],
    ['2 splashes', 20],
    ['1 dash', 1],
  ])('%s', (text, grams) => expect(read(text)).toMatchObject({ grams, method: 'eye' }));
});
