import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { makeRelease, unpackShow } from '../core/show';
import type { AirEngine } from './engine';
import type { Store } from './store';

/** Puts the demo show on air where nothing has ever been released. Returns whether it did. */
export async function releaseDemo(file: string, engine: AirEngine, store: Store): Promise<boolean> {
  if (engine.air.release !== null || !existsSync(file)) return false;
  const opened = unpackShow(await readFile(file));
  if ('problem' in opened) throw new Error(`the demo show: ${opened.problem.message}`);
  for (const [id, bytes] of opened.assets) {
    const wrong = await store.addAsset(id, bytes);
    if (wrong) throw new Error(`the demo show: ${wrong.message}`);
  }
  const added = await store.addRelease(Buffer.from(JSON.stringify(makeRelease(opened.show))));
  if ('problem' in added) throw new Error(`the demo show: ${added.problem.message}`);
  const answer = await engine.submit({ do: 'release', release: added.hash, by: 'demo' });
  return answer.problem === null;
}
