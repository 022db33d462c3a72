import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const api = process.env.MAUL_API;

export default defineConfig({
  plugins: [
    react(),
    // The whole application is kept on the device after the first sight, so that what was never opened opens without a network. Data are kept by the page, closed.
    VitePWA({
      registerType: 'prompt',
      injectRegister: false,
      manifest: {
        name: 'Maul',
        short_name: 'Maul',
        description: 'Weighing, targets and review for physique athletes and their coaches',
        lang: 'en',
        start_url: '/',
        scope: '/',
        display: 'standalone',
        background_color: '#F3F0E8',
        theme_color: '#F3F0E8',
        icons: [
          { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon-maskable.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
        shortcuts: [
          { name: 'Bench', url: '/bench' },
          { name: 'Stock', url: '/kitchen' },
          { name: 'Weigh in', url: '/morning' },
        ],
      },
      strategies: 'injectManifest',
      srcDir: 'src/app',
      filename: 'sw.ts',
      injectManifest: {
        globPatterns: ['index.html', 'icon*.{svg,png}', 'assets/**/*.{js,css,wasm,woff2}'],
        maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
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
