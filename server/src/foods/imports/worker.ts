/** The process of one import: it may run out of memory, be killed or end by itself, and the house stands. */
import { makeDb, makePool } from '../../platform/db/connect.ts';
import type { AppDatabase } from '../../platform/db/schema.ts';
import { Job, type RunningImport } from './job.ts';

let job: Job | undefined;
// Whoever started it is gone: what is read is kept, and somebody goes on with it later.
process.once('disconnect', () => process.exit(1));
process.on('message', (message: 'stop' | { url: string; run: RunningImport }) => {
  if (message === 'stop') return job?.stop();
  const pool = makePool(message.url, 2);
  job = new Job({ app: makeDb<AppDatabase>(pool), pool }, message.run);
  void job
    .work()
    .finally(() => pool.end())
    .finally(() => process.exit(0));
});
