import { join } from 'node:path';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), tailwindcss()],
  // For the first screen to be light: a package's programmers' errors are left unworded, and the sine that it asks for only below zero is the browser's.
  resolve: {
    alias: {
      '@stdlib/string-format': join(import.meta.dirname, 'kit/unformatted.ts'),
      '@stdlib/math-base-special-sinpi': join(import.meta.dirname, 'kit/sineOfPi.ts'),
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4280' } },
  build: { target: 'es2022', chunkSizeWarningLimit: 700, reportCompressedSize: false, manifest: true },
});
