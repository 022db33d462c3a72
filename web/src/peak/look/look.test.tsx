/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { PeakLog } from '@maul/contract/peak';
import { type Board, boardDay, type LookRule } from '@maul/core/peak';
import { isoDate } from '@maul/core/units';
import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afresh, button } from '../../testing/render.tsx';
import { testBoard } from '@maul/core/testing';
import { Proposal } from './Look.tsx';
import { Rules } from './Rules.tsx';

const TODAY = isoDate('2027-01-12');
const look = (id: string, fullness: number, tightness: number): PeakLog['looks'][number] => ({
  id,
  day: TODAY,
  time: '10:15',
  fullness,
  tightness,
  waist: 2,
  words: '',
});
let kept: Board;
let reason: string;
const show = (start: Board, looks: PeakLog['looks']) => {
  const Live = () => {
    const [now, setNow] = useState(start);
    kept = now;
    return (
      <Proposal
        board={now}
        offset={-4}
        weightKg={78}
        looks={looks}
        today={TODAY}
        onChange={setNow}
        onAnswer={(next, why) => {
          setNow(next);
          reason = why;
        }}
      />
    );
  };
  return render(<Live />);
};
beforeEach(afresh);

describe('what a look proposes, and what is done about it', () => {
  test('one press moves the day and keeps what was proposed beside it', () => {
    show(testBoard(), [look('l1', 2, 4)]);
    // A tenth of 231 g on steps of 5 g.
    expect(screen.getByText('+25 g carbs today')).toBeTruthy();
    fireEvent.click(button('Put it on the board'));
    expect(boardDay(kept, -4).cells.carbs).toEqual({ value: 256, byHand: true });
    expect(kept.answers).toEqual([
      { look: 'l1', propose: 'more carbs', carbs: 25, lessWater: 0, done: 'taken' },
    ]);
    expect(reason).toBe('Look of 10:15: more carbs now, done.');
    expect(screen.queryByRole('button', { name: 'Put it on the board' })).toBeNull();
    expect(screen.getByRole('list', { name: 'Proposed and done' }).textContent).toContain(
      'more carbs now (+25 g), done',
    );
  });
  test('what is left stays as planned, and is kept too', () => {
    show(testBoard(), [look('l1', 2, 4)]);
    fireEvent.click(button('Not this time'));
    expect(boardDay(kept, -4).cells.carbs.value).toBe(231);
    expect(kept.answers?.map((a) => a.done)).toEqual(['left']);
  });
  test('a new look is asked anew; rules of the board are the ones that count', () => {
    const rules: LookRule[] = [{ tightness: [1, 2], propose: 'less fluid', why: 'Soft under the skin.' }];
    show(
      testBoard({ rules, answers: [{ look: 'l0', propose: 'wait', carbs: 0, lessWater: 0, done: 'left' }] }),
      [look('l0', 2, 4), look('l1', 3, 2)],
    );
    // A tenth of 3.6 L on steps of 50 mL.
    expect(screen.getByText('−0.35 L water today')).toBeTruthy();
    fireEvent.click(button('Put it on the board'));
    expect(boardDay(kept, -4).cells.water).toEqual({ value: 3250, byHand: true });
    expect(kept.answers).toHaveLength(2);
  });
});

describe('the rules of a board', () => {
  const open = (rules?: LookRule[]) => {
    const onKeep = jest.fn();
    render(<Rules rules={rules} onKeep={onKeep} onClose={() => undefined} />);
    return onKeep;
  };
  test('a rule is moved up, another one needs its reason before all are kept', () => {
    const keep = open([
      { propose: 'wait', why: 'First.' },
      { propose: 'nothing', why: 'Second.' },
    ]);
    fireEvent.click(button('Move rule 2 up'));
    fireEvent.click(button('Another rule'));
    expect(button('Keep the rules')).toHaveProperty('disabled', true);
    fireEvent.change(screen.getByRole('textbox', { name: 'Why of rule 3' }), { target: { value: 'Third.' } });
    fireEvent.click(button('Keep the rules'));
    expect(keep).toHaveBeenCalledWith([
      { propose: 'nothing', why: 'Second.' },
      { propose: 'wait', why: 'First.' },
      { propose: 'wait', why: 'Third.' },
    ]);
  });
  test('one press goes back to those of a new board; the last rule cannot be missing', () => {
    const keep = open([{ propose: 'wait', why: 'Only.' }]);
    fireEvent.click(button('Remove rule 1'));
    expect(button('Keep the rules')).toHaveProperty('disabled', true);
    fireEvent.click(button('Back to the rules of a new board'));
    expect(keep).toHaveBeenCalledWith(undefined);
  });
});
