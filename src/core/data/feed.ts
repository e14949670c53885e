import { canonicalJson } from '../show';
import type { Source } from '../source';
import { fingerprint } from './fingerprint';

/** What two sources must have alike to share what comes: where it comes from, how it is read, and what is asked of it. */
export function feedOf(source: Source): string {
  const { id: _id, name: _name, types: _types, ...rest } = source;
  return `${source.kind}-${fingerprint(canonicalJson(rest))}`;
}
