import type { ImportOptions, Measure } from '@maul/contract/foods';
import Papa from 'papaparse';
import { stateInName } from './candidate.ts';
import {
  brandedBasis,
  brandedServing,
  fdcCode,
  fdcDate,
  fdcFigures,
  sourceOf,
  type OnNutrient,
} from './fdc.ts';
import { decoded, FileFault, linesOf, recordsOf } from './lines.ts';
import { FDC_NUMBERS } from './nutrients.ts';
import type { Read } from './own.ts';
import type { SourceFile } from './source.ts';

/** The kinds of rows in food.csv that are foods; the rest are samples and market acquisitions behind them. */
const KINDS: Readonly<Record<string, string>> = {
  foundation_food: 'Foundation',
  sr_legacy_food: 'SR Legacy',
  survey_fndds_food: 'Survey (FNDDS)',
  branded_food: 'Branded',
};
/** Statements are held by food while the two tables are joined: no more foods than this at once. */
export const MOST_FOODS = 600_000;

/** Rows of the tables of nutrients and units; published are some hundreds. */
const MOST_NAMES = 5000;
/** Statements and measures that one food may have; published are at most some two hundred. */
const MOST_STATED = 400;
const MOST_MEASURES = 20;
/** A number of the download, of a food or a nutrient. A longer one is none of its own, and would hold memory. */
const isId = (id: string | undefined): id is string => id !== undefined && /^\d{1,12}$/.test(id);
/** A short text of its own: a part of a line would keep the whole line in memory. */
const own = (text: string | undefined, most = 120): string =>
  Buffer.from((text ?? '').slice(0, most)).toString();

/** Rows of a long table that a preview reads. */
const PREVIEW_ROWS = 100_000;

type Row = Record<string, string>;

/** The rows of one CSV of the download, by the names in its first line; no more than `most` of them. */
async function* rowsOf(file: SourceFile, encoding: ImportOptions['encoding'], most = Infinity) {
  let header: string[] | undefined;
  let count = 0;
  for await (const { line, text, broken } of recordsOf(linesOf(decoded(await file.open(), encoding)))) {
    if (text === '' || broken) continue;
    const cells = Papa.parse<string[]>(text, { delimiter: ',' }).data[0] ?? [];
    if (header === undefined) header = cells.map((c) => c.replace(/^\uFEFF/, '').trim());
    else {
      const row: Row = {};
      header.forEach((name, i) => (row[name] = cells[i] ?? ''));
      yield { line, row };
      count += 1;
      if (count >= most) return;
    }
  }
}

const need = (files: readonly SourceFile[], name: string): SourceFile => {
  const found = files.find((f) => f.name.toLowerCase() === name);
  if (!found) throw new FileFault(`The download lacks ${name}, without which its foods cannot be read.`);
  return found;
};
const maybe = (files: readonly SourceFile[], name: string): SourceFile | undefined =>
  files.find((f) => f.name.toLowerCase() === name);

/** Each food's own table of small texts, by fdc_id. */
const byFood = async <T>(
  file: SourceFile | undefined,
  encoding: ImportOptions['encoding'],
  read: (row: Row) => T | undefined,
  most: number,
): Promise<Map<string, T[]>> => {
  const out = new Map<string, T[]>();
  if (!file) return out;
  for await (const { row } of rowsOf(file, encoding, most)) {
    const value = read(row);
    const id = row.fdc_id;
    if (value === undefined || !isId(id)) continue;
    const list = out.get(id);
    if (!list) out.set(id, [value]);
    else if (list.length < MOST_MEASURES) list.push(value);
  }
  return out;
};

/**
 * Reads FoodData Central's CSV download: the statements of food_nutrient.csv are gathered by food, then food.csv is walked. `most` foods at
 * once; a preview asks for few.
 */
