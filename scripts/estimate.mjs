// npm run --silent estimate -- FILE.json: expenditure and weight day by day, from days that another program kept.
import { spawnSync } from 'node:child_process';
import { join, resolve } from 'node:path';
import { OperatorError } from './postgres.mjs';
import { ensureBuild, ensureModules, root } from './project.mjs';

try {
  // What it prints is read by a program: everything else is said beside it.
  ensureModules(console.error);
  ensureBuild(console.error);
  const files = process.argv.slice(2).map((file) => resolve(file));
  const { status } = spawnSync(process.execPath, [join(root, 'dist/server/estimate.mjs'), ...files], {
    stdio: 'inherit',
  });
  process.exitCode = status ?? 1;
} catch (error) {
  console.error(error instanceof OperatorError ? error.message : error);
  process.exitCode = 1;
}
