export { Board } from './board.ts';
export { PeakLog } from './log.ts';
export { peakRoutes } from './routes.ts';
