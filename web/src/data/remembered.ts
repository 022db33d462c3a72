/** What this device remembers beside the log: words that were not sent yet, what was read. A browser that keeps nothing forgets it, and nothing breaks. */
const store = (open: () => Storage) => ({
  read: (key: string): string | null => {
    try {
      return open().getItem(key);
    } catch {
      return null;
    }
  },
  keys: (): string[] => {
    try {
      return Object.keys(open());
    } catch {
      return [];
    }
  },
  /** null forgets it. */
  keep: (key: string, text: string | null): void => {
    try {
      if (text === null) open().removeItem(key);
      else open().setItem(key, text);
    } catch {
      // Then it is not remembered.
    }
  },
});

/** Until it is forgotten. */
export const onDevice = store(() => localStorage);
/** For as long as the tab is open. */
export const inTab = store(() => sessionStorage);

/** A sign-out that the server has not heard of yet. */
export const SIGN_OUT = 'maul.sign-out';
/** When this device was made ready for a week without a network, by athlete. */
export const READY = 'maul.ready.';

const ANSWER = 'maul.answer.';
/** Whether the answer to a week was read on this device. */
export const answerSeen = (checkInId: string): boolean => onDevice.read(ANSWER + checkInId) !== null;
/** The answer was read here. */
export const sawAnswer = (checkInId: string): void => onDevice.keep(ANSWER + checkInId, '1');
