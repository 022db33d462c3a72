import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { z } from 'zod';
import { openApiDocument } from './openapi.ts';
import { FoodsFile, PutFood } from './foods/index.ts';
import { Day, LARGEST_INT, Moment, Name, Nutrients, Text, Time, Zone } from './common.ts';
import { Password, SignUp } from './people/index.ts';
import { Problem, PROBLEMS } from './problems.ts';
import { PutPortion } from './diary/index.ts';
import { routes } from './routes.ts';
import { type Route } from './route.ts';
import { Season } from './plan/index.ts';

const all = Object.entries(routes) as [string, Route][];
const portion = {
  base: 0,
  mealId: '01890a5d-ac96-774b-bcce-b302099a8057',
  position: 0,
  food: { id: 'x', name: 'Oats', state: 'dry', source: 'test', per100g: { PROCNT: 13 } },
  plannedGrams: 60,
  grams: null,
  method: null,
  division: null,
  trail: null,
  deleted: false,
};
const first = (schema: typeof PutPortion, value: unknown) =>
  schema.safeParse(value).error?.issues[0]?.message;

describe('every route', () => {
  test.each(all)('%s refuses unknown fields on the way in and out', (_name, route) => {
    for (const part of [route.params, route.query, route.body, route.response]) {
      const result = part.safeParse({ somethingElse: 1 });
      expect(result.success).toBe(false);
    }
  });
  test('no two share a verb and an address', () => {
    const keys = all.map(([, r]) => `${r.verb} ${r.path}`);
    expect(new Set(keys).size).toBe(keys.length);
  });
  test('only the door is public', () => {
    expect(all.filter(([, r]) => r.access === 'public').map(([name]) => name)).toEqual([
      'live',
      'health',
      'demo',
      'signUp',
      'signIn',
      'resetPassword',
      'askPasskey',
      'passkeySignIn',
    ]);
  });
  test('the OpenAPI document names each with its parameters', () => {
    const { paths, openapi } = openApiDocument();
    expect(openapi).toBe('3.1.0');
    const operations = Object.values(paths).flatMap((p) => Object.values(p)) as {
      operationId: string;
      parameters: { name: string; required: boolean }[];
    }[];
    expect(operations.map((o) => o.operationId).sort()).toEqual(all.map(([name]) => name).sort());
    const foods = operations.find((o) => o.operationId === 'foods');
    expect(foods?.parameters.map((p) => [p.name, p.required])).toEqual([
      ['athleteId', true],
      ['q', false],
      ['limit', false],
      ['at', false],
    ]);
  });
});

interface Shape {
  type?: string;
  format?: string;
  enum?: unknown[];
  const?: unknown;
  pattern?: string;
  maxLength?: number;
  minimum?: number;
  exclusiveMinimum?: number;
  maximum?: number;
  properties?: Record<string, Shape>;
  $defs?: Record<string, Shape>;
  items?: Shape | boolean;
  additionalProperties?: Shape | boolean;
  propertyNames?: Shape;
  anyOf?: Shape[];
  oneOf?: Shape[];
  allOf?: Shape[];
}
/** What of a request is not bounded, by its path. */
const unbounded = (shape: Shape, path: string): string[] => {
  const under = (one: Shape | boolean | undefined, name: string) =>
    one === undefined || typeof one === 'boolean' ? [] : unbounded(one, `${path}${name}`);
  const found = [
    ...Object.entries(shape.properties ?? {}).flatMap(([name, one]) => under(one, `.${name}`)),
    ...under(shape.items, '[]'),
    ...under(shape.additionalProperties, '.*'),
    ...under(shape.propertyNames, ' keys'),
    ...[shape.anyOf, shape.oneOf, shape.allOf].flatMap((all) => (all ?? []).flatMap((one) => under(one, ''))),
    ...Object.entries(shape.$defs ?? {}).flatMap(([name, one]) => under(one, `#${name}`)),
  ];
  const closed = shape.enum !== undefined || shape.const !== undefined;
  const told =
    ['uuid', 'date', 'date-time', 'email'].includes(shape.format ?? '') || shape.pattern !== undefined;
  if (
    shape.type === 'string' &&
    !closed &&
    !told &&
    (shape.format !== 'text' || shape.maxLength === undefined)
  )
    found.push(path);
  const most = shape.type === 'integer' ? LARGEST_INT : 1e10;
  if (['number', 'integer'].includes(shape.type ?? '') && !closed) {
    if (!(Math.abs(shape.maximum ?? Infinity) <= most)) found.push(`${path} above`);
    const least = shape.minimum ?? shape.exclusiveMinimum;
    if (!(Math.abs(least ?? Infinity) <= most)) found.push(`${path} below`);
  }
  return found;
};

