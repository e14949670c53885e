import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { mkdirSync, mkdtempSync, renameSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import Excel from 'exceljs';
import initSqlJs from 'sql.js';
import request from 'supertest';
import type { FeedStatus } from '../../air';
import { fixed } from '../../core/binding';
import {
  makeRelease,
  newColumn,
  newRundownRow,
  newElement,
  newShow,
  newTable,
  newTemplate,
  newTextField,
  newTie,
  usualLanes,
  type Show,
} from '../../core/show';
import { formats, newSource, type Format, type Source } from '../../core/source';
import type { RunningServer } from '../index';
import { serverForTest, until } from '../test-kit';
import { allowedFrom, askAddress, isForbidden } from './address';
import { numbered, statementProblem } from './query.worker';
import { quietWhileWrittenMs } from './stillness';

jest.setTimeout(20_000);
let home: string;
let folder: string;
let server: RunningServer;
const start = async (): Promise<void> => {
  server = await serverForTest({
    home,
    folder,
  });
};
const url = (): string => `http://localhost:${server.port}`;
const api = () => request(url());
const command = (body: object) => api().post('/api/air/commands').send({ channel: 'main', ...body }); // prettier-ignore

beforeEach(async () => {
  home = mkdtempSync(join(tmpdir(), 'jorvan-sources-'));
  folder = join(home, 'folder');
  mkdirSync(folder);
  await start();
});
afterEach(async () => {
  await server.close();
  rmSync(home, { recursive: true, force: true });
});

const source = (given: Partial<Source> & Pick<Source, 'kind'>): Source => newSource('src', 'Wind', given);
const inFolder = (path: string, given: Partial<Source> = {}): Source =>
  source({ kind: 'folder', path, ...given } as never);

/** A show with one bound template, its card, and what it is bound to. */
function show(sources: Source[], change: (show: Show) => void = () => undefined): Show {
  const made = newShow('s', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  for (const one of sources) made.sources[one.id] = one;
  made.templates['wind'] = newTemplate('wind', 'Wind', {
    elements: { e: newElement('text', 'e', 'E') },
    order: ['e'],
    fields: [newTextField('team', 'Team', '–')],
    bindings: [
      {
        id: 'gust',
        name: 'Gust',
        from: {
          kind: 'cell',
          data: 'src',
          row: { by: 'place', at: fixed(1) },
          column: 'Gust',
          take: 'value',
        },
        steps: [],
      },
    ],
    ties: [newTie('e', 'text', 'gust')],
  });
  made.cards['c'] = { id: 'c', number: '1', template: 'wind', values: {} };
  made.rundowns[0]?.rows.push(newRundownRow('row', 'c'));
  change(made);
  return made;
}
async function release(made: Show): Promise<void> {
  const added = await api().post('/api/releases').send(makeRelease(made)).expect(201);
  await api()
    .post('/api/air/commands')
    .send({ do: 'release', release: (added.body as { hash: string }).hash })
    .expect(200);
}
const shown = () => server.engine.air.air['main']?.graphics.find((g) => g.exitAt === null)?.values ?? {};
async function status(one: Source): Promise<FeedStatus> {
  const answer = await api().post('/api/data/sources').send([one]).expect(200);
  return (answer.body as Record<string, FeedStatus>)[one.id] as FeedStatus;
}
const rowsOf = async (one: Source): Promise<unknown> => {
  const { feed } = await status(one);
  return ((await api().get(`/api/data/sources/${feed}`).expect(200)).body as { read: { rows: unknown } }).read
    .rows;
};

describe('a file in the watched folder', () => {
  const file = () => join(folder, 'wind.csv');
  test('is there with the first take, and reaches air each time it is saved, however it is saved', async () => {
    writeFileSync(file(), 'Gust\n21\n');
    await release(show([inFolder('wind.csv')]));
    await until(
      () => status(inFolder('wind.csv')),
      ({ state }) => state === 'fresh',
    );
    await command({ do: 'take', number: '1' }).expect(200);
    expect(shown()).toEqual({ gust: 21 });
    writeFileSync(file(), 'Gust\n25\n');
    await until(shown, (values) => values['gust'] === 25);
    writeFileSync(join(folder, '.wind.tmp'), 'Gust\n31\n');
    renameSync(join(folder, '.wind.tmp'), file());
    await until(shown, (values) => values['gust'] === 31);
  });
  test('half-written, damaged or gone, the last good value stands and its age is told; whole again it goes on', async () => {
    writeFileSync(join(folder, 'wind.json'), '[{"Gust": 21}]');
    const one = inFolder('wind.json');
    await release(show([one]));
    await until(
      () => status(one),
      ({ state }) => state === 'fresh',
    );
    await command({ do: 'take', number: '1' }).expect(200);
    writeFileSync(join(folder, 'wind.json'), '[{"Gust": 2');
    expect(
      await until(
        () => status(one),
        ({ state }) => state === 'stale',
      ),
    ).toMatchObject({ problem: { code: 'half-written' }, rows: 1 });
    expect(shown()).toEqual({ gust: 21 });
    writeFileSync(join(folder, 'wind.json'), '[{"Gust": "calm"}]');
    await until(
      () => status(one),
      ({ state }) => state === 'fresh',
    );
    rmSync(join(folder, 'wind.json'));
    expect(
      await until(
        () => status(one),
        ({ state }) => state === 'stale',
      ),
    ).toMatchObject({ problem: { code: 'no-file' } });
    writeFileSync(join(folder, 'wind.json'), '[{"Gust": 8}]');
    await until(shown, (values) => values['gust'] === 8);
  });
  test('a column that vanished leaves the picture as it is, also when other words are sent', async () => {
    writeFileSync(file(), 'Gust\n21\n');
    await release(show([inFolder('wind.csv')]));
    await until(
      () => status(inFolder('wind.csv')),
      ({ state }) => state === 'fresh',
    );
    await command({ do: 'take', number: '1' }).expect(200);
    writeFileSync(file(), 'Blast\n40\n');
    // What air needs of a source is known: its loss is the source's fault, and the read before stands whole.
    expect(
      await until(
        () => status(inFolder('wind.csv')),
        ({ state }) => state === 'stale',
      ),
    ).toMatchObject({ version: 1, problem: { code: 'column-lost', path: 'Gust' } });
    await command({ do: 'change', values: { Team: 'Ox' } }).expect(200);
    expect(shown()).toEqual({ gust: 21, team: 'Ox' });
  });
  test('a table that is cut waits for a yes; one that breaks off in a row, or is written slowly, is not taken', async () => {
    const one = inFolder('wind.csv');
    const rows = (from: number, count: number): string =>
      `Gust,Team\n${Array.from({ length: count }, (_, i) => `${from + i},Team ${i}\n`).join('')}`;
    writeFileSync(file(), rows(10, 10));
    await release(show([one]));
    await until(() => status(one), ({ state }) => state === 'fresh'); // prettier-ignore
    await command({ do: 'take', number: '1' }).expect(200);
    writeFileSync(file(), rows(50, 3));
    const lost = await until(() => status(one), ({ problem }) => problem?.code === 'rows-lost'); // prettier-ignore
    expect([lost.rows, shown()['gust']]).toEqual([10, 10]);
    await api().post(`/api/data/sources/${lost.feed}/accept`).expect(204);
    await until(shown, (values) => values['gust'] === 50);
    // The end of a row is missing.
    writeFileSync(file(), rows(60, 3).slice(0, -4));
    await until(() => status(one), ({ problem }) => problem?.code === 'half-written'); // prettier-ignore
    writeFileSync(file(), rows(70, 3).slice(0, -9));
    await new Promise((done) => setTimeout(done, 300));
    expect(shown()['gust']).toBe(50);
    // Bit by bit, each bit whole in itself: only the whole is ever taken.
    for (let from = 80, isHeldUp = true; isHeldUp; from += 20) {
      const [was, before] = [shown()['gust'], (await status(one))?.version ?? 0];
      const seen = new Set<unknown>();
      const watch = setInterval(() => seen.add(shown()['gust']), 5);
      let last = Date.now();
      isHeldUp = false;
      for (let count = 0; count <= 12; count += 1) {
        writeFileSync(file(), count === 0 ? '' : rows(from, count));
        // A machine that is held up between two bits lets the file stand still, as if it were whole: once more then.
        isHeldUp ||= count > 0 && Date.now() - last > quietWhileWrittenMs / 2;
        last = Date.now();
        await new Promise((done) => setTimeout(done, 60));
      }
      const whole = await until(() => status(one), ({ problem, rows: n }) => problem === null && n === 12 && shown()['gust'] === from); // prettier-ignore
      clearInterval(watch);
      if (isHeldUp) continue;
      expect(whole.version).toBe(before + 1);
      expect([...seen].filter((gust) => gust !== was && gust !== from)).toEqual([]);
    }
  });
  test('a source that is silent for longer than it may be is stale; its graphic leaves where that is set', async () => {
    const one = inFolder('wind.csv', { staleAfter: 0.5, whenStale: { do: 'leave' } });
    writeFileSync(file(), 'Gust\n21\n');
    await release(show([one]));
    await until(() => status(one), ({ state }) => state === 'fresh'); // prettier-ignore
    await command({ do: 'take', number: '1' }).expect(200);
    expect(shown()).toEqual({ gust: 21 });
    await until(() => status(one), ({ state }) => state === 'stale'); // prettier-ignore
    await until(shown, (values) => Object.keys(values).length === 0);
    writeFileSync(file(), 'Gust\n22\n');
    await until(() => status(one), ({ state, problem }) => state === 'fresh' && problem === null); // prettier-ignore
  });
  test('an endless expression of a draft keeps no other file from air', async () => {
    const one = inFolder('wind.csv');
    writeFileSync(file(), 'Gust\n21\n');
    writeFileSync(join(folder, 'endless.json'), '{"a": 1}');
    await release(show([one]));
    await until(() => status(one), ({ state }) => state === 'fresh'); // prettier-ignore
    await command({ do: 'take', number: '1' }).expect(200);
    const endless = { ...formats.json.plain, query: '($f := function($n) { $f($n + 1) }; $f(1))' } as Format;
    await status(inFolder('endless.json', { id: 'draft', read: endless }));
    await status(inFolder('endless.json', { id: 'other', read: { ...endless, path: '$' } as Format }));
    for (const gust of [22, 23, 24]) {
      writeFileSync(file(), `Gust\n${gust}\n`);
      await until(shown, (values) => values['gust'] === gust);
    }
  });
  test('every format is read by the server as it ships', async () => {
    const book = new Excel.Workbook();
    book.addWorksheet('S').addRows([['Gust'], [21]]);
    const files: Record<string, string | Uint8Array> = {
      'a.csv': 'Gust\n21\n',
      'b.xlsx': new Uint8Array(await book.xlsx.writeBuffer()),
      'c.json': '[{"Gust": 21, "id": 90071992547409931}]',
      'd.xml': '<r><w><Gust>21</Gust></w><w><Gust>22</Gust></w></r>',
      'e.rss': '<rss version="2.0"><channel><item><title>21</title></item></channel></rss>',
      'f.txt': '21',
      'g.csv': Uint8Array.from(
        [...'Gust\nM\u00fcller\nSch\u00e4fer\nK\u00f6ln\n'].map((sign) => sign.charCodeAt(0)),
      ),
      'h.xml': '<r><w>21</w></r>',
    };
    const stylesheet =
      '<xsl:stylesheet version="1.0" xmlns:xsl="http://www.w3.org/1999/XSL/Transform"><xsl:template match="/"><o><xsl:for-each select="//w"><g><Gust><xsl:value-of select="."/></Gust></g></xsl:for-each><g/></o></xsl:template></xsl:stylesheet>';
    const found: Record<string, unknown> = {};
    for (const [path, content] of Object.entries(files)) {
      writeFileSync(join(folder, path), content);
      const one = inFolder(path, {
        id: path,
        read: path === 'h.xml' ? ({ ...formats.xml.plain, stylesheet } as Format) : null,
      });
      const { problem } = await until(() => status(one), ({ state }) => state !== 'waiting'); // prettier-ignore
      found[path] = problem?.message ?? ((await rowsOf(one)) as unknown[][])[0];
    }
    expect(found).toEqual({
      'a.csv': ['21'],
      'b.xlsx': ['21'],
      'c.json': [21, '90071992547409931'],
      'd.xml': ['21'],
      'e.rss': ['21', '', '', '', null, '', '', ''],
      'f.txt': ['21'],
      'g.csv': ['M\u00fcller'],
      'h.xml': ['21'],
    });
  });
  test('outside the folder nothing is read, by path or by link', async () => {
    writeFileSync(join(home, 'secret.csv'), 'a\n1\n');
    symlinkSync(join(home, 'secret.csv'), join(folder, 'link.csv'));
    await until(
      () => status(inFolder('link.csv')),
      ({ problem }) => problem?.code === 'outside',
    );
    await api().post('/api/data/sources').send([inFolder('../secret.csv')]).expect(400); // prettier-ignore
    // A link to nothing says no more than one to something; no word tells of a place outside.
    symlinkSync(join(home, 'nothing.csv'), join(folder, 'dangling.csv'));
    await until(
      () => status(inFolder('dangling.csv')),
      ({ problem }) => problem?.code === 'outside',
    );
    const nul = await until(
      () => status(inFolder('a\0b.csv')),
      ({ problem }) => problem !== null,
    );
    expect(JSON.stringify(nul)).not.toContain(home);
    const listed = (await api().get('/api/data/folder').expect(200)).body as { path: string }[];
    expect(listed.map(({ path }) => path)).not.toContain('link.csv');
    expect((await api().get('/api/data/databases').expect(200)).body).toEqual([]);
  });
  test('only what differs is sent to those who have the version before', async () => {
    const cells = (n: number) =>
      `A,B\n${Array.from({ length: 9 }, (_, i) => `${i},${i === 4 ? n : 0}`).join('\n')}\n`;
    writeFileSync(file(), cells(1));
    const { feed } = await until(
      () => status(inFolder('wind.csv')),
      ({ version }) => version === 1,
    );
    writeFileSync(file(), cells(2));
    await until(
      () => status(inFolder('wind.csv')),
      ({ version }) => version === 2,
    );
    expect((await api().get(`/api/data/sources/${feed}?since=1`)).body).toMatchObject({
      version: 2,
      from: 1,
      changed: [[4, ['4', '2']]],
    });
  });
});

describe('tables of the show', () => {
  const teams = newTable('teams', 'Teams', {
    columns: [newColumn('t', 'Team'), newColumn('p', 'Points', 'number')],
    rows: [{ id: 'r1', cells: { t: 'Ox', p: '9' } }, { id: 'r2', cells: { t: 'Ida', p: '8' } }],
  }); // prettier-ignore
  const fed = (): Show =>
    show([], (made) => {
      made.tables['teams'] = teams;
      made.templates['wind']!.bindings = [
        {
          id: 'gust',
          name: 'Points',
          from: { kind: 'cell', data: 'teams', row: { by: 'hand' }, column: 'p', take: 'value' },
          steps: [],
        },
      ];
      made.cards['c'] = { ...made.cards['c']!, row: { of: 'teams', key: 'r2' } };
    });
  test('a card in step with its row: a corrected cell is on air, typed words stay, and a start anew keeps both', async () => {
    await release(fed());
    await command({ do: 'take', number: '1' }).expect(200);
    expect(shown()).toEqual({ team: 'Ida', gust: 8 });
    await api().patch('/api/data/tables/teams').send({ set: [{ id: 'r2', cells: { t: 'Ida & Co', p: '8.5' } }], gone: [] }).expect(204); // prettier-ignore
    await until(shown, (values) => values['gust'] === 8.5 && values['team'] === 'Ida & Co');
    await command({ do: 'change', values: { Team: 'Idas' } }).expect(200);
    await server.close();
    await start();
    await api().patch('/api/data/tables/teams').send({ set: [{ id: 'r2', cells: { t: 'No one', p: '7' } }], gone: [] }).expect(204); // prettier-ignore
    await until(shown, (values) => values['gust'] === 7);
    expect(shown()['team']).toBe('Idas');
  });
  test('a row that is gone, or a table of no release, changes nothing on air and says so', async () => {
    await release(fed());
    await command({ do: 'take', number: '1' }).expect(200);
    await api()
      .patch('/api/data/tables/teams')
      .send({ set: [], gone: ['r2'] })
      .expect(204);
    await command({ do: 'change', values: {} }).expect(200);
    expect(shown()).toEqual({ team: 'Ida', gust: 8 });
    expect((await api().put('/api/data/tables/other').send({}).expect(404)).body).toMatchObject({
      error: { code: 'unknown-table' },
    });
  });
  test('no one but the server may say that data changed', async () => {
    await release(fed());
    await command({ do: 'take', number: '1' }).expect(200);
    expect((await command({ do: 'data', values: { gust: 1 } }).expect(403)).body).toMatchObject({
      error: { code: 'not-allowed' },
    });
  });
});

describe('addresses', () => {
  let far: Server;
  let answer: (request: IncomingMessage, response: ServerResponse) => void;
  let seen: IncomingMessage[] = [];
  beforeEach(async () => {
    seen = [];
    far = createServer((asked, response) => {
      seen.push(asked);
      answer(asked, response);
    });
    await new Promise<void>((done) => far.listen(0, '127.0.0.1', done));
  });
  afterEach(() => new Promise((done) => far.close(done)));
  const host = (): string => `127.0.0.1:${(far.address() as AddressInfo).port}`;
  const ask = (path = '/', allowed = host(), given: object = {}) =>
    askAddress(
      { url: `http://${host()}${path}`, patienceMs: 400, headers: {}, etag: null, modified: null, ...given },
      allowedFrom(allowed),
    );
  const words = (answered: Awaited<ReturnType<typeof ask>>): string =>
    'problem' in answered
      ? `! ${answered.problem.code}`
      : 'same' in answered
        ? 'same'
        : new TextDecoder().decode(answered.bytes);

  test('asked again only where it changed; packed answers are unpacked', async () => {
    answer = (asked, response) => {
      if (asked.headers['if-none-match'] === '"1"') return void response.writeHead(304).end();
      response.writeHead(200, { etag: '"1"', 'content-encoding': 'gzip' }).end(gzipSync('{"a":1}'));
    };
    expect([words(await ask()), words(await ask('/', host(), { etag: '"1"' }))]).toEqual(['{"a":1}', 'same']);
  });
  test('this machine is out of reach, also by the way of another', async () => {
    answer = (asked, response) => {
      if (asked.url === '/there') response.end('inside');
      else
        response
          .writeHead(302, { location: `http://localhost:${(far.address() as AddressInfo).port}/there` })
          .end();
    };
    expect(words(await ask('/', ''))).toBe('! forbidden-address');
    expect(words(await ask('/'))).toBe('! forbidden-address');
    expect(seen.map((asked) => asked.url)).toEqual(['/']);
    expect(
      ['127.0.0.1', '::1', '169.254.169.254', '0.0.0.0', '::ffff:127.0.0.1', '224.0.0.1'].every(isForbidden),
    ).toBe(true);
    expect(isForbidden('10.20.30.40')).toBe(false);
  });
  test('one without end and one that is packed to burst say what they are', async () => {
    const bomb = gzipSync(Buffer.alloc(80 << 20));
    answer = (asked, response) => {
      if (asked.url === '/bomb')
        return void response.writeHead(200, { 'content-encoding': 'gzip' }).end(bomb);
      response.writeHead(200);
      const more = setInterval(() => response.write('x'.repeat(1000)), 5);
      response.on('close', () => clearInterval(more));
    };
    expect([words(await ask('/endless')), words(await ask('/bomb', host(), { patienceMs: 20_000 }))]).toEqual(
      ['! endless-answer', '! packed-too-large'],
    );
  });
  test('no answer, too slow, cut off, refused, and going round are each told apart', async () => {
    answer = (asked, response) => {
      if (asked.url === '/slow') return;
      if (asked.url === '/cut')
        return void response.writeHead(200, { 'content-length': 100 }).write('x', () => response.destroy());
      if (asked.url === '/round') return void response.writeHead(302, { location: '/round' }).end();
      response.writeHead(503).end();
    };
    expect([
      words(await ask('/slow')),
      words(await ask('/cut')),
      words(await ask('/round')),
      words(await ask('/no')),
    ]).toEqual(['! too-slow', '! broken-answer', '! too-many-redirects', '! bad-answer']);
    expect(
      words(
        await askAddress(
          { url: 'ftp://x/y', patienceMs: 100, headers: {}, etag: null, modified: null },
          new Set(),
        ),
      ),
    ).toBe('! bad-address');
  });
  test('a key stays on the server and goes to no other place', async () => {
    await api().put('/api/data/keys/keys/results').send({ value: 'very secret' }).expect(204);
    expect((await api().get('/api/data/keys')).text).not.toContain('secret');
    answer = (_asked, response) => void response.writeHead(302, { location: 'http://jorvan.invalid/' }).end();
    await ask('/', host(), { headers: { authorization: 'Bearer x' } });
    expect(seen[0]?.headers.authorization).toBe('Bearer x');
    const missing = source({
      kind: 'address',
      url: `http://${host()}/`,
      every: 60,
      patience: 1,
      headers: [],
      key: 'other',
    } as never);
    await until(
      () => status(missing),
      ({ problem }) => problem?.code === 'no-key',
    );
  });
});

describe('databases', () => {
  beforeEach(async () => {
    const { Database } = await initSqlJs();
    const database = new Database();
    database.run(
      "CREATE TABLE results (team TEXT, score REAL); INSERT INTO results VALUES ('Ox', 9.25), ('Ida', 8)",
    );
    writeFileSync(join(folder, 'results.sqlite'), database.export());
    database.close();
  });
  const ask = (statement: string, parameters: object = {}) =>
    api().post('/api/data/query').send({ database: 'results.sqlite', statement, parameters });
  test('a statement with parameters is asked; its rows are a source', async () => {
    expect(
      (await ask('SELECT team FROM results WHERE score > :least', { least: 8.5 }).expect(200)).body,
    ).toEqual({ columns: ['team'], rows: [['Ox']] });
    const one = source({
      kind: 'query',
      database: 'results.sqlite',
      statement: 'SELECT team, score FROM results ORDER BY score',
      parameters: {},
      every: 60,
    } as never);
    await until(
      () => status(one),
      ({ state }) => state === 'fresh',
    );
    expect(await rowsOf(one)).toEqual([
      ['Ida', 8],
      ['Ox', 9.25],
    ]);
  });
  test('what would write, several at once, unknown tables and databases are refused', async () => {
    const code = async (statement: string) =>
      ((await ask(statement)).body as { error: { code: string } }).error.code;
    expect([
      await code('DROP TABLE results'),
      await code('SELECT 1; DELETE FROM results'),
      await code('SELECT * FROM nothing'),
      await code('WITH x AS (SELECT 1) DELETE FROM results'),
    ]).toEqual(['read-only', 'several-statements', 'query-failed', 'query-failed']);
    expect((await ask('SELECT count(*) AS n FROM results')).body).toMatchObject({ rows: [[2]] });
    await api().post('/api/data/query').send({ database: '../x.db', statement: 'SELECT 1' }).expect(400);
  });
  test('parameters by name, in quotes and casts left alone; remarks hide nothing', () => {
    expect(
      numbered("SELECT ':no', x::int FROM t WHERE a = :a AND b = :b OR c = :a", { a: 1, b: 'x' }),
    ).toEqual({ text: "SELECT ':no', x::int FROM t WHERE a = $1 AND b = $2 OR c = $1", values: [1, 'x'] });
    expect(numbered('SELECT :gone', {})).toMatchObject({ code: 'no-parameter' });
    expect([
      statementProblem("SELECT ';' -- ; \n")?.code,
      statementProblem('/* SELECT */ UPDATE t SET x = 1')?.code,
      statementProblem(' ')?.code,
    ]).toEqual([undefined, 'read-only', 'empty-statement']);
  });
});

describe('stand-ins', () => {
  test('what comes of one is kept for a while where it is to be, with the moment that it came', async () => {
    const own = source({ kind: 'stand-in', stream: 'wind', every: 0.3, read: { ...formats.json.plain, path: '$.wind' }, keeps: { minutes: 1, every: 0.3 } }); // prettier-ignore
    await status(own);
    const rows = async (): Promise<[string, number][]> => {
      const { feed } = await status(own);
      const answer = await api().get(`/api/data/sources/${feed}`);
      return (answer.body as { read?: { rows: [string, number][] } }).read?.rows ?? [];
    };
    await until(rows, (own) => own.length >= 4);
    const times = (await rows()).map(([at]) => Date.parse(at));
    expect([...times].sort((a, b) => a - b)).toEqual(times);
    expect(new Set(times).size).toBe(times.length);
    // Without it there is what came last alone, in another feed.
    const { keeps: _keeps, ...plain } = own;
    const last = await until(
      () => rowsOf(plain as Source).catch(() => []) as Promise<unknown[]>,
      (own) => own.length > 0,
    );
    expect(last).toHaveLength(1);
  });
  test('are steered: silent goes stale, broken is named, running is fresh again', async () => {
    const wind = source({
      kind: 'stand-in',
      stream: 'wind',
      every: 0.2,
      read: { ...formats.json.plain, path: '$.wind' },
    } as never);
    await until(
      () => status(wind),
      ({ state }) => state === 'fresh',
    );
    await api().post('/api/data/stand-ins/wind').send({ mode: 'silent' }).expect(200);
    await until(
      () => status(wind),
      ({ state, problem }) => state === 'stale' && problem?.code === 'silent',
    );
    await api().post('/api/data/stand-ins/wind').send({ mode: 'broken' }).expect(200);
    await until(
      () => status(wind),
      ({ problem }) => problem?.code === 'half-written',
    );
    await api().post('/api/data/stand-ins/wind').send({ mode: 'running', speed: 10 }).expect(200);
    await until(
      () => status(wind),
      ({ state }) => state === 'fresh',
    );
  });
});
