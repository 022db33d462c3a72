import { randomUUID } from 'node:crypto';
import type { EntryBody, StandingBody } from '@maul/contract/diary';
import { addDays, athleteDay, localMoment, minutesOf, weekday, type IsoDate } from '@maul/core/units';
import type { AppTransaction } from '../platform/db/connect.ts';
import { mornings } from './mornings.ts';
import type { ScenarioAthlete } from './scenario.ts';
import { DEMO_ZONE, WEEKS, type DemoAthlete } from './simulate.ts';

/** Days of training, water and looks that the scenario tells. */
const DAYS_BACK = 56;
const WATER = ['06:45', '09:30', '12:10', '15:20', '18:00', '20:10'];

/** What stands from day to day in the scenario: two vessels, two supplements, one saved meal out of the last day’s first. */
const standingOf = (made: DemoAthlete): StandingBody[] => {
  const last = made.meals.filter((m) => m.portions.length > 2).at(-1);
  const slots = (last?.portions ?? []).map((p) => ({
    food: p.food,
    grams: p.plannedGrams ?? p.grams ?? 100,
    swaps: [],
  }));
  return [
    { kind: 'vessel', name: 'Steel bottle', millilitres: 750 },
    { kind: 'vessel', name: 'Glass', millilitres: 300 },
    {
      kind: 'supplement',
      name: 'Creatine monohydrate',
      dose: { amount: 5, unit: 'g' },
      counted: false,
      certified: 'certified',
      nutrients: {},
      times: ['09:30'],
    },
    {
      kind: 'supplement',
      name: 'Vitamin D drops',
      dose: { amount: 1, unit: 'drop' },
      counted: true,
      certified: 'not certified',
      nutrients: { VITD: 20, ENERC: 0, PROCNT: 0, FAT: 0, CHOAVLDF: 0, FIBTG: 0 },
      times: ['07:00'],
    },
    ...(slots.length > 0 ? [{ kind: 'meal' as const, name: 'The usual', slots }] : []),
  ];
};

interface Timed {
  time: string;
  thing: EntryBody;
}

const dayOf = (made: DemoAthlete, day: IsoDate, step: number, over: (time: string) => boolean): Timed[] => {
  const training = made.profile.routine.sessions
    .filter((s) => s.weekday === weekday(day))
    .map((s): Timed => {
      const done = over(s.start);
      const what = s.kind === 'resistance' ? 'Lifting' : s.kind === 'cardio' ? 'Incline walk' : 'Posing';
      if (s.kind === 'cardio')
        return {
          time: s.start,
          thing: { kind: 'cardio', what, minutes: s.minutes, kcal: null, steps: null, done },
        };
      const kind = s.kind === 'posing' ? 'posing' : 'training';
      return { time: s.start, thing: { kind, what, minutes: s.minutes, done } };
    });
  const water = WATER.map((time, i): Timed => ({
    time,
    thing: {
      kind: 'water',
      millilitres: i % 2 === 0 ? 750 : 300,
      vessel: i % 2 === 0 ? 'Steel bottle' : 'Glass',
      done: over(time),
    },
  }));
  const look: Timed[] =
    weekday(day) === 5
      ? [
          {
            time: '07:10',
            thing: { kind: 'look', fullness: 2 + (step % 3), tightness: 2 + ((step + 1) % 3), words: '' },
          },
        ]
      : [];
  return [...training, ...water, ...look];
};

/** What the scenario tells beside meals: training, water and looks of eight weeks, and what stands from day to day. */
export const writeBeside = async (
  trx: AppTransaction,
  made: DemoAthlete,
  now: Date,
  athlete: Pick<ScenarioAthlete, 'waking' | 'cycle' | 'sex' | 'phases' | 'age'>,
): Promise<void> => {
  const today = athleteDay(now, DEMO_ZONE);
  const { minutes } = localMoment(now, DEMO_ZONE);
  const row = { athlete_id: made.athleteId, deleted_at: null };
  await trx
    .insertInto('standing_entry')
    .values(standingOf(made).map((thing) => ({ ...row, id: randomUUID(), thing: JSON.stringify(thing) })))
    .execute();
  const entries = Array.from({ length: DAYS_BACK + 1 }, (_, i) => {
    const day = addDays(today, i - DAYS_BACK);
    const over = (time: string): boolean => day < today || minutesOf(time) <= minutes;
    return dayOf(made, day, i, over).map(({ time, thing }) => ({
      ...row,
      id: randomUUID(),
      day,
      time,
      zone: DEMO_ZONE,
      thing: JSON.stringify(thing),
    }));
  }).flat();
  const said = mornings(
    {
      first: addDays(today, -7 * WEEKS),
      // Today's is left to be said.
      today: addDays(today, -1),
      waking: athlete.waking,
      cycle: athlete.cycle,
      male: athlete.sex === 'male',
      falling: athlete.phases.some((p) => p.kind === 'contest-prep' || p.kind === 'cut'),
    },
    athlete.age,
  ).map(({ day, time, thing }) => ({
    ...row,
    id: randomUUID(),
    day,
    time,
    zone: DEMO_ZONE,
    thing: JSON.stringify(thing),
  }));
  await trx
    .insertInto('day_entry')
    .values([...entries, ...said])
    .execute();
};
