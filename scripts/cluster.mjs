// npm run cluster [-- --port 25000 --networks --demo]: a rehearsal of a house of several servers, on loopback, until it is ended.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { openCluster } from './cluster/house.mjs';
import { OperatorError } from './postgres.mjs';

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '25000' },
    networks: { type: 'boolean', default: false },
    demo: { type: 'boolean', default: false },
  },
});

const folder = mkdtempSync(join(tmpdir(), 'maul-cluster-'));
try {
  const house = await openCluster({
    folder,
    first: Number(values.port),
    networks: values.networks,
    demo: values.demo,
  });
  console.log(
    `Maul is at ${house.address}: two servers, database pg${await house.primary()} is primary. Ctrl-C ends it.`,
  );
  await new Promise((done) => {
    for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, done);
  });
  await house.close();
} catch (error) {
  console.error(error instanceof OperatorError ? error.message : error);
  process.exitCode = 1;
} finally {
  if (process.exitCode !== 1) rmSync(folder, { recursive: true, force: true });
}
process.exit();
