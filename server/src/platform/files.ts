import { createHash } from 'node:crypto';
import { mkdir, open, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

const home = (): string => process.env.MAUL_FILES ?? join(tmpdir(), 'maul-files');

/** A name that says nothing of whose it is. */
const veiled = (name: string): string => createHash('sha256').update(name).digest('hex').slice(0, 40);

/** Where a file that is being sent lies: its name says nothing of whose it is. */
export const filePath = (athleteId: string, id: string): string => join(home(), veiled(`${athleteId} ${id}`));

/** Bytes that have arrived; 0 when there are none. */
export const arrived = (path: string): Promise<number> =>
  stat(path).then(
    (s) => s.size,
    () => 0,
  );

/** Writes a piece where it belongs. A piece that is sent again overwrites itself. */
export const writePiece = async (path: string, offset: number, piece: Buffer): Promise<number> => {
  await mkdir(dirname(path), { recursive: true, mode: 0o700 });
  const file = await open(path, offset === 0 && (await arrived(path)) === 0 ? 'w' : 'r+', 0o600);
  try {
    await file.write(piece, 0, piece.length, offset);
  } finally {
    await file.close();
  }
  return arrived(path);
};

/** Files of an athlete that have not arrived whole lie in a folder of their own. */
const partsOf = (athleteId: string): string => join(home(), 'parts', veiled(athleteId));
const partPath = (athleteId: string, id: string): string => join(partsOf(athleteId), veiled(id));
/** What nobody sent on for so long is let go, ms. */
const PART_MS = 14 * 86_400_000;
/** So many files of one athlete may be under way at once. */
const MOST_PARTS = 60;

/** Lets go what nobody sent on; answers whether one more may begin. */
const roomForPart = async (athleteId: string): Promise<boolean> => {
  const folder = partsOf(athleteId);
  const names = await readdir(folder).catch(() => []);
  let left = 0;
  for (const name of names) {
    const at = await stat(join(folder, name)).catch(() => undefined);
    if (at && Date.now() - at.mtimeMs < PART_MS) left += 1;
    else await rm(join(folder, name), { force: true });
  }
  return left < MOST_PARTS;
};

/** What came of a piece: how much is there, the whole, a piece that begins behind what is there, or no room. */
export type Piece = { received: number } | { whole: Buffer } | { gapAfter: number } | 'no-room';

/** Takes a piece of a file of `of` bytes; one that is sent again overwrites itself. The file is whole with its last byte, and lies there until `dropPart`. */
export const takePiece = async (
  athleteId: string,
  id: string,
  { offset, of }: { offset: number; of: number },
  piece: Buffer,
): Promise<Piece> => {
  const path = partPath(athleteId, id);
  const have = await arrived(path);
  if (offset > have) return { gapAfter: have };
  if (have === 0 && !(await roomForPart(athleteId))) return 'no-room';
  const received = await writePiece(path, offset, piece);
  return received < of ? { received } : { whole: (await readFile(path)).subarray(0, of) };
};

export const dropPart = (athleteId: string, id: string): Promise<void> => dropFile(partPath(athleteId, id));

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
  await rm(partsOf(athleteId), { recursive: true, force: true });
};
