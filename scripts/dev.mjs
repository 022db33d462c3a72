// npm run dev: the server from its sources, restarted on change, behind Vite's development server.
import { spawn } from 'node:child_process';
import { watch } from 'node:fs';
import { join } from 'node:path';
import { ensurePackages, freePort, OperatorError } from './postgres.mjs';
import { ensureModules, root } from './project.mjs';

try {
  ensurePackages();
  ensureModules();
  const { openHouse } = await import('./house.mjs');
  const port = await freePort();
  const open = () =>
    openHouse({
      home: join(root, '.maul'),
      port,
      entry: join(root, 'server/src'),
      execArgv: ['--import', 'tsx'],
    });
  let house = await open();
  const vite = spawn(
    process.execPath,
    [join(root, 'node_modules/vite/bin/vite.js'), '--config', 'web/vite.config.ts', 'web'],
    {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, MAUL_API: house.address },
    },
  );
  let timer;
  let busy = Promise.resolve();
  const again = () => {
    clearTimeout(timer);
    timer = setTimeout(() => {
      busy = busy.then(async () => {
        await house.stop();
        house = await open();
        console.log('Server restarted.');
      }, console.error);
    }, 300);
  };
  const watchers = ['core/src', 'contract/src', 'server/src'].map((dir) =>
    watch(join(root, dir), { recursive: true }, again),
  );
  const stop = async () => {
    clearTimeout(timer);
    for (const watcher of watchers) watcher.close();
    vite.kill();
    await busy;
    await house.stop();
    process.exit(0);
  };
  process.on('SIGINT', () => void stop());
  process.on('SIGTERM', () => void stop());
} catch (error) {
  console.error(error instanceof OperatorError ? error.message : error);
  process.exit(1);
}
