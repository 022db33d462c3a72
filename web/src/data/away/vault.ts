import { db, type Sealed } from './store.ts';

/** False on a page that is not served securely: there a browser offers no encryption, and nothing that can be asked again is kept. */
export const canSeal = (): boolean => (globalThis.crypto as Crypto | undefined)?.subtle !== undefined;

const keys = new Map<string, Promise<CryptoKey>>();

/** The key of a person on this device: made once, the same in every tab. */
const keyOf = (personId: string): Promise<CryptoKey> => {
  const known = keys.get(personId);
  if (known) return known;
  const found = (async () => {
    const fresh = await crypto.subtle.generateKey({ name: 'AES-GCM', length: 256 }, false, [
      'encrypt',
      'decrypt',
    ]);
    return db.transaction('rw', db.keys, async () => {
      const kept = await db.keys.get(personId);
      if (!kept) await db.keys.add({ personId, key: fresh, at: Date.now() });
      return kept?.key ?? fresh;
    });
  })();
  keys.set(personId, found);
  found.catch(() => keys.delete(personId));
  return found;
};

/** Closes bytes. Await it outside a transaction of the store, which would end meanwhile. */
export const sealBytes = async (personId: string, bytes: BufferSource): Promise<Sealed> => {
  const iv = crypto.getRandomValues(new Uint8Array(12));
  return { iv, data: await crypto.subtle.encrypt({ name: 'AES-GCM', iv }, await keyOf(personId), bytes) };
};

/** Opens bytes; undefined where their key is gone or they were tampered with. */
export const unsealBytes = async (
  personId: string,
  { iv, data }: Sealed,
): Promise<ArrayBuffer | undefined> => {
  try {
    return await crypto.subtle.decrypt({ name: 'AES-GCM', iv }, await keyOf(personId), data);
  } catch {
    return undefined;
  }
};

/** Closes a value. */
export const seal = (personId: string, value: unknown): Promise<Sealed> =>
  sealBytes(personId, new TextEncoder().encode(JSON.stringify(value)));

/** Opens a value; undefined where its key is gone or it was tampered with. */
export const unseal = async (personId: string, sealed: Sealed): Promise<unknown> => {
  const bytes = await unsealBytes(personId, sealed);
  return bytes && (JSON.parse(new TextDecoder().decode(bytes)) as unknown);
};

/** Who used this device last and did not sign out. */
export const lastPerson = async (): Promise<string | undefined> =>
  (await db.keys.orderBy('at').last())?.personId;

/** Somebody is signed in here now. */
export const tookDevice = async (personId: string): Promise<void> => {
  if (!canSeal()) return;
  await keyOf(personId);
  await db.keys.update(personId, { at: Date.now() });
};

/** Destroys a person's key: whatever was closed with it is noise from then on, also in a copy of the disk. */
export const destroyKey = async (personId: string): Promise<void> => {
  keys.delete(personId);
  await db.keys.delete(personId);
};
