import type { ImportOptions, ImportReject } from '@maul/contract/foods';
import type { Pool, PoolClient } from 'pg';
import { acting, type AppDb } from '../../platform/db/connect.ts';
import { rejectOf, take } from './candidate.ts';
import { copyFoods, copyLine } from './copy.ts';
import { dropFile } from '../../platform/files.ts';
import { FileFault } from './lines.ts';
import type { Read } from './own.ts';
import { bytesToRead, readFoods } from './read.ts';
import { sourceFiles } from './source.ts';
import { changeImport, type Key } from './store.ts';

/** Foods that go to the database in one transaction, with the progress they bring. */
const BATCH = 2000;
/** Of a very broken file no more rejects than this are kept by line; all are counted. */
const REJECTS_KEPT = 1000;

export interface RunningImport extends Key {
  token: string;
  path: string;
  fileName: string;
  bytes: number;
  options: ImportOptions;
  /** Foods read by an earlier run that stopped. */
  done: { read: number; kept: number; duplicates: number; rejected: number };
}

export interface ImportDeps {
  app: AppDb;
  pool: Pool;
}

interface Batch {
  entries: { n: number; key: string; line: string; at: number; what: string }[];
  rejects: (ImportReject & { twice?: true })[];
}
const emptyBatch = (): Batch => ({ entries: [], rejects: [] });

/** One transaction as the person, on a connection that can COPY. */
const asPerson = async <T>(
  pool: Pool,
  token: string,
  work: (client: PoolClient) => Promise<T>,
): Promise<T> => {
  const client = await pool.connect();
  let broken: Error | undefined;
  try {
    await client.query('begin');
    await client.query(`select set_config('maul.token', $1, true)`, [token]);
    const out = await work(client);
    await client.query('commit');
    return out;
  } catch (error) {
    broken = error as Error;
    await client.query('rollback').catch(() => undefined);
    throw error;
  } finally {
    client.release(broken !== undefined && 'code' in broken ? undefined : broken);
  }
};

/**
 * One import on its way. Each batch of foods and the count of what is read go to the database together, so that it can stop anywhere and go
 * on from there: nothing is taken twice, and no food shows before the whole file is read.
 */
export class Job {
  private stopped = false;
  private readonly deps: ImportDeps;
  private readonly run: RunningImport;
  private readonly seen = new Set<string>();
  private read = 0;
  private bytes = 0;
  private counts: RunningImport['done'];

  constructor(deps: ImportDeps, run: RunningImport) {
    this.deps = deps;
    this.run = run;
    this.counts = { ...run.done };
  }

  /** Stops after the batch that it is at. */
  stop(): void {
    this.stopped = true;
  }

  async work(): Promise<void> {
    const { run } = this;
    try {
      const files = await sourceFiles(run.path, run.fileName, run.bytes);
      const total = Math.max(1, bytesToRead(files, run.options.format));
      let batch = emptyBatch();
      for await (const read of readFoods(files, run.options, { onBytes: (n) => (this.bytes += n) })) {
        if (this.stopped) break;
        this.read += 1;
        this.add(batch, read);
        if (batch.entries.length + batch.rejects.length >= BATCH) {
          await this.keep(batch, Math.min(0.999, this.bytes / total));
          batch = emptyBatch();
        }
      }
      if (this.stopped) return await this.say('stopped', 'Stopped. It goes on where it was when you say so.');
      await this.keep(batch, 1);
      await this.deps.pool.query('select settle_imported()');
      await acting(this.deps.app, run.token, (trx) =>
        changeImport(trx, run, { state: 'done', part: 1, sentence: null }),
      );
      // What is left of the file is swept when the import is taken away.
      await dropFile(run.path).catch(() => undefined);
    } catch (error) {
      const own = error instanceof FileFault;
      // Nothing more can be read from it.
      if (own) await dropFile(run.path).catch(() => undefined);
      await this.say(
        own ? 'failed' : 'stopped',
        own ? error.message : 'It was interrupted. What is read is kept; go on to read the rest.',
      ).catch(() => undefined);
    }
  }

  private add(batch: Batch, read: Read): void {
    const { run } = this;
    const taken = read.candidate ? take(read.candidate) : { reason: read.reason ?? 'It cannot be read.' };
    const before = this.read <= run.done.read;
    if ('reason' in taken) {
      if (!before) batch.rejects.push(rejectOf(read, taken.reason));
      return;
    }
    const { key } = taken.food;
    const twice = this.seen.has(key);
    this.seen.add(key);
    if (before) return;
    if (twice) {
      const reason = 'The file holds this food twice; the first one is taken.';
      batch.rejects.push({ line: read.line, what: taken.food.name, reason, twice: true });
      return;
    }
    batch.entries.push({
      n: this.read,
      key,
      line: copyLine(run.athleteId, run.id, this.read, taken.food),
      at: read.line,
      what: taken.food.name,
    });
  }

  private async keep(batch: Batch, part: number): Promise<void> {
    const { run, counts } = this;
    if (this.read <= run.done.read) return;
    await asPerson(this.deps.pool, run.token, async (client) => {
      const { rows } = await client.query<{ key: string }>(
        `select k as key from known_food_keys($1::text[], $2::uuid) k`,
        [batch.entries.map((e) => e.key), run.id],
      );
      const known = new Set(rows.map((r) => r.key));
      const fresh = batch.entries.filter((e) => !known.has(e.key));
      const reason = 'An earlier import holds this food already.';
      const rejects = [
        ...batch.rejects,
        ...batch.entries
          .filter((e) => known.has(e.key))
          .map((e) => ({ line: e.at, what: e.what, reason, twice: true as const })),
      ];
      await copyFoods(client, fresh.map((e) => e.line).join(''));
      await this.keepRejects(client, rejects, counts.rejected + counts.duplicates);
      const twice = rejects.filter((r) => r.twice).length;
      counts.kept += fresh.length;
      counts.duplicates += twice;
      counts.rejected += rejects.length - twice;
      await client.query(
        `update food_import set read = $3, kept = $4, duplicates = $5, rejected = $6, part = $7, updated_at = now()
         where athlete_id = $1 and id = $2`,
        [run.athleteId, run.id, this.read, counts.kept, counts.duplicates, counts.rejected, part],
      );
    });
  }

  private async keepRejects(client: PoolClient, rejects: ImportReject[], before: number): Promise<void> {
    const room = rejects.slice(0, Math.max(0, REJECTS_KEPT - before));
    if (room.length === 0) return;
    await client.query(
      `insert into food_import_reject (athlete_id, import_id, n, line, what, reason)
       select $1, $2, $3 + o, r.line, r.what, r.reason
       from jsonb_to_recordset($4::jsonb) as r(line int, what text, reason text, o int)
       on conflict do nothing`,
      [
        this.run.athleteId,
        this.run.id,
        before,
        JSON.stringify(
          room.map((r, i) => ({ line: r.line, what: clean(r.what), reason: clean(r.reason), o: i + 1 })),
        ),
      ],
    );
  }

  private async say(state: 'stopped' | 'failed', sentence: string): Promise<void> {
    await acting(this.deps.app, this.run.token, (trx) => changeImport(trx, this.run, { state, sentence }));
  }
}

const clean = (text: string): string => text.replaceAll('\0', '');
