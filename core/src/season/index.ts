export * from './rules.ts';
export * from './dayTypes.ts';
export * from './mealPattern.ts';
export * from './season.ts';
export * from './templates.ts';
export * from './edit.ts';
export * from './shows.ts';
export * from './calendar.ts';
