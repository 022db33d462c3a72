export * from './rules.ts';
export * from './season.ts';
