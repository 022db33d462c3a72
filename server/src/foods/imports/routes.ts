import { FILE_PIECE, IMPORT_FILE } from '@maul/contract/foods';
import express, { type Router } from 'express';
import {
  addImport,
  deleteImport,
  changeImport,
  endRunning,
  importOf,
  importsOf,
  knownKeys,
  rejectsOf,
  toImport,
} from './store.ts';
import { z } from 'zod';
import { acting } from '../../platform/db/connect.ts';
import { mount, signedIn, type Services } from '../../platform/http/mount.ts';
import { ProblemError } from '../../platform/http/problems.ts';
import { arrived, dropFile, filePath, writePiece } from '../../platform/files.ts';
import { FileFault } from './lines.ts';
import { previewOf } from './preview.ts';
import { askToStop, isRunning, runningImports, startImport, stopImport } from './run.ts';
import { sourceFiles } from './source.ts';

const Address = z.strictObject({ athleteId: z.uuid(), id: z.uuid() });
const Piece = z.strictObject({ offset: z.coerce.number().int().min(0) });

/** Files take room on the server's disk until they are imported, and failed ones stand in the list until they are taken away: so many may. */
const MOST_WAITING = 5;

/**
 * The import as it stands. A row that says it runs, while nothing here runs it, was interrupted. Which imports ran is looked up
 * before the row is read: one that ends in between is not an interrupted one.
 */
const asItStands = (row: Parameters<typeof toImport>[0], ranBefore: boolean) =>
  row.state === 'running' && !ranBefore && !isRunning(row.id)
    ? toImport({
        ...row,
        state: 'stopped',
        sentence: 'It was interrupted. What is read is kept; go on to read the rest.',
      })
    : toImport(row);

/** A coach reads what was imported and changes nothing of it; the file itself is no row that a policy could guard. */
const own = (athleteId: string, personId: string): void => {
  if (athleteId !== personId)
    throw new ProblemError('not-allowed', 'Only the athlete imports foods here. Nothing was changed.');
};

const plainFault = async <T>(work: () => Promise<T>): Promise<T> => {
  try {
    return await work();
  } catch (error) {
    if (error instanceof FileFault) throw new ProblemError('invalid', error.message);
    throw error;
  }
};

export const mountExchange = (router: Router, house: Services): void => {
  mount(router, house, 'imports', ({ params, acting: as }) =>
    as(async (trx) => {
      const ran = runningImports();
      const rows = await importsOf(trx, params.athleteId);
      return { imports: rows.map((row) => asItStands(row, ran.has(row.id))) };
    }),
  );

  mount(router, house, 'putImport', ({ params, body, acting: as, signed }) =>
    as(async (trx) => {
      own(params.athleteId, signed().personId);
      const waiting = (await importsOf(trx, params.athleteId)).filter(
        (i) => i.id !== params.id && ['receiving', 'ready', 'stopped', 'failed'].includes(i.state),
      );
      if (waiting.length >= MOST_WAITING)
        throw new ProblemError(
          'too-large',
          `${MOST_WAITING} files wait already, or have failed. Import one of them or take it away; nothing of this one was kept.`,
        );
      await addImport(trx, params, body);
      const row = await importOf(trx, params);
      if (Number(row.bytes) !== body.bytes || row.file_name !== body.fileName)
        throw new ProblemError('stale', 'This import was begun with another file.', {
          current: asItStands(row, false),
        });
      return asItStands(row, false);
    }),
  );

  router.put(IMPORT_FILE, express.raw({ type: () => true, limit: FILE_PIECE + 1 }), async (req, res) => {
    const signed = await signedIn(house, req);
    const { token } = signed;
    const address = Address.safeParse(req.params);
    const query = Piece.safeParse(req.query);
    const piece: unknown = req.body;
    if (!address.success || !query.success || !Buffer.isBuffer(piece) || piece.length === 0)
      throw new ProblemError('invalid', 'A piece of a file has an offset and some bytes.');
    own(address.data.athleteId, signed.personId);
    const { offset } = query.data;
    const row = await acting(house.app, token, async (trx) => {
      const found = await importOf(trx, address.data);
      if (found.state !== 'receiving') return found;
      const received = Number(found.received);
      if (offset > received)
        throw new ProblemError('stale', `The file has arrived up to byte ${received}: send on from there.`, {
          current: asItStands(found, false),
        });
      if (offset + piece.length > Number(found.bytes))
        throw new ProblemError(
          'invalid',
          'More of the file arrives than was announced. Nothing was kept of it.',
        );
      await writePiece(filePath(address.data.athleteId, address.data.id), offset, piece);
      const now = Math.max(received, offset + piece.length);
      return changeImport(trx, address.data, {
        received: String(now),
        ...(now === Number(found.bytes) ? { state: 'ready' } : {}),
      });
    });
    res.json(toImport(row));
  });

  const opened = async (row: Awaited<ReturnType<typeof importOf>>) => {
    const path = filePath(row.athlete_id, row.id);
    if ((await arrived(path)) !== Number(row.bytes))
      throw new ProblemError('not-found', 'The file is no longer here in full. Send it again.');
    return { path, files: await sourceFiles(path, row.file_name, Number(row.bytes)) };
  };

  mount(router, house, 'previewImport', ({ params, body, acting: as, signed }) =>
    plainFault(async () => {
      own(params.athleteId, signed().personId);
      const row = await as((trx) => importOf(trx, params));
      const { files } = await opened(row);
      return previewOf(files, body.options, (keys) => as((trx) => knownKeys(trx, params.id, keys)));
    }),
  );

  mount(router, house, 'runImport', ({ params, body, acting: as, signed }) =>
    plainFault(async () => {
      own(params.athleteId, signed().personId);
      const before = await as((trx) => importOf(trx, params));
      if ((isRunning(before.id) && before.state === 'running') || before.state === 'done')
        return toImport(before);
      // One that was told to stop may still be at its last batch.
      await stopImport(before.id);
      const row = await as((trx) => importOf(trx, params));
      const { path } = await opened(row);
      // Going on with other options would count other foods.
      const options = row.read > 0 && row.options !== null ? toImport(row).options : body;
      const now = await as((trx) =>
        changeImport(trx, params, { state: 'running', sentence: null, options: options ?? body }),
      );
      startImport(
        { app: house.app, pool: house.pool },
        {
          ...params,
          token: signed().token,
          path,
          fileName: row.file_name,
          bytes: Number(row.bytes),
          options: options ?? body,
          done: { read: row.read, kept: row.kept, duplicates: row.duplicates, rejected: row.rejected },
        },
      );
      return toImport(now);
    }),
  );

  mount(router, house, 'stopImport', async ({ params, acting: as, signed }) => {
    own(params.athleteId, signed().personId);
    await as((trx) => importOf(trx, params));
    askToStop(params.id);
    const row = await as(async (trx) => {
      await endRunning(trx, params, {
        state: 'stopped',
        sentence: 'Stopped. It goes on where it was when you say so.',
      });
      return importOf(trx, params);
    });
    return toImport(row);
  });

  mount(router, house, 'importRejects', ({ params, acting: as }) =>
    as(async (trx) => ({ rejects: await rejectsOf(trx, params) })),
  );

  mount(router, house, 'dropImport', async ({ params, acting: as, signed }) => {
    own(params.athleteId, signed().personId);
    const mine = (await as((trx) => importsOf(trx, params.athleteId))).some((i) => i.id === params.id);
    if (mine) await stopImport(params.id);
    await as((trx) => deleteImport(trx, params));
    await dropFile(filePath(params.athleteId, params.id));
    return {};
  });
};
