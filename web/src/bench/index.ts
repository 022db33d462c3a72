export { BenchPage } from './BenchPage.tsx';
export { BenchPanel } from './BenchPanel.tsx';
export { useBenchMeal, useSimulatedScale } from './useBenchMeal.ts';
