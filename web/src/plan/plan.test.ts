import { describe, expect, test } from '@jest/globals';
import { DEFAULT_PROFILE } from '@maul/contract/people';
import { type SeasonDocument } from '@maul/contract/plan';
import { changePhase, phaseTemplate, weekAim, type Season } from '@maul/core/plan';
import { isoDate } from '@maul/core/units';
import { placeOn } from './plan.ts';

const today = isoDate('2026-11-23');
const season: Season = {
  events: [],
  phases: [phaseTemplate('cut', isoDate('2026-11-02'), isoDate('2027-01-31'), 'cut', { holdMean: true })],
};
const document = {
  today,
  season,
  athlete: { sex: 'male', birthDate: isoDate('1997-01-01'), heightCm: 178, profile: DEFAULT_PROFILE },
  bases: [
    {
      id: 'b',
      from: today,
      weightKg: 80,
      leanKg: 68,
      expenditure: 3000,
      expenditureSd: 90,
      carbBasis: 'total',
      expenditureFrom: 'balance',
    },
  ],
  orders: [],
} as unknown as SeasonDocument;

describe('a season while it is planned', () => {
  test('a high day placed is paid back by its week; taken off, the week is as it was', () => {
    const placed = placeOn(document, season, isoDate('2026-11-24'), 'high');
    expect(placed.said).toContain('The week keeps its mean');
    const mean = (s: Season) => weekAim(s, document.bases, [], today).mean ?? 0;
    expect(Math.abs(mean(placed.season) - mean(season))).toBeLessThan(4);
    const back = placeOn(document, placed.season, isoDate('2026-11-24'), null);
    expect(back.season.phases[0]?.levels).toEqual({});
  });
  test('without holding the mean nothing else moves; past days and gaps are refused', () => {
    const loose = changePhase(season, 'cut', { holdMean: false });
    expect(placeOn(document, loose, isoDate('2026-11-24'), 'high')).toMatchObject({ said: undefined });
    expect(() => placeOn(document, season, isoDate('2026-11-20'), 'high')).toThrow('That day is over');
    expect(() => placeOn(document, season, isoDate('2027-06-01'), 'high')).toThrow('no phase');
  });
});
