import { describe, expect, test } from '@jest/globals';
import { addDays, isoDate } from '../units/index.ts';
import {
  packetSeen,
  checkInDue,
  correctionsOf,
  meanWindow,
  type PacketDay,
  type PacketRow,
  remarksOf,
  rowMean,
  rowState,
  rowText,
} from './packet.ts';

const MONDAY = isoDate('2026-11-16');
const day = (
  n: number,
  figures: PacketDay['figures'],
  windows: PacketDay['windows'] = {},
  atLeast: PacketRow[] = [],
): PacketDay => ({ day: addDays(MONDAY, n), dayType: 'low', figures, windows, atLeast });
const CARBS = { carbs: { low: 134, high: 146 } };

describe('a week as it is read', () => {
  test('means are of the days that are known, and say how many', () => {
    expect(rowMean([day(0, { carbs: 140 }), day(1, {}), day(2, { carbs: 150 })], 'carbs')).toEqual({
      mean: 145,
      days: 2,
    });
    expect(rowMean([day(0, {})], 'carbs')).toBeUndefined();
  });
  test('a window without an upper end stays without one', () => {
    const open = { protein: { low: 180, high: null } };
    expect(
      meanWindow([day(0, {}, open), day(1, {}, { protein: { low: 200, high: 210 } })], 'protein'),
    ).toEqual({
      low: 190,
      high: null,
    });
    expect(rowState(500, open.protein)).toBe('inside');
  });
  test('what is at least so much is never short, and can be over', () => {
    expect(rowState(2000, { low: 3000, high: 3400 }, true)).toBe('inside');
    expect(rowState(3500, { low: 3000, high: 3400 }, true)).toBe('over');
    expect(rowState(2000, { low: 3000, high: 3400 })).toBe('short');
  });
  test.each([
    ['water', 3600, '3.6'],
    ['weighed', 0.58, '58'],
    ['sodium', 3384.4, '3,384'],
    ['weight', 77.64, '77.6'],
  ] as const)('%s %d reads %s', (row, value, text) => expect(rowText(row, value)).toBe(text));
});

describe('what stands out', () => {
  // Worked: 158 is 12 over 146, one window of 12 g wide; 147 is a twelfth of it.
  test('a figure outside its window by how much; one that barely is, is not worth a word', () => {
    expect(
      remarksOf([
        day(3, { carbs: 158 }, CARBS),
        day(4, { carbs: 147 }, CARBS),
        day(5, { carbs: 140 }, CARBS),
      ]),
    ).toEqual([
      { day: '2026-11-19', row: 'carbs', far: 1, sentence: 'Carbs 12 g over.', short: '12 g over' },
    ]);
  });
  test('the farthest count where there are many, in the order of the days', () => {
    const many = [5, 1, 3].map((n) => day(n, { carbs: 146 + 12 * n }, CARBS));
    expect(remarksOf(many, 2).map((r) => [r.day, Math.round(r.far)])).toEqual([
      ['2026-11-19', 3],
      ['2026-11-21', 5],
    ]);
  });
  test('shares and marks are said in their own words', () => {
    expect(
      remarksOf([
        day(
          5,
          { weighed: 0.58, hunger: 5 },
          { weighed: { low: 0.85, high: null }, hunger: { low: 1, high: 3 } },
        ),
      ]).map((r) => r.sentence),
    ).toEqual(['Hunger 2 over.', 'Only 58 % weighed.']);
  });
});

describe('corrections after it was sent', () => {
  test('every figure that reads otherwise; what rounds to the same is none', () => {
    const sent = [day(0, { carbs: 140.2, steps: 9000 }), day(1, { carbs: 150 })];
    const now = [day(0, { carbs: 140.4, steps: 9120 }), day(1, {})];
    expect(correctionsOf(sent, now)).toEqual([
      { day: '2026-11-16', row: 'steps', sent: 9000, now: 9120 },
      { day: '2026-11-17', row: 'carbs', sent: 150, now: undefined },
    ]);
  });
});

