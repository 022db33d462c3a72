import { forgetAnswers } from './answers.ts';
import { forgetFiles } from './files.ts';
import { written } from './keeper.ts';
import { db } from './store.ts';
import { destroyKey } from './vault.ts';

export { forgetAthlete, keepAnswer, KEPT, keptAnswer } from './answers.ts';
export { keepAside, keptAside } from './aside.ts';
export {
  dropFile,
  everyFile,
  filesWaiting,
  keepFile,
  nextFile,
  noteArrived,
  type WaitingFile,
} from './files.ts';
export { outboxKeeper } from './keeper.ts';
export { lastPerson, tookDevice } from './vault.ts';

/** Takes everything of a person off this device, what is unsent with it, and destroys its key. */
export const wipe = async (personId: string): Promise<void> => {
  // What is being written now would come back under a new key.
  await written();
  await destroyKey(personId);
  await forgetAnswers(personId);
  await forgetFiles(personId);
  await db.aside.where('personId').equals(personId).delete();
  await db.outbox.where('personId').equals(personId).delete();
};
