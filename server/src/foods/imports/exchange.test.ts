import { describe, expect, test } from '@jest/globals';
import type { ImportOptions } from '@maul/contract/foods';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import yazl from 'yazl';
import { stateInName, take } from './candidate.ts';
import { readFdcCsv } from './fdcCsv.ts';
import { decoded, elementsOf, linesOf, recordsOf } from './lines.ts';
import { columnTarget, readNumber, unitFactor } from './nutrients.ts';
import { encodingOf, previewOf } from './preview.ts';
import { readFoods } from './read.ts';
import { BRANDED, FDC_CSV, FOUNDATION, OWN_CSV } from './samples.ts';
import { sourceFiles } from './source.ts';

const home = mkdtempSync(join(tmpdir(), 'maul-exchange-'));
let count = 0;
const fileOf = (content: string | Buffer, name = 'foods.csv') => {
  const path = join(home, `${(count += 1)}`);
  writeFileSync(path, content);
  return sourceFiles(path, name, Buffer.byteLength(content));
};
const zipOf = async (files: Readonly<Record<string, string>>) => {
  const zip = new yazl.ZipFile();
  for (const [name, text] of Object.entries(files)) zip.addBuffer(Buffer.from(text), `download/${name}`);
  zip.end();
  const parts: Buffer[] = [];
  for await (const part of zip.outputStream) parts.push(part as unknown as Buffer);
  return Buffer.concat(parts);
};
const options = (format: ImportOptions['format'], change: Partial<ImportOptions> = {}): ImportOptions => ({
  format,
  encoding: 'utf-8',
  mapping: {},
  ...change,
});
const all = async <T>(from: AsyncIterable<T>): Promise<T[]> => {
  const out: T[] = [];
  for await (const one of from) out.push(one);
  return out;
};
const taken = async (files: Awaited<ReturnType<typeof fileOf>>, how: ImportOptions) =>
  (await all(readFoods(files, how))).map((read) => ({
    line: read.line,
    what: read.what,
    ...(read.candidate ? take(read.candidate) : { reason: read.reason ?? '' }),
  }));
const foodIn = (found: Awaited<ReturnType<typeof taken>>, at: number) => {
  const one = found[at];
  if (!one || !('food' in one)) throw new Error(`no food: ${JSON.stringify(one)}`);
  return one.food;
};
async function* pieces(text: string, size: number) {
  await Promise.resolve();
  for (let i = 0; i < text.length; i += size) yield text.slice(i, i + size);
}

// RFC 4180, section 2, its seven rules; what they mean is taken from a reader of good repute (papaparse) as the reference.
describe('CSV by RFC 4180', () => {
  test.each([
    ['records on lines of their own, CRLF', 'aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n'],
    ['the last record may have no line break', 'aaa,bbb,ccc\r\nzzz,yyy,xxx'],
    ['spaces are part of a field', 'aaa , bbb,ccc\r\nz,y,x'],
    ['quoted fields', '"aaa","bbb","ccc"\r\nzzz,yyy,xxx'],
    ['line breaks, quotes and commas inside quotes', '"aaa","b\r\nbb","c,cc"\r\nzzz,yyy,xxx'],
    ['a quote is written as two', '"aaa","b""bb","ccc"\r\n1,2,3'],
  ])('%s', async (_rule, text) => {
    for (const size of [1, 3, 1000]) {
      const records = await all(recordsOf(linesOf(pieces(text, size))));
      const cells = records.filter((r) => r.text !== '').map((r) => Papa.parse<string[]>(r.text).data[0]);
      const reference = Papa.parse<string[]>(text, { skipEmptyLines: true }).data;
      expect(cells.map((row) => row?.map((c) => c.replace('\r', '')))).toEqual(
        reference.map((row) => row.map((c) => c.replace('\r', ''))),
      );
    }
  });
  test('a broken quote costs its own line and no other', async () => {
    const text = `name,PROCNT,FAT,CHOAVLDF\nA,1,1,1\n"B,1,1,1\n${Array.from({ length: 40 }, (_, i) => `C${i},1,1,1`).join('\n')}`;
    const found = await taken(await fileOf(text), options('own-csv'));
    expect(found.filter((f) => 'food' in f)).toHaveLength(41);
    expect(found.filter((f) => 'reason' in f)).toEqual([
      { line: 3, what: '"B,1,1,1', reason: expect.stringContaining('opened and not closed') },
    ]);
    const inside = await taken(await fileOf('name,PROCNT\n"B"roken",1\nD,2'), options('own-csv'));
    expect(inside.map((f) => ('food' in f ? f.food.name : f.line))).toEqual([2, 'D']);
  });
});

