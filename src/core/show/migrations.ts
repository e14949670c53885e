import { problem, type Problem } from '../problem';
import { toFormat10 } from './format-10';
import { toFormat11 } from './format-11';
import { toFormat12 } from './format-12';
import { toFormat13 } from './format-13';
import { toFormat14 } from './format-14';
import { toFormat15 } from './format-15';
import { toFormat16 } from './format-16';
import { toFormat17 } from './format-17';
import { toFormat18 } from './format-18';
import { toFormat19 } from './format-19';
import { toFormat2 } from './format-2';
import { toFormat20 } from './format-20';
import { toFormat21 } from './format-21';
import { toFormat3 } from './format-3';
import { toFormat4 } from './format-4';
import { toFormat5 } from './format-5';
import { toFormat6 } from './format-6';
import { toFormat7 } from './format-7';
import { toFormat8 } from './format-8';
import { toFormat9 } from './format-9';
import { showReferences } from './references';
import { showFormat, showSchema, type Show } from './show';

/** Turns a document of format n into one of format n + 1. Works on a copy of its own. */
export type Migration = (document: Record<string, unknown>) => Record<string, unknown>;

/** By the format they start from; contiguous from 1. */
export const migrations: Readonly<Record<number, Migration>> = {
  1: toFormat2,
  2: toFormat3,
  3: toFormat4,
  4: toFormat5,
  5: toFormat6,
  6: toFormat7,
  7: toFormat8,
  8: toFormat9,
  9: toFormat10,
  10: toFormat11,
  11: toFormat12,
  12: toFormat13,
  13: toFormat14,
  14: toFormat15,
  15: toFormat16,
  16: toFormat17,
  17: toFormat18,
  18: toFormat19,
  19: toFormat20,
  20: toFormat21,
};

const refuse = (code: string, message: string, path = ''): { problem: Problem } => ({
  problem: problem(code, message, path),
});

/**
 * Any JSON value as a show of today's format: migrated, checked and whole; or the first thing that is wrong with it.
 * `steps` and `target` are for tests of the chain.
 */
export function openDocument(
  value: unknown,
  steps: Readonly<Record<number, Migration>> = migrations,
  target: number = showFormat,
): { show: Show } | { problem: Problem } {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    return refuse('not-a-show', 'This is not a Jorvan show: its document is no JSON object.');
  }
  let document = structuredClone(value) as Record<string, unknown>;
  const format = document['format'];
  if (typeof format !== 'number' || !Number.isInteger(format) || format < 1) {
    return refuse('not-a-show', 'This is not a Jorvan show: its document has no format number.', 'format');
  }
  if (format > target) {
    return refuse(
      'newer-show',
      `This show was made with a newer Jorvan (format ${format}, this one reads up to ${target}). Open it there.`,
      'format',
    );
  }
  for (let from = format; from < target; from += 1) {
    const step = steps[from];
    if (!step) return refuse('no-migration', `No step leads from format ${from} to ${from + 1}.`, 'format');
    document = { ...step(document), format: from + 1 };
  }
  const parsed = showSchema.safeParse(document);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    const path = issue ? issue.path.map(String).join('.') : '';
    return refuse(
      'damaged-show',
      `The show is damaged at ${path || 'its top'}: ${issue?.message ?? 'unreadable'}.`,
      path,
    );
  }
  // A template without its lane can be opened and put right; what points at nothing cannot.
  const broken = showReferences(parsed.data).find((p) => p.code !== 'missing-lane');
  return broken ? { problem: broken } : { show: parsed.data };
}

/**
 * A show that this program has kept itself, opened. Of today's format it is taken as it is, so that what it is made of
 * stays the same; its rows, which may be many, were checked when they came in.
 */
export function openKept(value: unknown): { show: Show } | { problem: Problem } {
  const show = value as Show;
  if (show.format !== showFormat) return openDocument(value);
  const tables = Object.entries(show.tables).map(([id, table]) => [id, { ...table, rows: [] }]);
  const checked = showSchema.safeParse({ ...show, tables: Object.fromEntries(tables) as Show['tables'] });
  if (!checked.success || showReferences(show).some((own) => own.code !== 'missing-lane'))
    return openDocument(value);
  return { show };
}
