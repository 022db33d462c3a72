import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { DEFAULT_PROFILE, type Athlete, type Profile } from '@maul/contract/people';
import { type InForce, type SeasonDocument } from '@maul/contract/plan';
import { type Problem } from '@maul/contract/problems';
import { addDays, athleteDay } from '@maul/core/units';
import { dayTargets, layEvent, phaseTemplate, type Season } from '@maul/core/plan';
import ICAL from 'ical.js';
import { sql } from 'kysely';
import { v7 as uuidv7 } from 'uuid';
import { openTestHouse, startBody, type Someone, type TestHouse } from '../testing/house.ts';

let house: TestHouse;
const today = athleteDay(new Date(), 'Europe/Vienna');
beforeAll(async () => {
  house = await openTestHouse();
});
afterAll(() => house.close());

const at = (who: Someone) => `/api/athletes/${who.id}`;
const seasonOf = async (who: Someone, athlete = who) =>
  (await who.get(`${at(athlete)}/season`).expect(200)).body as SeasonDocument;
const put = (who: Someone, base: number, season: Season, more: object = {}, athlete = who, id = uuidv7()) =>
  who.put(`${at(athlete)}/season/${id}`, { base, season, reason: null, confirmed: [], ...more });
const problem = (answer: { body: unknown }) => answer.body as Problem;
/** The season of before, cut off tomorrow by a phase of a kind. */
const withPhase = (
  season: Season,
  kind: Parameters<typeof phaseTemplate>[0],
  weeks = 12,
  more = {},
): Season => ({
  ...season,
  phases: [
    { ...season.phases[0]!, to: today },
    phaseTemplate(kind, addDays(today, 1), addDays(today, 7 * weeks), uuidv7(), more),
  ],
});
const athleteBody = (athlete: Athlete, profile: Partial<Profile>, more: object = {}) => ({
  base: athlete.version,
  basisId: uuidv7(),
  sex: athlete.sex,
  birthDate: athlete.birthDate,
  heightCm: athlete.heightCm,
  zone: athlete.zone,
  dayTurnsAt: athlete.dayTurnsAt,
  carbBasis: 'total',
  profile: { ...athlete.profile, ...profile },
  ...more,
});

