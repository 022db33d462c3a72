export { boxShares } from './boxes.ts';
export { recogniseContainers } from './containers.ts';
export { cutLines, readScaleLine } from './line.ts';
export { meanPiece, type MeanPiece } from './pieces.ts';
export { emptyScale, liveNet, scaleReducer, showMass, STABLE_SPAN_MS, taredAt } from './reducer.ts';
export {
  clearPan,
  newSimulatedScale,
  pourAbout,
  pourExactly,
  pourFreely,
  putOn,
  SCALE_MODES,
  type ScaleMode,
  type SimulatedScale,
  stepScale,
  stopPouring,
} from './simulated.ts';
export { type Captured, type CaptureWay, type Layer, type ScaleEvent, type ScaleState } from './types.ts';
export { scaleUncertainty, type TrailReadings, trailUncertainty } from './uncertainty.ts';
