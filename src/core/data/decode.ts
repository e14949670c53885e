/** Bytes of a text file as text: by its byte order mark, else UTF-8 where it is valid, else Windows-1252. */
export function decodeText(bytes: Uint8Array): { text: string; encoding: string } {
  const [a, b, c] = bytes;
  if (a === 0xef && b === 0xbb && c === 0xbf) return decoded(bytes, 'utf-8');
  if (a === 0xff && b === 0xfe) return decoded(bytes, 'utf-16le');
  if (a === 0xfe && b === 0xff) return decoded(bytes, 'utf-16be');
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'utf-8' };
  } catch {
    return decoded(bytes, 'windows-1252');
  }
}

const decoded = (bytes: Uint8Array, encoding: string): { text: string; encoding: string } => ({
  text: new TextDecoder(encoding).decode(bytes),
  encoding,
});
