// npm run admin -- reset EMAIL | sign-out EMAIL | archive [DIR]: what the operator may do.
import { cpSync, existsSync, mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { openAt, ownerOf, runAdmin, withDatabase } from './house.mjs';
import {
  archivedIn,
  archiveOf,
  beginArchiving,
  endArchiving,
  isArchive,
  isEmpty,
  ownedFolder,
} from './pgbackrest.mjs';
import { dataDirectory, ensurePackages, OperatorError } from './postgres.mjs';
import { ensureBuild, ensureModules, root } from './project.mjs';

const home = resolve(process.env.MAUL_HOME ?? join(root, '.maul'));
const data = dataDirectory(home);
const passphrase = process.env.MAUL_PASSPHRASE || undefined;

/** Something about one account, by its email. */
const about =
  (what) =>
  ([email]) => {
    if (email === undefined) throw new OperatorError(`Say whose: npm run admin -- ${what} EMAIL`);
    const owner = process.env.DATABASE_URL || ownerOf(home);
    ensureModules();
    ensureBuild();
    console.log(runAdmin(what, owner, email));
  };

/** A base backup into the archive, of the house as it is; a first one makes the archive. */
const backUp = async (repo, first) => {
  await withDatabase(home, (owner) => {
    const { create, backUp: again } = archiveOf(data, owner);
    if (first) create();
    again();
  });
  // Files never change once they are whole: what is there is added, nothing is taken away.
  if (existsSync(join(home, 'files')))
    cpSync(join(home, 'files'), join(repo, 'files'), { recursive: true, force: false });
};

const archive = async ([folder]) => {
  if (process.env.DATABASE_URL)
    throw new OperatorError(
      'DATABASE_URL is a database of your own: archive it as you do the others of its server.',
    );
  if (passphrase?.includes('\n')) throw new OperatorError('A passphrase is one line.');
  ensurePackages({ archive: true });
  const present = archivedIn(data);
  if (folder === undefined) {
    if (present === undefined)
      throw new OperatorError('This house is not archived yet: npm run admin -- archive DIR');
    await backUp(present, false);
    console.log(`A new base backup is in ${present}. Two are kept.`);
    return;
  }
  const repo = resolve(folder);
  if (present !== undefined) throw new OperatorError(`This house is archived in ${present} already.`);
  const address = openAt(home);
  if (address !== undefined)
    throw new OperatorError(
      `Maul is running at ${address}. npm stop ends it; then archive, and start it again.`,
    );
  if (!isEmpty(repo))
    throw new OperatorError(
      `${repo} is not empty${isArchive(repo) ? ': another house is archived there' : ''}. Give the archive a folder of its own.`,
    );
  mkdirSync(repo, { recursive: true });
  ownedFolder(repo);
  try {
    beginArchiving(data, { repo, passphrase });
    await backUp(repo, true);
  } catch (error) {
    endArchiving(data);
    throw error;
  }
  console.log(`${repo} holds the house as it is, and from the next start every change, within a minute.`);
};

const COMMANDS = { reset: about('reset'), 'sign-out': about('sign-out'), archive };
try {
  const [what, ...args] = process.argv.slice(2);
  const command = Object.hasOwn(COMMANDS, what ?? '') ? COMMANDS[what] : undefined;
  if (!command)
    throw new OperatorError('There is: npm run admin -- reset EMAIL, and npm run admin -- archive [DIR]');
  await command(args);
} catch (error) {
  console.error(error instanceof OperatorError ? error.message : error);
  process.exitCode = 1;
}
