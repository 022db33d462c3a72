import { numberIn, KJ_PER_KCAL } from '@maul/core/units';
import { isTagname, TAGNAMES, type Tagname } from '@maul/core/nutrition';

/** What a column or a nutrient of a file becomes: a nutrient of Maul with a factor to its unit. */
export interface Target {
  tag: Tagname;
  factor: number;
}

const IN_GRAMS: Record<string, number> = { g: 1, mg: 1e-3, µg: 1e-6, ug: 1e-6, mcg: 1e-6 };

/** The factor from a unit to the one a nutrient is kept in; undefined where the two cannot be converted. */
export const unitFactor = (tag: Tagname, unit: string): number | undefined => {
  const from = unit.trim().toLowerCase();
  const to = TAGNAMES[tag];
  if (tag === 'ENERC') return from === 'kcal' ? 1 : from === 'kj' ? 1 / KJ_PER_KCAL : undefined;
  const [a, b] = [IN_GRAMS[from], IN_GRAMS[to]];
  return a === undefined || b === undefined ? undefined : a / b;
};

/**
 * FoodData Central's nutrient numbers (column nutrient_nbr, field nutrient.number), from memory of the published nutrient list. 957 and 958
 * stand in for energy where 208 is missing. Niacin (406) is preformed only and so is not niacin equivalents: it is left out.
 */
export const FDC_NUMBERS: Readonly<Record<string, Tagname>> = {
  203: 'PROCNT',
  204: 'FAT',
  205: 'CHOCDF',
  208: 'ENERC',
  957: 'ENERC',
  958: 'ENERC',
  221: 'ALC',
  255: 'WATER',
  262: 'CAFFN',
  269: 'SUGAR',
  291: 'FIBTG',
  299: 'POLYL',
  301: 'CA',
  303: 'FE',
  304: 'MG',
  305: 'P',
  306: 'K',
  307: 'NA',
  309: 'ZN',
  314: 'ID',
  317: 'SE',
  320: 'VITA_RAE',
  323: 'TOCPHA',
  328: 'VITD',
  401: 'VITC',
  404: 'THIA',
  405: 'RIBF',
  409: 'NIAEQ',
  415: 'VITB6A',
  418: 'VITB12',
  430: 'VITK',
  435: 'FOLDFE',
  606: 'FASAT',
  621: 'F22D6N3',
  629: 'F20D5N3',
  851: 'F18D3N3',
};
/** Which statement of energy is believed first. */
export const ENERGY_FIRST = ['208', '957', '958'];

/** What a column may be called besides its tagname; small letters, without unit and punctuation. */
const NAMES: Readonly<Record<string, Tagname>> = {
  energy: 'ENERC',
  calories: 'ENERC',
  kcal: 'ENERC',
  kj: 'ENERC',
  protein: 'PROCNT',
  fat: 'FAT',
  'total fat': 'FAT',
  saturates: 'FASAT',
  'saturated fat': 'FASAT',
  'total carbohydrate': 'CHOCDF',
  carbohydrate: 'CHOAVLDF',
  carbs: 'CHOAVLDF',
  'available carbohydrate': 'CHOAVLDF',
  'net carbs': 'CHOAVLDF',
  fibre: 'FIBTG',
  fiber: 'FIBTG',
  sugars: 'SUGAR',
  sugar: 'SUGAR',
  sodium: 'NA',
  potassium: 'K',
  calcium: 'CA',
  iron: 'FE',
  magnesium: 'MG',
  zinc: 'ZN',
  alcohol: 'ALC',
  water: 'WATER',
  polyols: 'POLYL',
  erythritol: 'ERYTHL',
  caffeine: 'CAFFN',
};

/** What a column holds, by its own name: `PROCNT`, `protein`, `Fat (g)`, `energy kJ`, `SALT`. Null when the name says nothing. */
export const columnTarget = (column: string): Target | 'SALT' | null => {
  const trimmed = column.trim();
  const upper = trimmed.toUpperCase();
  if (isTagname(upper)) return { tag: upper, factor: 1 };
  const unit = /[([_ ](kcal|kj|g|mg|µg|ug|mcg)[)\]]?$/i.exec(trimmed)?.[1];
  const bare = trimmed
    .replace(/[([_ ](kcal|kj|g|mg|µg|ug|mcg)[)\]]?$/i, '')
    .replace(/[^\p{L}]+/gu, ' ')
    .trim()
    .toLowerCase();
  if (bare === 'salt') return 'SALT';
  const tag = isTagname(bare.toUpperCase()) ? (bare.toUpperCase() as Tagname) : NAMES[bare];
  if (!tag) return null;
  const said = unit ?? (bare === 'kj' ? 'kJ' : undefined);
  const factor = said === undefined ? 1 : unitFactor(tag, said);
  return factor === undefined ? null : { tag, factor };
};

/** What stands in a mapping, back to a target: a tagname, `ENERC_KJ`, `SALT` or nothing. */
export const namedTarget = (name: string): Target | 'SALT' | null => {
  if (name === 'SALT') return 'SALT';
  if (name === 'ENERC_KJ') return { tag: 'ENERC', factor: 1 / KJ_PER_KCAL };
  return isTagname(name) ? { tag: name, factor: 1 } : null;
};

/**
 * A number in a cell: undefined when it is empty, NaN when it is none. A table is written by one hand: where a cell may mean two numbers
 * it is taken as the decimal that it is in most of them.
 */
export const readNumber = (text: string): number | undefined => {
  const bare = text.trim();
  if (bare === '') return undefined;
  if (/^[+-]?(\d+(\.\d*)?|\.\d+)([eE][+-]?\d+)?$/.test(bare)) return Number(bare);
  if (/^[+-]?\d+,\d+$/.test(bare)) return Number(bare.replace(',', '.'));
  return numberIn(bare);
};
