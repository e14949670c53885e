// npm run bench: builds if stale, bundles the benchmarks and runs them.
import { spawnSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { installPackages } from './install.mjs';

installPackages();
const { build, isStale } = await import('./build.mjs');
if (isStale()) await build();
const { buildSync } = await import('esbuild');
mkdirSync('node_modules/.cache', { recursive: true });
const outfile = 'node_modules/.cache/bench.mjs';
buildSync({
  entryPoints: ['bench/main.ts'],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
});
process.exit(
  spawnSync(process.execPath, [outfile, ...process.argv.slice(2)], { stdio: 'inherit' }).status ?? 1,
);
