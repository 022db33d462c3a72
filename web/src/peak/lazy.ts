import { partOf } from '../ui/partOf.tsx';

export const PeakStrip = partOf(() => import('./PeakStrip.tsx'));
