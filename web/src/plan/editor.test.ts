/** @jest-environment jsdom */
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { SeasonDocument } from '@maul/contract/plan';
import { changePhase, phaseTemplate, type Season } from '@maul/core/plan';
import { isoDate } from '@maul/core/units';
import {
  applySeason,
  discard,
  isDirty,
  openSeason,
  redo,
  select,
  signed,
  takeWaiting,
  undo,
  useEditor,
  draftSeason,
} from './editor.ts';

const season: Season = {
  events: [],
  phases: [phaseTemplate('cut', isoDate('2026-11-01'), isoDate('2027-01-31'), 'p')],
};
const document = (number: number, more: object = {}) =>
  ({
    athlete: { id: 'a' },
    season,
    pending: null,
    history: [{ number }],
    ...more,
  }) as unknown as SeasonDocument;
const named = (name: string) => changePhase(useEditor.getState().season, 'p', { name });
const name = () => useEditor.getState().season.phases[0]?.name;

beforeEach(() => {
  sessionStorage.clear();
  useEditor.setState({ key: '' });
  openSeason(document(1));
});

describe('a season that a protocol makes', () => {
  const protocol = { id: 'x', version: 2, reason: 'As always.' };
  const other = changePhase(season, 'p', { name: 'Laid' });
  test('lies in its athlete’s editor as a draft, with the protocol; one step back takes it away', () => {
    draftSeason(document(1), other, protocol);
    expect([name(), isDirty(useEditor.getState()), useEditor.getState().protocol]).toEqual([
      'Laid',
      true,
      protocol,
    ]);
    undo();
    expect(isDirty(useEditor.getState())).toBe(false);
  });
  test('signed or discarded, the next change is no longer of the protocol', () => {
    draftSeason(document(1), other, protocol);
    signed();
    expect(useEditor.getState().protocol).toBeNull();
    draftSeason(document(1), changePhase(season, 'p', { name: 'Again' }), protocol);
    discard();
    expect(useEditor.getState().protocol).toBeNull();
    // Neither is the season of somebody else.
    draftSeason(document(1), other, protocol);
    openSeason(document(1, { athlete: { id: 'b' } }));
    expect(useEditor.getState().protocol).toBeNull();
  });
});

describe('the season while it is edited', () => {
  test('undo and redo, step by step; a new change ends the way forward', () => {
    applySeason(named('A'));
    applySeason(named('B'));
    undo();
    expect(name()).toBe('A');
    redo();
    expect(name()).toBe('B');
    undo();
    applySeason(named('C'));
    redo();
    expect(name()).toBe('C');
    undo();
    undo();
    undo();
    expect(name()).toBeNull();
    expect(isDirty(useEditor.getState())).toBe(false);
  });
  test('typing into one field is one step', () => {
    for (const text of ['P', 'Pu', 'Pus', 'Push']) applySeason(named(text), 'name');
    undo();
    expect(name()).toBeNull();
  });
  test('a reload keeps the draft; a newer revision makes it void', () => {
    applySeason(named('A'));
    useEditor.setState({ key: '' });
    openSeason(document(1));
    expect(name()).toBe('A');
    useEditor.setState({ key: '' });
    openSeason(document(2));
    expect(name()).toBeNull();
  });
  test('signed elsewhere meanwhile: it waits, and after a look at it undo brings the draft back on top', () => {
    applySeason(named('Mine'));
    const theirs = { ...season, phases: [{ ...season.phases[0]!, name: 'Theirs' }] };
    openSeason(document(2, { season: theirs }));
    expect([name(), useEditor.getState().base]).toEqual(['Mine', 1]);
    takeWaiting();
    expect([name(), useEditor.getState().base, useEditor.getState().waiting]).toEqual(['Theirs', 2, null]);
    expect(isDirty(useEditor.getState())).toBe(false);
    undo();
    expect(name()).toBe('Mine');
    expect(isDirty(useEditor.getState())).toBe(true);
  });
  test('what oneself has signed does not wait', () => {
    applySeason(named('Mine'));
    signed();
    openSeason(document(2, { season: useEditor.getState().season }));
    expect([name(), useEditor.getState().base, useEditor.getState().waiting]).toEqual(['Mine', 2, null]);
  });
  test('discarded it is as saved, and undo brings it back', () => {
    applySeason(named('A'));
    discard();
    expect(isDirty(useEditor.getState())).toBe(false);
    undo();
    expect(name()).toBe('A');
  });
  test('a season that waits is the one that is edited; what is chosen stays chosen', () => {
    select({ kind: 'phase', id: 'p' });
    const pending = { season: { ...season, phases: [{ ...season.phases[0]!, name: 'Waiting' }] } };
    useEditor.setState({ key: 'a 1 ' });
    openSeason(document(2, { pending }));
    expect(name()).toBe('Waiting');
    expect(useEditor.getState().selected).toEqual({ kind: 'phase', id: 'p' });
  });
});