describe('what comes in is bounded', () => {
  test.each(all)('%s: every text, number and date', (name, route) => {
    const found = [route.params, route.query, route.body].flatMap((part) =>
      unbounded(z.toJSONSchema(part, { io: 'input', unrepresentable: 'any' }) as Shape, ''),
    );
    // The size of a file is kept in a column that takes it.
    expect(found).toEqual(name === 'putImport' ? ['.bytes above'] : []);
  });
  test('what is not bounded is found, however deep', () => {
    const loose = z.strictObject({
      a: z.array(z.union([z.string(), z.int()])),
      b: z.record(z.string(), Day),
    });
    const found = unbounded(z.toJSONSchema(loose, { io: 'input', unrepresentable: 'any' }) as Shape, '');
    expect(found).toEqual(['.a[]', '.a[] above', '.a[] below', '.b keys']);
  });
  test.each([
    ['0000-01-01', false],
    ['1899-12-31', false],
    ['1900-01-01', true],
    ['2200-12-31', true],
    ['9999-12-31', false],
    ['2026-02-30', false],
  ])('the day %s: %s', (day, good) => {
    expect(Day.safeParse(day).success).toBe(good);
    expect(Moment.safeParse(`${day}T10:00:00Z`).success).toBe(good);
  });
  // Source: Unicode Standard Annex 15 (composition); the rest is ours.
  test.each([
    ['Cre\u0300me \u0000fra\u0007iche ', 'Crème fraiche'],
    ['half \ud83c of one', 'half  of one'],
    ['whole \u{1f95a}', 'whole \u{1f95a}'],
    ['two\r\nlines\tand a tab', 'two lines and a tab'],
    ['a next\u0085line', 'a nextline'],
  ])('the name %j is kept as %j', (typed, kept) => {
    expect(Name.parse(typed)).toBe(kept);
  });
  test('a text of lines keeps its lines; one of nothing that prints is empty', () => {
    expect(Text.parse('two\r\nlines')).toBe('two\nlines');
    expect(Name.safeParse('\u0000\u0007 ').error?.issues[0]?.message).toBe('Please give a name.');
  });
});

describe('weights and methods', () => {
  test('a planned and a measured portion', () => {
    expect(PutPortion.safeParse(portion).success).toBe(true);
    expect(PutPortion.safeParse({ ...portion, grams: 61, method: 'scale', division: 1 }).success).toBe(true);
  });
  test.each([
    [{ grams: -1, method: 'scale' }, 'A weight is more than 0 g.'],
    [{ grams: 5000.1, method: 'scale' }, 'More than 5 kg is not one portion: check the weight.'],
    [{ grams: Number.NaN, method: 'scale' }, 'A weight is a number of grams.'],
    [{ grams: 10 }, 'A measured portion says how it was measured, and only a measured one does.'],
    [{ plannedGrams: null }, 'A portion has a planned or a measured amount.'],
  ])('%j: %s', (change, sentence) => {
    expect(first(PutPortion, { ...portion, ...change })).toBe(sentence);
  });
});

describe('words that are checked', () => {
  test('passwords by length alone', () => {
    expect(Password.safeParse('ninechars').success).toBe(false);
    expect(Password.safeParse('aaaaaaaaaa').success).toBe(true);
  });
  test('an email is small letters', () => {
    const person = {
      id: portion.mealId,
      name: ' Ana ',
      email: 'ANA@X.ORG',
      password: 'long enough!',
      role: 'coach',
    };
    expect(SignUp.parse(person)).toMatchObject({ email: 'ana@x.org', name: 'Ana' });
  });
  test('times and zones', () => {
    expect(Time.safeParse('24:00').success).toBe(false);
    expect(Time.safeParse('03:59').success).toBe(true);
    expect(Zone.safeParse('Europe/Vienna').success).toBe(true);
    expect(Zone.safeParse('Europe/Nowhere').success).toBe(false);
  });
  test('nutrients are tagnames, never negative', () => {
    expect(Nutrients.safeParse({ PROCNT: 1, VITB12: 2 }).success).toBe(true);
    expect(Nutrients.safeParse({ protein: 1 }).success).toBe(false);
    expect(Nutrients.safeParse({ FAT: -1 }).success).toBe(false);
  });
  test('a food of more than 100 g in 100 g, and fibre above total carbohydrate, are refused', () => {
    const food = { base: 0, name: 'X', state: 'raw', measures: [], deleted: false };
    expect(PutFood.safeParse({ ...food, per100g: { PROCNT: 50, FAT: 51 } }).success).toBe(false);
    expect(PutFood.safeParse({ ...food, per100g: { CHOCDF: 5, FIBTG: 9 } }).success).toBe(false);
    expect(PutFood.safeParse({ ...food, per100g: { CHOAVLDF: 5, FIBTG: 34 } }).success).toBe(true);
  });
  test('a season with a week of six days is refused', () => {
    expect(Season.safeParse({ phases: [{ week: ['a'] }], events: [] }).success).toBe(false);
    expect(Season.safeParse({ phases: [], events: [] }).success).toBe(true);
  });
  test('every problem has a status of its own class', () => {
    for (const status of Object.values(PROBLEMS)) expect(status).toBeGreaterThanOrEqual(400);
    expect(
      Problem.safeParse({ type: 't', title: 't', status: 409, detail: 'd', current: { version: 2 } }).success,
    ).toBe(true);
  });
});

test('the published schema of a file of foods is the one that reads it', () => {
  const path = new URL('../../docs/formats/foods.schema.json', import.meta.url);
  expect(JSON.parse(readFileSync(path, 'utf8'))).toEqual(
    z.toJSONSchema(FoodsFile, { io: 'input', unrepresentable: 'any' }),
  );
});
