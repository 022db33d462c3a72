import { PICTURE_PIECE, PictureArrived } from '@maul/contract/body';
import { create } from 'zustand';
import { ApiProblem, isAway, sendFile, sentenceOf } from '../api.ts';
import type { WaitingFile } from '../away/index.ts';
import { inOneWindow } from './oneWindow.ts';
import { away, holder } from '../reach.ts';

interface Files {
  /** Files that wait on this device. */
  waiting: number;
  /** Why one of them was let go, in a sentence; null where none was. */
  refused: string | null;
}
export const useFiles = create<Files>(() => ({ waiting: 0, refused: null }));

const count = async (personId: string): Promise<void> => {
  useFiles.setState({ waiting: await (await away()).filesWaiting(personId) });
};

/** Counts what waits for who is signed in. */
export const countFiles = async (): Promise<void> => {
  const whose = holder();
  if (whose !== undefined) await count(whose);
};

/** How often a server may have less than it said: a disk that was changed under it, not a loop without end. */
const MOST_RETURNS = 3;

/**
 * Sends a file, a larger one piece by piece from where it has arrived up to; `onArrived` is told how far that is. Throws ApiProblem or
 * Unreachable.
 */
const sendOn = async (
  { address, file, received }: WaitingFile,
  onArrived: (received: number) => unknown,
): Promise<void> => {
  if (file.size <= PICTURE_PIECE) return void (await sendFile(address, file));
  let [at, returns] = [received, 0];
  for (;;) {
    const piece = file.slice(at, at + PICTURE_PIECE, file.type);
    try {
      const answer = await sendFile(`${address}&offset=${at}&of=${file.size}`, piece);
      const arrived = PictureArrived.safeParse(answer);
      // Whole: what is answered is the picture.
      if (!arrived.success) return;
      at = arrived.data.received;
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      // A server of the version before knows no pieces.
      if (error.problem.status === 422 && at === 0) return void (await sendFile(address, file));
      const has = PictureArrived.safeParse(error.problem.current);
      if (!has.success || returns >= MOST_RETURNS) throw error;
      [at, returns] = [has.data.received, returns + 1];
    }
    await onArrived(at);
  }
};

/** Sends a file; where the server is away it waits on this device, closed. Answers whether it waits. Throws what the server refused. */
export const sendOrKeep = async (address: string, file: Blob): Promise<'sent' | 'waits'> => {
  let received = 0;
  try {
    await sendOn({ address, file, received }, (now) => {
      received = now;
    });
    return 'sent';
  } catch (error) {
    const whose = holder();
    if (!isAway(error) || whose === undefined) throw error;
    if (!(await (await away()).keepFile(whose, { address, file, received }))) throw error;
    await count(whose);
    return 'waits';
  }
};

/** The most that is saved as a file, bytes: a browser holds no text of any length. */
const MOST_SAVED = 200 * 1024 * 1024;
/** What waits on this device of who is signed in, to be saved as a file, and how many were left out. */
export const savedFiles = async (): Promise<{ files: WaitingFile[]; left: number }> => {
  const whose = holder();
  return whose === undefined ? { files: [], left: 0 } : (await away()).everyFile(whose, MOST_SAVED);
};

/** Takes up files that were saved; false where the browser cannot keep them closed. */
export const takeFiles = async (files: readonly WaitingFile[]): Promise<boolean> => {
  const whose = holder();
  if (whose === undefined) return false;
  const device = await away();
  for (const file of files) if (!(await device.keepFile(whose, file))) return false;
  await count(whose);
  return true;
};

let sending = false;
/** Sends what waits, the oldest first, until it is sent or the server is away again. A file that is sent twice is kept once: its address names it. */
export const flushFiles = async (onSent: () => void): Promise<void> => {
  const whose = holder();
  if (sending || whose === undefined) return;
  sending = true;
  try {
    await inOneWindow(`files ${whose}`, async () => {
      const device = await away();
      for (let next = await device.nextFile(whose); next; next = await device.nextFile(whose)) {
        const { address } = next;
        try {
          await sendOn(next, (received) => device.noteArrived(whose, address, received));
          onSent();
        } catch (error) {
          if (!(error instanceof ApiProblem) || error.problem.status >= 500 || error.problem.status === 401)
            return;
          useFiles.setState({ refused: sentenceOf(error) });
        }
        await device.dropFile(whose, address);
        await count(whose);
      }
      await count(whose);
    });
  } finally {
    sending = false;
  }
};
