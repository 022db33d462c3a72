/** Small, complete rows of a day for the tests of the app. */
import { DEFAULT_PROFILE, SHARED_KINDS } from '@maul/contract/people';
import { NO_DETAILS, type Food } from '@maul/contract/foods';
import {
  type DayDocument,
  type DayEntryRow,
  type EntryBody,
  type MealRow,
  type PortionRow,
  type StandingRow,
} from '@maul/contract/diary';
import { isoDate } from '@maul/core/units';

export const TODAY = isoDate('2026-11-25');
export const ME = { id: '01890a5d-ac96-774b-bcce-b302099a8057', name: 'Test' };

export const testMeal = (id: string, time = '08:00', change: Partial<MealRow> = {}): MealRow => ({
  id,
  day: TODAY,
  time,
  zone: 'UTC',
  eaten: false,
  ticks: [],
  version: 1,
  deleted: false,
  ...change,
});

export const testPortion = (id: string, mealId = 'm1', change: Partial<PortionRow> = {}): PortionRow => ({
  id,
  mealId,
  position: 0,
  food: {
    id: `food-${id}`,
    name: `Food ${id}`,
    state: 'cooked',
    source: 'test',
    per100g: { PROCNT: 10, FAT: 2, CHOAVLDF: 20, FIBTG: 1 },
  },
  plannedGrams: 150,
  grams: null,
  method: null,
  division: null,
  trail: null,
  spread: null,
  guess: null,
  reason: null,
  version: 1,
  deleted: false,
  ...change,
});

export const testFood = (name: string, change: Partial<Food> = {}): Food => ({
  id: name,
  name,
  state: 'cooked',
  per100g: { PROCNT: 2, FAT: 0, CHOAVLDF: 20, FIBTG: 1 },
  measures: [],
  details: NO_DETAILS,
  origin: 'table',
  source: 'test',
  remark: null,
  version: 1,
  recent: false,
  lever: false,
  inStock: false,
  ...change,
});

export const testEntry = (id: string, time: string, thing: EntryBody): DayEntryRow => ({
  id,
  day: TODAY,
  time,
  zone: 'UTC',
  thing,
  version: 1,
  deleted: false,
});

export const testStanding = (id: string, thing: StandingRow['thing']): StandingRow => ({
  id,
  thing,
  version: 1,
  deleted: false,
});

export const testBasis = (): DayDocument['bases'][number] => ({
  id: '01890a5d-ac96-774b-bcce-b302099a8001',
  from: isoDate('2026-11-01'),
  weightKg: 80,
  leanKg: 68,
  expenditure: 2800,
  expenditureSd: 90,
  expenditureFrom: 'balance',
  carbBasis: 'available',
  coreVersion: 'test',
  inputsUntil: '2026-10-31T04:00:00.000Z',
});

/** A day of an athlete of 80 kg without a season, with one meal of one planned portion. */
export const testDay = (change: Partial<DayDocument> = {}): DayDocument =>
  ({
    athlete: {
      ...ME,
      sex: 'male',
      birthDate: '1996-05-01',
      heightCm: 180,
      zone: 'UTC',
      dayTurnsAt: 240,
      federationClass: null,
      hasCoach: false,
      reader: { role: 'self', sees: [...SHARED_KINDS] },
      profile: DEFAULT_PROFILE,
      version: 1,
    },
    date: TODAY,
    today: TODAY,
    season: { phases: [], events: [] },
    bases: [testBasis()],
    orders: [],
    meals: [testMeal('m1')],
    portions: [testPortion('p1')],
    notes: [],
    movement: [],
    weighIn: null,
    entries: [],
    standing: [],
    offers: [],
    ...change,
  }) as unknown as DayDocument;
