export * from './basis.ts';
export * from './lever.ts';
export * from './amount.ts';