describe('which packet is due', () => {
  const due = (today: string, sentTo: string | null, weekday = 1, daily = false) =>
    checkInDue({ weekday, today: isoDate(today), sentTo: sentTo === null ? null : isoDate(sentTo), daily });
  // 16 November 2026 is a Monday.
  test.each([
    ['on its day', '2026-11-16', null, { to: '2026-11-15', on: '2026-11-16', late: 0 }],
    ['two days late', '2026-11-18', null, { to: '2026-11-15', on: '2026-11-16', late: 2 }],
    [
      'six days late, the day before the next',
      '2026-11-22',
      null,
      { to: '2026-11-15', on: '2026-11-16', late: 6 },
    ],
    ['sent', '2026-11-18', '2026-11-15', null],
    ['the one before was sent', '2026-11-16', '2026-11-08', { to: '2026-11-15', on: '2026-11-16', late: 0 }],
    [
      'sent by hand in the middle of a week',
      '2026-11-16',
      '2026-11-12',
      { to: '2026-11-15', on: '2026-11-16', late: 0 },
    ],
  ])('%s', (_, today, sentTo, wanted) => expect(due(today, sentTo)).toEqual(wanted));
  test('a peak week asks every day', () => {
    expect(due('2026-11-18', '2026-11-16', 1, true)).toEqual({ to: '2026-11-17', on: '2026-11-18', late: 0 });
    expect(due('2026-11-18', '2026-11-17', 1, true)).toBeNull();
  });
  // The clocks change on 25 October 2026: a day late is still a day.
  test('over a change of the clocks', () =>
    expect(due('2026-10-26', null, 7)).toEqual({ to: '2026-10-24', on: '2026-10-25', late: 1 }));
});

describe('a week as somebody sees it with whom only some of it is shared', () => {
  const week = {
    days: [day(0, { carbs: 140, weight: 78, sleep: 7 })],
    week: { kg: 78, mornings: 5 },
    before: null,
    cycleDay: 12,
    looks: [{}],
    questions: [{}],
    pictures: ['a', 'b'],
    came: [{}],
    cautions: [
      { id: 'very-low-intake' as const },
      { id: 'losing-too-fast' as const },
      { id: 'low-energy-availability' as const },
      { id: 'illness' as const },
      { id: 'long-mini-cut' as const },
    ],
  };
  test('everything is shared: nothing is left out', () => {
    expect(packetSeen(week, ['log', 'body', 'pictures', 'health', 'messages'])).toEqual(week);
  });
  test('each kind takes its own along', () => {
    expect(packetSeen(week, ['log', 'pictures', 'messages'])).toMatchObject({
      days: [{ figures: { carbs: 140 } }],
      week: null,
      cycleDay: null,
      looks: [],
      pictures: ['a', 'b'],
    });
    expect(packetSeen(week, ['body'])).toMatchObject({
      days: [{ figures: { weight: 78, sleep: 7 } }],
      questions: [],
      pictures: [],
    });
    const cautions = (sees: string[]) => packetSeen(week, sees).cautions.map((c) => c.id);
    // What comes from the plan alone is known to who may read the plan.
    expect(cautions([])).toEqual(['long-mini-cut']);
    expect(cautions(['log'])).toEqual(['very-low-intake', 'long-mini-cut']);
    expect(cautions(['body'])).toEqual(['losing-too-fast', 'long-mini-cut']);
    expect(cautions(['log', 'body'])).toHaveLength(4);
    expect(cautions(['health'])).toEqual(['illness', 'long-mini-cut']);
    expect([packetSeen(week, ['log']).came, packetSeen(week, ['body']).came]).toEqual([[], [{}]]);
    // A week of before says nothing of pictures: it still does not.
    expect(packetSeen({ ...week, pictures: undefined }, ['body']).pictures).toBeUndefined();
  });
});
