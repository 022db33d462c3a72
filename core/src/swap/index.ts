export {
  rankSwaps,
  swapGrams,
  swapStep,
  type Swap,
  type SwapBy,
  type SwapFood,
  type SwapWishes,
} from './swap.ts';
export { treatsThatFit, type Treat, type Treats } from './treat.ts';
