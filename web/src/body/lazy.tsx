import { partOf } from '../ui/partOf.tsx';

/** The morning's weight on Today; its field is not asked for before Today answers. */
export const WeighInLine = partOf(
  () => import('./WeighInLine.tsx'),
  <div className="weigh-in weigh-in-comes" />,
);
