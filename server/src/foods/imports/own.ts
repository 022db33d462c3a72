import { readEdible, readList, readMeasures } from '../grammar.ts';
import { FoodInFile, type FoodDetails, type ImportOptions } from '@maul/contract/foods';
import { isTagname, type NutrientVector, type Tagname } from '@maul/core/nutrition';
import { type FoodBasis } from '@maul/core/foods';
import Papa from 'papaparse';
import type { Candidate } from './candidate.ts';
import type { CsvRecord, JsonElement } from './lines.ts';
import { columnTarget, namedTarget, readNumber, type Target } from './nutrients.ts';

/** One thing a file holds: a food as it states it, or why it cannot be read. */
export interface Read {
  line: number;
  what: string;
  candidate?: Candidate;
  reason?: string;
}

/** Columns of our own CSV that are no nutrients. */
export const PLAIN_COLUMNS = [
  'name',
  'state',
  'basis',
  'serving_g',
  'density',
  'pack_g',
  'code',
  'measures',
  'allergens',
  'tags',
  'edible',
  'source',
  'source_date',
] as const;
type PlainColumn = (typeof PLAIN_COLUMNS)[number];

const PLAIN_NAMES: Readonly<Record<string, PlainColumn>> = {
  food: 'name',
  description: 'name',
  serving: 'serving_g',
  'serving size g': 'serving_g',
  pack: 'pack_g',
  gtin: 'code',
  barcode: 'code',
  ean: 'code',
  date: 'source_date',
};

type Column = { plain: PlainColumn } | { target: Target | 'SALT' } | null;

const guess = (column: string): Column => {
  const low = column.trim().toLowerCase();
  if ((PLAIN_COLUMNS as readonly string[]).includes(low)) return { plain: low as PlainColumn };
  const plain = PLAIN_NAMES[low];
  if (plain) return { plain };
  if (low === 'enerc_kj') return { target: namedTarget('ENERC_KJ') ?? 'SALT' };
  const target = columnTarget(column);
  return target === null ? null : { target };
};

const mapped = (column: string, mapping: ImportOptions['mapping']): Column => {
  const said = mapping[column];
  if (said === undefined) return guess(column);
  if ((PLAIN_COLUMNS as readonly string[]).includes(said)) return { plain: said as PlainColumn };
  const target = namedTarget(said);
  return target === null ? null : { target };
};

/** What a column is read as, in the word that a mapping uses; null when it is left out. */
export const columnWord = (column: string, mapping: ImportOptions['mapping']): string | null => {
  const found = mapped(column, mapping);
  if (found === null) return null;
  if ('plain' in found) return found.plain;
  if (found.target === 'SALT') return 'SALT';
  return found.target.tag === 'ENERC' && found.target.factor !== 1 ? 'ENERC_KJ' : found.target.tag;
};

const delimiterOf = (header: string): string => {
  const count = (c: string): number => header.split(c).length;
  return [',', ';', '\t'].reduce((best, c) => (count(c) > count(best) ? c : best), ',');
};

const parseLine = (text: string, delimiter: string): { cells: string[]; broken: boolean } => {
  const { data, errors } = Papa.parse<string[]>(text, {
    delimiter,
    newline: text.includes('\n') ? undefined : '\n',
  });
  return { cells: data[0] ?? [], broken: errors.some((e) => e.type === 'Quotes') || data.length > 1 };
};

const basisOf = (plain: Partial<Record<PlainColumn, string>>): FoodBasis | string => {
  const text = (plain.basis ?? '').trim().toLowerCase().replace(/\s+/g, ' ') || '100 g';
  if (text === '100 g' || text === '100g') return { kind: '100 g' };
  if (text === '100 ml' || text === '100ml') return { kind: '100 mL' };
  const grams = readNumber(plain.serving_g ?? '');
  if (text === 'serving')
    return grams !== undefined && grams > 0
      ? { kind: 'serving', grams }
      : 'A basis of “serving” needs the grams of one in serving_g.';
  return `“${plain.basis ?? ''}” is no basis; there are: 100 g, 100 mL, serving.`;
};

const number = (text: string | undefined): number | null | 'bad' => {
  const value = readNumber(text ?? '');
  return value === undefined ? null : Number.isNaN(value) ? 'bad' : value;
};

