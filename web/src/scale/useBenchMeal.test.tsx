/** @jest-environment ./jsdomWithNode.mjs */
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { DayDocument, PortionRow } from '@maul/contract/diary';
import { act, render } from '@testing-library/react';
import { Profiler } from 'react';
import { tellLive, useLivePortion } from '../data/live.ts';
import { savePortion } from '../data/edit.ts';
import { sheetOf } from '../data/day.ts';
import { useOutbox } from '../data/sending/outbox.ts';
import { useUndo } from '../data/undo/undo.ts';
import { addDays } from '@maul/core/units';
import { afresh, dayNow, showOn, step } from '../testing/render.tsx';
import { testDay, testMeal, testPortion } from '../testing/samples.ts';
import { useBench } from './store.ts';
import { useUnnamed } from './techniques/unnamed.ts';
import { useBenchMeal } from './useBenchMeal.ts';

const ByTheScale = ({ day }: { day: DayDocument }) => {
  const { current } = useBenchMeal(day, 'm1');
  return <p>{current?.id}</p>;
};
const show = (portions: PortionRow[]) =>
  showOn(testDay({ meals: [testMeal('m1'), testMeal('m2', '12:00')], portions }), (day) => (
    <ByTheScale day={day} />
  ));

const read = (gross: number, at: number) =>
  useBench.getState().dispatch({ type: 'reading', reading: { at, gross, division: 1, unit: 'g' } });
/** Puts so much on the pan, lets it stand still, and captures it as a portion. */
let clock = 0;
const pour = (grams: number) =>
  act(() => {
    for (let i = 0; i < 12; i += 1) read(grams, (clock += 100));
  });
const capture = (portionId: string) =>
  act(() => useBench.getState().dispatch({ type: 'capture', portionId }));
const undo = () => act(() => useBench.getState().dispatch({ type: 'undo' }));
const portion = (id: string) => dayNow().portions.find((p) => p.id === id);

beforeEach(() => {
  afresh();
  clock = 0;
  act(() => {
    useUndo.setState({ offer: null });
    useBench.setState({ mealId: null, portionId: null, boxes: [], technique: 'bowl' });
    useBench.getState().dispatch({ type: 'clear' });
    useBench.getState().dispatch({ type: 'connect', source: 'test scale' });
    read(0, (clock += 100));
  });
});

afterEach(() => void jest.restoreAllMocks());

describe('what the scale captures, on the day', () => {
  test('a planned portion gets its true grams and its trail; undo makes it a plan again', () => {
    show([testPortion('p1')]);
    pour(230);
    capture('p1');
    expect(portion('p1')).toMatchObject({
      plannedGrams: 150,
      grams: 230,
      method: 'scale',
      trail: { net: 230 },
    });
    undo();
    expect(portion('p1')).toMatchObject({ plannedGrams: 150, grams: null, method: null, trail: null });
  });
  test('an amount by eye that was captured over comes back with its spread', () => {
    show([testPortion('p1', 'm1', { plannedGrams: null, grams: 300, method: 'eye', spread: 0.25 })]);
    pour(280);
    capture('p1');
    expect(portion('p1')).toMatchObject({ grams: 280, method: 'scale', spread: null });
    undo();
    expect(portion('p1')).toMatchObject({ plannedGrams: null, grams: 300, method: 'eye', spread: 0.25 });
  });
  test('a guess that was captured over comes back with both its ends', () => {
    const guess = { low: 200, high: 300 };
    show([testPortion('p1', 'm1', { plannedGrams: 250, guess, reason: 'canteen' })]);
    pour(240);
    capture('p1');
    expect(portion('p1')).toMatchObject({ grams: 240, guess: null });
    undo();
    expect(portion('p1')).toMatchObject({ plannedGrams: 250, grams: null, guess, reason: 'canteen' });
  });
  test('it is one step of the day: the day takes it back too, and does it again', () => {
    show([testPortion('p1')]);
    pour(230);
    capture('p1');
    expect(step()).toMatchObject({ label: 'Food p1', left: 0 });
    expect(portion('p1')?.grams).toBeNull();
    step('redo');
    expect(portion('p1')?.grams).toBe(230);
  });
  test('undo takes back its own capture and nothing that was done on the day since', () => {
    show([testPortion('p1'), testPortion('p2', 'm2', { position: 1 })]);
    pour(230);
    capture('p1');
    act(() => savePortion(dayNow(), portion('p2')!, { plannedGrams: 99 }));
    undo();
    expect(portion('p1')?.grams).toBeNull();
    expect(portion('p2')?.plannedGrams).toBe(99);
    expect(step()?.label).toBe('Food p2');
  });
  test('a portion that was changed since is left alone, and that is said', () => {
    show([testPortion('p1')]);
    pour(230);
    capture('p1');
    act(() =>
      savePortion(dayNow(), portion('p1')!, { grams: 111, method: 'eye', trail: null, division: null }),
    );
    undo();
    expect(portion('p1')?.grams).toBe(111);
    expect(useUndo.getState().offer?.sentence).toContain('was changed since it was captured');
  });
  test('a filled box is a portion of its meal; undone, it is gone', () => {
    show([testPortion('p1')]);
    act(() => {
      useBench.getState().choose('m1', 'p1');
      useBench.getState().use('boxes');
      useBench.getState().setBoxes([{ id: 'box-1', label: 'Box 1', aim: null, mealId: 'm2' }]);
    });
    pour(146);
    capture('box-1');
    expect(portion('box-1')).toMatchObject({ mealId: 'm2', grams: 146, food: { name: 'Food p1' } });
    undo();
    expect(portion('box-1')).toBeUndefined();
  });
  test('a box for tomorrow goes to the meal at the same hour there, and is taken back', () => {
    const date = addDays(testDay().date, 1);
    show([testPortion('p1')]);
    const box = '01890a5d-ac96-774b-bcce-b302099a8777';
    act(() => {
      useBench.setState({ technique: 'boxes', portionId: 'p1' });
      useBench.getState().setBoxes([{ id: box, label: 'Box 2', aim: null, mealId: null, day: date }]);
    });
    pour(300);
    capture(box);
    const waiting = () => useOutbox.getState().entries.filter((e) => e.day === date && !e.body.deleted);
    expect(waiting().map((e) => e.route)).toEqual(['putMeal', 'putPortion']);
    expect(waiting().map((e) => e.body)).toMatchObject([{ day: date, time: '08:00' }, { grams: 300, method: 'scale' }]);
    undo();
    expect(waiting()).toEqual([]);
  }); // prettier-ignore
  test('what has no name yet waits for one; undone, it does not', () => {
    show([testPortion('p1')]);
    pour(88);
    capture('something');
    expect(useUnnamed.getState().list.map((one) => one.layer.net)).toEqual([88]);
    undo();
    expect(useUnnamed.getState().list).toEqual([]);
  });
  test('after a capture the next planned portion is on', () => {
    const { container } = show([testPortion('p1'), testPortion('p2', 'm1', { position: 1 })]);
    expect(container.textContent).toBe('p1');
    pour(150);
    capture('p1');
    expect(container.textContent).toBe('p2');
  });
});

