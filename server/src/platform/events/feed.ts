import { ChangeEvent } from '@maul/contract/routes';
import type { Request, Response } from 'express';
import { sql } from 'kysely';
import pg from 'pg';
import { acting, type AppDb } from '../db/connect.ts';
import { tokenOf } from '../http/mount.ts';
import { ProblemError, toProblem } from '../http/problems.ts';

const HEARTBEAT_MS = 20_000;
const GATHER_MS = 40;
const RETRY_MS = 1000;

interface Listener {
  res: Response;
  token: string;
  waiting: Map<string, ChangeEvent>;
}

/**
 * Tells listening pages what has changed, over server-sent events. One connection listens to the database; before an
 * event goes out the database says anew whom the session may reach, so an ended grant or session hears nothing more.
 */
export class ChangeFeed {
  private readonly listeners = new Set<Listener>();
  private client: pg.Client | undefined;
  private closed = false;
  private timer: NodeJS.Timeout | undefined;
  private heartbeat: NodeJS.Timeout | undefined;
  private readonly db: AppDb;
  private readonly url: string;

  constructor(db: AppDb, url: string) {
    this.db = db;
    this.url = url;
  }

  /** Listens from now on; while the database is away, it is tried again and again. */
  async start(): Promise<void> {
    await this.connect().catch(() => this.reconnect(undefined));
    this.heartbeat = setInterval(() => {
      for (const { res } of this.listeners) res.write(': still here\n\n');
    }, HEARTBEAT_MS);
    this.heartbeat.unref();
  }

  async close(): Promise<void> {
    this.closed = true;
    clearTimeout(this.timer);
    clearInterval(this.heartbeat);
    for (const { res } of this.listeners) res.end();
    this.listeners.clear();
    await this.client?.end().catch(() => undefined);
  }

  readonly listen = async (req: Request, res: Response): Promise<void> => {
    const token = tokenOf(req);
    const reach = token === '' ? undefined : await this.reach(token);
    if (!reach || reach.length === 0) {
      const problem = toProblem(
        new ProblemError('not-signed-in', 'You are not signed in, or your session has ended.'),
      );
      res.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
      return;
    }
    res.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    res.write('retry: 2000\nevent: hello\ndata: {}\n\n');
    const listener: Listener = { res, token, waiting: new Map() };
    this.listeners.add(listener);
    req.on('close', () => this.listeners.delete(listener));
  };

  private async connect(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url });
    client.on('notification', ({ payload }) => this.gather(payload ?? ''));
    client.on('error', () => this.reconnect(client));
    client.on('end', () => this.reconnect(client));
    await client.connect();
    await client.query('listen maul_change');
    this.client = client;
    // Closed while it was on its way back: nobody else would end it.
    if (this.closed) await client.end();
  }

  private reconnect(lost: pg.Client | undefined): void {
    if (this.closed || (this.client !== undefined && this.client !== lost)) return;
    this.client = undefined;
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
    for (const { res } of this.listeners) res.end();
    this.listeners.clear();
  }

  private gather(payload: string): void {
    let event: ChangeEvent;
    try {
      event = ChangeEvent.parse(JSON.parse(payload));
    } catch {
      return;
    }
    for (const listener of this.listeners) {
      if (listener.waiting.size === 0) setTimeout(() => void this.flush(listener), GATHER_MS);
      listener.waiting.set(`${event.athleteId} ${event.what}`, event);
    }
  }

  private async flush(listener: Listener): Promise<void> {
    const events = [...listener.waiting.values()];
    listener.waiting.clear();
    try {
      const reach = new Set(await this.reach(listener.token));
      if (reach.size === 0) return void listener.res.end();
      for (const event of events)
        if (reach.has(event.athleteId))
          listener.res.write(`event: change\ndata: ${JSON.stringify(event)}\n\n`);
    } catch {
      listener.res.end();
    }
  }

  private reach(token: string): Promise<string[]> {
    return acting(this.db, token, (trx) =>
      sql<{ ids: string[] }>`select reachable_athletes() as ids`
        .execute(trx)
        .then((r) => r.rows[0]?.ids ?? []),
    );
  }
}
