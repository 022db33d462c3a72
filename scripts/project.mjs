// What every script needs to know about the project: where it is, whether its packages and its build are current.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { OperatorError } from './postgres.mjs';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

const hash = (parts) => {
  const sum = createHash('sha256');
  for (const part of parts) sum.update(part);
  return sum.digest('hex');
};

const read = (file) => (existsSync(file) ? readFileSync(file, 'utf8') : '');

/** Installs the npm packages that the lock file names, when they are not there as it names them. */
export const ensureModules = (say = console.log) => {
  const stamp = join(root, 'node_modules/.maul-lock');
  const wanted = hash([read(join(root, 'package-lock.json'))]);
  if (read(stamp) === wanted) return;
  say('Installing npm packages, about a minute …');
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    encoding: 'utf8',
  });
  if (done.status !== 0) throw new OperatorError(`npm ci failed:\n${done.stdout}${done.stderr}`);
  writeFileSync(stamp, wanted);
};

function* filesIn(dir) {
  for (const entry of readdirSync(dir, { withFileTypes: true }).sort((a, b) =>
    a.name.localeCompare(b.name),
  )) {
    const path = join(dir, entry.name);
    if (entry.isDirectory()) yield* filesIn(path);
    else if (!/\.test\.tsx?$/.test(entry.name)) yield path;
  }
}

/** A digest of everything that the build is made from. */
const sources = () => {
  const parts = ['package-lock.json', 'scripts/build.mjs', 'web/index.html', 'web/vite.config.ts'].map((f) =>
    read(join(root, f)),
  );
  for (const dir of ['core/src', 'contract/src', 'server/src', 'web/src', 'web/public'])
    if (existsSync(join(root, dir)) && statSync(join(root, dir)).isDirectory())
      for (const file of filesIn(join(root, dir))) parts.push(file.slice(root.length), readFileSync(file));
  return hash(parts);
};

/** Builds web and server when a source changed since the last build. */
export const ensureBuild = (say = console.log) => {
  const stamp = join(root, 'dist/.stamp');
  const wanted = sources();
  if (read(stamp) === wanted) return;
  say('Building …');
  const done = spawnSync(process.execPath, [join(root, 'scripts/build.mjs')], {
    cwd: root,
    encoding: 'utf8',
  });
  if (done.status !== 0) throw new OperatorError(`The build failed:\n${done.stdout}${done.stderr}`);
  writeFileSync(stamp, wanted);
};
