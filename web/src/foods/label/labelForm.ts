import { numberIn, KJ_PER_KCAL } from '@maul/core/units';
import { NO_DETAILS, PutFood, type Food, type Measure } from '@maul/contract/foods';
import { type BodyOf } from '@maul/contract/routes';
import {
  basisGrams,
  labelAudit,
  POLYOL_KCAL,
  readGtin,
  servingsEnergy,
  type Label,
  type LabelAudit,
  type Polyol,
} from '@maul/core/foods';
import { isTagname, type NutrientVector } from '@maul/core/nutrition';

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
  per: '100' | '100ml' | 'serving';
  serving: string;
  pack: string;
  /** g/mL, typed; empty where it is unknown. */
  density: string;
  unit: 'kcal' | 'kJ';
  /** Whether fibre stands inside the carbohydrate: it tells whose label this is. */
  fibre: 'inside' | 'outside';
  salt: 'salt-g' | 'sodium-mg';
  values: Record<LabelField, string>;
  polyol: Polyol | 'none';
  polyolGrams: string;
  measures: MeasureLine[];
  /** Per cent that is eaten when it is weighed whole; empty for all of it. */
  edible: string;
  refuse: string;
  allergens: Food['details']['allergens'];
  tags: string;
  code: string;
  source: string;
  sourceDate: string;
  /** Nutrients beyond the label's, for what the figures are. */
  more: { tag: string; value: string }[];
}

/** A household measure as it is typed; spread in per cent. */
export interface MeasureLine {
  name: string;
  grams: string;
  spread: string;
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
  density: '',
  measures: [],
  edible: '',
  refuse: 'peel',
  allergens: [],
  tags: '',
  code: '',
  source: '',
  sourceDate: '',
  more: [],
});

const typed = (value: number | null | undefined): string =>
  value === null || value === undefined ? '' : String(Number(value.toPrecision(6)));

/** On the form, the tagname of each figure of a label but energy, carbohydrate and salt, which are read more ways than one. */
const PLAIN_TAGS = {
  fat: 'FAT',
  saturates: 'FASAT',
  sugars: 'SUGAR',
  fibre: 'FIBTG',
  protein: 'PROCNT',
  alcohol: 'ALC',
} as const;
/** Nutrients that have a field of their own on the form. */
export const ON_LABEL: ReadonlySet<string> = new Set([
  ...Object.values(PLAIN_TAGS),
  'ENERC',
  'CHOCDF',
  'CHOAVLDF',
  'NA',
  'POLYL',
  'ERYTHL',
]);

/** An own food back on the form, per 100 g, with everything that is known of it. */
export const formOf = (food: Food): LabelForm => {
  const empty = emptyLabel(food.name);
  const { per100g, details } = food;
  const inside = per100g.CHOCDF !== undefined;
  const values = { ...empty.values };
  for (const [key, tag] of Object.entries(PLAIN_TAGS)) values[key as LabelField] = typed(per100g[tag]);
  values.energy = typed(per100g.ENERC);
  values.carbs = typed(per100g.CHOCDF ?? per100g.CHOAVLDF);
  values.salt = typed(per100g.NA);
  const serving = details.basis.kind === 'serving' ? details.basis.grams : undefined;
  return {
    ...empty,
    state: food.state,
    values,
    salt: 'sodium-mg',
    fibre: inside ? 'inside' : 'outside',
    serving: typed(serving ?? food.measures.find((m) => m.name === 'serving')?.grams),
    pack: typed(details.packGrams ?? food.measures.find((m) => m.name === 'pack')?.grams),
    density: typed(details.density),
    measures: food.measures
      .filter((m) => m.name !== 'serving' && m.name !== 'pack')
      .map((m) => ({
        name: m.name,
        grams: typed(m.grams),
        spread: m.spread === null ? '' : typed(m.spread * 100),
      })),
    edible: details.edible ? typed(details.edible.part * 100) : '',
    refuse: details.edible?.refuse ?? 'peel',
    allergens: details.allergens,
    tags: details.tags.join(', '),
    code: details.code ?? '',
    source: food.source === 'own' ? '' : food.source,
    sourceDate: details.sourceDate ?? '',
    more: Object.entries(per100g)
      .filter(([tag]) => !ON_LABEL.has(tag))
      .map(([tag, value]) => ({ tag, value: typed(value) })),
    // A sum of sugar alcohols has no kind any more; it stays as it is.
    ...(per100g.POLYL === undefined
      ? {}
      : {
          polyol: per100g.ERYTHL === per100g.POLYL ? ('erythritol' as const) : ('sorbitol' as const),
          polyolGrams: typed(per100g.POLYL),
        }),
  };
};

/** A typed number, comma or point; undefined where nothing is typed, NaN where it is none or negative. */
export const figureOf = (text: string): number | undefined => {
  const trimmed = text.trim().replace(/^</, '');
  return trimmed === '' ? undefined : numberIn(trimmed, { least: 0, point: 'decimal' });
};

export type ExtraField =
  'serving' | 'pack' | 'polyolGrams' | 'density' | 'edible' | 'code' | 'measures' | 'more';

