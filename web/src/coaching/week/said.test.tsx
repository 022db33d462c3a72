/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, expect, jest, test } from '@jest/globals';
import type { FormQuestion, GivenForm } from '@maul/contract/coaching';
import { fireEvent, render, screen } from '@testing-library/react';
import { v7 as uuidv7 } from 'uuid';
import { afresh } from '../../testing/render.tsx';
import { FormFields, Said, saidOf } from './Said.tsx';

const QUESTIONS: FormQuestion[] = [
  { id: 'legs', text: 'How much is left in the legs?', answer: 'mark', unit: '' },
  { id: 'waist', text: 'Waist', answer: 'number', unit: 'cm' },
  { id: 'ill', text: 'Were you ill?', answer: 'yes', unit: '' },
  { id: 'hard', text: 'What was hard?', answer: 'words', unit: '' },
];
const form: GivenForm = {
  id: uuidv7(),
  name: 'Every week',
  questions: QUESTIONS,
  givenBy: uuidv7(),
  givenByName: 'Tilde',
  givenAt: '2026-11-30T08:00:00Z',
};
beforeEach(afresh);

test('only what was answered goes along, each with its question; an answer of another kind does not', () => {
  expect(saidOf(QUESTIONS, {})).toEqual([]);
  expect(saidOf(QUESTIONS, { legs: 4, ill: false, hard: '' })).toEqual([
    { ...QUESTIONS[0], value: 4 },
    { ...QUESTIONS[2], value: false },
  ]);
  // The coach made a number of it since.
  expect(saidOf(QUESTIONS, { waist: 'as before', gone: 3 })).toEqual([]);
});

test('marks and yes or no are pressed, pressed again they are open', () => {
  const change = jest.fn();
  const { rerender } = render(<FormFields form={form} said={{ waist: 71 }} onChange={change} />);
  fireEvent.click(screen.getByRole('button', { name: '4' }));
  expect(change).toHaveBeenLastCalledWith({ waist: 71, legs: 4 });
  fireEvent.click(screen.getByRole('button', { name: 'No' }));
  expect(change).toHaveBeenLastCalledWith({ waist: 71, ill: false });
  rerender(<FormFields form={form} said={{ legs: 4 }} onChange={change} />);
  fireEvent.click(screen.getByRole('button', { name: '4' }));
  expect(change).toHaveBeenLastCalledWith({});
  expect(screen.getByLabelText('Waist (cm)')).toBeTruthy();
});

test('what was answered stands with the answer of the week before, where it is another', () => {
  const said = saidOf(QUESTIONS, { legs: 4, waist: 71.5, hard: 'The evenings.' });
  render(<Said said={said} before={saidOf(QUESTIONS, { legs: 4, waist: 72, hard: 'Work.' })} />);
  const text = screen.getByLabelText('Asked with every week').textContent ?? '';
  expect(text).toContain('4 of 5');
  expect(text).toContain('71.5 cm 72 cm the week before');
  expect(text).not.toContain('4 of 5 4 of 5');
  expect(text).not.toContain('Work.');
});
