import type { CameWords } from '@maul/core/body';
import { shortDate } from '../../ui/formats/show.ts';

/** What a change should bring, what it brought, and whether it worked. */
export const CameSaid = ({ words, worked }: { words: CameWords; worked: boolean }) => (
  <>
    {words.should}. {words.brought !== null && `${words.brought}. `}
    <b className={worked ? 'is-inside' : undefined}>{words.verdict}</b>
    {words.lookOn === null ? '.' : `; look on ${shortDate(words.lookOn)}.`}
  </>
);
