import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';
import { VitePWA } from 'vite-plugin-pwa';

/** Which state of the sources is built: a kept state of another program is not taken for this one's. */
function buildOf(...folders: readonly string[]): string {
  const hash = createHash('sha256');
  for (const folder of folders)
    for (const file of readdirSync(folder, { recursive: true, encoding: 'utf8' }).sort())
      if (file.endsWith('.ts') && !file.endsWith('.test.ts')) hash.update(readFileSync(join(folder, file)));
  return hash.digest('hex').slice(0, 16);
}

export default defineConfig({
  root: import.meta.dirname,
  define: { __BUILD__: JSON.stringify(buildOf(join(import.meta.dirname, '../core/src'))) },
  plugins: [
    react(),
    // The whole app is kept at the first visit, so that every place opens offline; an update waits until it is asked for.
    VitePWA({
      strategies: 'generateSW',
      registerType: 'prompt',
      injectRegister: false,
      manifest: false,
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2,wasm,webmanifest}'],
        maximumFileSizeToCacheInBytes: 6_000_000,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        cleanupOutdatedCaches: true,
        inlineWorkboxRuntime: true,
      },
    }),
    // Once at building, and so small that no server would do it while somebody waits.
    compression({ algorithms: ['brotliCompress'], include: /\.(js|css|wasm)$/, threshold: 1024 }),
  ],
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            {
              name: 'react',
              test: /node_modules\/(react|react-dom|react-router|scheduler|react-redux|@reduxjs)\//,
            },
          ],
        },
      },
    },
  },
});
