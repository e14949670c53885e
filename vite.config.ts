import react from '@vitejs/plugin-react';
import tailwind from '@tailwindcss/vite';
import { defineConfig, type Plugin, type UserConfig } from 'vite';

const server = `http://localhost:${process.env['JORVAN_PORT'] ?? 4600}`;

/** What makes checks, and what forbids it to compile them, in one file: no schema is made before. */
const together = {
  codeSplitting: {
    groups: [{ name: 'checks', test: /[\\/](node_modules[\\/]zod[\\/]|src[\\/]core[\\/]no-eval\.ts)/ }],
  },
};

/** Modules of these houses do nothing by being there, but for these: a page or a worker holds those that it asks for. */
const treeshake = {
  moduleSideEffects: (id: string): boolean =>
    !/\/(src\/(core|render|air)|node_modules\/zod)\//.test(id) ||
    /\/(core\/(show\/edit|no-eval)|render\/font-faces)\.ts$/.test(id),
};

/** Leaves out the shaders of materials that come with three.js: all that is drawn here has shaders of its own. */
const ownShadersOnly: Plugin = {
  name: 'own-shaders-only',
  enforce: 'pre',
  load: (id) =>
    // What every program begins with is kept.
    /[\\/]three[\\/]src[\\/]renderers[\\/]shaders[\\/]Shader(Chunk|Lib)[\\/](?!colorspace_pars|tonemapping_pars).*\.glsl\.js/.test(
      id,
    )
      ? "export default ''; export const vertex = ''; export const fragment = '';"
      : null,
};

/** Two builds: the application, and (mode `air`) the pages that draw what is on air, which then hold nothing of it. */
export default defineConfig(({ mode }): UserConfig => ({
  plugins: [react(), tailwind(), ownShadersOnly],
  // From its sources, so that pages hold of it what they use.
  resolve: { alias: [{ find: /^three$/, replacement: 'three/src/Three.js' }] },
  worker: { format: 'es', plugins: () => [ownShadersOnly], rollupOptions: { output: together, treeshake } },
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
      treeshake,
    },
  },
}));
