/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { DayDocument, Handover } from '@maul/contract/diary';
import type { DayTargets, TargetWindow } from '@maul/core/plan';
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { useUndo } from '../../data/undo/undo.ts';
import { saveMeal } from '../../data/edit.ts';
import { sheetOf } from '../../data/day.ts';
import { useOutbox } from '../../data/sending/outbox.ts';
import {
  afresh,
  asked,
  button,
  dayNow,
  field,
  refusal,
  served,
  showOn,
  step,
  typeInto,
} from '../../testing/render.tsx';
import { ME, testDay, testMeal, testPortion, testStanding } from '../../testing/samples.ts';
import GiveDialog from '../portion/GiveDialog.tsx';
import { Offers } from '../portion/Offers.tsx';
import { Overshoot } from '../fit/Overshoot.tsx';
import PauseDialog, { PauseStrip } from '../entries/PauseDialog.tsx';
import { UndoRedo } from './UndoRedo.tsx';

const OTHER = '01890a5d-ac96-774b-bcce-b302099a8099';
const closed = jest.fn();
const type = (name: string | RegExp, value: string) => fireEvent.change(field(name), { target: { value } });
const window = (low: number, high: number): TargetWindow =>
  ({ low, high, aim: (low + high) / 2 }) as TargetWindow;
const grams = () => dayNow().portions.map((p) => p.grams ?? p.plannedGrams);

beforeEach(() => {
  afresh();
  closed.mockReset();
});

describe('part of a dish is given', () => {
  const cooked = testPortion('p1', 'm1', { grams: 400, method: 'scale', division: 1 });
  const show = (change: Partial<DayDocument> = {}) =>
    showOn(testDay({ portions: [cooked], ...change }), (day) => {
      const [portion] = day.portions;
      return portion ? <GiveDialog day={day} portion={portion} onClose={() => closed()} /> : null;
    });
  const choose = (name: string) => {
    fireEvent.mouseDown(screen.getByLabelText('To'));
    fireEvent.click(screen.getByRole('option', { name }));
  };
  test('to someone: the rest is mine, and can be had back', async () => {
    show();
    expect(field('How much, g').value).toBe('200');
    type('How much, g', '150');
    expect(screen.getByText('250 g of 400 stay yours.')).toBeTruthy();
    fireEvent.click(button('Give it'));
    await waitFor(() => expect(closed).toHaveBeenCalled());
    expect(grams()).toEqual([250]);
    expect(useUndo.getState().offer?.sentence).toBe('150 g given away; 250 g are yours.');
    expect(asked.filter((a) => a.ask.includes('handovers'))).toEqual([]);
    step();
    expect(grams()).toEqual([400]);
  });
  test.each(['0', '400', '500', 'abc'])('not %s g of 400', (text) => {
    show();
    type('How much, g', text);
    expect(button('Give it')).toHaveProperty('disabled', true);
    expect(grams()).toEqual([400]);
  });
  test('to another athlete by their code, who is remembered', async () => {
    served('GET /api/eaters', { personId: OTHER, name: 'Vida' });
    served('PUT /api/athletes/*/handovers/*', () => {
      const body = asked.at(-1)?.body as object;
      return {
        ...body,
        id: OTHER,
        fromId: ME.id,
        fromName: 'Test',
        answer: null,
        at: new Date().toISOString(),
      };
    });
    show();
    choose('another athlete, by their code');
    expect(button('Give it')).toHaveProperty('disabled', true);
    type('Their code', 'ABCD-1234');
    fireEvent.click(button('Give it'));
    await waitFor(() => expect(closed).toHaveBeenCalled());
    expect(asked.find((a) => a.ask.includes('/handovers/'))?.body).toMatchObject({ toId: OTHER, grams: 200 });
    expect(grams()).toEqual([200]);
    expect(dayNow().standing.map((s) => s.thing)).toEqual([{ kind: 'eater', personId: OTHER, name: 'Vida' }]);
  });
  test('a code that nobody has: said, and the portion stays whole', async () => {
    served('GET /api/eaters', refusal('not-found', 'Nobody has this code.', 404));
    show();
    choose('another athlete, by their code');
    type('Their code', 'WRONG');
    fireEvent.click(button('Give it'));
    expect((await screen.findByRole('alert')).textContent).toBe(
      'Nobody has this code. Your portion is as it was.',
    );
    expect(grams()).toEqual([400]);
    expect(closed).not.toHaveBeenCalled();
  });
  test('who was given to before is offered first', () => {
    show({ standing: [testStanding('s', { kind: 'eater', personId: OTHER, name: 'Vida' })] });
    expect(screen.getByLabelText('To').textContent).toBe('Vida');
  });
});

