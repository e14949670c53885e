// npm start: installs what is missing, builds if stale, starts the air server. Opens nothing by itself.
import { spawn } from 'node:child_process';
import { installPackages } from './install.mjs';

installPackages();
const { build, isStale } = await import('./build.mjs');
if (isStale()) {
  console.log('Building…');
  await build();
}
const server = spawn(process.execPath, ['dist/server.mjs', ...process.argv.slice(2)], { stdio: 'inherit' });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code, signal) => process.exit(code ?? (signal ? 1 : 0)));
