import sharp, { type Sharp } from 'sharp';
import { ProblemError } from './http/problems.ts';

/** As large as a picture is kept, and its small form, pixels. */
const WIDE = 1440;
const HIGH = 1920;
const SMALL = 320;
/** More pixels than any camera makes: what unpacks to more is no picture. */
const MOST_PIXELS = 60e6;

// Nothing but what cameras make: other readers of the library are closed.
sharp.block({ operation: ['VipsForeignLoad'] });
sharp.unblock({ operation: ['VipsForeignLoadJpeg', 'VipsForeignLoadPng', 'VipsForeignLoadWebp'] });
// One picture takes one core, so that the others go on answering.
sharp.concurrency(1);

export interface Shrunk {
  whole: Buffer;
  small: Buffer;
  width: number;
  height: number;
}

/** So many pictures are worked on at a time; the others wait. */
const AT_ONCE = 2;
let working = 0;
const waiting: (() => void)[] = [];
const inTurn = async <T>(work: () => Promise<T>): Promise<T> => {
  if (working >= AT_ONCE) await new Promise<void>((go) => waiting.push(go));
  working += 1;
  try {
    return await work();
  } finally {
    working -= 1;
    waiting.shift()?.();
  }
};

const smallOf = (picture: Sharp): Promise<Buffer> =>
  picture.resize(SMALL, SMALL, { fit: 'inside' }).jpeg({ quality: 76 }).toBuffer();

/** The small form of a picture that a Maul has kept already; undefined for what is none, or has something written beside it. */
export const smallOfKept = (bytes: Buffer): Promise<Buffer | undefined> =>
  inTurn(async () => {
    try {
      const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
      const { format, exif } = await picture.metadata();
      return format !== 'jpeg' || exif ? undefined : await smallOf(picture);
    } catch {
      return undefined;
    }
  });

/**
 * A picture turned upright, made small enough to keep, and without what the camera wrote beside it (place, time, device). Throws `invalid` for
 * what is no picture, or one that unpacks to more than any camera makes.
 */
export const shrink = (bytes: Buffer): Promise<Shrunk> =>
  inTurn(async () => {
    try {
      const upright = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' }).autoOrient();
      const { data, info } = await upright
        .resize(WIDE, HIGH, { fit: 'inside', withoutEnlargement: true })
        .flatten({ background: '#ffffff' })
        .jpeg({ quality: 82 })
        .toBuffer({ resolveWithObject: true });
      const small = await smallOf(sharp(data));
      return { whole: data, small, width: info.width, height: info.height };
    } catch {
      throw new ProblemError(
        'invalid',
        'That is no picture that Maul can read: take a JPEG, PNG or WebP of a camera. Nothing was kept.',
      );
    }
  });