describe('a season', () => {
  test('a new revision acts from today, is safe to repeat, and what was in force stays readable', async () => {
    const who = await house.athlete('One');
    const first = await seasonOf(who);
    expect(first.revision).toMatchObject({ number: 1, pending: false, writtenByName: 'One' });
    await sql`update season_revision set effective_from = ${addDays(today, -30)}::date where athlete_id = ${who.id}`.execute(
      house.owner,
    );
    const id = uuidv7();
    const show = { id: uuidv7(), kind: 'show' as const, name: 'Spring show', date: addDays(today, 200) };
    const next = layEvent(first.season, show, today, uuidv7);
    const written = (await put(who, 1, next, { reason: 'A show' }, who, id).expect(200))
      .body as SeasonDocument;
    expect(written.revision).toMatchObject({ number: 2, reason: 'A show', from: today });
    expect(written.season.phases.map((p) => p.kind)).toEqual([
      'maintenance', 'contest-prep', 'peak-week', 'post-show', 'maintenance',
    ]); // prettier-ignore
    const again = (await put(who, 1, next, { reason: 'A show' }, who, id).expect(200)).body as SeasonDocument;
    expect(again.history).toHaveLength(2);
    const past = (await who.get(`${at(who)}/in-force/${addDays(today, -1)}`).expect(200)).body as InForce;
    expect(past.revision?.number).toBe(1);
    expect(past.season.phases).toHaveLength(1);
    const now = (await who.get(`${at(who)}/in-force/${today}`).expect(200)).body as InForce;
    expect(now.revision).toMatchObject({ number: 2, writtenByName: 'One' });
  });
  test('written elsewhere meanwhile: refused, nothing overwritten, the present one sent along', async () => {
    const who = await house.athlete('Two');
    const { season } = await seasonOf(who);
    await put(who, 1, withPhase(season, 'off-season')).expect(200);
    const stale = await put(who, 1, withPhase(season, 'post-show')).expect(409);
    expect(problem(stale).type).toBe('urn:maul:problem:stale');
    expect((problem(stale).current as SeasonDocument).revision?.number).toBe(2);
    expect((await seasonOf(who)).season.phases[1]?.kind).toBe('off-season');
  });
  test('overlaps, the past and shows that are over: a clear sentence, and nothing changed', async () => {
    const who = await house.athlete('Three');
    const { season } = await seasonOf(who);
    const [phase] = season.phases;
    const overlap = {
      ...season,
      phases: [phase!, phaseTemplate('off-season', addDays(today, 5), addDays(today, 50), uuidv7())],
    };
    expect(problem(await put(who, 1, overlap).expect(422)).detail).toMatch(
      /they overlap.*Nothing was changed\.$/,
    );
    const past = { ...season, phases: [{ ...phase!, from: addDays(today, -3) }] };
    expect(problem(await put(who, 1, past).expect(422)).detail).toContain('Nothing was changed');
    const early = {
      ...season,
      phases: [phaseTemplate('off-season', addDays(today, -9), addDays(today, -2), uuidv7()), phase!],
    };
    expect(problem(await put(who, 1, early).expect(422)).type).toBe('urn:maul:problem:past-date');
    const over = {
      ...season,
      events: [{ id: uuidv7(), kind: 'show' as const, name: 'Old', date: addDays(today, -1) }],
    };
    expect(problem(await put(who, 1, over).expect(422)).detail).toContain('Old on');
    expect((await seasonOf(who)).history).toHaveLength(1);
  });
  test('a plan that no day could hold is refused with its first day', async () => {
    const who = await house.athlete('Three and a half');
    const { season } = await seasonOf(who);
    const hungry = withPhase(season, 'maintenance', 12, { energy: { kind: 'hand', kcal: 500 } });
    expect(problem(await put(who, 1, hungry, { confirmed: ['very-low-intake'] }).expect(422)).detail).toMatch(
      new RegExp(`^On ${addDays(today, 1)}: 500 kcal cannot hold .*Nothing was changed\\.$`),
    );
  });
  test('two at once: one is written, the other told so', async () => {
    const who = await house.athlete('Four');
    const { season } = await seasonOf(who);
    const answers = await Promise.all([
      put(who, 1, withPhase(season, 'off-season')),
      put(who, 1, withPhase(season, 'post-show')),
    ]);
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409]);
  });
  test('a phase that begins later writes a basis of its own on its first day', async () => {
    const who = await house.athlete('Five');
    const { season } = await seasonOf(who);
    await sql`update basis set from_date = from_date - 3 where athlete_id = ${who.id}`.execute(house.owner);
    await sql`update season_revision set effective_from = effective_from - 3, document = jsonb_set(document, '{phases,0,from}', to_jsonb(${addDays(today, -3)}::text)) where athlete_id = ${who.id}`.execute(
      house.owner,
    );
    const [phase] = season.phases;
    const next = {
      ...season,
      phases: [
        { ...phase!, from: addDays(today, -3), to: addDays(today, -1) },
        phaseTemplate('off-season', today, addDays(today, 50), uuidv7()),
      ],
    };
    await put(who, 1, next).expect(200);
    expect((await seasonOf(who)).bases.at(-1)).toMatchObject({ from: today, expenditureFrom: 'carried' });
  });
});

