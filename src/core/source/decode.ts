import { detect } from 'chardet';
import { refuse } from './read';

/** Encodings offered by name; any other label that TextDecoder knows may be typed. */
export const encodings = [
  'utf-8', 'utf-16le', 'utf-16be', 'windows-1250', 'windows-1251', 'windows-1252', 'windows-1253', 'windows-1254',
  'windows-1255', 'windows-1256', 'windows-1257', 'windows-1258', 'iso-8859-2', 'iso-8859-5', 'iso-8859-7', 'iso-8859-15',
  'koi8-r', 'macintosh', 'shift_jis', 'euc-jp', 'iso-2022-jp', 'euc-kr', 'gb18030', 'big5',
] as const; // prettier-ignore

/** UTF-16 without its mark: in words of the Latin alphabets every second byte is nought. */
function looksLikeUtf16(bytes: Uint8Array): 'utf-16le' | 'utf-16be' | null {
  const end = Math.min(bytes.length & ~1, 2000);
  let even = 0;
  let odd = 0;
  for (let i = 0; i < end; i += 2) {
    if (bytes[i] === 0) even += 1;
    if (bytes[i + 1] === 0) odd += 1;
  }
  if (end >= 4 && odd > end * 0.2 && even === 0) return 'utf-16le';
  return end >= 4 && even > end * 0.2 && odd === 0 ? 'utf-16be' : null;
}

function guess(bytes: Uint8Array): string {
  const [a, b, c] = bytes;
  if (a === 0xef && b === 0xbb && c === 0xbf) return 'utf-8';
  if (a === 0xff && b === 0xfe) return 'utf-16le';
  if (a === 0xfe && b === 0xff) return 'utf-16be';
  const wide = looksLikeUtf16(bytes);
  if (wide) return wide;
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return 'utf-8';
  } catch {
    const found = detect(bytes.subarray(0, 64_000))?.toLowerCase() ?? '';
    // What the guess calls by names of its own, or finds in a file of a few odd bytes, is most often this one.
    const known = /^(windows-125\d|shift_jis|euc-jp|euc-kr|gb18030|big5|koi8-r|iso-8859-[2-9])$/.test(found);
    return known ? found : 'windows-1252';
  }
}

/**
 * Bytes of a text file as text, without its byte order mark. Without an encoding it is guessed: by the mark, by the
 * pattern of UTF-16, UTF-8 where that is valid, else by how often which letters come.
 * @throws ProblemError `unknown-encoding` for a label that TextDecoder does not know, `wrong-encoding` where a named
 * UTF encoding does not fit.
 */
export function decodeText(
  bytes: Uint8Array,
  encoding: string | null = null,
  name = 'The file',
): { text: string; encoding: string } {
  const used = encoding ?? guess(bytes);
  let decoder: TextDecoder;
  try {
    decoder = new TextDecoder(used);
  } catch {
    return refuse(
      'unknown-encoding',
      `There is no encoding “${used}”. Choose one such as utf-8, windows-1252 or shift_jis.`,
      name,
    );
  }
  let text = decoder.decode(bytes);
  // What does not fit the named encoding is told; a single torn sign at the end of a file is not worth refusing it.
  if (encoding !== null && text.slice(0, -1).includes('\ufffd') && /^utf-/.test(decoder.encoding)) {
    const at = text.indexOf('\ufffd');
    const line = text.slice(0, at).split('\n').length;
    refuse(
      'wrong-encoding',
      `${name} is not ${used}: line ${line} has bytes that it does not know. Choose another encoding.`,
      `${name}:${line}`,
    );
  }
  if (text.charCodeAt(0) === 0xfeff) text = text.slice(1);
  return { text, encoding: decoder.encoding };
}
