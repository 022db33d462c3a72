import Dexie, { type EntityTable } from 'dexie';
import type { OutboxEntry } from '../sending/outbox.ts';

/** A value under its person's key: AES-GCM, 256 bits, a fresh nonce for each. */
export interface Sealed {
  iv: Uint8Array<ArrayBuffer>;
  data: ArrayBuffer;
}

/** An unsent change, closed; or as it is where an older Maul left it or the browser cannot encrypt. */
export type KeptEntry = OutboxEntry | (Pick<OutboxEntry, 'key' | 'personId' | 'seq'> & { sealed: Sealed });

/** What the server answered once, closed. */
export interface KeptAnswer {
  key: string;
  personId: string;
  /** Whose it is; empty where it is nobody's alone. */
  athleteId: string;
  route: string;
  at: number;
  sealed: Sealed;
}

/** A food that was looked at, closed. */
export interface KeptFood {
  key: string;
  personId: string;
  at: number;
  sealed: Sealed;
}

/** A picture that waits to be sent, closed. */
export interface KeptFile {
  key: string;
  personId: string;
  at: number;
  address: string;
  type: string;
  /** Up to which byte the server has it. */
  received?: number;
  sealed: Sealed;
}

/** What a page remembers beside the log, closed: the way back of a day. */
export interface KeptAside {
  key: string;
  personId: string;
  sealed: Sealed;
}

/** Who signed in here last comes first in `at`. The key never leaves the browser: it cannot be read, only used. */
export interface KeptKey {
  personId: string;
  key: CryptoKey;
  at: number;
}

type Device = Dexie & {
  outbox: EntityTable<KeptEntry, 'key'>;
  answers: EntityTable<KeptAnswer, 'key'>;
  foods: EntityTable<KeptFood, 'key'>;
  keys: EntityTable<KeptKey, 'personId'>;
  aside: EntityTable<KeptAside, 'key'>;
  files: EntityTable<KeptFile, 'key'>;
};

/** The device's store under a name, with every version that it had. */
export const openDevice = (name: string): Device => {
  const device = new Dexie(name) as Device;
  device.version(1).stores({ outbox: 'key, personId, seq', days: 'key, at, personId' });
  // Days were kept readable: they go, and come back closed with the next answer. What is unsent stays, and is closed when it is next opened.
  device.version(2).stores({
    outbox: 'key, personId, seq',
    days: null,
    answers: 'key, personId, [personId+route], [personId+athleteId], at',
    foods: 'key, [personId+at]',
    keys: 'personId, at',
    aside: 'key, personId',
    files: 'key, [personId+at]',
  });
  return device;
};

export const db = openDevice('maul');
