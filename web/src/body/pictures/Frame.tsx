import { type BodyPicture, pictureAddress, type PictureMarks } from '@maul/contract/body';
import { alignInFrame } from '@maul/core/body';
import { type CSSProperties, type PointerEvent, useState } from 'react';
import { shortDate } from '../../ui/formats/show.ts';
import { poseName } from './pictures.ts';

/** Every frame has this shape, so that two of them are as high as each other. */
export const FRAME = { width: 360, height: 520 };

const place = (picture: BodyPicture): CSSProperties => {
  const laid = alignInFrame(picture, picture.marks, FRAME);
  const part = (pixels: number, of: number): string => `${((100 * pixels) / of).toFixed(3)}%`;
  return {
    width: part(laid.width, FRAME.width),
    height: part(laid.height, FRAME.height),
    left: part(laid.left, FRAME.width),
    top: part(laid.top, FRAME.height),
  };
};

/** A picture in its frame, aligned by crown and floor. */
export const Framed = ({
  athleteId,
  picture,
  clip,
}: {
  athleteId: string;
  picture: BodyPicture;
  /** Only the part to the right of this share of the width shows. */
  clip?: number;
}) => (
  <img
    className="framed"
    src={pictureAddress(athleteId, picture.id)}
    alt={`${poseName(picture)}, ${shortDate(picture.day)}`}
    draggable={false}
    style={{
      ...place(picture),
      ...(clip === undefined ? {} : { clipPath: clipOf(picture, clip) }),
    }}
  />
);

/** The frame's share as a share of the picture itself. */
const clipOf = (picture: BodyPicture, clip: number): string => {
  const laid = alignInFrame(picture, picture.marks, FRAME);
  const at = (clip * FRAME.width - laid.left) / laid.width;
  return `inset(0 0 0 ${(100 * Math.min(1, Math.max(0, at))).toFixed(3)}%)`;
};

/** Two presses on a picture: the crown, then the floor. */
export const Marking = ({
  athleteId,
  picture,
  onMarked,
}: {
  athleteId: string;
  picture: BodyPicture;
  onMarked: (marks: PictureMarks) => void;
}) => {
  const [crown, setCrown] = useState<{ x: number; y: number } | null>(null);
  const [fault, setFault] = useState(false);
  const press = (event: PointerEvent<HTMLImageElement>): void => {
    const box = event.currentTarget.getBoundingClientRect();
    const point = {
      x: (event.clientX - box.left) / box.width,
      y: (event.clientY - box.top) / box.height,
    };
    if (!crown) return setCrown(point);
    if (point.y - crown.y <= 0.05) return setFault(true);
    onMarked({ crown, floor: point });
  };
  return (
    <div className="marking">
      <p role="status">
        {fault
          ? 'The floor is below the head. Tap the floor, between the feet.'
          : crown
            ? 'Now tap the floor, between the feet.'
            : 'Tap the top of the head.'}
      </p>
      <img
        src={pictureAddress(athleteId, picture.id)}
        alt={`${poseName(picture)}, ${shortDate(picture.day)}, to be marked`}
        draggable={false}
        onPointerDown={press}
      />
    </div>
  );
};
