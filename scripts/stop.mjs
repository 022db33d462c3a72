// npm stop: ends a running Maul of this folder, and whatever a killed one left behind.
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { alive, dataDirectory, endLeftover, until } from './postgres.mjs';
import { root } from './project.mjs';

const home = resolve(process.env.MAUL_HOME ?? join(root, '.maul'));
const runFile = join(home, 'run.json');
let ended = false;
if (existsSync(runFile)) {
  const { pid } = JSON.parse(readFileSync(runFile, 'utf8') || '{}');
  if (pid && alive(pid, 'start.mjs')) {
    process.kill(pid, 'SIGTERM');
    ended = await until(() => !alive(pid, 'start.mjs'));
  }
  rmSync(runFile, { force: true });
}
const leftover = await endLeftover(dataDirectory(home));
console.log(ended || leftover ? 'Maul has stopped.' : 'Maul was not running.');
