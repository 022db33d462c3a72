import { create } from 'zustand';

interface Undo {
  offer: { sentence: string; undo: () => void; at: number } | null;
}
export const useUndo = create<Undo>(() => ({ offer: null }));

/** Says what was just taken away and holds the way back for a while. */
export const offerUndo = (sentence: string, undo: () => void): void =>
  useUndo.setState({ offer: { sentence, undo, at: Date.now() } });
