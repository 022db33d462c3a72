import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ResponseOf } from '@maul/contract/routes';
import { addDays, athleteDay } from '@maul/core/units';
import { sql } from 'kysely';
import { v7 as uuidv7 } from 'uuid';
import { openTestHouse, type Someone, type TestHouse } from '../testing/house.ts';

const today = athleteDay(new Date(), 'Europe/Vienna');
let house: TestHouse;
let athlete: Someone;
let coach: Someone;
let other: Someone;
beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Athlete');
  coach = await house.signUp('coach', 'Coach');
  other = await house.signUp('coach', 'Other');
  await house.share(athlete, coach);
});
afterAll(() => house.close());

const filter = { name: '', phase: 'cut', showWithin: 28, show: '', waiting: true };

describe('views of a roster', () => {
  const views = async (who: Someone) =>
    ((await who.get('/api/roster/views').expect(200)).body as ResponseOf<'rosterViews'>).views;

  test('are kept by name, changed, dropped, and nobody else’s', async () => {
    const [a, b] = [uuidv7(), uuidv7()];
    await coach
      .put(`/api/roster/views/${a}`, { name: 'Worlds team', filter, members: [athlete.id] })
      .expect(200);
    await coach.put(`/api/roster/views/${b}`, { name: 'Cutting', filter, members: null }).expect(200);
    await coach.put(`/api/roster/views/${b}`, { name: 'Cutting now', filter, members: null }).expect(200);
    expect((await views(coach)).map((v) => [v.name, v.members])).toEqual([
      ['Cutting now', null],
      ['Worlds team', [athlete.id]],
    ]);
    expect(await views(other)).toEqual([]);
    await other.put(`/api/roster/views/${a}`, { name: 'Mine', filter, members: null }).expect(200);
    await other.delete(`/api/roster/views/${b}`).expect(200);
    expect((await views(coach)).map((v) => v.name)).toEqual(['Cutting now', 'Worlds team']);
    await coach.delete(`/api/roster/views/${b}`).expect(200);
    expect((await views(coach)).map((v) => v.name)).toEqual(['Worlds team']);
  });

  test('there are sixty at most, and one with a phase that there is not is refused', async () => {
    const put = (name: string, change = {}) =>
      coach.put(`/api/roster/views/${uuidv7()}`, { name, filter: { ...filter, ...change }, members: null });
    await put('x', { phase: 'bulk' }).expect(422);
    for (let n = (await views(coach)).length; n < 60; n += 1) await put(`View ${n}`).expect(200);
    const { body } = (await put('One more').expect(413)) as { body: { detail: string } };
    expect(body.detail).toContain('60 views are kept at most');
  });
});

describe('hours of silence', () => {
  const hours = async (who: Someone) =>
    ((await who.get('/api/hours').expect(200)).body as ResponseOf<'hours'>).hours;
  const night = { from: '21:00', to: '07:00', zone: 'Europe/Vienna' };

  test('are told to the coach’s athletes, and to nobody else', async () => {
    await coach.put('/api/hours', { hours: night }).expect(200);
    const said = [{ id: coach.id, ...night }];
    expect(await hours(coach)).toEqual(said);
    expect(await hours(athlete)).toEqual(said);
    expect(await hours(other)).toEqual([]);
    expect(await hours(await house.athlete('Stranger'))).toEqual([]);
    await coach.put('/api/hours', { hours: { ...night, to: '25:00' } }).expect(422);
    await coach.put('/api/hours', { hours: null }).expect(200);
    expect(await hours(athlete)).toEqual([]);
  });

  test('nothing of a desk is left of a coach who has gone', async () => {
    const gone = await house.signUp('coach', 'Gone');
    await house.share(athlete, gone);
    await gone.put('/api/hours', { hours: night }).expect(200);
    await gone.put(`/api/roster/views/${uuidv7()}`, { name: 'Team', filter, members: null }).expect(200);
    await gone
      .put(`/api/athletes/${athlete.id}/notes/${uuidv7()}`, {
        base: 0,
        day: today,
        mealId: null,
        text: 'Stays',
        deleted: false,
      })
      .expect(200);
    await sql`update person set leaving_at = now() where id = ${gone.id}`.execute(house.owner);
    await sql`select forget_person(${gone.id})`.execute(house.owner);
    for (const table of ['roster_view', 'coach_hours']) {
      const { rows } = await sql`select from ${sql.table(table)} where coach_id = ${gone.id}`.execute(
        house.owner,
      );
      expect(rows).toEqual([]);
    }
  });
});

