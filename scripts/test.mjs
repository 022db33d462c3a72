// npm test: checks, unit tests and browser tests; ends with the line "N passed, N failed".
import { spawn } from 'node:child_process';
import { mkdtempSync, chmodSync, existsSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensurePackages, freePort, OperatorError } from './postgres.mjs';
import { ensureBuild, ensureModules, root } from './project.mjs';

const run = (command, args, env = {}) =>
  new Promise((done) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    });
    child.on('error', () => done(1));
    child.on('exit', (code) => done(code ?? 1));
  });
/** A command, and what it said, once it has ended. */
const heard = (command, args, env = {}) =>
  new Promise((done) => {
    let said = '';
    const child = spawn(command, args, {
      cwd: root,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, ...env },
    });
    const hear = (part) => {
      said += part.toString();
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('error', (error) => done({ code: 1, said: String(error) }));
    child.on('close', (code) => done({ code: code ?? 1, said: said.trim() }));
  });
const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined);

let passed = 0;
let failed = 0;
/** Browser tests that passed at the second try. */
let unsteady = 0;
const count = (good, bad) => {
  passed += good;
  failed += bad;
};

const scratch = mkdtempSync(join(tmpdir(), 'maul-run-'));
chmodSync(scratch, 0o755);
try {
  ensurePackages({ chromium: true, tests: true });
  ensureModules();

  // Side by side, each with its words in one piece.
  const checks = ['types', 'lint', 'boundaries', 'format:check'].map(async (check) => {
    const { code, said } = await heard('npm', ['run', '--silent', check]);
    console.log(`\n— ${check}\n${said}`);
    count(code === 0 ? 1 : 0, code === 0 ? 0 : 1);
  });
  await Promise.all(checks);

  console.log('\n— unit and server tests');
  const unit = join(scratch, 'unit.json');
  const jest = [
    '--experimental-vm-modules',
    '--disable-warning=ExperimentalWarning',
    'node_modules/jest/bin/jest.js',
  ];
  const code = await run(process.execPath, [...jest, '--json', `--outputFile=${unit}`]);
  const report = read(unit);
  // A file that does not even load fails without a single test: it counts as one.
  const broken =
    report?.testResults.filter((t) => t.status === 'failed' && t.assertionResults.length === 0).length ?? 1;
  count(report?.numPassedTests ?? 0, (report?.numFailedTests ?? 0) + broken);
  if (code !== 0 && failed === 0) failed += 1;

  console.log('\n— browser tests');
  ensureBuild();
  /** Tests of one kind: counted by their report, and said in one piece. */
  const playwright = async (name, config, args = [], house = {}) => {
    const file = join(scratch, `${name}.json`);
    const env = { MAUL_E2E_REPORT: file, MAUL_E2E_NAME: name, DATABASE_URL: '', ...house };
    const { code, said } = await heard(
      'npx',
      ['playwright', 'test', '-c', `e2e/${config}.config.ts`, ...args],
      env,
    );
    console.log(`\n— ${name}\n${said}`);
    const stats = read(file)?.stats;
    count((stats?.expected ?? 0) + (stats?.flaky ?? 0), stats?.unexpected ?? 0);
    unsteady += stats?.flaky ?? 0;
    if (code !== 0 && !(stats?.unexpected > 0)) failed += 1;
  };
  /** A part of the screens of one size, in a house of its own. */
  const screens = (size, part, of) => async () => {
    const name = `${size}-${part}`;
    await playwright(name, 'playwright', ['--project', size, `--shard=${part}/${of}`], {
      MAUL_E2E_HOME: join(scratch, name),
      MAUL_E2E_PORT: String(await freePort()),
    });
  };
  // Two at a time, one for each core: whichever lane is free takes what is next.
  const waiting = [
    () => playwright('commands', 'commands'),
    ...[1, 2, 3, 4].map((part) => screens('desktop', part, 4)),
    ...[1, 2].map((part) => screens('phone', part, 2)),
  ];
  const lane = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await next();
  };
  await Promise.all([lane(), lane()]);
} catch (error) {
  console.error(error instanceof OperatorError ? error.message : error);
  failed += 1;
} finally {
  rmSync(scratch, { recursive: true, force: true });
}
if (unsteady > 0)
  console.log(`\n${unsteady} of the browser tests passed only at the second try: "flaky" above names them.`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