describe('hard cautions on a season', () => {
  const steep = { energy: { kind: 'rate' as const, percentPerWeek: -1.4 } };
  test('coach and athlete both confirm before it is in force', async () => {
    const athlete = await house.athlete('Six');
    const coach = await house.signUp('coach', 'Coach');
    await house.share(athlete, coach);
    const { season } = await seasonOf(athlete);
    const next = withPhase(season, 'cut', 12, steep);
    expect(problem(await put(coach, 1, next, {}, athlete).expect(422)).type).toBe(
      'urn:maul:problem:caution-unconfirmed',
    );
    const confirmed = ['losing-too-fast', 'very-low-intake', 'low-energy-availability'];
    const id = uuidv7();
    const kept = (await put(coach, 1, next, { confirmed }, athlete, id).expect(200)).body as SeasonDocument;
    expect(kept.season.phases).toHaveLength(1);
    expect(kept.pending?.waitsFor).toBe('the athlete');
    expect(kept.pending?.cautions.map((c) => c.id)).toContain('losing-too-fast');
    // The coach's own second word is not the athlete's.
    const twice = (await coach.put(`${at(athlete)}/season/${id}/confirmation`, {}).expect(200))
      .body as SeasonDocument;
    expect(twice.pending).not.toBeNull();
    const done = (await athlete.put(`${at(athlete)}/season/${id}/confirmation`, {}).expect(200))
      .body as SeasonDocument;
    expect(done.pending).toBeNull();
    expect(done.season.phases).toHaveLength(2);
    expect(done.revision).toMatchObject({ number: 2, from: today, pending: false });
    // What both have confirmed holds for the next change too, while the number is no worse.
    const renamed = { ...done.season, phases: done.season.phases.map((p) => ({ ...p, name: 'Renamed' })) };
    const again = (await put(coach, 2, renamed, {}, athlete).expect(200)).body as SeasonDocument;
    expect(again.pending).toBeNull();
    expect(again.revision).toMatchObject({ number: 3, pending: false });
  });
  test('without a coach twice, a day apart; a newer season replaces the one that waits', async () => {
    const who = await house.athlete('Seven');
    const { season } = await seasonOf(who);
    const confirmed = ['losing-too-fast', 'very-low-intake', 'low-energy-availability'];
    const id = uuidv7();
    const kept = (await put(who, 1, withPhase(season, 'cut', 12, steep), { confirmed }, who, id).expect(200))
      .body as SeasonDocument;
    expect(kept.pending?.waitsFor).toContain('second confirmation');
    await sql`update caution_confirmation set at = at - interval '25 hours' where athlete_id = ${who.id}`.execute(
      house.owner,
    );
    const done = (await who.put(`${at(who)}/season/${id}/confirmation`, {}).expect(200))
      .body as SeasonDocument;
    expect(done.season.phases).toHaveLength(2);
  });
  test('under 18, and in pregnancy, a deficit is never kept', async () => {
    const young = await house.signUp('athlete', 'Young');
    await young.put(`${at(young)}/start`, startBody({ birthDate: addDays(today, -365 * 16) })).expect(200);
    const { season } = await seasonOf(young);
    const all = ['minor', 'pregnancy', 'losing-too-fast', 'very-low-intake'];
    expect(problem(await put(young, 1, withPhase(season, 'cut'), { confirmed: all }).expect(422)).type).toBe(
      'urn:maul:problem:caution-x',
    );
    await put(young, 1, withPhase(season, 'off-season')).expect(200);
    const mother = await house.athlete('Mother');
    const { athlete } = await seasonOf(mother);
    await mother
      .put(at(mother), athleteBody(athlete, { health: { ...DEFAULT_PROFILE.health, pregnant: true } }))
      .expect(200);
    const refused = await put(mother, 1, withPhase((await seasonOf(mother)).season, 'peak-week', 1), {
      confirmed: all,
    }).expect(422);
    expect(problem(refused).detail).toContain('Pregnant: a peak week is not made in Maul.');
  });
  test('a history of an eating disorder needs a professional by name', async () => {
    const who = await house.athlete('Eight');
    const { athlete, season } = await seasonOf(who);
    const health = { ...DEFAULT_PROFILE.health, eatingDisorder: true };
    await who.put(at(who), athleteBody(athlete, { health })).expect(200);
    const next = withPhase(season, 'cut');
    const confirmed = ['eating-disorder', 'low-energy-availability'];
    expect(problem(await put(who, 1, next, { confirmed }).expect(422)).detail).toContain(
      'Name the professional',
    );
    await who
      .put(
        at(who),
        athleteBody({ ...athlete, version: 2 }, { health: { ...health, professional: 'Dr Ost' } }),
      )
      .expect(200);
    const kept = (await put(who, 1, next, { confirmed }).expect(200)).body as SeasonDocument;
    expect(kept.pending?.cautions[0]?.sentence).toContain('Dr Ost');
  });
});

