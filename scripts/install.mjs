// Installs the packages where they are missing or older than the lock file.
import { spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';

export function installPackages() {
  const mark = 'node_modules/.package-lock.json';
  if (existsSync(mark) && statSync(mark).mtimeMs >= statSync('package-lock.json').mtimeMs - 1000) return;
  console.log('Installing packages…');
  const done = spawnSync('npm', ['install', '--no-audit', '--no-fund', '--loglevel=error'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    shell: process.platform === 'win32',
  });
  if (done.status !== 0) throw new Error('npm install failed');
}
