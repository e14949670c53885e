import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { startServer } from './server';

const here = dirname(fileURLToPath(import.meta.url));
const port = Number(process.env['JORVAN_PORT'] ?? 4600);
const lan = process.argv.includes('--lan');
const out = (line: string): void => void process.stdout.write(`${line}\n`);

if (!Number.isInteger(port) || port < 0 || port > 65_535) {
  out(`JORVAN_PORT is “${process.env['JORVAN_PORT']}”: it must be a port from 0 to 65535.`);
  process.exit(2);
}

// A fault that no one caught must not take the picture down: it is told, and the server goes on.
process.on('uncaughtException', (error) => out(`A fault was contained: ${error.stack ?? error.message}`));
process.on('unhandledRejection', (reason) => out(`A fault was contained: ${String(reason)}`));

try {
  const server = await startServer({
    home: resolve(process.env['JORVAN_HOME'] ?? '.jorvan'),
    port,
    lan,
    ...(process.env['JORVAN_KEY'] ? { key: process.env['JORVAN_KEY'] } : {}),
    pages: here,
    workers: new URL('./', import.meta.url),
    folder: resolve(process.env['JORVAN_DATA'] ?? 'demo/data'),
    ...(process.env['JORVAN_ALLOW'] ? { allowed: process.env['JORVAN_ALLOW'] } : {}),
    version: process.env['npm_package_version'] ?? '0.1.0',
    demo: process.env['JORVAN_DEMO'] !== 'off',
    log: out,
  });
  const address = `http://localhost:${server.port}`;
  out(`Jorvan is on air.`);
  out(`  Application      ${address}/`);
  for (const channel of server.engine.air.channels)
    out(`  Output ${channel.name.padEnd(9)} ${address}/out/${channel.id}`);
  out(`  Stand-ins        ${address}/stand-ins`);
  out(`  Watched folder   ${resolve(process.env['JORVAN_DATA'] ?? 'demo/data')}`);
  if (lan)
    for (const { role, key } of server.keys)
      out(`  Key to ${role.padEnd(10)}${key}   (from other machines; outputs need none)`);
  out('Stop with Ctrl+C.');
  const stop = (): void => void server.close().then(() => process.exit(0));
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
} catch (error) {
  const code = (error as NodeJS.ErrnoException).code;
  out(
    code === 'EADDRINUSE'
      ? `Port ${port} is taken. Stop what uses it, or set JORVAN_PORT to another.`
      : `The server could not start: ${(error as Error).message}`,
  );
  process.exit(1);
}
