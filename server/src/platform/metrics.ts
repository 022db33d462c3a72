import { createServer, type Server } from 'node:http';
import type { RequestHandler } from 'express';
import { sql } from 'kysely';
import type pg from 'pg';
import { collectDefaultMetrics, Gauge, Histogram, Registry, type OpenMetricsContentType } from 'prom-client';
import type { AppDb } from './db/connect.ts';

/** Seconds; a save over HTTP takes a few milliseconds, an export a while. */
const BUCKETS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10];
/** How old a change is when it arrives: made just now, or a week ago without a network. Seconds. */
const AGES = [1, 10, 60, 600, 3600, 6 * 3600, 86_400, 7 * 86_400, 30 * 86_400];

export interface Watched {
  db: AppDb;
  pools: Readonly<Record<string, Pick<pg.Pool, 'totalCount' | 'idleCount' | 'waitingCount'>>>;
  listeners: () => number;
  imports: () => number;
}

/** What the database says of itself. */
interface DatabaseState {
  answers: boolean;
  primary: boolean;
  /** Standbys that have each write before it is acknowledged. */
  synchronous: number;
  /** Seconds since the last change was archived; null where none ever was. */
  archivedAgo: number | null;
}

const AWAY: DatabaseState = { answers: false, primary: false, synchronous: 0, archivedAgo: null };

const databaseState = async (db: AppDb): Promise<DatabaseState> => {
  try {
    const { rows } = await sql<{ primary: boolean; synchronous: number; ago: number | null }>`
      select not pg_is_in_recovery() as primary,
        (select count(*)::int from pg_stat_replication where sync_state in ('sync', 'quorum')) as synchronous,
        (select extract(epoch from now() - last_archived_time)::float from pg_stat_archiver) as ago`.execute(
      db,
    );
    const [row] = rows;
    return row
      ? { answers: true, primary: row.primary, synchronous: row.synchronous, archivedAgo: row.ago }
      : AWAY;
  } catch {
    return AWAY;
  }
};

/** Milliseconds that a UUIDv7 was made at; undefined for an id that says none. Source: RFC 9562, 5.7. */
export const madeAt = (id: string): number | undefined =>
  /^[0-9a-f]{8}-[0-9a-f]{4}-7/i.test(id) ? parseInt(id.slice(0, 8) + id.slice(9, 13), 16) : undefined;

/** Route and status alone: never an id, a name, a query or a body. */
const labels = ['verb', 'route', 'status'] as const;

/** What can be seen of a running server from outside, in the OpenMetrics format. */
export const makeMetrics = ({ db, pools, listeners, imports }: Watched) => {
  const register = new Registry<OpenMetricsContentType>();
  register.setContentType(Registry.OPENMETRICS_CONTENT_TYPE);
  collectDefaultMetrics({ register });
  const requests = new Histogram({
    name: 'maul_request_seconds',
    help: 'Requests by route and status, and how long they took.',
    labelNames: labels,
    buckets: BUCKETS,
    registers: [register],
  });
  const ages = new Histogram({
    name: 'maul_change_age_seconds',
    help: 'How long new rows had waited on a device before they arrived, by their ids.',
    buckets: AGES,
    registers: [register],
  });
  new Gauge({
    name: 'maul_pool_connections',
    help: 'Connections to the database: open, idle, and requests that wait for one.',
    labelNames: ['pool', 'state'],
    registers: [register],
    collect() {
      for (const [pool, { totalCount, idleCount, waitingCount }] of Object.entries(pools)) {
        this.set({ pool, state: 'open' }, totalCount);
        this.set({ pool, state: 'idle' }, idleCount);
        this.set({ pool, state: 'waiting' }, waitingCount);
      }
    },
  });
  const gauge = (name: string, help: string, value: () => number): void => {
    new Gauge({
      name,
      help,
      registers: [register],
      collect() {
        this.set(value());
      },
    });
  };
  gauge('maul_feed_listeners', 'Open streams of changes.', listeners);
  gauge('maul_import_jobs', 'Imports of foods under way in this server.', imports);
  const state = new Gauge({
    name: 'maul_database',
    help: 'The database as this server sees it: answers, is primary, synchronous standbys, seconds since the last archived change.',
    labelNames: ['what'],
    registers: [register],
    async collect() {
      const now = await databaseState(db);
      this.reset();
      this.set({ what: 'answers' }, Number(now.answers));
      this.set({ what: 'primary' }, Number(now.primary));
      this.set({ what: 'synchronous_standbys' }, now.synchronous);
      if (now.archivedAgo !== null) this.set({ what: 'archived_ago_seconds' }, now.archivedAgo);
    },
  });

  /** Counts every request when it has been answered. */
  const count: RequestHandler = (req, res, next) => {
    const begin = process.hrtime.bigint();
    res.on('finish', () => {
      const seconds = Number(process.hrtime.bigint() - begin) / 1e9;
      const route = (req as { route?: { path?: string } }).route?.path ?? '(page)';
      requests.observe({ verb: req.method, route, status: res.statusCode }, seconds);
      const { base } = (req.body ?? {}) as { base?: unknown };
      const made =
        req.method === 'PUT' && base === 0 && res.statusCode === 200
          ? madeAt(String(req.params.id))
          : undefined;
      // A clock that is ahead made it in the future: it has not waited.
      if (made !== undefined) ages.observe(Math.max(0, Date.now() - made) / 1000);
    });
    next();
  };
  return { register, requests, state, count };
};
export type Metrics = ReturnType<typeof makeMetrics>;

