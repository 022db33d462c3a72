/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import { sheetOf } from '../../data/day.ts';
import { afresh, showOn } from '../../testing/render.tsx';
import { testDay, testMeal, testPortion } from '../../testing/samples.ts';
import { MealBlock } from './MealBlock.tsx';

const food = (id: string, sodium?: number) => {
  const portion = testPortion(id, 'm1');
  return {
    ...portion,
    food: {
      ...portion.food,
      per100g: { ...portion.food.per100g, ...(sodium === undefined ? {} : { NA: sodium }) },
    },
  };
};
const show = (portions: ReturnType<typeof food>[], salted: boolean) =>
  showOn(testDay({ meals: [testMeal('m1')], portions }), (day) => {
    const line = sheetOf(day, undefined).meals[0];
    const meal = day.meals[0];
    return line && meal ? <MealBlock day={day} line={line} meal={meal} open={false} salted={salted} /> : null;
  });
beforeEach(afresh);

describe('sodium of a meal on a day of a peak week', () => {
  // Worked: 150 g of 400 mg and 150 g of 60 mg in 100 g are 690 mg.
  test('is summed over its portions', () => {
    show([food('a', 400), food('b', 60)], true);
    expect(screen.getByText('Sodium 690 mg')).toBeTruthy();
  });
  test('what does not state it is named, and the sum is at least so much', () => {
    show([food('a', 400), food('b')], true);
    expect(screen.getByText('Sodium at least 600 mg; not stated by Food b')).toBeTruthy();
  });
  test('is not said on other days', () => {
    show([food('a', 400)], false);
    expect(screen.queryByText(/^Sodium/)).toBeNull();
  });
});
