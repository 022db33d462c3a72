import { describe, expect, test } from '@jest/globals';
import type { BodyPicture } from '@maul/contract/body';
import { isoDate } from '@maul/core/units';
import { comparisons, fileFault, poseName } from './pictures.ts';

const picture = (id: string, day: string, change: Partial<BodyPicture> = {}): BodyPicture => ({
  id,
  day: isoDate(day),
  pose: 'front',
  name: '',
  width: 600,
  height: 800,
  marks: null,
  addedAt: `${day}T06:00:00.000Z`,
  ...change,
});
const show = (date: string) => ({ id: date, kind: 'show' as const, name: 'Show', date: isoDate(date) });

describe('what a picture is laid beside', () => {
  const now = picture('now', '2026-11-28');
  const all = [
    now,
    picture('week', '2026-11-22'),
    picture('peak', '2026-05-16'),
    picture('before', '2026-03-28'),
    picture('first', '2026-01-03'),
    picture('other', '2026-11-21', { pose: 'back' }),
  ];
  test('last week, the same weeks out of the prep before, the last peak, the first', () => {
    // Seven weeks before 16 January; seven weeks before 16 May are 28 March.
    const season = { phases: [], events: [show('2026-05-16'), show('2027-01-16')] };
    expect(comparisons(all, now, season).map((c) => [c.name, c.picture.id])).toEqual([
      ['Last week', 'week'],
      ['Same week of the last prep', 'before'],
      ['The last peak', 'peak'],
      ['The first', 'first'],
    ]);
  });
  test('nothing is offered that is not there, and nothing twice', () => {
    const season = { phases: [], events: [] };
    expect(comparisons([now, picture('week', '2026-11-21')], now, season).map((c) => c.name)).toEqual([
      'Last week',
    ]);
    expect(comparisons([now], now, season)).toEqual([]);
  });
});

test('what is no picture, or too large, is said before it is sent', () => {
  expect(fileFault({ name: 'a.jpg', type: 'image/jpeg', size: 8e6 })).toBeNull();
  expect(fileFault({ name: 'a.svg', type: 'image/svg+xml', size: 10 })).toContain('no JPEG');
  expect(fileFault({ name: 'a.png', type: 'image/png', size: 60 * 1024 * 1024 })).toContain('60 MB');
});
test('a class pose goes by its own name', () => {
  expect(poseName({ pose: 'class', name: 'Vacuum' })).toBe('Vacuum');
  expect(poseName({ pose: 'back-flexed', name: '' })).toBe('Back, flexed');
});