const figuresOf = (
  cells: readonly string[],
  columns: readonly Column[],
  header: readonly string[],
): NutrientVector | string => {
  const figures: Partial<Record<Tagname, number>> = {};
  for (const [i, column] of columns.entries()) {
    if (column === null || !('target' in column)) continue;
    const value = readNumber(cells[i] ?? '');
    if (value === undefined) continue;
    if (Number.isNaN(value)) return `“${cells[i] ?? ''}” in the column ${header[i] ?? '?'} is no number.`;
    const { tag, factor } = column.target === 'SALT' ? { tag: 'NA' as const, factor: 400 } : column.target;
    // The first column that states a nutrient wins; a second one in another unit adds nothing.
    figures[tag] ??= Number((value * factor).toPrecision(8));
  }
  return figures;
};

const candidateOf = (
  plain: Partial<Record<PlainColumn, string>>,
  figures: NutrientVector,
  file: string,
): Candidate | string => {
  const basis = basisOf(plain);
  if (typeof basis === 'string') return basis;
  const measures = readMeasures(plain.measures ?? '');
  if (typeof measures === 'string') return measures;
  const [density, pack] = [number(plain.density), number(plain.pack_g)];
  if (density === 'bad' || pack === 'bad') return 'The density or the pack is no number.';
  return {
    name: plain.name ?? '',
    state: plain.state?.trim() ? plain.state : 'as sold',
    figures,
    basis,
    density,
    measures,
    code: plain.code,
    details: {
      packGrams: pack,
      allergens: readList(plain.allergens) as FoodDetails['allergens'],
      tags: readList(plain.tags),
      edible: readEdible(plain.edible ?? ''),
      sourceDate: (plain.source_date?.trim() ? plain.source_date.trim() : null) as FoodDetails['sourceDate'],
    },
    source: plain.source?.trim() ? plain.source.trim() : `Imported from ${file}`,
  };
};

/** Reads our own CSV, record by record. `onHeader` is told the columns as soon as they are known. */
export async function* readOwnCsv(
  records: AsyncIterable<CsvRecord>,
  mapping: ImportOptions['mapping'],
  file: string,
  onHeader: (columns: string[]) => void,
): AsyncGenerator<Read & { cells?: string[] }> {
  let header: string[] | undefined;
  let columns: Column[] = [];
  let delimiter = ',';
  for await (const { line, text, broken } of records) {
    if (text.trim() === '' || text.startsWith('#')) continue;
    if (header === undefined) {
      const first = text.replace(/^\uFEFF/, '');
      delimiter = delimiterOf(first);
      header = parseLine(first, delimiter).cells.map((c) => c.trim());
      columns = header.map((c) => mapped(c, mapping));
      onHeader(header);
      continue;
    }
    const what = text.slice(0, 60);
    const parsed = broken ? undefined : parseLine(text, delimiter);
    if (!parsed || parsed.broken) {
      yield { line, what, reason: 'A quotation mark is opened and not closed, or stands inside a field.' };
      continue;
    }
    const { cells } = parsed;
    if (cells.length > header.length) {
      yield {
        line,
        what,
        reason: `There are ${cells.length} fields where the first line names ${header.length}: is a comma unquoted?`,
      };
      continue;
    }
    const plain: Partial<Record<PlainColumn, string>> = {};
    for (const [i, column] of columns.entries())
      if (column !== null && 'plain' in column) plain[column.plain] = cells[i] ?? '';
    const figures = figuresOf(cells, columns, header);
    const candidate = typeof figures === 'string' ? figures : candidateOf(plain, figures, file);
    const name = plain.name?.trim() ?? what;
    yield typeof candidate === 'string'
      ? { line, what: name, reason: candidate, cells }
      : { line, what: name, candidate, cells };
  }
}

/** The name that something read from JSON carries, if it is a text. */
export const nameIn = (value: unknown, key: string): string | undefined => {
  const name =
    value !== null && typeof value === 'object' ? (value as Record<string, unknown>)[key] : undefined;
  return typeof name === 'string' ? name.slice(0, 120) : undefined;
};

/** Reads one food of our own JSON. */
export const readOwnJson = ({ line, text }: JsonElement, file: string): Read => {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return { line, what: text.slice(0, 60), reason: 'It is no valid JSON.' };
  }
  const parsed = FoodInFile.safeParse(value);
  const what = nameIn(value, 'name') ?? text.slice(0, 60);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    return { line, what, reason: `${issue?.path.join('.') ?? ''}: ${issue?.message ?? 'not as described'}` };
  }
  const { figures, details, ...food } = parsed.data;
  const strange = Object.keys(figures).find((key) => !isTagname(key));
  if (strange !== undefined)
    return { line, what, reason: `“${strange}” is no INFOODS tagname that Maul keeps.` };
  return {
    line,
    what,
    candidate: {
      ...food,
      figures: figures,
      basis: details.basis,
      density: details.density,
      details,
      code: details.code ?? undefined,
      source: food.source ?? `Imported from ${file}`,
    },
  };
};
