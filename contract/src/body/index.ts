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
export { bodyRoutes } from './routes.ts';
export { WeighIn, type WeighInRow } from './weighIn.ts';
