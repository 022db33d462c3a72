export * from './basis.ts';
export * from './lever.ts';