describe('our own CSV', () => {
  test('every column of it', async () => {
    const found = await taken(await fileOf(OWN_CSV), options('own-csv'));
    expect(foodIn(found, 0)).toMatchObject({
      name: 'Bread, fen',
      state: 'as sold',
      code: '06291041500213',
      per100g: { PROCNT: 9, NA: 480, ENERC: 258 },
      measures: [
        { name: 'slice', grams: 40 },
        { name: 'loaf', grams: 800 },
      ],
      details: { allergens: ['gluten'], packGrams: 800 },
    });
    expect(foodIn(found, 1).per100g.CHOAVLDF).toBeCloseTo(7 / 1.03, 5);
    expect(foodIn(found, 1).details.density).toBe(1.03);
    expect(foodIn(found, 2).per100g).toMatchObject({ PROCNT: 20, ENERC: 404 });
    expect(found.map((f) => f.line)).toEqual([3, 4, 5]);
  });
  test('semicolons and decimal commas, columns by other names, kJ', async () => {
    const text = 'Food;Protein (g);Total fat;Carbs;kJ\nRye;9,5;1,3;46;1 024';
    const food = foodIn(await taken(await fileOf(text), options('own-csv')), 0);
    expect(food.per100g).toMatchObject({ PROCNT: 9.5, FAT: 1.3, CHOAVLDF: 46 });
    expect(food.per100g.ENERC).toBeCloseTo(1024 / 4.184, 3);
  });
  test('a mapping overrules the guess', async () => {
    const text = 'title,Protein,sugar\nRye,9,3';
    const how = options('own-csv', { mapping: { title: 'name', sugar: '' } });
    expect(foodIn(await taken(await fileOf(text), how), 0).per100g).toEqual({ PROCNT: 9 });
  });
  test.each([
    ['Rye,raw,-9,1,1,1,100', 'Protein is negative'],
    ['Rye,raw,nine,1,1,1,100', '“nine” in the column PROCNT is no number'],
    ['Rye,stale,9,1,1,1,100', '“stale” is no state'],
    ['Rye,raw,60,60,1,1,100', 'more than 100 g in 100 g'],
    ['Rye,raw,120,1,1,1,100', 'Protein is 120 g in 100 g'],
    ['Rye,raw,9,1,5,12,100', 'more fibre than total carbohydrate'],
    ['Rye,raw,9,1,45,3,1480', 'Is it kilojoules?'],
    [',raw,9,1,45,3,200', 'has no name'],
    ['Rye,raw,,,,,', 'states no nutrient'],
    ['Rye,raw,9,1,45,3,200,9', '8 fields where the first line names 7'],
  ])('%s is left out: %s', async (row, reason) => {
    const text = `name,state,PROCNT,FAT,CHOCDF,FIBTG,ENERC\n${row}\nGood,raw,9,1,45,3,225`;
    const found = await taken(await fileOf(text), options('own-csv'));
    expect(found[0]).toMatchObject({ line: 2, reason: expect.stringContaining(reason) });
    expect(foodIn(found, 1).name).toBe('Good');
  });
  test('a serving larger than the pack, a wrong check digit', async () => {
    const text =
      'name,basis,serving_g,pack_g,code,PROCNT\nA,serving,60,50,,9\nB,100 g,,,6291041500214,9\nC,cup,,,,9';
    const found = await taken(await fileOf(text), options('own-csv'));
    expect(found.map((f) => ('reason' in f ? f.reason : ''))).toEqual([
      'One serving is more than the whole pack holds.',
      expect.stringContaining('it would be 3'),
      expect.stringContaining('is no basis'),
    ]);
  });
  test('stated energy that its macros cannot explain is kept and remarked on', async () => {
    const text = 'name,PROCNT,FAT,CHOAVLDF,FIBTG,ENERC\nOdd,20,5,30,0,500';
    const food = foodIn(await taken(await fileOf(text), options('own-csv')), 0);
    expect(food.per100g.ENERC).toBe(500);
    expect(food.remark).toContain('more than any rule explains');
  });
});

