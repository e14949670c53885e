import react from '@vitejs/plugin-react';
import tailwind from '@tailwindcss/vite';
import { defineConfig } from 'vite';

const server = `http://localhost:${process.env['JORVAN_PORT'] ?? 4600}`;

export default defineConfig({
  plugins: [react(), tailwind()],
  worker: { format: 'es' },
  server: { proxy: { '/api': server, '/demo': server, '/air': { target: server, ws: true } } },
  build: {
    target: 'es2022',
    cssTarget: 'chrome125',
    outDir: 'dist/pages',
    emptyOutDir: true,
    chunkSizeWarningLimit: 2000,
    rollupOptions: {
      input: { index: 'index.html', out: 'out.html', frame: 'frame.html' },
      // Modules of the core do nothing by being there, but for these: a page holds those that it asks for.
      treeshake: {
        moduleSideEffects: (id) =>
          !id.includes('/src/core/') || /\/core\/(playout\/apply|show\/edit|no-eval)\.ts$/.test(id),
      },
    },
  },
});