export async function* readFdcCsv(
  files: readonly SourceFile[],
  encoding: ImportOptions['encoding'],
  valid: (code: string) => boolean,
  onNutrient?: OnNutrient,
  most = MOST_FOODS,
): AsyncGenerator<Read> {
  // A preview looks at the first rows of the long tables: those of the first foods stand there.
  const rows = most === MOST_FOODS ? Infinity : PREVIEW_ROWS;
  const nutrients = new Map<string, { number: string; name: string; unit: string }>();
  for await (const { row } of rowsOf(need(files, 'nutrient.csv'), encoding, MOST_NAMES))
    if (isId(row.id))
      nutrients.set(row.id, {
        number: own(row.nutrient_nbr, 12).replace(/\.0$/, ''),
        name: own(row.name),
        unit: own(row.unit_name, 20),
      });
  const wanted = new Set<string>();
  for await (const { row } of rowsOf(need(files, 'food.csv'), encoding)) {
    if (KINDS[row.data_type ?? ''] === undefined) continue;
    if (wanted.size >= most) {
      if (most === MOST_FOODS)
        throw new FileFault(
          `The download holds more than ${MOST_FOODS.toLocaleString('en-GB')} foods, which is the limit in CSV. Import its JSON file instead.`,
        );
      break;
    }
    if (isId(row.fdc_id)) wanted.add(row.fdc_id);
  }
  const stated = new Map<string, string[]>();
  for await (const { row } of rowsOf(need(files, 'food_nutrient.csv'), encoding, rows)) {
    const id = row.fdc_id ?? '';
    if (!wanted.has(id) || row.amount === undefined || row.amount === '') continue;
    const nutrient = nutrients.get(row.nutrient_id ?? '');
    if (!nutrient) continue;
    if (FDC_NUMBERS[nutrient.number] === undefined) {
      onNutrient?.(`${nutrient.name}, ${nutrient.unit}`, null);
      continue;
    }
    const list = stated.get(id);
    const entry = `${row.nutrient_id ?? ''}\t${Number(row.amount)}`;
    if (!list) stated.set(id, [entry]);
    else if (list.length < MOST_STATED) list.push(entry);
  }
  const units = new Map<string, string>();
  const unitFile = maybe(files, 'measure_unit.csv');
  if (unitFile)
    for await (const { row } of rowsOf(unitFile, encoding, MOST_NAMES))
      if (isId(row.id)) units.set(row.id, own(row.name));
  const portions = await byFood<Measure>(
    maybe(files, 'food_portion.csv'),
    encoding,
    (row) => {
      if (!wanted.has(row.fdc_id ?? '')) return undefined;
      const [grams, count] = [Number(row.gram_weight), Number(row.amount) || 1];
      const unit = units.get(row.measure_unit_id ?? '');
      const name = own(
        [unit === 'undetermined' ? '' : unit, own(row.modifier), own(row.portion_description)]
          .filter((t) => t !== undefined && t !== '')
          .join(', '),
        60,
      );
      return grams > 0 && name !== ''
        ? { name, grams: Number((grams / count).toPrecision(6)), spread: null }
        : undefined;
    },
    rows,
  );
  const branded = await byFood(
    maybe(files, 'branded_food.csv'),
    encoding,
    (row) =>
      wanted.has(row.fdc_id ?? '')
        ? {
            gtin: own(row.gtin_upc, 30),
            size: Number(row.serving_size),
            unit: own(row.serving_size_unit, 20),
            household: own(row.household_serving_fulltext),
          }
        : undefined,
    rows,
  );
  for await (const { line, row } of rowsOf(need(files, 'food.csv'), encoding)) {
    const id = row.fdc_id ?? '';
    const type = KINDS[row.data_type ?? ''];
    if (type === undefined) continue;
    if (!isId(id)) continue;
    if (!wanted.has(id)) return;
    const { figures, remark } = fdcFigures(
      (stated.get(id) ?? []).map((entry) => {
        const [nutrientId = '', amount = ''] = entry.split('\t');
        return {
          ...(nutrients.get(nutrientId) ?? { number: '', name: '', unit: '' }),
          amount: Number(amount),
        };
      }),
      onNutrient,
    );
    const brand = branded.get(id)?.[0];
    const serving = brandedServing({
      servingSize: brand?.size ?? null,
      servingSizeUnit: brand?.unit,
      household: brand?.household,
      kcalPer100: figures.ENERC,
    });
    const name = row.description ?? '';
    yield {
      line,
      what: name,
      candidate: {
        name,
        state: stateInName(name),
        figures,
        basis: brand ? brandedBasis(brand.unit) : { kind: '100 g' },
        measures: brand ? serving.measures : (portions.get(id) ?? []).slice(0, 20),
        details: { label: serving.label, sourceDate: fdcDate(row.publication_date) as never },
        code: fdcCode(brand?.gtin, valid),
        source: sourceOf(type, id),
        remark,
      },
    };
  }
}
