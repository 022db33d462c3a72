/**
 * Every nutrient is keyed by its INFOODS tagname. Source: FAO/INFOODS Guidelines, tagnames for food components (2012). ERYTHL, the
 * erythritol among the sugar alcohols, is Maul's own: it is the one of them without energy.
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
  ERYTHL: 'g',
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

/** What a nutrient is called in words. */
export const NUTRIENT_LABELS: Readonly<Record<Tagname, string>> = {
  ENERC: 'Energy',
  PROCNT: 'Protein',
  FAT: 'Fat',
  CHOAVLDF: 'Available carbohydrate',
  CHOCDF: 'Total carbohydrate',
  FIBTG: 'Fibre',
  SUGAR: 'Sugars',
  FASAT: 'Saturated fat',
  F18D3N3: 'ALA (omega-3)',
  F20D5N3: 'EPA (omega-3)',
  F22D6N3: 'DHA (omega-3)',
  ALC: 'Alcohol',
  POLYL: 'Sugar alcohols',
  ERYTHL: 'of them erythritol',
  WATER: 'Water',
  NA: 'Sodium',
  K: 'Potassium',
  CA: 'Calcium',
  MG: 'Magnesium',
  FE: 'Iron',
  ZN: 'Zinc',
  P: 'Phosphorus',
  ID: 'Iodine',
  SE: 'Selenium',
  VITA_RAE: 'Vitamin A',
  VITD: 'Vitamin D',
  TOCPHA: 'Vitamin E',
  VITK: 'Vitamin K',
  THIA: 'Thiamin (B1)',
  RIBF: 'Riboflavin (B2)',
  NIAEQ: 'Niacin equivalents',
  VITB6A: 'Vitamin B6',
  FOLDFE: 'Folate',
  VITB12: 'Vitamin B12',
  VITC: 'Vitamin C',
  CAFFN: 'Caffeine',
};
