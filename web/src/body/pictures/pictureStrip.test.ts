import { expect, test } from '@jest/globals';
import type { BodyPicture, Pose } from '@maul/contract/body';
import { isoDate } from '@maul/core/units';
import { inEachPose } from './PictureStrip.tsx';

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

const ids = (pictures: BodyPicture[], stretches: Parameters<typeof inEachPose>[1] = BOTH) =>
  inEachPose(pictures, stretches).map((set) => set.map((p) => p.id));

test('for each pose that both stretches have, the last picture of each', () => {
  const newestFirst = [
    picture('n3', '2027-01-09', 'back'),
    picture('n2', '2027-01-09', 'side'),
    picture('n1', '2027-01-08', 'front'),
    picture('t3', '2026-12-07', 'side'),
    picture('t2', '2026-12-06', 'front'),
    picture('t1', '2026-12-02', 'front'),
  ];
  expect(ids(newestFirst)).toEqual([
    ['t3', 'n2'],
    ['t2', 'n1'],
  ]);
});
test('no pose in both, or nothing in one of them: no pair', () => {
  expect(ids([picture('n', '2027-01-09', 'back'), picture('t', '2026-12-06', 'front')])).toEqual([]);
  expect(ids([picture('n', '2027-01-09', 'front')])).toEqual([]);
});
test('where only some pictures of a stretch were chosen, the others are not shown', () => {
  const two = [
    picture('n2', '2027-01-09', 'front'),
    picture('n1', '2027-01-08', 'front'),
    picture('t', '2026-12-06', 'front'),
  ];
  const [before, now] = BOTH;
  if (!before || !now) throw new Error('two stretches are there');
  expect(ids(two, [before, { ...now, only: ['n1'] }])).toEqual([['t', 'n1']]);
  expect(ids(two, [before, { ...now, only: [] }])).toEqual([]);
});
