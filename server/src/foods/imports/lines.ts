import type { ImportOptions } from '@maul/contract/foods';

/** The file is not written as it was said to be, or is broken beyond reading; the sentence says where. */
export class FileFault extends Error {}

export type Bytes = AsyncIterable<Buffer>;

/** Text of a file in its encoding. Throws FileFault with the line at the first byte that does not fit. */
export async function* decoded(bytes: Bytes, encoding: ImportOptions['encoding']): AsyncGenerator<string> {
  const decoder = new TextDecoder(encoding, { fatal: true });
  let line = 1;
  for await (const chunk of bytes) {
    let text: string;
    try {
      text = decoder.decode(chunk, { stream: true });
    } catch {
      throw new FileFault(
        `The file is not written in ${encoding.toUpperCase()}: it breaks off at about line ${line}. Choose another encoding; nothing was taken.`,
      );
    }
    for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) line += 1;
    yield text;
  }
}

export interface Line {
  /** Where it starts, from 1. */
  line: number;
  text: string;
}

/** Physical lines, whatever ends them. */
export async function* linesOf(texts: AsyncIterable<string>): AsyncGenerator<Line> {
  let rest = '';
  let line = 1;
  for await (const text of texts) {
    const parts = (rest + text).split('\n');
    rest = parts.pop() ?? '';
    for (const part of parts) {
      yield { line, text: part.endsWith('\r') ? part.slice(0, -1) : part };
      line += 1;
    }
    if (rest.length > LONGEST_LINE)
      throw new FileFault(`Line ${line} is longer than a megabyte: this is no table of foods.`);
  }
  if (rest !== '') yield { line, text: rest };
}

const LONGEST_LINE = 1_000_000;
/** A quoted field runs over at most so many lines. */
const MOST_LINES = 20;

const quotes = (text: string): number => {
  let count = 0;
  for (let at = text.indexOf('"'); at >= 0; at = text.indexOf('"', at + 1)) count += 1;
  return count;
};

export type CsvRecord = Line & { broken?: true };

/**
 * Whole records of a CSV (RFC 4180): a quoted field may hold line breaks. A quote that is opened and not closed within twenty lines breaks
 * its first line only; reading goes on with the next.
 */
export async function* recordsOf(lines: AsyncIterable<Line>): AsyncGenerator<CsvRecord> {
  let held: Line[] = [];
  let odd = false;
  const release = function* (): Generator<CsvRecord> {
    // The first held line opened the quote; those after it are looked at anew.
    const [first, ...others] = held;
    held = [];
    odd = false;
    if (first) yield { ...first, broken: true };
    for (const line of others) yield* feed(line);
  };
  const feed = function* (line: Line): Generator<CsvRecord> {
    if (quotes(line.text) % 2 === 1) odd = !odd;
    held.push(line);
    if (odd) {
      if (held.length > MOST_LINES) yield* release();
      return;
    }
    const [first] = held;
    if (first) yield { line: first.line, text: held.map((l) => l.text).join('\n') };
    held = [];
  };
  for await (const line of lines) yield* feed(line);
  while (held.length > 0) yield* release();
}

/** One element of a JSON array: its text, and the line it starts on. */
export type JsonElement = Line & { tooLong?: true };
/** No food of a file is longer than this, characters. */
const LONGEST_ELEMENT = 8_000_000;

/**
 * The objects that lie in the outermost array of a JSON file (or in the array of its outermost object), one after the other, without
 * holding more than one. Each is given as text, so that a broken one breaks nothing else.
 */
export async function* elementsOf(texts: AsyncIterable<string>): AsyncGenerator<JsonElement> {
  let depth = 0;
  let inText = false;
  let escaped = false;
  let line = 1;
  let start = -1;
  let startLine = 1;
  let level = -1;
  let held = '';
  let seen = false;
  for await (const text of texts) {
    const from = held.length;
    const all = held + text;
    for (let i = from; i < all.length; i += 1) {
      const c = all.charCodeAt(i);
      if (c === 10) line += 1;
      if (inText) {
        if (escaped) escaped = false;
        else if (c === 92) escaped = true;
        else if (c === 34) inText = false;
        continue;
      }
      if (c === 34) inText = true;
      else if (c === 91 || c === 123) {
        if (c === 91 && level < 0) level = depth + 1;
        else if (c === 123 && depth === level && start < 0) {
          start = i;
          startLine = line;
        }
        depth += 1;
      } else if (c === 93 || c === 125) {
        depth -= 1;
        if (depth < level - 1) level = -1;
        if (c === 125 && depth === level && start >= 0) {
          seen = true;
          yield { line: startLine, text: all.slice(start, i + 1) };
          start = -1;
        } else if (c === 93 && depth === level - 1) level = -1;
      }
    }
    held = start >= 0 ? all.slice(start) : '';
    if (start >= 0) start = 0;
    if (held.length > LONGEST_ELEMENT)
      throw new FileFault(
        `The food that begins on line ${startLine} does not end within 8 MB: this is no table of foods.`,
      );
  }
  if (start >= 0)
    throw new FileFault(
      `The file ends in the middle of the food that begins on line ${startLine}. Was it copied to its end?`,
    );
  if (!seen) throw new FileFault('The file holds no list of foods.');
}
