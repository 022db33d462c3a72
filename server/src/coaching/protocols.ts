import type { ProtocolDocument, ProtocolFor } from '@maul/contract/coaching';
import type { Athlete } from '@maul/contract/people';
import { orderOfProtocol } from '@maul/core/coaching';
import type { BodyOf, ResponseOf } from '@maul/contract/routes';
import { reviewOrder } from '@maul/core/plan';
import { addDays } from '@maul/core/units';
import { athletesIn, athletesOfCoach, todayOf } from '../people/index.ts';
import type { AppTransaction } from '../platform/db/connect.ts';
import { type Timeline, timelinesIn } from '../plan/index.ts';
import { isDeepStrictEqual } from 'node:util';
import { ProblemError } from '../platform/http/problems.ts';
import { addProtocol, protocolsOf, protocolVersion } from './store/weeks.ts';

/** No order is made of it here: it only says which it would be. */
const TRIED = '00000000-0000-7000-8000-000000000000';

const tried = (document: ProtocolDocument, athlete: Athlete, plan: Timeline): ProtocolFor => {
  const today = todayOf(athlete);
  const from = addDays(today, 1);
  const { bases, orders } = plan;
  const inForce = { season: plan.seasonOn(from), bases, orders };
  const none = {
    athleteId: athlete.id,
    name: athlete.name,
    order: null,
    aim: null,
    kcal: null,
    cautions: [],
  };
  const made = orderOfProtocol(document, inForce, from, TRIED);
  if ('fault' in made) return { ...none, fault: made.fault };
  const { before, after, cautions, fault } = reviewOrder(inForce, made.order, athlete, today);
  const [was, will] = [before[0]?.windows, after[0]?.windows];
  const pair = (key: ProtocolDocument['macro']) =>
    was?.[key] && will?.[key] ? { before: was[key].aim, after: will[key].aim } : null;
  const { phaseId, dayTypes, change } = made.order;
  return {
    ...none,
    fault: fault?.sentence ?? null,
    order: fault ? null : { phaseId, from, dayTypes, change },
    aim: pair(document.macro),
    kcal: pair('ENERC'),
    cautions: cautions.slice(0, 50).map(({ level, sentence }) => ({ level, sentence })),
  };
};

/** What a protocol would be for everybody who shares with this coach, by name; the queries are as many for one as for all. */
export const tryProtocol = async (
  trx: AppTransaction,
  coachId: string,
  document: ProtocolDocument,
): Promise<ProtocolFor[]> => {
  const athletes = [...(await athletesIn(trx, await athletesOfCoach(trx, coachId, 'coach'))).values()];
  const [first] = athletes.map(todayOf).sort();
  if (first === undefined) return [];
  const plans = await timelinesIn(
    trx,
    athletes.map((a) => a.id),
    first,
  );
  return athletes
    .sort((a, b) => a.name.localeCompare(b.name))
    .flatMap((athlete) => {
      const plan = plans.get(athlete.id);
      return plan ? [tried(document, athlete, plan)] : [];
    });
};

/** Writes the next version of a protocol; the same one twice is one. */
export const putProtocol = async (
  trx: AppTransaction,
  coachId: string,
  id: string,
  { base, name, document, retired }: BodyOf<'putProtocol'>,
): Promise<ResponseOf<'putProtocol'>> => {
  const there = await protocolVersion(trx, coachId, id);
  const version = base + 1;
  const answer = async (): Promise<ResponseOf<'putProtocol'>> => {
    const [kept] = await protocolsOf(trx, coachId, id);
    return kept ?? { id, version, name, document, writtenAt: new Date().toISOString(), runs: [] };
  };
  if (
    there &&
    there.version === version &&
    isDeepStrictEqual({ ...there }, { version, name, document, retired })
  )
    return answer();
  const stale = new ProblemError(
    'stale',
    'This protocol was changed elsewhere in the meantime. Nothing was overwritten.',
  );
  if ((there?.version ?? 0) !== base) throw stale;
  if (!(await addProtocol(trx, coachId, id, { version, name, document, retired }))) throw stale;
  return answer();
};
