import { crc32 } from './crc';

/** The CRC-32 of a text or bytes, as 8 hexadecimal digits. */
export const checksum = (content: string | Uint8Array): string =>
  crc32(typeof content === 'string' ? Buffer.from(content) : content)
    .toString(16)
    .padStart(8, '0');

/** A text without line breaks as a line that carries its length in bytes and its checksum. */
export const framed = (text: string): string => `${Buffer.byteLength(text)} ${checksum(text)} ${text}\n`;

export interface ReadLines {
  /** Whole lines in order, with the number of the line. */
  readonly lines: readonly { readonly text: string; readonly line: number }[];
  /** Numbers of whole lines that are not what they were, from 1. */
  readonly damaged: readonly number[];
  /** Bytes up to the end of the last whole line; what follows was never written to its end. */
  readonly whole: number;
}

const head = /^(\d{1,12}) ([0-9a-f]{8}) /;

/** Reads framed lines, whatever has happened to them. */
export function readLines(bytes: Buffer): ReadLines {
  const lines: { text: string; line: number }[] = [];
  const damaged: number[] = [];
  let from = 0;
  for (let line = 1; ; line += 1) {
    const end = bytes.indexOf(10, from);
    if (end < 0) return { lines, damaged, whole: from };
    const text = unframed(bytes.subarray(from, end));
    if (text === null) damaged.push(line);
    else lines.push({ text, line });
    from = end + 1;
  }
}

/** The text of one framed line without its line break; null where it is not what it was. */
export function unframed(line: Buffer): string | null {
  const match = head.exec(line.subarray(0, 40).toString('latin1'));
  if (!match) return null;
  const content = line.subarray(match[0].length);
  if (content.length !== Number(match[1]) || checksum(content) !== match[2]) return null;
  return content.toString('utf8');
}
