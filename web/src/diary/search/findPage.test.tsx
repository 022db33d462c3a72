/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, describe, expect, jest, test } from '@jest/globals';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { deviceToday } from '../../data/device.ts';
import { queryClient } from '../../data/session.ts';
import { afresh, field, served, showOn } from '../../testing/render.tsx';
import { ME, testDay } from '../../testing/samples.ts';
import { FindPage } from './FindPage.tsx';

beforeEach(afresh);

describe('days are found by the weight of their morning', () => {
  const show = (body: 'kg' | 'lb') => {
    const { athlete } = testDay();
    served('GET /api/athletes/*/past-days', { days: [], dayTypes: [], looked: 3 });
    const day = testDay({
      athlete: { ...athlete, profile: { ...athlete.profile, units: { ...athlete.profile.units, body } } },
    });
    queryClient.setQueryData(['day', ME.id, deviceToday()], day);
    showOn(day, () => <FindPage />);
  };
  /** The lowest and highest weight that the server was asked for last. */
  const askedKg = () => {
    const addresses = jest.mocked(globalThis.fetch).mock.calls.map(([address]) => address as string);
    const last = addresses.findLast((address) => address.includes('past-days')) ?? '';
    const { searchParams } = new URL(last, 'http://maul.test');
    return [searchParams.get('kgLow'), searchParams.get('kgHigh')];
  };
  test('with a comma, and in kilograms whoever reads pounds', async () => {
    show('kg');
    fireEvent.change(field('Weight from, kg'), { target: { value: '78,5' } });
    fireEvent.change(field('to, kg'), { target: { value: '172 lb' } });
    await waitFor(() => expect(askedKg()).toEqual(['78.5', expect.stringMatching(/^78\.01788/)]));
  });
  test('a bare number is in the athlete’s own unit; what cannot be read is said and not asked for', async () => {
    show('lb');
    fireEvent.change(field('Weight from, lb'), { target: { value: '172' } });
    fireEvent.change(field('to, lb'), { target: { value: 'heavy' } });
    await waitFor(() => expect(askedKg()).toEqual([expect.stringMatching(/^78\.01788/), null]));
    expect(screen.getByText(/“heavy” is not a number/)).toBeTruthy();
  });
});
