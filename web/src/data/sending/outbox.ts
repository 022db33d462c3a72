import { MOST_CHANGES, type ResponseOf } from '@maul/contract/routes';
import { v7 as uuidv7 } from 'uuid';
import { create } from 'zustand';
import { ApiProblem, call, sentenceOf } from '../api.ts';
import { onTop } from './merge.ts';
import type { OutboxEntry } from './entry.ts';
import type { OutboxRoute } from './rows.ts';

export type { OutboxEntry } from './entry.ts';

/** Where the entries outlive the page. */
export interface OutboxKeeper {
  put: (entry: OutboxEntry) => Promise<unknown>;
  remove: (key: string) => Promise<unknown>;
  all: (personId: string) => Promise<OutboxEntry[]>;
}

interface OutboxState {
  entries: OutboxEntry[];
  /** False while the server does not answer; `reach.ts` says so. */
  reachable: boolean;
  /** True from when the server answers again until all that waited has been sent. */
  catchingUp: boolean;
  /** True while the device's store takes nothing more in: what is unsent lasts as long as the page. */
  full: boolean;
  /** What keeps the entries from being sent, when they are not refused. */
  trouble: string | null;
}

export const outboxStore = () =>
  create<OutboxState>(() => ({
    entries: [],
    reachable: true,
    catchingUp: false,
    full: false,
    trouble: null,
  }));
export type OutboxStore = ReturnType<typeof outboxStore>;
export const useOutbox = outboxStore();

/** Sends one change; the contract's own way of asking, unless a test asks otherwise. */
export type Send = (entry: OutboxEntry) => Promise<ResponseOf<OutboxRoute>>;
const sendByContract: Send = (entry) =>
  call(entry.route, {
    params: { athleteId: entry.athleteId, id: entry.id },
    body: entry.body as never,
  });

type Answers = ResponseOf<'sendChanges'>['answers'];
/** Sends many changes of one athlete, in their order; answers as many of them as were looked at. */
export type SendMany = (entries: readonly OutboxEntry[]) => Promise<Answers>;
const sendManyByContract: SendMany = async (entries) =>
  (
    await call('sendChanges', {
      params: { athleteId: entries[0]?.athleteId ?? '' },
      body: { changes: entries.map(({ route, id, body }) => ({ route, id, body })) },
    })
  ).answers;

/** What waits goes together, so many changes at most and of so much text: a meal that was eaten is one request and one answer. */
const TOGETHER = { most: MOST_CHANGES, letters: 120_000 } as const;

/** What the server has kept, in its order. */
export interface Landed {
  entry: OutboxEntry;
  row: ResponseOf<OutboxRoute>;
}
type Saved = (landed: readonly Landed[]) => void;
/** A change as it is made. */
export type Change = Pick<OutboxEntry, 'athleteId' | 'day' | 'route' | 'id' | 'body' | 'before'>;

const RETRY_MS = 3000;
/** What the server has kept is shown as kept once nothing more waits, or after so long: a press of many rows draws once. */
const LAND_MS = 300;

/**
 * Changes go here first and then to the server, in order. A change is shown at once, survives a reload, and leaves only
 * when the server has it. A row that changes again before it is sent becomes one change.
 */
export class Outbox {
  private readonly keeper: OutboxKeeper;
  private readonly onSaved: Saved;
  private readonly store: OutboxStore;
  private readonly ask: Send;
  private readonly askMany: SendMany;
  private personId = '';
  private running = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private soon: ReturnType<typeof setTimeout> | undefined;
  private lastSeq = 0;
  /** The changes that are on their way: told apart here, so that nothing is drawn for their leaving. */
  private sending: ReadonlySet<string> = new Set();
  /** False where changes go one by one: an older house, or one among them that cannot be read. */
  private together = true;
  /** What the server has kept and is still shown as waiting. */
  private landing: Landed[] = [];
  private landedAt = 0;
  /** When this page last changed something, ms. */
  lastChange = 0;
  /** The newest version that the server has answered for a row. */
  private readonly known = new Map<string, number>();

  constructor(
    keeper: OutboxKeeper,
    onSaved: Saved,
    store: OutboxStore = useOutbox,
    ask: Send = sendByContract,
    askMany: SendMany = sendManyByContract,
  ) {
    this.keeper = keeper;
    this.onSaved = onSaved;
    this.store = store;
    this.ask = ask;
    this.askMany = askMany;
  }

  /** Takes up what this person left unsent on this device. */
  async open(personId: string): Promise<void> {
    this.personId = personId;
    this.together = true;
    const kept = await this.keeper.all(personId);
    const known = new Set(this.store.getState().entries.map((e) => e.key));
    const mine = this.store.getState().entries.filter((e) => e.personId === personId);
    this.set([...kept.filter((e) => !known.has(e.key)), ...mine].sort((a, b) => a.seq - b.seq));
    void this.flush();
  }

