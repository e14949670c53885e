import { z } from 'zod';

// What is said of how bytes are read, apart from those who read them: a page that only knows of sources needs no more.

export const encodingSchema = z.string().max(40).nullable();
export const textFormatSchema = z.object({ format: z.literal('text'), encoding: encodingSchema });

export const csvFormatSchema = z.object({
  format: z.literal('csv'),
  encoding: encodingSchema,
  /** Null: guessed among comma, semicolon, tab and bar. */
  separator: z.string().min(1).max(3).nullable(),
  /** Whether the first row names the columns. */
  header: z.boolean(),
});

export const xlsxFormatSchema = z.object({
  format: z.literal('xlsx'),
  /** Null: the first sheet. */
  sheet: z.string().max(100).nullable(),
  /** Such as B2:F20; null: all that is filled. */
  range: z.string().max(40).nullable(),
  /** Whether a record is a row or a column of the sheet. */
  by: z.enum(['row', 'column']),
  header: z.boolean(),
  /** `shown`: the text as the sheet shows it; `values`: numbers, dates and yes/no as they are stored. */
  cells: z.enum(['shown', 'values']),
});

export const jsonFormatSchema = z.object({
  format: z.literal('json'),
  encoding: encodingSchema,
  /** A path such as `$.results[0].teams` (names, quoted names, indexes and `[*]` of RFC 9535); empty is the whole. */
  path: z.string().max(500),
  /** JSONata that is evaluated at the path; empty for none. */
  query: z.string().max(10_000),
});

export const xmlFormatSchema = z.object({
  format: z.literal('xml'),
  encoding: encodingSchema,
  /** XPath; empty takes the first elements that repeat. Names without a prefix are in the root's own namespace. */
  path: z.string().max(500),
  /** Prefixes that the path uses beside those of the root. */
  namespaces: z.record(z.string().max(40), z.string().max(300)),
  /** An XSLT 1.0 stylesheet that is applied first; empty for none. */
  stylesheet: z.string().max(200_000),
});

export const feedFormatSchema = z.object({ format: z.literal('feed'), encoding: encodingSchema });

export const formatSchema = z.discriminatedUnion('format', [
  textFormatSchema,
  csvFormatSchema,
  xlsxFormatSchema,
  jsonFormatSchema,
  xmlFormatSchema,
  feedFormatSchema,
]);
/** How the bytes of a source are read. */
export type Format = z.infer<typeof formatSchema>;
export type FormatName = Format['format'];
