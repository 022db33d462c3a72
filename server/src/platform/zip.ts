import { promisify } from 'node:util';
import yauzl, { type ZipFile } from 'yauzl';

/** Opens a ZIP that lies on the disk. Throws for what is none, and for one whose end is missing. */
export const openZip = promisify<string, yauzl.Options, ZipFile>(
  yauzl.open as (
    path: string,
    options: yauzl.Options,
    done: (error: Error | null, zip: ZipFile) => void,
  ) => void,
);
