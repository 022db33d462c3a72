import type { LookRule } from '@maul/core/peak';

/** What is proposed, in words. */
export const PROPOSAL_WORDS: Readonly<Record<LookRule['propose'], string>> = {
  'more carbs': 'More carbs now',
  wait: 'Wait',
  'less fluid': 'Less fluid',
  nothing: 'Leave it as it is',
};
