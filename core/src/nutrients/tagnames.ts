/**
 * Every nutrient is keyed by its INFOODS tagname. Source: FAO/INFOODS Guidelines, tagnames for food components (2012).
 * The value is the unit in which Maul keeps the nutrient, per 100 g edible portion in foods.
 */
export const TAGNAMES = {
  ENERC: 'kcal',
  PROCNT: 'g',
  FAT: 'g',
  CHOAVLDF: 'g',
  CHOCDF: 'g',
  FIBTG: 'g',
  SUGAR: 'g',
  FASAT: 'g',
  F18D3N3: 'g',
  F20D5N3: 'g',
  F22D6N3: 'g',
  ALC: 'g',
  POLYL: 'g',
  WATER: 'g',
  NA: 'mg',
  K: 'mg',
  CA: 'mg',
  MG: 'mg',
  FE: 'mg',
  ZN: 'mg',
  P: 'mg',
  ID: 'ug',
  SE: 'ug',
  VITA_RAE: 'ug',
  VITD: 'ug',
  TOCPHA: 'mg',
  VITK: 'ug',
  THIA: 'mg',
  RIBF: 'mg',
  NIAEQ: 'mg',
  VITB6A: 'mg',
  FOLDFE: 'ug',
  VITB12: 'ug',
  VITC: 'mg',
  CAFFN: 'mg',
} as const;

export type Tagname = keyof typeof TAGNAMES;

export const TAGNAME_LIST = Object.keys(TAGNAMES) as Tagname[];

/** True when the text is a tagname that Maul keeps. */
export const isTagname = (text: string): text is Tagname => Object.hasOwn(TAGNAMES, text);
