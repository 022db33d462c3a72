import { afterAll, jest } from '@jest/globals';

/** What would be done a moment later ends with the tests of this file. Called once, at its top. */
export const endTimers = (): void => {
  const timers = jest.spyOn(globalThis, 'setTimeout');
  afterAll(() =>
    timers.mock.results.forEach(({ value }) => clearTimeout(value as ReturnType<typeof setTimeout>)),
  );
};
