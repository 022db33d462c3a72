// npm run bench [-- NAME]: speed as ratios within one run. One line a row: name | figure | bar | holds or short.
import { fork } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensurePackages, freePort, OperatorError } from './postgres.mjs';
import { ensureBuild, ensureModules, root } from './project.mjs';

/** Which file measures which row. */
const FILES = {
  'save-portion': 'bench-client.mjs',
  'day-sheet': 'bench-client.mjs',
  'look-back': 'bench-client.mjs',
  'first-load': 'bench-client.mjs',
  'trend-place': 'bench-client.mjs',
  'year-of-targets': 'bench-season.mjs',
  'season-drag': 'bench-season.mjs',
  'peak-board': 'bench-season.mjs',
  foods: 'bench-foods.mjs',
  'scale-frames': 'bench-foods.mjs',
  fit: 'bench-day.mjs',
  'day-frames': 'bench-day.mjs',
  'quick-line': 'bench-day.mjs',
  filter: 'bench-body.mjs',
  forecast: 'bench-body.mjs',
  pictures: 'bench-body.mjs',
  'many-people': 'bench-load.mjs',
  connected: 'bench-load.mjs',
  roster: 'bench-load.mjs',
  growth: 'bench-load.mjs',
  away: 'bench-away.mjs',
  kitchen: 'bench-kitchen.mjs',
  stock: 'bench-kitchen.mjs',
};
const ROWS = Object.keys(FILES);
const only = process.argv[2];
let short = false;
let house;
const home = mkdtempSync(join(tmpdir(), 'maul-bench-'));
chmodSync(home, 0o755);

/** The client measures in a process of its own, so that it does not share the server's time. */
const measure = (name) =>
  new Promise((done, fail) => {
    const child = fork(join(root, 'scripts', FILES[name]), [name], {
      env: { ...process.env, MAUL_ADDRESS: house.address, MAUL_OWNER: house.owner, MAUL_APP: house.appUrl },
    });
    let rows;
    child.on('message', (message) => (rows = message));
    child.on('exit', (code) => (code === 0 && rows ? done(rows) : fail(new Error(`the row ${name} broke`))));
  });

const stop = async () => {
  await house?.stop();
  house = undefined;
  rmSync(home, { recursive: true, force: true });
};
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => void stop().then(() => process.exit(1)));

try {
  if (only && !ROWS.includes(only))
    throw new OperatorError(`There is no row "${only}". There are: ${ROWS.join(', ')}.`);
  const inBrowser = [
    'season-drag',
    'peak-board',
    'scale-frames',
    'fit',
    'day-frames',
    'quick-line',
    'trend-place',
    'pictures',
  ];
  ensurePackages({ chromium: !only || inBrowser.includes(only) });
  ensureModules();
  ensureBuild();
  delete process.env.DATABASE_URL;
  const { openHouse } = await import('./house.mjs');
  house = await openHouse({ home, port: await freePort() });
  for (const name of only ? [only] : ROWS)
    for (const { row, figure, bar, holds } of await measure(name)) {
      if (!holds) short = true;
      console.log(`${row} | ${figure} | ${bar} | ${holds ? 'holds' : 'short'}`);
    }
} catch (error) {
  console.error(error instanceof OperatorError ? error.message : error);
  short = true;
} finally {
  await stop();
}
process.exit(short ? 1 : 0);
