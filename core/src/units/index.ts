export * from './brands.ts';
export * from './convert.ts';
export * from './dates.ts';
