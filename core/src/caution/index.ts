export * from './caution.ts';
