import { mkdirSync } from 'node:fs';
import { isIP } from 'node:net';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { addresses } from './access';
import { HomeHeld } from './home-lock';
import { fileLog } from './log-file';
import { startServer, type RunningServer } from './server';

const here = dirname(fileURLToPath(import.meta.url));
const env = process.env;
const port = Number(env['JORVAN_PORT'] ?? 4600);
const lan = process.argv.includes('--lan');
const home = resolve(env['JORVAN_HOME'] ?? '.jorvan');
const out = (line: string): void => void process.stdout.write(`${line}\n`);

if (!Number.isInteger(port) || port < 0 || port > 65_535) {
  out(`JORVAN_PORT is “${env['JORVAN_PORT']}”: it must be a port from 0 to 65535.`);
  process.exit(2);
}

const list = (name: string): string[] =>
  (env[name] ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);

const unknown = list('JORVAN_SCORERS').find((address) => isIP(address) !== 4);
if (unknown !== undefined) {
  out(
    `JORVAN_SCORERS holds “${unknown}”: it takes IPv4 addresses, such as 192.168.4.20, with commas between.`,
  );
  process.exit(2);
}

// What the server keeps is for its own user alone.
process.umask(0o077);

/** Keys are shown whole once, and only to someone who reads along: what is kept in a log is no secret any more. */
function sayKeys({ keys, port: at }: RunningServer): void {
  const isRead = process.stdout.isTTY === true;
  const address = addresses().find((own) => !own.includes(':') && !own.startsWith('127.'));
  for (const { role, key } of keys) out(`  Key to ${role.padEnd(10)}${isRead ? key : `${key.slice(0, 4)}…`}`);
  const operate = keys.find(({ role }) => role === 'operate');
  if (isRead && operate && address) out(`  For the phone    http://${address}:${at}/desk#key=${operate.key}`);
  out(
    keys.length > 0 && isRead
      ? '  These keys are shown this once. New ones are made at this machine: Outputs, “Access keys”.'
      : '  Other machines need an access key. It is made and shown at this machine: Outputs, “Access keys”.',
  );
}

try {
  mkdirSync(home, { recursive: true, mode: 0o700 });
  const log = fileLog(home);
  // A fault that no one caught must not take the picture down: it is told, and the server goes on.
  process.on('uncaughtException', (error) =>
    log.error({ stack: error.stack }, `contained: ${error.message}`),
  );
  process.on('unhandledRejection', (reason) =>
    log.error({ stack: reason instanceof Error ? reason.stack : '' }, `contained: ${String(reason)}`),
  );
  const server = await startServer({
    home,
    port,
    lan,
    ...(env['JORVAN_KEY'] ? { key: env['JORVAN_KEY'] } : {}),
    names: list('JORVAN_HOSTS'),
    scorers: list('JORVAN_SCORERS'),
    pages: here,
    workers: new URL('./', import.meta.url),
    folder: resolve(env['JORVAN_DATA'] ?? 'demo/data'),
    ...(env['JORVAN_ALLOW'] ? { allowed: env['JORVAN_ALLOW'] } : {}),
    version: env['npm_package_version'] ?? '0.1.0',
    demo: env['JORVAN_DEMO'] !== 'off',
    say: out,
    log,
  });
  const address = `http://localhost:${server.port}`;
  out(`Jorvan is on air.`);
  out(`  Application      ${address}/`);
  for (const channel of server.engine.air.channels)
    out(`  Output ${channel.name.padEnd(9)} ${address}/out/${channel.id}`);
  out(`  Stand-ins        ${address}/stand-ins`);
  out(`  Watched folder   ${resolve(env['JORVAN_DATA'] ?? 'demo/data')}`);
  if (lan) sayKeys(server);
  out('Stop with Ctrl+C.');
  const stop = (): void => void server.close().then(() => process.exit(0));
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
} catch (error) {
  const { code, message } = error as NodeJS.ErrnoException;
  out(
    code === 'EADDRINUSE'
      ? `Port ${port} is taken. Stop what uses it, or set JORVAN_PORT to another.`
      : error instanceof HomeHeld
        ? message
        : `The server could not start: ${message}`,
  );
  process.exit(1);
}
