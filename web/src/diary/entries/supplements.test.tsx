/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { StandingRow } from '@maul/contract/diary';
import { fireEvent, screen } from '@testing-library/react';
import { useUndo } from '../../data/undo/undo.ts';
import { afresh, button, dayNow, field, showOn, step } from '../../testing/render.tsx';
import { testDay, testEntry, testStanding } from '../../testing/samples.ts';
import SupplementsDialog from './SupplementsDialog.tsx';

const iron: Extract<StandingRow['thing'], { kind: 'supplement' }> = {
  kind: 'supplement',
  name: 'Iron',
  dose: { amount: 1, unit: 'capsule' },
  counted: true,
  certified: 'certified',
  nutrients: { FE: 14 },
  times: ['07:00', '21:30'],
};
const row = testStanding('s1', iron);
const show = (standing: StandingRow[] = [], entries = [] as ReturnType<typeof testEntry>[]) =>
  showOn(testDay({ standing, entries }), (day) => <SupplementsDialog day={day} onClose={() => undefined} />);
const type = (name: string | RegExp, value: string) => fireEvent.change(field(name), { target: { value } });
const taken = () =>
  dayNow().entries.map((e) => (e.thing.kind === 'supplement' ? [e.thing.name, e.thing.done] : []));

beforeEach(afresh);

describe('a supplement is kept with', () => {
  beforeEach(() => {
    show();
    fireEvent.click(button('Add a supplement'));
  });
  test('its dose, its times and what it holds; nothing is claimed of it', () => {
    type('Name', 'Magnesium');
    type('One dose is', '2,5');
    type('of', 'g');
    type('Times', '07:00 21:30');
    fireEvent.click(button('Add what one dose holds'));
    type('Amount', '120');
    fireEvent.click(button('Keep'));
    expect(dayNow().standing.map((s) => s.thing)).toEqual([
      {
        kind: 'supplement',
        name: 'Magnesium',
        dose: { amount: 2.5, unit: 'g' },
        counted: true,
        certified: 'unknown',
        nutrients: { ENERC: 120 },
        times: ['07:00', '21:30'],
      },
    ]);
    expect(screen.getByText(/not known whether tested/)).toBeTruthy();
    expect(screen.getByText(/Maul repeats no claim/)).toBeTruthy();
  });
  test.each([
    ['no name', () => undefined, null],
    ['a dose of nothing', () => type('One dose is', '0'), null],
    ['25:00', () => type('Times', '07:00, 25:00'), '25:00 is no time of the day.'],
    [
      'nine times',
      () => type('Times', Array.from({ length: 9 }, (_, i) => `1${i}:00`).join(' ')),
      'At most 8 times a day.',
    ],
    [
      'an amount that is none',
      () => {
        fireEvent.click(button('Add what one dose holds'));
        type('Amount', 'a lot');
      },
      'A number, or empty for unknown.',
    ],
  ])('%s: not kept, and said', (what, act, says) => {
    if (what !== 'no name') type('Name', 'Zinc');
    act();
    expect(button('Keep')).toHaveProperty('disabled', true);
    if (says !== null) expect(screen.getByText(says)).toBeTruthy();
    expect(dayNow().standing).toEqual([]);
  });
  test('an amount left empty is unknown, not zero', () => {
    type('Name', 'Zinc');
    fireEvent.click(button('Add what one dose holds'));
    fireEvent.click(button('Keep'));
    expect(dayNow().standing[0]?.thing).toMatchObject({ nutrients: {} });
  });
  test('a name that is never planned is answered with its caution', () => {
    type('Name', 'Furosemide 40');
    expect(screen.getByRole('alert').textContent).toMatch(/can harm, and is banned by many federations/);
    expect(button('Keep')).toHaveProperty('disabled', true);
  });
});

describe('a supplement that is kept', () => {
  test('is taken with one press, counted as it stands, and given back', () => {
    show([row]);
    fireEvent.click(button('Taken now'));
    expect(taken()).toEqual([['Iron', true]]);
    expect(dayNow().entries[0]?.thing).toMatchObject({ supplementId: 's1', nutrients: { FE: 14 } });
    expect(useUndo.getState().offer?.sentence).toMatch(/^Iron, taken at \d\d:\d\d\.$/);
    step();
    expect(taken()).toEqual([]);
    step('redo');
    expect(taken()).toEqual([['Iron', true]]);
  });
  test('is put on the day at its times, each once', () => {
    const { times: _times, ...rest } = iron;
    show([row], [testEntry('e1', '07:00', { ...rest, supplementId: 's1', done: true })]);
    fireEvent.click(button('Put 1 on the day'));
    expect(dayNow().entries.map((e) => e.time)).toEqual(['07:00', '21:30']);
    expect(taken()).toEqual([
      ['Iron', true],
      ['Iron', false],
    ]);
    expect(screen.queryByRole('button', { name: /on the day/ })).toBeNull();
  });
  test('is changed, and what was taken of it stays as it was', () => {
    show([row]);
    fireEvent.click(button('Taken now'));
    fireEvent.click(button('Change'));
    expect(field('Amount').value).toBe('14');
    fireEvent.click(button('Remove this nutrient'));
    fireEvent.click(screen.getByRole('checkbox', { name: /Count its nutrients in the day/ }));
    fireEvent.click(button('Keep'));
    expect(dayNow().standing[0]?.thing).toMatchObject({ nutrients: {}, counted: false, times: iron.times });
    expect(dayNow().entries[0]?.thing).toMatchObject({ nutrients: { FE: 14 }, counted: true });
  });
  test('is taken away with a way back', () => {
    show([row]);
    fireEvent.click(button('Remove Iron'));
    expect(dayNow().standing).toEqual([]);
    expect(screen.getByText(/No supplements yet/)).toBeTruthy();
    step();
    expect(dayNow().standing.map((s) => s.id)).toEqual(['s1']);
  });
});
