import { createHash } from 'node:crypto';
import { statSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { connect, createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export interface HomeLock {
  release(): Promise<void>;
}

/** Whoever holds it says of itself. */
export interface Holder {
  readonly pid: number;
  readonly port: number;
  /** ISO 8601. */
  readonly since: string;
}

export class HomeHeld extends Error {
  constructor(home: string, holder: Holder | null) {
    super(
      holder
        ? `${home} is in use by another Jorvan server: process ${holder.pid}, at port ${holder.port}, since ${holder.since}. Use that one, stop it, or set JORVAN_HOME to another folder.`
        : `${home} is in use by another Jorvan server, which does not answer. Stop it, or set JORVAN_HOME to another folder.`,
    );
    this.name = 'HomeHeld';
  }
}

/** A name that belongs to one process at a time and is gone with it. On Linux it is no file; elsewhere a pipe or a socket. */
function addressOf(home: string): string {
  const { dev, ino } = statSync(home, { bigint: true });
  const name = `jorvan-${createHash('sha256').update(`${dev} ${ino}`).digest('hex').slice(0, 24)}`;
  if (process.platform === 'linux') return `\0${name}`;
  return process.platform === 'win32' ? `\\\\.\\pipe\\${name}` : join(tmpdir(), `${name}.sock`);
}

/** Holds a folder for this process alone, until it ends in whatever way. Throws HomeHeld where another has it. */
export async function lockHome(home: string, self: () => Holder): Promise<HomeLock> {
  const address = addressOf(home);
  for (let attempt = 0; ; attempt += 1) {
    const server = createServer((socket) => {
      socket.on('error', () => socket.destroy());
      socket.end(JSON.stringify(self()));
    });
    const wrong = await new Promise<NodeJS.ErrnoException | null>((resolve) => {
      server.once('error', resolve);
      server.listen(address, () => resolve(null));
    });
    if (!wrong) return held(server, address);
    if (wrong.code !== 'EADDRINUSE') throw wrong;
    const holder = await ask(address);
    if (holder !== 'gone' || attempt > 0) throw new HomeHeld(home, holder === 'gone' ? null : holder);
    // A socket whose process is gone; only where names are files.
    if (!address.startsWith('\0')) await rm(address, { force: true });
  }
}

function held(server: Server, address: string): HomeLock {
  server.unref();
  return {
    release: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        if (address.startsWith('/')) void rm(address, { force: true });
      }),
  };
}

const ask = (address: string): Promise<Holder | null | 'gone'> =>
  new Promise((resolve) => {
    const socket = connect(address);
    let text = '';
    const timer = setTimeout(() => (socket.destroy(), resolve(null)), 1000);
    socket.on('data', (data) => (text += data.toString()));
    socket.on('error', (error: NodeJS.ErrnoException) => {
      clearTimeout(timer);
      resolve(error.code === 'ECONNREFUSED' || error.code === 'ENOENT' ? 'gone' : null);
    });
    socket.on('end', () => {
      clearTimeout(timer);
      try {
        resolve(JSON.parse(text) as Holder);
      } catch {
        resolve(null);
      }
    });
  });