  /** Sends nothing more until it is opened again. What waits stays on the device. */
  close(): void {
    this.personId = '';
    clearTimeout(this.timer);
    clearTimeout(this.soon);
  }

  /** Keeps changes and sends them as soon as may be. `base` in a body is the version that the server last said. */
  add(...changes: readonly Change[]): void {
    if (changes.length === 0) return;
    this.lastChange = Date.now();
    let { entries } = this.store.getState();
    for (const change of changes) {
      const { entry, waiting } = this.entryOf(change, entries);
      entries = waiting ? entries.map((e) => (e === waiting ? entry : e)) : [...entries, entry];
      this.keep(entry);
    }
    this.set(entries);
    // What the hand did shows first; it is sent right after.
    clearTimeout(this.soon);
    this.soon = setTimeout(() => void this.flush());
  }

  /** A change as it waits, in the place of one of the same row that is not on its way yet. */
  private entryOf(
    change: Change,
    entries: readonly OutboxEntry[],
  ): { entry: OutboxEntry; waiting: OutboxEntry | undefined } {
    // The newest, should an older one be waiting still to be sent again. One that was refused is asked about and stays as it is.
    const waiting = entries.findLast(
      (e) =>
        e.id === change.id &&
        e.route === change.route &&
        e.state === 'waiting' &&
        !this.sending.has(e.key) &&
        !this.isKept(e),
    );
    const base = waiting ? waiting.body.base : Math.max(change.body.base, this.known.get(change.id) ?? 0);
    const entry: OutboxEntry = {
      ...(waiting ?? {
        key: uuidv7(),
        seq: this.nextSeq(),
        personId: this.personId,
      }),
      ...change,
      before: waiting ? waiting.before : change.before,
      state: 'waiting',
      refusal: undefined,
      body: { ...change.body, base },
    };
    return { entry, waiting };
  }

  /** Takes up changes that were saved as a file; those that are here already stay as they are. */
  takeBack(entries: readonly OutboxEntry[]): void {
    const known = new Set(this.store.getState().entries.map((e) => e.key));
    const fresh = entries.filter((e) => !known.has(e.key));
    this.set([...this.store.getState().entries, ...fresh].sort((a, b) => a.seq - b.seq));
    for (const entry of fresh) this.keep(entry);
    void this.flush();
  }

  /** Gives up a refused change; what the server has stays. */
  drop(key: string): void {
    this.set(this.store.getState().entries.filter((e) => e.key !== key));
    this.letGo(key);
    void this.flush();
  }

  /** Puts a refused change on top of what the server has now: where both changed the same, mine holds; the rest of theirs stays. */
  insist(key: string): void {
    this.change(key, (e) => ({
      ...e,
      ...(e.refusal?.onTop ?? { body: { ...e.body, base: e.refusal?.currentVersion ?? e.body.base } }),
      state: 'waiting',
      refusal: undefined,
    }));
    void this.flush();
  }

  /** Sends what waits, in order, until it is empty or something stands in the way. */
  async flush(): Promise<void> {
    if (this.running) return;
    this.running = true;
    this.landedAt = Date.now();
    clearTimeout(this.timer);
    try {
      for (let next = this.nextOnes(); next.length > 0; next = this.nextOnes())
        if (!(await this.send(next))) break;
    } finally {
      this.running = false;
      this.land();
    }
  }

  /** Microseconds, and after all that waits: a clock that is set back puts nothing before what was done earlier. */
  private nextSeq(): number {
    const waiting = this.store.getState().entries.at(-1)?.seq ?? 0;
    this.lastSeq = Math.max(Date.now() * 1000, waiting + 1, this.lastSeq + 1);
    return this.lastSeq;
  }

  private keep(entry: OutboxEntry): void {
    this.keeper.put(entry).then(
      () => this.told(false),
      () => this.told(true),
    );
  }

  /** Whether the device's store takes no more. */
  told(full: boolean): void {
    if (this.store.getState().full !== full) this.store.setState({ full });
  }

  /** What stays behind is sent again at worst, and comes to the same. */
  private letGo(key: string): void {
    this.keeper.remove(key).catch(() => undefined);
  }

  /** What goes next: all that waits, of one athlete and of different rows. */
  private nextOnes(): OutboxEntry[] {
    const waits = (e: OutboxEntry): boolean =>
      e.state === 'waiting' && e.personId === this.personId && !this.isKept(e);
    const { entries } = this.store.getState();
    const first = entries.find(waits);
    if (!first || !this.together) return first ? [first] : [];
    const rows = new Set<string>();
    const ones: OutboxEntry[] = [];
    let letters = 0;
    for (const entry of entries.filter(waits)) {
      letters += JSON.stringify(entry.body).length;
      // A row that changes twice waits for the answer to its first change.
      const stops = entry.athleteId !== first.athleteId || rows.has(entry.id) || letters > TOGETHER.letters;
      if (ones.length === TOGETHER.most || (stops && ones.length > 0)) break;
      rows.add(entry.id);
      ones.push(entry);
    }
    return ones;
  }

