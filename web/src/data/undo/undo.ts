import { create } from 'zustand';

interface Undo {
  offer: { sentence: string; undo: (() => void) | null; at: number } | null;
}
export const useUndo = create<Undo>(() => ({ offer: null }));

/** Says what was just taken away and holds the way back for a while. */
export const offerUndo = (sentence: string, undo: () => void): void =>
  useUndo.setState({ offer: { sentence, undo, at: Date.now() } });

/** Says something that happened and cannot be taken back here. */
export const sayOnce = (sentence: string): void =>
  useUndo.setState({ offer: { sentence, undo: null, at: Date.now() } });
