import { expect, test } from '@jest/globals';
import { isSilent } from './silence.ts';

const night = { from: '21:00', to: '07:00', zone: 'Europe/Vienna' };
const at = (time: string) => new Date(`2026-11-28T${time}:00Z`);

// Vienna is an hour before UTC in November.
test.each([
  ['19:59', false],
  ['20:00', true],
  ['23:30', true],
  ['05:59', true],
  ['06:00', false],
  ['12:00', false],
])('over midnight, at %s UTC', (time, silent) => expect(isSilent(night, at(time))).toBe(silent));

test('within a day, and none where it ends as it begins', () => {
  const noon = { from: '12:00', to: '14:00', zone: 'UTC' };
  expect(['11:59', '12:00', '13:59', '14:00'].map((t) => isSilent(noon, at(t)))).toEqual([
    false,
    true,
    true,
    false,
  ]);
  expect(isSilent({ from: '08:00', to: '08:00', zone: 'UTC' }, at('08:00'))).toBe(false);
});

// A clock that is put back on 25 October 2026 repeats 02:00 to 03:00: both are silent (IANA tz, Europe/Vienna).
test('in the hour that comes twice', () => {
  const hour = { from: '02:00', to: '03:00', zone: 'Europe/Vienna' };
  expect(isSilent(hour, new Date('2026-10-25T00:30:00Z'))).toBe(true);
  expect(isSilent(hour, new Date('2026-10-25T01:30:00Z'))).toBe(true);
  expect(isSilent(hour, new Date('2026-10-25T02:30:00Z'))).toBe(false);
});
