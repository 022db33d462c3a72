import { expect, test, type Browser, type BrowserContext, type Page } from '@playwright/test';
import { connect, createServer, type Server, type Socket } from 'node:net';
import { join } from 'node:path';
import pg from 'pg';
import { ownerOf } from '../scripts/house.mjs';

const HOUSE = Number(process.env.MAUL_E2E_PORT ?? 4299);
const home = process.env.MAUL_E2E_HOME ?? join(import.meta.dirname, '../.maul/e2e');

/** A wire to the house that can be cut at the socket, and joined again. */
export class Wire {
  private readonly sockets = new Set<Socket>();
  private server: Server | undefined;
  port = 0;
  private readonly begin = (socket: Socket): void => {
    const house = connect(HOUSE, '127.0.0.1');
    for (const end of [socket, house]) {
      this.sockets.add(end);
      end.on('error', () => undefined);
      end.on('close', () => this.sockets.delete(end));
    }
    socket.pipe(house).pipe(socket);
    socket.on('close', () => house.destroy());
    house.on('close', () => socket.destroy());
  };
  join(): Promise<void> {
    this.server = createServer(this.begin);
    return new Promise((done) =>
      this.server?.listen(this.port, '127.0.0.1', () => {
        const address = this.server?.address();
        if (address !== null && typeof address === 'object' && address !== undefined)
          this.port = address.port;
        done();
      }),
    );
  }
  cut(): Promise<void> {
    const closed = new Promise<void>((done) => this.server?.close(() => done()));
    for (const socket of this.sockets) socket.destroy();
    return closed;
  }
}

/** A device of its own behind a wire of its own. */
export const device = async (
  browser: Browser,
): Promise<{ wire: Wire; context: BrowserContext; page: Page }> => {
  const wire = new Wire();
  await wire.join();
  const context = await browser.newContext({
    baseURL: `http://127.0.0.1:${wire.port}`,
    serviceWorkers: 'allow',
    locale: 'en-GB',
    timezoneId: 'Europe/Vienna',
    viewport: test.info().project.use.viewport ?? null,
  });
  return { wire, context, page: await context.newPage() };
};

/** The application and a week of answers are on the device. */
export const ready = async (page: Page): Promise<void> => {
  await page.goto('/today');
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await page.waitForFunction(() => Object.keys(localStorage).some((key) => key.startsWith('maul.ready.')));
  await page.reload();
  await expect(page.getByText('The day lands on')).toBeVisible();
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller?.state)).toBe('activated');
};

/** What the house keeps, as its owner reads it. */
export const rows = async (sql: string, values: unknown[]): Promise<Record<string, unknown>[]> => {
  const db = new pg.Client({ connectionString: ownerOf(home) });
  await db.connect();
  try {
    return (await db.query<Record<string, unknown>>(sql, values)).rows;
  } finally {
    await db.end();
  }
};
