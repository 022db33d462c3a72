export * from './expenditure.ts';
export * from './targets.ts';
