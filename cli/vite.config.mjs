import { defineConfig } from 'vite';

/** The command line as one plain file: starting it needs no TypeScript. */
export default defineConfig({
  root: import.meta.dirname,
  build: {
    ssr: 'src/main.ts',
    outDir: 'dist',
    target: 'node20',
    minify: true,
    rolldownOptions: { output: { entryFileNames: 'hiraeth.mjs' } },
  },
  ssr: { noExternal: true },
});
