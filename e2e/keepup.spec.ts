import { expect, test } from '@playwright/test';
import { closeSync, mkdtempSync, openSync, readFileSync, rmSync, statSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { keepUp } from '../scripts/keepup.mjs';
import { layAside } from '../scripts/postgres.mjs';

/** A thing that can be made to end, and a clock that stands. */
const kept = async () => {
  const state = { started: 0, stopped: 0, now: 0, waits: [] as number[], said: [] as string[], gaveUp: '' };
  let end = (): void => undefined;
  const thing = await keepUp({
    name: 'It',
    start: () => {
      state.started += 1;
      const over = new Promise<void>((done) => (end = done));
      return Promise.resolve({ over, stop: () => Promise.resolve((state.stopped += 1)) });
    },
    say: (text) => state.said.push(text),
    gaveUp: (why) => (state.gaveUp = why),
    now: () => state.now,
    wait: (ms) => Promise.resolve(void state.waits.push(ms)),
  });
  const ends = async () => {
    end();
    for (let i = 0; i < 10; i += 1) await Promise.resolve();
  };
  return { state, ends, thing };
};

test('what ends is started again, after longer and longer, and given up at the sixth time within a minute', async () => {
  const { state, ends } = await kept();
  for (let i = 0; i < 5; i += 1) await ends();
  expect(state).toMatchObject({ started: 6, waits: [200, 400, 800, 1600, 3200], gaveUp: '' });
  expect(state.said[0]).toBe('It stopped by itself; it is started again.');
  await ends();
  expect(state).toMatchObject({ started: 6, gaveUp: 'It stopped by itself 6 times within a minute.' });
});

test('what ends now and then is started again for ever', async () => {
  const { state, ends } = await kept();
  for (let i = 0; i < 40; i += 1) {
    state.now += 15_000;
    await ends();
  }
  expect(state).toMatchObject({ started: 41, gaveUp: '' });
});

test('what is stopped stays stopped', async () => {
  const { state, ends, thing } = await kept();
  await thing.stop();
  await ends();
  expect(state).toMatchObject({ started: 1, stopped: 1, said: [], gaveUp: '' });
});

test('a log that grows large while it is written to is laid aside, for its owner alone, and written on', () => {
  const home = mkdtempSync(join(tmpdir(), 'maul-log-'));
  const file = join(home, 'server.log');
  const out = openSync(file, 'a', 0o600);
  try {
    writeSync(out, 'first\n');
    layAside(file, 10);
    expect(readFileSync(file, 'utf8')).toBe('first\n');
    writeSync(out, 'second, and long enough\n');
    layAside(file, 10);
    writeSync(out, 'third\n');
    expect(readFileSync(`${file}.1`, 'utf8')).toBe('first\nsecond, and long enough\n');
    expect(statSync(`${file}.1`).mode & 0o777).toBe(0o600);
    expect(readFileSync(file, 'utf8')).toBe('third\n');
  } finally {
    closeSync(out);
    rmSync(home, { recursive: true });
  }
});
