import { canonicalJson } from '../../core/show';
import type { Source } from '../../core/source';

/** What two sources must have alike to share what comes. */
export function feedOf(source: Source): string {
  const { id: _id, name: _name, types: _types, ...rest } = source;
  const text = canonicalJson(rest);
  let a = 0xdeadbeef;
  let b = 0x41c6ce57;
  for (let i = 0; i < text.length; i += 1) {
    a = Math.imul(a ^ text.charCodeAt(i), 2654435761);
    b = Math.imul(b ^ text.charCodeAt(i), 1597334677);
  }
  return `${source.kind}-${(a >>> 0).toString(36)}${(b >>> 0).toString(36)}`;
}
