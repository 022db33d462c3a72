import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Router } from 'express';

/** Serves the built web app: hashed assets for ever, the page itself fresh each time with this response's nonce in it. */
export const page = (webDir: string): Router => {
  const router = express.Router();
  const html = readFileSync(join(webDir, 'index.html'), 'utf8');
  router.use(
    '/assets',
    express.static(join(webDir, 'assets'), {
      immutable: true,
      maxAge: '365d',
      fallthrough: false,
      index: false,
    }),
  );
  router.use(express.static(webDir, { index: false, maxAge: '1h' }));
  router.get('/{*path}', (_req, res) => {
    res.setHeader('Cache-Control', 'no-store');
    res.type('html').send(html.replaceAll('__NONCE__', String(res.locals.nonce)));
  });
  return router;
};
