export { BenchPage } from './BenchPage.tsx';
export { BenchPanel } from './BenchPanel.tsx';
export { useBenchMeal } from './useBenchMeal.ts';
export { useScaleSource } from './sources.ts';
export { useBench } from './store.ts';
