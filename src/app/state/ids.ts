/** A new id, short enough to read in a log. */
export const newId = (): string => crypto.randomUUID().replace(/-/g, '').slice(0, 12);

export const hashOf = async (bytes: Uint8Array): Promise<string> =>
  [...new Uint8Array(await crypto.subtle.digest('SHA-256', bytes as Uint8Array<ArrayBuffer>))]
    .map((byte) => byte.toString(16).padStart(2, '0'))
    .join('');
