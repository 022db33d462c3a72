import { NO_HISTORY, remembered, stepped, type History, type Step } from '../data/undo/history.ts';
import { inTab } from '../data/remembered.ts';
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
  history: History<Season>;
  selected: Selected;
  /** Number of the revision that the draft was made from. */
  base: number;
  /** A newer season that came while a draft was open: it waits until somebody looks at it. */
  waiting: SeasonDocument | null;
  /** The protocol that the draft was made from, if one, and the reason that it gives. */
  protocol: { id: string; version: number; reason: string } | null;
}

const EMPTY: Season = { phases: [], events: [] };

export const useEditor = create<Editor>(() => ({
  key: '',
  saved: EMPTY,
  season: EMPTY,
  history: NO_HISTORY,
  selected: null,
  base: 0,
  waiting: null,
  protocol: null,
}));

const stepOf = (before: Season, after: Season, tag = ''): Step<Season> => ({
  label: 'A change of the season',
  tag,
  changes: [{ key: 'season', before, after }],
});

const DRAFT = 'maul-season-draft';

/** Keeps a draft over a reload of the page; a season that was saved since makes it void. */
const keepDraft = (): void => {
  const { key, season, saved } = useEditor.getState();
  if (season === saved) inTab.keep(DRAFT, null);
  else inTab.keep(DRAFT, JSON.stringify({ key, season }));
};

const draftFor = (key: string): Season | undefined => {
  try {
    const kept = JSON.parse(inTab.read(DRAFT) ?? 'null') as {
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
    history: NO_HISTORY,
    selected: sameAthlete ? state.selected : null,
    base: newestOf(document),
    waiting: null,
    protocol: null,
  });
};

/** Shows the newer season that waits; undo brings the own draft back, to be signed on top of it knowingly. */
export const takeWaiting = (): void => {
  const { waiting, season, history } = useEditor.getState();
  if (!waiting) return;
  const saved = seasonOf(waiting);
  useEditor.setState({
    key: keyOf(waiting),
    saved,
    season: saved,
    history: remembered(history, stepOf(season, saved)),
    base: newestOf(waiting),
    waiting: null,
  });
  keepDraft();
};

/** The draft has been signed: what the server answers next is its own. */
export const signed = (): void => {
  useEditor.setState((s) => ({ saved: s.season, history: NO_HISTORY, protocol: null }));
  keepDraft();
};

/** Makes a change. Changes with the same tag in a row are one step back. */
export const applySeason = (season: Season, tag = ''): void => {
  useEditor.setState((s) =>
    season === s.season ? s : { season, history: remembered(s.history, stepOf(s.season, season, tag)) },
  );
  keepDraft();
};

/** Puts a whole season before its athlete’s editor as a draft, to be looked at and signed there; one step back takes it away. */
export const draftSeason = (
  document: SeasonDocument,
  season: Season,
  protocol: { id: string; version: number; reason: string },
): void => {
  openSeason(document);
  applySeason(season);
  useEditor.setState({ protocol });
};

const take = (way: 'undo' | 'redo'): void => {
  useEditor.setState((s) => {
    // Nobody else writes a draft: it always stands as the last step left it.
    const result = stepped(
      s.history,
      way,
      () => null,
      () => true,
    );
    const season = result?.rows[0]?.row;
    return result && season ? { season, history: result.history } : s;
  });
  keepDraft();
};
export const undo = (): void => take('undo');
export const redo = (): void => take('redo');

/** Back to the season as it is saved; undo brings the draft back. */
export const discard = (): void => {
  const { saved } = useEditor.getState();
  applySeason(saved);
  useEditor.setState({ protocol: null });
};

/** Chooses what is edited. Typing that follows is a step of its own. */
export const select = (selected: Selected): void =>
  useEditor.setState(({ history }) => {
    const last = history.done.at(-1);
    const done = last ? [...history.done.slice(0, -1), { ...last, tag: undefined }] : history.done;
    return { selected, history: { ...history, done } };
  });

export const isDirty = (s: Pick<Editor, 'season' | 'saved'>): boolean =>
  s.season !== s.saved && JSON.stringify(s.season) !== JSON.stringify(s.saved);
