import type { Json } from '../json';
import { ProblemError, problem, type Problem } from '../problem';

/** What a cell of a source holds. Lists and objects of JSON come as their JSON text. */
export type Cell = string | number | boolean | null;

/** What a column of a source is taken for; guessed from its cells where nothing says it. */
export const scalarTypes = [
  'text',
  'number',
  'yes-no',
  'date',
  'time',
  'duration',
  'colour',
  'picture',
] as const;
export type ScalarType = (typeof scalarTypes)[number];

/** What a spreadsheet knows of a cell besides its text as shown. */
export interface CellFacets {
  readonly number?: number;
  /** ISO 8601, in UTC: a sheet knows no time zone. */
  readonly date?: string;
  /** #rrggbb. */
  readonly fill?: string;
  readonly colour?: string;
  readonly note?: string;
}

export type { Json } from '../json';

/** A place that could be read from a file, offered to the person who sets up the source. */
export interface Offer {
  /** As the format's path, sheet or range option takes it. */
  readonly path: string;
  readonly what: string;
}

/** What came of a file: always a table, and the value as it is where the format has one that is no table. */
export interface Read {
  readonly columns: readonly { readonly name: string; readonly type: ScalarType }[];
  readonly rows: readonly (readonly Cell[])[];
  /** What tells its rows apart, where more than their places does; each once. */
  readonly keys?: readonly string[];
  /** The whole text, or the JSON value at the path; null for tables. */
  readonly value: Json;
  /** What was done to the file to read it, in plain sentences. */
  readonly notes: readonly string[];
  /** How its text was decoded; null where the format is no text. */
  readonly encoding: string | null;
  readonly offers: readonly Offer[];
  /** The names of a workbook's sheets, in their order; of anything else absent. */
  readonly sheets?: readonly string[];
  /** Whether a table of text ends otherwise than one who writes line by line ends it. */
  readonly breaksOff?: boolean;
  /** By `row:column`, counted from 0, of the cells that have any. */
  readonly facets: Readonly<Record<string, CellFacets>>;
}

/** How bytes may be read where they do not say it, the likelier first. */
export interface SampleReading {
  readonly encoding: string;
  /** Words with letters beyond ASCII, as this encoding reads them. */
  readonly sample: string;
}

/** What reading needs of whoever runs it, where the format does. */
export interface ReadHosts {
  /** Applies a stylesheet of XSLT 1.0 that has been checked to XML; gives what it makes. */
  readonly transform?: (xml: string, stylesheet: string) => Promise<string>;
}

export type ReadResult =
  | { readonly read: Read }
  | {
      readonly problem: Problem;
      readonly readings?: readonly SampleReading[];
      /** Other places of the file that could be read instead. */
      readonly offers?: readonly Offer[];
    };

/** Bytes that a file of data may have; more is refused before it is opened. */
export const largestFile = 64 << 20;
/** Why a file of so many bytes is not read, or null; to be asked before it is. */
export const sizeProblem = (bytes: number, name: string): Problem | null =>
  bytes > largestFile
    ? problem(
        'too-large',
        `${name} has ${Math.round(bytes / 1e6)} MB; a file of data may have ${largestFile >> 20} MiB. Bring a part of it.`,
        name,
      )
    : null;
export const mostCells = 4_000_000;

/** What is wrong with one place of a file that has others. */
export class PlaceRefused extends ProblemError {
  constructor(
    wrong: Problem,
    readonly offers: readonly Offer[],
  ) {
    super(wrong);
  }
}

/** Leaves a reader with what is wrong; `readBytes` gives it back as data. */
export const refuse = (code: string, message: string, path = ''): never => {
  throw new ProblemError(problem(code, message, path));
};

/** Where a position in a text lies, as `line 3, character 14`, both counted from 1. */
export function placeIn(text: string, position: number): { line: number; character: number } {
  const before = text.slice(0, position);
  const line = before.split('\n').length;
  return { line, character: position - before.lastIndexOf('\n') };
}

/** A text that is a web page: what an address gives whose service is down or asks to log in. */
export function refuseWebPage(text: string, name: string, wanted: string): void {
  if (/^\s*(<!--[\s\S]*?-->\s*)*(<!doctype\s+html|<html[\s>])/i.test(text.slice(0, 2000)))
    refuse(
      'is-a-web-page',
      `${name} is a web page, not ${wanted}. Check the address, or whether it asks to log in.`,
      name,
    );
}
