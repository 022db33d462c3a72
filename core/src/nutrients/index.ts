export * from './tagnames.ts';
export * from './vector.ts';
export * from './carbohydrate.ts';
