export * from './energy.ts';
export * from './interval.ts';
export * from './labelRounding.ts';
export * from './labelAudit.ts';
export { energyByRules, type EnergyByRule } from './byRule.ts';
