/** @jest-environment ./jsdomWithNode.mjs */
import { beforeEach, expect, jest, test } from '@jest/globals';
import { act, cleanup, render, screen } from '@testing-library/react';
import { Component, type ReactNode } from 'react';
import { partOf } from './partOf.tsx';

interface Named {
  name: string;
}
const Hello = ({ name }: Named) => <p>Hello {name}</p>;
interface Module {
  default: typeof Hello;
}
beforeEach(cleanup);

test('its place is kept until the module is there; from then on it is there at once, and loaded once', async () => {
  let come: (module: Module) => void = () => undefined;
  const load = jest.fn(() => new Promise<Module>((done) => (come = done)));
  const Part = partOf(load, <p>Opening …</p>);
  const { unmount, container } = render(<Part name="Ada" />);
  expect(container.textContent).toBe('Opening …');
  await act(async () => {
    come({ default: Hello });
    await Promise.resolve();
  });
  expect(container.textContent).toBe('Hello Ada');
  unmount();
  render(<Part name="Bo" />);
  expect(screen.getByText('Hello Bo')).toBeTruthy();
  expect(load).toHaveBeenCalledTimes(1);
});

class Caught extends Component<{ children: ReactNode }, { said?: string }> {
  override state: { said?: string } = {};
  static getDerivedStateFromError = (error: Error) => ({ said: error.message });
  override render() {
    return this.state.said ?? this.props.children;
  }
}

test('a module that does not come is said where it is used, and asked for again the next time', async () => {
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  let there = false;
  const Part = partOf<Named>(() =>
    there ? Promise.resolve<Module>({ default: Hello }) : Promise.reject(new Error('no network')),
  );
  const shown = () => render(<Part name="Ada" />, { wrapper: Caught });
  const first = shown();
  expect(await screen.findByText('no network')).toBeTruthy();
  first.unmount();
  there = true;
  shown();
  expect(await screen.findByText('Hello Ada')).toBeTruthy();
  quiet.mockRestore();
});
