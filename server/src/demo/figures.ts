import type { Pose } from '@maul/contract/body';
import { addDays, type IsoDate } from '@maul/core/units';
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { addPicture, setMarks } from '../body/index.ts';
import type { AppTransaction } from '../platform/db/connect.ts';
import { filePath, smallPath, writeWhole } from '../platform/files.ts';

/** A drawn figure, plainly no person: rounded pieces on paper, in the pose asked for. */

const WIDTH = 180;
const HEIGHT = 240;
/** As large as it is kept, times as large as it is drawn. */
const GROWN = 2;
type Piece = readonly [x1: number, y1: number, x2: number, y2: number, r1: number, r2: number];

/** The pieces of a body, in parts of the height, x from its middle. `spare` is 1 for the broadest waist, 0 for the narrowest. */
const piecesOf = (pose: Pose, spare: number, male: boolean): Piece[] => {
  const shoulders = male ? 0.115 : 0.095;
  const hip = male ? 0.07 : 0.085;
  const waist = (male ? 0.06 : 0.052) + 0.02 * spare;
  const flexed = pose.endsWith('flexed');
  const both = (pieces: Piece[]): Piece[] =>
    pieces.flatMap(([x1, y1, x2, y2, r1, r2]): Piece[] => [
      [x1, y1, x2, y2, r1, r2],
      [-x1, y1, -x2, y2, r1, r2],
    ]);
  const head: Piece[] = [
    [0, 0.1, 0, 0.11, 0.045, 0.045],
    [0, 0.15, 0, 0.19, 0.022, 0.03],
  ];
  if (pose.startsWith('side'))
    return [
      ...head,
      [0, 0.22, 0.005, 0.3, 0.055, 0.06],
      [0.005, 0.3, 0, 0.42, 0.06, waist * 0.85],
      [0, 0.42, -0.01, 0.5, waist * 0.9, 0.062],
      [-0.005, 0.5, 0.005, 0.72, 0.055, 0.036],
      [0.005, 0.72, 0, 0.93, 0.036, 0.02],
      [0, 0.945, 0.045, 0.95, 0.014, 0.01],
      [0, 0.24, flexed ? 0.06 : 0.01, 0.38, 0.034, 0.026],
      [flexed ? 0.06 : 0.01, 0.38, flexed ? 0.12 : 0.02, flexed ? 0.3 : 0.5, 0.024, 0.016],
    ];
  const elbow: [number, number] = flexed ? [shoulders + 0.11, 0.24] : [shoulders + 0.035, 0.38];
  const hand: [number, number] = flexed ? [shoulders + 0.06, 0.12] : [shoulders + 0.05, 0.52];
  return [
    ...head,
    ...both([
      [0, 0.22, shoulders - 0.03, 0.225, 0.05, 0.045],
      [shoulders * 0.45, 0.28, waist * 0.35, 0.42, 0.055, waist * 0.62],
      [waist * 0.35, 0.42, hip * 0.45, 0.5, waist * 0.62, hip * 0.62],
      [shoulders, 0.235, ...elbow, 0.034, 0.026],
      [...elbow, ...hand, 0.026, 0.016],
      [hip * 0.55, 0.5, hip * 0.65, 0.72, 0.055, 0.034],
      [hip * 0.65, 0.72, hip * 0.65, 0.93, 0.036, 0.018],
      [hip * 0.65, 0.945, hip * 0.8, 0.95, 0.016, 0.012],
    ]),
  ];
};

/** How far a place lies outside a piece whose two ends have their own radius. Source: Quilez, distance to a capsule; in the public domain. */
const outside = (x: number, y: number, [x1, y1, x2, y2, r1, r2]: Piece): number => {
  const [dx, dy] = [x2 - x1, y2 - y1];
  const t = Math.min(1, Math.max(0, ((x - x1) * dx + (y - y1) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(x - x1 - t * dx, y - y1 - t * dy) - (r1 + t * (r2 - r1));
};

const PAPER = [231, 226, 213] as const;
const BODY = [150, 118, 76] as const;
const LINE = [30, 35, 39] as const;

interface Drawn {
  bytes: Buffer;
  width: number;
  height: number;
}

/** A JPEG of the figure. `spare` from 1 (broad) to 0 (narrow). */
const drawnFigure = async (pose: Pose, spare: number, male: boolean): Promise<Drawn> => {
  const pieces = piecesOf(pose, spare, male);
  const pixels = Buffer.alloc(WIDTH * HEIGHT * 3);
  for (let j = 0; j < HEIGHT; j += 1) {
    const y = j / HEIGHT;
    // Few pieces reach into a row; the others are not looked at.
    const near = pieces.filter(
      ([, y1, , y2, r1, r2]) =>
        y > Math.min(y1 - r1, y2 - r2) - 0.01 && y < Math.max(y1 + r1, y2 + r2) + 0.01,
    );
    for (let i = 0; i < WIDTH; i += 1) {
      const x = (i - WIDTH / 2) / HEIGHT;
      let far = Infinity;
      for (const piece of near) far = Math.min(far, outside(x, y, piece));
      const edge = Math.abs(far) < 0.004;
      const spine = pose.startsWith('back') && Math.abs(x) < 0.003 && y > 0.2 && y < 0.48;
      const ground = Math.abs(y - 0.962) < 0.0015;
      const colour = edge || spine || ground ? LINE : far < 0 ? BODY : PAPER;
      const shade = colour === BODY ? 1 - 0.18 * Math.max(0, 1 + far / 0.03) : 1;
      const at = (j * WIDTH + i) * 3;
      pixels[at] = colour[0] * shade;
      pixels[at + 1] = colour[1] * shade;
      pixels[at + 2] = colour[2] * shade;
    }
  }
  const bytes = await sharp(pixels, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
    .resize(GROWN * WIDTH, GROWN * HEIGHT)
    .jpeg({ quality: 80 })
    .toBuffer();
  return { bytes, width: GROWN * WIDTH, height: GROWN * HEIGHT };
};

/** Where crown and floor are on each of them. */
const FIGURE_MARKS = { crown: { x: 0.5, y: 0.055 }, floor: { x: 0.5, y: 0.962 } };

const POSES_SHOWN = ['front', 'side', 'back'] as const;
/** Days before today on which pictures were taken, the oldest first. */
const TAKEN = [77, 49, 21, 7, 0];

/** Two athletes of one shape share a drawing. */
const drawn = new Map<string, Promise<Drawn>>();

/** Pictures of an athlete of the scenario: five days, three poses, the waist as far down as the season has brought it. */
export const writePictures = async (
  trx: AppTransaction,
  athleteId: string,
  who: { male: boolean; falling: boolean },
  today: IsoDate,
): Promise<void> => {
  for (const ago of TAKEN)
    for (const pose of POSES_SHOWN) {
      const spare = who.falling ? ago / 77 : 0.6;
      const key = `${pose} ${spare} ${who.male}`;
      const figure = drawn.get(key) ?? drawnFigure(pose, spare, who.male);
      drawn.set(key, figure);
      const { bytes, width, height } = await figure;
      const id = randomUUID();
      const path = filePath(athleteId, id);
      await writeWhole(path, bytes);
      await writeWhole(smallPath(path), bytes);
      await addPicture(trx, athleteId, { id, day: addDays(today, -ago), pose, name: '', width, height });
      await setMarks(trx, { athleteId, id }, FIGURE_MARKS);
    }
};
