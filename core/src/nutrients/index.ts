export * from './tagnames.ts';
export * from './vector.ts';
export * from './carbohydrate.ts';
export * from './intakes.ts';
export * from './panel.ts';
