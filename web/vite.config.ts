import { join } from 'node:path';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), tailwindcss()],
  // What a package puts its programmers' errors into words with: nobody reads those in a browser, and the first screen is the lighter for it.
  resolve: { alias: { '@stdlib/string-format': join(import.meta.dirname, 'kit/unformatted.ts') } },
  server: { proxy: { '/api': 'http://127.0.0.1:4280' } },
  build: { target: 'es2022', chunkSizeWarningLimit: 700, reportCompressedSize: false, manifest: true },
});
