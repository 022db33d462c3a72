/**
 * What the operator may do with a database. `reset EMAIL` prints a code for once, for who forgot a password; `sign-out EMAIL` ends all their sessions; `roles` and `migrate` make a
 * restored house one that this version opens; `team ATHLETES DAYS` fills it with an invented team.
 */
import { randomBytes } from 'node:crypto';
import { makeDb, makePool } from './platform/db/connect.ts';
import { ensureRoles, migrate } from './platform/db/migrate.ts';
import type { AccountsDatabase } from './platform/db/accountsSchema.ts';
import { makeTeam } from './demo/team.ts';
import { endSessions, operatorCode, personByEmail } from './people/index.ts';

const pool = makePool(process.env.MAUL_OWNER_URL ?? '', 1);
const owner = makeDb<unknown>(pool);

const reset = async (email = ''): Promise<string> => {
  const code = await operatorCode(makeDb<AccountsDatabase>(pool), email.trim().toLowerCase());
  if (code === undefined) throw new Error(`No account has the email ${email}.`);
  return `${code}\nIt holds for a day and for once, at /reset. Give it to nobody but the owner of ${email}.`;
};

const signOut = async (email = ''): Promise<string> => {
  const accounts = makeDb<AccountsDatabase>(pool);
  const person = await personByEmail(accounts, email.trim().toLowerCase());
  if (!person) throw new Error(`No account has the email ${email}.`);
  await endSessions(accounts, person.id, { wipes: true });
  return `${email} is signed out everywhere. Each of their devices keeps nothing from when it is next online.`;
};

const team = async (athletes = '', days = ''): Promise<string> => {
  const made = await makeTeam(owner, { athletes: Number(athletes), days: Number(days) });
  return `${made.athletes} athletes; their coach signs in as ${made.email} with "${made.password}".`;
};

const COMMANDS: Record<string, (...words: string[]) => Promise<string>> = {
  team,
  reset,
  'sign-out': signOut,
  // Their passwords are set anew at each start.
  roles: async () => {
    const any = () => randomBytes(24).toString('base64url');
    await ensureRoles(owner, { app: any(), accounts: any() });
    return '';
  },
  migrate: async () => (await migrate(owner)).join('\n'),
};

try {
  const [what = '', ...words] = process.argv.slice(2);
  const command = COMMANDS[what];
  if (!command) throw new Error(`There is no command "${what}".`);
  console.log(await command(...words));
} catch (error) {
  console.error(error instanceof Error ? error.message : String(error));
  process.exitCode = 1;
} finally {
  await owner.destroy();
}
