import { partOf } from '../ui/partOf.tsx';

/** The derivation of a number, fetched when it is first asked for. */
export const WhyDialog = partOf(() => import('./why/WhyDialog.tsx'));
