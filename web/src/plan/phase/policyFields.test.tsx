/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import type { MacroPolicy } from '@maul/core/plan';
import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afresh, field } from '../../testing/render.tsx';
import { MacroFields } from './PolicyFields.tsx';

beforeEach(afresh);

describe('what each plate holds', () => {
  const groups = () => field(/What each plate holds/);
  const show = () => {
    const seen: MacroPolicy[] = [];
    const Shown = () => {
      const [macros, setMacros] = useState<MacroPolicy>({ kind: 'plate', groups: ['greens'] });
      return (
        <MacroFields
          phase={{ kind: 'maintenance', macros }}
          menu={null}
          onChange={(rule) => {
            seen.push(rule);
            setMacros(rule);
          }}
        />
      );
    };
    render(<Shown />);
    return seen;
  };
  /** Letter by letter, each after what the field shows by then. */
  const type = (text: string) => {
    for (const letter of text) fireEvent.change(groups(), { target: { value: groups().value + letter } });
  };
  test('keeps commas and spaces while it is typed', () => {
    const seen = show();
    type(', a grain, two proteins');
    expect(groups().value).toBe('greens, a grain, two proteins');
    expect(seen.at(-1)).toEqual({ kind: 'plate', groups: ['greens', 'a grain', 'two proteins'] });
  });
  test('emptied, says that the last list is kept', () => {
    const seen = show();
    fireEvent.change(groups(), { target: { value: ' , ' } });
    expect(screen.getByText('Name at least one. The last list is kept.')).toBeTruthy();
    expect(seen).toEqual([]);
  });
});
