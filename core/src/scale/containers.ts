import { liveNet } from './reducer.ts';
import type { ScaleState } from './types.ts';

/** A bowl, box or jar whose empty weight is remembered. */
export interface Container {
  id: string;
  name: string;
  /** Empty, grams. */
  grams: number;
}

/** How far a container may read from its remembered weight and still be offered: two divisions or half a per cent. common practice, no source. */
const tolerance = (grams: number, division: number): number => Math.max(2 * division, 0.005 * grams);

/**
 * The containers that what has just been set down may be, the nearest in weight first; none while the scale moves. They are
 * offered, never assumed: food may weigh the same. Grams.
 */
export const recogniseContainers = (state: ScaleState, containers: readonly Container[]): Container[] => {
  const net = liveNet(state);
  if (net === null || !state.stable || !state.reading || net <= 0) return [];
  const { division } = state.reading;
  return containers
    .map((container) => ({ container, off: Math.abs(container.grams - net) }))
    .filter(({ container, off }) => off <= tolerance(container.grams, division) + 1e-9)
    .sort((a, b) => a.off - b.off || a.container.name.localeCompare(b.container.name))
    .map(({ container }) => container);
};
