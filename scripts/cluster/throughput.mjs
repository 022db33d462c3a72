// What a cluster writes beside a single house, on the same machine: athletes of the same number write as fast as each is answered.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, chmodSync, rmSync } from 'node:fs';
import { Agent } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { openHouse } from '../house.mjs';
import { freePort } from '../postgres.mjs';
import { openCluster } from './house.mjs';

const SECONDS = 8;
const ROUNDS = 5;
const LANES = 32;
/** The part of a single house's writes that a cluster keeps at least. */
const BAR = 0.8;

/** Writes a second of a house, told by a process of its own. */
const writesOf = (house, athletes) => {
  const child = spawnSync(process.execPath, [fileURLToPath(import.meta.url), 'measure', String(athletes)], {
    env: { ...process.env, MAUL_ADDRESS: house.address, MAUL_OWNER: house.owner },
    encoding: 'utf8',
  });
  const rate = Number(child.stdout);
  if (child.status !== 0 || !(rate > 0)) throw new Error(`the writes broke: ${child.stderr}`);
  return rate;
};

/** Measures both in turn, so that what else the machine does meets both, and closes them. True where the cluster holds the bar. */
export const compareThroughput = async ({ athletes, say = console.log }) => {
  const folder = mkdtempSync(join(tmpdir(), 'maul-throughput-'));
  chmodSync(folder, 0o755);
  let single;
  let cluster;
  try {
    single = await openHouse({ home: join(folder, 'single'), port: await freePort() });
    cluster = await openCluster({ folder: join(folder, 'cluster'), first: 25400, say: () => undefined });
    const parts = [];
    for (let round = 1; round <= ROUNDS; round += 1) {
      const [alone, together] = [writesOf(single, athletes), writesOf(cluster, athletes)];
      parts.push(together / alone);
      say(
        `${athletes} athletes, writes a second: a single house ${Math.round(alone)}, the cluster ${Math.round(together)}`,
      );
    }
    const part = parts.sort((a, b) => a - b)[Math.floor(ROUNDS / 2)];
    say(
      `the cluster keeps ${part.toFixed(2)}x of a single house's writes, median of ${ROUNDS} rounds | at least ${BAR}x | ${part >= BAR ? 'holds' : 'short'}`,
    );
    return part >= BAR;
  } finally {
    await cluster?.close();
    await single?.stop();
    rmSync(folder, { recursive: true, force: true });
  }
};

if (process.argv[2] === 'measure') {
  const { moreAthletes, newAthlete, send, today } = await import('../bench-kit.mjs');
  const { v7: uuidv7 } = await import('uuid');
  const agent = new Agent({ keepAlive: true, maxSockets: LANES });
  const one = await newAthlete(agent);
  const athletes = await moreAthletes(one.id, Number(process.argv[3]));
  let at = 0;
  let done = 0;
  let counts = false;
  let on = true;
  const lane = async () => {
    while (on) {
      const athlete = athletes[(at += 1) % athletes.length];
      const body = { base: 0, day: today(), mealId: null, text: 'As fast as it is answered', deleted: false };
      await send(agent, 'PUT', `/api/athletes/${athlete.id}/notes/${uuidv7()}`, {
        cookie: athlete.cookie,
        body,
      });
      if (counts) done += 1;
    }
  };
  const lanes = Promise.all(Array.from({ length: LANES }, lane));
  await new Promise((warm) => setTimeout(warm, 3000));
  counts = true;
  const begun = performance.now();
  await new Promise((over) => setTimeout(over, SECONDS * 1000));
  counts = false;
  const seconds = (performance.now() - begun) / 1000;
  on = false;
  await lanes;
  agent.destroy();
  process.stdout.write(String(done / seconds));
}
