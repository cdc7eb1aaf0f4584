import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: 'web',
  plugins: [react(), tailwind()],
  worker: { format: 'es' },
  build: { outDir: '../dist/web', emptyOutDir: true, target: 'es2023', assetsInlineLimit: 0, chunkSizeWarningLimit: 1500 },
});
