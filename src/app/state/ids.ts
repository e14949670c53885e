import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { v4 as newUuid } from 'uuid';

export { newUuid };

/** A new id, short enough to read in a log. */
export const newId = (): string => newUuid().replace(/-/g, '').slice(0, 12);

/** The SHA-256 of bytes. Pages that came over plain HTTP from another machine have no Web Crypto. */
export const hashOf = async (bytes: Uint8Array): Promise<string> =>
  crypto.subtle
    ? bytesToHex(new Uint8Array(await crypto.subtle.digest('SHA-256', bytes as Uint8Array<ArrayBuffer>)))
    : bytesToHex(sha256(bytes));
