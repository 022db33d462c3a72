import type { SeasonDocument } from '@maul/contract/plan';
import type { Season } from '@maul/core/plan';
import { create } from 'zustand';

/** What is chosen in the Season place. */
export type Selected = { kind: 'phase' | 'event'; id: string } | { kind: 'add' } | null;

interface Editor {
  /** Which season is edited: the athlete and the newest revision. A draft belongs to this and no other. */
  key: string;
  saved: Season;
  season: Season;
  past: Season[];
  future: Season[];
  selected: Selected;
  /** What the last change was about: changes of the same thing in a row are undone together. */
  tag: string;
  /** Number of the revision that the draft was made from. */
  base: number;
  /** A newer season that came while a draft was open: it waits until somebody looks at it. */
  waiting: SeasonDocument | null;
}

const EMPTY: Season = { phases: [], events: [] };

export const useEditor = create<Editor>(() => ({
  key: '',
  saved: EMPTY,
  season: EMPTY,
  past: [],
  future: [],
  selected: null,
  tag: '',
  base: 0,
  waiting: null,
}));

const DRAFT = 'maul-season-draft';

/** Keeps a draft over a reload of the page; a season that was saved since makes it void. */
const keepDraft = (): void => {
  const { key, season, saved } = useEditor.getState();
  if (season === saved) sessionStorage.removeItem(DRAFT);
  else sessionStorage.setItem(DRAFT, JSON.stringify({ key, season }));
};

const draftFor = (key: string): Season | undefined => {
  try {
    const kept = JSON.parse(sessionStorage.getItem(DRAFT) ?? 'null') as {
      key: string;
      season: Season;
    } | null;
    return kept?.key === key ? kept.season : undefined;
  } catch {
    return undefined;
  }
};

/** Number of the newest revision that a document knows, whether it is in force or waits. */
export const newestOf = (document: SeasonDocument): number => document.history[0]?.number ?? 0;

const keyOf = (document: SeasonDocument): string =>
  `${document.athlete.id} ${newestOf(document)} ${document.pending ? 'waits' : ''}`;
const seasonOf = (document: SeasonDocument): Season => document.pending?.season ?? document.season;

/**
 * Opens a document: its waiting season if it has one, else the one in force. The same one again changes nothing; a newer one of the
 * same athlete waits while a draft is open, so that nothing typed is lost.
 */
export const openSeason = (document: SeasonDocument): void => {
  const state = useEditor.getState();
  const key = keyOf(document);
  if (state.key === key) return;
  const sameAthlete = state.key.startsWith(document.athlete.id);
  if (sameAthlete && isDirty(state)) return useEditor.setState({ waiting: document });
  const saved = seasonOf(document);
  useEditor.setState({
    key,
    saved,
    season: draftFor(key) ?? saved,
    past: [],
    future: [],
    selected: sameAthlete ? state.selected : null,
    tag: '',
    base: newestOf(document),
    waiting: null,
  });
};

/** Shows the newer season that waits; undo brings the own draft back, to be signed on top of it knowingly. */
export const takeWaiting = (): void => {
  const { waiting, season, past } = useEditor.getState();
  if (!waiting) return;
  const saved = seasonOf(waiting);
  useEditor.setState({
    key: keyOf(waiting),
    saved,
    season: saved,
    past: [...past, season],
    future: [],
    tag: '',
    base: newestOf(waiting),
    waiting: null,
  });
  keepDraft();
};

/** The draft has been signed: what the server answers next is its own. */
export const signed = (): void => {
  useEditor.setState((s) => ({ saved: s.season, past: [], future: [] }));
  keepDraft();
};

/** Makes a change. Changes with the same tag in a row are one step back. */
export const applySeason = (season: Season, tag = ''): void => {
  useEditor.setState((s) => {
    if (season === s.season) return s;
    const merges = tag !== '' && tag === s.tag && s.past.length > 0;
    return { season, past: merges ? s.past : [...s.past, s.season], future: [], tag };
  });
  keepDraft();
};

export const undo = (): void => {
  useEditor.setState((s) => {
    const before = s.past.at(-1);
    return before
      ? { season: before, past: s.past.slice(0, -1), future: [s.season, ...s.future], tag: '' }
      : s;
  });
  keepDraft();
};

export const redo = (): void => {
  useEditor.setState((s) => {
    const [next, ...future] = s.future;
    return next ? { season: next, past: [...s.past, s.season], future, tag: '' } : s;
  });
  keepDraft();
};

/** Back to the season as it is saved; undo brings the draft back. */
export const discard = (): void => {
  const { saved } = useEditor.getState();
  applySeason(saved);
};

export const select = (selected: Selected): void => useEditor.setState({ selected, tag: '' });

export const isDirty = (s: Pick<Editor, 'season' | 'saved'>): boolean =>
  s.season !== s.saved && JSON.stringify(s.season) !== JSON.stringify(s.saved);
