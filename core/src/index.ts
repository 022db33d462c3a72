export * from './random.ts';
export * from './units/index.ts';
export * from './nutrients/index.ts';
export * from './energy/index.ts';
export * from './measure/index.ts';
export * from './scale/index.ts';
export * from './formats/index.ts';
export * from './batch/index.ts';
export * from './foods/index.ts';
export * from './season/index.ts';
export * from './targets/index.ts';
export * from './day/index.ts';
export * from './fit/index.ts';
export * from './diary/index.ts';
export * from './quickline/index.ts';
export * from './swap/index.ts';
export * from './drink/index.ts';
export * from './trend/index.ts';
export * from './caution/index.ts';
export * from './review/index.ts';

/** Version of the computations; kept with every basis, so that a past figure says what made it. */
export const CORE_VERSION = '0.1.0';