const escaped = (text: string): string => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

/** The least bucket that holds a share of the requests, in words. */
const quantileText = (buckets: readonly { le: number; count: number }[], share: number): string => {
  const all = buckets.at(-1)?.count ?? 0;
  if (all === 0) return '';
  const least = buckets.find((b) => b.count >= share * all);
  return least && Number.isFinite(least.le)
    ? `≤ ${least.le * 1000} ms`
    : `> ${(BUCKETS.at(-1) ?? 0) * 1000} ms`;
};

/** A page of the house's health for the operator: plain figures since this server was started. */
export const healthPage = async ({ requests, state, register }: Metrics): Promise<string> => {
  const { values } = await requests.get();
  const routes = new Map<string, { all: number; failed: number; buckets: Map<number, number> }>();
  for (const { labels: told, value, metricName } of values) {
    const of: Readonly<Record<string, string | number | undefined>> = told;
    if (metricName !== 'maul_request_seconds_bucket') continue;
    const name = `${String(of.verb)} ${String(of.route)}`;
    const row = routes.get(name) ?? { all: 0, failed: 0, buckets: new Map<number, number>() };
    const le = of.le === '+Inf' ? Infinity : Number(of.le);
    row.buckets.set(le, (row.buckets.get(le) ?? 0) + value);
    if (le === Infinity) {
      row.all += value;
      if (Number(of.status) >= 500) row.failed += value;
    }
    routes.set(name, row);
  }
  const busiest = [...routes].sort(([, a], [, b]) => b.all - a.all).slice(0, 30);
  const database = new Map((await state.get()).values.map((v) => [v.labels.what, v.value]));
  const single = async (name: string): Promise<string> =>
    (await register.getSingleMetric(name)?.get())?.values
      .map((v) => `${Object.values(v.labels).join(' ')} ${v.value}`.trim())
      .join(', ') ?? '';
  const facts: [string, string][] = [
    [
      'Database',
      database.get('answers') === 1
        ? database.get('primary') === 1
          ? 'answers, primary'
          : 'answers, read only'
        : 'does not answer',
    ],
    ['Synchronous standbys', String(database.get('synchronous_standbys') ?? 0)],
    [
      'Last archived change',
      database.has('archived_ago_seconds')
        ? `${Math.round(database.get('archived_ago_seconds') ?? 0)} s ago`
        : 'not archived',
    ],
    ['Connections', await single('maul_pool_connections')],
    ['Open streams', await single('maul_feed_listeners')],
    ['Imports under way', await single('maul_import_jobs')],
    ['Running for', `${Math.round(process.uptime() / 60)} min`],
  ];
  const table = (rows: string[][]): string =>
    rows.map((cells) => `<tr>${cells.map((c) => `<td>${escaped(c)}</td>`).join('')}</tr>`).join('');
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta http-equiv="refresh" content="10"><title>Maul, the house</title>
<style>body{font:15px/1.4 sans-serif;margin:24px;color:#1e2327;background:#f3f0e8}td,th{padding:4px 16px 4px 0;text-align:left;border-top:1px solid #cfc9b8}</style></head>
<body><h1>The house</h1><table>${table(facts)}</table><h2>Requests since the start</h2>
<table><tr><th>Route</th><th>Requests</th><th>Failed</th><th>Half within</th><th>95 % within</th></tr>${table(
    busiest.map(([name, { all, failed, buckets }]) => {
      const ordered = [...buckets].sort(([a], [b]) => a - b).map(([le, n]) => ({ le, count: n }));
      return [name, String(all), String(failed), quantileText(ordered, 0.5), quantileText(ordered, 0.95)];
    }),
  )}</table></body></html>`;
};

/** Answers the operator alone, on a port of its own: `/metrics` for a collector, `/` for a person. */
export const metricsServer = (metrics: Metrics): Server =>
  createServer((req, res) => {
    const answer = async (): Promise<void> => {
      if (req.url === '/metrics') {
        res.setHeader('Content-Type', metrics.register.contentType);
        res.end(await metrics.register.metrics());
      } else if (req.url === '/') {
        res.setHeader('Content-Type', 'text/html; charset=utf-8');
        res.setHeader('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'");
        res.end(await healthPage(metrics));
      } else {
        res.statusCode = 404;
        res.end();
      }
    };
    answer().catch(() => {
      res.statusCode = 500;
      res.end();
    });
  });
