// Runs statements on SQL databases, to be read only, aside from the air server's thread.
import { readFile } from 'node:fs/promises';
import { parentPort } from 'node:worker_threads';
import initSqlJs, { type SqlJsStatic } from 'sql.js';
import { Client, types } from 'pg';
import { problem, type Problem } from '../../core/problem';

export interface QueryJob {
  readonly sqlite?: string;
  readonly postgres?: string;
  readonly statement: string;
  readonly parameters: Readonly<Record<string, string | number | boolean | null>>;
}
export type QueryDone =
  | { readonly columns: string[]; readonly rows: (string | number | boolean | null)[][] }
  | { readonly problem: Problem };

const mostRows = 100_000;
const longestMs = 10_000;
let sqlite: Promise<SqlJsStatic> | null = null;

/** A statement with the words in quotes and remarks taken out. */
const bare = (statement: string): string =>
  statement.replace(/'(?:[^']|'')*'|"(?:[^"]|"")*"|--[^\n]*|\/\*[\s\S]*?\*\//g, ' ');

export function statementProblem(statement: string): Problem | null {
  const words = bare(statement).trim().replace(/;\s*$/, '');
  if (words === '')
    return problem(
      'empty-statement',
      'Write a statement, such as SELECT team, score FROM results.',
      'statement',
    );
  if (words.includes(';'))
    return problem(
      'several-statements',
      'Only one statement may be asked at a time. Take the others away.',
      'statement',
    );
  if (!/^(select|with|values)\b/i.test(words))
    return problem(
      'read-only',
      'Only statements that read may be asked: SELECT, WITH or VALUES.',
      'statement',
    );
  return null;
}

/** `:name` as `$1`, in the order of first use, and the values in that order. */
export function numbered(
  statement: string,
  parameters: QueryJob['parameters'],
): { text: string; values: unknown[] } | Problem {
  const names: string[] = [];
  let missing: string | null = null;
  const text = statement.replace(
    /('(?:[^']|'')*'|"(?:[^"]|"")*"|--[^\n]*|::)|:([A-Za-z_]\w*)/g,
    (whole, other: string | undefined, name: string | undefined) => {
      if (other !== undefined || name === undefined) return whole;
      if (!(name in parameters)) missing ??= name;
      if (!names.includes(name)) names.push(name);
      return `$${names.indexOf(name) + 1}`;
    },
  );
  if (missing !== null)
    return problem(
      'no-parameter',
      `The statement asks for :${missing}, which has no value. Give it one.`,
      'parameters',
    );
  return { text, values: names.map((name) => parameters[name]) };
}

const cell = (value: unknown): string | number | boolean | null =>
  typeof value === 'bigint'
    ? // Whole numbers that a double cannot hold keep their figures.
      Number.isSafeInteger(Number(value))
      ? Number(value)
      : String(value)
    : value === null || value === undefined
      ? null
      : typeof value === 'number' || typeof value === 'boolean' || typeof value === 'string'
        ? value
        : value instanceof Date
          ? value.toISOString()
          : value instanceof Uint8Array
            ? `${value.length} bytes`
            : JSON.stringify(value);

/** As the package has it; its types know no options. */
type Get = (parameters: null, options: { useBigInt: boolean }) => unknown[];

async function askSqlite(path: string, job: QueryJob): Promise<QueryDone> {
  sqlite ??= initSqlJs();
  const { Database } = await sqlite;
  // A copy in memory: whatever a statement does, the file stays as it is.
  const database = new Database(await readFile(path));
  try {
    database.run('PRAGMA query_only = ON');
    const found = numbered(job.statement, job.parameters);
    if ('code' in found) return { problem: found };
    const statement = database.prepare(found.text.replace(/\$(\d+)/g, '?$1'));
    try {
      statement.bind(
        found.values.map((value) => (typeof value === 'boolean' ? Number(value) : value)) as never,
      );
      const rows: QueryDone extends { rows: infer R } ? R : (string | number | boolean | null)[][] = [];
      while (statement.step() && rows.length < mostRows)
        rows.push((statement.get.bind(statement) as Get)(null, { useBigInt: true }).map(cell));
      return { columns: statement.getColumnNames(), rows };
    } finally {
      statement.free();
    }
  } finally {
    database.close();
  }
}

// Numbers that are longer than a double are written out by the database; they are read as numbers where they fit.
types.setTypeParser(20, (text) => (Number.isSafeInteger(Number(text)) ? Number(text) : text));
types.setTypeParser(1700, (text) => text);
for (const date of [1082, 1114, 1184])
  types.setTypeParser(date, (text) => text.replace(' ', 'T').replace(/([+-]\d{2})$/, '$1:00'));

async function askPostgres(address: string, job: QueryJob): Promise<QueryDone> {
  const found = numbered(job.statement, job.parameters);
  if ('code' in found) return { problem: found };
  const client = new Client({
    connectionString: address,
    connectionTimeoutMillis: longestMs,
    statement_timeout: longestMs,
    query_timeout: longestMs,
  });
  client.on('error', () => undefined);
  await client.connect();
  try {
    await client.query('BEGIN TRANSACTION READ ONLY');
    const result = await client.query({ text: found.text, values: found.values, rowMode: 'array' });
    await client.query('ROLLBACK');
    return {
      columns: result.fields.map(({ name }) => name),
      rows: (result.rows as unknown[][]).slice(0, mostRows).map((row) => row.map(cell)),
    };
  } finally {
    await client.end().catch(() => undefined);
  }
}

async function ask(job: QueryJob): Promise<QueryDone> {
  const wrong = statementProblem(job.statement);
  if (wrong) return { problem: wrong };
  try {
    return job.sqlite !== undefined
      ? await askSqlite(job.sqlite, job)
      : await askPostgres(job.postgres ?? '', job);
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    const words =
      code === 'ENOENT'
        ? 'Its file is not there.'
        : code === 'ECONNREFUSED'
          ? 'It refuses the connection.'
          : message || String(code);
    return {
      problem: problem('query-failed', `The database says: ${words.replace(/\.?$/, '.')}`, 'statement'),
    };
  }
}

parentPort?.on('message', ({ id, ...job }: QueryJob & { id: number }) => {
  void ask(job).then((value) => parentPort?.postMessage({ id, value }));
});
