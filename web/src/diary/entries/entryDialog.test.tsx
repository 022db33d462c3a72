/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { DayDocument, DayEntryRow, EntryBody } from '@maul/contract/diary';
import { fireEvent, screen } from '@testing-library/react';
import { useUndo } from '../../data/undo/undo.ts';
import { afresh, button, dayNow, field, showOn, step, typeInto } from '../../testing/render.tsx';
import { testBasis, testDay, testEntry, testStanding } from '../../testing/samples.ts';
import Drinks from './Drinks.tsx';
import { RailEntry } from '../rail/RailEntry.tsx';
import EntryDialog from './EntryDialog.tsx';

const closed = jest.fn();
const show = (
  first: 'training' | 'water',
  change: Partial<DayDocument> = {},
  entry: DayEntryRow | null = null,
) =>
  showOn(testDay(change), (day) => (
    <EntryDialog day={day} entry={entry} first={first} onClose={() => closed()} />
  ));
const type = (name: string | RegExp, value: string) => fireEvent.change(field(name), { target: { value } });
const things = () => dayNow().entries.map((e) => ({ time: e.time, ...e.thing }));
const water = (millilitres: number, done: boolean): EntryBody => ({
  kind: 'water',
  millilitres,
  vessel: null,
  done,
});

beforeEach(() => {
  afresh();
  closed.mockReset();
});

describe('what is put beside the meals', () => {
  test('training, with its minutes', () => {
    show('training');
    typeInto('Time', '17:30');
    type('What', 'Legs');
    type('Minutes', '80');
    fireEvent.click(button('Add'));
    expect(things()).toEqual([{ time: '17:30', kind: 'training', what: 'Legs', minutes: 80, done: true }]);
    expect(closed).toHaveBeenCalledTimes(1);
  });
  test('training says what it trains; a press more takes it back', () => {
    show('training');
    for (const muscle of ['quads', 'glutes', 'chest', 'chest']) fireEvent.click(button(muscle));
    fireEvent.click(button('Add'));
    expect(things()).toMatchObject([{ kind: 'training', muscles: ['quads', 'glutes'] }]);
  });
  test('the kcal of a walk are reckoned from its speed, with their doubt', () => {
    show('training', { bases: [{ ...testBasis(), weightKg: 80 }] });
    fireEvent.click(button('Cardio'));
    type('Minutes', '60');
    type('km/h', '5');
    // Net 0.1 mL/kg for each of 5,000 m, 5 kcal a litre: 200 kcal. Source: ACSM.
    expect(screen.getByText(/200 kcal ± 66/)).toBeTruthy();
    fireEvent.click(button('Take it'));
    fireEvent.click(button('Add'));
    expect(things()).toMatchObject([{ kind: 'cardio', minutes: 60, kcal: 200 }]);
  });
  test.each([
    ['abc', 'Minutes: “abc” is not a number. Type it as 1200 or 4.5.'],
    ['-5', 'Minutes: Type a whole number from 1 to 600.'],
    ['1.200', 'Minutes: Type a whole number from 1 to 600.'],
    ['601', 'Minutes: Type a whole number from 1 to 600.'],
  ])('minutes that are typed as %s are said, not left out', (typed, sentence) => {
    show('training');
    type('What', 'Legs');
    type('Minutes', typed);
    expect(screen.getByRole('status').textContent).toBe(sentence);
    fireEvent.click(button('Add'));
    expect(things()).toEqual([]);
    expect(field('Minutes').value).toBe(typed);
  });
  test('a figure of another kind that was typed before holds nothing up', () => {
    show('training');
    type('Minutes', 'abc');
    fireEvent.click(button('Water'));
    type('mL', '300');
    fireEvent.click(button('Add'));
    expect(things()).toMatchObject([{ kind: 'water', millilitres: 300 }]);
  });
  test('a grade that cannot be read is not taken as flat', () => {
    show('training', { bases: [{ ...testBasis(), weightKg: 80 }] });
    fireEvent.click(button('Cardio'));
    type('Minutes', '60');
    type('km/h', '5');
    type('Grade, %', 'steep');
    expect(screen.queryByText(/kcal ±/)).toBeNull();
  });
  test('cardio wants minutes, kcal or steps', () => {
    show('training');
    fireEvent.click(button('Cardio'));
    expect(screen.getByText('Minutes, kcal or steps: one of them.')).toBeTruthy();
    type('Steps', '9000');
    typeInto('Time', '06:10');
    fireEvent.click(screen.getByRole('checkbox', { name: 'Done already' }));
    fireEvent.click(button('Add'));
    expect(things()).toEqual([
      { time: '06:10', kind: 'cardio', what: '', minutes: null, kcal: null, steps: 9000, done: false },
    ]);
  });
  test('a look, with a mark or a word', () => {
    show('training');
    fireEvent.click(button('Look'));
    expect(screen.getByText('Give a rating or a note.')).toBeTruthy();
    type('In words', 'round after the rice');
    fireEvent.click(button('Add'));
    expect(things()[0]).toMatchObject({ kind: 'look', fullness: null, words: 'round after the rice' });
  });
  test.each([
    ['Minutes', '0', 'Minutes: Type a whole number from 1 to 600.'],
    ['Minutes', '45.5', 'Minutes: Type a whole number from 1 to 600.'],
    ['kcal', '-3', 'kcal: Type a number from 0 to 5,000.'],
    ['Steps', '300000', 'Steps: Type a whole number from 0 to 200,000.'],
  ])('cardio of %s %s is no cardio', (name, value, says) => {
    show('training');
    fireEvent.click(button('Cardio'));
    type(name, value);
    expect(screen.getByText(says)).toBeTruthy();
    expect(button('Add')).toHaveProperty('disabled', true);
  });
  test('at no time of the day, nothing is kept', () => {
    show('training');
    typeInto('Time', '');
    expect(screen.getByText('Type a time, such as 17:30.')).toBeTruthy();
    fireEvent.submit(screen.getByRole('dialog').querySelector('form') ?? screen.getByRole('dialog'));
    expect(things()).toEqual([]);
  });
});