describe('what an athlete says', () => {
  test('a known maintenance and a body fat write a basis from today; what is not of the body writes none', async () => {
    const who = await house.athlete('Nine');
    const { athlete, bases } = await seasonOf(who);
    expect(bases).toHaveLength(1);
    await who.put(at(who), athleteBody(athlete, { diet: 'plants', allergens: ['milk'] })).expect(200);
    expect((await seasonOf(who)).bases).toHaveLength(1);
    const fat = { percent: 14, method: 'tape' as const };
    const answer = await who
      .put(at(who), athleteBody({ ...athlete, version: 2 }, { knownKcal: 2900, fat }))
      .expect(200);
    expect((answer.body as Athlete).profile.knownKcal).toBe(2900);
    const basis = (await seasonOf(who)).bases.at(-1);
    // 84.2 kg less 14 %.
    expect(basis).toMatchObject({ from: today, expenditure: 2900, expenditureFrom: 'known', leanKg: 72.4 });
    const day = (await who.get(`${at(who)}/days/${today}`).expect(200)).body as Parameters<typeof targets>[0];
    expect(targets(day)).toBe(2900);
    // The same again is the same; and body fat that did not change writes no basis.
    await who.put(at(who), athleteBody({ ...athlete, version: 2 }, { knownKcal: 2900, fat })).expect(200);
    const now = (await seasonOf(who)).athlete;
    await who.put(at(who), athleteBody(now, { diet: 'fish' })).expect(200);
    expect((await seasonOf(who)).bases).toHaveLength(2);
    const stale = await who.put(at(who), athleteBody(athlete, {})).expect(409);
    expect(problem(stale).detail).toContain('Nothing was overwritten');
  });
  const targets = (day: { season: Season; bases: Parameters<typeof dayTargets>[1]; date: typeof today }) =>
    Math.round((dayTargets(day.season, day.bases, [], day.date)?.windows.ENERC?.aim ?? 0) / 10) * 10;
  test('a measured expenditure is not thrown away for a new body fat', async () => {
    const who = await house.athlete('Ten');
    const { athlete } = await seasonOf(who);
    await sql`update basis set expenditure = 3111, expenditure_from = 'balance' where athlete_id = ${who.id}`.execute(
      house.owner,
    );
    await who.put(at(who), athleteBody(athlete, { fat: { percent: 12, method: 'dxa' } })).expect(200);
    expect((await seasonOf(who)).bases.at(-1)).toMatchObject({
      expenditure: 3111,
      expenditureFrom: 'balance',
      leanKg: 74.1,
    });
  });
  test('one that was only carried on from an equation gives way to another', async () => {
    const who = await house.athlete('Ten and a half');
    const { athlete } = await seasonOf(who);
    await sql`update basis set expenditure = 3111, expenditure_from = 'carried' where athlete_id = ${who.id}`.execute(
      house.owner,
    );
    await who.put(at(who), athleteBody(athlete, { activityLevel: 2.1 })).expect(200);
    // Mifflin 1990 at 84.2 kg and 178 cm, times 2.1.
    const basis = (await seasonOf(who)).bases.at(-1);
    expect(basis?.expenditureFrom).toBe('equation');
    expect(basis?.expenditure).toBeGreaterThan(3700);
    expect(basis?.expenditure).toBeLessThan(3900);
  });
  test('the coach does not change it', async () => {
    const who = await house.athlete('Eleven');
    const coach = await house.signUp('coach', 'Coach');
    await house.share(who, coach);
    const { athlete } = await seasonOf(coach, who);
    await coach.put(at(who), athleteBody(athlete, { diet: 'fish' })).expect(403);
  });
  test('a first phase with a hard caution is not begun with', async () => {
    const who = await house.signUp('athlete', 'Twelve');
    const answer = await who
      .put(
        `${at(who)}/start`,
        startBody({
          firstPhase: 'mini-cut',
          weeks: 6,
          weightKg: 50,
          heightCm: 160,
          sex: 'female',
          profile: { ...DEFAULT_PROFILE, activityLevel: 1.3 },
        }),
      )
      .expect(422);
    expect(problem(answer).detail).toContain('Begin in maintenance');
    await who.put(`${at(who)}/start`, startBody()).expect(200);
  });
});

