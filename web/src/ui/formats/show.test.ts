import { describe, expect, test } from '@jest/globals';
import { isoDate } from '@maul/core/units';
import { type Season } from '@maul/core/plan';
import { orderText } from '../../plan/index.ts';
import {
  datesInWords,
  gramsText,
  longDate,
  momentText,
  plural,
  standing,
  weeksAndDays,
  windowText,
} from './show.ts';

describe('figures in words', () => {
  test('windows, floors and ceilings', () => {
    expect(windowText({ low: 134, high: 146 })).toBe('134–146');
    expect(windowText({ low: 150, high: Infinity })).toBe('at least 150');
    expect(windowText({ low: 0, high: 40 })).toBe('at most 40');
  });
  const window = { low: 134, high: 146 };
  test.each([
    [140, 'inside', 'inside'],
    [89, 'short', '45 short'],
    [150.2, 'over', '4 over'],
    [146.3, 'over', '0.3 over'],
    [146.01, 'over', '0.1 over'],
    [133.04, 'short', '1 short'],
  ] as const)('%d is %s: %s', (value, state, text) => expect(standing(value, window, state)).toBe(text));
  test('weeks and days', () => {
    expect(weeksAndDays({ days: 48, weeks: 6, restDays: 6 })).toBe('6 weeks 6 days');
    expect(weeksAndDays({ days: 7, weeks: 1, restDays: 0 })).toBe('1 week');
    expect(weeksAndDays({ days: 1, weeks: 0, restDays: 1 })).toBe('1 day');
    expect(weeksAndDays({ days: 0, weeks: 0, restDays: 0 })).toBe('today');
    expect(plural(2, 'change waits', 'changes wait')).toBe('2 changes wait');
  });
  test('dates in a sentence', () => {
    expect(datesInWords('It ends 2027-01-18 and not on 2027-13-45.')).toBe(
      'It ends Mon 18 Jan 2027 and not on 2027-13-45.',
    );
  });
  test('grams and dates', () => {
    expect([gramsText(150), gramsText(33.3), gramsText(28.35)]).toEqual(['150', '33.3', '28.35']);
    expect(longDate(isoDate('2026-03-15'))).toBe('Sunday 15 March');
  });
});

test('an order in one line', () => {
  const season = {
    events: [],
    phases: [
      {
        id: 'p',
        dayTypes: [
          { id: 'low', name: 'Low' },
          { id: 'high', name: 'High' },
        ],
      },
    ],
  } as unknown as Season;
  const order = {
    phaseId: 'p',
    dayTypes: ['low'],
    macro: 'CARB' as const,
    change: { kind: 'relative' as const, amount: -20 },
    lever: null,
    from: isoDate('2026-03-17'),
    until: null,
  };
  expect(orderText(order, season)).toBe('carbs −20 g on low days from Tue 17 Mar');
  expect(orderText({ ...order, macro: 'ENERC', lever: 'the rice' }, season)).toBe(
    'energy −20 kcal on low days from Tue 17 Mar, through the rice',
  );
  expect(
    orderText(
      { ...order, dayTypes: null, change: { kind: 'absolute', amount: 120 }, until: isoDate('2026-03-20') },
      season,
    ),
  ).toBe('carbs to 120 g on all days from Tue 17 Mar until Fri 20 Mar');
});

test('a moment says its day only where that is another', () => {
  const now = new Date(2026, 10, 28, 23, 30);
  expect(momentText(new Date(2026, 10, 28, 6, 5), now)).toBe('06:05');
  expect(momentText(new Date(2026, 10, 27, 23, 59), now)).toBe('Fri 27 Nov, 23:59');
});
