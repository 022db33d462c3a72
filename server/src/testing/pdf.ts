import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type request from 'supertest';

/** The bytes of a file that is asked for. */
export const bytesOf = async (asked: request.Test): Promise<Buffer> => {
  const answer = await asked
    .buffer(true)
    .parse((res, done) => {
      const parts: Buffer[] = [];
      res.on('data', (part: Buffer) => parts.push(part));
      res.on('end', () => done(null, Buffer.concat(parts)));
    })
    .expect(200);
  return answer.body as Buffer;
};

/** What a PDF says, as poppler's `pdftotext` reads it. */
export const pdfText = (pdf: Buffer): string => {
  const folder = mkdtempSync(join(tmpdir(), 'maul-pdf-'));
  try {
    const file = join(folder, 'one.pdf');
    writeFileSync(file, pdf);
    return execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
  } finally {
    rmSync(folder, { recursive: true });
  }
};

/** How many pages a PDF has, and how large the first is, in points. */
export const pdfPages = (pdf: Buffer): { pages: number; size: string } => {
  const text = pdf.toString('latin1');
  return {
    pages: text.match(/\/Type \/Page\b/g)?.length ?? 0,
    size: /\/MediaBox \[0 0 ([\d.]+ [\d.]+)\]/.exec(text)?.[1] ?? '',
  };
};
