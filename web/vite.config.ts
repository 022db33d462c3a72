import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const api = process.env.MAUL_API;

export default defineConfig({
  plugins: [
    react(),
    // The whole application is kept on the device after the first sight, so that what was never opened opens without a network. Data are not.
    VitePWA({
      registerType: 'prompt',
      injectRegister: false,
      manifest: false,
      workbox: {
        globPatterns: ['index.html', 'icon.svg', 'assets/**/*.{js,css,wasm,woff2}'],
        maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//, /^\/calendar\//],
        cleanupOutdatedCaches: true,
      },
    }),
  ],
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
