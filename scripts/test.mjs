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
  /** Tests of one kind: counted by their report. `start` runs the command. */
  const playwright = async (name, config, more, start) => {
    const file = join(scratch, `${name}.json`);
    const env = { MAUL_E2E_REPORT: file, MAUL_E2E_NAME: name, DATABASE_URL: '', ...more.env };
    const code = await start(
      'npx',
      ['playwright', 'test', '-c', `e2e/${config}.config.ts`, ...(more.args ?? [])],
      env,
    );
    const stats = read(file)?.stats;
    count(stats?.expected ?? 0, (stats?.unexpected ?? 0) + (stats?.flaky ?? 0));
    if (code !== 0 && !(stats?.unexpected > 0)) failed += 1;
  };
  /** A house of its own for the screens of one size. */
  const screens = async (size) => ({
    args: ['--project', size],
    env: { MAUL_E2E_HOME: join(scratch, size), MAUL_E2E_PORT: String(await freePort()) },
  });
  const [desktop, phone] = [await screens('desktop'), await screens('phone')];
  // One of the two cores is free beside the screens of a desk: the commands, which mostly wait, and then those of a phone are tried there, and said
  // after them.
  const beside = [];
  const later = async (...command) => {
    const { code, said } = await heard(...command);
    beside.push(said);
    return code;
  };
  await Promise.all([
    playwright('desktop', 'playwright', desktop, run),
    (async () => {
      await playwright('commands', 'commands', {}, later);
      await playwright('phone', 'playwright', phone, later);
    })(),
  ]);
  console.log(`\n— commands and phone\n${beside.join('\n')}`);
} catch (error) {
  console.error(error instanceof OperatorError ? error.message : error);
  failed += 1;
} finally {
  rmSync(scratch, { recursive: true, force: true });
}
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
