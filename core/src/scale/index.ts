export * from './types.ts';
export * from './reducer.ts';
export * from './simulated.ts';
export * from './containers.ts';
export * from './boxes.ts';
export * from './pieces.ts';
export * from './line.ts';
