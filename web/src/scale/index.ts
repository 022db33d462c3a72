export { BenchPanel } from './panel/BenchPanel.tsx';
export { callOut, useAwake } from './panel/cues.ts';
export { PanBelow, WeighPanel } from './panel/WeighPanel.tsx';
export { scaleRoutes } from './routes.tsx';
export { useScaleSource } from './sources/sources.ts';
export { captureChanges, useBench } from './store.ts';
export { useBenchMeal } from './useBenchMeal.ts';
