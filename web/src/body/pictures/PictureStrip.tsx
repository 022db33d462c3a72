import type { BodyPicture } from '@maul/contract/body';
import type { IsoDate } from '@maul/core/units';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
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
  /** Only these of its pictures; all of them where it is left out. */
  only?: readonly string[] | undefined;
}

/** For each pose that all stretches have, the last picture of each of them; the pose of the newest first. The pictures come newest first. */
export const inEachPose = (
  pictures: readonly BodyPicture[],
  stretches: readonly Stretch[],
): BodyPicture[][] => {
  const within = stretches.map(({ from, to, only }) =>
    pictures.filter((p) => p.day >= from && p.day <= to && (!only || only.includes(p.id))),
  );
  const poses = new Set<string>();
  return (within[0] ?? []).flatMap((first) => {
    const key = `${first.pose} ${first.name}`;
    if (poses.has(key)) return [];
    poses.add(key);
    const same = within.map((all) => all.find((p) => p.pose === first.pose && p.name === first.name));
    return same.every((p) => p !== undefined) ? [same] : [];
  });
};

/** The same poses out of two stretches of days beside each other, one pose at a time; nothing where there is no such pair. */
export const PictureStrip = ({ athleteId, groups }: { athleteId: string; groups: readonly Stretch[] }) => {
  const { data } = usePictures(athleteId);
  const [closer, setCloser] = useState<BodyPicture | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const sets = inEachPose(data?.pictures ?? [], groups);
  if (!data) return null;
  const named = sets.flatMap((set) => (set[0] ? [{ pose: poseName(set[0]), set }] : []));
  const shown = named.find(({ pose }) => pose === chosen) ?? named[0];
  return !shown ? (
    <p className="second">No pictures of one pose in both.</p>
  ) : (
    <>
      {named.length > 1 && (
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="Pose"
          value={shown.pose}
          onChange={(_, pose: string | null) => pose !== null && setChosen(pose)}
        >
          {named.map(({ pose }) => (
            <ToggleButton key={pose} value={pose}>
              {pose}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      )}
      <div className="beside picture-strip">
        {shown.set.map((picture, i) => (
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
    </>
  );
};
