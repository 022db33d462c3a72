import { confirm, confirmationsOf, roleOf } from './store/confirmations.ts';
import { addDays, type IsoDate } from '@maul/core/units';
import {
  cautionPerson,
  cautionStanding,
  confirmationHolds,
  healthCautions,
  inGravity,
  measuredCautions,
  ofHealth,
  phaseAim,
  type Caution,
  type Confirmation,
} from '@maul/core/plan';
import type { Athlete } from '@maul/contract/people';
import type { AppTransaction } from '../platform/db/connect.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { completeIntake, countingMornings, basesAround, workDone } from '../body/index.ts';
import { seasonOn } from './store/seasons.ts';
import { timeline } from './timeline.ts';

/** Who the cautions of a day are about, and the plan of the weeks before it; undefined before the first body is known. */
const readFor = async (trx: AppTransaction, athlete: Athlete, today: IsoDate) => {
  const basis = (await basesAround(trx, athlete.id, today)).at(-1);
  if (!basis) return undefined;
  const from = addDays(today, -56);
  const { targetsOn } = await timeline(trx, athlete.id, from);
  return { from, targetsOn, person: cautionPerson(athlete, basis, today) };
};

const measuredBy = async (
  trx: AppTransaction,
  athlete: Athlete,
  today: IsoDate,
  { from, targetsOn, person }: NonNullable<Awaited<ReturnType<typeof readFor>>>,
): Promise<Caution[]> => {
  const eaten = await completeIntake(trx, athlete.id, from, addDays(today, -1));
  return measuredCautions(
    {
      today,
      season: await seasonOn(trx, athlete.id, today),
      eaten: eaten.map((d) => ({ ...d, window: targetsOn(d.day)?.windows.ENERC ?? null })),
      weighIns: await countingMornings(trx, athlete.id, from, today),
      routine: athlete.profile.routine,
      work: await workDone(trx, athlete.id, from, today),
      planned: [today, addDays(today, 1)].flatMap((day) => {
        const plan = targetsOn(day);
        const aim = plan?.windows.ENERC?.aim;
        return plan && aim !== undefined ? [{ day, aim, usual: phaseAim(plan.phase, plan.basis) }] : [];
      }),
    },
    person,
  );
};

/** Cautions on what was eaten and weighed in the last eight weeks. */
export const measuredFor = async (
  trx: AppTransaction,
  athlete: Athlete,
  today: IsoDate,
): Promise<Caution[]> => {
  const read = await readFor(trx, athlete, today);
  return read ? measuredBy(trx, athlete, today, read) : [];
};

/** Those, and what the athlete says of their health against the plan of the day, the gravest first. */
export const standingFor = async (
  trx: AppTransaction,
  athlete: Athlete,
  today: IsoDate,
): Promise<Caution[]> => {
  const read = await readFor(trx, athlete, today);
  if (!read) return [];
  const plan = read.targetsOn(today);
  return inGravity([
    ...(await measuredBy(trx, athlete, today, read)),
    ...(plan ? healthCautions(plan, read.person, athlete.profile.routine) : []),
  ]);
};

/**
 * Throws where something that is not shared with whoever signs asks for their word: nobody stands by what they have not read. The sentence says
 * that there is something, not what.
 */
export const openOrRefuse = (
  { name, reader }: Pick<Athlete, 'name' | 'reader'>,
  cautions: readonly Caution[],
  nothing: string,
): void => {
  if (reader.sees.includes('health')) return;
  if (cautions.some((c) => c.level !== 'note' && ofHealth(c)))
    throw new ProblemError(
      'not-allowed',
      `Something that ${name} keeps to themselves stands against this. Talk about it with them; once they share what they say of their health, it can be read and signed. ${nothing}`,
    );
};

const WAITS_FOR = {
  coach: 'the coach',
  athlete: 'the athlete',
  both: 'coach and athlete',
  second: 'the athlete’s second confirmation, a day after the first',
} as const;

export interface Judged {
  /** True when a confirmation is still missing: it is kept, but not in force. */
  held: boolean;
  waitsFor: string;
}

/** Whether hard cautions are confirmed by all who must; throws for what can never be confirmed. */
export const judge = (
  cautions: readonly Caution[],
  confirmations: readonly Confirmation[],
  hasCoach: boolean,
): Judged => {
  const now = new Date().toISOString();
  let waitsFor: string | undefined;
  for (const caution of cautions) {
    const standing = cautionStanding(caution, confirmations, hasCoach, now);
    if (standing.state === 'barred')
      throw new ProblemError(
        caution.level === 'refuse' ? 'caution-x' : 'caution-unconfirmed',
        `${standing.why} Nothing was kept.`,
      );
    if (standing.state === 'waits') waitsFor ??= WAITS_FOR[standing.for];
  }
  return { held: waitsFor !== undefined, waitsFor: waitsFor ?? '' };
};

/**
 * Judges a plan or order before it is kept: refuses an X and a hard caution that its writer has not confirmed, writes down
 * what they confirm, and says whether somebody else's word is still missing.
 */
export const judgeAndConfirm = async (
  trx: AppTransaction,
  athlete: Athlete,
  personId: string,
  cautions: readonly Caution[],
  confirmed: readonly string[],
  nothing: string,
): Promise<Judged> => {
  const barred = cautions.find((c) => c.level === 'refuse');
  if (barred) throw new ProblemError('caution-x', `${barred.sentence} ${barred.see} ${nothing}`);
  const role = roleOf(athlete.id, personId);
  const hard = cautions.filter((c) => c.level === 'confirm');
  const before = await confirmationsOf(trx, athlete.id);
  const now = new Date().toISOString();
  for (const caution of hard) {
    if (caution.needs !== null) judge([caution], before, athlete.hasCoach);
    const already = before.some((c) => c.by === role && confirmationHolds(caution, c, now));
    if (!already && !confirmed.includes(caution.id))
      throw new ProblemError(
        'caution-unconfirmed',
        `${caution.sentence} ${caution.see} Confirm that you have read this; ${nothing.charAt(0).toLowerCase()}${nothing.slice(1)}`,
      );
  }
  await confirm(
    trx,
    athlete.id,
    personId,
    hard.filter((c) => confirmed.includes(c.id)),
  );
  return judge(hard, await confirmationsOf(trx, athlete.id), athlete.hasCoach);
};