describe('FoodData Central', () => {
  test('Foundation JSON: nutrients by number and unit, portions, the energy that is believed first', async () => {
    const found = await taken(await fileOf(FOUNDATION, 'foundation.json'), options('fdc-json'));
    expect(foodIn(found, 0)).toMatchObject({
      name: 'Beans, marsh, boiled',
      state: 'cooked',
      per100g: { PROCNT: 8.5, FAT: 0.6, CHOCDF: 21, FIBTG: 6, ENERC: 123, FE: 2.1, SE: 1.4 },
      measures: [
        { name: 'tablespoon', grams: 17 },
        { name: 'piece', grams: 3 },
      ],
      source: 'USDA FoodData Central, Foundation, FDC ID 9000001',
      details: { sourceDate: '2019-04-01' },
    });
    expect(foodIn(found, 0).per100g.NIAEQ).toBeUndefined();
    const fillet = foodIn(found, 1);
    expect(fillet.per100g.ENERC).toBe(107);
    expect(fillet.per100g.CHOCDF).toBeUndefined();
    expect(fillet.remark).toContain('negative carbohydrate');
    expect(found[2]).toMatchObject({
      what: 'No nutrients at all',
      reason: expect.stringContaining('foodNutrients'),
    });
  });
  test('Branded JSON: code, serving, millilitres', async () => {
    const found = await taken(await fileOf(BRANDED, 'branded.json'), options('fdc-json'));
    expect(foodIn(found, 0)).toMatchObject({
      code: '00614141000036',
      details: { label: { rules: 'us', grams: 40, kcal: 150 } },
      measures: [{ name: 'serving, 1 cup', grams: 40, spread: 0.1 }],
    });
    expect(foodIn(found, 1)).toMatchObject({ code: null, details: { basis: { kind: '100 mL' } } });
  });
  test('the CSV download as the ZIP it comes in', async () => {
    const found = await taken(await fileOf(await zipOf(FDC_CSV), 'fdc.zip'), options('fdc-csv'));
    expect(found).toHaveLength(2);
    expect(foodIn(found, 0)).toMatchObject({
      name: 'Groats, fen, dry',
      state: 'dry',
      per100g: { PROCNT: 12, FAT: 7, CHOCDF: 65, ENERC: 371 },
      measures: [{ name: 'cup', grams: 164 }],
    });
    expect(foodIn(found, 1)).toMatchObject({ name: 'MARSH "FINE" CAKES', code: '00614141000036' });
  });
  test('texts of hundreds of kilobytes are cut where they are kept; a number that is none is no food', async () => {
    const long = 'n'.repeat(400_000);
    const files = await fileOf(
      await zipOf({
        ...FDC_CSV,
        'nutrient.csv': `${FDC_CSV['nutrient.csv'] ?? ''}\n"1999","${long}","${long}","999","1"`,
        'food.csv': `${FDC_CSV['food.csv'] ?? ''}\n"${long}","branded_food","X","",""`,
        'food_nutrient.csv': `${FDC_CSV['food_nutrient.csv'] ?? ''}\n"11","9000020","1999","3"`,
      }),
      'fdc.zip',
    );
    const names: string[] = [];
    const found = await all(
      readFdcCsv(
        files,
        'utf-8',
        () => true,
        (name) => names.push(name),
      ),
    );
    expect(found).toHaveLength(2);
    expect(Math.max(...names.map((name) => name.length))).toBeLessThan(150);
  });
  test('a ZIP that unpacks to what no table is, or holds too many files, is refused before it is unpacked', async () => {
    const bomb = await zipOf({ ...FDC_CSV, 'nutrient.csv': 'n'.repeat(20_000_000) });
    expect(bomb.length).toBeLessThan(100_000);
    await expect(fileOf(bomb, 'fdc.zip')).rejects.toThrow('unpacks to more than a hundred times its size');
    const many = Object.fromEntries(Array.from({ length: 501 }, (_, i) => [`${i}.csv`, 'a']));
    await expect(fileOf(await zipOf(many), 'fdc.zip')).rejects.toThrow('holds more than 500 files');
  });
  test('a download without one of its tables says which', async () => {
    const { 'nutrient.csv': _left, ...rest } = FDC_CSV;
    const files = await fileOf(await zipOf(rest), 'fdc.zip');
    await expect(taken(files, options('fdc-csv'))).rejects.toThrow('lacks nutrient.csv');
  });
});

