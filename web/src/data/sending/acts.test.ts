import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import { PROBLEM_PREFIX } from '@maul/contract/problems';
import { endTimers } from '../../testing/timers.ts';
import { actOrLater, dropAct, openActs, sendActs, useActs, whenSaid } from './acts.ts';
import { isAway } from '../api.ts';
import { useOutbox, type OutboxEntry } from './outbox.ts';
import { keptAside, heldBy } from '../reach.ts';

const ME = '01890a5d-ac96-774b-bcce-b302099a8057';
const ORDER = '018f0000-0000-7000-8000-00000000000a';
const WEEK = '018f0000-0000-7000-8000-00000000000b';
const read = { id: ORDER, route: 'acknowledge', params: { athleteId: ME, id: ORDER }, what: 'Read' } as const;
const week = {
  id: WEEK,
  route: 'sendCheckIn',
  params: { athleteId: ME, id: WEEK },
  body: { to: '2026-11-28', words: 'Fine.' },
  what: 'Your week',
} as const;
endTimers();

/** What the server answers to a path that ends so; all else it leaves unanswered. */
let answers: Record<string, () => Response> = {};
let asked: string[] = [];
globalThis.fetch = (address) => {
  const end = (address as string)
    .split('/')
    .slice(4)
    .join('/')
    .replace(/[\da-f-]{36}/g, '*');
  asked.push(end);
  const answer = answers[end];
  return answer ? Promise.resolve(answer()) : Promise.reject(new TypeError('Failed to fetch'));
};
const ACKNOWLEDGE = 'orders/*/acknowledgement';
const CHECK_IN = 'check-ins/*';
const refusal = (name: string, detail: string, status: number) => () =>
  new Response(JSON.stringify({ type: PROBLEM_PREFIX + name, title: name, status, detail }), { status });
const gone = refusal('not-found', 'There is no such order.', 404);
const sent = () =>
  asked.flatMap((end) => (end === ACKNOWLEDGE ? ['order'] : end === CHECK_IN ? ['week'] : []));
const waiting = (state: OutboxEntry['state'] = 'waiting') => [{ key: 'k', state } as OutboxEntry];

beforeEach(async () => {
  answers = {};
  asked = [];
  useOutbox.setState({ entries: [], reachable: true });
  useActs.setState({ acts: [] });
  await heldBy(ME);
});
afterAll(() => keptAside());

describe('what is said to the other side while the server is away', () => {
  test('waits, survives a reload, and is asked of the server in its order', async () => {
    expect(await actOrLater(week)).toBe('waits'); // prettier-ignore
    expect(await actOrLater(read)).toBe('waits');
    await keptAside();
    useActs.setState({ acts: [] });
    asked = [];
    await openActs();
    expect(useActs.getState().acts.map((a) => a.what)).toEqual(['Your week', 'Read']);
    // The server is still away: the first was tried, and nothing was lost.
    expect(sent()).toEqual(['week']);
    asked = [];
    answers = { [ACKNOWLEDGE]: gone, [CHECK_IN]: gone };
    await sendActs();
    expect(sent()).toEqual(['week', 'order']);
  });
  test('comes after the changes of the log that are on their way, also while the server answers', async () => {
    answers = { [CHECK_IN]: gone };
    useOutbox.setState({ entries: waiting() });
    const said = actOrLater(week).catch(() => 'asked');
    await new Promise((done) => setTimeout(done, 30));
    expect(sent()).toEqual([]);
    // One that was refused is not waited for.
    useOutbox.setState({ entries: waiting('refused') });
    expect(await said).toBe('asked');
    expect(sent()).toEqual(['week']);
    // Where they do not get through it waits with them.
    asked = [];
    useOutbox.setState({ entries: waiting(), reachable: false });
    expect(await actOrLater(week)).toBe('waits');
    expect(sent()).toEqual([]);
  });
  test('what is said while the page still takes up what waited is kept beside it, and lies on the device once it is said to', async () => {
    await actOrLater(read);
    // A new page: nothing is in it yet, and the next thing is said before it has looked.
    useActs.setState({ acts: [] });
    const opening = openActs();
    const said = actOrLater(week);
    // Nothing says that it waits before it is on the device.
    expect(useActs.getState().acts.some((a) => a.id === WEEK)).toBe(false);
    await Promise.all([opening, said]);
    const kept = (await keptAside()).find(([name]) => name === 'acts')?.[1] as { what: string }[];
    expect(kept.map((a) => a.what)).toEqual(['Read', 'Your week']);
    expect(useActs.getState().acts.map((a) => a.what)).toEqual(['Read', 'Your week']);
  });
  test('pressed twice it waits once', async () => {
    await actOrLater(read);
    await actOrLater(read);
    expect(useActs.getState().acts).toHaveLength(1);
    dropAct(ORDER);
    await keptAside();
    await openActs();
    expect(useActs.getState().acts).toEqual([]);
  });
  test('is not sent by who signs in next on the same page', async () => {
    await openActs();
    await actOrLater(read);
    answers = { [ACKNOWLEDGE]: gone };
    asked = [];
    await heldBy('018f0000-0000-7000-8000-00000000000c');
    await openActs();
    expect(useActs.getState().acts).toEqual([]);
    expect(sent()).toEqual([]);
    await heldBy(ME);
    await openActs();
    expect(sent()).toEqual(['order']);
  });
  test('a week goes after the log: not while a change of it waits, and by itself once the last has gone', async () => {
    await actOrLater(week);
    useOutbox.setState({ reachable: true, entries: waiting() });
    answers = { [ACKNOWLEDGE]: gone, [CHECK_IN]: gone };
    asked = [];
    await sendActs();
    expect(sent()).toEqual([]);
    // A change that was refused does not hold it up for ever.
    useOutbox.setState({ entries: waiting('refused') });
    await new Promise((done) => setTimeout(done, 20));
    expect(sent()).toEqual(['week']);
  });
  test('what the server does not take is said with its reason, and is not tried again', async () => {
    await actOrLater(read);
    answers = { [ACKNOWLEDGE]: gone };
    await sendActs();
    expect(useActs.getState().acts).toEqual([
      expect.objectContaining({ refused: 'There is no such order.' }),
    ]);
    asked = [];
    await sendActs();
    expect(sent()).toEqual([]);
  });
  test('what it took is told, and waits no more', async () => {
    await actOrLater(read);
    let told = 0;
    whenSaid(() => (told += 1));
    const order = {
      id: ORDER, phaseId: ORDER, from: '2026-11-29', until: null, dayTypes: null, macro: 'CARB', change: { kind: 'relative', amount: -20 },
      lever: null, reason: 'Slow', expectedKcal: null, signedAt: '2026-11-29T08:00:00.000Z', signedBy: ME, signedByName: 'Coach',
      confirmed: [], acknowledgedAt: '2026-11-29T09:00:00.000Z',
    }; // prettier-ignore
    answers = { [ACKNOWLEDGE]: () => new Response(JSON.stringify(order)) };
    await sendActs();
    expect(useActs.getState().acts).toEqual([]);
    expect(told).toBe(1);
  });
  test('a refusal at once is thrown, not kept', async () => {
    answers = { [ACKNOWLEDGE]: gone };
    const error = await actOrLater(read).catch((e: unknown) => e);
    expect(isAway(error)).toBe(false);
    expect(useActs.getState().acts).toEqual([]);
  });
});
