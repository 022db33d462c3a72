import { defineConfig } from '@playwright/test';
import { join } from 'node:path';
import { COMMANDS, oneByOne } from './commands.config.ts';

const root = join(import.meta.dirname, '..');
const port = Number(process.env.MAUL_E2E_PORT ?? 4299);
const home = process.env.MAUL_E2E_HOME ?? join(root, '.maul/e2e');

export default defineConfig({
  ...oneByOne('screens'),
  testMatch: '*.spec.ts',
  // The commands keep houses of their own: see commands.config.ts.
  testIgnore: COMMANDS,
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    locale: 'en-GB',
    timezoneId: 'Europe/Vienna',
    trace: 'off',
    screenshot: 'only-on-failure',
    // What a test serves in place of the server is not passed by; the one test of the kept application lets it in.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      chromiumSandbox: false,
      args: [
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  projects: [
    { name: 'desktop', use: { viewport: { width: 1280, height: 800 } } },
    {
      name: 'phone',
      // What does not depend on the size of the screen is tried once.
      grepInvert: /@desk/,
      use: { viewport: { width: 390, height: 844 }, hasTouch: true },
    },
  ],
  webServer: {
    command: `node ${join(root, 'scripts/start.mjs')} --fresh`,
    url: `http://127.0.0.1:${port}/api/health`,
    // The demo is lived up to eleven, whenever the tests run: meals before it are eaten, those after it are to be weighed.
    env: {
      ...(process.env as Record<string, string>),
      MAUL_HOME: home,
      PORT: String(port),
      MAUL_DEMO_CLOCK: '11:00',
    },
    timeout: 300_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 20_000 },
  },
});
