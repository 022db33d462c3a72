import { describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';

const ROOT = import.meta.dirname;
const files = readdirSync(ROOT, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
  .map((file) => join(ROOT, file));

interface Example {
  file: string;
  line: number;
  code: string;
}

/** The code of every `@example` in the docstrings of a file. */
const examplesOf = (file: string): Example[] => {
  const text = readFileSync(file, 'utf8');
  return [...text.matchAll(/\/\*\*[\s\S]*?\*\//g)].flatMap((doc) => {
    const at = doc[0].indexOf('@example');
    if (at < 0) return [];
    const code = doc[0]
      .slice(at + '@example'.length)
      .replace(/\*\/$/, '')
      .replace(/^\s*\* ?/gm, '');
    return [{ file: relative(ROOT, file), line: text.slice(0, doc.index + at).split('\n').length, code }];
  });
};

/** `expression; // => value` becomes a comparison; everything else runs as it stands. */
const asTest = (code: string): string =>
  code.replace(/^(.+?);? *\/\/ => (.+)$/gm, (_line, expression: string, value: string) => {
    return `__same(${expression}, (${value}));`;
  });

const examples = files.flatMap(examplesOf);

describe('the examples in the docstrings', () => {
  test('there are some', () => expect(examples.length).toBeGreaterThan(20));
  test.each(examples.map((e) => [`${e.file}:${e.line}`, e] as const))(
    '%s says what it answers',
    async (_name, example) => {
      const rooms = readdirSync(ROOT, { withFileTypes: true }).filter((entry) => entry.isDirectory());
      const names: Record<string, unknown> = {};
      for (const room of rooms) Object.assign(names, await import(join(ROOT, room.name, 'index.ts')));
      // The example's own file first: what a room keeps to itself has examples too.
      Object.assign(names, await import(join(ROOT, example.file)));
      let compared = 0;
      const same = (answer: unknown, wanted: unknown): void => {
        compared += 1;
        if (typeof wanted === 'number') expect(answer).toBeCloseTo(wanted, 6);
        else expect(answer).toEqual(wanted);
      };
      // eslint-disable-next-line @typescript-eslint/no-implied-eval -- an example is code of this repository
      const run = new Function('__same', ...Object.keys(names), asTest(example.code)) as (
        ...args: unknown[]
      ) => void;
      run(same, ...Object.values(names));
      expect(compared).toBeGreaterThan(0);
    },
  );
});
