// npm run siege -- upgrade [--from REVISION]: an older Maul, built from the project's history, and this one beside it on one database, while athletes write and a
// browser holds the older application and what it could not send; then this one alone, in the older one's place.
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { Agent } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { chromium } from 'playwright-core';
import { v7 as uuidv7 } from 'uuid';
import { linksOf, openHouse, ownerOf } from './house.mjs';
import { chromiumPath, freePort, until } from './postgres.mjs';
import { ensureBuild, root } from './project.mjs';

const WRITERS = 8;
/** Both versions answer for so long, ms. */
const BESIDE_MS = 8000;
/** Writes go on by themselves within so long when the house is started anew, ms. */
const BACK_MS = 60_000;
const MIGRATIONS = 'server/src/platform/db/migrations';

const sleep = (ms) => new Promise((done) => setTimeout(done, ms));
const git = (...args) => {
  const { status, stdout, stderr } = spawnSync('git', args, { cwd: root, encoding: 'utf8' });
  if (status !== 0) throw new Error(`git ${args[0]}: ${stderr.trim()}`);
  return stdout.trim();
};
/** The version before the database's newest step: what ran last before this one can be no younger in its database. */
const before = () => {
  const newest = readdirSync(join(root, MIGRATIONS))
    .filter((name) => /^\d{4}_/.test(name))
    .sort()
    .at(-1);
  return `${git('log', '-1', '--diff-filter=A', '--format=%H', '--', `${MIGRATIONS}/${newest}`)}^`;
};

/** `npm start` of a checkout; ended like by Ctrl-C. */
const startIn = (checkout, env) => {
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    cwd: checkout,
    env,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  const over = new Promise((done) => child.once('exit', done));
  return {
    stop: async () => {
      if (child.exitCode === null) child.kill('SIGTERM');
      await over;
    },
  };
};
const answers = (address) =>
  fetch(`${address}/api/health`).then(
    (answer) => answer.ok,
    () => false,
  );
/** The script that a page begins with, by which two builds are told apart. */
const scriptOf = (html) => /<script[^>]* src="([^"]+)"/.exec(html)?.[1] ?? '';

