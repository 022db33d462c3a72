import {
  type BodyPicture,
  type PictureArrived,
  PICTURE_BYTES,
  PICTURE_FILE,
  PICTURE_TYPES,
  SentPicture,
} from '@maul/contract/body';
import { Id } from '@maul/contract/common';
import express, { type Router } from 'express';
import { readFile } from 'node:fs/promises';
import { z } from 'zod';
import { athleteOf } from '../../people/index.ts';
import { acting } from '../../platform/db/connect.ts';
import { dropFile, dropPart, filePath, smallPath, takePiece, writeWhole } from '../../platform/files.ts';
import { mount, type Services, signedIn } from '../../platform/http/mount.ts';
import { invalid, ProblemError } from '../../platform/http/problems.ts';
import {
  addPicture,
  pictureById,
  pictureCount,
  picturesOf,
  removePicture,
  setMarks,
} from '../store/pictures.ts';
import { shrink } from '../../platform/pictures.ts';

const Address = z.strictObject({ athleteId: Id, id: Id });
const Seen = z.strictObject({ small: z.literal('1').optional() });
/** Ten poses a week for ten years. */
const MOST_PICTURES = 5000;
const NO_PICTURE = 'There is no such picture.';

type Address = z.infer<typeof Address>;
type Sent = z.infer<typeof SentPicture>;

/** The bytes of a picture once all of them are there; until then, how many are. */
const wholeOf = async (
  { athleteId, id }: Address,
  { offset, of }: Sent,
  bytes: Buffer,
): Promise<Buffer | number> => {
  if (offset === undefined || of === undefined) return bytes;
  if (offset + bytes.length > of)
    throw new ProblemError(
      'invalid',
      'More of the picture arrives than was announced. This piece was not kept.',
    );
  const came = await takePiece(athleteId, id, { offset, of }, bytes);
  if (came === 'no-room')
    throw new ProblemError(
      'too-large',
      'Too many pictures have arrived in part. Let them finish first; nothing of this one was kept.',
    );
  if ('gapAfter' in came)
    throw new ProblemError(
      'stale',
      `The picture has arrived up to byte ${came.gapAfter}: send on from there.`,
      {
        current: { received: came.gapAfter },
      },
    );
  return 'whole' in came ? came.whole : came.received;
};

const checked = <S extends z.ZodType>(schema: S, value: unknown): z.output<S> => {
  const read = schema.safeParse(value);
  if (!read.success) throw invalid(read.error);
  return read.data;
};

/** Pictures of the body: sent, seen, marked and deleted, by the athlete and, to see, by a coach whose grant is alive. */
export const mountPictures = (router: Router, house: Services): void => {
  mount(router, house, 'pictures', ({ params, query, acting: as }) =>
    as(async (trx) => {
      await athleteOf(trx, params.athleteId);
      return { pictures: await picturesOf(trx, params.athleteId, query.before) };
    }),
  );

  mount(router, house, 'markPicture', ({ params, body, acting: as, signed }) =>
    as(async (trx) => {
      const picture = await pictureById(trx, params);
      if (!picture) throw new ProblemError('not-found', NO_PICTURE);
      if (signed().personId !== params.athleteId)
        throw new ProblemError('not-allowed', 'Only the athlete marks a picture. Nothing was changed.');
      await setMarks(trx, params, body.marks);
      return { ...picture, marks: body.marks };
    }),
  );

  mount(router, house, 'deletePicture', async ({ params, acting: as }) => {
    const gone = await as((trx) => removePicture(trx, params));
    if (!gone) throw new ProblemError('not-found', NO_PICTURE);
    const path = filePath(params.athleteId, params.id);
    await dropFile(path);
    await dropFile(smallPath(path));
    return {};
  });

  const keep = async (
    address: Address,
    { day, pose, name }: Sent,
    bytes: Buffer,
    token: string,
  ): Promise<BodyPicture | undefined> => {
    const { whole, small, width, height } = await shrink(bytes);
    const path = filePath(address.athleteId, address.id);
    await writeWhole(path, whole);
    await writeWhole(smallPath(path), small);
    return acting(house.app, token, async (trx) => {
      await addPicture(trx, address.athleteId, { id: address.id, day, pose, name, width, height });
      return pictureById(trx, address);
    });
  };

  const raw = express.raw({ type: () => true, limit: PICTURE_BYTES });
  router.put(PICTURE_FILE, async (req, res) => {
    // Who it is, is asked before a byte is read.
    const { token, personId } = await signedIn(house, req);
    const address = checked(Address, req.params);
    const sent = checked(SentPicture, req.query);
    if (address.athleteId !== personId)
      throw new ProblemError('not-found', 'There is nothing of this address that is yours to change.');
    if (Number(req.headers['content-length'] ?? 0) > PICTURE_BYTES)
      throw new ProblemError('too-large', 'A picture has at most 25 MB. Nothing was kept.');
    if (!PICTURE_TYPES.some((type) => req.is(type)))
      throw new ProblemError('invalid', 'A picture is a JPEG, PNG or WebP. Nothing was kept.');
    await new Promise<void>((done, failed) =>
      raw(req, res, (error?: unknown) =>
        error === undefined
          ? done()
          : failed(error instanceof Error ? error : new Error('The picture could not be read.')),
      ),
    );
    const bytes: unknown = req.body;
    if (!Buffer.isBuffer(bytes) || bytes.length === 0)
      throw new ProblemError('invalid', 'The picture did not arrive. Send it once more.');
    const before = await acting(house.app, token, async (trx) => {
      await athleteOf(trx, address.athleteId);
      const known = await pictureById(trx, address);
      return { known, full: !known && (await pictureCount(trx, address.athleteId)) >= MOST_PICTURES };
    });
    if (before.full)
      throw new ProblemError(
        'too-large',
        `${MOST_PICTURES.toLocaleString('en-GB')} pictures are kept at most. Delete some of them first; nothing of this one was kept.`,
      );
    // The last piece of one that is here already: its answer was lost.
    if (before.known && sent.offset !== undefined) {
      res.json(before.known);
      return;
    }
    const whole = await wholeOf(address, sent, bytes);
    if (typeof whole === 'number') {
      res.status(202).json({ received: whole } satisfies PictureArrived);
      return;
    }
    const picture = await keep(address, sent, whole, token).catch(async (error: unknown) => {
      // What is no picture stays none; whatever else failed may be tried again with the last piece alone.
      if (error instanceof ProblemError) await dropPart(address.athleteId, address.id);
      throw error;
    });
    await dropPart(address.athleteId, address.id);
    res.json(picture);
  });

  router.get(PICTURE_FILE, async (req, res) => {
    const { token, personId } = await signedIn(house, req);
    const address = checked(Address, req.params);
    const { small } = checked(Seen, req.query);
    const picture = await acting(house.app, token, async (trx) => {
      const found = await pictureById(trx, address);
      if (found && personId !== address.athleteId)
        await house.noteReading(trx, [address.athleteId], 'pictures');
      return found;
    });
    if (!picture) throw new ProblemError('not-found', NO_PICTURE);
    const path = filePath(address.athleteId, address.id);
    const bytes = await readFile(small === '1' ? smallPath(path) : path).catch(() => undefined);
    if (!bytes) throw new ProblemError('not-found', 'The file of this picture is no longer here.');
    // Always whole and never kept: a grant may end before the next look.
    res.set({
      'Content-Type': 'image/jpeg',
      'Cache-Control': 'no-store',
      'Accept-Ranges': 'none',
      'Content-Disposition': 'inline',
    });
    res.end(bytes);
  });
};
