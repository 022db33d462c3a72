import type { PoolClient } from 'pg';
import { from as copyFrom } from 'pg-copy-streams';
import { finished } from 'node:stream/promises';
import type { TakenFood } from './candidate.ts';

const ESCAPES: Readonly<Record<string, string>> = { '\\': '\\\\', '\t': '\\t', '\n': '\\n', '\r': '\\r' };
// PostgreSQL's text holds no zero byte, and its JSON none written as an escape.
const cell = (value: string | null): string =>
  value === null
    ? '\\N'
    : value
        .replaceAll('\0', '')
        .replaceAll('\\u0000', '')
        .replace(/[\\\t\n\r]/g, (c) => ESCAPES[c] ?? c);

export const COPY_COLUMNS =
  'athlete_id, import_id, n, key, name, state, per100g, measures, details, source, remark, code, search';

/** One food as a line of COPY in text format. */
export const copyLine = (athleteId: string, importId: string, n: number, food: TakenFood): string =>
  [
    athleteId,
    importId,
    String(n),
    food.key,
    food.name,
    food.state,
    JSON.stringify(food.per100g),
    JSON.stringify(food.measures),
    JSON.stringify(food.details),
    food.source,
    food.remark,
    food.code,
    food.search,
  ]
    .map(cell)
    .join('\t') + '\n';

/** Adds foods to the imported ones by COPY, within the client's transaction. */
export const copyFoods = async (client: PoolClient, lines: string): Promise<void> => {
  if (lines === '') return;
  const stream = client.query(copyFrom(`copy food_imported (${COPY_COLUMNS}) from stdin`));
  stream.end(lines);
  await finished(stream);
};
