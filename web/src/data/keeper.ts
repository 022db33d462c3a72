import { DayDocument } from '@maul/contract/diary';
import Dexie, { type EntityTable } from 'dexie';
import type { OutboxEntry, OutboxKeeper } from './outbox.ts';

interface KeptDay {
  key: string;
  personId: string;
  at: number;
  day: DayDocument;
}

const db = new Dexie('maul') as Dexie & {
  outbox: EntityTable<OutboxEntry, 'key'>;
  days: EntityTable<KeptDay, 'key'>;
};
db.version(1).stores({ outbox: 'key, personId, seq', days: 'key, at, personId' });

/** The outbox on this device. */
export const outboxKeeper: OutboxKeeper = {
  put: (entry) => db.outbox.put(entry),
  remove: (key) => db.outbox.delete(key),
  all: (personId) => db.outbox.where('personId').equals(personId).sortBy('seq'),
};

const KEPT_DAYS = 40;
const dayKey = (personId: string, athleteId: string, date: string): string =>
  `${personId} ${athleteId} ${date}`;

/** Keeps a copy of a day for when the server does not answer. */
export const keepDay = async (personId: string, day: DayDocument): Promise<void> => {
  await db.days.put({ key: dayKey(personId, day.athlete.id, day.date), personId, at: Date.now(), day });
  const old = await db.days.orderBy('at').reverse().offset(KEPT_DAYS).primaryKeys();
  await db.days.bulkDelete(old);
};

/** A copy of a day; none where an older Maul kept it in another shape. */
export const keptDay = async (
  personId: string,
  athleteId: string,
  date: string,
): Promise<DayDocument | undefined> =>
  DayDocument.safeParse((await db.days.get(dayKey(personId, athleteId, date)))?.day).data;

/** Takes the copies of one athlete off the device: they share no longer. */
export const forgetAthlete = (personId: string, athleteId: string): Promise<number> =>
  db.days.where('key').startsWith(`${personId} ${athleteId} `).delete();

/** Takes this person's copies off the device; what is still unsent stays until they sign in again. */
export const forgetDays = (personId: string): Promise<number> =>
  db.days.where('personId').equals(personId).delete();