/** What is wrong with single fields, in sentences by field; empty when every figure can be read. */
export const labelFaults = (form: LabelForm): Partial<Record<LabelField | ExtraField, string>> => {
  const faults: ReturnType<typeof labelFaults> = {};
  for (const [key] of LABEL_FIELDS)
    if (Number.isNaN(figureOf(form.values[key]))) faults[key] = 'A number, not below zero';
  const serving = figureOf(form.serving);
  const pack = figureOf(form.pack);
  if (Number.isNaN(serving) || (form.per === 'serving' && !serving)) faults.serving = 'Grams of one serving';
  if (Number.isNaN(pack)) faults.pack = 'A number of grams';
  else if (pack !== undefined && serving !== undefined && serving > pack)
    faults.pack = 'The pack is smaller than one serving';
  const density = figureOf(form.density);
  if (density !== undefined && !(density >= 0.05 && density <= 3))
    faults.density = 'Between 0.05 and 3 g per mL';
  const edible = figureOf(form.edible);
  if (edible !== undefined && !(edible > 0 && edible <= 100)) faults.edible = 'More than 0, at most 100 %';
  if (form.code.trim() !== '') {
    const code = readGtin(form.code);
    if (!code.ok) faults.code = code.sentence;
  }
  if (form.measures.some((m) => m.name.trim() === '' || !((figureOf(m.grams) ?? NaN) > 0)))
    faults.measures = 'Each measure has a name and its grams';
  if (form.more.some((m) => !isTagname(m.tag) || Number.isNaN(figureOf(m.value) ?? NaN)))
    faults.more = 'Each further nutrient has a number, not below zero';
  if (form.polyol !== 'none' && !((figureOf(form.polyolGrams) ?? NaN) >= 0))
    faults.polyolGrams = 'Grams of it';
  return faults;
};

/** Grams that the typed figures are for; undefined while the serving is not typed. */
const gramsOf = (form: LabelForm): number | undefined => {
  if (form.per === '100') return 100;
  if (form.per === '100ml') {
    const density = figureOf(form.density);
    return basisGrams({ kind: '100 mL' }, density !== undefined && density > 0 ? density : null);
  }
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
    // Figures for 100 mL are compared as they stand.
    grams: form.per === '100ml' ? 100 : (grams ?? 100),
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
export const foodOf = (form: LabelForm, base = 0): BodyOf<'putFood'> => {
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
    // The one of them without energy.
    ERYTHL:
      form.polyol === 'erythritol' && polyols !== undefined ? round((polyols * 100) / grams) : undefined,
  };
  for (const { tag, value } of form.more) {
    const figure = figureOf(value);
    if (isTagname(tag) && figure !== undefined) vector[tag] = round((figure * 100) / grams);
  }
  const known = Object.fromEntries(
    Object.entries(vector).filter(([, v]) => v !== undefined),
  ) as NutrientVector;
  const body = {
    base,
    name: form.name,
    state: form.state,
    per100g: known as Record<string, number>,
    measures: measuresOf(form),
    details: detailsOf(form, known.ENERC),
    source: form.source.trim() === '' ? 'own' : form.source.trim(),
    deleted: false,
  };
  const checked = PutFood.safeParse(body);
  if (!checked.success) throw new RangeError(checked.error.issues[0]?.message ?? 'Check the figures.');
  return body;
};

/** A printed serving is seldom what the scoop gives: relative. common practice, no source. */
const SERVING_SPREAD = 0.1;

const measuresOf = (form: LabelForm): Measure[] => {
  const [serving, pack] = [figureOf(form.serving), figureOf(form.pack)];
  const own = form.measures.map((m) => {
    const spread = figureOf(m.spread);
    return {
      name: m.name.trim(),
      grams: figureOf(m.grams) ?? 0,
      spread: spread === undefined || Number.isNaN(spread) ? null : spread / 100,
    };
  });
  return [
    ...(serving ? [{ name: 'serving', grams: serving, spread: SERVING_SPREAD }] : []),
    ...(pack ? [{ name: 'pack', grams: pack, spread: null }] : []),
    ...own,
  ];
};

const detailsOf = (
  form: LabelForm,
  kcalPer100: number | undefined,
): NonNullable<BodyOf<'putFood'>['details']> => {
  const [serving, pack, density, edible] = [
    figureOf(form.serving),
    figureOf(form.pack),
    figureOf(form.density),
    figureOf(form.edible),
  ];
  const code = readGtin(form.code);
  const kcal = kcalPer100 === undefined || !serving ? undefined : (kcalPer100 * serving) / 100;
  return {
    ...NO_DETAILS,
    basis:
      form.per === 'serving'
        ? { kind: 'serving', grams: serving ?? 100 }
        : { kind: form.per === '100ml' ? '100 mL' : '100 g' },
    density: density ?? null,
    packGrams: pack ? pack : null,
    edible: edible === undefined || edible === 100 ? null : { part: edible / 100, refuse: form.refuse },
    allergens: form.allergens,
    tags: form.tags
      .split(',')
      .map((t) => t.trim())
      .filter((t) => t !== ''),
    code: code.ok ? code.gtin : null,
    label:
      kcal === undefined || !serving
        ? null
        : { rules: form.fibre === 'inside' ? 'us' : 'eu', grams: serving, kcal: Number(kcal.toPrecision(4)) },
    sourceDate: form.sourceDate === '' ? null : form.sourceDate,
  };
};
