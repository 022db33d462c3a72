/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { InStock, KitchenBook } from '@maul/contract/kitchen';
import { phaseTemplate } from '@maul/core/plan';
import { testBoard } from '@maul/core/testing';
import { addDays } from '@maul/core/units';
import { testDay, testEntry, testStanding, TODAY } from '../testing/samples.ts';
import { permission } from './notify.ts';
import { saidHere, sayDone } from './said.ts';
import { remindersIn } from './useReminders.ts';

const step = (id: string, change: object = {}) => ({
  id,
  text: 'Simmer',
  minutes: 60,
  celsius: null,
  startedAt: `${TODAY}T10:00:00Z`,
  endedAt: null,
  didCelsius: null,
  ...change,
});
const batch = (steps: object[], done = false) =>
  ({ id: `b${done}`, version: 1, deleted: false, thing: { kind: 'batch', name: 'Stew', steps, done } }) as unknown as KitchenBook['things'][number]; // prettier-ignore
const box = (name: string, change: Partial<InStock> = {}): InStock =>
  ({
    kind: 'box',
    name,
    left: 146,
    place: 'fridge',
    since: `${addDays(TODAY, -4)}T18:00:00Z`,
    cookedAt: `${addDays(TODAY, -4)}T18:00:00Z`,
    thawed: false,
    openedAt: null,
    labelUntil: null,
    holds: [name],
    ...change,
  }) as InStock;
const weighed = { weighIn: { id: 'w', kg: 80 } } as unknown as ReturnType<typeof testDay>;

describe('what a day and a kitchen remind of', () => {
  test('a day without a weigh-in, timers that run, boxes on their last day', () => {
    const things = [
      batch([
        step('runs'),
        step('ended', { endedAt: `${TODAY}T10:30:00Z` }),
        step('not', { startedAt: null }),
      ]),
      batch([step('long done')], true),
    ];
    const stock = [
      box('Stew'),
      box('Eaten', { left: 0 }),
      box('Fresh', { cookedAt: `${TODAY}T18:00:00Z`, since: `${TODAY}T18:00:00Z` }),
      box('Frozen', { place: 'freezer' }),
    ];
    const all = remindersIn(testDay(), { things, mates: [] }, stock);
    expect(all.map((r) => [r.kind, r.body])).toEqual([
      ['weigh-in', expect.stringContaining('Before eating')],
      ['use-by', 'Stew.'],
      ['timer', 'Stew'],
    ]);
    expect(all[2]).toMatchObject({ to: '/kitchen/batch/bfalse', at: Date.parse(`${TODAY}T11:00:00Z`) });
  });
  test('water on a day of a board, less what was drunk; a glass that is only planned is not drunk', () => {
    const peak = {
      ...phaseTemplate('peak-week', addDays(TODAY, -3), addDays(TODAY, 3), 'peak'),
      board: testBoard(),
    };
    const glass = (id: string, millilitres: number, done: boolean) =>
      testEntry(id, '07:00', { kind: 'water', millilitres, vessel: null, done });
    const day = testDay({
      ...weighed,
      season: { events: [], phases: [peak] },
      entries: [glass('a', 1000, true), glass('b', 3000, false)],
    });
    const found = remindersIn(day, undefined, undefined);
    expect(found.map((r) => r.kind)).toEqual(['water', 'water', 'water']);
    expect(found[0]?.body).toContain('1.8 L are planned since waking, 1.0 L are logged.');
  });
  test('a paused log asks for no morning; a pause that is over does not count', () => {
    const pause = (until: string | null) =>
      testStanding('p', { kind: 'pause', from: addDays(TODAY, -3), until, reason: 'Fever' } as never);
    const kinds = (until: string | null) =>
      remindersIn(testDay({ standing: [pause(until)] }), undefined, undefined).map((r) => r.kind);
    expect(kinds(null)).toEqual([]);
    expect(kinds(TODAY)).toEqual([]);
    expect(kinds(addDays(TODAY, -1))).toEqual(['weigh-in']);
  });
  test('a day on which nothing is open reminds of nothing', () =>
    expect(remindersIn(testDay(weighed), { things: [], mates: [] }, [])).toEqual([]));
});

describe('what was said on this device', () => {
  beforeEach(() => localStorage.clear());
  test('is remembered for three days, and a note that cannot be read is none', () => {
    sayDone('old', 0);
    sayDone('timer', 3 * 86_400_000);
    expect([...saidHere()]).toEqual(['timer']);
    localStorage.setItem('maul.reminded', '{not');
    expect([...saidHere()]).toEqual([]);
  });
  test('a browser without notifications says so', () => expect(permission()).toBe('none'));
});
