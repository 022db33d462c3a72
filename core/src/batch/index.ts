export * from './yields.ts';
