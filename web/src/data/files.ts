import { create } from 'zustand';
import { ApiProblem, isAway, sendFile, sentenceOf } from './api.ts';
import { away, holder } from './reach.ts';

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

/** Sends a file; where the server is away it waits on this device, closed. Answers whether it waits. Throws what the server refused. */
export const sendOrKeep = async (address: string, file: Blob): Promise<'sent' | 'waits'> => {
  try {
    await sendFile(address, file);
    return 'sent';
  } catch (error) {
    const whose = holder();
    if (!isAway(error) || whose === undefined || !(await (await away()).keepFile(whose, address, file)))
      throw error;
    await count(whose);
    return 'waits';
  }
};

let sending = false;
/** Sends what waits, the oldest first, until it is sent or the server is away again. A file that is sent twice is kept once: its address names it. */
export const flushFiles = async (onSent: () => void): Promise<void> => {
  const whose = holder();
  if (sending || whose === undefined) return;
  sending = true;
  try {
    const device = await away();
    for (let next = await device.nextFile(whose); next; next = await device.nextFile(whose)) {
      try {
        await sendFile(next.address, next.file);
        onSent();
      } catch (error) {
        if (!(error instanceof ApiProblem) || error.problem.status >= 500 || error.problem.status === 401)
          return;
        useFiles.setState({ refused: sentenceOf(error) });
      }
      await device.dropFile(whose, next.address);
      await count(whose);
    }
    await count(whose);
  } finally {
    sending = false;
  }
};
