// npm run soak -- --minutes N [--seed S]: builds if stale, bundles the soak and runs it.
import { runBundled } from './bundled.mjs';

await runBundled('soak/main.ts', 'soak.mjs');
