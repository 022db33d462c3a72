import type { Session } from '@maul/contract/people';
import { call, standsIn, type Asked } from './api.ts';
import { useOutbox } from './sending/outbox.ts';
import { onDevice, SIGN_OUT } from './remembered.ts';

/** The device's store is heavy and is loaded beside the first page. */
export const away = () => import('./away/index.ts');

/** Whose answers are kept; unknown until somebody is signed in. */
let personId: string | undefined;

/** While the server answers, it may take so long before the device answers for it; while it does not, so long. ms. */
const PATIENCE = { near: 8000, away: 700 } as const;
/** How often a server that does not answer is asked whether it does again, ms. */
const AGAIN_MS = 5000;

let asking: ReturnType<typeof setTimeout> | undefined;
let back: () => void = () => undefined;

/** Says what happens when the server answers again: what was shown meanwhile is asked for anew. */
export const whenBack = (work: () => void): void => {
  back = work;
};

/** While the server does not answer who is signed in, it is asked again and again. */
const askAgain = (): void => {
  clearTimeout(asking);
  if (personId !== undefined && !useOutbox.getState().reachable)
    asking = setTimeout(() => void call('live').catch(askAgain), AGAIN_MS);
};

/** The server answered, or did not. */
export const heardOfServer = (answers: boolean): void => {
  const { entries, reachable } = useOutbox.getState();
  if (answers === reachable) return;
  useOutbox.setState(
    // What keeps a change from being sent is said until one has been.
    answers ? { reachable: true, catchingUp: entries.length > 0 } : { reachable: false },
  );
  askAgain();
  if (answers) back();
};

/** Somebody is signed in on this page. */
export const heldBy = async (id: string): Promise<void> => {
  personId = id;
  askAgain();
  await (await away()).tookDevice(id);
};

const find = async (asked: Asked): Promise<unknown> => {
  const device = await away();
  if (!device.KEPT.has(asked.route)) return undefined;
  const whose = personId ?? (await device.lastPerson());
  return whose === undefined ? undefined : device.keptAnswer(whose, asked);
};

/** When the page has a moment, and soon in any case: an answer is closed and laid down while nobody types. */
const free = (): Promise<void> =>
  new Promise((done) => {
    if ('requestIdleCallback' in globalThis) requestIdleCallback(() => done(), { timeout: 400 });
    else done();
  });

/** Answers that are on their way onto the device. */
const layingDown = new Set<Promise<void>>();

const keep = (asked: Asked, answer: unknown): void => {
  const whose = asked.route === 'session' ? (answer as Session).person.id : personId;
  if (whose === undefined) return;
  const laid = away()
    .then(async (device) => {
      if (!device.KEPT.has(asked.route)) return;
      await free();
      await device.keepAnswer(whose, asked, answer);
    })
    // What cannot be kept can be asked again.
    .catch(() => undefined)
    .finally(() => layingDown.delete(laid));
  layingDown.add(laid);
};

/** Once every answer that came so far lies on the device. */
export const laidDown = (): Promise<unknown> => Promise.all(layingDown);

/** Keeps an answer as it has become since, by what was saved. */
export const keepAsShown = (asked: Asked, shown: unknown): void => keep(asked, shown);

standsIn({
  keep,
  find: (asked) => find(asked).catch(() => undefined),
  heard: heardOfServer,
  patience: () => (useOutbox.getState().reachable ? PATIENCE.near : PATIENCE.away),
});

let writing: Promise<unknown> = Promise.resolve();
/** Keeps something beside the log of who is signed in, one after the other; null lets it go. */
export const keepAside = (name: string, value: unknown): Promise<unknown> => {
  const whose = personId;
  if (whose === undefined) return Promise.resolve();
  writing = writing.then(async () => (await away()).keepAside(whose, name, value)).catch(() => undefined);
  return writing;
};

/** What was kept beside the log of who is signed in, by name. */
export const keptAside = async (): Promise<[string, unknown][]> => {
  const whose = personId;
  await writing;
  return whose === undefined ? [] : (await away()).keptAside(whose).catch(() => []);
};

/** Who is signed in on this page. */
export const holder = (): string | undefined => personId;

/** What a page notes in the clear for a moment, or forgets with the person. */
const NOTED = /^maul(-unsent|-steps|\.)/;

/** Takes everything of who was signed in off this device. */
export const wipeDevice = async (): Promise<void> => {
  const device = await away();
  const whose = personId ?? (await device.lastPerson());
  personId = undefined;
  if (whose === undefined) return;
  for (const key of onDevice.keys()) if (NOTED.test(key) && key !== SIGN_OUT) onDevice.keep(key, null);
  await device.wipe(whose);
};

/** Takes what was kept of one athlete off the device. */
export const forgetAthlete = async (athleteId: string): Promise<void> => {
  if (personId !== undefined) await (await away()).forgetAthlete(personId, athleteId);
};
