import { MEASURED_SOURCES } from '@maul/core/body';
import { reviewDays, phaseTemplate, targetsFrom, type Season } from '@maul/core/plan';
import { addAthlete, updateAthlete, athleteOf, todayOf } from '../people/index.ts';
import { addRevision, firstRevision } from './store/seasons.ts';
import { addWeighIn, everMeasured, statedBasis, writeBasis, basesAround } from '../body/index.ts';
import { isDeepStrictEqual } from 'node:util';
import { addDays, ageOn } from '@maul/core/units';
import type { PutAthlete } from '@maul/contract/people';
import type { Start } from '@maul/contract/plan';
import type { z } from 'zod';
import type { AppTransaction } from '../platform/db/connect.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { ensureBasis } from './weekBasis.ts';

const checkAge = (
  birthDate: z.output<typeof Start>['birthDate'],
  today: ReturnType<typeof todayOf>,
): void => {
  const age = ageOn(birthDate, today);
  if (age < 13 || age > 100)
    throw new ProblemError(
      'invalid',
      'Check the birth date: Maul is made for people from 13 to 100. Nothing was changed.',
    );
};

/** Body, first phase, first basis and first weigh-in of a new athlete. The same start sent twice is one start. */
export const startAthlete = async (
  trx: AppTransaction,
  athleteId: string,
  body: z.output<typeof Start>,
): Promise<void> => {
  const there = await firstRevision(trx, athleteId);
  if (there !== undefined) {
    if (there === body.seasonId) return;
    throw new ProblemError('id-taken', 'You are set up already. Nothing was overwritten.');
  }
  const today = todayOf({ zone: body.zone, dayTurnsAt: 240 });
  checkAge(body.birthDate, today);
  const season: Season = {
    events: [],
    phases: [
      phaseTemplate(body.firstPhase, today, addDays(today, 7 * body.weeks - 1), body.phaseId, {
        patterns: body.pattern ? [body.pattern] : [],
        patternId: body.pattern?.id ?? null,
      }),
    ],
  };
  await addAthlete(trx, athleteId, body);
  const basis = statedBasis(body, body.weightKg, body.carbBasis, today, body.basisId);
  await writeBasis(trx, athleteId, basis);
  const athlete = await athleteOf(trx, athleteId);
  const days = targetsFrom(season, [basis], [], today, 7 * body.weeks).filter((d) => d !== undefined);
  // Maintenance is where everybody may begin; anything else with a hard caution is planned where it can be confirmed.
  const stop = reviewDays(days, athlete, [], false).find(
    (c) => c.level === 'refuse' || (c.level === 'confirm' && body.firstPhase !== 'maintenance'),
  );
  if (stop)
    throw new ProblemError(
      stop.level === 'refuse' ? 'caution-x' : 'caution-unconfirmed',
      `${stop.sentence} ${stop.see} Begin in maintenance; a phase with a caution is planned in Season, where it can be confirmed. Nothing was kept.`,
    );
  await addRevision(trx, athleteId, {
    id: body.seasonId,
    number: 1,
    from: today,
    season,
    reason: null,
    writtenBy: athleteId,
  });
  await addWeighIn(trx, athleteId, body.weighInId, today, body.weightKg);
};

/** Changes what an athlete has said; a body figure that differs writes a basis from today. */
export const changeAthlete = async (
  trx: AppTransaction,
  athleteId: string,
  body: z.output<typeof PutAthlete>,
) => {
  const before = await athleteOf(trx, athleteId);
  const today = todayOf({ zone: body.zone, dayTurnsAt: body.dayTurnsAt });
  checkAge(body.birthDate, today);
  if (!(await updateAthlete(trx, athleteId, body.base, body))) {
    const same = before.version === body.base + 1 && isDeepStrictEqual(before.profile, body.profile);
    if (same) return before;
    throw new ProblemError(
      'stale',
      'This was changed elsewhere in the meantime. Nothing was overwritten; here is how it stands now.',
      { current: before },
    );
  }
  await ensureBasis(trx, { id: athleteId, profile: body.profile }, today);
  const last = (await basesAround(trx, athleteId, today)).filter((b) => b.from <= today).at(-1);
  if (last) {
    const { equation, knownKcal, activityLevel, fat } = before.profile;
    const next = body.profile;
    const energyDiffers =
      next.equation !== equation ||
      next.knownKcal !== knownKcal ||
      next.activityLevel !== activityLevel ||
      body.sex !== before.sex ||
      body.birthDate !== before.birthDate ||
      body.heightCm !== before.heightCm;
    const fatDiffers = !isDeepStrictEqual(next.fat, fat);
    const stated = statedBasis(body, last.weightKg, body.carbBasis, today, body.basisId);
    // An expenditure that the log has measured is not thrown away for a new height or body fat; one that was only carried on
    // from an equation is.
    const measured =
      MEASURED_SOURCES.includes(last.expenditureFrom) ||
      (last.expenditureFrom === 'carried' && (await everMeasured(trx, athleteId)));
    const keepsEnergy = !energyDiffers || (measured && next.knownKcal === knownKcal);
    if (energyDiffers || fatDiffers || body.carbBasis !== last.carbBasis)
      await writeBasis(trx, athleteId, {
        ...stated,
        leanKg: fatDiffers ? stated.leanKg : last.leanKg,
        ...(keepsEnergy
          ? {
              expenditure: last.expenditure,
              expenditureSd: last.expenditureSd,
              expenditureFrom: last.expenditureFrom,
            }
          : {}),
      });
  }
  return athleteOf(trx, athleteId);
};
