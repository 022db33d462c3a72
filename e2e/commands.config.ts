import { defineConfig, type PlaywrightTestConfig } from '@playwright/test';
import { join } from 'node:path';

/** What tries Maul's commands: they keep houses of their own, and no screen is looked at. */
export const COMMANDS = ['start.spec.ts', 'siege.spec.ts', 'keepup.spec.ts', 'restore.spec.ts'];

/** One test after the other. One that fails is tried once more, in a page of its own: what passes then is named at the end as unsteady, what fails twice has failed. `name` is where what failed is kept; the test command runs several beside each other and names them. */
export const oneByOne = (name: string): PlaywrightTestConfig => ({
  testDir: import.meta.dirname,
  outputDir: join(import.meta.dirname, '../test-results', process.env.MAUL_E2E_NAME ?? name),
  fullyParallel: false,
  workers: 1,
  retries: 1,
  // Generous: a machine that does other work beside takes three times as long, and what hangs still ends.
  timeout: 180_000,
  expect: { timeout: 15_000 },
  forbidOnly: true,
  reporter: process.env.MAUL_E2E_REPORT
    ? [['list'], ['json', { outputFile: process.env.MAUL_E2E_REPORT }]]
    : 'list',
});

// Whole houses are started, killed and restored here.
export default defineConfig({ ...oneByOne('commands'), testMatch: COMMANDS, timeout: 300_000 });
