import {
  clearPan,
  emptyScale,
  liveNet,
  newSimulatedScale,
  pourAbout,
  pourExactly,
  pourFreely,
  putOn,
  scaleReducer,
  stepScale,
  stopPouring,
  type Captured,
  type CaptureWay,
  type ScaleEvent,
  type ScaleMode,
  type ScaleState,
  type SimulatedScale,
} from '@maul/core/scale';
import { seededRandom } from '@maul/core/random';
import { type LivePortion } from '@maul/core/diary';
import { type IsoDate } from '@maul/core/units';
import { create } from 'zustand';

/** Readings of the simulated scale, ms apart: ten a second. */
export const READING_MS = 100;
export const SIMULATED = 'simulated scale';

/** What the hands do to the simulated scale. */
export type PanAct =
  | { type: 'bowl'; grams: number }
  | { type: 'pour-to'; grams: number; exactly?: boolean }
  | { type: 'pour' }
  | { type: 'stop' }
  | { type: 'clear' }
  | { type: 'take-out'; grams: number }
  | { type: 'mode'; mode: ScaleMode };

/** How one weighs just now. */
export type Technique = 'bowl' | 'jar' | 'boxes' | 'pieces' | 'free';

/** One box, or one plate, of a row that is filled in turn. Its id is that of the portion it becomes. */
export interface BenchBox {
  id: string;
  label: string;
  /** Grams wanted; null for an equal share. */
  aim: number | null;
  /** The meal it is eaten in; null when it is put away, somebody else's, or for another day. */
  mealId: string | null;
  /** The day it is eaten on, at the hour of the meal on the bench, where that is another day. */
  day?: IsoDate | null;
}

interface BenchState {
  technique: Technique;
  boxes: BenchBox[];
  /** What is divided into the boxes altogether, grams; null while it is not known. */
  total: number | null;
  scale: ScaleState;
  sim: SimulatedScale;
  /** The meal on the bench; its stack is the scale's. */
  mealId: string | null;
  /** The portion that what lies on the pan belongs to. */
  portionId: string | null;
  /** Names of the things captured, for the stack. */
  names: Record<string, string>;
  dispatch: (event: ScaleEvent) => void;
  pan: (act: PanAct) => void;
  choose: (mealId: string, portionId: string | null) => void;
  name: (portionId: string, name: string) => void;
  use: (technique: Technique) => void;
  setBoxes: (boxes: BenchBox[], total?: number | null) => void;
}

/** Boxes and jars: whether food comes onto the scale or leaves it. */
export const wayOf = (technique: Technique): CaptureWay => (technique === 'jar' ? 'take' : 'add');

const random = seededRandom(crypto.getRandomValues(new Uint32Array(1))[0] ?? 1);

const act = (sim: SimulatedScale, what: PanAct): SimulatedScale => {
  switch (what.type) {
    case 'bowl':
      return putOn(sim, what.grams);
    case 'pour-to':
      return what.exactly ? pourExactly(sim, what.grams) : pourAbout(sim, what.grams, random);
    case 'pour':
      return pourFreely(sim);
    case 'stop':
      return stopPouring(sim, random);
    case 'take-out':
      return putOn(sim, -what.grams);
    case 'clear':
      return clearPan(sim);
    case 'mode':
      return { ...sim, mode: what.mode };
  }
};

export const useBench = create<BenchState>()((set, get) => ({
  scale: emptyScale,
  sim: newSimulatedScale(),
  mealId: null,
  portionId: null,
  names: {},
  technique: 'bowl',
  boxes: [],
  total: null,
  dispatch: (event) => set((s) => ({ scale: scaleReducer(s.scale, event) })),
  pan: (what) => set((s) => ({ sim: act(s.sim, what) })),
  choose: (mealId, portionId) => {
    if (get().mealId !== mealId) {
      get().dispatch({ type: 'clear' });
      set({ boxes: [], total: null });
    }
    set({ mealId, portionId });
  },
  name: (portionId, name) => set((s) => ({ names: { ...s.names, [portionId]: name } })),
  use: (technique) => set({ technique }),
  setBoxes: (boxes, total) => set(total === undefined ? { boxes } : { boxes, total }),
}));

/** One tick of the simulated scale: it moves on, and what it reads goes to the bench. */
export const tick = (ms = READING_MS): void => {
  const { sim, dispatch } = useBench.getState();
  const { scale, reading } = stepScale(sim, ms, random);
  useBench.setState({ sim: scale });
  dispatch({ type: 'reading', reading });
};

/** What lies on the pan as a portion of the day, or undefined when there is nothing to show. */
export const livePortion = (
  scale: ScaleState,
  portionId: string | null,
  way: CaptureWay = 'add',
): LivePortion | undefined => {
  const onPan = liveNet(scale);
  const net = onPan !== null && way === 'take' ? -onPan : onPan;
  if (portionId === null || net === null || !scale.reading || net < scale.reading.division) return undefined;
  if (scale.layers.some((l) => l.kind === 'portion' && l.portionId === portionId)) return undefined;
  // A bowl that is not tared yet is no food: nothing counts before the first tare or capture.
  if (scale.layers.length === 0) return undefined;
  return { portionId, grams: net, division: scale.reading.division };
};

/** The portions captured in `now` and not in `before`, and the other way round. */
export const captureChanges = (
  before: ScaleState,
  now: ScaleState,
): { added: Captured[]; removed: Captured[] } => {
  const portions = (s: ScaleState) => s.layers.filter((l): l is Captured => l.kind === 'portion');
  return {
    added: portions(now).filter((l) => !portions(before).includes(l)),
    removed: portions(before).filter((l) => !portions(now).includes(l)),
  };
};
