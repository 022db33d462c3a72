import type { LivePortion } from '@maul/core/diary';
import { create } from 'zustand';

/** The portion that lies on a scale of this page right now. The bench says it; whoever shows the day reads it here. */
const useLive = create<{ live: LivePortion | undefined }>(() => ({ live: undefined }));

export const useLivePortion = (): LivePortion | undefined => useLive((s) => s.live);

/** Says what lies on the scale. The same again draws nothing. */
export const tellLive = (live: LivePortion | undefined): void => {
  const before = useLive.getState().live;
  if (before?.portionId === live?.portionId && before?.grams === live?.grams) return;
  useLive.setState({ live });
};

/** The same, asked once. */
export const liveNow = (): LivePortion | undefined => useLive.getState().live;

/** Does something as soon as nothing lies on a scale of this page any more. */
export const whenEmpty = (work: () => void): void => {
  const stop = useLive.subscribe(({ live }) => {
    if (live !== undefined) return;
    stop();
    work();
  });
};
