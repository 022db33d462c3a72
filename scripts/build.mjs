// Builds the web app and the server into dist/.
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { build as bundle } from 'esbuild';
import { build as buildWeb } from 'vite';
import { root } from './project.mjs';

rmSync(join(root, 'dist'), { recursive: true, force: true });
await buildWeb({ root: join(root, 'web'), configFile: join(root, 'web/vite.config.ts'), logLevel: 'warn' });
await bundle({
  entryPoints: { main: join(root, 'server/src/main.ts'), prepare: join(root, 'server/src/prepare.ts') },
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
