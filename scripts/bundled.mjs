// Builds the product if it is stale, then bundles a program beside it and runs it with the arguments that were given.
import { spawnSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { installPackages } from './install.mjs';

export async function runBundled(entry, name) {
  installPackages();
  const { build, isStale } = await import('./build.mjs');
  if (isStale()) await build();
  const { buildSync } = await import('esbuild');
  mkdirSync('node_modules/.cache', { recursive: true });
  const outfile = join('node_modules/.cache', name);
  buildSync({
    entryPoints: [entry],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
  });
  process.exit(
    spawnSync(process.execPath, ['--expose-gc', outfile, ...process.argv.slice(2)], { stdio: 'inherit' })
      .status ?? 1,
  );
}
