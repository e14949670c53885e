import react from '@vitejs/plugin-react';
import tailwind from '@tailwindcss/vite';
import { defineConfig, type UserConfig } from 'vite';

const server = `http://localhost:${process.env['JORVAN_PORT'] ?? 4600}`;

/** What makes checks, and what forbids it to compile them, in one file: no schema is made before. */
const together = {
  codeSplitting: {
    groups: [{ name: 'checks', test: /[\\/](node_modules[\\/]zod[\\/]|src[\\/]core[\\/]no-eval\.ts)/ }],
  },
};

/** Two builds: the application, and (mode `air`) the pages that draw what is on air, which then hold nothing of it. */
export default defineConfig(({ mode }): UserConfig => ({
  plugins: [react(), tailwind()],
  worker: { format: 'es', rollupOptions: { output: together } },
  server: { proxy: { '/api': server, '/demo': server, '/air': { target: server, ws: true } } },
  build: {
    target: 'es2022',
    cssTarget: 'chrome125',
    outDir: 'dist/pages',
    emptyOutDir: mode !== 'air',
    chunkSizeWarningLimit: 2000,
    rollupOptions: {
      output: together,
      input: mode === 'air' ? ['out.html', 'frame.html'] : ['index.html'],
      // Modules of the core do nothing by being there, but for these: a page holds those that it asks for.
      treeshake: {
        moduleSideEffects: (id) =>
          !id.includes('/src/core/') || /\/core\/(playout\/apply|show\/edit|no-eval)\.ts$/.test(id),
      },
    },
  },
}));