describe('water', () => {
  test('by a vessel that is remembered', () => {
    show('water');
    expect(screen.getByText('How many mL?')).toBeTruthy();
    type('mL', '650');
    type('Save it as a bottle or glass', 'Blue bottle');
    fireEvent.click(button('Remember'));
    expect(dayNow().standing.map((s) => s.thing)).toEqual([
      { kind: 'vessel', name: 'Blue bottle', millilitres: 650 },
    ]);
    type('mL', '');
    fireEvent.click(button('Blue bottle (650 mL)'));
    fireEvent.click(button('Add'));
    expect(things()[0]).toMatchObject({ millilitres: 650, vessel: 'Blue bottle', done: true });
  });
  test('more than 5 L is not one drink', () => {
    show('water');
    type('mL', '6000');
    expect(screen.getByText(/More than 5 L is not one drink/)).toBeTruthy();
  });
  test('too much in an hour can be logged, and cannot be planned', () => {
    show('water', { entries: [testEntry('e1', '10:00', water(800, true))] });
    typeInto(/Until|Time/, '10:30');
    type('mL', '400');
    expect(button('Add')).toHaveProperty('disabled', false);
    fireEvent.click(screen.getByRole('checkbox', { name: 'Drunk already' }));
    expect(screen.getByRole('alert').textContent).toMatch(
      /More than 1\.0 L within an hour \(1\.2 L\) cannot be planned/,
    );
    expect(button('Add')).toHaveProperty('disabled', true);
    type('mL', '200');
    expect(button('Add')).toHaveProperty('disabled', false);
  });
  test('a vessel is drunk with one press and given back with another', () => {
    const vessel = testStanding('v', { kind: 'vessel', name: 'Glass', millilitres: 300 });
    const onTool = jest.fn();
    showOn(testDay({ standing: [vessel] }), (day) => <Drinks day={day} editable onTool={onTool} />);
    fireEvent.click(button('+ Glass (300 mL)'));
    expect(screen.getByText('0.3 L')).toBeTruthy();
    expect(useUndo.getState().offer?.sentence).toBe('Glass, 300 mL, drunk.');
    step();
    expect(screen.getByText('0.0 L')).toBeTruthy();
    fireEvent.click(button('Another amount …'));
    expect(onTool).toHaveBeenCalledWith('water');
  });
  test('is kept at the time of the press, however long the page has stood open', () => {
    const doNotFake = ['setTimeout', 'setInterval', 'setImmediate', 'queueMicrotask', 'nextTick', 'performance'] as const; // prettier-ignore
    jest.useFakeTimers({ now: new Date('2026-11-25T08:00:00Z'), doNotFake: [...doNotFake] });
    try {
      const vessel = testStanding('v', { kind: 'vessel', name: 'Glass', millilitres: 300 });
      showOn(testDay({ standing: [vessel] }), (day) => (
        <Drinks day={day} editable onTool={() => undefined} />
      ));
      jest.setSystemTime(new Date('2026-11-25T14:20:00Z'));
      fireEvent.click(button('+ Glass (300 mL)'));
      expect(things()[0]).toMatchObject({ time: '14:20', millilitres: 300 });
    } finally {
      jest.useRealTimers();
    }
  });
  test('what was drunk too fast is said, with what to look for', () => {
    const entries = ['09:00', '09:20', '09:40'].map((time, i) => testEntry(`e${i}`, time, water(400, true)));
    showOn(testDay({ entries }), (day) => <Drinks day={day} editable={false} onTool={() => undefined} />);
    expect(screen.getByText(/1\.2 L within an hour is a lot of water at once/)).toBeTruthy();
    expect(screen.getByText(/stop drinking, and call the emergency number/)).toBeTruthy();
  });
});

describe('what stands on the rail', () => {
  test('is done with one press', () => {
    const entry = testEntry('e1', '17:00', { kind: 'posing', what: '', minutes: 20, done: false });
    showOn(testDay({ entries: [entry] }), (day) => {
      const [one] = day.entries;
      return one ? <RailEntry day={day} entry={one} onEdit={() => undefined} /> : null;
    });
    expect(screen.getByText('planned')).toBeTruthy();
    fireEvent.click(button('Done: Posing, 17:00'));
    expect(things()[0]).toMatchObject({ kind: 'posing', done: true });
    expect(screen.queryByText('planned')).toBeNull();
  });
  test('is changed and taken away, with a way back', () => {
    const entry = testEntry('e1', '17:00', { kind: 'training', what: 'Back', minutes: null, done: true });
    show('training', { entries: [entry] }, entry);
    type('Minutes', '75');
    fireEvent.click(button('Keep'));
    expect(things()[0]).toMatchObject({ what: 'Back', minutes: 75 });
    fireEvent.click(button('Remove it'));
    expect(things()).toEqual([]);
    step();
    expect(things()[0]).toMatchObject({ what: 'Back' });
  });
});
