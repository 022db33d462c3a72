import type { ImportFormat, ImportOptions } from '@maul/contract/foods';
import { readGtin } from '@maul/core/foods';
import { readFdcJson, type OnNutrient } from './fdc.ts';
import { MOST_FOODS, readFdcCsv } from './fdcCsv.ts';
import { decoded, elementsOf, FileFault, linesOf, recordsOf, type Bytes } from './lines.ts';
import { readOwnCsv, readOwnJson, type Read } from './own.ts';
import type { SourceFile } from './source.ts';

export interface Watch {
  onHeader?: (columns: string[]) => void;
  onCells?: (cells: readonly string[]) => void;
  onNutrient?: OnNutrient;
  onBytes?: (bytes: number) => void;
  /** No more foods than this are wanted. */
  most?: number;
}

async function* counted(bytes: Bytes, onBytes: ((bytes: number) => void) | undefined) {
  for await (const chunk of bytes) {
    onBytes?.(chunk.length);
    yield chunk;
  }
}

const valid = (code: string): boolean => readGtin(code).ok;

/** The one file of a format that is one file; the largest fitting one of a ZIP. */
export const mainFile = (files: readonly SourceFile[], format: ImportFormat): SourceFile => {
  const ending = format === 'own-csv' ? '.csv' : '.json';
  const fitting = files.filter((f) => files.length === 1 || f.name.toLowerCase().endsWith(ending));
  const largest = fitting.reduce<SourceFile | undefined>(
    (best, f) => (!best || f.bytes > best.bytes ? f : best),
    undefined,
  );
  if (!largest) throw new FileFault(`The ZIP holds no ${ending} file.`);
  return largest;
};

/** Walks a file of foods in any of the formats, one food at a time. Throws FileFault when the file as a whole cannot be read. */
export async function* readFoods(
  files: readonly SourceFile[],
  options: ImportOptions,
  watch: Watch = {},
): AsyncGenerator<Read> {
  const { format, encoding, mapping } = options;
  if (format === 'fdc-csv') {
    const watched = files.map((f) => ({
      ...f,
      open: async () => counted(await f.open(), watch.onBytes),
    }));
    yield* readFdcCsv(watched, encoding, valid, watch.onNutrient, watch.most ?? MOST_FOODS);
    return;
  }
  const file = mainFile(files, format);
  const texts = decoded(counted(await file.open(), watch.onBytes), encoding);
  if (format === 'own-csv') {
    const records = recordsOf(linesOf(texts));
    for await (const { cells, ...read } of readOwnCsv(
      records,
      mapping,
      file.name,
      watch.onHeader ?? (() => undefined),
    )) {
      if (cells) watch.onCells?.(cells);
      yield read;
    }
    return;
  }
  for await (const element of elementsOf(texts))
    yield format === 'own-json'
      ? readOwnJson(element, file.name)
      : readFdcJson(element, valid, watch.onNutrient);
}

/** How many bytes a whole reading goes through, for its progress. */
export const bytesToRead = (files: readonly SourceFile[], format: ImportFormat): number =>
  format === 'fdc-csv'
    ? files.reduce(
        // food.csv is walked twice.
        (sum, f) =>
          sum +
          (/^(food|nutrient|food_nutrient|measure_unit|food_portion|branded_food)\.csv$/i.test(f.name)
            ? f.bytes * (f.name.toLowerCase() === 'food.csv' ? 2 : 1)
            : 0),
        0,
      )
    : mainFile(files, format).bytes;
