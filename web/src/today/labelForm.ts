import { PutFood, type BodyOf, type Food } from '@maul/contract';
import {
  KJ_PER_KCAL,
  labelAudit,
  POLYOL_KCAL,
  servingsEnergy,
  type Label,
  type LabelAudit,
  type NutrientVector,
  type Polyol,
} from '@maul/core';

/** The figures of a label, as they are typed. */
export const LABEL_FIELDS = [
  ['energy', 'Energy'],
  ['fat', 'Fat, g'],
  ['saturates', 'of it saturated, g'],
  ['carbs', 'Carbohydrate, g'],
  ['sugars', 'of it sugars, g'],
  ['fibre', 'Fibre, g'],
  ['protein', 'Protein, g'],
  ['salt', 'Salt'],
  ['alcohol', 'Alcohol, g'],
] as const;
export type LabelField = (typeof LABEL_FIELDS)[number][0];

export interface LabelForm {
  name: string;
  state: Food['state'];
  /** What the figures are for. */
  per: '100' | 'serving';
  serving: string;
  pack: string;
  unit: 'kcal' | 'kJ';
  /** Whether fibre stands inside the carbohydrate: it tells whose label this is. */
  fibre: 'inside' | 'outside';
  salt: 'salt-g' | 'sodium-mg';
  values: Record<LabelField, string>;
  polyol: Polyol | 'none';
  polyolGrams: string;
}

export const POLYOLS = Object.keys(POLYOL_KCAL) as Polyol[];

export const emptyLabel = (name: string): LabelForm => ({
  name,
  state: 'as sold',
  per: '100',
  serving: '',
  pack: '',
  unit: 'kcal',
  fibre: 'outside',
  salt: 'salt-g',
  values: {
    energy: '',
    fat: '',
    saturates: '',
    carbs: '',
    sugars: '',
    fibre: '',
    protein: '',
    salt: '',
    alcohol: '',
  },
  polyol: 'none',
  polyolGrams: '',
});

/** A typed number, comma or point; undefined where nothing is typed, NaN where it is none or negative. */
export const figureOf = (text: string): number | undefined => {
  const trimmed = text.trim().replace(',', '.').replace(/^</, '');
  if (trimmed === '') return undefined;
  const number = Number(trimmed);
  return number >= 0 ? number : NaN;
};

/** What is wrong with single fields, in sentences by field; empty when every figure can be read. */
export const labelFaults = (
  form: LabelForm,
): Partial<Record<LabelField | 'serving' | 'pack' | 'polyolGrams', string>> => {
  const faults: ReturnType<typeof labelFaults> = {};
  for (const [key] of LABEL_FIELDS)
    if (Number.isNaN(figureOf(form.values[key]))) faults[key] = 'A number, not below zero';
  const serving = figureOf(form.serving);
  const pack = figureOf(form.pack);
  if (Number.isNaN(serving) || (form.per === 'serving' && !serving)) faults.serving = 'Grams of one serving';
  if (Number.isNaN(pack)) faults.pack = 'A number of grams';
  else if (pack !== undefined && serving !== undefined && serving > pack)
    faults.pack = 'The pack is smaller than one serving';
  if (form.polyol !== 'none' && !((figureOf(form.polyolGrams) ?? NaN) >= 0))
    faults.polyolGrams = 'Grams of it';
  return faults;
};

/** Grams that the typed figures are for; undefined while the serving is not typed. */
const gramsOf = (form: LabelForm): number | undefined => {
  if (form.per === '100') return 100;
  const serving = figureOf(form.serving);
  return serving !== undefined && serving > 0 ? serving : undefined;
};