describe('the calendar', () => {
  const pattern = {
    id: 'p',
    name: 'Two',
    fast: null,
    proteinUntil: null,
    slots: [
      {
        id: 'a',
        anchor: 'clock' as const,
        minutes: 0,
        at: '07:00',
        share: { protein: 50, carbs: 50, fat: 50 },
      },
      {
        id: 'b',
        anchor: 'after-training' as const,
        minutes: 30,
        at: '19:00',
        share: { protein: 50, carbs: 50, fat: 50 },
      },
    ],
  };
  test('the file, read by a general iCalendar library', async () => {
    const who = await house.signUp('athlete', 'Calendar, with; marks');
    const profile = {
      ...DEFAULT_PROFILE,
      routine: {
        waking: '06:00',
        sessions: [{ weekday: 1, kind: 'resistance' as const, start: '17:00', minutes: 60 }],
      },
    };
    await who.put(`${at(who)}/start`, startBody({ pattern, profile })).expect(200);
    const { season } = await seasonOf(who);
    const show = {
      id: uuidv7(),
      kind: 'show' as const,
      name: 'Spring, show; one',
      date: addDays(today, 200),
    };
    await put(who, 1, layEvent(season, show, today, uuidv7)).expect(200);
    const answer = await who
      .get(`${at(who)}/calendar.ics`)
      .expect(200)
      .expect('Content-Type', /text\/calendar/);
    const events = new ICAL.Component(ICAL.parse(answer.text) as unknown[])
      .getAllSubcomponents('vevent')
      .map((c) => new ICAL.Event(c));
    expect(new Set(events.map((e) => e.uid)).size).toBe(events.length);
    const named = (name: string) => events.filter((e) => e.summary === name);
    const stage = named('Spring, show; one')[0]!;
    expect([stage.startDate.toString(), stage.startDate.isDate]).toEqual([addDays(today, 200), true]);
    const peak = named('Peak week')[0]!;
    // A whole-day end is the day after the last one: RFC 5545, 3.6.1.
    expect([peak.startDate.toString(), peak.endDate.toString()]).toEqual([
      addDays(today, 194),
      addDays(today, 201),
    ]);
    const training = named('Training');
    expect(training.length).toBeGreaterThanOrEqual(12);
    for (const one of training) {
      expect(one.startDate.toString()).toMatch(/T17:00:00$/);
      expect(one.startDate.zone.tzid).toBe('floating');
      expect(one.duration.toSeconds()).toBe(3600);
    }
    const meals = named('Meal 2').map((e) => e.startDate.toString().slice(11));
    expect(new Set(meals)).toEqual(new Set(['19:00:00', '18:30:00']));
    expect(answer.text).not.toMatch(/kcal|kg\b/);
  });
  test('a private address works without signing in until it is revoked', async () => {
    const who = await house.athlete('Feed');
    const id = uuidv7();
    const made = (await who.put(`${at(who)}/calendar-feeds/${id}`, {}).expect(200)).body as { path: string };
    expect(made.path).toMatch(/^\/calendar\/[A-Za-z0-9_-]{43}\.ics$/);
    const feed = await house
      .agent()
      .get(made.path)
      .expect(200)
      .expect('Content-Type', /text\/calendar/);
    expect(ICAL.parse(feed.text)).toBeTruthy();
    await who.put(`${at(who)}/calendar-feeds/${id}`, {}).expect(409);
    expect((await who.get(`${at(who)}/calendar-feeds`).expect(200)).body).toMatchObject({
      feeds: [{ id, path: null }],
    });
    await house
      .agent()
      .get(`/calendar/${'a'.repeat(43)}.ics`)
      .expect(404);
    await who.delete(`${at(who)}/calendar-feeds/${id}`).expect(200);
    await house.agent().get(made.path).expect(404);
    expect((await who.get(`${at(who)}/calendar-feeds`).expect(200)).body).toEqual({ feeds: [] });
  });
});
