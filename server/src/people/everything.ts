import {
  type Athlete,
  EVERYTHING_BYTES,
  EVERYTHING_FILE,
  type EverythingState,
  ReadBack,
} from '@maul/contract/people';
import { Id } from '@maul/contract/common';
import type { Router } from 'express';
import { createReadStream, createWriteStream, rmSync } from 'node:fs';
import { rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { v7 as uuidv7 } from 'uuid';
import { acting, type AppTransaction } from '../platform/db/connect.ts';
import { mount, type Services, signedIn } from '../platform/http/mount.ts';
import { ProblemError } from '../platform/http/problems.ts';
import { withoutValues } from '../platform/http/withoutValues.ts';
import { athleteOf } from './store/athletes.ts';
import { readBack } from './store/everything/readBack.ts';
import { columnsOf, schemaOf } from './store/everything/tables.ts';
import { writeEverything } from './store/everything/write.ts';

/** How the letters of an athlete are made. */
export interface LettersTold {
  lettersOf: (trx: AppTransaction, athlete: Athlete) => AsyncIterable<{ name: string; pdf: Buffer }>;
}

interface Job {
  state: EverythingState['state'];
  done: number;
  of: number;
  path: string;
  bytes: number;
  madeAt: string | null;
}

/** A file that was made lies here for an hour, and never longer than this process. */
const KEPT_MS = 3_600_000;
const jobs = new Map<string, Job>();
const drop = (athleteId: string, job: Job): void => {
  if (jobs.get(athleteId) === job) jobs.delete(athleteId);
  rmSync(job.path, { force: true });
};
process.once('exit', () => {
  for (const [athleteId, job] of jobs) drop(athleteId, job);
});
/** One is made, or read back, at a time; the others wait. */
let turn: Promise<unknown> = Promise.resolve();
const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
  const mine = turn.then(work, work);
  turn = mine.catch(() => undefined);
  return mine;
};

const told = (job: Job | undefined): EverythingState =>
  job
    ? { state: job.state, done: job.done, of: job.of, bytes: job.bytes, madeAt: job.madeAt }
    : { state: 'none', done: 0, of: 0, bytes: 0, madeAt: null };

const NOT_YOURS = 'There is no such athlete, or it is not you.';

/** Everything of an athlete as one file, for them alone: made in the background, fetched, and read back into an empty account. */
export const mountEverything = (router: Router, house: Services, { lettersOf }: LettersTold): void => {
  mount(router, house, 'everything', ({ params, signed }) => {
    if (signed().personId !== params.athleteId) throw new ProblemError('not-found', NOT_YOURS);
    return Promise.resolve(told(jobs.get(params.athleteId)));
  });

  mount(router, house, 'makeEverything', ({ params, signed, req }) => {
    const { personId: athleteId, token } = signed();
    if (athleteId !== params.athleteId) throw new ProblemError('not-found', NOT_YOURS);
    const before = jobs.get(athleteId);
    if (before?.state === 'making') return Promise.resolve(told(before));
    if (before) drop(athleteId, before);
    const job: Job = {
      state: 'making',
      done: 0,
      of: 0,
      path: join(tmpdir(), `maul-everything-${uuidv7()}`),
      bytes: 0,
      madeAt: null,
    };
    jobs.set(athleteId, job);
    void inTurn(() =>
      acting(
        house.app,
        token,
        async (trx) => {
          const athlete = await athleteOf(trx, athleteId);
          await writeEverything(
            trx,
            { athleteId, name: athlete.name },
            { path: job.path, letters: lettersOf(trx, athlete) },
            (done, of) => Object.assign(job, { done, of }),
          );
        },
        'one moment',
      ),
    )
      .then(async () => {
        job.bytes = (await stat(job.path)).size;
        job.madeAt = new Date().toISOString();
        job.state = 'ready';
      })
      .catch((error: unknown) => {
        req.log.error({ error: withoutValues(error) }, 'Everything of an athlete could not be written');
        job.state = 'failed';
      })
      .finally(() => setTimeout(() => drop(athleteId, job), KEPT_MS).unref());
    return Promise.resolve(told(job));
  });

  mount(router, house, 'everythingSchema', ({ acting: as }) =>
    as(async (trx) => schemaOf(await columnsOf(trx))),
  );

  router.get(EVERYTHING_FILE, async (req, res) => {
    const { personId } = await signedIn(house, req);
    const job = jobs.get(personId);
    if (personId !== req.params.athleteId || job?.state !== 'ready')
      throw new ProblemError('not-found', 'This file is no longer here. Take everything once more.');
    res.set({
      'Content-Type': 'application/zip',
      'Content-Length': String(job.bytes),
      'Content-Disposition': `attachment; filename="maul-${(job.madeAt ?? '').slice(0, 10)}.zip"`,
      'Cache-Control': 'no-store',
    });
    await pipeline(createReadStream(job.path), res);
  });

  router.put(EVERYTHING_FILE, async (req, res) => {
    const { personId, token } = await signedIn(house, req);
    if (!Id.safeParse(req.params.athleteId).success || personId !== req.params.athleteId)
      throw new ProblemError('not-found', NOT_YOURS);
    const tooLarge = new ProblemError('too-large', 'A file of Maul has at most 2 GB. Nothing was taken.');
    if (Number(req.headers['content-length'] ?? 0) > EVERYTHING_BYTES) throw tooLarge;
    const path = join(tmpdir(), `maul-read-back-${uuidv7()}`);
    try {
      let bytes = 0;
      await pipeline(
        req,
        async function* (parts: AsyncIterable<Buffer>) {
          for await (const part of parts) {
            bytes += part.length;
            if (bytes > EVERYTHING_BYTES) throw tooLarge;
            yield part;
          }
        },
        createWriteStream(path, { mode: 0o600 }),
      );
      const taken = await inTurn(() => acting(house.app, token, (trx) => readBack(trx, personId, path)));
      res.json(ReadBack.parse(taken));
    } finally {
      await rm(path, { force: true });
    }
  });
};
