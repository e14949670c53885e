// npm run soak -- --minutes N [--seed S]: rounds of faults on purpose until the time is over, or something does not agree.
import { chromium } from '@playwright/test';
import { Round } from './round';
import { buildServer } from './running';

const given = (name: string, usual: number): number => {
  const at = process.argv.indexOf(`--${name}`);
  const value = Number(process.argv[at + 1]);
  return at > 0 && Number.isFinite(value) ? value : usual;
};
const minutes = given('minutes', 10);
const first = given('seed', 1);
const end = performance.now() + minutes * 60_000;

buildServer();
const browser = await chromium.launch({
  executablePath: process.env['JORVAN_CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--use-angle=swiftshader', '--enable-unsafe-swiftshader', '--ignore-gpu-blocklist'],
});
let rounds = 0;
for (let seed = first; performance.now() < end; seed += 1) {
  try {
    await new Round(seed, browser, console.log).run();
    rounds += 1;
  } catch (error) {
    console.log(`seed ${seed} FAILED: ${(error as Error).message}`);
    process.exit(1);
  }
}
await browser.close();
console.log(`${rounds} rounds in ${minutes} minutes: everything agreed.`);
process.exit(0);
