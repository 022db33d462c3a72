import { routes } from '@maul/contract/routes';
import { z } from 'zod';
import { type OutboxEntry } from './outbox.ts';
import { OUTBOX_ROUTES } from './rows.ts';

const FORMAT = 'maul-not-sent-1';

/** Changes that were not sent, as a file. */
export const unsentFile = ({ name }: { name: string }, entries: readonly OutboxEntry[]): string =>
  JSON.stringify({ format: FORMAT, of: name, changes: entries }, null, 1);

const Change = z.object({
  key: z.uuid(),
  seq: z.number(),
  personId: z.string(),
  athleteId: z.string(),
  day: z.string(),
  route: z.enum(OUTBOX_ROUTES),
  id: z.uuid(),
  body: z.unknown(),
  before: z.unknown().optional(),
});
const File = z.object({ format: z.literal(FORMAT), changes: z.array(Change).max(20_000) });

type Read = { ok: true; entries: OutboxEntry[] } | { ok: false; sentence: string };

/** Reads such a file. Only changes of who is signed in come back, each one as the contract takes it. */
export const readUnsent = (text: string, personId: string): Read => {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return { ok: false, sentence: 'This file holds no changes from Maul. Nothing was changed.' };
  }
  const file = File.safeParse(json);
  if (!file.success)
    return { ok: false, sentence: 'This file holds no changes from Maul. Nothing was changed.' };
  const mine = file.data.changes.filter((c) => c.personId === personId);
  if (mine.length < file.data.changes.length)
    return {
      ok: false,
      sentence: 'These changes belong to another account. Sign in to that one first. Nothing was changed.',
    };
  const entries = mine.flatMap((change) =>
    routes[change.route].body.safeParse(change.body).success
      ? [{ ...change, state: 'waiting' } as unknown as OutboxEntry]
      : [],
  );
  if (entries.length < mine.length)
    return {
      ok: false,
      sentence: `${mine.length - entries.length} of these changes cannot be read by this Maul. Nothing was changed.`,
    };
  return { ok: true, entries };
};
