// npm run bench: builds if stale, bundles the benchmarks and runs them.
import { runBundled } from './bundled.mjs';

await runBundled('bench/main.ts', 'bench.mjs');
