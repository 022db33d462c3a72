export * from './types.ts';
export { parseQuickLine, QUICK_LENGTH } from './parse.ts';
export {
  pickFood,
  rangeSpread,
  readQuickAmount,
  type Picked,
  type QuickCandidate,
  type QuickMeasured,
  type QuickRead,
} from './resolve.ts';
