import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { testBasis, testMacros, testPhase, testSeason } from '../../testing/index.ts';
import { targetsFrom } from '../targets/targets.ts';
import { isoDate } from '../../units/index.ts';
import { cautionPerson, restingOf, type KnownAthlete } from './person.ts';
import { energyAvailability } from '../../body/index.ts';
import { plannedWork } from './plannedWork.ts';
import { NO_STATEMENTS, type Caution } from './types.ts';
import { planCautions, withMeasured } from './plan.ts';

const athlete = (profile: Partial<KnownAthlete['profile']> = {}): KnownAthlete => ({
  sex: 'male',
  birthDate: isoDate('1997-05-04'),
  heightCm: 178,
  profile: { equation: null, fat: null, health: NO_STATEMENTS, ...profile },
});
const DATE = isoDate('2026-11-24');
const routine = {
  waking: '06:00',
  sessions: [{ weekday: 2, kind: 'cardio' as const, start: '07:00', minutes: 40 }],
};
const days = (kcal: number) =>
  targetsFrom(
    testSeason(testPhase({ energy: { kind: 'hand', kcal }, macros: testMacros(0.5, 0) })),
    [testBasis()],
    [],
    isoDate('2026-11-23'),
    21,
  ).filter((d) => d !== undefined);

describe('whom the cautions are about', () => {
  // Worked: 84.2 kg, 178 cm, 29 y. Mifflin 1990: 1,816; Tinsley 2019 by 72.5 kg of lean mass, from memory: 2,162; Cunningham 1980: 2,095.
  test('resting expenditure by the chosen equation, else by the preferred one', () => {
    const body = { weightKg: 84.2, leanKg: 72.5 };
    expect(Math.round(restingOf(athlete(), body, DATE))).toBe(2162);
    expect(Math.round(restingOf(athlete(), { ...body, leanKg: null }, DATE))).toBe(1816);
    expect(Math.round(restingOf(athlete({ equation: 'cunningham-1980' }), body, DATE))).toBe(2095);
    // Chosen, but lean mass has been lost sight of: the preferred one that can be worked out.
    expect(
      Math.round(restingOf(athlete({ equation: 'cunningham-1980' }), { ...body, leanKg: null }, DATE)),
    ).toBe(1816);
  });
  test('age on the date, and the spread of body fat by its method', () => {
    const person = (fat: KnownAthlete['profile']['fat']) =>
      cautionPerson(athlete({ fat }), testBasis(), DATE);
    expect(person(null)).toMatchObject({ ageYears: 29, fatSpread: 5, leanKg: 68 });
    expect(person({ method: 'dxa' }).fatSpread).toBe(2);
    expect(person({ method: 'tape' }).fatSpread).toBe(3.5);
  });
});

describe('planned work', () => {
  // Ainsworth 2011, from memory: cardio 6 MET, (6 - 1) x 1.05 x 80 x 40/60 = 280 kcal.
  test('only on its weekday, and net of rest', () => {
    expect(plannedWork(routine, DATE, 80)).toBeCloseTo(280, 6);
    expect(plannedWork(routine, isoDate('2026-11-25'), 80)).toBe(0);
  });
  test('law: more work or less food never leaves more', () => {
    const body = { weightKg: 80, leanKg: 68, fatSpread: 3.5 };
    fc.assert(
      fc.property(
        fc.integer({ min: 1000, max: 4000 }),
        fc.integer({ min: 0, max: 900 }),
        fc.integer({ min: 1, max: 500 }),
        (kcal, work, more) => {
          const base = energyAvailability(kcal, work, body);
          expect(energyAvailability(kcal, work + more, body).value).toBeLessThan(base.value);
          expect(energyAvailability(kcal - more, work, body).value).toBeLessThan(base.value);
          expect(base.low).toBeLessThanOrEqual(base.value);
          expect(base.value).toBeLessThanOrEqual(base.high);
        },
      ),
    );
  });
});

describe('cautions as a whole', () => {
  const grave = (kcal: number) =>
    planCautions(days(kcal), cautionPerson(athlete(), testBasis(), DATE), routine).filter(
      (c) => c.level !== 'note',
    ).length;
  test('law: less energy never means fewer grave cautions, and a grown adult without statements is never refused', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1450, max: 3500 }), fc.integer({ min: 0, max: 900 }), (kcal, more) => {
        expect(grave(kcal)).toBeGreaterThanOrEqual(grave(kcal + more));
        const all = planCautions(days(kcal), cautionPerson(athlete(), testBasis(), DATE), routine);
        expect(all.some((c) => c.level === 'refuse')).toBe(false);
        expect(new Set(all.map((c) => c.id)).size).toBe(all.length);
      }),
      { numRuns: 40 },
    );
  });
  test('every one has a sentence, a source and somebody to see, and none praises or shames', () => {
    const young = { ...athlete(), birthDate: isoDate('2010-01-01') };
    const all = [
      ...planCautions(days(1600), cautionPerson(young, testBasis(), DATE), routine),
      ...planCautions(
        days(1600),
        cautionPerson(
          athlete({ health: { ...NO_STATEMENTS, eatingDisorder: true, kidney: true, periodLost: true } }),
          testBasis({ leanKg: 75 }),
          DATE,
        ),
        routine,
        true,
      ),
    ];
    expect(all.length).toBeGreaterThan(6);
    for (const { sentence, source, see } of all) {
      expect(sentence).toMatch(/\.$/);
      expect(source.length).toBeGreaterThan(3);
      expect(see).toMatch(/doctor|dietitian|midwife/i);
      expect(`${sentence} ${see}`).not.toMatch(/great|well done|discipline|fail|cheat|guilt|lazy/i);
    }
  });
  test('the log’s cautions join a plan that takes energy away, once of each kind, the gravest first', () => {
    const caution = (id: Caution['id'], level: Caution['level']): Caution => ({
      id, level, sentence: 'S.', source: 'x', see: 'a doctor', figure: null, worse: 'lower', needs: null,
    }); // prettier-ignore
    const measured = [caution('losing-too-fast', 'confirm'), caution('swings', 'note')];
    const planned = [caution('fat-under-floor', 'note'), caution('losing-too-fast', 'confirm')];
    expect(withMeasured(planned, measured, days(2000)).map((c) => `${c.id} ${c.level}`)).toEqual([
      'losing-too-fast confirm',
      'fat-under-floor note',
      'swings note',
    ]);
    const gain = targetsFrom(
      testSeason(testPhase({ kind: 'off-season', energy: { kind: 'hand', kcal: 3200 } })),
      [testBasis()],
      [],
      DATE,
      7,
    ).filter((d) => d !== undefined);
    expect(withMeasured(planned, measured, gain).map((c) => c.id)).not.toContain('swings');
  });
});
