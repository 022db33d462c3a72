/** For who computes elsewhere: reads a file of days, prints what they tell. */
import { readFileSync } from 'node:fs';
import { estimateFrom } from './body/index.ts';

const [file] = process.argv.slice(2);
try {
  if (file === undefined) throw new Error('Say which: npm run --silent estimate -- FILE.json');
  let given: unknown;
  try {
    given = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    const why = error instanceof SyntaxError ? `is no JSON: ${error.message}` : 'cannot be read.';
    throw new Error(`${file} ${why}`, { cause: error });
  }
  console.log(JSON.stringify(estimateFrom(given)));
} catch (error) {
  console.error(error instanceof Error ? error.message : String(error));
  process.exitCode = 1;
}
