// A plain new athlete for the bench and the browser tests: what the set-up page would send.
import { v7 as uuidv7 } from 'uuid';

const STATEMENTS = [
  'pregnant',
  'breastfeeding',
  'diabetes',
  'kidney',
  'heart',
  'lithium',
  'eatingDisorder',
  'periodLost',
  'lostLibido',
  'oftenIll',
  'stressFracture',
];

/** Body and a first phase of 52 weeks at maintenance. */
export const newcomerStart = (zone = 'UTC') => ({
  seasonId: uuidv7(),
  basisId: uuidv7(),
  phaseId: uuidv7(),
  weighInId: uuidv7(),
  sex: 'male',
  birthDate: '1995-01-01',
  heightCm: 180,
  weightKg: 82,
  carbBasis: 'total',
  zone,
  firstPhase: 'maintenance',
  weeks: 52,
  pattern: null,
  profile: {
    units: { body: 'kg', food: 'g', energy: 'kcal' },
    diet: 'everything',
    allergens: [],
    activityLevel: 1.6,
    equation: null,
    knownKcal: null,
    fat: null,
    weekStartsOn: 1,
    routine: { waking: '06:30', sessions: [] },
    health: {
      ...Object.fromEntries(STATEMENTS.map((key) => [key, false])),
      professional: null,
      doctor: null,
    },
    hide: { weight: false, energy: false },
  },
});
