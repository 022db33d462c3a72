import { expect, test } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

test('killed six times while athletes write: no acknowledged write is lost or doubled, and writes go on', () => {
  const { stdout, stderr, status } = spawnSync(
    process.execPath,
    ['scripts/siege.mjs', '--kills', '6', '--writers', '10', '--seed', '2'],
    { cwd: join(import.meta.dirname, '..'), encoding: 'utf8' },
  );
  expect(`${stdout}${stderr}`).toMatch(
    /6 kills under 10 writers: \d+ writes acknowledged, 0 lost, 0 doubled, 0 changed/,
  );
  expect(status).toBe(0);
});