describe('JSON files, element by element', () => {
  const texts = (text: string, size: number) => all(elementsOf(pieces(text, size)));
  test('however the stream is cut, with quotes and brackets in texts', async () => {
    const text = '{"about": "x [{", "foods": [\n {"name": "A\\"]}", "n": [1, {"k": 2}]},\n {"name": "B"}\n]}';
    for (const size of [1, 7, 1000]) {
      const found = await texts(text, size);
      expect(found.map((f) => [f.line, (JSON.parse(f.text) as { name: string }).name])).toEqual([
        [2, 'A"]}'],
        [3, 'B'],
      ]);
    }
  });
  test('a broken food breaks no other; a file cut short says so', async () => {
    const text = '[{"name":"A","figures":{"PROCNT":9}},{"name": oops},{"name":"C","figures":{"PROCNT":9}}]';
    const found = await taken(await fileOf(text, 'own.json'), options('own-json'));
    expect(found.map((f) => ('food' in f ? f.food.name : f.reason))).toEqual([
      'A',
      'It is no valid JSON.',
      'C',
    ]);
    await expect(texts('[{"name":"A"', 5)).rejects.toThrow(
      'ends in the middle of the food that begins on line 1',
    );
    await expect(texts('{}', 5)).rejects.toThrow('no list of foods');
  });
  test('our own JSON refuses what is not described', async () => {
    const text =
      '[{"name":"A","figures":{"PROTEIN":9}},{"name":"B","figure":{}},{"name":"C","figures":{"FAT":1},"details":{"density":9}}]';
    const found = await taken(await fileOf(text, 'own.json'), options('own-json'));
    expect(found.map((f) => ('reason' in f ? f.reason : 'taken'))).toEqual([
      expect.stringContaining('no INFOODS tagname'),
      expect.stringContaining('figures'),
      expect.stringContaining('density'),
    ]);
  });
});

