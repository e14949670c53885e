import { problem, type Problem } from '../problem';
import type { AssetType } from './asset';

const startsWith = (bytes: Uint8Array, ...signature: number[]): boolean =>
  signature.every((value, i) => bytes[i] === value);
const wordAt = (bytes: Uint8Array, at: number, word: string): boolean =>
  [...word].every((letter, i) => bytes[at + i] === letter.charCodeAt(0));

/** What kinds of file people bring by mistake, by how they begin. */
const others: readonly (readonly [string, readonly number[]])[] = [
  ['a PDF', [0x25, 0x50, 0x44, 0x46]],
  ['a ZIP or an office document', [0x50, 0x4b, 0x03, 0x04]],
  ['a sound or another RIFF file', [0x52, 0x49, 0x46, 0x46]],
  ['a TIFF', [0x49, 0x49, 0x2a, 0x00]],
  ['a TIFF', [0x4d, 0x4d, 0x00, 0x2a]],
  ['a WOFF font of the older kind', [0x77, 0x4f, 0x46, 0x46]],
];

/** What comes later: kinds of file that are wanted and cannot be read yet, with what to bring meanwhile. */
function laterKind(bytes: Uint8Array): readonly [string, string] | null {
  const model = 'Render it to a PNG with transparency, or to a WebM';
  if (wordAt(bytes, 0, '8BPS')) return ['a layered PSD', 'Export its layers as PNG with transparency'];
  if (wordAt(bytes, 0, 'glTF')) return ['a 3D model', model];
  if (wordAt(bytes, 0, 'Kaydara FBX')) return ['a 3D model', model];
  const head = new TextDecoder().decode(bytes.subarray(0, 8192));
  if (/^\s*\{/.test(head) && /"layers"\s*:|"(ip|op|fr)"\s*:/.test(head) && /"v"\s*:\s*"/.test(head))
    return ['a Lottie animation', 'Render it to a WebM with transparency'];
  if (wordAt(bytes, 0, 'PK') && head.includes('manifest.json') && head.includes('animations/'))
    return ['a Lottie animation', 'Render it to a WebM with transparency'];
  if (/^\s*\{/.test(head) && /"asset"\s*:\s*\{[^}]*"version"/.test(head)) return ['a 3D model', model];
  return /^(#.*\s+|mtllib .*\s+|o .*\s+)*v -?[\d.]+ -?[\d.]+ -?[\d.]+/.test(head)
    ? ['a 3D model', model]
    : null;
}

/** The kind of a file by its content, whatever its name says; null for what is none that Jorvan takes. */
export function sniffAsset(bytes: Uint8Array): AssetType | null {
  if (startsWith(bytes, 0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'image/png';
  if (startsWith(bytes, 0xff, 0xd8, 0xff)) return 'image/jpeg';
  if (wordAt(bytes, 0, 'RIFF') && wordAt(bytes, 8, 'WEBP')) return 'image/webp';
  if (wordAt(bytes, 0, 'GIF87a') || wordAt(bytes, 0, 'GIF89a')) return 'image/gif';
  if (startsWith(bytes, 0x1a, 0x45, 0xdf, 0xa3)) return 'video/webm';
  if (wordAt(bytes, 4, 'ftyp')) return 'video/mp4';
  if (wordAt(bytes, 0, 'wOF2')) return 'font/woff2';
  if (wordAt(bytes, 0, 'OTTO')) return 'font/otf';
  if (startsWith(bytes, 0x00, 0x01, 0x00, 0x00) || wordAt(bytes, 0, 'true')) return 'font/ttf';
  const head = new TextDecoder().decode(bytes.subarray(0, 4096)).replace(/^\uFEFF/, '');
  const bare = head.replace(/<\?[\s\S]*?\?>|<!--[\s\S]*?-->|<!DOCTYPE[\s\S]*?>/g, '').trimStart();
  return /^<svg[\s>]/.test(bare) ? 'image/svg+xml' : null;
}

const endsWith = (bytes: Uint8Array, ...signature: number[]): boolean =>
  signature.every((value, i) => bytes[bytes.length - signature.length + i] === value);

/** Whether a picture closes as its writer closes it; one that is still being written, or was cut, does not. */
export function isWholePicture(bytes: Uint8Array, type: AssetType): boolean {
  switch (type) {
    case 'image/png':
      // The chunk IEND with its checksum (ISO 15948, 11.2.5).
      return endsWith(bytes, 0x49, 0x45, 0x4e, 0x44, 0xae, 0x42, 0x60, 0x82);
    case 'image/jpeg': {
      // The marker EOI (ISO 10918-1, B.2.1); some cameras write a little behind it.
      for (let i = bytes.length - 2; i > Math.max(0, bytes.length - 4096); i -= 1)
        if (bytes[i] === 0xff && bytes[i + 1] === 0xd9) return true;
      return false;
    }
    case 'image/webp':
      // The size of the RIFF chunk, which is padded to an even number (RFC 9649, 2.4).
      return (
        bytes.length >= 12 &&
        new DataView(bytes.buffer, bytes.byteOffset).getUint32(4, true) + 8 <= bytes.length
      );
    case 'image/gif':
      return endsWith(bytes, 0x3b);
    case 'image/svg+xml':
      return /<\/(\w+:)?svg\s*>\s*(<!--[\s\S]*?-->\s*)*$/.test(new TextDecoder().decode(bytes));
    default:
      return false;
  }
}

/** Why a file is not taken. */
export function notAnAsset(name: string, bytes: Uint8Array): Problem {
  const later = laterKind(bytes);
  if (later)
    return problem(
      'not-yet',
      `${name} is ${later[0]}. Jorvan does not read these yet; they come later. ${later[1]}, and drop that.`,
      name,
    );
  const what =
    bytes.length === 0
      ? 'an empty file'
      : (others.find(([, signature]) => startsWith(bytes, ...signature))?.[0] ??
        (isText(bytes) ? 'plain text' : 'none of these'));
  return problem(
    'not-an-asset',
    `${name} is nothing that Jorvan takes: it holds ${what}. Save it as PNG, JPEG, WebP, GIF or SVG, as WebM or MP4, or as a TTF, OTF or WOFF2 font, and drop it again.`,
    name,
  );
}

const isText = (bytes: Uint8Array): boolean =>
  bytes.subarray(0, 4096).every((value) => value >= 0x20 || value === 9 || value === 10 || value === 13);
