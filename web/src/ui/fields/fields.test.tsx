/** @jest-environment ./jsdomWithNode.mjs */
import { afterEach, describe, expect, test } from '@jest/globals';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { field, textIn, typeInto } from '../../testing/render.tsx';
import { DateField } from './DateField.tsx';
import { TimeField } from './TimeField.tsx';
import { EnergyField, MassField } from './TypedField.tsx';

afterEach(cleanup);

const told: string[] = [];
/** A field whose owner keeps only whole values where `keepsOld`. */
const Owner = ({ kind, first, keepsOld }: { kind: 'date' | 'time'; first: string; keepsOld: boolean }) => {
  const [value, setValue] = useState(first);
  const change = (next: string): void => {
    told.push(next);
    if (next !== '' || !keepsOld) setValue(next);
  };
  return (
    <>
      {kind === 'date' ? (
        <DateField label="Ends" value={value} onChange={change} min="2026-01-01" max="2027-12-31" />
      ) : (
        <TimeField label="At" value={value} onChange={change} />
      )}
      <output>{value}</output>
      <button onClick={() => setValue(kind === 'date' ? '2026-05-01' : '12:00')}>another</button>
    </>
  );
};
const show = (kind: 'date' | 'time', first: string, keepsOld = false) => {
  told.length = 0;
  render(<Owner kind={kind} first={first} keepsOld={keepsOld} />);
};
const kept = () => screen.getByRole('status').textContent;

describe('a date', () => {
  test('is written as where the reader lives, and kept as an ISO date', () => {
    show('date', '2026-11-28');
    expect(textIn('Ends')).toBe('28/11/2026');
    typeInto('Ends', '18/12/2026');
    expect(kept()).toBe('2026-12-18');
    expect(told).toEqual(['2026-12-18']);
  });
  test('a year that is still being typed is no date: an owner that keeps what it had is not moved to the year 2', () => {
    show('date', '2026-11-28', true);
    typeInto('Ends', '18/12/0002');
    expect(kept()).toBe('2026-11-28');
    expect(told).toEqual(['']);
    expect(textIn('Ends')).toBe('18/12/0002');
    expect(screen.getByText('Not before 1 Jan 2026.')).toBeTruthy();
    typeInto('Ends', '18/12/2026');
    expect(kept()).toBe('2026-12-18');
    expect(screen.queryByText('Not before 1 Jan 2026.')).toBeNull();
  });
  test('beyond its bounds it is said and not kept', () => {
    show('date', '2026-11-28');
    typeInto('Ends', '18/12/2028');
    expect(kept()).toBe('');
    expect(screen.getByText('Not after 31 Dec 2027.')).toBeTruthy();
  });
  test('cleared, there is none; set from outside, it is shown', () => {
    show('date', '2026-11-28');
    typeInto('Ends', '');
    expect(kept()).toBe('');
    act(() => screen.getByRole('button', { name: 'another' }).click());
    expect(textIn('Ends')).toBe('01/05/2026');
  });
});

describe('a time', () => {
  test('is kept as HH:MM', () => {
    show('time', '08:00');
    expect(textIn('At')).toBe('08:00');
    typeInto('At', '17:30');
    expect(kept()).toBe('17:30');
  });
  test('cleared, there is none', () => {
    show('time', '08:00');
    typeInto('At', '');
    expect(kept()).toBe('');
  });
  test('set from outside, it is shown', () => {
    show('time', '08:00');
    act(() => screen.getByRole('button', { name: 'another' }).click());
    expect(textIn('At')).toBe('12:00');
  });
});

describe('a body mass and an energy as they are typed', () => {
  const units = { body: 'lb', food: 'g', energy: 'kJ' } as const;
  const Mass = () => {
    const [text, setText] = useState('');
    return <MassField label="Weight" units={units} value={text} onChange={setText} help="Fasted." />;
  };
  const typeMass = (text: string) => fireEvent.change(field('Weight, lb'), { target: { value: text } });
  test('stones and pounds are read; what is no number is said at once', () => {
    render(<Mass />);
    typeMass('12 st 4 lb');
    expect(screen.getByText('Fasted.')).toBeTruthy();
    typeMass('heavy');
    expect(screen.getByText(/“heavy” is not a number/)).toBeTruthy();
  });
  test('a number that may not be finished is said only when the field is left', () => {
    render(<Mass />);
    typeMass('17');
    expect(screen.getByText('Fasted.')).toBeTruthy();
    fireEvent.blur(field('Weight, lb'));
    expect(screen.getByText('Type a number from 56 to 771.')).toBeTruthy();
    fireEvent.focus(field('Weight, lb'));
    typeMass('172');
    expect(screen.getByText('Fasted.')).toBeTruthy();
  });
  test('a fault of the owner stands before everything else', () => {
    render(
      <EnergyField label="Energy" units={units} value="8,000" onChange={() => undefined} fault="Too much." />,
    );
    expect(screen.getByText('Too much.')).toBeTruthy();
  });
});
