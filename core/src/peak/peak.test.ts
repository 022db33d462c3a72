import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { testBoard } from '../testing/index.ts';
import { isoDate } from '../units/index.ts';
import { type Board, boardDay, boardDays, dayName, keepPast, offsetOn, setCell, showDate } from './board.ts';
import { boardFaults, type BoardFault, littleWater } from './limits.ts';
import { LOOK_RULES, proposeFromLook } from './looks.ts';
import { loggedTwice } from './water.ts';
import { type Column, COLUMNS, DEFAULT_PROTOCOL, type Protocol, SCHOOLS } from './schools.ts';

const board = (protocol: Partial<Protocol> = {}, change: Partial<Board> = {}): Board =>
  testBoard({ protocol: { ...DEFAULT_PROTOCOL, ...protocol }, ...change });
const row = (one: Board, column: Column, from: number, to: number): number[] =>
  Array.from({ length: to - from + 1 }, (_, i) => boardDay(one, from + i).cells[column].value);
const WEEK = { from: -7, to: 0 };
const faults = (one: Board, hasCoach = true): BoardFault[] =>
  boardFaults(one, WEEK, { hasCoach, weightKg: one.weightKg });
const ids = (one: Board, hasCoach = true): string[] =>
  faults(one, hasCoach).map((f) => `${f.level} ${f.id}${f.offset === null ? '' : ` ${f.offset}`}`);

describe('a board from its protocol', () => {
  // Worked by hand, 10 % a day on 210 g: 231, 254.1, 279.51, 307.461.
  test('steady carbs add a tenth a day from D−4', () =>
    expect(row(board(), 'carbs', -7, 0)).toEqual([210, 210, 210, 231, 254, 280, 307, 242]));
  // Worked: 1.0 g/kg x 78 = 78; 8 g/kg = 624; 4 g/kg = 312.
  test('depleted and loaded early: 78 g for three days, 624 g on D−3, then 312 g', () =>
    expect(row(board({ carbs: 'load-early' }), 'carbs', -7, -1)).toEqual([78, 78, 78, 312, 624, 312, 312]));
  // Worked: 1.3 x 3.6 L = 4.68 L, 4.7 on steps of 50 mL.
  test('water raised then normal: 4.7 L from D−6 to D−2', () =>
    expect(row(board({ water: 'raised' }), 'water', -7, -1)).toEqual([
      3600, 4700, 4700, 4700, 4700, 4700, 3600,
    ]));
  test('one protocol gives each athlete other grams', () => {
    const light = { ...board({ carbs: 'load-early' }), weightKg: 60 };
    expect(row(light, 'carbs', -3, -2)).toEqual([480, 240]);
  });
  test('sodium that goes with the carbs keeps their share', () => {
    const one = board({ sodium: 'with-the-carbs' });
    expect(row(one, 'sodium', -5, -4)).toEqual([3200, 3520]);
  });
  test('a cell set by hand says so, moves no other day, and can be given back', () => {
    const set = setCell(board(), -3, 'carbs', 260);
    expect(boardDay(set, -3).cells.carbs).toEqual({ value: 260, byHand: true });
    expect(boardDay(set, -2).cells.carbs.value).toBe(280);
    expect(boardDay(setCell(set, -3, 'carbs', null), -3).cells.carbs).toEqual({ value: 254, byHand: false });
  });
  test('a protocol that changes on D−3 leaves the days before as they were planned', () => {
    const early = board({ carbs: 'load-early' });
    const kept = keepPast(board(), early, -7, -3);
    expect(row(kept, 'carbs', -7, -2)).toEqual([210, 210, 210, 231, 624, 312]);
    expect(keepPast(board(), board(), -7, -3)).toEqual(board());
  });
  test('days are counted from the show, over a day after it too', () => {
    const span = { from: isoDate('2027-01-09'), to: isoDate('2027-01-17'), board: board({}, { after: 1 }) };
    expect(showDate(span)).toBe('2027-01-16');
    expect(boardDays(span).map((d) => dayName(d.offset))).toEqual(
      'D−7 D−6 D−5 D−4 D−3 D−2 D−1 D0 D+1'.split(' '),
    );
    // The clocks change on 28 March 2027: a day is still a day.
    expect(offsetOn({ to: isoDate('2027-03-29'), board: board() }, isoDate('2027-03-27'))).toBe(-2);
  });
  test('the first school of every column is its default', () => {
    for (const column of COLUMNS) expect(DEFAULT_PROTOCOL[column]).toBe(SCHOOLS[column][0].id);
    expect([DEFAULT_PROTOCOL.carbs, DEFAULT_PROTOCOL.sodium, DEFAULT_PROTOCOL.water]).toEqual([
      'steady',
      'constant',
      'usual',
    ]);
  });
});

