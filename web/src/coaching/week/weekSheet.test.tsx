/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { Packet } from '@maul/contract/coaching';
import { correctionsOf, remarksOf } from '@maul/core/coaching';
import { addDays, datesFrom, isoDate } from '@maul/core/units';
import { MemoryRouter } from 'react-router';
import { fireEvent, render, screen, within } from '@testing-library/react';
import { afresh } from '../../testing/render.tsx';
import { WeekCame, WeekCautions } from './Told.tsx';
import { Remarks, WeekHead, WeekSheet } from './WeekSheet.tsx';

const FROM = isoDate('2026-11-16');
const METRIC = { body: 'kg', food: 'g', energy: 'kcal' } as const;
const SHOWN = { weight: false, energy: false };
const packet = (change: Partial<Packet> = {}): Packet => ({
  from: FROM,
  to: addDays(FROM, 6),
  days: datesFrom(FROM, 7).map((day, i) => ({
    day,
    dayType: 'Low',
    figures: i === 6 ? {} : { energy: 2000, carbs: i === 2 ? 158 : 140, weight: 77.5, sodium: 2400 },
    atLeast: i === 1 ? ['sodium'] : [],
    windows: { carbs: { low: 134, high: 146 } },
  })),
  phase: null,
  show: null,
  week: { kg: 77.5, mornings: 6 },
  before: { kg: 78, mornings: 7 },
  wanted: { low: -1, high: -0.5 },
  cycleDay: null,
  looks: [],
  orders: [],
  questions: [],
  ...change,
});
const sheet = (one: Packet, hide = SHOWN, corrected: Packet = one) =>
  render(
    <WeekSheet
      packet={one}
      remarks={remarksOf(one.days)}
      corrections={correctionsOf(one.days, corrected.days)}
      units={METRIC}
      hide={hide}
    />,
  );
const row = (name: RegExp) => within(screen.getByRole('row', { name }));
beforeEach(afresh);

describe('the week as rules by days', () => {
  test('each row has its days, its mean and its window; what is not known is a dash', () => {
    sheet(packet());
    const cells = row(/^Carbs/).getAllByRole('cell');
    expect(cells).toHaveLength(8);
    expect(cells[6]?.textContent).toBe('–');
    // 5 x 140 and 158: 143.
    expect(cells[7]?.textContent).toContain('143');
    expect(cells[7]?.textContent).toContain('134 to 146');
    expect(screen.queryByRole('row', { name: /^Steps/ })).toBeNull();
  });
  test('what stands out has its letter beside the figure and in the margin, and goes into the answer', () => {
    sheet(packet());
    expect(row(/^Carbs/).getByText('a')).toBeTruthy();
    const pick = jest.fn();
    render(<Remarks remarks={remarksOf(packet().days)} onPick={pick} />);
    fireEvent.click(screen.getByRole('button', { name: 'Wed 18: Carbs 12 g over.' }));
    expect(pick).toHaveBeenCalledWith('Wed 18: Carbs 12 g over.');
  });
  test('a figure that is at least so much says so', () => {
    sheet(packet());
    expect(row(/^Sodium/).getByText('≥2,400')).toBeTruthy();
  });
  test('what was corrected after it was sent stands beside what was sent', () => {
    const later = packet();
    const first = later.days[0];
    if (first) first.figures = { ...first.figures, carbs: 152 };
    sheet(packet(), SHOWN, later);
    expect(row(/^Carbs/).getByText('now 152')).toBeTruthy();
    expect(row(/^Carbs/).getAllByText('140').length).toBeGreaterThan(0);
  });
  test('what the athlete hides is on no row', () => {
    sheet(packet(), { weight: true, energy: true });
    expect(screen.queryByRole('row', { name: /^Weight/ })).toBeNull();
    expect(screen.queryByRole('row', { name: /^Energy/ })).toBeNull();
  });
});

describe('the head of a week', () => {
  // Worked: 77.5 against 78 is -0.641 %.
  test('mean, the week before, and the pace against the wanted one', () => {
    render(<WeekHead packet={packet()} units={METRIC} hideWeight={false} />);
    expect(screen.getByText('−0.64 % a week')).toBeTruthy();
    expect(screen.getByText(/of 6 mornings; 78\.0 the week before/)).toBeTruthy();
  });
  test('two mornings say no pace; a hidden weight says nothing of it', () => {
    const { unmount } = render(
      <WeekHead packet={packet({ week: { kg: 77, mornings: 2 } })} units={METRIC} hideWeight={false} />,
    );
    expect(screen.getByText('too few mornings to say')).toBeTruthy();
    unmount();
    const { container } = render(<WeekHead packet={packet()} units={METRIC} hideWeight />);
    expect(container.textContent).not.toContain('77.5');
  });
});

describe('what came of what was changed, and what may hurt', () => {
  const side = { from: FROM, to: FROM, kgPerWeek: -0.4, band: 0.1, mornings: 9 };
  const told = (id: string, what: string, change: Partial<NonNullable<Packet['came']>[number]> = {}) => ({
    id,
    what,
    kind: 'order' as const,
    from: addDays(FROM, -21),
    expected: -0.15,
    before: side,
    after: side,
    brought: { kgPerWeek: -0.21, band: 0.12 },
    verdict: 'worked' as const,
    lookOn: addDays(FROM, -4),
    meanwhile: [],
    ...change,
  });
  test('each change with what it should do, what it did, and what else changed', () => {
    const early = { verdict: 'early', lookOn: addDays(FROM, 14) } as const;
    const came = [
      told('b', '20 min of cardio on 3 days a week', {
        ...early,
        kind: 'movement',
        meanwhile: ['a', 'gone'],
      }),
      told('a', 'carbs −20 g on low days'),
    ];
    render(<WeekCame packet={packet({ came })} units={METRIC} />);
    const [first, second] = screen.getAllByRole('listitem').map((li) => li.textContent);
    expect(first).toMatch(
      /Too early to tell; look on Mon 30 Nov\. Changed meanwhile too: carbs −20 g on low days; another change\.$/,
    );
    expect(first).not.toContain('Brought');
    expect(second).toBe(
      'carbs −20 g on low days from Mon 26 Oct. Should bring −0.15 kg a week. Brought −0.21 kg a week ± 0.12. Worked.',
    );
  });
  test('a week of before, or one in which nothing was changed, says so', () => {
    render(<WeekCame packet={packet()} units={METRIC} />);
    expect(screen.getByText(/^Nothing was changed/)).toBeTruthy();
  });
  test('cautions stand with whom to see; without one there is nothing', () => {
    const caution = {
      id: 'very-low-intake',
      level: 'confirm',
      sentence: 'The last seven days average 900 kcal eaten.',
      source: 'common practice, no source',
      see: 'Talk to a doctor or a registered dietitian.',
      figure: 900,
      worse: 'lower',
      needs: null,
    } as const;
    const { rerender } = render(<WeekCautions packet={packet({ cautions: [caution] })} />, {
      wrapper: MemoryRouter,
    });
    expect(screen.getByLabelText('Cautions').textContent).toMatch(
      /^Caution\. The last seven days average 900 kcal eaten\. Talk to a doctor/,
    );
    rerender(<WeekCautions packet={packet()} />);
    expect(screen.queryByLabelText('Cautions')).toBeNull();
  });
});
