// The air server as it ships, with a disk that can be full and a clock that can be set, both told by its parent.
import { pathToFileURL } from 'node:url';
import { join, resolve } from 'node:path';
import { machineClocks } from '../src/server/air-time';
import { nodeDisk, type Disk } from '../src/server/disk';
import { fileLog } from '../src/server/log-file';
import { startServer } from '../src/server/server';
import type { Order } from './running';

const home = process.env['JORVAN_HOME'] ?? '';
let isFull = false;
let set = Number(process.env['JORVAN_SOAK_SET'] ?? 0);
process.on('message', (order: Order) => {
  if (order.do === 'full') isFull = order.on;
  else set += order.seconds;
});

/** Writes half of what it is given where it is full. */
const disk: Disk = {
  ...nodeDisk,
  async open(path) {
    const file = await nodeDisk.open(path);
    return {
      size: file.size,
      async write(bytes, at) {
        if (!isFull) return file.write(bytes, at);
        await file.write(bytes.subarray(0, Math.floor(bytes.length / 2)), at);
        throw Object.assign(new Error('ENOSPC: no space left on device, write'), { code: 'ENOSPC' });
      },
      sync: () => file.sync(),
      cut: (size) => file.cut(size),
      close: () => file.close(),
    };
  },
};
const clocks = machineClocks();

try {
  const server = await startServer({
    home,
    port: Number(process.env['JORVAN_PORT'] ?? 0),
    lan: false,
    pages: resolve('dist'),
    workers: pathToFileURL(`${resolve('dist')}/`),
    folder: join(home, 'folder'),
    version: 'soak',
    demo: true,
    say: (line) => console.log(line),
    log: fileLog(home),
    disk,
    clocks: { ...clocks, wall: () => clocks.wall() + set },
  });
  process.send?.({ port: server.port });
} catch (error) {
  process.send?.({ failed: (error as Error).message });
  process.exit(1);
}
