/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { DayTargets } from '@maul/core/plan';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import {
  afresh,
  button,
  dayNow,
  field,
  served,
  showOn,
  step,
  typeInto,
  textIn,
} from '../../testing/render.tsx';
import { UnitsContext } from '../../ui/formats/units.ts';
import { sheetOf } from '../../data/day.ts';
import { testDay, testFood } from '../../testing/samples.ts';
import AwayDialog from './AwayDialog.tsx';

const closed = jest.fn();
const show = (first: 'reserve' | 'out', targets?: DayTargets) =>
  showOn(testDay(), (day) => (
    <AwayDialog day={day} targets={targets} first={first} onClose={() => closed()} />
  ));
const type = (name: string | RegExp, value: string) => fireEvent.change(field(name), { target: { value } });
const added = () => dayNow().portions.filter((p) => p.id !== 'p1');
const OIL = testFood('Rapeseed oil', { state: 'as sold', per100g: { FAT: 100, PROCNT: 0, CHOAVLDF: 0 } });

beforeEach(() => {
  afresh();
  closed.mockReset();
});

describe('room kept for later', () => {
  test('counts as planned; what is left empty stays unknown', () => {
    show('reserve');
    type('Energy, kcal', '900');
    type('Fat, g', '30');
    fireEvent.click(button('Keep it free'));
    expect(dayNow().meals.map((m) => m.time)).toEqual(['08:00', '19:30']);
    const [room] = added();
    expect(room?.food.name).toBe('Dinner, kept free');
    expect(room?.grams).toBeNull();
    expect(room?.food.per100g).toMatchObject({ FAT: 30 });
    expect(room?.food.per100g.PROCNT).toBeUndefined();
    step();
    expect(added()).toEqual([]);
  });
  test.each([
    ['nothing', () => undefined],
    ['a name that is empty', () => (type('Energy, kcal', '500'), type('Name', ' '))],
    ['no time', () => (type('Energy, kcal', '500'), typeInto('Time', ''))],
    ['a macro that cannot be read', () => (type('Energy, kcal', '500'), type('Fat, g', '3o'))],
    ['an energy that cannot be read', () => (type('Energy, kcal', '5oo'), type('Fat, g', '30'))],
  ])('not for %s', (_, act) => {
    show('reserve');
    act();
    expect(button('Keep it free')).toHaveProperty('disabled', true);
  });
  test('in kilojoules, for who counts in them', () => {
    const kj = { body: 'kg', food: 'g', energy: 'kJ' } as const;
    showOn(testDay(), (day) => (
      <UnitsContext value={kj}>
        <AwayDialog day={day} targets={undefined} first="reserve" onClose={() => closed()} />
      </UnitsContext>
    ));
    type('Energy, kJ', '4184');
    fireEvent.click(button('Keep it free'));
    const sheet = sheetOf(dayNow(), undefined);
    const planned = sheet.meals.find((m) => m.time === '19:30')?.totals.ENERC;
    expect(planned).toBeCloseTo(1000, 0);
  });
  test('no meal holds 40,000 kcal', () => {
    show('reserve');
    type('Energy, kcal', '40000');
    expect(screen.getByText(/No meal holds so much/)).toBeTruthy();
    expect(button('Keep it free')).toHaveProperty('disabled', true);
  });
});

describe('a meal out', () => {
  const parts = () =>
    within(screen.getByRole('list', { name: 'Parts of the meal' })).getAllByRole('listitem');
  test('is built of parts between two ends, planned at the middle, with its reason', async () => {
    served('GET /api/athletes/*/foods', { foods: [OIL] });
    show('out');
    fireEvent.click(button('+ oil'));
    await waitFor(() => expect(field('from, g').value).toBe('5'));
    expect(parts()).toHaveLength(1);
    typeInto('Time', '20:15');
    fireEvent.click(button('Plan it'));
    expect(added()).toEqual([
      expect.objectContaining({
        plannedGrams: 17.5,
        grams: null,
        guess: { low: 5, high: 30 },
        reason: 'oil of the kitchen',
      }),
    ]);
    expect(dayNow().meals.map((m) => m.time)).toEqual(['08:00', '20:15']);
    step();
    expect(dayNow().meals).toHaveLength(1);
  });
  test('says for both ends whether the day lands', async () => {
    served('GET /api/athletes/*/foods', { foods: [OIL] });
    const windows = { FAT: { low: 5, aim: 10, high: 15 } };
    show('out', { windows, basis: { carbBasis: 'available' } } as unknown as DayTargets);
    fireEvent.click(button('+ oil'));
    await waitFor(() => expect(field('from, g').value).toBe('5'));
    type('from, g', '50');
    expect(screen.getByText('The lower end of a range comes first.')).toBeTruthy();
    expect(button('Plan it')).toHaveProperty('disabled', true);
    type('from, g', '');
    type('to, g', '');
    expect(screen.getByText('How much might it be?')).toBeTruthy();
    type('from, g', 'abc');
    type('to, g', '300');
    expect(screen.getByText('“abc” is not a number. Type it as 1200 or 4.5.')).toBeTruthy();
    expect(button('Plan it')).toHaveProperty('disabled', true);
    type('from, g', '');
    type('to, g', '9000');
    expect(screen.getByText('More than 0 and at most 5,000 g.')).toBeTruthy();
    type('to, g', '20');
    fireEvent.click(button('Plan it'));
    // One end alone is an amount, not a range.
    expect(added()[0]).toMatchObject({ plannedGrams: 20, guess: null });
  });
  test('without the server the food is chosen later, and nothing typed is lost', async () => {
    show('out');
    typeInto('Time', '21:00');
    fireEvent.click(button('+ sauce'));
    expect((await screen.findByRole('alert')).textContent).toMatch(/choose the food by hand/);
    expect(textIn('Time')).toBe('21:00');
  });
  test('a part is left out again, and the other half of the page is one press away', async () => {
    served('GET /api/athletes/*/foods', { foods: [OIL] });
    show('out');
    fireEvent.click(button('Another part'));
    expect(parts()).toHaveLength(2);
    fireEvent.click(screen.getAllByRole('button', { name: 'Remove this part' })[0] ?? document.body);
    expect(parts()).toHaveLength(1);
    fireEvent.click(button('Keep room'));
    expect(await screen.findByRole('dialog', { name: 'Keep room for later' })).toBeTruthy();
  });
});
