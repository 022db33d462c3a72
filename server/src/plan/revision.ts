import { measuredFor, judge, judgeAndConfirm } from './cautions.ts';
import { reviewSeason, type Season } from '@maul/core/plan';
import {
  cautionsKept,
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
import { athleteOf, todayOf } from '../people/index.ts';
import { basesAround, basesSince } from '../body/index.ts';
import { ordersFor } from './store/orders.ts';

/** Bases shown in the Season place reach so far back, days. */
const BASES_BACK = 84;

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
  const held =
    pending && (await cautionsKept(trx, athleteId, pending.id)).filter((c) => c.level === 'confirm');
  return {
    athlete,
    today,
    season: now?.season ?? { phases: [], events: [] },
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
  const athlete = await athleteOf(trx, athleteId);
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
    season: revisionOn(revisions, today)?.season ?? { phases: [], events: [] },
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
  const { held } = await judgeAndConfirm(
    trx,
    athlete,
    personId,
    cautions,
    body.confirmed,
    'Nothing was changed.',
  );
  await addRevision(trx, athleteId, {
    id,
    number: newest + 1,
    from: today,
    season: body.season,
    reason: body.reason === '' ? null : body.reason,
    held,
    cautions,
    writtenBy: personId,
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
  const athlete = await athleteOf(trx, athleteId);
  const today = todayOf(athlete);
  const revisions = await revisionsOf(trx, athleteId);
  const revision = revisions.find((r) => r.id === id);
  if (!revision) throw new ProblemError('not-found', 'There is no such season.');
  if (!revision.pending) return seasonDocument(trx, athleteId);
  if (newestPending(revisions)?.id !== id)
    throw new ProblemError('stale', 'A newer season has been written since. Nothing was confirmed.', {
      current: await seasonDocument(trx, athleteId),
    });
  // The figures of now: what has worsened since it was written must be confirmed anew by everybody.
  const plan = {
    season: revision.season,
    bases: await basesAround(trx, athleteId, today),
    orders: await ordersFor(trx, athleteId, 'all'),
  };
  const measured = await measuredFor(trx, athlete, today);
  const { cautions } = reviewSeason(plan, revision.season, athlete, today, measured);
  const kept = await cautionsKept(trx, athleteId, id);
  const hard = [...cautions, ...kept.filter((k) => !cautions.some((c) => c.id === k.id))].filter(
    (c) => c.level === 'confirm',
  );
  await confirm(trx, athleteId, personId, hard);
  const judged = judge(hard, await confirmationsOf(trx, athleteId), athlete.hasCoach);
  if (!judged.held) await releaseRevision(trx, athleteId, id, today);
  return seasonDocument(trx, athleteId);
};
