import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const api = process.env.MAUL_API;

export default defineConfig({
  plugins: [react()],
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    // A room's index brings only what is used of it, into the chunk that uses it.
    rolldownOptions: { experimental: { lazyBarrel: true } },
  },
  // The host is passed on as it is: the server compares it with the origin of a write.
  server: {
    host: '127.0.0.1',
    proxy: api === undefined ? {} : { '/api': { target: api }, '/calendar': { target: api } },
  },
});
