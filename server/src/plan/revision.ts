import { measuredFor, judge, judgeAndConfirm, openOrRefuse } from './cautions.ts';
import { reviewSeason, type Caution, type Season } from '@maul/core/plan';
import type { Athlete } from '@maul/contract/people';
import {
  addRevision,
  releaseRevision,
  oneWriter,
  revisionOn,
  revisionsOf,
  toRevision,
  type SeasonRevision,
} from './store/seasons.ts';
import { addDays } from '@maul/core/units';
import type { BodyOf } from '@maul/contract/routes';
import type { SeasonDocument } from '@maul/contract/plan';
import type { AppTransaction } from '../platform/db/connect.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { ensureBasis } from './weekBasis.ts';
import { confirm, confirmationsOf } from './store/confirmations.ts';
import { athleteOf, mustSign, todayOf } from '../people/index.ts';
import { basesAround, basesSince } from '../body/index.ts';
import { ordersFor } from './store/orders.ts';

/** Bases shown in the Season place reach so far back, days. */
const BASES_BACK = 84;

/**
 * What must be confirmed of a season that waits, with the figures of now: what has worsened since it was written is confirmed anew, and
 * what was about days that have passed is not asked any more.
 */
const hardNow = async (
  trx: AppTransaction,
  athlete: Athlete,
  inForce: Season,
  season: Season,
): Promise<Caution[]> => {
  const today = todayOf(athlete);
  const plan = {
    season: inForce,
    bases: await basesAround(trx, athlete.id, today),
    orders: await ordersFor(trx, athlete.id, 'all'),
  };
  const { cautions } = reviewSeason(plan, season, athlete, today, await measuredFor(trx, athlete, today));
  return cautions.filter((c) => c.level === 'confirm');
};

const NOTHING = 'Nothing was changed.';
const NO_SEASON: Season = { phases: [], events: [] };
const newestPending = (revisions: readonly SeasonRevision[]): SeasonRevision | undefined =>
  revisions[0]?.pending ? revisions[0] : undefined;

/** Everything that the Season place is computed from. */
export const seasonDocument = async (trx: AppTransaction, athleteId: string): Promise<SeasonDocument> => {
  const athlete = await athleteOf(trx, athleteId);
  const today = todayOf(athlete);
  await ensureBasis(trx, athlete, today);
  const revisions = await revisionsOf(trx, athleteId);
  const now = revisionOn(revisions, today);
  const pending = newestPending(revisions);
  const confirmations = await confirmationsOf(trx, athleteId);
  const held = pending && (await hardNow(trx, athlete, now?.season ?? NO_SEASON, pending.season));
  return {
    athlete,
    today,
    season: now?.season ?? NO_SEASON,
    revision: now ? toRevision(now) : null,
    pending:
      pending && held && pending.id !== now?.id
        ? {
            season: pending.season,
            revision: toRevision(pending),
            cautions: held,
            waitsFor: judge(held, confirmations, athlete.hasCoach).waitsFor,
          }
        : null,
    bases: await basesSince(trx, athleteId, addDays(today, -BASES_BACK)),
    orders: await ordersFor(trx, athleteId, 'all'),
    confirmations,
    history: revisions.slice(0, 60).map(toRevision),
  };
};

/** Writes a new revision of a season; see the route for what it promises. */
export const writeSeason = async (
  trx: AppTransaction,
  athleteId: string,
  id: string,
  body: BodyOf<'putSeason'> & { season: Season },
  personId: string,
): Promise<SeasonDocument> => {
  const athlete = await athleteOf(trx, athleteId, 'to judge');
  mustSign(athlete, NOTHING);
  const today = todayOf(athlete);
  // One writer at a time for one athlete: the revision numbers stay in a row.
  await oneWriter(trx, athleteId);
  const revisions = await revisionsOf(trx, athleteId);
  if (revisions.some((r) => r.id === id)) return seasonDocument(trx, athleteId);
  const newest = revisions[0]?.number ?? 0;
  if (newest !== body.base)
    throw new ProblemError(
      'stale',
      'The season was changed elsewhere in the meantime. Nothing was overwritten; here is how it stands now.',
      { current: await seasonDocument(trx, athleteId) },
    );
  const plan = {
    season: revisionOn(revisions, today)?.season ?? NO_SEASON,
    bases: await basesAround(trx, athleteId, today),
    orders: await ordersFor(trx, athleteId, 'all'),
  };
  const measured = await measuredFor(trx, athlete, today);
  const { cautions, faults } = reviewSeason(plan, body.season, athlete, today, measured);
  const [fault] = faults;
  if (fault)
    throw new ProblemError(
      fault.kind === 'past-date' ? 'past-date' : 'invalid',
      `${fault.sentence} Nothing was changed.`,
    );
  openOrRefuse(athlete, cautions, NOTHING);
  const { held } = await judgeAndConfirm(trx, athlete, personId, cautions, body.confirmed, NOTHING);
  await addRevision(trx, athleteId, {
    id,
    number: newest + 1,
    from: today,
    season: body.season,
    reason: body.reason === '' ? null : body.reason,
    held,
    cautions,
    writtenBy: personId,
    protocol: body.protocol,
  });
  await ensureBasis(trx, athlete, today);
  return seasonDocument(trx, athleteId);
};

/** Confirms the hard cautions of a season that waits; releases it when nobody's word is missing any more. */
export const confirmSeason = async (
  trx: AppTransaction,
  athleteId: string,
  id: string,
  personId: string,
): Promise<SeasonDocument> => {
  const athlete = await athleteOf(trx, athleteId, 'to judge');
  mustSign(athlete, NOTHING);
  const today = todayOf(athlete);
  const revisions = await revisionsOf(trx, athleteId);
  const revision = revisions.find((r) => r.id === id);
  if (!revision) throw new ProblemError('not-found', 'There is no such season.');
  if (!revision.pending) return seasonDocument(trx, athleteId);
  if (newestPending(revisions)?.id !== id)
    throw new ProblemError('stale', 'A newer season has been written since. Nothing was confirmed.', {
      current: await seasonDocument(trx, athleteId),
    });
  const hard = await hardNow(
    trx,
    athlete,
    revisionOn(revisions, today)?.season ?? NO_SEASON,
    revision.season,
  );
  openOrRefuse(athlete, hard, 'Nothing was confirmed.');
  await confirm(trx, athleteId, personId, hard);
  const judged = judge(hard, await confirmationsOf(trx, athleteId), athlete.hasCoach);
  if (!judged.held) await releaseRevision(trx, athleteId, id, today);
  return seasonDocument(trx, athleteId);
};