describe('what lies on the pan, on the day', () => {
  test('readout and gauge follow a reading in one commit', () => {
    const day = testDay();
    let commits = 0;
    const Readout = () => <output>{useBench((s) => s.scale.reading?.gross)}</output>;
    const Gauge = () => (
      <meter value={Math.round(sheetOf(day, undefined, useLivePortion()).nutrients.PROCNT.eaten)} />
    );
    const Bench = () => {
      useBenchMeal(day, 'm1');
      return <Readout />;
    };
    const { container } = render(
      <Profiler id="page" onRender={() => (commits += 1)}>
        <Gauge />
        <Bench />
      </Profiler>,
    );
    // The scale talks ten times a second: not so fast that the day would follow calmly.
    jest.spyOn(performance, 'now').mockImplementation(() => clock);
    // A bowl of 50 g, tared; then 100 g of food on top.
    pour(50);
    act(() => useBench.getState().dispatch({ type: 'tare' }));
    commits = 0;
    act(() => read(150, (clock += 100)));
    expect(container.querySelector('output')?.textContent).toBe('150');
    expect(container.querySelector('meter')?.getAttribute('value')).toBe('10');
    expect(commits).toBe(1);
  });
  describe('behind a scale', () => {
    const follow = (ms: readonly number[]): string[] => {
      const day = testDay();
      const Day = () => {
        useBenchMeal(day, 'm1');
        return <p>{useLivePortion()?.grams}</p>;
      };
      const { container } = render(<Day />);
      jest.spyOn(performance, 'now').mockImplementation(() => clock);
      pour(50);
      act(() => useBench.getState().dispatch({ type: 'tare' }));
      return ms.map((later, i) => {
        act(() => read(60 + 10 * i, (clock += later)));
        return container.textContent ?? '';
      });
    };
    test('of ten readings a second the day follows each, two close together too', () => {
      // The browser was busy for a while, and then had two readings at once.
      expect(follow([100, 100, 300, 5, 100])).toEqual(['10', '20', '30', '40', '50']);
    });
    test('of fifty a second the day follows calmly', () => {
      const seen = follow([100, ...Array.from({ length: 12 }, () => 20)]);
      expect(seen.at(-1)).not.toBe('130');
    });
  });
  test('the same again tells nobody', () => {
    let told = 0;
    const Watcher = () => {
      told += 1;
      return <p>{useLivePortion()?.grams}</p>;
    };
    render(<Watcher />);
    act(() => tellLive({ portionId: 'p1', grams: 20, division: 1 }));
    const before = told;
    act(() => tellLive({ portionId: 'p1', grams: 20, division: 1 }));
    expect(told).toBe(before);
    act(() => tellLive(undefined));
  });
});
