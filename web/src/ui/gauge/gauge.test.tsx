/** @jest-environment ./jsdomWithNode.mjs */
import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, render } from '@testing-library/react';
import { Gauge, type GaugeProps } from './Gauge.tsx';

afterEach(cleanup);
const window = { low: 90, high: 110 };
const drawn = (change: Partial<GaugeProps>) => {
  const { container } = render(<Gauge label="Carbs" unit="g" value={0} window={window} width={200} {...change} />);
  const html = container.innerHTML;
  const used = [...html.matchAll(/url\((?:&quot;|"|')?#([^)"'&]+)/g)].map((m) => m[1]);
  const held = [...container.querySelectorAll('pattern')].map((p) => p.id);
  return { used: new Set(used), held: new Set(held) };
}; // prettier-ignore

describe('the patterns of a rule', () => {
  test.each([
    ['nothing yet', {}, 0],
    ['eaten inside', { value: 100 }, 0],
    ['planned', { planned: 100 }, 1],
    ['planned beside what is eaten', { value: 40, planned: 60 }, 1],
    ['over', { value: 130 }, 1],
    ['over, and more planned', { value: 130, planned: 20 }, 2],
    ['over, as it was before a change', { value: 130, history: true }, 0],
    ['without a window', { value: 130, planned: 20, window: null }, 1],
  ] as const)('%s: those that are used are there, and no others', (_name, change, count) => {
    const { used, held } = drawn(change);
    expect(held).toEqual(used);
    expect(held.size).toBe(count);
  });
});
