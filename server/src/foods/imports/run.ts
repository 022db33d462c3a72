import { fork, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import type * as esbuild from 'esbuild';
import { acting } from '../../platform/db/connect.ts';
import { dropFile } from '../../platform/files.ts';
import type { ImportDeps, RunningImport } from './job.ts';
import { endRunning } from './store.ts';

/** MB that an import may take for what it reads, and in all. `MAUL_IMPORT_MB` sets the first. */
const heapMb = (): number => Number(process.env.MAUL_IMPORT_MB ?? 512);
const MOST_MB = 1024;
const LOOK_MS = 500;
/** An import that is told to stop has so long for the batch that it is at, ms. */
const STOP_MS = 3000;

/** The built program; while developing and in tests it is built from its source, once for each process. */
let program: string | undefined;
const programFile = (): string => {
  program ??= [join(import.meta.dirname, 'importer.mjs')].find(existsSync) ?? fromSource();
  return program;
};
const fromSource = (): string => {
  const { buildSync } = createRequire(import.meta.url)('esbuild') as typeof esbuild;
  const outfile = join(mkdtempSync(join(tmpdir(), 'maul-importer-')), 'importer.cjs');
  buildSync({
    entryPoints: [join(import.meta.dirname, 'worker.ts')],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'cjs',
    external: ['pg-native'],
    logLevel: 'error',
  });
  process.once('exit', () => rmSync(dirname(outfile), { recursive: true, force: true }));
  return outfile;
};

/** What a process holds in memory, MB; 0 where the system does not tell. */
const residentMb = (pid: number | undefined): number => {
  try {
    return Number(/^VmRSS:\s+(\d+) kB/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  } catch {
    return 0;
  }
};

interface Running {
  child: ChildProcess;
  over: Promise<void>;
}
const jobs = new Map<string, Running>();

export const isRunning = (id: string): boolean => jobs.has(id);
/** The ids of all imports that run here now. */
export const runningImports = (): ReadonlySet<string> => new Set(jobs.keys());

/** Starts an import in a process of its own, with a memory of its own. */
export const startImport = (deps: ImportDeps, run: RunningImport): void => {
  if (jobs.has(run.id)) return;
  const child = fork(programFile(), [], {
    execArgv: [`--max-old-space-size=${heapMb()}`],
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
    // It needs nothing that the house knows but the connection that it is given.
    env: { PATH: process.env.PATH, MAUL_FILES: process.env.MAUL_FILES },
  });
  let tooLarge = false;
  const watch = setInterval(() => {
    if (residentMb(child.pid) <= MOST_MB) return;
    tooLarge = true;
    child.kill('SIGKILL');
  }, LOOK_MS);
  const ended = new Promise<boolean>((done) => {
    child.once('error', () => done(false));
    // V8 ends a process that is out of memory by SIGABRT.
    child.once('exit', (code, signal) => {
      tooLarge ||= signal === 'SIGABRT' || code === 134;
      done(code === 0);
    });
  });
  const settle = async (well: boolean): Promise<void> => {
    clearInterval(watch);
    if (well) return;
    if (tooLarge) await dropFile(run.path);
    // Where the session has ended meanwhile, the row stays as it is and is shown as interrupted.
    await acting(deps.app, run.token, (trx) =>
      endRunning(
        trx,
        run,
        tooLarge
          ? {
              state: 'failed',
              sentence: 'The file needs more memory than an import may use. None of its foods were added.',
            }
          : {
              state: 'stopped',
              sentence: 'It was interrupted. What is read is kept; go on to read the rest.',
            },
      ),
    );
  };
  const over = ended
    .then(settle)
    .catch(() => undefined)
    .finally(() => jobs.delete(run.id));
  jobs.set(run.id, { child, over });
  child.on('error', () => undefined);
  child.send({ url: deps.pool.options.connectionString, run });
};

/** Tells a running import to stop, and does not wait for it. */
export const askToStop = (id: string): void => {
  const child = jobs.get(id)?.child;
  if (child?.connected) child.send('stop', () => undefined);
};

/** Waits until an import that is told to stop has ended; one that does not is ended. */
export const stopImport = async (id: string): Promise<void> => {
  const running = jobs.get(id);
  if (!running) return;
  askToStop(id);
  const late = setTimeout(() => running.child.kill('SIGKILL'), STOP_MS);
  await running.over;
  clearTimeout(late);
};

/** How many imports run in this server. */
export const importsRunning = (): number => jobs.size;

/** Stops every import, when the server goes. */
export const stopImports = async (): Promise<void> => {
  await Promise.all([...jobs.keys()].map(stopImport));
};
