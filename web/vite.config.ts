import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react()],
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
            { name: 'mui', test: /node_modules\/(@mui\/(material|system|utils|styled-engine)|@emotion)\// },
          ],
        },
      },
    },
  },
});
