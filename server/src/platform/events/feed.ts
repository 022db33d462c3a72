import { ChangeEvent } from '@maul/contract/routes';
import type { Request, Response } from 'express';
import { sql } from 'kysely';
import pg from 'pg';
import { z } from 'zod';
import { acting, type AppDb } from '../db/connect.ts';
import { tokenOf } from '../http/mount.ts';
import { ProblemError, toProblem } from '../http/problems.ts';
import { ChangeWatch } from './watch.ts';

const HEARTBEAT_MS = 20_000;
const GATHER_MS = 40;
const RETRY_MS = 1000;
/** Streams that one session may hold: one for each page that is open, and some to spare. The oldest gives way. */
export const STREAMS_OF_A_SESSION = 8;
/** What a page may leave unread, bytes; then it is told to come again. */
const UNREAD_MOST = 256 * 1024;

interface Listener {
  res: Response;
  token: string;
  personId: string;
  /** The athletes that it hears of. */
  sees: readonly string[];
  /** When its session ends by itself, ms. */
  until: number;
  waiting: Map<string, ChangeEvent>;
}

/** What the database tells of a change: of a sharing also with whom. */
const Told = z.strictObject({ ...ChangeEvent.shape, coachId: z.uuid().optional() });

type Groups = Map<string, Set<Listener>>;
const join = (groups: Groups, key: string, listener: Listener): void => {
  const group = groups.get(key);
  if (group) group.add(listener);
  else groups.set(key, new Set([listener]));
};
const leave = (groups: Groups, key: string, listener: Listener): void => {
  const group = groups.get(key);
  group?.delete(listener);
  if (group?.size === 0) groups.delete(key);
};

/**
 * Tells listening pages what has changed, over server-sent events. One connection listens to the database. Whom a session may reach is
 * asked when its stream opens, and again when one of their sharings or sessions changes: an event costs its own listeners and no query,
 * and an ended sharing or session hears nothing more.
 */
export class ChangeFeed {
  private readonly byAthlete: Groups = new Map();
  private readonly byPerson: Groups = new Map();
  private readonly bySession: Groups = new Map();
  /** Goes up with every sharing and session that changes: whoever asked before asks again. */
  private changes = 0;
  private client: pg.Client | undefined;
  private closed = false;
  private timer: NodeJS.Timeout | undefined;
  private heartbeat: NodeJS.Timeout | undefined;
  private readonly db: AppDb;
  private readonly url: string;
  /** The rooms of this server hear of a change before any page does. */
  readonly watch = new ChangeWatch();

  constructor(db: AppDb, url: string) {
    this.db = db;
    this.url = url;
  }

  /** Listens from now on; while the database is away, it is tried again and again. */
  async start(): Promise<void> {
    await this.connect().catch(() => this.reconnect(undefined));
    this.heartbeat = setInterval(() => this.beat(), HEARTBEAT_MS);
    this.heartbeat.unref();
  }

  async close(): Promise<void> {
    this.closed = true;
    clearTimeout(this.timer);
    clearInterval(this.heartbeat);
    this.dropListeners();
    await this.client?.end().catch(() => undefined);
  }

  /** How many streams are open. */
  get listeners(): number {
    return this.everybody().length;
  }

  readonly listen = async (req: Request, res: Response): Promise<void> => {
    const token = tokenOf(req);
    const listener = token === '' ? undefined : await this.opened(token, res);
    if (!listener) {
      const problem = toProblem(
        new ProblemError('not-signed-in', 'You are not signed in, or your session has ended.'),
      );
      res.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
      return;
    }
    if (req.destroyed) return this.drop(listener);
    res.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    res.write('retry: 2000\nevent: hello\ndata: {}\n\n');
    req.on('close', () => this.drop(listener));
    const [oldest] = this.bySession.get(token) ?? [];
    if (oldest && (this.bySession.get(token)?.size ?? 0) > STREAMS_OF_A_SESSION) this.end(oldest);
  };

  /** A listener that hears from now on; undefined for a session that there is not. */
  private async opened(token: string, res: Response): Promise<Listener | undefined> {
    const reach = await this.settled(token);
    if (!reach) return undefined;
    const listener: Listener = { res, token, ...reach, waiting: new Map() };
    join(this.byPerson, listener.personId, listener);
    join(this.bySession, token, listener);
    for (const id of listener.sees) join(this.byAthlete, id, listener);
    return listener;
  }

