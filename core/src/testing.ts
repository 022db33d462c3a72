/** Small, complete examples for the tests of the core. */
import { defaultRate, defaultTolerance, type Phase, type Season } from './season/index.ts';
import type { Basis } from './targets/index.ts';
import { isoDate } from './units/index.ts';

export const testPhase = (change: Partial<Phase> = {}): Phase => ({
  id: 'prep',
  kind: 'contest-prep',
  from: isoDate('2026-09-28'),
  to: isoDate('2027-01-03'),
  energy: { kind: 'rate', percentPerWeek: -0.5 },
  macros: {
    kind: 'per-body-mass',
    protein: { gPerKg: 2.4, of: 'body' },
    fat: { gPerKg: 0.75, of: 'body', floor: 50 },
    fibre: { per1000kcal: 14 },
  },
  tolerance: defaultTolerance('contest-prep'),
  rate: defaultRate('contest-prep'),
  dayTypes: [
    { id: 'low', name: 'Low', energyOffset: -150 },
    { id: 'high', name: 'High', energyOffset: 200 },
  ],
  week: ['low', 'low', 'high', 'low', 'low', 'high', 'high'],
  exceptions: {},
  ...change,
});

export const testSeason = (phase = testPhase()): Season => ({
  phases: [phase],
  events: [{ id: 'show', kind: 'show', name: 'Test show', date: isoDate('2027-01-11') }],
});

/** The worked figures of the energy rule: 77.6 kg, 2,540 kcal. */
export const testBasis = (change: Partial<Basis> = {}): Basis => ({
  id: 'basis',
  from: isoDate('2026-09-28'),
  weightKg: 77.6,
  leanKg: 68,
  expenditure: 2540,
  expenditureSd: 90,
  carbBasis: 'total',
  ...change,
});