describe('what is given to me', () => {
  const offer = {
    id: OTHER,
    food: testPortion('x').food,
    grams: 180,
    method: 'scale',
    day: testDay().date,
    fromId: OTHER,
    fromName: 'Vida',
    toId: ME.id,
    answer: null,
    at: new Date().toISOString(),
  } as Handover;
  const show = (change: Partial<DayDocument> = {}) =>
    showOn(testDay({ offers: [offer], ...change }), (day) => (
      <Offers day={day} sheet={sheetOf(day, undefined)} />
    ));
  test('is taken into a meal with its weight and from whom', async () => {
    served('PUT /api/handovers/*/answer', { ...offer, answer: 'taken' });
    show();
    fireEvent.click(button('Take it'));
    await waitFor(() => expect(dayNow().portions).toHaveLength(2));
    expect(dayNow().portions.find((p) => p.id === OTHER)).toMatchObject({
      mealId: 'm1',
      grams: 180,
      method: 'scale',
      plannedGrams: null,
      reason: 'from Vida',
    });
  });
  test('is not taken while the server does not answer, and that is said', async () => {
    show();
    fireEvent.click(button('Take it'));
    expect((await screen.findByRole('alert')).textContent).toMatch(/Nothing was taken\.$/);
    expect(dayNow().portions).toHaveLength(1);
  });
  test('on a day without meals makes one', async () => {
    served('PUT /api/handovers/*/answer', { ...offer, answer: 'taken' });
    show({ meals: [], portions: [] });
    fireEvent.click(button('Take it'));
    await waitFor(() => expect(dayNow().meals).toHaveLength(1));
    expect(dayNow().portions[0]?.mealId).toBe(dayNow().meals[0]?.id);
  });
});

describe('after more than was planned', () => {
  const over = {
    meals: [testMeal('m1', '08:00', { eaten: true }), testMeal('m2', '23:50')],
    portions: [
      testPortion('p1', 'm1', { grams: 400, method: 'scale', division: 1 }),
      testPortion('p2', 'm2', { plannedGrams: 200 }),
    ],
  };
  const windows = { CARB: window(80, 100), PROCNT: window(0, 200) };
  const targets = { windows, basis: { carbBasis: 'available' } } as unknown as DayTargets;
  const show = (change: Partial<DayDocument> = {}) =>
    showOn(testDay({ ...over, ...change }), (day) => (
      <Overshoot day={day} sheet={sheetOf(day, targets)} targets={targets} />
    ));
  test('leaving things be comes first, and is remembered', () => {
    const { unmount } = show();
    const offered = screen.getAllByRole('button').map((b) => b.textContent);
    expect(offered[0]).toBe('Leave it');
    expect(offered[1]).toMatch(/^Food p2 in meal 2: 200 → 1?\d\d g, lands$/);
    expect(screen.getByText(/One day decides nothing/)).toBeTruthy();
    fireEvent.click(button('Leave it'));
    expect(screen.queryByRole('region')).toBeNull();
    unmount();
    show();
    expect(screen.queryByRole('region')).toBeNull();
    expect(grams()).toEqual([400, 200]);
  });
  test('the smallest change is one press, lands the day, and can be taken back', () => {
    show();
    fireEvent.click(screen.getAllByRole('button')[1] ?? document.body);
    const [, rest] = grams();
    expect(rest).toBeLessThan(200);
    const sheet = sheetOf(dayNow(), targets);
    expect(sheet.nutrients.CARB.lands).toBeLessThanOrEqual(100);
    expect(screen.queryByRole('region')).toBeNull();
    step();
    expect(grams()).toEqual([400, 200]);
  });
  test('nothing is said of a day that is over, nor of more protein', () => {
    show({ date: '2026-11-24' as never, meals: [], portions: [] });
    expect(screen.queryByRole('region')).toBeNull();
    const protein = { windows: { PROCNT: window(10, 20) }, basis: targets.basis } as unknown as DayTargets;
    showOn(testDay(over), (day) => <Overshoot day={day} sheet={sheetOf(day, protein)} targets={protein} />);
    expect(screen.queryByRole('region')).toBeNull();
  });
});

