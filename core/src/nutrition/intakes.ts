import type { Tagname } from './tagnames.ts';

/** Who a reference intake is for. */
export interface IntakePerson {
  sex: 'male' | 'female';
  /** Full years. */
  age: number;
  /** Eats no meat and no fish. */
  vegetarian?: boolean;
}

/** What a body of experts says an adult should have in a day, in the unit of the tagname. */
export interface ReferenceIntake {
  tag: Tagname;
  /** Recommended allowance or adequate intake. */
  kind: 'RDA' | 'AI';
  value: number;
  /** Tolerable upper intake level, or the level to stay below for chronic disease; undefined where none is set. */
  upper?: { value: number; what: string; countsAll: boolean };
  body: 'IOM / NASEM';
  year: number;
}

interface Line {
  kind: 'RDA' | 'AI';
  year: number;
  men: number;
  women: number;
  upper?: number;
  what?: string;
  /** False where the upper level counts only a part (preformed, from supplements) that a food table does not tell apart. */
  countsAll?: boolean;
}

/** Dietary Reference Intakes for adults. Values from memory; years are those of the reports. */
const ADULTS: Partial<Record<Tagname, Line>> = {
  VITB12: { kind: 'RDA', year: 1998, men: 2.4, women: 2.4 },
  VITD: { kind: 'RDA', year: 2011, men: 15, women: 15, upper: 100 },
  FE: { kind: 'RDA', year: 2001, men: 8, women: 18, upper: 45 },
  ZN: { kind: 'RDA', year: 2001, men: 11, women: 8, upper: 40 },
  ID: { kind: 'RDA', year: 2001, men: 150, women: 150, upper: 1100 },
  F18D3N3: { kind: 'AI', year: 2005, men: 1.6, women: 1.1 },
  CA: { kind: 'RDA', year: 2011, men: 1000, women: 1000, upper: 2500 },
  FIBTG: { kind: 'AI', year: 2005, men: 38, women: 25 },
  K: { kind: 'AI', year: 2019, men: 3400, women: 2600 },
  NA: { kind: 'AI', year: 2019, men: 1500, women: 1500, upper: 2300, what: 'reduce above (CDRR)' },
  MG: {
    kind: 'RDA',
    year: 1997,
    men: 420,
    women: 320,
    upper: 350,
    what: 'upper level, from supplements only',
    countsAll: false,
  },
  P: { kind: 'RDA', year: 1997, men: 700, women: 700, upper: 4000 },
  SE: { kind: 'RDA', year: 2000, men: 55, women: 55, upper: 400 },
  VITA_RAE: {
    kind: 'RDA',
    year: 2001,
    men: 900,
    women: 700,
    upper: 3000,
    what: 'upper level, preformed only',
    countsAll: false,
  },
  TOCPHA: { kind: 'RDA', year: 2000, men: 15, women: 15 },
  VITK: { kind: 'AI', year: 2001, men: 120, women: 90 },
  THIA: { kind: 'RDA', year: 1998, men: 1.2, women: 1.1 },
  RIBF: { kind: 'RDA', year: 1998, men: 1.3, women: 1.1 },
  NIAEQ: { kind: 'RDA', year: 1998, men: 16, women: 14 },
  VITB6A: { kind: 'RDA', year: 1998, men: 1.3, women: 1.3, upper: 100 },
  FOLDFE: { kind: 'RDA', year: 1998, men: 400, women: 400 },
  VITC: { kind: 'RDA', year: 2000, men: 90, women: 75, upper: 2000 },
  WATER: { kind: 'AI', year: 2005, men: 3700, women: 2700 },
};

/** Those that an athlete on plants looks at first, in this order. */
export const PLANT_FIRST: readonly Tagname[] = [
  'VITB12',
  'VITD',
  'FE',
  'ZN',
  'ID',
  'F18D3N3',
  'F20D5N3',
  'F22D6N3',
  'CA',
];

/** What age and diet change in an adult's line. */
const adjusted = (tag: Tagname, line: Line, { sex, age, vegetarian }: IntakePerson): number => {
  const value = sex === 'male' ? line.men : line.women;
  if (tag === 'FE') return (sex === 'female' && age >= 51 ? 8 : value) * (vegetarian ? 1.8 : 1);
  if (tag === 'ZN') return value * (vegetarian ? 1.5 : 1);
  if (tag === 'MG' && age <= 30) return sex === 'male' ? 400 : 310;
  if (tag === 'CA' && age >= (sex === 'male' ? 71 : 51)) return 1200;
  if (tag === 'VITB6A' && age > 50) return sex === 'male' ? 1.7 : 1.5;
  if (tag === 'VITD' && age > 70) return 20;
  return value;
};

/**
 * The reference intake of a nutrient for a grown person; undefined where none is kept. Iron counts 1.8 times and zinc up to 1.5 times for
 * vegetarians. Throws RangeError under 18 years: these are values for adults.
 * Source: IOM / NASEM Dietary Reference Intakes, values from memory.
 */
export const referenceIntake = (tag: Tagname, person: IntakePerson): ReferenceIntake | undefined => {
  if (!(person.age >= 18)) throw new RangeError('These reference intakes are for adults.');
  const line = ADULTS[tag];
  if (!line) return undefined;
  const upper = tag === 'CA' && person.age >= 51 ? 2000 : line.upper;
  return {
    tag,
    kind: line.kind,
    value: Number(adjusted(tag, line, person).toPrecision(6)),
    ...(upper === undefined
      ? {}
      : {
          upper: {
            value: upper,
            what: line.what ?? 'tolerable upper level',
            countsAll: line.countsAll ?? true,
          },
        }),
    body: 'IOM / NASEM',
    year: line.year,
  };
};
