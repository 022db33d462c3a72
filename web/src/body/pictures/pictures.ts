import {
  type BodyPicture,
  NewPicture,
  PICTURE_BYTES,
  PICTURE_TYPES,
  pictureAddress,
  type Pose,
} from '@maul/contract/body';
import type { Season } from '@maul/core/plan';
import { addDays, daysBetween, type IsoDate } from '@maul/core/units';
import { nearestPicture } from '@maul/core/body';
import { useQuery } from '@tanstack/react-query';
import { v7 as uuidv7 } from 'uuid';
import { call } from '../../data/api.ts';
import { sendOrKeep } from '../../data/sending/files.ts';

export const POSE_NAMES: Readonly<Record<Pose, string>> = {
  front: 'Front',
  side: 'Side',
  back: 'Back',
  'front-flexed': 'Front, flexed',
  'side-flexed': 'Side, flexed',
  'back-flexed': 'Back, flexed',
  class: 'Class pose',
};
export const poseName = ({ pose, name }: Pick<BodyPicture, 'pose' | 'name'>): string =>
  pose === 'class' && name !== '' ? name : POSE_NAMES[pose];

export const usePictures = (athleteId: string) =>
  useQuery({
    queryKey: ['pictures', athleteId],
    queryFn: ({ signal }) => call('pictures', { params: { athleteId }, query: {}, signal }),
  });

/** Why a file is not sent at all, in a sentence; null where it may be. */
export const fileFault = (file: Pick<File, 'size' | 'type' | 'name'>): string | null => {
  if (!(PICTURE_TYPES as readonly string[]).includes(file.type))
    return `${file.name} is no JPEG, PNG or WebP. Nothing of it was kept.`;
  return file.size > PICTURE_BYTES
    ? `${file.name} has ${Math.round(file.size / 1024 / 1024)} MB; a picture has at most 25 MB. Nothing of it was kept.`
    : null;
};

/** Sends one picture, or keeps it on the device until the server answers; throws what the server refused. */
export const sendPicture = (
  athleteId: string,
  file: Blob,
  said: { day: IsoDate; pose: Pose; name: string },
): Promise<'sent' | 'waits'> => {
  const query = new URLSearchParams(NewPicture.parse(said));
  return sendOrKeep(`${pictureAddress(athleteId, uuidv7())}?${query.toString()}`, file);
};

/** What a picture can be laid beside: last week, the same weeks out of another prep, the last peak, and the first. */
export const comparisons = (
  pictures: readonly BodyPicture[],
  of: BodyPicture,
  season: Season,
): { name: string; picture: BodyPicture }[] => {
  const shows = season.events.filter((e) => e.kind !== 'trip').map((e) => e.date);
  const next = shows.filter((d) => d >= of.day).sort()[0];
  const past = shows.filter((d) => d < of.day).sort();
  const lastPeak = past.at(-1);
  const found: { name: string; picture: BodyPicture | undefined }[] = [
    { name: 'Last week', picture: nearestPicture(pictures, of, addDays(of.day, -7), 3, of.id) },
    {
      name: 'Same week of the last prep',
      picture:
        next && lastPeak
          ? nearestPicture(pictures, of, addDays(lastPeak, -daysBetween(of.day, next)), 4, of.id)
          : undefined,
    },
    { name: 'The last peak', picture: lastPeak && nearestPicture(pictures, of, lastPeak, 3, of.id) },
    {
      name: 'The first',
      picture: pictures
        .filter((p) => p.pose === of.pose && p.name === of.name && p.id !== of.id)
        .sort((a, b) => a.day.localeCompare(b.day))[0],
    },
  ];
  const seen = new Set<string>();
  return found.flatMap(({ name, picture }) =>
    picture === undefined || seen.has(picture.id) || !seen.add(picture.id) ? [] : [{ name, picture }],
  );
};
