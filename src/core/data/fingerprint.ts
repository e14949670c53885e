/** A short name for a text, the same for the same text; 64 bits by two multiplicative hashes. */
export function fingerprint(text: string): string {
  let a = 0xdeadbeef;
  let b = 0x41c6ce57;
  for (let i = 0; i < text.length; i += 1) {
    a = Math.imul(a ^ text.charCodeAt(i), 2654435761);
    b = Math.imul(b ^ text.charCodeAt(i), 1597334677);
  }
  return `${(a >>> 0).toString(36)}${(b >>> 0).toString(36)}`;
}
