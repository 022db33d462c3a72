import type { BodyPicture } from '@maul/contract/body';
import type { IsoDate } from '@maul/core/units';
import { useState } from 'react';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { shortDate } from '../../ui/formats/show.ts';
import { Framed } from './Frame.tsx';
import { Marked } from './Marked.tsx';
import { poseName, usePictures } from './pictures.ts';
import './pictures.css';

interface Stretch {
  name: string;
  from: IsoDate;
  to: IsoDate;
}

/** The last picture of each stretch in a pose that all of them have; none where no pose is in all. The pictures come newest first. */
export const inOnePose = (pictures: readonly BodyPicture[], stretches: readonly Stretch[]): BodyPicture[] => {
  const within = stretches.map((s) => pictures.filter((p) => p.day >= s.from && p.day <= s.to));
  for (const first of within[0] ?? []) {
    const same = within.map((all) => all.find((p) => p.pose === first.pose && p.name === first.name));
    if (same.every((p) => p !== undefined)) return same;
  }
  return [];
};

/** The same pose out of two stretches of days beside each other; nothing where there is no such pair. */
export const PictureStrip = ({ athleteId, groups }: { athleteId: string; groups: readonly Stretch[] }) => {
  const { data } = usePictures(athleteId);
  const [closer, setCloser] = useState<BodyPicture | null>(null);
  const pair = inOnePose(data?.pictures ?? [], groups);
  if (!data) return null;
  return pair.length === 0 ? (
    <p className="second">No pictures of one pose in both.</p>
  ) : (
    <div className="beside picture-strip">
      {pair.map((picture, i) => (
        <figure key={picture.id}>
          <button
            type="button"
            className="frame picture-press"
            aria-label={`Look closer, and say something: ${poseName(picture).toLowerCase()}, ${shortDate(picture.day)}`}
            onClick={() => setCloser(picture)}
          >
            <Framed athleteId={athleteId} picture={picture} />
          </button>
          <figcaption>
            {groups[i]?.name}, {poseName(picture).toLowerCase()}, {shortDate(picture.day)}
          </figcaption>
        </figure>
      ))}
      {closer && (
        <FormDialog title={`${poseName(closer)}, ${shortDate(closer.day)}`} onClose={() => setCloser(null)}>
          <p className="second">Press a place on the picture to write about it.</p>
          <Marked athleteId={athleteId} picture={closer} />
        </FormDialog>
      )}
    </div>
  );
};
