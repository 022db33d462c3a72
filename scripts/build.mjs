// Builds the web app and the server into dist/.
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants } from 'node:zlib';
import { build as bundle } from 'esbuild';
import { build as buildWeb } from 'vite';
import { root } from './project.mjs';

rmSync(join(root, 'dist'), { recursive: true, force: true });
await buildWeb({ root: join(root, 'web'), configFile: join(root, 'web/vite.config.ts'), logLevel: 'warn' });
// Compressed once here, as small as it gets, instead of on every request.
const assets = join(root, 'dist/web/assets');
for (const name of readdirSync(assets).filter((file) => /\.(js|css|svg|wasm)$/.test(file))) {
  const raw = readFileSync(join(assets, name));
  if (raw.length > 1024)
    writeFileSync(
      join(assets, `${name}.br`),
      brotliCompressSync(raw, { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }),
    );
}
await bundle({
  entryPoints: Object.fromEntries([
    ...['main', 'prepare', 'admin', 'estimate'].map((name) => [name, join(root, `server/src/${name}.ts`)]),
    ['importer', join(root, 'server/src/foods/imports/worker.ts')],
  ]),
  outdir: join(root, 'dist/server'),
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  sourcemap: true,
  logLevel: 'warning',
  // Our own rooms are bundled; packages are read from node_modules.
  plugins: [
    {
      name: 'packages-stay-outside',
      setup(builder) {
        builder.onResolve({ filter: /^[^./]/ }, (args) =>
          args.path.startsWith('@maul/') || args.kind === 'entry-point'
            ? undefined
            : { path: args.path, external: true },
        );
      },
    },
  ],
});
