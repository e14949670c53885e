// Property tests use the same seed in CI, so that a run there can be had again; elsewhere chance goes on searching.
import fc from 'fast-check';

if (process.env['CI']) fc.configureGlobal({ seed: 20_261_123 });
