// Writes the demo show as a show file; run by the build.
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { canonicalJson, makeRelease, packShow, releaseSchema } from '../src/core/show';
import { buildDemo } from './show';

const [, , target] = process.argv;
if (!target) throw new Error('usage: build TARGET');
const { show, assets } = buildDemo({
  file: (name) => readFileSync(join('demo', 'data', name)),
  hash: (bytes) => createHash('sha256').update(bytes).digest('hex'),
});
// The server begins with its release: a draft of it has begun from there.
show.base = createHash('sha256')
  .update(canonicalJson(releaseSchema.parse(makeRelease(show))))
  .digest('hex');
mkdirSync(dirname(target), { recursive: true });
writeFileSync(target, packShow(show, assets));
