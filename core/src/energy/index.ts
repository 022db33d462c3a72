export * from './energy.ts';
