import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { athleteDay } from '@maul/core/units';
import { get as httpGet, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { v7 as uuidv7 } from 'uuid';
import { mealBody, openTestHouse, type Someone, type TestHouse } from '../../testing/house.ts';
import { STREAMS_OF_A_SESSION, type ChangeFeed } from './feed.ts';

let house: TestHouse;
let server: Server;
const open: { stop: () => void }[] = [];
const today = athleteDay(new Date(), 'Europe/Vienna');

beforeAll(async () => {
  house = await openTestHouse();
  server = house.app.listen(0, '127.0.0.1');
  await new Promise<void>((done) => server.once('listening', done));
});
afterAll(async () => {
  for (const { stop } of open) stop();
  server.closeAllConnections();
  server.close();
  await house.close();
});

const until = async (ready: () => boolean) => {
  for (let i = 0; i < 300 && !ready(); i += 1) await new Promise((done) => setTimeout(done, 10));
  expect(ready()).toBe(true);
};

/** A page that listens: which athletes it has heard of, how often it was greeted, and whether it was ended. */
const listening = async (who: Someone) => {
  const { port } = server.address() as AddressInfo;
  const heard = { of: [] as string[], hellos: 0, over: false, stop: () => ask.destroy() };
  const ask = httpGet({
    port,
    host: '127.0.0.1',
    path: '/api/events',
    agent: false,
    headers: { Cookie: `maul_session=${who.token}` },
  });
  ask.on('error', () => undefined);
  const res = await new Promise<IncomingMessage>((done) => ask.on('response', done));
  expect(res.statusCode).toBe(200);
  res.on('data', (part: Buffer) => {
    const text = part.toString();
    heard.hellos += text.split('event: hello').length - 1;
    for (const [, id, what] of text.matchAll(/"athleteId":"([^"]+)","what":"([^"]+)"/g))
      heard.of.push(`${id ?? ''} ${what ?? ''}`);
  });
  res.on('end', () => (heard.over = true));
  res.on('error', () => undefined);
  open.push(heard);
  await until(() => heard.hellos === 1);
  return heard;
};
const eats = (who: Someone) =>
  who.put(`/api/athletes/${who.id}/meals/${uuidv7()}`, mealBody(today)).expect(200);

describe('who hears what', () => {
  test('the athlete and their coach; nobody else, and no query for it', async () => {
    const [athlete, other] = [await house.athlete('Heard'), await house.athlete('Other')];
    const coach = await house.signUp('coach', 'Listening');
    await house.share(athlete, coach);
    const pages = [await listening(athlete), await listening(coach), await listening(other)];
    const asked = jest.spyOn(house.feed as unknown as { reach: ChangeFeed['listen'] }, 'reach');
    await eats(athlete);
    await until(() => pages[0]?.of.length === 1 && pages[1]?.of.length === 1);
    expect(pages.map((page) => page.of)).toEqual([[`${athlete.id} meal`], [`${athlete.id} meal`], []]);
    expect(asked).not.toHaveBeenCalled();
    asked.mockRestore();
  });

  test('many changes at once are told once', async () => {
    const athlete = await house.athlete('Busy');
    const page = await listening(athlete);
    await Promise.all(Array.from({ length: 4 }, () => eats(athlete)));
    await eats(athlete);
    await new Promise((done) => setTimeout(done, 200));
    expect(page.of.length).toBeGreaterThan(0);
    expect(page.of.length).toBeLessThan(5);
  });

  test('a coach hears from the moment of the sharing, on the stream that is open, and nothing after its end', async () => {
    const athlete = await house.athlete('Shares Late');
    const coach = await house.signUp('coach', 'Waiting');
    const page = await listening(coach);
    await eats(athlete);
    const grant = await house.share(athlete, coach);
    await until(() => page.hellos === 2);
    await eats(athlete);
    await until(() => page.of.includes(`${athlete.id} meal`));
    await athlete.delete(`/api/athletes/${athlete.id}/grants/${grant}`).expect(200);
    await until(() => page.hellos === 3);
    const before = page.of.length;
    await eats(athlete);
    const own = await listening(athlete);
    await eats(athlete);
    await until(() => own.of.length === 1);
    expect(page.of).toHaveLength(before);
    expect(page.over).toBe(false);
  });

  test('a session that ends hears nothing more: its stream is ended', async () => {
    const athlete = await house.athlete('Leaves');
    const page = await listening(athlete);
    await athlete.delete('/api/session').expect(200);
    await until(() => page.over);
  });

  test('a session holds so many streams; the oldest gives way', async () => {
    const athlete = await house.athlete('Many Pages');
    const pages: Awaited<ReturnType<typeof listening>>[] = [];
    for (let i = 0; i <= STREAMS_OF_A_SESSION; i += 1) pages.push(await listening(athlete));
    await until(() => pages[0]?.over === true);
    await eats(athlete);
    await until(() => pages.slice(1).every((page) => page.of.length === 1));
    expect(pages.slice(1).some((page) => page.over)).toBe(false);
  });
});
