export * from './types.ts';
export * from './reducer.ts';
export * from './simulated.ts';
