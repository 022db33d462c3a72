import { expect, test } from '@jest/globals';
import { balanceOfRate, kgOfBalance } from './energy.ts';

test('a rate and the balance behind it are one another’s way back', () => {
  // Source: Wishnofsky 1958: 7,700 kcal a kilogram; 1 % of 77 kg a week is 0.77 kg, 847 kcal a day.
  expect(balanceOfRate(1, 77)).toBeCloseTo(847, 9);
  expect(kgOfBalance(balanceOfRate(-0.5, 80))).toBeCloseTo(-0.4, 12);
});
