export * from './uncertainty.ts';
export * from './weighedShare.ts';
