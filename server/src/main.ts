import { createServer } from 'node:http';
import { pino } from 'pino';
import {
  findSession,
  findToken,
  wipesDevice,
  doorLimits,
  keepForgetting,
  noteReading,
} from './people/index.ts';
import { makeDb, makePool } from './platform/db/connect.ts';
import type { AccountsDatabase } from './platform/db/accountsSchema.ts';
import type { AppDatabase } from './platform/db/schema.ts';
import { ChangeFeed } from './platform/events/feed.ts';
import { importsRunning, stopImports } from './foods/index.ts';
import { makeMetrics, metricsServer } from './platform/metrics.ts';
import { dropFiles } from './platform/files.ts';
import { readSettings } from './platform/settings.ts';
import { createApp } from './app.ts';

const need = (name: string): string => {
  const value = process.env[name];
  if (value === undefined || value === '')
    throw new Error(`The server needs ${name}. Start it with npm start.`);
  return value;
};

const settings = readSettings(process.env);
const log = pino({ level: process.env.MAUL_LOG_LEVEL ?? 'info', base: null });
const appUrl = need('MAUL_APP_URL');
const appPool = makePool(appUrl, 20);
const accountsPool = makePool(need('MAUL_ACCOUNTS_URL'), 10);
const app = makeDb<AppDatabase>(appPool);
const accounts = makeDb<AccountsDatabase>(accountsPool);
// A pooler that lends a connection for a transaction hears of no change: the feed goes around it.
const feed = new ChangeFeed(app, process.env.MAUL_FEED_URL ?? appUrl);
await feed.start();

const metrics = makeMetrics({
  db: app,
  pools: { app: appPool, accounts: accountsPool },
  listeners: () => feed.listeners,
  imports: importsRunning,
});

const server = createServer(
  createApp({
    house: {
      app,
      pool: appPool,
      accounts,
      limits: doorLimits(accountsPool, { addressTells: settings.publicUrl !== undefined }),
      settings,
      findSession: (token) => findSession(accounts, token),
      wipes: (token) => wipesDevice(accounts, token),
      findToken: (token) => findToken(accounts, token),
      noteReading,
    },
    log,
    feed,
    count: metrics.count,
    // Empty while developing: then Vite serves the web app.
    webDir: process.env.MAUL_WEB_DIR === '' ? undefined : process.env.MAUL_WEB_DIR,
  }),
);

// Longer than a browser or a reverse proxy keeps a connection: who asks over one that is just being closed is cut off.
server.keepAliveTimeout = 65_000;

const stopForgetting = keepForgetting(accounts, dropFiles, (error) =>
  log.error(
    { code: (error as { code?: string }).code },
    'Who left could not be forgotten; tried again in an hour',
  ),
);

/** What is being answered may take so long to end. */
const DRAIN_MS = 5000;

/** Takes nothing new, ends what is on its way, and goes. */
const stop = async (): Promise<void> => {
  stopForgetting();
  watching.close();
  const drained = new Promise<void>((done) => server.close(() => done()));
  await Promise.allSettled([stopImports(), feed.close()]);
  server.closeIdleConnections();
  await Promise.race([drained, new Promise((done) => setTimeout(done, DRAIN_MS).unref())]);
  server.closeAllConnections();
  await Promise.allSettled([app.destroy(), accounts.destroy()]);
  process.exit(0);
};
for (const event of ['SIGTERM', 'SIGINT'] as const) process.once(event, () => void stop());
// When whoever started this server is gone, it goes too.
process.once('disconnect', () => void stop());

// The operator's own port, on loopback alone: nothing of it goes through the proxy that people come by.
const watching = metricsServer(metrics);
if (settings.metricsPort !== undefined) watching.listen(settings.metricsPort, '127.0.0.1');

server.on('error', (error) => {
  log.fatal({ err: error }, 'The server cannot listen');
  process.exit(1);
});
server.listen(Number(need('PORT')), process.env.HOST ?? '127.0.0.1', () => {
  log.info('ready');
  process.send?.('ready');
});
