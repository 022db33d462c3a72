export * from './need.ts';
