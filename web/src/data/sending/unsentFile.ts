import { PICTURE_BYTES, PICTURE_TYPES } from '@maul/contract/body';
import { routes } from '@maul/contract/routes';
import { z } from 'zod';
import { ACT_ROUTES, type Act } from './acts.ts';
import type { WaitingFile } from '../away/index.ts';
import type { Draft } from './drafts.ts';
import { type OutboxEntry } from './outbox.ts';
import { OUTBOX_ROUTES } from './rows.ts';

const FORMAT = 'maul-not-sent-2';
/** What an older Maul saved: changes alone. */
const FORMAT_1 = 'maul-not-sent-1';

/** Everything of a person that the server does not have. */
export interface Unsent {
  changes: readonly OutboxEntry[];
  acts: readonly Act[];
  drafts: Readonly<Record<string, Draft>>;
  pictures: readonly WaitingFile[];
}

const asDataUrl = (file: Blob): Promise<string> =>
  new Promise((done, failed) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result as string);
    reader.onerror = () => failed(new Error('The picture could not be read.'));
    reader.readAsDataURL(file);
  });
const DATA_URL = new RegExp(`^data:(${PICTURE_TYPES.join('|')});base64,([A-Za-z0-9+/]+={0,2})$`);
const fromDataUrl = (text: string): Blob => {
  const [, type = '', data = ''] = DATA_URL.exec(text) ?? [];
  return new Blob([Uint8Array.from(atob(data), (c) => c.charCodeAt(0))], { type });
};

/** What was not sent, as a file. */
export const unsentFile = async (
  { id, name }: { id: string; name: string },
  { changes, acts, drafts, pictures }: Unsent,
): Promise<string> =>
  JSON.stringify(
    {
      format: FORMAT,
      of: name,
      personId: id,
      changes,
      acts,
      drafts,
      pictures: await Promise.all(
        pictures.map(async ({ address, file }) => ({ address, file: await asDataUrl(file) })),
      ),
    },
    null,
    1,
  );

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
const Said = z.object({
  id: z.string(),
  route: z.enum(ACT_ROUTES),
  params: z.record(z.string(), z.string()),
  body: z.unknown().optional(),
  what: z.string().max(300),
  at: z.number(),
});
/** A place of this application, and of no other. */
const Place = z.string().regex(/^\/(?!\/)/);
const Drafted = z.object({ at: z.number(), what: z.string().max(300), to: Place, value: z.unknown() });
const Picture = z.object({
  address: z.string().regex(/^\/api\/athletes\/[0-9a-f-]{36}\/pictures\/[0-9a-f-]{36}\/file\?[^#]*$/),
  file: z
    .string()
    .max(Math.ceil((PICTURE_BYTES * 4) / 3) + 100)
    .regex(DATA_URL),
});
const MOST = 20_000;
const Changes = z.array(Change).max(MOST);
const File = z.union([
  z.object({ format: z.literal(FORMAT_1), changes: Changes }),
  z.object({
    format: z.literal(FORMAT),
    personId: z.string(),
    changes: Changes,
    acts: z.array(Said).max(MOST),
    drafts: z.record(z.string(), Drafted),
    pictures: z.array(Picture).max(1000),
  }),
]);

type Read = ({ ok: true } & Unsent) | { ok: false; sentence: string };
const refused = (sentence: string): Read => ({ ok: false, sentence: `${sentence} Nothing was changed.` });

/** Reads such a file. Only what belongs to who is signed in comes back, each part as the contract takes it. */
export const readUnsent = (text: string, personId: string): Read => {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return refused('This file holds no changes from Maul.');
  }
  const read = File.safeParse(json);
  if (!read.success) return refused('This file holds no changes from Maul.');
  const file = read.data;
  const { acts, drafts, pictures } = file.format === FORMAT ? file : { acts: [], drafts: {}, pictures: [] };
  if (
    file.changes.some((c) => c.personId !== personId) ||
    (file.format === FORMAT && file.personId !== personId) ||
    pictures.some(({ address }) => !address.startsWith(`/api/athletes/${personId}/`))
  )
    return refused('These changes belong to another account. Sign in to that one first.');
  const changes = file.changes.flatMap((change) =>
    routes[change.route].body.safeParse(change.body).success
      ? [{ ...change, state: 'waiting' } as unknown as OutboxEntry]
      : [],
  );
  const said = acts.flatMap((act) => {
    const { params, body } = routes[act.route];
    return params.safeParse(act.params).success && body.safeParse(act.body ?? {}).success
      ? [{ ...act, refused: null } as unknown as Act]
      : [];
  });
  const unread = file.changes.length - changes.length + acts.length - said.length;
  if (unread > 0) return refused(`${unread} of these changes cannot be read by this Maul.`);
  return {
    ok: true,
    changes,
    acts: said,
    drafts,
    pictures: pictures.map((p) => ({ address: p.address, file: fromDataUrl(p.file), received: 0 })),
  };
};
