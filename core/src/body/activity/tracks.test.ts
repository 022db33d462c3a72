import { describe, expect, test } from '@jest/globals';
import { netWork } from './activity.ts';
import { metresBetween, stepRows, summariseTrack, trackKcal, type TrackPoint } from './tracks.ts';

/** Due north at a steady speed, a place every ten seconds. */
const north = (
  n: number,
  metresEach: number,
  change: (i: number) => Partial<TrackPoint> = () => ({}),
): TrackPoint[] =>
  Array.from({ length: n }, (_, i) => ({
    lat: 48 + (i * metresEach) / 111_195.08,
    lon: 16,
    ele: 200,
    at: 1_700_000_000_000 + i * 10_000,
    ...change(i),
  }));
const told = (points: TrackPoint[], said: Parameters<typeof summariseTrack>[1] = null) => {
  const result = summariseTrack(points, said);
  if (!result.ok) throw new Error(result.sentence);
  return result.track;
};

describe('a track', () => {
  test('a degree of latitude is 111.2 km', () => {
    // Source: IUGG mean radius 6,371.0088 km: 2 pi R / 360.
    expect(metresBetween({ lat: 0, lon: 0 }, { lat: 1, lon: 0 })).toBeCloseTo(111_195.08, 1);
    // Source: worked example of the haversine, Nashville to Los Angeles, 2,887 km, from memory.
    expect(metresBetween({ lat: 36.12, lon: -86.67 }, { lat: 33.94, lon: -118.4 }) / 1000).toBeCloseTo(
      2886.4,
      0,
    );
  });
  test('an hour at 5 km/h is a walk of five kilometres, costed as one', () => {
    const track = told(north(361, 5000 / 360));
    expect(track).toMatchObject({ minutes: 60, sport: 'walk', climb: 0 });
    expect(track.km).toBeCloseTo(5, 2);
    const cost = netWork({ kind: 'walk', kmh: 5, grade: 0 }, 80, 60);
    expect(cost.ok && Math.abs(cost.kcal - (trackKcal(track, 80) ?? 0))).toBeLessThan(1);
  });
  test('faster is a run, unless the file says otherwise; a ride tells no watts', () => {
    expect(told(north(200, 30)).sport).toBe('run');
    expect(trackKcal(told(north(200, 60), 'ride'), 80)).toBeNull();
  });
  test('a rest, and a jump of the receiver, are left out', () => {
    const rest = north(200, 14, (i) => (i >= 100 ? { at: 1_700_000_000_000 + (i + 60) * 10_000 } : {}));
    expect(told(rest).minutes).toBe(33);
    const jump = north(200, 14, (i) => (i === 50 ? { lat: 49 } : {}));
    expect(told(jump).km).toBeLessThan(3);
  });
  test('climbing counts in steps that are more than a wandering height', () => {
    const hilly = north(300, 14, (i) => ({ ele: 200 + i + (i % 2) }));
    expect(told(hilly).climb).toBeGreaterThan(290);
    expect(told(north(300, 14, (i) => ({ ele: 200 + (i % 2) }))).climb).toBe(0);
  });
  test('without times, or without movement, it says so', () => {
    expect(
      summariseTrack(
        north(50, 14, () => ({ at: NaN })),
        null,
      ),
    ).toMatchObject({ ok: false });
    expect(summariseTrack(north(50, 0), null)).toMatchObject({ ok: false });
    expect(summariseTrack([], null)).toMatchObject({ ok: false });
  });
});

test('a table of steps: days by name, what is none is said by line', () => {
  const rows = [
    { Date: '2026-11-27', Steps: '9,412' },
    { Date: '2026-11-28T00:00', Steps: '8200' },
    { Date: 'yesterday', Steps: '1' },
    { Date: '2026-11-26', Steps: '-4' },
  ];
  expect(stepRows(rows)).toEqual({
    days: [
      { day: '2026-11-27', steps: 9412 },
      { day: '2026-11-28', steps: 8200 },
    ],
    faults: ['Line 4: a day is written as 2026-11-28.', 'Line 5: steps are a whole number, at most 200,000.'],
  });
});
