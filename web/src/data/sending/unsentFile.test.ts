/** @jest-environment jsdom */
import { describe, expect, test } from '@jest/globals';
import { v7 as uuidv7 } from 'uuid';
import type { Act } from './acts.ts';
import type { OutboxEntry } from './outbox.ts';
import { readUnsent, type Unsent, unsentFile } from './unsentFile.ts';

const me = { id: uuidv7(), name: 'Odo Marrick' };
const change = {
  key: uuidv7(),
  seq: 1,
  personId: me.id,
  athleteId: me.id,
  day: '2026-11-29',
  route: 'putWeighIn',
  id: uuidv7(),
  body: {
    base: 0,
    kg: 82.4,
    at: '2026-11-29T05:40:00Z',
    zone: 'Europe/Vienna',
    day: '2026-11-29',
    conditions: [],
  },
  state: 'waiting',
} as unknown as OutboxEntry;
const act: Act = {
  id: uuidv7(),
  route: 'acknowledge',
  params: { athleteId: me.id, id: uuidv7() },
  what: 'Read: carbs −20 g',
  at: 1,
  refused: 'No longer there.',
};
const unsent = async (more: Partial<Unsent> = {}): Promise<Unsent> =>
  Promise.resolve({
    changes: [],
    acts: [act],
    drafts: { 'order x': { at: 2, what: 'Order for Runa', to: '/athletes/x', value: { carbs: -20 } } },
    pictures: [
      {
        address: `/api/athletes/${me.id}/pictures/${uuidv7()}/file?day=2026-11-29&pose=front&name=`,
        file: new Blob([Uint8Array.from({ length: 70_000 }, (_, i) => i % 256)], { type: 'image/jpeg' }),
        received: 512,
      },
    ],
    ...more,
  });
const sentence = (text: string, who = me.id): string => {
  const read = readUnsent(text, who);
  return read.ok ? 'taken' : read.sentence;
};

describe('what was not sent, as a file', () => {
  test('comes back whole: what is said to the other side, drafts and pictures to the byte', async () => {
    const text = await unsentFile(me, await unsent());
    const read = readUnsent(text, me.id);
    if (!read.ok) throw new Error(read.sentence);
    // What was refused is tried again; a picture begins anew.
    expect(read.acts).toEqual([{ ...act, refused: null }]);
    expect(read.drafts).toEqual((await unsent()).drafts);
    expect(read.pictures).toMatchObject([{ received: 0 }]);
    expect(read.pictures[0]?.file.size).toBe(70_000);
    const again = JSON.parse(await unsentFile(me, read)) as { pictures: unknown };
    expect(again.pictures).toEqual((JSON.parse(text) as { pictures: unknown }).pictures);
  });
  test('is refused whole where a part of it cannot be read', async () => {
    const text = await unsentFile(
      me,
      await unsent({ changes: [{ ...change, body: { kg: 'heavy' } as never }] }),
    );
    expect(sentence(text)).toBe('1 of these changes cannot be read by this Maul. Nothing was changed.');
    expect(sentence('so')).toContain('holds no changes from Maul');
    expect(sentence('{}')).toContain('holds no changes from Maul');
  });
  test('comes back to nobody else, neither as a whole nor by one picture of theirs', async () => {
    const another = uuidv7();
    expect(sentence(await unsentFile(me, await unsent()), another)).toContain('belong to another account');
    const [picture] = (await unsent()).pictures;
    if (!picture) throw new Error('no picture');
    const theirs = { ...picture, address: picture.address.replace(me.id, another) };
    expect(sentence(await unsentFile(me, await unsent({ pictures: [theirs] })))).toContain('another account');
  });
  test('leads nowhere outside, and sends a picture to no other address', async () => {
    const away = { x: { at: 1, what: 'Order', to: '//elsewhere.test/', value: 1 } };
    expect(sentence(await unsentFile(me, await unsent({ drafts: away })))).toContain('holds no changes');
    const [picture] = (await unsent()).pictures;
    if (!picture) throw new Error('no picture');
    const odd = { ...picture, address: `/api/athletes/${me.id}/grants` };
    expect(sentence(await unsentFile(me, await unsent({ pictures: [odd] })))).toContain('holds no changes');
    const typed = { ...picture, file: new Blob(['<p>'], { type: 'text/html' }) };
    expect(sentence(await unsentFile(me, await unsent({ pictures: [typed] })))).toContain('holds no changes');
  });
  test('of an older Maul holds changes alone, and comes back', () => {
    const old = { format: 'maul-not-sent-1', of: me.name, changes: [] };
    expect(readUnsent(JSON.stringify(old), me.id)).toEqual({
      ok: true,
      changes: [],
      acts: [],
      drafts: {},
      pictures: [],
    });
  });
});
