import { join } from 'node:path';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const kit = (file: string) => join(import.meta.dirname, 'kit', file);

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), tailwindcss()],
  resolve: {
    alias: {
      'node:module': kit('noNodeModule.ts'),
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4280' } },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 700,
    reportCompressedSize: false,
    manifest: true,
  },
});
