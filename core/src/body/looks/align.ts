/** A place on a picture, as parts of its width and height. */
export interface Point {
  x: number;
  y: number;
}
/** The crown of the head and the floor between the feet. */
export interface AlignMarks {
  crown: Point;
  floor: Point;
}

/** How a picture is laid into a frame: its size and the place of its upper left corner, pixels. */
export interface Laid {
  width: number;
  height: number;
  left: number;
  top: number;
}

/** Where crown and floor come to lie in a frame, as parts of its height. common practice, no source. */
const CROWN_AT = 0.05;
const FLOOR_AT = 0.95;

/**
 * Lays a picture into a frame so that crown and floor come to the same two heights in the middle of it, whatever the distance of the camera
 * was; without marks it fills the frame's height. Sizes in pixels. common practice, no source.
 *
 * @example
 * const marks = { crown: { x: 0.5, y: 0.1 }, floor: { x: 0.5, y: 0.9 } };
 * Math.round(alignInFrame({ width: 600, height: 800 }, marks, { width: 300, height: 400 }).height); // => 450
 */
export const alignInFrame = (
  picture: { width: number; height: number },
  marks: AlignMarks | null,
  frame: { width: number; height: number },
): Laid => {
  const ratio = picture.width / picture.height;
  if (!marks) {
    const height = frame.height;
    const width = height * ratio;
    return { width, height, left: (frame.width - width) / 2, top: 0 };
  }
  const height = ((FLOOR_AT - CROWN_AT) * frame.height) / (marks.floor.y - marks.crown.y);
  const width = height * ratio;
  const middle = (marks.crown.x + marks.floor.x) / 2;
  return {
    width,
    height,
    left: frame.width / 2 - middle * width,
    top: CROWN_AT * frame.height - marks.crown.y * height,
  };
};

export interface DatedPicture {
  id: string;
  day: string;
  pose: string;
  name: string;
}

/** The picture of the same pose nearest to a day, at most `within` days from it; undefined where there is none. Days as YYYY-MM-DD. */
export const nearestPicture = <P extends DatedPicture>(
  pictures: readonly P[],
  of: Pick<DatedPicture, 'pose' | 'name'>,
  day: string,
  within: number,
  except?: string,
): P | undefined => {
  const off = (p: P): number => Math.abs(Date.parse(p.day) - Date.parse(day)) / 86_400_000;
  return pictures
    .filter((p) => p.id !== except && p.pose === of.pose && p.name === of.name && off(p) <= within)
    .sort((a, b) => off(a) - off(b) || (a.day < b.day ? 1 : -1))[0];
};
