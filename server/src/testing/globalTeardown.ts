import { rmSync } from 'node:fs';

const teardown = async (): Promise<void> => {
  const { maulTest } = globalThis as unknown as {
    maulTest?: { postgres: { stop: () => Promise<void> }; home: string };
  };
  await maulTest?.postgres.stop();
  if (maulTest) rmSync(maulTest.home, { recursive: true, force: true });
};

export default teardown;
