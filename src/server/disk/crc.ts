import * as zlib from 'node:zlib';

const table = Array.from({ length: 256 }, (_, i) => {
  let value = i;
  for (let bit = 0; bit < 8; bit += 1) value = value & 1 ? (value >>> 1) ^ 0xedb88320 : value >>> 1;
  return value >>> 0;
});

/** CRC-32 as in ISO 3309 and zlib, for versions of Node without it. */
export function ownCrc32(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (let i = 0; i < bytes.length; i += 1)
    crc = (table[(crc ^ (bytes[i] as number)) & 0xff] as number) ^ (crc >>> 8);
  return (crc ^ 0xffffffff) >>> 0;
}

export const crc32: (bytes: Uint8Array) => number = (zlib as { crc32?: typeof ownCrc32 }).crc32 ?? ownCrc32;