  private drop(listener: Listener): void {
    listener.waiting.clear();
    leave(this.byPerson, listener.personId, listener);
    leave(this.bySession, listener.token, listener);
    for (const id of listener.sees) leave(this.byAthlete, id, listener);
  }

  private end(listener: Listener): void {
    this.drop(listener);
    listener.res.end();
  }

  private everybody(): Listener[] {
    return [...this.bySession.values()].flatMap((group) => [...group]);
  }

  private beat(): void {
    const now = Date.now();
    for (const listener of this.everybody())
      // Its page comes again at once; a session that was kept alive meanwhile goes on.
      if (listener.until <= now || listener.res.writableLength > UNREAD_MOST) this.end(listener);
      else listener.res.write(': still here\n\n');
  }

  private async connect(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url });
    client.on('notification', ({ channel, payload = '' }) => {
      if (channel === 'maul_session') void this.askAnew([payload]);
      else this.told(payload);
    });
    client.on('error', () => this.reconnect(client));
    client.on('end', () => this.reconnect(client));
    await client.connect();
    await client.query('listen maul_change; listen maul_session');
    this.client = client;
    this.watch.turn(true);
    // Closed while it was on its way back: nobody else would end it.
    if (this.closed) await client.end();
  }

  private reconnect(lost: pg.Client | undefined): void {
    if (this.closed || (this.client !== undefined && this.client !== lost)) return;
    this.client = undefined;
    this.watch.turn(false);
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      this.connect().then(
        // What was missed meanwhile is read anew: every page fetches again when its stream opens.
        () => this.dropListeners(),
        () => this.reconnect(lost),
      );
    }, RETRY_MS);
  }

  private dropListeners(): void {
    this.changes += 1;
    for (const listener of this.everybody()) this.end(listener);
  }

  private told(payload: string): void {
    let told: z.infer<typeof Told>;
    try {
      told = Told.parse(JSON.parse(payload));
    } catch {
      return;
    }
    const { coachId, ...event } = told;
    this.watch.tell(event.athleteId);
    if (coachId === undefined) this.gather(event);
    else void this.askAnew([event.athleteId, coachId]).then(() => this.gather(event));
  }

  /** Asks again whom these people's streams may reach; a session that is no more is ended. */
  private async askAnew(people: readonly string[]): Promise<void> {
    this.changes += 1;
    const concerned = people.flatMap((id) => [...(this.byPerson.get(id) ?? [])]);
    // Nothing is heard until it is known that it may be.
    for (const listener of concerned) this.hears(listener, []);
    for (const token of new Set(concerned.map((listener) => listener.token))) {
      const reach = await this.settled(token).catch(() => undefined);
      for (const listener of this.bySession.get(token) ?? [])
        if (!reach) this.end(listener);
        else {
          this.hears(listener, reach.sees);
          // What was told meanwhile is read anew.
          listener.res.write('event: hello\ndata: {}\n\n');
        }
    }
  }

  /** Whom a session may reach, asked until nothing changed while it was asked. */
  private async settled(token: string): ReturnType<ChangeFeed['reach']> {
    for (;;) {
      const asked = this.changes;
      const reach = await this.reach(token);
      if (!reach || asked === this.changes) return reach;
    }
  }

  private hears(listener: Listener, sees: readonly string[]): void {
    for (const id of listener.sees) leave(this.byAthlete, id, listener);
    listener.sees = sees;
    for (const id of sees) join(this.byAthlete, id, listener);
  }

  private gather(event: ChangeEvent): void {
    for (const listener of this.byAthlete.get(event.athleteId) ?? []) {
      if (listener.waiting.size === 0) setTimeout(() => this.flush(listener), GATHER_MS);
      listener.waiting.set(`${event.athleteId} ${event.what}`, event);
    }
  }

  private flush(listener: Listener): void {
    const events = [...listener.waiting.values()].filter((event) => listener.sees.includes(event.athleteId));
    listener.waiting.clear();
    if (events.length > 0)
      listener.res.write(events.map((event) => `event: change\ndata: ${JSON.stringify(event)}\n\n`).join(''));
  }

  private async reach(token: string): Promise<Pick<Listener, 'personId' | 'sees' | 'until'> | undefined> {
    const row = await acting(this.db, token, (trx) =>
      sql<{ person_id: string; athletes: string[]; expires_at: string }>`select * from listening()`
        .execute(trx)
        .then((r) => r.rows[0]),
    );
    return row && { personId: row.person_id, sees: row.athletes, until: Date.parse(row.expires_at) };
  }
}
