import { createHash } from 'node:crypto';
import { mkdir, open, rename, rm, stat, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const home = (): string => process.env.MAUL_FILES ?? join(tmpdir(), 'maul-files');

/** Where a file that is being sent lies: its name says nothing of whose it is. */
export const filePath = (athleteId: string, id: string): string =>
  join(home(), createHash('sha256').update(`${athleteId} ${id}`).digest('hex').slice(0, 40));

/** Bytes that have arrived; 0 when there are none. */
export const arrived = (path: string): Promise<number> =>
  stat(path).then(
    (s) => s.size,
    () => 0,
  );

/** Writes a piece where it belongs. A piece that is sent again overwrites itself. */
export const writePiece = async (path: string, offset: number, piece: Buffer): Promise<number> => {
  await mkdir(home(), { recursive: true, mode: 0o700 });
  const file = await open(path, offset === 0 && (await arrived(path)) === 0 ? 'w' : 'r+', 0o600);
  try {
    await file.write(piece, 0, piece.length, offset);
  } finally {
    await file.close();
  }
  return arrived(path);
};

/** Writes a whole file; one that is there is replaced at once. */
export const writeWhole = async (path: string, bytes: Buffer): Promise<void> => {
  await mkdir(home(), { recursive: true, mode: 0o700 });
  const beside = `${path}.new`;
  await writeFile(beside, bytes, { mode: 0o600 });
  await rename(beside, path);
};

/** The small form of a picture lies beside it. */
export const smallPath = (path: string): string => `${path}.small`;

export const dropFile = (path: string): Promise<void> => rm(path, { force: true });

/** Removes all files of somebody who is forgotten. */
export const dropFiles = async (athleteId: string, ids: string[]): Promise<void> => {
  for (const id of ids) {
    const path = filePath(athleteId, id);
    await dropFile(path);
    await dropFile(smallPath(path));
  }
};
