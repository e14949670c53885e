// npm test: installs what is missing, then types, lint with the import rule, Jest, and Playwright on the built product.
// Closes with one line that adds up all tests.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { relative } from 'node:path';
import { installPackages } from './install.mjs';

/** Installs Debian's packages, where this user may; returns whether that went well. */
function installDebian(...packages) {
  const apt = (...args) =>
    spawnSync('apt-get', args, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status === 0;
  return apt('update', '-qq') && apt('install', '-y', '-qq', '--no-install-recommends', ...packages);
}

/** Debian's Chromium, by its package, where there is none. */
function installChromium() {
  const path = process.env.JORVAN_CHROMIUM ?? '/usr/bin/chromium';
  if (existsSync(path)) return;
  console.log('Installing Chromium…');
  if (installDebian('chromium') && existsSync(path)) return;
  console.log(
    'There is no Chromium at /usr/bin/chromium and it could not be installed. Install it, or set JORVAN_CHROMIUM to one.',
  );
  process.exit(1);
}

/** The second engine, with a screen for it to draw on: what it is looked at with is left out where it cannot be had. */
function installFirefox() {
  const path = process.env.JORVAN_FIREFOX ?? '/usr/bin/firefox-esr';
  if (existsSync(path) && existsSync('/usr/bin/Xvfb')) return;
  console.log('Installing Firefox ESR and Xvfb…');
  if (!installDebian('firefox-esr', 'xvfb', 'libegl1', 'libgl1-mesa-dri'))
    console.log('Firefox ESR could not be installed: the tests of the second engine are left out.');
}

const seconds = (since) => `${((Date.now() - since) / 1000).toFixed(0)} s`;

/** Runs a step with its output shown; returns whether it went well. */
function step(name, command, args, env = {}) {
  const since = Date.now();
  console.log(`\n== ${name}`);
  const done = spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } });
  console.log(`== ${name}: ${done.status === 0 ? 'well' : 'FAILED'}, ${seconds(since)}`);
  return done.status === 0;
}

/** The same beside others: its output is shown when it has ended. */
function stepAside(name, command, args) {
  const since = Date.now();
  return new Promise((resolve) => {
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] });
    const said = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => said.push(data));
    child.on('close', (code) => {
      process.stdout.write(`\n== ${name}\n${Buffer.concat(said)}`);
      console.log(`== ${name}: ${code === 0 ? 'well' : 'FAILED'}, ${seconds(since)}`);
      resolve(code === 0);
    });
  });
}

const bin = (name) => `node_modules/.bin/${name}`;
// Not Playwright's own folder, which it empties when it starts.
const results = 'node_modules/.cache/test-results';

installPackages();
installChromium();
installFirefox();
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

// Two cores: types beside what else reads the code.
const types = stepAside('Types', bin('tsc'), ['-p', 'tsconfig.json']);
const reading = (async () => [
  await stepAside('Lint', bin('eslint'), ['.', '--max-warnings', '0']),
  await stepAside('Imports', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', 'src']),
  await stepAside('Format', bin('prettier'), ['--check', '--log-level', 'warn', '.']),
])();
const checks = [await types, ...(await reading)];
const { build, isStale } = await import('./build.mjs');
if (isStale()) await build();
step(
  'Unit tests',
  process.execPath,
  ['node_modules/jest/bin/jest.js', '-w', '2', '--json', `--outputFile=${results}/jest.json`],
  {
    NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
  },
);
step('The real interface', bin('playwright'), ['test'], {
  PLAYWRIGHT_JSON_OUTPUT_NAME: `${results}/e2e.json`,
});

const read = (path) => (existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : null);
const jest = read(`${results}/jest.json`);
const e2e = read(`${results}/e2e.json`);
const checksPassed = checks.filter(Boolean).length;
// A run that left no result counts as one failure, so that it cannot pass unseen.
const passed = checksPassed + (jest?.numPassedTests ?? 0) + (e2e ? e2e.stats.expected + e2e.stats.flaky : 0);
const failed =
  checks.length -
  checksPassed +
  (jest ? jest.numFailedTests + jest.numRuntimeErrorTestSuites : 1) +
  (e2e ? e2e.stats.unexpected + e2e.errors.length : 1);
const skipped = (jest?.numPendingTests ?? 0) + (e2e?.stats.skipped ?? 0);

/** What failed, by name: last, so that it is found where a long output is cut. */
function namesOfFailed() {
  const units = (jest?.testResults ?? []).flatMap(({ name, status, message, assertionResults }) => {
    const ofFile = assertionResults.filter((each) => each.status === 'failed');
    const file = relative(process.cwd(), name);
    if (status === 'failed' && ofFile.length === 0) return [`${file}: ${message}`];
    return ofFile.map((each) => `${file}: ${each.fullName}\n${each.failureMessages.join('\n')}`);
  });
  const seen = (suite, path) => [
    ...suite.specs.filter(({ ok }) => !ok).map(({ title }) => `${path}: ${title}`),
    ...(suite.suites ?? []).flatMap((inner) => seen(inner, path)),
  ];
  return [
    ...checks.flatMap((well, at) => (well ? [] : [['Types', 'Lint', 'Imports', 'Format'][at]])),
    ...units,
    ...(e2e?.suites ?? []).flatMap((suite) => seen(suite, suite.file)),
  ];
}

for (const name of namesOfFailed()) console.log(`\nFAILED ${name}`);
console.log(`\n${passed} passed, ${failed} failed${skipped > 0 ? `, ${skipped} skipped` : ''}`);
process.exit(failed > 0 ? 1 : 0);
