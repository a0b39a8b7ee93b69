import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { guidePages } from './guide-pages.ts';

export default defineConfig({
  plugins: [guidePages(), react(), tailwindcss()],
  build: { outDir: '../src/OneWhole.Web/wwwroot', emptyOutDir: true, assetsInlineLimit: 0 },
  // The guide's pages and figures lie beside the front end, with the other documents.
  server: { proxy: { '/api': 'http://127.0.0.1:5170' }, fs: { allow: ['..'] } },
});
