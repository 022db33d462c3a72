/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { NO_DETAILS } from '@maul/contract/foods';
import type { MacroPolicy } from '@maul/core/plan';
import { fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { afresh, button, served, showOn } from '../../testing/render.tsx';
import { testDay, testFood } from '../../testing/samples.ts';
import { MenuFields } from './MenuFields.tsx';

const RICE = { PROCNT: 3, FAT: 0, CHOAVLDF: 28, FIBTG: 1 };
const menu: Extract<MacroPolicy, { kind: 'menu' }> = {
  kind: 'menu',
  name: 'The written week',
  portions: [
    { name: 'Rice', grams: 200, per100g: RICE, meal: 1, time: '12:00', foodId: 'rice', state: 'cooked' },
  ],
};
const own = (name: string, allergens: 'milk'[]) =>
  testFood(name, { origin: 'own', per100g: RICE, details: { ...NO_DETAILS, allergens } });

beforeEach(afresh);

describe('swaps of a written menu', () => {
  const show = (allergens: 'milk'[]) => {
    const { athlete } = testDay();
    const eater = { ...athlete, profile: { ...athlete.profile, allergens } };
    const Shown = () => {
      const [rule, setRule] = useState<MacroPolicy>(menu);
      return rule.kind === 'menu' ? (
        <MenuFields rule={rule} athlete={eater} carbBasis="available" today="2026-11-25" onChange={setRule} />
      ) : null;
    };
    served('GET /api/athletes/*/foods-to-hand', {
      foods: [own('Millet', []), own('Milk rice', ['milk'])],
      seen: {},
    });
    showOn(testDay(), () => <Shown />);
    fireEvent.click(button('Swaps'));
  };
  test('hold nothing that the athlete must not eat, and say what was left out', async () => {
    show(['milk']);
    expect(await screen.findByRole('button', { name: '200 g Millet, cooked' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Milk rice/ })).toBeNull();
    expect(screen.getByText('1 food with milk, or not known to be free of it, left out.')).toBeTruthy();
  });
  test('go into the menu with the amount that is equal, and out of it again', async () => {
    show([]);
    fireEvent.click(await screen.findByRole('button', { name: '200 g Milk rice, cooked' }));
    expect(screen.getByText(/or 200 g Milk rice/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: '200 g Milk rice, cooked' })).toBeNull();
    fireEvent.click(button('No longer allow Milk rice for Rice'));
    expect(screen.queryByText(/or 200 g Milk rice/)).toBeNull();
  });
});
