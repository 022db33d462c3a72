import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { PICTURE_PIECE } from '@maul/contract/body';
import { v7 as uuidv7 } from 'uuid';
import { filesWaiting, nextFile } from '../away/index.ts';
import { endTimers } from '../../testing/timers.ts';
import { flushFiles, sendOrKeep, useFiles } from './files.ts';
import { heldBy } from '../reach.ts';

endTimers();
/** Another window of this browser that sends meanwhile. */
const other = { sends: false };
// Of the browser's locks only what is used.
Object.assign(globalThis, {
  navigator: {
    locks: {
      request: (name: string, _: LockOptions, work: (lock: { name: string } | null) => Promise<void>) =>
        work(other.sends ? null : { name }),
    },
  },
});

const size = 2 * PICTURE_PIECE + 100;
const picture = new Blob([new Uint8Array(size).fill(7)], { type: 'image/jpeg' });
const address = '/api/athletes/a/pictures/p/file?day=2026-11-29&pose=front&name=';
const real = globalThis.fetch;
let me: string;
beforeEach(async () => {
  me = uuidv7();
  await heldBy(me);
  useFiles.setState({ waiting: 0, refused: null });
});
afterEach(() => {
  globalThis.fetch = real;
});

const answer = (status: number, body: unknown) =>
  ({ ok: status < 400, status, json: () => Promise.resolve(body) }) as Response;
const problem = (status: number, slug: string, more = {}) =>
  answer(status, { type: `urn:maul:problem:${slug}`, title: 'No', status, detail: 'No.', ...more });
const arrived = (received: number) => answer(202, { received });
const WHOLE = answer(200, { id: 'p' });
const AWAY = new TypeError('network');

/** A server that answers one thing after the other. What it was sent: the offset, null for a whole one, and how many bytes. */
const serve = (...answers: (Response | Error)[]) => {
  const asked: [offset: number | null, bytes: number][] = [];
  globalThis.fetch = jest.fn<typeof fetch>((to, init) => {
    const offset = new URL(to as string, 'http://maul').searchParams.get('offset');
    asked.push([offset === null ? null : Number(offset), (init?.body as Blob).size]);
    const next = answers.shift() ?? AWAY;
    return next instanceof Error ? Promise.reject(next) : Promise.resolve(next);
  });
  return asked;
};

describe('a large picture', () => {
  test('goes in pieces', async () => {
    const asked = serve(arrived(PICTURE_PIECE), arrived(2 * PICTURE_PIECE), WHOLE);
    expect(await sendOrKeep(address, picture)).toBe('sent');
    expect(asked).toEqual([
      [0, PICTURE_PIECE],
      [PICTURE_PIECE, PICTURE_PIECE],
      [2 * PICTURE_PIECE, 100],
    ]);
  });
  test('cut off, it waits with what has arrived, and goes on from there, once and then again', async () => {
    serve(arrived(PICTURE_PIECE));
    expect(await sendOrKeep(address, picture)).toBe('waits');
    expect(useFiles.getState().waiting).toBe(1);
    expect((await nextFile(me))?.received).toBe(PICTURE_PIECE);
    const second = serve(arrived(2 * PICTURE_PIECE));
    await flushFiles(() => undefined);
    expect(second).toEqual([
      [PICTURE_PIECE, PICTURE_PIECE],
      [2 * PICTURE_PIECE, 100],
    ]);
    expect((await nextFile(me))?.received).toBe(2 * PICTURE_PIECE);
    const third = serve(WHOLE);
    let sent = 0;
    await flushFiles(() => (sent += 1));
    expect(third).toEqual([[2 * PICTURE_PIECE, 100]]);
    expect([sent, await filesWaiting(me)]).toEqual([1, 0]);
  });
  test('is left to another window of this browser that sends it', async () => {
    serve();
    await sendOrKeep(address, picture);
    const asked = serve(WHOLE);
    other.sends = true;
    await flushFiles(() => undefined);
    other.sends = false;
    expect([asked.length, await filesWaiting(me)]).toEqual([0, 1]);
  });
  test('begins where the server has it, if that is less than was known', async () => {
    const asked = serve(
      arrived(PICTURE_PIECE),
      problem(409, 'stale', { current: { received: 0 } }),
      arrived(PICTURE_PIECE),
      arrived(2 * PICTURE_PIECE),
      WHOLE,
    );
    expect(await sendOrKeep(address, picture)).toBe('sent');
    expect(asked.map(([offset]) => offset)).toEqual([0, PICTURE_PIECE, 0, PICTURE_PIECE, 2 * PICTURE_PIECE]);
  });
  test('goes whole to a server of the version before, which knows no pieces', async () => {
    const asked = serve(problem(422, 'invalid'), WHOLE);
    expect(await sendOrKeep(address, picture)).toBe('sent');
    expect(asked).toEqual([
      [0, PICTURE_PIECE],
      [null, size],
    ]);
  });
  test('that a server loses again and again is not sent for ever', async () => {
    const lost = problem(409, 'stale', { current: { received: 0 } });
    const asked = serve(...Array.from({ length: 9 }, () => [arrived(PICTURE_PIECE), lost]).flat());
    await expect(sendOrKeep(address, picture)).rejects.toThrow('No.');
    expect(asked).toHaveLength(8);
  });
});

test('a small picture goes whole; one that is refused while it waits is let go with its reason', async () => {
  const small = new Blob(['body'], { type: 'image/png' });
  serve();
  expect(await sendOrKeep(address, small)).toBe('waits');
  const asked = serve(problem(422, 'invalid'));
  await flushFiles(() => undefined);
  expect(asked).toEqual([[null, 4]]);
  expect([await filesWaiting(me), useFiles.getState().refused]).toEqual([0, 'No.']);
});
