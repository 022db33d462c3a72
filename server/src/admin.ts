/** What the operator may do with accounts. `reset EMAIL` prints a code for once, for who forgot a password. */
import { makeDb, makePool } from './platform/db/connect.ts';
import type { AccountsDatabase } from './platform/db/schema.ts';
import { operatorCode } from './people/index.ts';

const [what, email] = process.argv.slice(2);
const owner = makeDb<AccountsDatabase>(makePool(process.env.MAUL_OWNER_URL ?? '', 1));
try {
  if (what !== 'reset' || email === undefined) {
    console.error('There is: npm run admin -- reset EMAIL');
    process.exitCode = 1;
  } else {
    const code = await operatorCode(owner, email.trim().toLowerCase());
    if (code === undefined) {
      console.error(`No account has the email ${email}.`);
      process.exitCode = 1;
    } else {
      console.log(
        `${code}\nIt holds for a day and for once, at /reset. Give it to nobody but the owner of ${email}.`,
      );
    }
  }
} finally {
  await owner.destroy();
}
