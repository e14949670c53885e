// Builds the pages, the server and the demo show into dist/. `--if-stale` does nothing where dist is newer than all sources.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join, sep } from 'node:path';
import { pathToFileURL } from 'node:url';

const stamp = join('dist', 'built');
const sources = [
  'src',
  'demo',
  'library',
  'public',
  'scripts/build.mjs',
  'index.html',
  'out.html',
  'frame.html',
  'vite.config.ts',
  'package-lock.json',
];

const newest = (path) => {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return readdirSync(path).reduce((latest, name) => Math.max(latest, newest(join(path, name))), stat.mtimeMs);
};

export const isStale = () =>
  !existsSync(stamp) || sources.some((path) => newest(path) > statSync(stamp).mtimeMs);

/** The service worker that keeps the application in the browser: with the names of its files. */
async function keepPages(buildSync) {
  const kept = join('dist', 'pages-kept.mjs');
  buildSync({
    entryPoints: ['src/workers/pages-kept.ts'],
    outfile: kept,
    format: 'esm',
    logLevel: 'warning',
  });
  const { isFetchedAhead } = await import(pathToFileURL(kept).href);
  rmSync(kept);
  const pages = join('dist', 'pages');
  const files = readdirSync(pages, { recursive: true })
    .map((path) => path.split(sep).join('/'))
    .filter(isFetchedAhead)
    .sort();
  const version = createHash('sha256');
  for (const path of files) version.update(path);
  version.update(readFileSync(join(pages, 'index.html')));
  buildSync({
    entryPoints: ['src/workers/pages.service.ts'],
    outfile: join(pages, 'pages.js'),
    bundle: true,
    minify: true,
    target: 'es2022',
    logLevel: 'warning',
    define: {
      pagesVersion: JSON.stringify(version.digest('hex').slice(0, 12)),
      pagesAhead: JSON.stringify(files.map((path) => `/${path}`)),
    },
  });
}

export async function build() {
  // Loaded here: on a fresh clone this file is read before the packages are there.
  const { buildSync } = await import('esbuild');
  const run = (command, ...args) => {
    const done = spawnSync(process.execPath, [join('node_modules', ...command), ...args], {
      stdio: ['ignore', 'pipe', 'inherit'],
      encoding: 'utf8',
    });
    if (done.status !== 0) {
      process.stdout.write(done.stdout ?? '');
      throw new Error(`${command.join('/')} failed`);
    }
  };
  rmSync('dist', { recursive: true, force: true });
  run(['vite', 'bin', 'vite.js'], 'build', '--logLevel', 'warn');
  // By themselves, so that what goes to air holds nothing of the editor.
  run(['vite', 'bin', 'vite.js'], 'build', '--mode', 'air', '--logLevel', 'warn');
  const bundle = (entry, outfile, more = { packages: 'external' }) =>
    buildSync({
      entryPoints: [entry],
      outfile,
      bundle: true,
      platform: 'node',
      format: 'esm',
      target: 'node20',
      logLevel: 'warning',
      ...more,
    });
  await keepPages(buildSync);
  // In one file: a server that starts again must not look for a thousand.
  const whole = {
    minifySyntax: true,
    minifyWhitespace: true,
    banner: {
      js: "import { createRequire as requireHere } from 'node:module'; const require = requireHere(import.meta.url);",
    },
  };
  bundle('src/server/main.ts', join('dist', 'server.mjs'), whole);
  for (const [folder, worker] of [
    ['sources', 'data'],
    ['store', 'store'],
    ['posts', 'posts'],
  ])
    bundle(`src/server/${folder}/${worker}.worker.ts`, join('dist', `${worker}.worker.mjs`), whole);
  // These load what a file or a database needs when it comes.
  for (const worker of ['reader', 'query'])
    bundle(`src/server/sources/${worker}.worker.ts`, join('dist', `${worker}.worker.mjs`));
  bundle('demo/build.ts', join('dist', 'build-demo.mjs'));
  mkdirSync(join('dist', 'demo'), { recursive: true });
  const demo = spawnSync(
    process.execPath,
    [join('dist', 'build-demo.mjs'), join('dist', 'demo', 'marram-bay.jorvan')],
    { stdio: 'inherit' },
  );
  if (demo.status !== 0) throw new Error('the demo show failed to build');
  writeFileSync(stamp, '');
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  if (process.argv.includes('--if-stale') && !isStale()) process.exit(0);
  await build();
}