/** The label for its audit; undefined until energy, protein, fat and carbohydrate are typed. */
export const labelOf = (form: LabelForm): Label | undefined => {
  const value = (key: LabelField): number | undefined => figureOf(form.values[key]);
  const [grams, energy, protein, fat, carbs] = [
    gramsOf(form),
    value('energy'),
    value('protein'),
    value('fat'),
    value('carbs'),
  ];
  if ([grams, energy, protein, fat, carbs].some((n) => n === undefined || Number.isNaN(n))) return undefined;
  const optional = (n: number | undefined): number | undefined => (Number.isNaN(n) ? undefined : n);
  const polyols = figureOf(form.polyolGrams);
  return {
    rules: form.fibre === 'inside' ? 'us' : 'eu',
    grams: grams ?? 100,
    energy: energy ?? 0,
    unit: form.unit,
    protein: protein ?? 0,
    fat: fat ?? 0,
    carbs: carbs ?? 0,
    carbBasis: form.fibre === 'inside' ? 'total' : 'available',
    fibre: optional(value('fibre')),
    sugars: optional(value('sugars')),
    alcohol: optional(value('alcohol')),
    polyols:
      form.polyol === 'none' || polyols === undefined || Number.isNaN(polyols)
        ? undefined
        : { kind: form.polyol, grams: polyols },
  };
};

/** What the audit says of the figures as they stand; undefined until there is enough to say anything. */
export const auditOf = (form: LabelForm): LabelAudit | undefined => {
  const label = labelOf(form);
  return label && labelAudit(label);
};

/** Energies this small are hidden by their rounding, kcal. */
const SMALL_KCAL = 10;

/** What the rounding of a very small energy hides, in a sentence: five servings add up. Undefined where nothing is hidden. */
export const smallEnergy = (form: LabelForm): string | undefined => {
  const energy = figureOf(form.values.energy);
  if (form.per !== 'serving' || form.unit !== 'kcal' || energy === undefined || !(energy <= SMALL_KCAL))
    return undefined;
  const rules = form.fibre === 'inside' ? 'us' : 'eu';
  const [one, five] = [servingsEnergy(energy, 1, rules), servingsEnergy(energy, 5, rules)];
  return `A stated ${energy} kcal may be ${one.low} to ${one.high}; five servings are ${five.low} to ${five.high} kcal.`;
};

/** The label with fat and another macro the other way round. */
export const swapFat = (form: LabelForm, other: 'protein' | 'carbs'): LabelForm => ({
  ...form,
  values: { ...form.values, fat: form.values[other], [other]: form.values.fat },
});

const round = (value: number): number => Number(value.toPrecision(6));

/**
 * The food that a label describes, per 100 g: what is not typed is unknown, the stated energy is kept as it is stated. Salt is sodium
 * x 2.5 (Regulation (EU) 1169/2011). Throws RangeError for what the contract refuses, with its sentence.
 */
export const foodOf = (form: LabelForm): BodyOf<'putFood'> => {
  const grams = gramsOf(form);
  const fault = Object.values(labelFaults(form))[0];
  if (grams === undefined || fault !== undefined)
    throw new RangeError(fault ?? 'Type the grams of one serving.');
  const per100 = (key: LabelField): number | undefined => {
    const value = figureOf(form.values[key]);
    return value === undefined ? undefined : round((value * 100) / grams);
  };
  const [energy, salt, polyols] = [per100('energy'), per100('salt'), figureOf(form.polyolGrams)];
  const vector: Record<string, number | undefined> = {
    ENERC: energy === undefined ? undefined : round(form.unit === 'kJ' ? energy / KJ_PER_KCAL : energy),
    FAT: per100('fat'),
    FASAT: per100('saturates'),
    [form.fibre === 'inside' ? 'CHOCDF' : 'CHOAVLDF']: per100('carbs'),
    SUGAR: per100('sugars'),
    FIBTG: per100('fibre'),
    PROCNT: per100('protein'),
    NA: salt === undefined ? undefined : round(form.salt === 'salt-g' ? (salt / 2.5) * 1000 : salt),
    ALC: per100('alcohol'),
    POLYL: form.polyol === 'none' || polyols === undefined ? undefined : round((polyols * 100) / grams),
  };
  const known = Object.fromEntries(
    Object.entries(vector).filter(([, v]) => v !== undefined),
  ) as NutrientVector;
  const measures = [
    ['serving', figureOf(form.serving)],
    ['pack', figureOf(form.pack)],
  ] as const;
  const body = {
    base: 0,
    name: form.name,
    state: form.state,
    per100g: known as Record<string, number>,
    measures: measures.flatMap(([name, g]) => (g ? [{ name, grams: g }] : [])),
    deleted: false,
  };
  const checked = PutFood.safeParse(body);
  if (!checked.success) throw new RangeError(checked.error.issues[0]?.message ?? 'Check the figures.');
  return body;
};
