// npm run demo:team -- 1000 [DAYS]: a coach with so many athletes who have logged so many days (two years unless said), in the house of MAUL_HOME.
import { join, resolve } from 'node:path';
import { runAdmin, withDatabase } from './house.mjs';
import { OperatorError } from './postgres.mjs';
import { ensureBuild, ensureModules, root } from './project.mjs';

const home = resolve(process.env.MAUL_HOME ?? join(root, '.maul'));
try {
  ensureModules();
  ensureBuild();
  const [athletes = '1000', days = '730'] = process.argv.slice(2);
  if (!/^[1-9]\d{0,3}$/.test(athletes) || !/^[1-9]\d{0,3}$/.test(days))
    throw new OperatorError('npm run demo:team -- ATHLETES [DAYS], each a number up to 9,999.');
  console.log(
    `Making ${athletes} athletes with ${days} days each; 1,000 with two years take about ten minutes and 15 GB …`,
  );
  console.log(await withDatabase(home, (owner) => runAdmin('team', owner, athletes, days)));
} catch (error) {
  console.error(error instanceof OperatorError ? error.message : error);
  process.exitCode = 1;
}
