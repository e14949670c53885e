import type { z } from 'zod';
import { decodeText } from '../decode';
import type { Read } from '../read';
import type { textFormatSchema } from './schemas';

/** A text file: its whole text as the value, its lines as rows of one column. */
export async function readText(
  bytes: Uint8Array,
  options: z.infer<typeof textFormatSchema>,
  name: string,
): Promise<Read> {
  const { text, encoding } = await decodeText(bytes, options.encoding, name);
  return textLines(text, encoding);
}

/** The same of a text that is decoded already. */
export function textLines(text: string, encoding: string): Read {
  const lines = text.replace(/\r\n?/g, '\n').replace(/\n$/, '').split('\n');
  return {
    columns: [{ name: 'Line', type: 'text' }],
    rows: lines.map((line) => [line]),
    value: text.replace(/\r\n?/g, '\n').replace(/\n$/, ''),
    notes: [],
    encoding,
    offers: [],
    facets: {},
  };
}
