import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import react from '@vitejs/plugin-react';
import { defineConfig, type UserConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';
import { VitePWA } from 'vite-plugin-pwa';
import { firstModules } from './firstModules';
import { preloadApp } from './preloadApp';

/** What lays the first page out. */
const APP = join(import.meta.dirname, 'src/app.tsx');

/** Which state of the sources is built: a kept state of another program is not taken for this one's. */
function buildOf(...folders: readonly string[]): string {
  const hash = createHash('sha256');
  for (const folder of folders)
    for (const file of readdirSync(folder, { recursive: true, encoding: 'utf8' }).sort())
      if (file.endsWith('.ts') && !file.endsWith('.test.ts')) hash.update(readFileSync(join(folder, file)));
  return hash.digest('hex').slice(0, 16);
}

export default defineConfig(async ({ command }): Promise<UserConfig> => {
  const { before, first } =
    command === 'build'
      ? await firstModules(import.meta.dirname, APP)
      : { before: new Set<string>(), first: new Set<string>() };
  return {
    root: import.meta.dirname,
    define: { __BUILD__: JSON.stringify(buildOf(join(import.meta.dirname, '../core/src'))) },
    plugins: [
      react(),
      preloadApp(APP),
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
          chunkFileNames: ({ name }) => `assets/${name.replace(/~.*/, '')}-[hash].js`,
          codeSplitting: {
            groups: [
              {
                name: 'react',
                test: /node_modules\/(react|react-dom|react-router|scheduler|react-redux|@reduxjs)\//,
                priority: 2,
              },
              {
                name: 'before',
                test: (id) => before.has(id),
                includeDependenciesRecursively: false,
                priority: 3,
              },
              // A page in forty small files waits for each of them: what the first page runs is one beside its libraries (two are read
              // at once), what places share a few.
              {
                name: (id) =>
                  first.has(id) ? (id.includes('/node_modules/') ? 'libraries' : 'first') : null,
                includeDependenciesRecursively: false,
                priority: 1,
              },
              {
                name: 'shared',
                minShareCount: 2,
                entriesAware: true,
                entriesAwareMergeThreshold: 8_000,
              },
            ],
          },
        },
      },
    },
  };
});
