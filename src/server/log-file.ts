import { existsSync, mkdirSync, renameSync, statSync } from 'node:fs';
import { join } from 'node:path';
import pino from 'pino';
import { newLog, type Log } from './log';

const largestLog = 16 << 20;

/** The server's log below its home; where it has grown large the one before is kept beside it. */
export function fileLog(home: string): Log {
  const folder = join(home, 'log');
  const file = join(folder, 'server.log');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  if (existsSync(file) && statSync(file).size > largestLog) renameSync(file, `${file}.1`);
  const stream = pino.destination({ dest: file, sync: false, mode: 0o600 });
  // A full disk must not take the server down with its log.
  stream.on('error', () => undefined);
  return newLog(stream);
}
