import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { controlStylesPlugin } from './scripts/controlStyles.ts';
import { parts } from './scripts/parts.ts';

export default defineConfig({
  plugins: [
    react(),
    controlStylesPlugin(),
    VitePWA({
      // A new version waits until no page of the old one is open: its parts would be missing there.
      registerType: 'prompt',
      injectRegister: false,
      manifest: {
        name: 'Underloom',
        short_name: 'Underloom',
        description: 'A workbench for designing, trying and storing what a keyboard does',
        start_url: '/shelf',
        display: 'standalone',
        background_color: '#F6F2EA',
        theme_color: '#2F4B7C',
        icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
      },
      workbox: {
        // The page, its benches and typefaces; of the typeface that goes into a PDF what that takes.
        globPatterns: [
          '**/*.{js,css,html,svg}',
          'assets/*-{latin,latin-ext,cyrillic,greek}-*.woff2',
          'assets/alegreya-sans-{latin,latin-ext,cyrillic,greek}-{500,700}-normal-*.woff',
        ],
        maximumFileSizeToCacheInBytes: 4 << 20,
        navigateFallback: '/index.html',
        cleanupOutdatedCaches: true,
      },
    }),
  ],
  worker: { format: 'es' },
  // The server is on this machine: asking for every part ahead costs more than the parts that are asked for a step later.
  build: {
    target: 'es2022',
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 1200,
    modulePreload: false,
    rolldownOptions: { output: { codeSplitting: { groups: parts } } },
  },
});
