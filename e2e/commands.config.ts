import { defineConfig, type PlaywrightTestConfig } from '@playwright/test';
import { join } from 'node:path';

/** What tries Maul's commands: they keep houses of their own, and no screen is looked at. */
export const COMMANDS = ['start.spec.ts', 'siege.spec.ts', 'keepup.spec.ts', 'restore.spec.ts'];

/** One test after the other, none tried twice. `name` is where what failed is kept; the test command runs several beside each other and names them. */
export const oneByOne = (name: string): PlaywrightTestConfig => ({
  testDir: import.meta.dirname,
  outputDir: join(import.meta.dirname, '../test-results', process.env.MAUL_E2E_NAME ?? name),
  fullyParallel: false,
  workers: 1,
  retries: 0,
  // Generous: a machine that does other work beside takes three times as long, and what hangs still ends.
  timeout: 300_000,
  expect: { timeout: 15_000 },
  forbidOnly: true,
  reporter: process.env.MAUL_E2E_REPORT
    ? [['list'], ['json', { outputFile: process.env.MAUL_E2E_REPORT }]]
    : 'list',
});

export default defineConfig({ ...oneByOne('commands'), testMatch: COMMANDS });
