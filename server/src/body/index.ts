export { completeIntake, ensureBasis, mornings, statedBasis, writeBasis } from './basis.ts';
