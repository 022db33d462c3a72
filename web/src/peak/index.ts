export { PeakStrip } from './lazy.ts';
export { peakRoutes } from './routes.tsx';
