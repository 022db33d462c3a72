import type { ImportFormat } from '@maul/contract/foods';
import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { promisify } from 'node:util';
import type { Entry, ZipFile } from 'yauzl';
import { openZip } from '../../platform/zip.ts';
import { FileFault, type Bytes } from './lines.ts';

/** A file that has arrived, or one that lies in a ZIP. */
export interface SourceFile {
  name: string;
  bytes: number;
  open: () => Promise<Bytes>;
}

const ZIP_MARK = 0x04034b50;
/** What a ZIP unpacks to is at most so many bytes. */
const MOST_UNPACKED = 40_000_000_000;
/** Tables of foods shrink to a tenth or so; what shrinks a hundredfold is no table. Small files may. */
const MOST_RATIO = 100;
const SMALL = 10_000_000;
/** A download holds some dozens of files. */
const MOST_ENTRIES = 500;

const isZip = async (path: string): Promise<boolean> => {
  const file = await open(path, 'r');
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(4), 0, 4, 0);
    return bytesRead === 4 && buffer.readUInt32LE(0) === ZIP_MARK;
  } finally {
    await file.close();
  }
};

const entriesOf = (zip: ZipFile): Promise<Entry[]> =>
  new Promise((done, fail) => {
    const entries: Entry[] = [];
    zip.on('entry', (entry: Entry) => {
      if (!entry.fileName.endsWith('/')) entries.push(entry);
      if (entries.length > MOST_ENTRIES)
        return fail(
          new FileFault(`The ZIP holds more than ${MOST_ENTRIES} files: this is no download of foods.`),
        );
      zip.readEntry();
    });
    zip.on('end', () => done(entries));
    zip.on('error', fail);
    zip.readEntry();
  });

/** The files behind what has arrived: itself, or those in the ZIP that it is. Throws FileFault for a broken ZIP. */
export const sourceFiles = async (path: string, name: string, bytes: number): Promise<SourceFile[]> => {
  if (!(await isZip(path)))
    return [{ name, bytes, open: () => Promise.resolve(createReadStream(path, { highWaterMark: 262_144 })) }];
  try {
    const zip = await openZip(path, { lazyEntries: true, autoClose: false });
    const entries = await entriesOf(zip);
    zip.close();
    const unpacked = entries.reduce((sum, e) => sum + e.uncompressedSize, 0);
    if (unpacked > MOST_UNPACKED)
      throw new FileFault('The ZIP unpacks to more than 40 GB, which is the limit.');
    if (entries.some((e) => e.uncompressedSize > Math.max(SMALL, MOST_RATIO * e.compressedSize)))
      throw new FileFault(
        'A file in the ZIP unpacks to more than a hundred times its size, which no table of foods does. Nothing was taken.',
      );
    return entries.map((entry) => ({
      name: entry.fileName.split('/').at(-1) ?? entry.fileName,
      bytes: entry.uncompressedSize,
      open: async () => {
        const again = await openZip(path, { lazyEntries: true, autoClose: false });
        const stream = await promisify<Entry, NodeJS.ReadableStream>(
          again.openReadStream.bind(again) as (
            e: Entry,
            done: (error: Error | null, stream: NodeJS.ReadableStream) => void,
          ) => void,
        )(entry);
        stream.on('close', () => again.close());
        return stream as unknown as Bytes;
      },
    }));
  } catch (error) {
    if (error instanceof FileFault) throw error;
    throw new FileFault('The ZIP is damaged and cannot be opened. Was it copied to its end?');
  }
};

/** The first kilobytes of a file, as they are. */
export const headOf = async (file: SourceFile, size = 200_000): Promise<Buffer> => {
  const parts: Buffer[] = [];
  let length = 0;
  for await (const chunk of await file.open()) {
    parts.push(chunk);
    length += chunk.length;
    if (length >= size) break;
  }
  return Buffer.concat(parts).subarray(0, size);
};

/** What kind of file it is, from its name and its first words. Throws FileFault when it is none that Maul reads. */
export const formatOf = (files: readonly SourceFile[], head: string): ImportFormat => {
  const names = files.map((f) => f.name.toLowerCase());
  if (names.includes('food.csv') && names.includes('food_nutrient.csv')) return 'fdc-csv';
  const start = head.replace(/^\uFEFF/, '').trimStart();
  if (start.startsWith('{') || start.startsWith('['))
    return /"(fdcId|foodNutrients|FoundationFoods|SRLegacyFoods|BrandedFoods|SurveyFoods)"/.test(head)
      ? 'fdc-json'
      : 'own-json';
  const header = start.split('\n').find((line) => line.trim() !== '' && !line.startsWith('#'));
  if (files.length === 1 && /[,;\t]/.test(header ?? '')) return 'own-csv';
  throw new FileFault(
    'This is no table of foods that Maul reads: a CSV or JSON of foods, a FoodData Central JSON file, or the ZIP of its CSV download.',
  );
};
