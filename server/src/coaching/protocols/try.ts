import {
  isOrder,
  MOST_TRIED,
  type OrderTemplate,
  type ProtocolDocument,
  type ProtocolFor,
  type TryProtocol,
} from '@maul/contract/coaching';
import type { ResponseOf } from '@maul/contract/routes';
import type { Athlete } from '@maul/contract/people';
import {
  boardOfProtocol,
  type Laid,
  menuOfProtocol,
  orderOfProtocol,
  seasonOfProtocol,
} from '@maul/core/coaching';
import { TARGET_KEYS, type TargetKey } from '@maul/core/nutrition';
import { type DayTargets, type LoggedUsual, reviewOrder, reviewSeason, targetsFrom } from '@maul/core/plan';
import { addDays, type IsoDate } from '@maul/core/units';
import { isDeepStrictEqual } from 'node:util';
import { v7 as uuidv7 } from 'uuid';
import { athletesIn, athletesOfCoach, noteReading, todayOf } from '../../people/index.ts';
import type { AppTransaction } from '../../platform/db/connect.ts';
import { newestRevisions, type Timeline, timelinesIn } from '../../plan/index.ts';
import { formsOf } from '../store/protocols.ts';
import { usualIn } from './usual.ts';

/** No order is made of it here: it only says which it would be. */
const TRIED = '00000000-0000-7000-8000-000000000000';

const nothing = ({ id, name }: Athlete) => ({
  athleteId: id,
  name,
  fault: null,
  from: null,
  order: null,
  season: null,
  aims: [],
  notes: [],
  lines: [],
  cautions: [],
});

/** Aims of a day before and after, of the targets that it has in either. */
const aimsOf = (
  was: DayTargets | undefined,
  will: DayTargets | undefined,
  keys: readonly TargetKey[],
): ProtocolFor['aims'] =>
  keys.flatMap((macro) => {
    const [before, after] = [was, will].map((day) => day?.windows[macro]?.aim ?? null);
    return before == null && after == null ? [] : [{ macro, before: before ?? null, after: after ?? null }];
  });

const orderFor = (
  document: OrderTemplate,
  athlete: Athlete,
  { seasonOn, bases, orders }: Timeline,
): ProtocolFor => {
  const today = todayOf(athlete);
  const from = addDays(today, 1);
  const inForce = { season: seasonOn(from), bases, orders };
  const made = orderOfProtocol(document, inForce, from, TRIED);
  if ('fault' in made) return { ...nothing(athlete), fault: made.fault };
  const { before, after, cautions, fault } = reviewOrder(inForce, made.order, athlete, today);
  const { phaseId, dayTypes, change } = made.order;
  return {
    ...nothing(athlete),
    fault: fault?.sentence ?? null,
    from,
    order: fault ? null : { phaseId, from, dayTypes, change },
    aims: aimsOf(before[0], after[0], document.macro === 'ENERC' ? ['ENERC'] : [document.macro, 'ENERC']),
    cautions: cautions.slice(0, 50).map(({ level, sentence }) => ({ level, sentence })),
  };
};

const laidFor = (
  document: Extract<ProtocolDocument, { kind: 'season' | 'menu' | 'board' }>,
  athlete: Athlete,
  plan: Parameters<typeof seasonOfProtocol>[1],
  from: IsoDate,
  logged: LoggedUsual,
): Laid => {
  switch (document.kind) {
    case 'season':
      return seasonOfProtocol(document, plan, from, uuidv7);
    case 'menu':
      return menuOfProtocol({ name: document.menu, portions: document.portions }, plan, from, uuidv7);
    case 'board': {
      const { routine } = athlete.profile;
      return boardOfProtocol(document.board, plan, from, { routine, logged }, uuidv7);
    }
  }
};

const NOT_LOGGED: LoggedUsual = { sodium: null, water: null, sleep: null };

const WAITS = 'A season waits for a confirmation: this would take its place.';

const seasonFor = (
  document: Extract<ProtocolDocument, { kind: 'season' | 'menu' | 'board' }>,
  athlete: Athlete,
  { seasonOn, bases, orders }: Timeline,
  logged: LoggedUsual,
  newest: { number: number; waits: boolean } | undefined,
  named: boolean,
): ProtocolFor => {
  const today = todayOf(athlete);
  const plan = { season: seasonOn(today), bases, orders };
  const laid = laidFor(document, athlete, plan, addDays(today, 1), logged);
  if ('fault' in laid) return { ...nothing(athlete), fault: laid.fault };
  const { season, from, notes, lines } = laid;
  const { days, cautions, faults } = reviewSeason(plan, season, athlete, today);
  const [was] = targetsFrom(plan.season, bases, orders, from, 1);
  return {
    ...nothing(athlete),
    fault: faults[0]?.sentence ?? null,
    from,
    season: named && newest && faults.length === 0 ? { base: newest.number, season } : null,
    aims: aimsOf(
      was,
      days.find((day) => day.date === from),
      TARGET_KEYS.filter((key) => key !== 'FIBTG'),
    ),
    notes: [...(newest?.waits ? [WAITS] : []), ...notes].slice(0, 20),
    lines: lines.slice(0, 100),
    cautions: cautions.slice(0, 50).map(({ level, sentence }) => ({ level, sentence })),
  };
};

/**
 * What a protocol would be for those of a coach’s athletes who are named, or for everybody, by name; the queries are as many for one as for all. A whole season is looked
 * at for 60 at once; `left` says how many that leaves out.
 */
export const tryProtocol = async (
  trx: AppTransaction,
  coachId: string,
  { document, athletes: named }: TryProtocol,
): Promise<ResponseOf<'tryProtocol'>> => {
  const all = await athletesOfCoach(trx, coachId, 'coach');
  const asked = named === null ? all : all.filter((id) => named.includes(id));
  const found = [...(await athletesIn(trx, asked)).values()].sort((a, b) => a.name.localeCompare(b.name));
  const light = isOrder(document) || document.kind === 'form';
  const athletes = light ? found : found.slice(0, MOST_TRIED);
  const left = found.length - athletes.length;
  const ids = athletes.map((a) => a.id);
  const [first] = athletes.map(todayOf).sort();
  if (first === undefined) return { athletes: [], left };
  if (document.kind === 'form') {
    const forms = await formsOf(trx, ids);
    return {
      athletes: athletes.map((athlete) => {
        const now = forms.get(athlete.id);
        const same = now && isDeepStrictEqual(now.questions, document.questions);
        return {
          ...nothing(athlete),
          fault: same ? 'Their weeks ask this already.' : null,
          notes: now && !same ? [`It takes the place of ${now.name}.`] : [],
        };
      }),
      left,
    };
  }
  await noteReading(trx, ids, 'season');
  const plans = await timelinesIn(trx, ids, first);
  const logged =
    !isOrder(document) && document.kind === 'board' ? await usualIn(trx, athletes, plans) : undefined;
  const newest = light ? undefined : await newestRevisions(trx, ids);
  return {
    athletes: athletes.flatMap((athlete) => {
      const plan = plans.get(athlete.id);
      if (!plan) return [];
      if (isOrder(document)) return [orderFor(document, athlete, plan)];
      const usual = logged?.get(athlete.id) ?? NOT_LOGGED;
      return [seasonFor(document, athlete, plan, usual, newest?.get(athlete.id), named !== null)];
    }),
    left,
  };
};
