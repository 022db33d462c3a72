import { reviewOrder, phaseTemplate } from '@maul/core/plan';
import { describe, expect, test } from '@jest/globals';
import { DEFAULT_PROFILE } from '@maul/contract/people';
import { type DayDocument } from '@maul/contract/diary';
import { isoDate } from '@maul/core/units';
import { emptyDraft, orderOf } from './orderDraft.ts';

const today = isoDate('2026-11-24');
const day = {
  date: today,
  today,
  athlete: {
    id: 'a',
    sex: 'male',
    birthDate: isoDate('1997-01-01'),
    heightCm: 178,
    hasCoach: true,
    profile: DEFAULT_PROFILE,
  },
  season: { events: [], phases: [phaseTemplate('cut', today, isoDate('2027-01-20'), 'cut')] },
  bases: [
    {
      id: 'b',
      from: today,
      weightKg: 80,
      leanKg: 68,
      expenditure: 2800,
      expenditureSd: 90,
      carbBasis: 'total',
      expenditureFrom: 'balance',
    },
  ],
  orders: [],
} as unknown as DayDocument;
const draft = { ...emptyDraft(today), amount: '-20', dayTypes: ['low'], lever: ' the potato ' };

describe('an order while it is written', () => {
  test('complete, it binds its day types; all of them means every day', () => {
    expect(orderOf(draft, day, 'o')).toMatchObject({
      phaseId: 'cut',
      dayTypes: ['low'],
      lever: 'the potato',
      until: null,
    });
    expect(orderOf({ ...draft, dayTypes: ['low', 'high'] }, day, 'o')?.dayTypes).toBeNull();
    expect(orderOf({ ...draft, macro: 'FAT' }, day, 'o')?.lever).toBeNull();
  });
  test.each([
    ['no amount', { amount: '' }],
    ['no number', { amount: 'abc' }],
    ['nothing changed', { amount: '0' }],
    ['no day type', { dayTypes: [] }],
    ['in the past', { from: '2026-11-23' }],
    ['no such date', { from: '2026-13-01' }],
    ['no such end', { until: 'x' }],
    ['no phase then', { from: '2027-05-01' }],
  ])('%s: not an order yet', (_, change) => expect(orderOf({ ...draft, ...change }, day, 'o')).toBeNull());
  test('absolute zero is an order', () =>
    expect(orderOf({ ...draft, kind: 'absolute', amount: '0' }, day, 'o')).not.toBeNull());
  test('before and after, in step, and the cautions of it', () => {
    const order = orderOf({ ...draft, amount: '-150' }, day, 'o')!;
    const { before, after, cautions } = reviewOrder(day, order, day.athlete, today);
    expect(before).toHaveLength(after.length);
    expect((before[0]?.windows.CARB?.aim ?? 0) - (after[0]?.windows.CARB?.aim ?? 0)).toBe(150);
    expect(cautions.map((c) => c.id)).toContain('very-low-intake');
  });
});
