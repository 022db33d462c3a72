/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, expect, test } from '@jest/globals';
import { fireEvent, screen } from '@testing-library/react';
import { afresh, button, dayNow, showOn } from '../../testing/render.tsx';
import { queryClient } from '../../data/session.ts';
import { ME, testDay, testMeal, testPortion } from '../../testing/samples.ts';
import { Notes } from './Notes.tsx';

beforeEach(afresh);

const LABEL = 'Add a note to the day';
/** Shows the notes of the day, or of a meal, to an athlete whom nobody coaches. */
const show = (day = testDay(), mealId: string | null = null) => {
  const shown = showOn(day, (now) => <Notes day={now} mealId={mealId} label={LABEL} />);
  queryClient.setQueryData(['session'], { person: { ...ME, role: 'athlete' }, grants: [] });
  return shown;
};
const words = () => screen.findByRole<HTMLTextAreaElement>('textbox', { name: LABEL });

test('words that were left are still there when the note is opened again, and go once they are written', async () => {
  show();
  fireEvent.click(button(LABEL));
  fireEvent.change(await words(), { target: { value: ' Hunger at ten. ' } });
  fireEvent.keyDown(await words(), { key: 'Escape' });
  expect(screen.queryByRole('textbox')).toBeNull();
  fireEvent.click(button(LABEL));
  expect((await words()).value).toBe(' Hunger at ten. ');
  fireEvent.click(button('Write'));
  expect(dayNow().notes.map((n) => [n.text, n.portionId])).toEqual([['Hunger at ten.', null]]);
  fireEvent.click(button(LABEL));
  expect((await words()).value).toBe('');
  expect((button('Write') as HTMLButtonElement).disabled).toBe(true);
});

test('a note of a meal may be about one of its portions', async () => {
  show(testDay({ meals: [testMeal('m1')], portions: [testPortion('p1'), testPortion('p2')] }), 'm1');
  fireEvent.click(button(LABEL));
  fireEvent.change(await words(), { target: { value: 'Too dry.' } });
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'About' }));
  fireEvent.click(screen.getByRole('option', { name: 'Food p2' }));
  fireEvent.click(button('Write'));
  expect(dayNow().notes.map((n) => [n.text, n.mealId, n.portionId])).toEqual([['Too dry.', 'm1', 'p2']]);
});
