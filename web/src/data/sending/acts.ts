import type { BodyOf, ParamsOf } from '@maul/contract/routes';
import { create } from 'zustand';
import { ApiProblem, call, isAway, sentenceOf } from '../api.ts';
import { useOutbox } from './outbox.ts';
import { holder, keepAside, keptAside } from '../reach.ts';

/** What a person says to the other side once, whole and with its own id, so that it may come twice. */
export const ACT_ROUTES = ['acknowledge', 'acknowledgeMovement', 'sendCheckIn', 'answerCheckIn'] as const;
export type ActRoute = (typeof ACT_ROUTES)[number];

export interface Act<R extends ActRoute = ActRoute> {
  /** Of the order, the week or the answer. */
  id: string;
  route: R;
  params: ParamsOf<R>;
  body?: BodyOf<R>;
  /** What it is, for the reader: “Your week up to Sun 29 Nov”. */
  what: string;
  at: number;
  /** Why the server did not take it; null while it waits. */
  refused: string | null;
}

export const useActs = create<{ acts: readonly Act[] }>(() => ({ acts: [] }));

const ACTS = 'acts';
const setActs = (acts: readonly Act[]): void => {
  useActs.setState({ acts });
  void keepAside(ACTS, acts.length === 0 ? null : acts);
};
/** What was kept on this device before has been taken up: until then nothing is kept over it. */
let takenUp: Promise<unknown> = Promise.resolve();
/** One after another, so that each is kept with those before it. */
let keeping: Promise<unknown> = Promise.resolve();

/** Keeps an act, and says that it waits only once it lies on the device: a page may be left the moment after. */
const keepAct = (act: Act): Promise<unknown> => {
  const withIt = (): Act[] => [...useActs.getState().acts.filter((a) => a.id !== act.id), act];
  keeping = keeping.then(async () => {
    await takenUp;
    await keepAside(ACTS, withIt());
    setActs(withIt());
  });
  return keeping;
};

/** Gives up what waits or was refused. */
export const dropAct = (id: string): void => setActs(useActs.getState().acts.filter((a) => a.id !== id));

const send = (act: Pick<Act, 'route' | 'params' | 'body'>): Promise<unknown> =>
  call(act.route, { params: act.params, body: act.body as never });

const behind = (): boolean => useOutbox.getState().entries.some((e) => e.state === 'waiting');
/** Changes that are on their way take so long at most before what is said waits behind them, ms. */
const PATIENCE_MS = 10_000;
/** Resolves once every change of the log has gone, or will not go now. */
const logSent = (): Promise<void> =>
  new Promise((done) => {
    const over = (): void => {
      stop();
      clearTimeout(timer);
      done();
    };
    const look = (): void => {
      if (!behind() || !useOutbox.getState().reachable) over();
    };
    const timer = setTimeout(() => over(), PATIENCE_MS);
    const stop = useOutbox.subscribe(look);
    look();
  });

/** Says it now, after the changes of the log that are on their way; where the server is away it waits on this device. Throws what the server refused. */
export const actOrLater = async <R extends ActRoute>(
  act: Omit<Act<R>, 'at' | 'refused'>,
): Promise<'done' | 'waits'> => {
  const wait = async (): Promise<'waits'> => {
    await keepAct({ ...act, at: Date.now(), refused: null });
    return 'waits';
  };
  await logSent();
  if (behind()) return wait();
  try {
    await send(act);
    return 'done';
  } catch (error) {
    if (!isAway(error)) throw error;
    return wait();
  }
};

/** What is shown anew once something of it was said. */
let onSent: () => void = () => undefined;
export const whenSaid = (work: () => void): void => {
  onSent = work;
};

let running = false;
/** Says what waits, the oldest first, once every change of the log is with the server: a week is sent as the log says it. */
export const sendActs = async (): Promise<void> => {
  const next = (): Act | undefined => useActs.getState().acts.find((a) => a.refused === null);
  if (running || behind()) return;
  running = true;
  try {
    for (let act = next(); act && !behind(); act = next()) {
      const { id } = act;
      try {
        await send(act);
        dropAct(id);
        onSent();
      } catch (error) {
        const refuses = error instanceof ApiProblem && error.problem.status < 500;
        if (!refuses || [401, 429].includes(error.problem.status)) return;
        const refused = sentenceOf(error);
        setActs(useActs.getState().acts.map((a) => (a.id === id ? { ...a, refused } : a)));
      }
    }
  } finally {
    running = false;
  }
};

// The last change of the log has gone, or the server answers again.
useOutbox.subscribe(({ reachable }) => {
  if (reachable && useActs.getState().acts.length > 0) void sendActs();
});

/** Takes up acts that were saved as a file. One that waits here already stays as it is. */
export const takeActs = (acts: readonly Act[]): void => {
  const here = useActs.getState().acts;
  setActs([...here, ...acts.filter((a) => !here.some((h) => h.id === a.id))]);
  void sendActs();
};

let opened: string | undefined;
/** Takes up what waits on this device for who is signed in. What somebody before them left on the page is not theirs to send. */
export const openActs = async (): Promise<void> => {
  const whose = holder();
  if (opened !== whose) useActs.setState({ acts: [] });
  opened = whose;
  const take = async (): Promise<void> => {
    const kept = (await keptAside()).find(([name]) => name === ACTS)?.[1] as Act[] | undefined;
    if (holder() !== whose) return;
    const here = useActs.getState().acts;
    useActs.setState({ acts: [...(kept ?? []).filter((a) => !here.some((h) => h.id === a.id)), ...here] });
  };
  const taking = take();
  takenUp = taking;
  await taking;
  if (holder() === whose) await sendActs();
};
