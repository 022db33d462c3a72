import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { routes, type RouteName } from '@maul/contract/routes';
import { openApiDocument } from '@maul/contract/openapi';
import fc from 'fast-check';
import request from 'supertest';
import { v7 as uuidv7 } from 'uuid';
import {
  mealBody,
  openTestHouse,
  portionBody,
  SAME_SITE,
  type Someone,
  type TestHouse,
} from './testing/house.ts';

/** Requests at each commit; `MAUL_HOSTILE=50000` for a long night. */
const REQUESTS = Number(process.env.MAUL_HOSTILE ?? 2000);

interface Schema {
  type?: string;
  format?: string;
  enum?: unknown[];
  const?: unknown;
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema;
  additionalProperties?: Schema | boolean;
  propertyNames?: Schema;
  anyOf?: Schema[];
  oneOf?: Schema[];
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  minLength?: number;
  maxLength?: number;
  minItems?: number;
  maxItems?: number;
  pattern?: string;
}
interface Operation {
  operationId: RouteName;
  parameters: { name: string; in: 'path' | 'query'; schema: Schema }[];
  requestBody?: { content: { 'application/json': { schema: Schema } } };
}

/** What nobody sends in good faith. */
const HOSTILE: unknown[] = [
  null, true, -1, 0, 1e308, -1e308, 2 ** 31, 2 ** 53, 0.1, '', ' ', '\u0000', 'a\u0000b', '\ud800', '\udfff\ud800', '\u202e',
  '0000-01-01', '9999-12-31', '2026-02-30', '0000-01-01T00:00:00Z', '24:00', '-', '..', '../../etc/passwd', '%00', '%E0%A4%A', '%',
  "'; drop table meal; --", '$1', '{}', '[]', '<script>', 'null', 'NaN', 'Infinity', '1e400', [], [[]], [null], {}, { a: {} },
  { __proto__: 1 }, { constructor: 1 }, 'x'.repeat(5000), '\u{1f95a}'.repeat(60), 'ﷺ'.repeat(100), 'e\u0301'.repeat(60),
]; // prettier-ignore
const hostile = fc.oneof(fc.constantFrom(...HOSTILE), fc.string({ unit: 'binary', maxLength: 40 }), fc.double(), fc.jsonValue({ maxDepth: 2 })); // prettier-ignore

/** What an earlier row was written under, so that some requests meet something that is there. */
let ids: string[] = [];
const idOf = fc.nat().map((n) => ids[n % ids.length] ?? uuidv7());
const dayOf = fc.integer({ min: -800, max: 800 }).map((n) => new Date(Date.now() + n * 86_400_000).toISOString().slice(0, 10)); // prettier-ignore
const anyDay = fc.oneof(dayOf, fc.constantFrom('1900-01-01', '2200-12-31', '2024-02-29'));

/** A value that the schema would take, or nearly. */
const fits = (schema: Schema): fc.Arbitrary<unknown> => {
  if (schema.const !== undefined) return fc.constant(schema.const);
  if (schema.enum) return fc.constantFrom(...schema.enum);
  const choices = schema.anyOf ?? schema.oneOf;
  if (choices) return fc.oneof(...choices.map(fits));
  switch (schema.type) {
    case 'string':
      if (schema.format === 'uuid') return idOf;
      if (schema.format === 'date') return anyDay;
      if (schema.format === 'date-time') return anyDay.map((d) => `${d}T10:00:00Z`);
      if (schema.format === 'email') return fc.constantFrom('a@b.maul', 'x@y.maul');
      if (schema.pattern?.includes('[0-5]')) return fc.constantFrom('00:00', '06:30', '23:59');
      return fc.string({ minLength: schema.minLength ?? 0, maxLength: Math.min(schema.maxLength ?? 40, 40) });
    case 'integer':
      return fc.integer({ min: Math.max(schema.minimum ?? -9, -1e6), max: Math.min(schema.maximum ?? 9, 2 ** 31 - 1) }); // prettier-ignore
    case 'number':
      return fc.oneof(fc.constantFrom(schema.minimum ?? 0, schema.maximum ?? 1e9), fc.double({ min: schema.minimum ?? schema.exclusiveMinimum ?? -9, max: schema.maximum ?? 1e6, noNaN: true })); // prettier-ignore
    case 'boolean':
      return fc.boolean();
    case 'null':
      return fc.constant(null);
    case 'array': {
      const least = schema.minItems ?? 0;
      return fc.array(fits(schema.items ?? {}), { minLength: least, maxLength: Math.max(least, Math.min(schema.maxItems ?? 3, 3)) }); // prettier-ignore
    }
    case 'object': {
      const fixed = fc.record(
        Object.fromEntries(Object.entries(schema.properties ?? {}).map(([name, one]) => [name, fits(one)])),
        { requiredKeys: schema.required ?? [] },
      );
      if (typeof schema.additionalProperties !== 'object') return fixed;
      const named = fc.dictionary(fits(schema.propertyNames ?? { type: 'string' }) as fc.Arbitrary<string>, fits(schema.additionalProperties), { maxKeys: 3 }); // prettier-ignore
      return fc.tuple(fixed, named).map(([a, b]) => ({ ...b, ...a }));
    }
    default:
      // A season is not drawn by its schema here: one that stands is sent, and then spoilt.
      return fc.constantFrom(...stored);
  }
};
let stored: unknown[] = [{}];

