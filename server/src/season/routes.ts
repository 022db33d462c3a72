import {
  addDays,
  ageOn,
  CORE_VERSION,
  defaultRate,
  defaultTolerance,
  isoDate,
  type Season,
} from '@maul/core';
import type { Router } from 'express';
import { describeSession } from '../accounts/index.ts';
import { mount, type House } from '../http/mount.ts';
import { ProblemError } from '../http/problems.ts';
import { equationExpenditure, todayOf } from './store.ts';

export const mountSeason = (router: Router, house: House): void => {
  mount(router, house, 'start', async ({ params, body, acting, signed }) => {
    const { athleteId } = params;
    if (athleteId !== signed().personId)
      throw new ProblemError('not-allowed', 'You can set up only yourself.');
    await acting(async (trx) => {
      const there = await trx
        .selectFrom('season_revision')
        .select('id')
        .where('athlete_id', '=', athleteId)
        .executeTakeFirst();
      if (there) {
        if (there.id === body.seasonId) return;
        throw new ProblemError('id-taken', 'You are set up already. Nothing was overwritten.');
      }
      const today = todayOf({ zone: body.zone, dayTurnsAt: 240 });
      const age = ageOn(body.birthDate, today);
      if (age < 13 || age > 100)
        throw new ProblemError('invalid', 'Check the birth date: Maul is made for people from 13 to 100.');
      await trx
        .insertInto('athlete')
        .values({
          athlete_id: athleteId,
          sex: body.sex,
          birth_date: body.birthDate,
          height_cm: body.heightCm,
          zone: body.zone,
          federation_class: null,
        })
        .execute();
      await trx
        .insertInto('season_revision')
        .values({
          athlete_id: athleteId,
          id: body.seasonId,
          revision: 1,
          effective_from: today,
          document: JSON.stringify(firstSeason(body.phaseId, today)),
          written_by: athleteId,
        })
        .execute();
      const expenditure = equationExpenditure(body, body.weightKg, body.activityLevel, today);
      await trx
        .insertInto('basis')
        .values({
          athlete_id: athleteId,
          id: body.basisId,
          from_date: today,
          weight_kg: body.weightKg,
          lean_kg: null,
          expenditure: expenditure.kcal,
          expenditure_sd: expenditure.sd,
          expenditure_from: 'equation',
          carb_basis: body.carbBasis,
          core_version: CORE_VERSION,
          inputs_until: new Date().toISOString(),
        })
        .execute();
      await trx
        .insertInto('weigh_in')
        .values({
          athlete_id: athleteId,
          id: body.weighInId,
          day: today,
          kg: body.weightKg,
          deleted_at: null,
        })
        .execute();
    });
    return describeSession(house, athleteId, signed().token);
  });
};

/** Where everybody may safely begin: a year of maintenance, protein and fat by body mass, carbs the remainder. */
const firstSeason = (phaseId: string, today: string): Season => ({
  events: [],
  phases: [
    {
      id: phaseId,
      kind: 'maintenance',
      from: isoDate(today),
      to: addDays(isoDate(today), 363),
      energy: { kind: 'step', kcal: 0 },
      macros: {
        kind: 'per-body-mass',
        protein: { gPerKg: 1.8, of: 'body' },
        fat: { gPerKg: 0.9, of: 'body', floor: 50 },
        fibre: { per1000kcal: 14 },
      },
      tolerance: defaultTolerance('maintenance'),
      rate: defaultRate('maintenance'),
      dayTypes: [{ id: 'every', name: 'Every', energyOffset: 0 }],
      week: Array.from({ length: 7 }, () => 'every'),
      exceptions: {},
    },
  ],
});
