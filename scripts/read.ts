// npm run read -- FILE [--sheet S] [--path P] [--encoding E]: prints a file of data as the product reads it.
import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { parseArgs } from 'node:util';
import { formats, guessFormat, largestFile, readBytes, type Format } from '../src/core/source';
import { transform } from '../src/server/sources/transform';

const usage = 'Usage: npm run read -- FILE [--sheet NAME] [--path PATH] [--encoding LABEL]';
const fail = (message: string, place = ''): never => {
  process.stderr.write(`${message}${place ? `\n  at ${place}` : ''}\n`);
  process.exit(1);
};

let given: { values: { sheet?: string; path?: string; encoding?: string }; positionals: string[] };
try {
  given = parseArgs({
    allowPositionals: true,
    options: { sheet: { type: 'string' }, path: { type: 'string' }, encoding: { type: 'string' } },
  });
} catch (error) {
  given = fail(`${(error as Error).message}\n${usage}`);
}
const [file] = given.positionals;
if (file === undefined || given.positionals.length > 1) fail(usage);
const path = file as string;
const name = basename(path);
let bytes: Uint8Array;
try {
  bytes = await readFile(path);
} catch (error) {
  const { code } = error as NodeJS.ErrnoException;
  bytes = fail(
    code === 'ENOENT' ? `There is no file ${path}.` : `${path} cannot be opened: ${(error as Error).message}`,
  );
}
const format: Format = structuredClone(
  formats[bytes.length > largestFile ? 'text' : guessFormat(name, bytes)].plain,
);
const { sheet, path: place, encoding } = given.values;
if (sheet !== undefined) {
  if (format.format === 'xlsx') format.sheet = sheet;
  else fail(`--sheet goes with workbooks; ${name} is ${formats[format.format].label}.`);
}
if (place !== undefined) {
  if (format.format === 'json' || format.format === 'xml') format.path = place;
  else if (format.format === 'xlsx') format.range = place;
  else fail(`--path goes with JSON, XML and workbooks; ${name} is ${formats[format.format].label}.`);
}
if (encoding !== undefined) {
  if ('encoding' in format) format.encoding = encoding;
  else fail(`--encoding goes with files of text; ${name} is a workbook.`);
}
const result = await readBytes(bytes, name, format, { transform });
if ('problem' in result) fail(result.problem.message, result.problem.path);
else {
  const { read } = result;
  const isTable =
    read.value === null ||
    (typeof read.value === 'object' && format.format === 'json' && Array.isArray(read.value));
  const out = {
    format: format.format,
    ...(read.encoding ? { encoding: read.encoding } : {}),
    ...(read.notes.length > 0 ? { notes: read.notes } : {}),
    ...(isTable
      ? {
          columns: read.columns,
          rows: read.rows.map((row) =>
            Object.fromEntries(read.columns.map((column, i) => [column.name, row[i] ?? null])),
          ),
        }
      : { value: read.value }),
    ...(Object.keys(read.facets).length > 0 ? { cells: read.facets } : {}),
  };
  process.stdout.write(`${JSON.stringify(out, null, 2)}\n`);
}
