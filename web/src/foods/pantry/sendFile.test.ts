import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { FILE_PIECE, type FoodImport } from '@maul/contract/foods';
import { v7 as uuidv7 } from 'uuid';
import { sendFile } from './sendFile.ts';

const [athleteId, id] = [uuidv7(), uuidv7()];
const size = FILE_PIECE + 1000;
const file = Object.assign(new Blob([new Uint8Array(size)]), { name: 'foods.csv' });
const row = (received: number): FoodImport => ({
  id,
  fileName: 'foods.csv',
  bytes: size,
  received,
  options: null,
  state: received === size ? 'ready' : 'receiving',
  read: 0,
  kept: 0,
  duplicates: 0,
  rejected: 0,
  part: 0,
  sentence: null,
  createdAt: '2026-11-25T05:30:00.000Z',
});
const answer = (status: number, body: unknown) =>
  ({ ok: status < 400, status, json: () => Promise.resolve(body) }) as Response;
const real = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = real;
});
/** A server that answers one thing after the other; what was asked of it is listed. */
const serve = (...answers: (Response | Error)[]): string[] => {
  const asked: string[] = [];
  globalThis.fetch = jest.fn<typeof fetch>((address) => {
    asked.push((address as string).replace(/.*imports\/[^/?]+/, ''));
    const next = answers.shift();
    return next instanceof Error || !next
      ? Promise.reject(next ?? new Error('asked too much'))
      : Promise.resolve(next);
  });
  return asked;
};
const part = (): void => undefined;

describe('sending a file', () => {
  test('in pieces, up to its end', async () => {
    const asked = serve(answer(200, row(0)), answer(200, row(FILE_PIECE)), answer(200, row(size)));
    expect((await sendFile(athleteId, id, file, part)).state).toBe('ready');
    expect(asked).toEqual(['', '/file?offset=0', `/file?offset=${FILE_PIECE}`]);
  });
  test('goes on from where it has arrived, and where the server says', async () => {
    const stale = {
      type: 'urn:maul:problem:stale',
      title: 'x',
      status: 409,
      detail: 'x',
      current: row(FILE_PIECE),
    };
    const asked = serve(answer(200, row(1000)), answer(409, stale), answer(200, row(size)));
    await sendFile(athleteId, id, file, part);
    expect(asked).toEqual(['', '/file?offset=1000', `/file?offset=${FILE_PIECE}`]);
  });
  test('a server that goes away, or refuses, is said; what arrived stays there', async () => {
    serve(answer(200, row(0)), new Error('network'));
    await expect(sendFile(athleteId, id, file, part)).rejects.toThrow('server does not answer');
    serve(
      answer(200, row(0)),
      answer(507, {
        type: 'urn:maul:problem:disk-full',
        title: 'x',
        status: 507,
        detail: 'The disk is full.',
      }),
    );
    await expect(sendFile(athleteId, id, file, part)).rejects.toThrow('The disk is full.');
  });
});
