import { expect, test } from '@jest/globals';
import type { BodyPicture, Pose } from '@maul/contract/body';
import { isoDate } from '@maul/core/units';
import { inOnePose } from './PictureStrip.tsx';

const picture = (id: string, day: string, pose: Pose): BodyPicture => ({
  id,
  day: isoDate(day),
  pose,
  name: '',
  width: 600,
  height: 900,
  marks: null,
  addedAt: `${day}T06:00:00Z`,
});
const stretch = (name: string, from: string, to: string) => ({ name, from: isoDate(from), to: isoDate(to) });
const BOTH = [stretch('Rehearsal', '2026-12-01', '2026-12-07'), stretch('Show', '2027-01-04', '2027-01-10')];

test('the last picture of each stretch in a pose that both have', () => {
  const newestFirst = [
    picture('n2', '2027-01-09', 'back'),
    picture('n1', '2027-01-08', 'front'),
    picture('t3', '2026-12-07', 'side'),
    picture('t2', '2026-12-06', 'front'),
    picture('t1', '2026-12-02', 'front'),
  ];
  expect(inOnePose(newestFirst, BOTH).map((p) => p.id)).toEqual(['t2', 'n1']);
});
test('no pose in both, or nothing in one of them: no pair', () => {
  expect(inOnePose([picture('n', '2027-01-09', 'back'), picture('t', '2026-12-06', 'front')], BOTH)).toEqual(
    [],
  );
  expect(inOnePose([picture('n', '2027-01-09', 'front')], BOTH)).toEqual([]);
});