  private isKept({ key }: OutboxEntry): boolean {
    return this.landing.some(({ entry }) => entry.key === key);
  }

  /** Tells what the server has kept since the last time, and lets it go. */
  private land(): void {
    this.landedAt = Date.now();
    if (this.landing.length === 0) return;
    const landed = this.landing;
    const gone = new Set(landed.map(({ entry }) => entry.key));
    this.landing = [];
    this.onSaved(landed);
    this.set(this.store.getState().entries.filter((e) => !gone.has(e.key)));
  }

  private async send(entries: readonly OutboxEntry[]): Promise<boolean> {
    const [first] = entries;
    if (!first) return false;
    this.sending = new Set(entries.map((e) => e.key));
    try {
      const answers: Answers =
        entries.length === 1 ? [{ row: await this.ask(first) }] : await this.askMany(entries);
      if (this.store.getState().trouble !== null) this.store.setState({ trouble: null });
      for (const [i, entry] of entries.entries()) {
        const answer = answers[i];
        if (answer && 'row' in answer) this.kept(entry, answer.row as ResponseOf<OutboxRoute>);
        else if (answer) this.failed(entry, new ApiProblem(answer.problem));
      }
      if (Date.now() - this.landedAt > LAND_MS) this.land();
      return answers.length > 0;
    } catch (error) {
      const refused =
        error instanceof ApiProblem &&
        error.problem.status < 500 &&
        ![401, 429].includes(error.problem.status);
      if (entries.length === 1 || !refused) return this.failed(first, error);
      this.together = false;
      return true;
    } finally {
      this.sending = new Set();
    }
  }

  private kept(entry: OutboxEntry, row: ResponseOf<OutboxRoute>): void {
    this.rebase(entry, row);
    this.landing.push({ entry, row });
    this.letGo(entry.key);
  }

  private failed(entry: OutboxEntry, error: unknown): boolean {
    const unanswered =
      !(error instanceof ApiProblem) ||
      error.problem.status >= 500 ||
      error.problem.status === 401 ||
      error.is('too-many-tries');
    if (unanswered) {
      this.store.setState({ trouble: sentenceOf(error) });
      this.timer = setTimeout(() => void this.flush(), RETRY_MS);
      return false;
    }
    const current = error.problem.current as (object & { version?: number; deleted?: boolean }) | undefined;
    const merged = error.is('stale') && current ? onTop(entry, current) : undefined;
    if (merged?.collide.length === 0) {
      const { body, before } = merged;
      this.change(entry.key, (e) => ({ ...e, state: 'waiting', before, body }));
      return true;
    }
    this.change(entry.key, (e) => ({
      ...e,
      state: 'refused',
      refusal: {
        sentence: error.message,
        stale: error.is('stale'),
        currentVersion: current?.version,
        collide: merged?.collide,
        changed: error.problem.changed,
        onTop: merged && { body: merged.body, before: merged.before },
      },
    }));
    return true;
  }

  /**
   * Once the server has a row, later changes of it that wait start from there, with what others did to it in between. Where that collides, the change
   * stays as it is: the server refuses it, and it is asked.
   */
  private rebase(sent: OutboxEntry, row: ResponseOf<OutboxRoute>): void {
    this.known.set(sent.id, row.version);
    for (const e of this.store.getState().entries) {
      const later =
        e.id === sent.id &&
        e.route === sent.route &&
        e.key !== sent.key &&
        e.state === 'waiting' &&
        !this.isKept(e);
      if (!later || e.body.base >= row.version) continue;
      const merged = onTop(e, row);
      if (!merged) this.change(e.key, (x) => ({ ...x, body: { ...x.body, base: row.version } }));
      else if (merged.collide.length === 0)
        this.change(e.key, (x) => ({ ...x, body: merged.body, before: merged.before }));
    }
  }

  private change(key: string, how: (entry: OutboxEntry) => OutboxEntry): void {
    const entries = this.store.getState().entries.map((e) => (e.key === key ? how(e) : e));
    this.set(entries);
    const changed = entries.find((e) => e.key === key);
    if (changed) this.keep(changed);
  }

  private set(entries: OutboxEntry[]): void {
    const { catchingUp } = this.store.getState();
    this.store.setState({ entries, catchingUp: catchingUp && entries.length > 0 });
  }
}