describe('encodings', () => {
  const latin = Buffer.from('name,PROCNT\nM\xfcsli,9\n', 'latin1');
  test('what is not UTF-8 is seen, with its line', () => {
    expect(encodingOf(latin)).toEqual({ encoding: 'windows-1252', line: 2 });
    expect(encodingOf(Buffer.from('name\nMüsli'))).toEqual({ encoding: 'utf-8' });
    expect(encodingOf(Buffer.from('\ufeffname', 'utf16le')).encoding).toBe('utf-16le');
  });
  test('the preview says it and shows the names; read as UTF-8 it takes nothing', async () => {
    const preview = await previewOf(await fileOf(latin), null, () => Promise.resolve(new Set()));
    expect(preview.options).toMatchObject({ format: 'own-csv', encoding: 'windows-1252' });
    expect(preview.warnings[0]).toContain('not UTF-8 (first on line 2)');
    expect(preview.foods[0]?.name).toBe('Müsli');
    await expect(all(decoded(await (await fileOf(latin))[0]!.open(), 'utf-8'))).rejects.toThrow(
      'not written in UTF-8',
    );
  });
});

describe('the preview', () => {
  const none = () => Promise.resolve(new Set<string>());
  test('columns, foods, rejects, duplicates', async () => {
    const text = 'name,Protein,colour,FAT\nA,9,red,1\nA,9,red,1\nB,-1,,1';
    const preview = await previewOf(await fileOf(text), null, (keys) => Promise.resolve(new Set(keys)));
    expect(preview.columns).toEqual([
      { column: 'name', as: 'name', stated: 3 },
      { column: 'Protein', as: 'PROCNT', stated: 3 },
      { column: 'colour', as: null, stated: 2 },
      { column: 'FAT', as: 'FAT', stated: 3 },
    ]);
    expect(preview.looked).toBe(3);
    // One twice in the file, and one that an earlier import holds.
    expect(preview.duplicates).toBe(2);
    expect(preview.rejects).toEqual([{ line: 4, what: 'B', reason: expect.stringContaining('negative') }]);
  });
  test('FoodData Central is recognised in every form, and what is left out is named', async () => {
    const json = await previewOf(await fileOf(FOUNDATION, 'x.json'), null, none);
    expect(json.options.format).toBe('fdc-json');
    expect(json.columns.find((c) => c.column.startsWith('Niacin'))?.as).toBeNull();
    const zip = await previewOf(await fileOf(await zipOf(FDC_CSV), 'x.zip'), null, none);
    expect(zip.options.format).toBe('fdc-csv');
    expect(zip.foods).toHaveLength(2);
    const inZip = await previewOf(
      await fileOf(await zipOf({ 'branded.json': BRANDED }), 'x.zip'),
      null,
      none,
    );
    expect(inZip.options.format).toBe('fdc-json');
  });
  test('what is no table of foods', async () => {
    await expect(previewOf(await fileOf('hello', 'x.txt'), null, none)).rejects.toThrow('no table of foods');
    await expect(fileOf(Buffer.from('PK\x03\x04broken'), 'x.zip')).rejects.toThrow('ZIP is damaged');
    const nameless = await previewOf(await fileOf('a,PROCNT\nx,1'), null, none);
    expect(nameless.warnings.join(' ')).toContain('No column is read as the name');
  });
});

describe('numbers and units', () => {
  test.each([
    ['3,5', 3.5],
    ['1,234.5', 1234.5],
    ['1 024', 1024],
    ['.5', 0.5],
    ['', undefined],
    ['-2', -2],
    ['1.2.3', NaN],
    ['<1', NaN],
  ])('%j reads %p', (text, value) => expect(readNumber(text)).toEqual(value));
  test('units are converted, or left out', () => {
    expect(unitFactor('NA', 'G')).toBe(1000);
    expect(unitFactor('SE', 'µg')).toBe(1);
    expect(unitFactor('VITD', 'IU')).toBeUndefined();
    expect(columnTarget('Sodium (g)')).toEqual({ tag: 'NA', factor: 1000 });
    expect(columnTarget('colour')).toBeNull();
  });
  test('a state is read from a name and never guessed', () => {
    expect(stateInName('Beef, ground, raw')).toBe('raw');
    expect(stateInName('Peas, frozen')).toBe('frozen');
    expect(stateInName('Bar, chocolate')).toBe('as sold');
  });
});