export const upgradeUnderWay = async ({ from }) => {
  const home = mkdtempSync(join(tmpdir(), 'maul-upgrade-'));
  chmodSync(home, 0o755);
  const checkout = join(home, 'older');
  const [port, port2] = [await freePort(), await freePort()];
  const [first, second] = [`http://127.0.0.1:${port}`, `http://127.0.0.1:${port2}`];
  const env = { ...process.env, MAUL_HOME: join(home, 'house'), PORT: String(port), DATABASE_URL: '' };
  let [older, beside, newer, browser] = [];
  const faults = [];
  const check = (good, text) => {
    console.log(`${good ? 'yes' : 'NO '}  ${text}`);
    if (!good) faults.push(text);
  };
  try {
    const revision = git('rev-parse', from ?? before());
    console.log(`From ${git('log', '-1', '--format=%h %s', revision)}`);
    git('worktree', 'add', '--detach', checkout, revision);
    ensureBuild();
    const script = scriptOf(readFileSync(join(root, 'dist/web/index.html'), 'utf8'));
    older = startIn(checkout, env);
    if (!(await until(() => answers(first), { tries: 6000, wait: 100 })))
      throw new Error('The older Maul did not start.');

    process.env.MAUL_ADDRESS = first;
    const { newAthlete, today } = await import('./bench-kit.mjs');
    const agent = new Agent({ keepAlive: true, maxSockets: 2 });
    const athletes = [];
    for (let i = 0; i < WRITERS; i += 1) athletes.push(await newAthlete(agent));
    agent.destroy();

    // Athletes who write, each note again until it is acknowledged, at whichever server of the house they come to.
    let [writing, houses] = [true, [first]];
    const acknowledged = new Map();
    const refused = [];
    let [lastAt, pause] = [Date.now(), 0];
    const write = async ({ id: athleteId, cookie }) => {
      for (let i = 0; writing; i += 1) {
        const id = uuidv7();
        const body = JSON.stringify({
          base: 0,
          day: today(),
          mealId: null,
          text: `note ${i}`,
          deleted: false,
        });
        for (let tries = 0; writing; tries += 1) {
          const at = houses[(i + tries) % houses.length];
          const answer = await fetch(`${at}/api/athletes/${athleteId}/notes/${id}`, {
            method: 'PUT',
            headers: { cookie, 'sec-fetch-site': 'same-origin', 'content-type': 'application/json' },
            body,
          }).catch(() => undefined);
          if (answer?.ok) {
            pause = Math.max(pause, Date.now() - lastAt);
            lastAt = Date.now();
            acknowledged.set(id, at);
            break;
          }
          if (answer && answer.status < 500 && answer.status !== 429) {
            refused.push(`${answer.status} ${await answer.text()}`);
            break;
          }
          await sleep(100);
        }
        await sleep(30);
      }
    };
    const work = Promise.all(athletes.map(write));

    // A browser with the older application, kept whole on the device.
    const { newAthlete: another } = await import('./bench-kit.mjs');
    const mine = await another(new Agent({ maxSockets: 1 }));
    browser = await chromium.launch({ executablePath: chromiumPath(), args: ['--no-sandbox'] });
    const context = await browser.newContext({ locale: 'en-GB', timezoneId: 'UTC' });
    await context.addCookies([
      { name: 'maul_session', value: mine.token, url: first, httpOnly: true, sameSite: 'Strict' },
    ]);
    let page = await context.newPage();
    await page.goto(`${first}/today`);
    await page.getByText('The day lands on').waitFor();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await page.reload();
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
    const olderScript = scriptOf(await page.content());

    beside = await openHouse({ home: env.MAUL_HOME, port: port2, links: linksOf(env.MAUL_HOME) });
    houses = [first, second];
    pause = 0;
    const meal = (at, time) =>
      fetch(`${at}/api/athletes/${mine.id}/meals/${uuidv7()}`, {
        method: 'PUT',
        headers: { cookie: mine.cookie, 'sec-fetch-site': 'same-origin', 'content-type': 'application/json' },
        body: JSON.stringify({ base: 0, day: today(), time, zone: 'UTC', eaten: false, deleted: false }),
      });
    await meal(second, '13:37');
    const shown = await page
      .getByText('13:37')
      .first()
      .waitFor({ timeout: 20_000 })
      .then(
        () => true,
        () => false,
      );
    check(shown, 'a page of the older version shows at once what came through the newer one');
    await sleep(BESIDE_MS);
    const through = [...acknowledged.values()];
    check(
      [first, second].every((at) => through.filter((a) => a === at).length > 20),
      `both versions take writes beside each other (${through.filter((a) => a === second).length} by the newer), ${pause} ms at most without one`,
    );

    // The wire is cut: what is entered waits on the device, in the older application's store.
    await context.setOffline(true);
    await page.goto(`${first}/morning`);
    await page.getByLabel('Weight, kg').fill('71.3');
    await page.getByRole('button', { name: /^(Keep|Replace)$/ }).click();
    await page.locator('.saving').waitFor();
    await sleep(1500);

    // The house is upgraded: the older one ends, this one opens it.
    await beside.stop();
    houses = [first];
    await older.stop();
    lastAt = Date.now();
    pause = 0;
    newer = startIn(root, env);
    const open = await until(() => answers(first), { tries: BACK_MS / 100, wait: 100 });
    const since = acknowledged.size;
    const back = open && (await until(() => acknowledged.size > since + WRITERS, { tries: 200, wait: 100 }));
    check(back && pause < BACK_MS, `writes go on by themselves, ${pause} ms without one`);

    await context.setOffline(false);
    await page.goto(`${first}/today`);
    await page.getByText('The day lands on').waitFor();
    check(scriptOf(await page.content()) === olderScript, 'the older application opens from the device');
    const owner = new pg.Client({ connectionString: ownerOf(env.MAUL_HOME) });
    await owner.connect();
    const weights = async () =>
      (await owner.query('select kg::float as kg from weigh_in where athlete_id = $1', [mine.id])).rows.map(
        (row) => row.kg,
      );
    const sent = await until(async () => (await weights()).length > 0, { tries: 300, wait: 100 });
    check(
      sent && (await weights()).join() === '71.3',
      'what the older application could not send is in the newer house, once',
    );
    const told = await page
      .getByText(/A newer Maul is on this device/)
      .first()
      .waitFor({ timeout: 60_000 })
      .then(
        () => true,
        () => false,
      );
    check(told, 'the older application says that a newer one is there');
    const take = page.getByRole('button', { name: 'Use it now' });
    if (await take.isVisible()) await take.click();
    else {
      // An older one is left by closing its last page.
      await page.close();
      page = await context.newPage();
      await page.goto(`${first}/today`);
    }
    const taken = await until(async () => scriptOf(await page.content().catch(() => '')) === script, {
      tries: 200,
      wait: 100,
    });
    check(taken, 'it is left with one press, or by closing its page, and is this one');
    await page.getByText('The day lands on').waitFor();
    await context.setOffline(true);
    await page.goto(`${first}/morning`);
    const shownThere = async () =>
      `${await page.innerText('body')} ${await page
        .getByLabel('Weight, kg')
        .inputValue({ timeout: 500 })
        .catch(() => '')}`;
    const kept = await until(async () => (await shownThere()).includes('71.3'), { tries: 30, wait: 500 });
    check(kept, 'without a network it opens, and what the older one kept is there');

    writing = false;
    await work;
    const { rows } = await owner.query('select id from note where athlete_id = any($1)', [
      athletes.map((a) => a.id),
    ]);
    await owner.end();
    const there = new Set(rows.map((row) => row.id));
    const lost = [...acknowledged.keys()].filter((id) => !there.has(id)).length;
    check(
      lost === 0 && refused.length === 0,
      `${acknowledged.size} writes acknowledged, ${lost} lost, ${refused.length} refused${refused.length > 0 ? `: ${refused[0]}` : ''}`,
    );
  } catch (error) {
    console.error(error);
    faults.push(String(error));
  } finally {
    await browser?.close();
    await beside?.stop().catch(() => undefined);
    await newer?.stop();
    await older?.stop();
    spawnSync('git', ['worktree', 'remove', '--force', checkout], { cwd: root });
    rmSync(home, { recursive: true, force: true });
  }
  return faults.length === 0;
};
