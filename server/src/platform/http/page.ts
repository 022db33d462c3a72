import { readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import express, { type RequestHandler, type Router } from 'express';
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
  const send: RequestHandler = (_req, res) => {
    res.setHeader('Cache-Control', 'no-store');
    res.type('html').send(html.replaceAll('__NONCE__', String(res.locals.nonce)));
  };
  // By its own name it is the page too, with a nonce: the service worker keeps it so.
  router.get('/index.html', send);
  router.use(
    express.static(webDir, {
      index: false,
      maxAge: '1h',
      // A browser must see a new service worker at once.
      setHeaders: (res, path) => {
        if (basename(path) === 'sw.js') res.setHeader('Cache-Control', 'no-cache');
      },
    }),
  );
  router.get('/{*path}', send);
  return router;
};
