import { afterAll, describe, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const folder = mkdtempSync(join(tmpdir(), 'jorvan-read-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const read = (name: string, content: string | Uint8Array, ...args: string[]) => {
  const path = join(folder, name);
  writeFileSync(path, content);
  const done = spawnSync(
    process.execPath,
    ['node_modules/tsx/dist/cli.mjs', 'scripts/read.ts', path, ...args],
    { encoding: 'utf8', env: { ...process.env, NODE_OPTIONS: '' } },
  );
  return { status: done.status, out: done.stdout, wrong: done.stderr };
};

describe('the command that reads files as the product does', () => {
  test('prints a table with its columns and how it was decoded', () => {
    const { status, out } = read(
      'people.csv',
      Uint8Array.of(
        ...[...'Name;Score\nL'].map((c) => c.charCodeAt(0)),
        0xfa,
        ...[...'cia;9,5\n'].map((c) => c.charCodeAt(0)),
      ),
      '--encoding',
      'windows-1252',
    );
    expect(status).toBe(0);
    expect(JSON.parse(out)).toMatchObject({
      format: 'csv',
      encoding: 'windows-1252',
      columns: [
        { name: 'Name', type: 'text' },
        // A comma may part tenths or thousands.
        { name: 'Score', type: 'text' },
      ],
      rows: [{ Name: 'Lúcia', Score: '9,5' }],
    });
  });
  test('reads XML, and applies a stylesheet as the server does', () => {
    const { status, out } = read(
      't.xml',
      '<day><flight><team>Ox</team></flight><flight><team>Ida</team></flight></day>',
    );
    expect([status, (JSON.parse(out) as { rows: unknown }).rows]).toEqual([
      0,
      [{ team: 'Ox' }, { team: 'Ida' }],
    ]);
  });
  test('takes a path, and ends with 1 and the place where that leads nowhere', () => {
    expect(JSON.parse(read('a.json', '{"wind":{"gust":21}}', '--path', '$.wind.gust').out)).toEqual({
      format: 'json',
      encoding: 'utf-8',
      value: 21,
    });
    const gone = read('a.json', '{"wind":{}}', '--path', '$.wind.gust');
    expect([gone.status, gone.out, gone.wrong]).toEqual([
      1,
      '',
      'a.json has nothing at $.wind.gust: at $.wind there is an object with nothing in it. Choose a path that is there.\n  at path\n',
    ]);
    expect(read('a.csv', 'a,b\n1,2\n', '--sheet', 'S')).toMatchObject({
      status: 1,
      wrong: '--sheet goes with workbooks; a.csv is CSV or TSV.\n',
    });
  });
});