describe('words on an order or a picture', () => {
  const at = () => `/api/athletes/${athlete.id}`;
  const orderId = uuidv7();
  beforeAll(async () => {
    const { season } = (await coach.get(`${at()}/season`).expect(200)).body as ResponseOf<'season'>;
    await coach
      .put(`${at()}/orders/${orderId}`, {
        phaseId: season.phases[0]?.id,
        from: addDays(today, 1),
        until: null,
        dayTypes: null,
        macro: 'CARB',
        change: { kind: 'relative', amount: -10 },
        lever: null,
        reason: 'Slower',
        confirmed: [],
      })
      .expect(200);
  });
  const write = (who: Someone, text: string, change: object) =>
    who.put(`${at()}/notes/${uuidv7()}`, {
      base: 0,
      day: addDays(today, 1),
      mealId: null,
      text,
      deleted: false,
      ...change,
    });
  const words = async (who: Someone) =>
    ((await who.get(`${at()}/words`).expect(200)).body as ResponseOf<'words'>).notes;

  test('stand on the thing and on its day, wait until answered there, and name what they are about', async () => {
    await write(athlete, 'Why carbs?', { orderId }).expect(200);
    await write(athlete, 'Another thing', {}).expect(200);
    expect((await words(coach)).map((n) => [n.text, n.orderId])).toEqual([['Why carbs?', orderId]]);
    const open = async () =>
      ((await coach.get('/api/questions').expect(200)).body as ResponseOf<'questions'>).words.filter(
        (w) => w.side === 'you' && w.day === addDays(today, 1),
      );
    expect((await open()).map((w) => [w.text, w.orderId])).toEqual([
      ['Why carbs?', orderId],
      ['Another thing', null],
    ]);
    // An answer on the day is none to the order.
    await write(coach, 'On the day', {}).expect(200);
    expect((await open()).map((w) => w.text)).toEqual(['Why carbs?']);
    await write(coach, 'Fat is at its floor.', { orderId }).expect(200);
    expect(await open()).toEqual([]);
    const day = (await athlete.get(`${at()}/days/${addDays(today, 1)}`).expect(200))
      .body as ResponseOf<'day'>;
    expect(day.notes.map((n) => n.orderId)).toEqual([orderId, null, null, orderId]);
  });

  test('a place on a picture goes with its word, and goes with the picture', async () => {
    const pictureId = uuidv7();
    await sql`insert into body_picture (athlete_id, id, day, pose, name, width, height)
      values (${athlete.id}, ${pictureId}, ${today}, 'front', '', 600, 900)`.execute(house.owner);
    await write(coach, 'Dry here', { pictureId, mark: { x: 0.4, y: 0.25 } }).expect(200);
    expect((await words(athlete)).find((n) => n.pictureId === pictureId)).toMatchObject({
      text: 'Dry here',
      mark: { x: 0.4, y: 0.25 },
      authorName: 'Coach',
    });
    await write(coach, 'Off it', { pictureId, mark: { x: 1.4, y: 0 } }).expect(422);
    await athlete.delete(`${at()}/pictures/${pictureId}`).expect(200);
    expect((await words(athlete)).some((n) => n.pictureId === pictureId)).toBe(false);
  });

  test('an order or picture that is not there is a sentence', async () => {
    const { status, body } = (await write(coach, 'To nothing', { orderId: uuidv7() })) as {
      status: number;
      body: { detail: string };
    };
    expect([status < 500, body.detail.length > 10]).toEqual([true, true]);
  });
});
