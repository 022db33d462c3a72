import { z } from 'zod';
import { Day, Id, Moment, text } from '../common.ts';

/** Poses that keep their name; a class pose is named by the athlete. */
export const POSES = [
  'front',
  'side',
  'back',
  'front-flexed',
  'side-flexed',
  'back-flexed',
  'class',
] as const;
export type Pose = (typeof POSES)[number];

/** A place on a picture, as parts of its width and height. */
const Point = z.strictObject({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) });
/** Crown and floor: the two points by which pictures are aligned. */
export const PictureMarks = z
  .strictObject({ crown: Point, floor: Point })
  .refine((m) => m.floor.y - m.crown.y > 0.05, 'The floor lies below the crown.');
export type PictureMarks = z.infer<typeof PictureMarks>;

export const BodyPicture = z.strictObject({
  id: Id,
  day: Day,
  pose: z.enum(POSES),
  /** What a class pose is called; empty for the others. */
  name: z.string(),
  /** Pixels as it is kept. */
  width: z.int(),
  height: z.int(),
  marks: PictureMarks.nullable(),
  addedAt: Moment,
});
export type BodyPicture = z.infer<typeof BodyPicture>;

/** What is said of a picture while it is sent; the picture itself is the body of the request. */
export const NewPicture = z.strictObject({
  day: Day,
  pose: z.enum(POSES),
  name: text({ max: 60 }).default(''),
});

/** The largest file that is taken, bytes. */
export const PICTURE_BYTES = 25 * 1024 * 1024;
/** A larger picture goes in pieces of this size, bytes: what has arrived is not sent twice. */
export const PICTURE_PIECE = 512 * 1024;
const bytes = z.coerce.number().int().min(0).max(PICTURE_BYTES);
/** A whole picture, or a piece of one: where it begins and how many bytes the whole has. */
export const SentPicture = NewPicture.extend({ offset: bytes.optional(), of: bytes.optional() }).refine(
  (sent) => (sent.offset === undefined) === (sent.of === undefined),
  'A piece of a picture has an offset and the size of the whole.',
);
/** Up to which byte a picture has arrived that is not whole yet. */
export const PictureArrived = z.strictObject({ received: z.int().min(0) });
export type PictureArrived = z.infer<typeof PictureArrived>;
export const PICTURE_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;
/** A picture as it is sent, and as it is seen: whole or small. */
export const PICTURE_FILE = '/api/athletes/:athleteId/pictures/:id/file';
export const pictureAddress = (athleteId: string, id: string, small = false): string =>
  `${PICTURE_FILE.replace(':athleteId', athleteId).replace(':id', id)}${small ? '?small=1' : ''}`;
