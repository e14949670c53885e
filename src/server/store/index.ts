// Releases and their files, on disk under the hashes of their content. Knows nothing of what is on air.
export { Store, type StoreParts, type StoreWork } from './store';
export { lineWork } from './line-work';
export { checkSent, sha256, slimOfKept, type Checked } from './release-work';
