import { ProblemError, problem } from '../problem';
import { refuse, type SampleReading } from './read';

/** Encodings offered by name; any other label that TextDecoder knows may be typed. */
export const encodings = [
  'utf-8', 'utf-16le', 'utf-16be', 'windows-874', 'windows-1250', 'windows-1251', 'windows-1252', 'windows-1253', 'windows-1254',
  'windows-1255', 'windows-1256', 'windows-1257', 'windows-1258', 'iso-8859-2', 'iso-8859-5', 'iso-8859-6', 'iso-8859-7', 'iso-8859-8', 'iso-8859-15',
  'koi8-r', 'koi8-u', 'macintosh', 'x-mac-cyrillic', 'ibm866', 'shift_jis', 'euc-jp', 'iso-2022-jp', 'euc-kr', 'gb18030', 'big5',
] as const; // prettier-ignore

/** UTF-16 without its mark: of line ends, separators and words of the Latin alphabets every second byte is nought. */
function looksLikeUtf16(bytes: Uint8Array): 'utf-16le' | 'utf-16be' | null {
  const end = Math.min(bytes.length & ~1, 4000);
  let even = 0;
  let odd = 0;
  for (let i = 0; i < end; i += 2) {
    if (bytes[i] === 0) even += 1;
    if (bytes[i + 1] === 0) odd += 1;
  }
  if (end >= 4 && odd > end * 0.02 && even === 0) return 'utf-16le';
  return end >= 4 && even > end * 0.02 && odd === 0 ? 'utf-16be' : null;
}

/** Bytes that could be read in more than one way; nothing is made of them until someone has chosen. */
export class UnsureEncoding extends ProblemError {
  constructor(
    readonly readings: readonly SampleReading[],
    name: string,
  ) {
    const [first, ...others] = readings;
    super(
      problem(
        'encoding-unsure',
        `${name} does not say how its letters are written. It may be ${first?.encoding} (“${first?.sample.slice(0, 40)}”) or ${others[0]?.encoding} (“${others[0]?.sample.slice(0, 40)}”). Choose its encoding.`,
        name,
      ),
    );
  }
}

/** Bytes 0x80 to 0x9f of windows-1252 (Encoding Standard, index windows-1252), which Node 20 takes for controls. */
const upper1252 =
  '\u20ac\u0081\u201a\u0192\u201e\u2026\u2020\u2021\u02c6\u2030\u0160\u2039\u0152\u008d\u017d\u008f\u0090\u2018\u2019\u201c\u201d\u2022\u2013\u2014\u02dc\u2122\u0161\u203a\u0153\u009d\u017e\u0178';

function decoded(bytes: Uint8Array, label: string): { text: string; encoding: string } | null {
  let decoder: TextDecoder;
  try {
    decoder = new TextDecoder(label);
  } catch {
    return null;
  }
  const text = decoder.decode(bytes);
  return {
    encoding: decoder.encoding,
    text:
      decoder.encoding === 'windows-1252'
        ? text.replace(/[\u0080-\u009f]/g, (sign) => upper1252[sign.charCodeAt(0) - 0x80] as string)
        : text,
  };
}

/** The words of a text that show how it was read. */
const sampleOf = (text: string): string =>
  [...text.matchAll(/[^\s,;|"]*[^\u0000-\u007f][^\n,;|"]*/gu)]
    .slice(0, 6)
    .map((match) => match[0].trim().slice(0, 40))
    .filter(Boolean)
    .join(' · ');

/** How many bytes at the end are the beginning of a sign of UTF-8 that is not there whole (RFC 3629, 3). */
function tornBytes(bytes: Uint8Array): number {
  for (let back = 1; back <= 3 && back < bytes.length; back += 1) {
    const byte = bytes[bytes.length - back] as number;
    if (byte >= 0x80 && byte < 0xc0) continue;
    const needed = byte >= 0xf0 ? 4 : byte >= 0xe0 ? 3 : byte >= 0xc2 ? 2 : 1;
    return needed > back ? back : 0;
  }
  return 0;
}

function isUtf8(bytes: Uint8Array): boolean {
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return true;
  } catch {
    return false;
  }
}

async function guess(bytes: Uint8Array, name: string): Promise<string> {
  const [a, b, c] = bytes;
  if (a === 0xef && b === 0xbb && c === 0xbf) return 'utf-8';
  if (a === 0xff && b === 0xfe) return 'utf-16le';
  if (a === 0xfe && b === 0xff) return 'utf-16be';
  const wide = looksLikeUtf16(bytes);
  if (wide) return wide;
  // A file that ends in the middle of a sign is UTF-8 all the same.
  if (isUtf8(bytes.subarray(0, bytes.length - tornBytes(bytes)))) return 'utf-8';
  const { guessEncoding } = await import('./guess-encoding');
  const guessed = await guessEncoding(bytes, (part, encoding) => decoded(part, encoding)?.text ?? null);
  if (guessed.others.length > 0)
    throw new UnsureEncoding(
      [guessed.encoding, ...guessed.others].map((encoding) => ({
        encoding,
        sample: sampleOf(decoded(bytes.subarray(0, 64_000), encoding)?.text ?? ''),
      })),
      name,
    );
  return guessed.encoding;
}

/**
 * Bytes of a text file as text, without its byte order mark. Without an encoding it is guessed: by the mark, by the
 * pattern of UTF-16, UTF-8 where that is valid, else by how often which letters come.
 * @throws ProblemError `unknown-encoding` for a label that TextDecoder does not know, `wrong-encoding` where a named
 * UTF encoding does not fit; UnsureEncoding where the guess is none.
 */
export async function decodeText(
  bytes: Uint8Array,
  encoding: string | null = null,
  name = 'The file',
): Promise<{ text: string; encoding: string }> {
  const used = encoding ?? (await guess(bytes, name));
  const found =
    decoded(bytes, used) ??
    refuse(
      'unknown-encoding',
      `There is no encoding “${used}”. Choose one such as utf-8, windows-1252 or shift_jis.`,
      name,
    );
  let { text } = found;
  // What does not fit the named encoding is told; a single torn sign at the end of a file is not worth refusing it.
  if (encoding !== null && text.slice(0, -1).includes('\ufffd') && /^utf-/.test(found.encoding)) {
    const at = text.indexOf('\ufffd');
    const line = text.slice(0, at).split('\n').length;
    refuse(
      'wrong-encoding',
      `${name} is not ${used}: line ${line} has bytes that it does not know. Choose another encoding.`,
      `${name}:${line}`,
    );
  }
  if (text.charCodeAt(0) === 0xfeff) text = text.slice(1);
  return { text, encoding: found.encoding };
}