describe('the log rests', () => {
  test('from a day until a day, for a reason', () => {
    showOn(testDay(), (day) => <PauseDialog day={day} onClose={() => closed()} />);
    typeInto('Until (if you know)', '20/11/2026');
    expect(screen.getByText('It cannot end before it begins.')).toBeTruthy();
    expect(button('Pause')).toHaveProperty('disabled', true);
    typeInto('Until (if you know)', '02/12/2026');
    type('Why, in a word', 'family');
    fireEvent.click(button('Pause'));
    expect(dayNow().standing.map((s) => s.thing)).toEqual([
      { kind: 'pause', from: '2026-11-25', until: '2026-12-02', why: 'family' },
    ]);
  });
  test('and goes on with one press', () => {
    const pause = { kind: 'pause', from: '2026-11-20', until: null, why: '' } as const;
    showOn(testDay({ standing: [testStanding('s', pause as never)] }), (day) => (
      <PauseStrip day={day} editable />
    ));
    expect(screen.getByText(/These days count in no mean and are no gap/)).toBeTruthy();
    fireEvent.click(button('Go on logging'));
    expect(screen.queryByText(/is paused/)).toBeNull();
    step();
    expect(screen.getByText(/is paused/)).toBeTruthy();
  });
  test('a day outside the pause says nothing of it', () => {
    const pause = { kind: 'pause', from: '2026-11-20', until: '2026-11-24', why: '' } as const;
    showOn(testDay({ standing: [testStanding('s', pause as never)] }), (day) => (
      <PauseStrip day={day} editable={false} />
    ));
    expect(screen.queryByText(/is paused/)).toBeNull();
  });
});

describe('the way back by keyboard', () => {
  const key = (init: object, target: Element = document.body) =>
    act(() => {
      fireEvent.keyDown(target, init);
    });
  const time = () => dayNow().meals[0]?.time;
  beforeEach(() => {
    showOn(testDay(), (day) => (
      <>
        <UndoRedo day={day} />
        <input aria-label="A field" />
      </>
    ));
    act(() => saveMeal(dayNow(), testMeal('m1'), { time: '09:00' }, 'The meal moved'));
  });
  test('Ctrl Z and Ctrl Shift Z, or Ctrl Y', () => {
    key({ key: 'z', ctrlKey: true });
    expect(time()).toBe('08:00');
    expect(screen.getByRole('status').textContent).toBe('Taken back: The meal moved.');
    key({ key: 'Z', ctrlKey: true, shiftKey: true });
    expect(time()).toBe('09:00');
    expect(screen.getByRole('status').textContent).toBe('Done again: The meal moved.');
    key({ key: 'z', metaKey: true });
    key({ key: 'y', ctrlKey: true });
    expect(time()).toBe('09:00');
  });
  test('belongs to the text while one types', () => {
    key({ key: 'z', ctrlKey: true }, screen.getByLabelText('A field'));
    expect(time()).toBe('09:00');
  });
  test('by its buttons, which say what they take back', () => {
    fireEvent.click(button('Take back: The meal moved'));
    expect(time()).toBe('08:00');
    expect(button('Nothing to undo')).toHaveProperty('disabled', true);
    fireEvent.click(button('Do again: The meal moved'));
    expect(time()).toBe('09:00');
  });
  test('says what others changed since and was left alone', () => {
    act(() => useOutbox.setState({ entries: [] }));
    key({ key: 'z', ctrlKey: true });
    expect(screen.getByRole('status').textContent).toBe(
      'Taken back: The meal moved. 1 row was changed elsewhere since and left alone.',
    );
  });
});