describe('limits of a board', () => {
  const water = (mL: number, change: Partial<Board> = {}): string[] =>
    ids(setCell(board({}, change), -3, 'water', mL));
  test('the steady board of the worked athlete has nothing against it', () =>
    expect(ids(board())).toEqual([]));
  test.each([
    // 100 mL/kg of 78 kg is 7.8 L.
    [7750, []],
    [7800, []],
    [7850, ['refuse peak-water -3']],
    // The larger of 1.0 L and 15 mL/kg is 1.17 L.
    [1170, []],
    [1169, ['refuse peak-water-low -3']],
  ])('%d mL on D−3: %j', (mL, told) => expect(water(mL)).toEqual(told));
  test('never more than 8 L, however heavy; never less than a litre, however light', () => {
    expect(water(8000, { weightKg: 110 }).filter((t) => t.includes('water'))).toEqual([]);
    expect(water(8050, { weightKg: 110 })).toContain('refuse peak-water -3');
    expect(water(1000, { weightKg: 50 })).toEqual([]);
    expect(water(950, { weightKg: 50 })).toContain('refuse peak-water-low -3');
  });
  test('much water with little sodium: 60 mL/kg below 1,500 mg', () => {
    const salted = (mg: number, mL: number): string[] =>
      ids(setCell(setCell(board(), -3, 'sodium', mg), -3, 'water', mL)).filter((t) => t.startsWith('refuse'));
    expect(salted(1490, 4700)).toEqual(['refuse peak-water -3']);
    expect(salted(1500, 4700)).toEqual([]);
    expect(salted(1490, 4650)).toEqual([]);
  });
  test('under 30 mL/kg on two days running both confirm, on one day nobody', () => {
    const one = setCell(board(), -3, 'water', 2300);
    expect(ids(one)).toEqual([]);
    expect(ids(setCell(one, -2, 'water', 2300))).toEqual(['confirm peak-water-low -2']);
  });
  test('load and cut needs both, and is no plan without a coach', () => {
    const cut = board({ water: 'cut' });
    expect(ids(cut)).toContain('confirm peak-water-cut');
    expect(ids(cut, false)).toContain('refuse peak-water-cut');
  });
  test.each([
    [500, []],
    [490, ['confirm peak-sodium -3']],
  ])('%d mg sodium on D−3', (mg, told) =>
    expect(ids(setCell(board({}, { usual: { ...board().usual, sodium: 1400 } }), -3, 'sodium', mg))).toEqual(
      told,
    ),
  );
  test('more than three times as much from day to day is said', () => {
    const low = { ...board().usual, sodium: 1500 };
    expect(ids(setCell(board({}, { usual: low }), -3, 'sodium', 4500))).toEqual([]);
    expect(ids(setCell(board({}, { usual: low }), -3, 'sodium', 4510))).toEqual([
      'note peak-sodium -3',
      'note peak-sodium -2',
    ]);
  });
  test('sodium and water that both move cannot be read afterwards', () => {
    expect(ids(board({ sodium: 'reduced', water: 'raised' }))).toContain('note peak-mixed');
    expect(ids(board({ sodium: 'reduced' }))).not.toContain('note peak-mixed');
  });
  test('more carbs in a day than muscle takes up are said, and not refused', () =>
    expect(ids(setCell(board(), -3, 'carbs', 940))).toEqual(['note peak-carbs -3']));
  test('a law: no protocol, hand and body yields a board that is kept beyond a limit of water', () => {
    fc.assert(
      fc.property(
        fc.record({
          carbs: fc.constantFrom(...SCHOOLS.carbs.map((s) => s.id)),
          sodium: fc.constantFrom(...SCHOOLS.sodium.map((s) => s.id)),
          water: fc.constantFrom(...SCHOOLS.water.map((s) => s.id)),
        }),
        fc.double({ min: 40, max: 150, noNaN: true }),
        fc.integer({ min: 500, max: 12_000 }),
        fc.integer({ min: 200, max: 8000 }),
        fc.array(
          fc.tuple(
            fc.integer({ min: -7, max: 0 }),
            fc.constantFrom<Column>('water', 'sodium', 'carbs'),
            fc.integer({ min: 0, max: 15_000 }),
          ),
          { maxLength: 6 },
        ),
        (protocol, weightKg, usualWater, usualSodium, cells) => {
          const usual = { ...board().usual, water: usualWater, sodium: usualSodium };
          const one = cells.reduce(
            (b, [offset, column, value]) => setCell(b, offset, column, value),
            board(protocol, { weightKg, usual }),
          );
          if (boardFaults(one, WEEK, { hasCoach: true, weightKg }).some((f) => f.level === 'refuse')) return;
          for (let offset = WEEK.from; offset <= WEEK.to; offset += 1) {
            const { water: drunk, sodium } = boardDay(one, offset).cells;
            expect(drunk.value).toBeLessThanOrEqual(Math.min(8000, 100 * weightKg) + 1e-6);
            expect(drunk.value).toBeGreaterThanOrEqual(Math.max(1000, 15 * weightKg) - 1e-6);
            if (sodium.value < 1500) expect(drunk.value).toBeLessThanOrEqual(60 * weightKg + 1e-6);
          }
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('what a look proposes', () => {
  const DAY = { carbs: 231, water: 3600, littleWater: littleWater(78) };
  const less = [{ propose: 'less fluid' as const, why: 'Soft under the skin.' }];
  const soft = { fullness: 3, tightness: 2, waist: 2 };
  // Worked: a tenth of 3,600 mL is 350 on its step; 30 mL x 78 kg = 2,340 mL.
  test('less fluid: a tenth of the day, and never below 30 mL per kg', () => {
    expect(proposeFromLook(soft, DAY, less).lessWater).toBe(350);
    expect(proposeFromLook(soft, { ...DAY, water: 2450 }, less).lessWater).toBe(100);
    for (const water of [2340, 2389, 1500])
      expect(proposeFromLook(soft, { ...DAY, water }, less)).toMatchObject({ propose: 'wait', lessWater: 0 });
  });
  test.each([
    // 10 % of 231 g on steps of 5 g.
    [{ fullness: 2, tightness: 4, waist: 2 }, 'more carbs', 25],
    [{ fullness: 2, tightness: 4, waist: null }, 'more carbs', 25],
    [{ fullness: 2, tightness: 2, waist: 2 }, 'wait', 0],
    [{ fullness: 4, tightness: 4, waist: 4 }, 'wait', 0],
    [{ fullness: 4, tightness: 4, waist: 2 }, 'nothing', 0],
  ])('%j: %s', (look, propose, carbs) =>
    expect(proposeFromLook(look, DAY)).toMatchObject({ propose, carbs }),
  );
  test('rules are data: a coach may have others, and a look that none is about says so', () => {
    const own = [{ fullness: [1, 1] as const, propose: 'more carbs' as const, why: 'Very flat.' }];
    expect(proposeFromLook({ fullness: 2, tightness: 4, waist: 2 }, DAY, own).propose).toBe('nothing');
    expect(proposeFromLook({ fullness: 1, tightness: 4, waist: 2 }, { ...DAY, carbs: 60 }, own)).toEqual({
      propose: 'more carbs',
      carbs: 10,
      lessWater: 0,
      why: 'Very flat.',
    });
    expect(LOOK_RULES.at(-1)?.propose).toBe('nothing');
  });
});

describe('water that may be logged twice', () => {
  const at = (minutes: number, millilitres = 500) => ({ minutes, millilitres });
  test('the same amount within two minutes, and nothing beyond', () => {
    expect(loggedTwice([at(602), at(600)])).toEqual([at(600), at(602)]);
    expect(loggedTwice([at(600), at(603)])).toBeUndefined();
    expect(loggedTwice([at(600), at(601, 300), at(602)])).toEqual([at(600), at(602)]);
    expect(loggedTwice([at(600), at(601, 300)])).toBeUndefined();
    expect(loggedTwice([])).toBeUndefined();
  });
});
