import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { testBoard } from '../testing/index.ts';
import { boardDay } from './board.ts';
import { deadlinesOn, hoursOn } from './boardHours.ts';
import { slotClock } from './hours.ts';

const show = {
  wake: '06:00',
  bed: '22:30',
  stages: [{ name: 'Pre-judging', at: '13:00' }],
  travel: null,
  checkIn: null,
  tan: null,
  pumpUpMinutes: 30,
};
const clocks = (offset: number, one = testBoard()) =>
  deadlinesOn(one, offset, '06:00').map((d) => [slotClock(d.at), d.millilitres, d.sodium]);

describe('water and salt of a day by the clock', () => {
  // Worked: 3,600 mL and 3,200 mg in four parts of the 14 h from 06:00.
  test('a day without hours: four even parts, the last two hours before bed without', () =>
    expect(clocks(-3)).toEqual([
      ['09:30', 900, 800],
      ['13:00', 1800, 1600],
      ['16:30', 2700, 2400],
      ['20:00', 3600, 3200],
    ]));
  test('the day itself goes by its glasses and meals, and ends with the whole', () => {
    const one = testBoard({ show });
    const day = deadlinesOn(one, 0, '06:00');
    const { water, sodium } = boardDay(one, 0).cells;
    expect(day.at(-1)).toMatchObject({ millilitres: water.value, sodium: sodium.value });
    const first = day[0];
    expect(first?.millilitres).toBe(
      hoursOn(one, 0)
        .filter((s) => s.at <= (first?.at ?? 0))
        .reduce((sum, s) => sum + s.millilitres, 0),
    );
  });
  test('law: it never falls, never beyond the day, whatever the board', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -7, max: 1 }),
        fc.integer({ min: 0, max: 8000 }),
        fc.boolean(),
        (offset, water, known) => {
          const one = testBoard({ usual: { ...testBoard().usual, water }, show: known ? show : null });
          const day = deadlinesOn(one, offset, '05:30');
          const cells = boardDay(one, offset).cells;
          day.forEach((d, i) => {
            expect(d.millilitres).toBeGreaterThanOrEqual(day[i - 1]?.millilitres ?? 0);
            expect(d.millilitres).toBeLessThanOrEqual(cells.water.value + 25);
            expect(d.at).toBeGreaterThan(day[i - 1]?.at ?? 0);
          });
          expect(day.at(-1)?.millilitres).toBe(cells.water.value);
        },
      ),
    ));
});
