import { problem, type Problem } from '../problem';
import type { PictureType } from './asset';

const startsWith = (bytes: Uint8Array, ...signature: number[]): boolean =>
  signature.every((value, i) => bytes[i] === value);

/** What kinds of file people bring by mistake, by how they begin. */
const others: readonly (readonly [string, readonly number[]])[] = [
  ['a GIF', [0x47, 0x49, 0x46, 0x38]],
  ['a PDF', [0x25, 0x50, 0x44, 0x46]],
  ['a ZIP or an office document', [0x50, 0x4b, 0x03, 0x04]],
  ['a WebP picture or another RIFF file', [0x52, 0x49, 0x46, 0x46]],
  ['a TIFF', [0x49, 0x49, 0x2a, 0x00]],
  ['a layered PSD', [0x38, 0x42, 0x50, 0x53]],
];

/** The kind of a picture by its content, whatever its name says; null for what is none that Jorvan takes. */
export function sniffPicture(bytes: Uint8Array): PictureType | null {
  if (startsWith(bytes, 0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'image/png';
  if (startsWith(bytes, 0xff, 0xd8, 0xff)) return 'image/jpeg';
  const head = new TextDecoder().decode(bytes.subarray(0, 4096)).replace(/^\uFEFF/, '');
  const bare = head.replace(/<\?[\s\S]*?\?>|<!--[\s\S]*?-->|<!DOCTYPE[\s\S]*?>/g, '').trimStart();
  return /^<svg[\s>]/.test(bare) ? 'image/svg+xml' : null;
}

/** Why a file is not taken as a picture. */
export function notAPicture(name: string, bytes: Uint8Array): Problem {
  const what =
    bytes.length === 0
      ? 'an empty file'
      : (others.find(([, signature]) => startsWith(bytes, ...signature))?.[0] ??
        (isText(bytes) ? 'plain text' : 'none of these'));
  return problem(
    'not-a-picture',
    `${name} is not a picture that Jorvan takes: it holds ${what}. Save it as PNG, JPEG or SVG and drop it again.`,
    name,
  );
}

const isText = (bytes: Uint8Array): boolean =>
  bytes.subarray(0, 4096).every((value) => value >= 0x20 || value === 9 || value === 10 || value === 13);
