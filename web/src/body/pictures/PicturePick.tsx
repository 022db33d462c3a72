import type { BodyPicture } from '@maul/contract/body';
import type { IsoDate } from '@maul/core/units';
import Checkbox from '@mui/material/Checkbox';
import { shortDate } from '../../ui/formats/show.ts';
import { Framed } from './Frame.tsx';
import { poseName, usePictures } from './pictures.ts';
import './pictures.css';

/** Pictures of some days that may be chosen; the newest of each pose first. */
export const usePicturesOf = (athleteId: string, from: IsoDate, to: IsoDate): BodyPicture[] => {
  const { data } = usePictures(athleteId);
  return (data?.pictures ?? []).filter((p) => p.day >= from && p.day <= to);
};

/** The newest picture of each pose. */
export const newestOfPoses = (pictures: readonly BodyPicture[]): string[] => {
  const poses = new Set<string>();
  return pictures.flatMap((p) => {
    const key = `${p.pose} ${p.name}`;
    if (poses.has(key)) return [];
    poses.add(key);
    return [p.id];
  });
};

/** Which pictures go along. */
export const PicturePick = ({
  athleteId,
  pictures,
  chosen,
  onChange,
}: {
  athleteId: string;
  pictures: readonly BodyPicture[];
  chosen: readonly string[];
  onChange: (chosen: string[]) => void;
}) => (
  <ul className="picture-pick" aria-label="Pictures that go along">
    {pictures.map((picture) => {
      const name = `${poseName(picture)}, ${shortDate(picture.day)}`;
      return (
        <li key={picture.id}>
          <label>
            <span className="frame">
              <Framed athleteId={athleteId} picture={picture} />
            </span>
            <span>
              <Checkbox
                size="small"
                checked={chosen.includes(picture.id)}
                onChange={(e) =>
                  onChange(
                    e.target.checked ? [...chosen, picture.id] : chosen.filter((id) => id !== picture.id),
                  )
                }
                slotProps={{ input: { 'aria-label': name } }}
              />
              {name}
            </span>
          </label>
        </li>
      );
    })}
  </ul>
);
