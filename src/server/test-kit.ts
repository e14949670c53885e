// What tests of the running server share.
import { resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { startServer, type RunningServer, type ServerOptions } from './server';

/** A server on a free port, with the built workers, without pages and demo. */
export const serverForTest = (
  given: Partial<ServerOptions> & Pick<ServerOptions, 'home' | 'folder'>,
): Promise<RunningServer> =>
  startServer({
    port: 0,
    lan: false,
    pages: 'nowhere',
    workers: pathToFileURL(`${resolve('dist')}/`),
    version: 'test',
    demo: false,
    say: () => undefined,
    ...given,
  });

/** Asks until something holds; throws with what it was last. */
export async function until<T>(ask: () => T | Promise<T>, holds: (value: T) => boolean): Promise<T> {
  let value = await ask();
  for (let i = 0; i < 400 && !holds(value); i += 1) {
    await new Promise((done) => setTimeout(done, 20));
    value = await ask();
  }
  if (!holds(value)) throw new Error(`It has not come to hold; last it was ${JSON.stringify(value)}.`);
  return value;
}
