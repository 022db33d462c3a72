/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { sheetOf } from '../../data/day.ts';
import { afresh, button, dayNow, served, showOn } from '../../testing/render.tsx';
import { testDay, testFood, testMeal } from '../../testing/samples.ts';
import QuickLine from './QuickLine.tsx';

const show = () =>
  showOn(testDay({ meals: [testMeal('m1', '13:00')], portions: [] }), (day) => (
    <QuickLine
      day={day}
      sheet={sheetOf(day, undefined)}
      nextId="m1"
      onNewFood={() => undefined}
      onTool={() => undefined}
    />
  ));
const line = () => screen.getByRole<HTMLInputElement>('combobox', { name: /Quick line/ });
const type = (text: string) => fireEvent.change(line(), { target: { value: text } });
const press = (key: string) => fireEvent.keyDown(line(), { key });
const rice = testFood('Rice');
const planned = () => dayNow().portions.map((p) => [p.food.name, p.plannedGrams]);

/** The search answers when it is let. */
const heldSearch = (found = rice) => {
  let open: () => void = () => undefined;
  const held = new Promise<void>((done) => (open = done));
  served('GET /api/athletes/*/foods', () => {
    const response = new Response();
    response.json = () => held.then(() => ({ foods: [found] }));
    return response;
  });
  return () => act(async () => Promise.resolve(open()));
};

beforeEach(afresh);

describe('the quick line', () => {
  test('keeps on Enter what it understood, and is empty for the next', async () => {
    served('GET /api/athletes/*/foods', { foods: [rice] });
    show();
    type('80 g rice');
    expect(await screen.findByText(/^80 g Rice, cooked: planned/)).toBeTruthy();
    press('Enter');
    await waitFor(() => expect(planned()).toEqual([['Rice', 80]]));
    expect(line().value).toBe('');
  });

  test('asked to keep before the food is found, keeps it once it is', async () => {
    const answer = heldSearch();
    show();
    type('80 g rice');
    press('Enter');
    expect(await screen.findByText(/^Looking for rice/)).toBeTruthy();
    expect(planned()).toEqual([]);
    await answer();
    await waitFor(() => expect(planned()).toEqual([['Rice', 80]]));
    expect(line().value).toBe('');
  });

  test('typed on meanwhile, it waits for another Enter', async () => {
    const answer = heldSearch();
    show();
    type('80 g rice');
    press('Enter');
    type('800 g rice');
    await answer();
    expect(await screen.findByText(/^800 g Rice, cooked: planned/)).toBeTruthy();
    expect(planned()).toEqual([]);
  });

  test('asked to keep while only the word before has its answer, waits for that of the whole word', async () => {
    served('GET /api/athletes/*/foods', { foods: [testFood('Egg')] });
    show();
    type('2 g egg');
    expect(await screen.findByText(/^2 g Egg, cooked: planned/)).toBeTruthy();
    const answer = heldSearch(testFood('Eggplant'));
    type('2 g eggplant');
    press('Enter');
    expect(planned()).toEqual([]);
    await answer();
    await waitFor(() => expect(planned()).toEqual([['Eggplant', 2]]));
    expect(line().value).toBe('');
  });

  test('Escape empties it, and what was asked for with it is not kept', async () => {
    const answer = heldSearch();
    show();
    type('80 g rice');
    press('Enter');
    press('Escape');
    await answer();
    await waitFor(() => expect(screen.queryByText('Understood:')).toBeNull());
    expect(line().value).toBe('');
    expect(planned()).toEqual([]);
  });

  test('a food that is chosen stands in the line in its whole name', async () => {
    const [white, brown] = [testFood('Rice, white'), testFood('Rice, brown')];
    served('GET /api/athletes/*/foods', { foods: [white, brown] });
    show();
    type('80 g ri');
    fireEvent.click(await screen.findByRole('button', { name: /Rice, brown/ }));
    expect(await screen.findByText(/^80 g Rice, brown, cooked: planned/)).toBeTruthy();
    fireEvent.click(button('Add'));
    await waitFor(() => expect(planned()).toEqual([['Rice, brown', 80]]));
  });
});
