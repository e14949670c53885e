// journal.commands.per.s: commands through the engine and its journal on a real disk, as fast as 16 operators give them.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Release } from '../src/core/show';
import { AirEngine } from '../src/server/engine';
import { nodeDisk } from '../src/server/disk';
import { Journal } from '../src/server/journal';
import { silentLog } from '../src/server/log';
import { Troubles } from '../src/server/trouble';
import { buildDemo } from '../demo/show';
import { makeRelease } from '../src/core/show';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';

export function demoRelease(): Release {
  const { show } = buildDemo({
    file: (name) => readFileSync(join('demo', 'data', name)),
    hash: (bytes) => createHash('sha256').update(bytes).digest('hex'),
  });
  return makeRelease(show);
}

export async function journalFigures(): Promise<Record<string, number>> {
  const folder = mkdtempSync(join(tmpdir(), 'jorvan-bench-'));
  const { journal } = await Journal.open(nodeDisk, folder);
  const release = demoRelease();
  const engine = new AirEngine({
    journal,
    releases: () => release,
    now: () => Date.now() / 1000,
    log: silentLog,
    troubles: new Troubles(),
  });
  await engine.submit({ do: 'release', release: 'a'.repeat(64) });
  const operators = 16;
  const each = 250;
  const start = process.hrtime.bigint();
  await Promise.all(
    Array.from({ length: operators }, async (_, operator) => {
      for (let i = 0; i < each; i += 1)
        await engine.submit({
          do: 'cue',
          channel: 'main',
          number: i % 2 === 0 ? '401' : `${12 + (operator % 4)}`,
        });
    }),
  );
  const seconds = Number(process.hrtime.bigint() - start) / 1e9;
  await journal.close();
  rmSync(folder, { recursive: true, force: true });
  return { 'journal.commands.per.s': (operators * each) / seconds };
}
