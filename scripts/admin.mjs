// npm run admin -- reset EMAIL: what the operator may do while the house is open.
import { spawnSync } from 'node:child_process';
import { join, resolve } from 'node:path';
import { ownerOf } from './house.mjs';
import { OperatorError } from './postgres.mjs';
import { ensureBuild, ensureModules, root } from './project.mjs';

const home = resolve(process.env.MAUL_HOME ?? join(root, '.maul'));

try {
  const MAUL_OWNER_URL = process.env.DATABASE_URL || ownerOf(home);
  ensureModules();
  ensureBuild();
  const { status } = spawnSync(
    process.execPath,
    [join(root, 'dist/server/admin.mjs'), ...process.argv.slice(2)],
    { cwd: root, stdio: 'inherit', env: { ...process.env, MAUL_OWNER_URL } },
  );
  process.exit(status ?? 1);
} catch (error) {
  console.error(error instanceof OperatorError ? error.message : error);
  process.exit(1);
}
