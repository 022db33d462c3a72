export {
  type BasisRow,
  BodyBasis,
  BodyKg,
  CarbBasisName,
  EquationName,
  FatPercent,
  Height,
  KnownKcal,
  Sex,
} from './basis.ts';
export { GOES_MARKS, GoesWithDocument } from './goesWith.ts';
export { EMPTY_MORNING, Mark, type MarkName, MARKS, MeasureThing, MorningThing } from './morning.ts';
export { Movement, MovementOrder, SignMovement } from './movement.ts';
export {
  BodyPicture,
  NewPicture,
  PICTURE_BYTES,
  PICTURE_FILE,
  PICTURE_PIECE,
  PictureArrived,
  SentPicture,
  PICTURE_TYPES,
  pictureAddress,
  type PictureMarks,
  type Pose,
  POSES,
} from './picture.ts';
export { bodyRoutes } from './routes.ts';
export { Expected, LedgerRow, type PaceDocument, Trend, type TrendDay } from './trend.ts';
export { WeighIn, WeighInConditions, type WeighInRow } from './weighIn.ts';
