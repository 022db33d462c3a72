export * from './trend.ts';
