import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Router } from 'express';
import staticCompressed from 'express-static-gzip';

/** Serves the built web app: hashed assets for ever and compressed when they were built, the page itself fresh each time with this response's nonce in it. */
export const page = (webDir: string): Router => {
  const router = express.Router();
  const html = readFileSync(join(webDir, 'index.html'), 'utf8');
  router.use(
    '/assets',
    staticCompressed(join(webDir, 'assets'), {
      enableBrotli: true,
      orderPreference: ['br'],
      index: false,
      serveStatic: { immutable: true, maxAge: '365d', fallthrough: false },
    }),
  );
  router.use(express.static(webDir, { index: false, maxAge: '1h' }));
  router.get('/{*path}', (_req, res) => {
    res.setHeader('Cache-Control', 'no-store');
    res.type('html').send(html.replaceAll('__NONCE__', String(res.locals.nonce)));
  });
  return router;
};