/** The same value with something in it replaced, added or taken away, at any depth. */
const spoilt = (value: unknown, [at, how, bad]: readonly [number, number, unknown]): unknown => {
  if (Array.isArray(value)) {
    if (value.length === 0 || how === 0) return [...(value as unknown[]), bad];
    return value.map((one, i) =>
      i === at % value.length ? spoilt(one, [at >> 2, how - 1, bad]) : (one as unknown),
    );
  }
  if (value !== null && typeof value === 'object') {
    const names = Object.keys(value);
    const name = names[at % Math.max(1, names.length)];
    if (name === undefined || how === 0) return { ...value, [String(bad).slice(0, 20)]: bad };
    if (how === 1) return Object.fromEntries(Object.entries(value).filter(([key]) => key !== name));
    return { ...value, [name]: spoilt((value as Record<string, unknown>)[name], [at >> 2, how - 1, bad]) };
  }
  return bad;
};
const bend = fc.tuple(fc.nat(4000), fc.nat(6), hostile);
/** Mostly something that fits with one thing spoilt, sometimes all of it as it should be, sometimes nothing of it. */
const nearly = (schema: Schema): fc.Arbitrary<unknown> =>
  fc.oneof(
    { weight: 3, arbitrary: fits(schema) },
    { weight: 5, arbitrary: fc.tuple(fits(schema), bend).map(([value, how]) => spoilt(value, how)) },
    { weight: 1, arbitrary: hostile },
  );

interface Sent {
  name: RouteName;
  path: string;
  query: Record<string, string>;
  body: unknown;
  signed: boolean;
}

let house: TestHouse;
let athlete: Someone;

const requests = (): fc.Arbitrary<Sent>[] => {
  const operations = Object.values(openApiDocument().paths).flatMap((p) => Object.values(p)) as Operation[];
  const asText = (value: unknown): string =>
    typeof value === 'string' ? value : (JSON.stringify(value) ?? '');
  return (
    operations
      // It would end the session that all others are asked with.
      .filter(({ operationId }) => !['signOut', 'signOutEverywhere'].includes(operationId))
      .map(({ operationId, parameters, requestBody }) => {
        const path = fc.tuple(
          ...parameters
            .filter((p) => p.in === 'path')
            .map(({ name, schema }) =>
              fc
                .oneof(
                  { weight: 12, arbitrary: name === 'athleteId' ? fc.constant(null) : fits(schema) },
                  { weight: 2, arbitrary: hostile },
                )
                .map((value) => [name, value] as const),
            ),
        );
        const query = fc.tuple(
          ...parameters
            .filter((p) => p.in === 'query')
            .map(({ name, schema }) => fc.option(nearly(schema)).map((value) => [name, value] as const)),
        );
        const body = requestBody
          ? nearly(requestBody.content['application/json'].schema)
          : fc.constant(undefined);
        return fc.tuple(path, query, body, fc.nat(19)).map(([params, asked, sent, chance]) => ({
          name: operationId,
          path: params.reduce(
            (text, [name, value]) =>
              text.replace(`:${name}`, () => {
                const given = value === null && name === 'athleteId' ? athlete.id : asText(value);
                // Nothing, or one or two points, is another address before it is sent: signing out everywhere, say.
                const said = /^(\.|%2e){0,2}$/i.test(given) ? '...' : given;
                // Sometimes with its escapes as they are: a broken one is hostile too.
                return /^[%.\w-]+$/.test(said)
                  ? said
                  : encodeURIComponent(said.replace(/\p{Cs}/gu, '\ufffd'));
              }),
            routes[operationId].path,
          ),
          query: Object.fromEntries(
            asked.flatMap(([name, value]) => (value === null ? [] : [[name, asText(value)] as const])),
          ),
          body: sent,
          signed: chance > 0,
        }));
      })
  );
};

beforeAll(async () => {
  house = await openTestHouse();
  athlete = await house.athlete('Fuzzed');
  const at = `/api/athletes/${athlete.id}`;
  const [meal, portion] = [uuidv7(), uuidv7()];
  const today = new Date().toISOString().slice(0, 10);
  await athlete.put(`${at}/meals/${meal}`, mealBody(today as never)).expect(200);
  await athlete.put(`${at}/portions/${portion}`, portionBody(meal)).expect(200);
  const { season } = (await athlete.get(`${at}/season`).expect(200)).body as {
    season: { phases: { id: string }[] };
  };
  stored = [season];
  ids = [
    athlete.id,
    meal,
    portion,
    season.phases[0]?.id ?? '',
    ...Array.from({ length: 12 }, () => uuidv7()),
  ];
});
afterAll(() => house.close());

describe('whatever is sent', () => {
  test('is answered: taken or refused with a sentence, never with a fault of the server', async () => {
    const answers = new Map<number, number>();
    await fc.assert(
      fc.asyncProperty(fc.oneof(...requests()), async ({ name, path, query, body, signed }) => {
        const asked = request(house.app)[routes[name].verb](path).query(query);
        if (signed) asked.set(SAME_SITE).set('Cookie', `maul_session=${athlete.token}`);
        if (body !== undefined) asked.set('Content-Type', 'application/json').send(JSON.stringify(body));
        const answer = await asked;
        answers.set(answer.status, (answers.get(answer.status) ?? 0) + 1);
        expect(answer.status).toBeLessThan(500);
        if (answer.status >= 400 && path.startsWith('/api')) {
          expect(answer.headers['content-type']).toContain('application/problem+json');
          expect((answer.body as { detail: string }).detail).toMatch(/\.$/);
        }
      }),
      { numRuns: REQUESTS, seed: Number(process.env.MAUL_SEED ?? 20_261_128) },
    );
    // It is no test of the door alone: a good part of it is taken, and the day still opens.
    expect(answers.get(200) ?? 0).toBeGreaterThan(REQUESTS / 20);
    const today = new Date().toISOString().slice(0, 10);
    await athlete.get(`/api/athletes/${athlete.id}/days/${today}`).expect(200);
    await athlete.get(`/api/athletes/${athlete.id}/season`).expect(200);
  }, 600_000);
});
