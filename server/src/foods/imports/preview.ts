import type { ImportOptions, ImportPreview, ImportReject } from '@maul/contract/foods';
import { amountsOf } from '@maul/core/nutrition';
import { rejectOf, take } from './candidate.ts';
import { FileFault } from './lines.ts';
import { columnWord } from './own.ts';
import { mainFile, readFoods } from './read.ts';
import { formatOf, headOf, type SourceFile } from './source.ts';

/** A preview looks at so many foods. */
const LOOK = 300;
const SHOWN = 12;

/** Which encoding the start of a file is written in, and at which line it stops being UTF-8. */
export const encodingOf = (head: Buffer): { encoding: ImportOptions['encoding']; line?: number } => {
  if (head[0] === 0xff && head[1] === 0xfe) return { encoding: 'utf-16le' };
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let line = 1;
  for (let at = 0; at < head.length;) {
    const end = head.indexOf(10, at);
    const stop = end < 0 ? head.length : end + 1;
    // The very end may cut a letter in two.
    if (end < 0 && head.length >= 200_000) break;
    try {
      decoder.decode(head.subarray(at, stop));
    } catch {
      return { encoding: 'windows-1252', line };
    }
    line += 1;
    at = stop;
  }
  return { encoding: 'utf-8' };
};

const figure = (value: number | undefined, unit: string): string =>
  value === undefined ? `? ${unit}` : `${Math.round(value * 10) / 10} ${unit}`;

/** Reads the start of a file and says what it would become. `known` tells which of some keys an earlier import holds already. */
export const previewOf = async (
  files: readonly SourceFile[],
  wanted: ImportOptions | null,
  known: (keys: string[]) => Promise<Set<string>>,
): Promise<ImportPreview> => {
  const warnings: string[] = [];
  const first = files.find((f) => /\.(csv|json)$/i.test(f.name)) ?? files[0];
  if (!first) throw new FileFault('The ZIP holds no file.');
  let options = wanted;
  if (options === null) {
    const named = await headOf(first);
    const format = formatOf(files, new TextDecoder('utf-8').decode(named));
    const main = format === 'fdc-csv' ? first : mainFile(files, format);
    const { encoding, line } = encodingOf(await headOf(main));
    if (encoding === 'windows-1252')
      warnings.push(
        `The file is not UTF-8 (first on line ${line ?? 1}), so it is read as Windows-1252. Check the letters in the names below.`,
      );
    if (encoding === 'utf-16le') warnings.push('The file is written in UTF-16.');
    options = { format, encoding, mapping: {} };
  }
  const stated = new Map<string, { as: string | null; stated: number }>();
  let header: string[] = [];
  const mapping = options.mapping;
  const rejects: ImportReject[] = [];
  const foods: ImportPreview['foods'] = [];
  const keys: string[] = [];
  let looked = 0;
  const reading = readFoods(files, options, {
    most: LOOK,
    onHeader: (columns) => {
      header = columns;
      for (const column of columns) stated.set(column, { as: columnWord(column, mapping), stated: 0 });
    },
    onCells: (cells) =>
      cells.forEach((cell, i) => {
        const known = stated.get(header[i] ?? '');
        if (known && cell.trim() !== '') known.stated += 1;
      }),
    onNutrient: (column, as) => {
      const known = stated.get(column) ?? { as, stated: 0 };
      known.stated += 1;
      stated.set(column, known);
    },
  });
  try {
    for await (const read of reading) {
      looked += 1;
      const taken = read.candidate ? take(read.candidate) : { reason: read.reason ?? 'It cannot be read.' };
      if ('reason' in taken) rejects.push(rejectOf(read, taken.reason));
      else {
        keys.push(taken.food.key);
        if (foods.length < SHOWN) {
          const { ENERC, PROCNT, CARB, FAT } = amountsOf(
            taken.food.per100g,
            taken.food.per100g.CHOAVLDF === undefined ? 'total' : 'available',
          );
          foods.push({
            line: read.line,
            name: taken.food.name,
            state: taken.food.state,
            figures: `${figure(ENERC, 'kcal')}, P ${figure(PROCNT, 'g')}, C ${figure(CARB, 'g')}, F ${figure(FAT, 'g')}`,
          });
        }
      }
      if (looked >= LOOK) break;
    }
  } catch (error) {
    if (!(error instanceof FileFault) || looked === 0) throw error;
    warnings.push(error.message);
  }
  const inFile = keys.length - new Set(keys).size;
  const earlier = await known([...new Set(keys)]);
  if (options.format === 'own-csv' && ![...stated.values()].some((c) => c.as === 'name'))
    warnings.push('No column is read as the name of the food: choose one below, or nothing can be taken.');
  if (rejects.some((r) => r.reason.startsWith('A quotation mark')))
    warnings.push(
      'A quotation mark is opened and not closed; those lines are left out, all others are read.',
    );
  return {
    options,
    columns: [...stated].map(([column, c]) => ({ column, ...c })).slice(0, 200),
    foods,
    looked,
    duplicates: inFile + earlier.size,
    rejects: rejects.slice(0, 50),
    warnings,
  };
};
