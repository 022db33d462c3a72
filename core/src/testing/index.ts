/** Small, complete examples for the tests of the core. */
import {
  defaultRate,
  defaultTolerance,
  macroPart,
  type DayType,
  type MacroPolicy,
  type Phase,
  type Season,
  type ChangeOrder,
} from '../plan/index.ts';
import { type Board, DEFAULT_PROTOCOL } from '../peak/index.ts';
import type { BodyBasis } from '../body/index.ts';
import { isoDate } from '../units/index.ts';

export const testDayType = (id: string, kcal: number, more: Partial<DayType> = {}): DayType => ({
  id,
  name: id.charAt(0).toUpperCase() + id.slice(1),
  change: { kind: 'energy', kcal },
  widen: 1,
  patternId: null,
  ...more,
});

/** Protein 2.4 and fat 0.75 g per kg of body mass, fat not under 50 g, carbs the remainder. */
export const testMacros = (fatPerKg = 0.75, fatFloor = 50): MacroPolicy => ({
  kind: 'per-mass',
  protein: macroPart('body-kg', 2.4),
  fat: macroPart('body-kg', fatPerKg, { floor: fatFloor }),
  carbs: null,
  fibre: { per1000kcal: 14 },
});

export const testPhase = (change: Partial<Phase> = {}): Phase => ({
  id: 'prep',
  kind: 'contest-prep',
  name: null,
  from: isoDate('2026-09-28'),
  to: isoDate('2027-01-03'),
  hangsOn: null,
  energy: { kind: 'rate', percentPerWeek: -0.5 },
  macros: testMacros(),
  tolerance: defaultTolerance('contest-prep'),
  rate: defaultRate('contest-prep'),
  dayTypes: [testDayType('low', -150), testDayType('high', 200)],
  week: ['low', 'low', 'high', 'low', 'low', 'high', 'high'],
  exceptions: {},
  levels: {},
  holdMean: false,
  patterns: [],
  patternId: null,
  ...change,
});

export const testSeason = (phase = testPhase()): Season => ({
  phases: [phase],
  events: [{ id: 'show', kind: 'show', name: 'Test show', date: isoDate('2027-01-11') }],
});

/** The worked figures of the energy rule: 77.6 kg, 2,540 kcal. */
export const testBasis = (change: Partial<BodyBasis> = {}): BodyBasis => ({
  id: 'basis',
  from: isoDate('2026-09-28'),
  weightKg: 77.6,
  leanKg: 68,
  expenditure: 2540,
  expenditureSd: 90,
  carbBasis: 'total',
  expenditureFrom: 'balance',
  ...change,
});

export const testOrder = (change: Partial<ChangeOrder> = {}): ChangeOrder => ({
  id: 'order',
  phaseId: 'prep',
  from: isoDate('2026-11-25'),
  until: null,
  dayTypes: ['low'],
  macro: 'CARB',
  change: { kind: 'relative', amount: -20 },
  lever: null,
  signedAt: '2026-11-24T18:00:00.000Z',
  ...change,
});

/** The worked board: 78.0 kg, 210 g usual carbs, 3,200 mg sodium, 3.6 L water. */
export const testBoard = (more: Partial<Board> = {}): Board => ({
  protocol: DEFAULT_PROTOCOL,
  usual: {
    carbs: 210,
    protein: 180,
    fat: 50,
    sodium: 3200,
    water: 3600,
    fibre: 30,
    training: 12,
    cardio: 30,
    posing: 20,
    sleep: 8,
  },
  weightKg: 78,
  after: 0,
  set: {},
  show: null,
  ...more,
});
