import express, { type Router } from 'express';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

const dist = dirname(createRequire(import.meta.url).resolve('swagger-ui-dist/package.json'));

const PAGE = `<!doctype html>
<html lang="en">
  <head>
    <meta charset="utf-8" />
    <meta name="viewport" content="width=device-width" />
    <title>Maul, what programs can ask</title>
    <link rel="stylesheet" href="swagger-ui.css" />
  </head>
  <body>
    <div id="all"></div>
    <script src="swagger-ui-bundle.js"></script>
    <script src="begin.js"></script>
  </body>
</html>
`;
const BEGIN = `window.SwaggerUIBundle({ url: '/api/openapi.json', dom_id: '#all', deepLinking: true, validatorUrl: null });
`;

/** The description of every request, to be read and tried in the browser; nothing of it comes from elsewhere. */
export const apiDocs = (): Router => {
  const router = express.Router();
  router.get('/', (req, res) => {
    // Its parts are found beside it.
    if (!req.originalUrl.endsWith('/')) return res.redirect(301, `${req.baseUrl}/`);
    res.type('html').send(PAGE);
  });
  router.get('/begin.js', (_req, res) => res.type('js').send(BEGIN));
  for (const file of ['swagger-ui.css', 'swagger-ui-bundle.js'])
    router.get(`/${file}`, (_req, res) => res.sendFile(join(dist, file), { maxAge: '1h' }));
  return router;
};
