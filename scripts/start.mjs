// npm start: installs what is missing, builds, opens the house, and ends everything it started on Ctrl-C.
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { freshen, openAt, openHouse } from './house.mjs';
import { ensurePackages, OperatorError } from './postgres.mjs';
import { ensureBuild, ensureModules, root } from './project.mjs';

const home = resolve(process.env.MAUL_HOME ?? join(root, '.maul'));
const runFile = join(home, 'run.json');
const DEFAULT_PORT = 4180;

const portFree = (port) =>
  new Promise((done) => {
    const probe = createServer();
    probe.on('error', () => done(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => done(true)));
  });

const choosePort = async () => {
  if (process.env.PORT) {
    const port = Number(process.env.PORT);
    if (!Number.isInteger(port) || port < 1 || port > 65535)
      throw new OperatorError(`PORT=${process.env.PORT} is not a port.`);
    if (!(await portFree(port)))
      throw new OperatorError(`Port ${port} is in use. Choose another: PORT=4181 npm start`);
    return port;
  }
  for (let port = DEFAULT_PORT; port < DEFAULT_PORT + 50; port += 1) if (await portFree(port)) return port;
  throw new OperatorError('No free port was found from 4180 on. Choose one: PORT=5000 npm start');
};

let house;
let running = false;
let stopping = false;
const stop = async (code) => {
  if (stopping) return;
  stopping = true;
  await house?.stop().catch((error) => console.error(error.message));
  // A start that was refused leaves the running one's file alone.
  if (running) rmSync(runFile, { force: true });
  process.exit(code);
};
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

try {
  mkdirSync(home, { recursive: true });
  const address = openAt(home);
  if (address !== undefined)
    throw new OperatorError(`Maul is running already at ${address}. npm stop ends it.`);
  ensurePackages();
  ensureModules();
  ensureBuild();
  const port = await choosePort();
  running = true;
  writeFileSync(runFile, JSON.stringify({ pid: process.pid, address: `http://127.0.0.1:${port}` }));
  if (process.argv.includes('--fresh')) await freshen(home);
  house = await openHouse({
    home,
    port,
    gaveUp: (why) => {
      console.error(
        `${why} What was said is in ${join(home, 'server.log')} and ${join(home, 'postgres.log')}.`,
      );
      void stop(1);
    },
  });
  if (stopping) await house.stop();
  if (house.said) console.log(house.said);
  if (house.demo) {
    console.log(`Demo (invented people), password "${house.demo.password}":`);
    for (const person of house.demo.people) console.log(`  ${person.role.padEnd(7)} ${person.email}`);
  }
  console.log(`Maul is at ${house.address}`);
} catch (error) {
  console.error(error instanceof OperatorError ? error.message : error);
  await stop(1);
}
