export { BenchPanel } from './panel/BenchPanel.tsx';
export { scaleRoutes } from './routes.tsx';
export { useScaleSource } from './sources/sources.ts';
export { useBench } from './store.ts';
export { useBenchMeal } from './useBenchMeal.ts';
