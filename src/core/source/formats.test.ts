import { describe, expect, test } from '@jest/globals';
import Excel from 'exceljs';
import fc from 'fast-check';
import { zipSync } from 'fflate';
import Papa from 'papaparse';
import { formats, readBytes, type Format, type Read } from './index';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const as = <N extends Format['format']>(
  format: N,
  given: Partial<Extract<Format, { format: N }>> = {},
): Format => ({ ...formats[format].plain, ...given }) as Format;
async function read(bytes: Uint8Array | string, name: string, format: Format | null = null): Promise<Read> {
  const result = await readBytes(typeof bytes === 'string' ? utf8(bytes) : bytes, name, format);
  if ('problem' in result) throw new Error(`${result.problem.code}: ${result.problem.message}`);
  return result.read;
}
async function wrong(
  bytes: Uint8Array | string,
  name: string,
  format: Format | null = null,
): Promise<string> {
  const result = await readBytes(typeof bytes === 'string' ? utf8(bytes) : bytes, name, format);
  return 'problem' in result ? `${result.problem.code} ${result.problem.path}` : 'read';
}
const names = (r: Read): string[] => r.columns.map((column) => column.name);
const types = (r: Read): string[] => r.columns.map((column) => column.type);

describe('text of any encoding', () => {
  test.each([
    ['utf-8', Uint8Array.of(0xef, 0xbb, 0xbf, 0x4c, 0xc3, 0xba), 'Lú'],
    ['utf-16le', Uint8Array.of(0xff, 0xfe, 0x4c, 0, 0xfa, 0), 'Lú'],
    ['utf-16be', Uint8Array.of(0xfe, 0xff, 0, 0x4c, 0, 0xfa), 'Lú'],
    ['utf-16le', Uint8Array.of(0x4c, 0, 0xfa, 0, 0x63, 0, 0x69, 0), 'Lúci'],
    ['windows-1252', Uint8Array.of(0x4d, 0xfc, 0x6c, 0x6c, 0x65, 0x72), 'Müller'],
  ])('%s is found out', async (encoding, bytes, text) => {
    expect(await read(bytes, 'name.txt')).toMatchObject({ value: text, encoding });
  });
  test('Japanese and Cyrillic of old files are found out by their letters', async () => {
    // 凧は風に乗って高く上がる。浜辺の祭り。 in Shift_JIS
    const kites = Uint8Array.from(
      '91ca82cd959782c98fe682c182c48d8282ad8fe382aa82e981428f5592fb96ec82cc8dd582e88142'
        .match(/../g)!
        .map((h) => parseInt(h, 16)),
    );
    expect((await read(kites, 'kites.txt')).encoding).toBe('shift_jis');
    const russian = 'Воздушный змей летит над морским берегом, ветер крепчает, судьи ждут';
    const bytes = Uint8Array.from(
      [...russian].map((c) => (c.charCodeAt(0) >= 0x410 ? c.charCodeAt(0) - 0x410 + 0xc0 : c.charCodeAt(0))),
    );
    expect(await read(bytes, 'змей.txt')).toMatchObject({ encoding: 'windows-1251', value: russian });
  });
  test('an encoding that is named wins over the guess; one that does not exist or fit is refused', async () => {
    expect((await read(Uint8Array.of(0xa4), 'a.txt', as('text', { encoding: 'iso-8859-15' }))).value).toBe(
      '€',
    );
    expect(await wrong('x', 'a.txt', as('text', { encoding: 'klingon' }))).toBe('unknown-encoding a.txt');
    expect(
      await wrong(Uint8Array.of(0x41, 0x0a, 0xfa, 0x41, 0x41), 'a.txt', as('text', { encoding: 'utf-8' })),
    ).toBe('wrong-encoding a.txt:2');
  });
});

describe('CSV', () => {
  test('quotes, line breaks in cells, empty lines and any usual separator; columns get their types', async () => {
    const r = await read(
      'Name;Score;Day\r\n"Osei; Maren";9,25;2026-11-23\r\n\r\n"says ""hello""\ntwice";8;2026-11-24\r\n',
      'a.csv',
    );
    expect(r.rows).toEqual([
      ['Osei; Maren', '9,25', '2026-11-23'],
      ['says "hello"\ntwice', '8', '2026-11-24'],
    ]);
    // 9,25 may be a score or a price, or a thousand: it is for people to say.
    expect(types(r)).toEqual(['text', 'text', 'date']);
  });
  test('ragged rows keep all that is in them; columns named alike or not at all get names of their own', async () => {
    const r = await read('A,a,\n1\n1,2,3,4\n', 'a.csv');
    expect(names(r)).toEqual(['A', 'a 2', 'Column 3', 'Column 4']);
    expect(r.rows).toEqual([
      ['1', '', '', ''],
      ['1', '2', '3', '4'],
    ]);
    expect(r.notes).toEqual(['Some rows have 4 cells; the first line names 3 columns.']);
  });
  test('without a header every line is a row', async () => {
    expect(await read('1\t2\n3\t4', 'a.tsv', as('csv', { header: false }))).toMatchObject({
      rows: [
        ['1', '2'],
        ['3', '4'],
      ],
    });
  });
  test('what is no table is told apart', async () => {
    expect(await wrong('', 'a.csv')).toBe('empty-file a.csv');
    expect(await wrong('Name,Role\n', 'a.csv')).toBe('no-rows a.csv');
    expect(await wrong(Uint8Array.of(0x50, 0x4b, 3, 4, 0, 0, 8), 'a.csv')).toBe('not-text a.csv');
    expect(await wrong('Name,Role\n"Ida,Host\nOx,Pilot', 'a.csv')).toMatch(/^bad-quotes a.csv:\d/);
    expect(await wrong('<!doctype html><title>Log in</title>', 'a.csv')).toBe('is-a-web-page a.csv');
  });
  test('any cells come back as they were written', async () => {
    const cell = fc.string({ unit: 'grapheme', maxLength: 12 }).filter((s) => !/[\u0000\ufeff]/.test(s));
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.constant('x'), cell, cell), { minLength: 2, maxLength: 12 }),
        async (rows) => {
          const text = Papa.unparse([['a', 'b', 'c'], ...rows], { newline: '\n', quotes: true });
          // An apostrophe before what would begin a formula is the guard of whoever wrote it.
          const meant = rows.map((row) => row.map((own) => (/^'+[=+@\t\r-]/.test(own) ? own.slice(1) : own)));
          expect((await read(text, 'a.csv')).rows).toEqual(meant);
        },
      ),
      { numRuns: 60 },
    );
  });
});

async function workbook(fill: (book: Excel.Workbook) => void): Promise<Uint8Array> {
  const book = new Excel.Workbook();
  fill(book);
  return new Uint8Array(await book.xlsx.writeBuffer());
}

describe('workbooks', () => {
  const scores = (book: Excel.Workbook): void => {
    const notes = book.addWorksheet('Notes');
    notes.addRow(['x']);
    const sheet = book.addWorksheet('Scores');
    sheet.addRows([
      ['Team', 'Score', 'Flown', 'Ok'],
      ['Ox', 9.256, new Date(Date.UTC(2026, 10, 23, 15, 30)), true],
      [],
      ['Skerry', null, null, false],
    ]);
    sheet.getCell('B2').numFmt = '0.00 "pt"';
    sheet.getCell('C2').numFmt = 'dd.mm.yyyy hh:mm';
    sheet.getCell('B4').value = { formula: 'B2*2', result: 18.5 } as Excel.CellFormulaValue;
    sheet.getCell('C4').value = { error: '#N/A' } as Excel.CellErrorValue;
    sheet.getCell('A2').note = 'flew late';
    sheet.getCell('A2').fill = { type: 'pattern', pattern: 'solid', fgColor: { argb: 'FF0C5B6E' } };
    sheet.getCell('A2').font = { color: { argb: 'FFF4E9D0' } };
  };
  test('text as shown, stored values, formulas by their result, dates, colours and notes', async () => {
    const bytes = await workbook(scores);
    const shown = await read(bytes, 'scores.xlsx', as('xlsx', { sheet: 'Scores' }));
    expect(shown.rows).toEqual([
      ['Ox', '9.26 pt', '23.11.2026 15:30', 'TRUE'],
      ['Skerry', '18.5', '', 'FALSE'],
    ]);
    expect(shown.offers.map((offer) => offer.path)).toEqual(['Notes', 'Scores']);
    expect(shown.facets['0:0']).toEqual({ note: 'flew late', fill: '#0c5b6e', colour: '#f4e9d0' });
    expect(shown.facets['0:1']).toEqual({ number: 9.256 });
    expect(shown.notes).toEqual(["One cell holds a formula's error and is empty here."]);
    const stored = await read(bytes, 'scores.xlsx', as('xlsx', { sheet: 'Scores', cells: 'values' }));
    expect(stored.rows[0]).toEqual(['Ox', 9.256, '2026-11-23T15:30:00', true]);
    expect(types(stored)).toEqual(['text', 'number', 'date', 'yes-no']);
  });
  test('a range, by row or by column', async () => {
    const bytes = await workbook((book) => {
      book.addWorksheet('S').addRows([
        ['', '', ''],
        ['', 'Team', 'Ox', 'Skerry'],
        ['', 'Score', 9, 8],
      ]);
    });
    const r = await read(bytes, 's.xlsx', as('xlsx', { range: 'D3:B2', by: 'column' }));
    expect([names(r), r.rows]).toEqual([
      ['Team', 'Score'],
      [
        ['Ox', '9'],
        ['Skerry', '8'],
      ],
    ]);
    expect(await wrong(bytes, 's.xlsx', as('xlsx', { range: 'here' }))).toBe('bad-range range');
    expect(await wrong(bytes, 's.xlsx', as('xlsx', { sheet: 'Other' }))).toBe('no-sheet sheet');
  });
  test('dates of the system that begins in 1904', async () => {
    const bytes = await workbook((book) => {
      book.properties.date1904 = true;
      book.addWorksheet('S').addRows([['Day'], [new Date(Date.UTC(2026, 10, 23))]]);
    });
    expect((await read(bytes, 's.xlsx', as('xlsx', { cells: 'values' }))).rows).toEqual([['2026-11-23']]);
  });
  test('damaged, locked, swollen and other files are turned away', async () => {
    const bytes = await workbook(scores);
    expect(await wrong(bytes.slice(0, bytes.length >> 1), 'a.xlsx')).toBe('damaged-workbook a.xlsx');
    expect(await wrong(Uint8Array.of(0xd0, 0xcf, 0x11, 0xe0), 'a.xlsx')).toBe('damaged-workbook a.xlsx');
    expect(await wrong(zipSync({ 'readme.txt': utf8('hello') }), 'a.xlsx')).toBe('not-a-workbook a.xlsx');
    expect(await wrong('Name,Role\nIda,Host', 'a.xlsx')).toBe('not-a-workbook a.xlsx');
    const bomb = zipSync({ 'xl/worksheets/sheet1.xml': new Uint8Array(300 << 20) }, { level: 1 });
    expect(await wrong(bomb, 'a.xlsx')).toBe('zip-bomb a.xlsx');
  });
});

describe('JSON', () => {
  test('numbers of more figures than a double keeps stay as they were written', async () => {
    const r = await read('[{"id": 90071992547409931, "score": 91.2, "part": 0.12345678901234567}]', 'a.json');
    expect(r.rows).toEqual([['90071992547409931', 91.2, '0.12345678901234567']]);
  });
  test('a value on each line, and an object whose one list is what it is about', async () => {
    expect((await read('{"a":1}\n{"a":2}\n', 'a.ndjson')).rows).toEqual([[1], [2]]);
    const one = await read('{"meta":{"page":1},"results":[{"t":"Ox"},{"t":"Skerry"}]}', 'a.json');
    expect([one.rows, one.notes]).toEqual([[['Ox'], ['Skerry']], ['The list at $.results.']]);
    expect(one.value).toEqual({ meta: { page: 1 }, results: [{ t: 'Ox' }, { t: 'Skerry' }] });
    // One that says more of itself is a row of its own.
    const own = await read('{"mean":18,"gust":21,"from":"W","past":[{"mean":17},{"mean":16}]}', 'a.json');
    expect(own.columns.map(({ name }) => name)).toEqual(['mean', 'gust', 'from', 'past']);
    const two = await read('{"a":[{"t":1}],"b":[{"t":2}]}', 'a.json');
    expect(two.rows).toHaveLength(1);
  });
  const results = JSON.stringify({
    round: {
      name: 'Ballet',
      results: [
        { team: { name: 'Ox', district: 'Skerry' }, marks: [9, 8.5] },
        { team: { name: 'Ida & Co' }, note: null },
      ],
    },
    districts: { skerry: { votes: 120 }, outer: { votes: 7 } },
  });
  test('lists of objects by path, nested objects flat, lists as they are', async () => {
    const r = await read(results, 'r.json', as('json', { path: '$.round.results' }));
    expect(names(r)).toEqual(['team.name', 'team.district', 'marks', 'note']);
    expect(r.rows).toEqual([
      ['Ox', 'Skerry', '[9,8.5]', null],
      ['Ida & Co', null, null, null],
    ]);
  });
  test('objects by key, single values, wildcards and the end of a list', async () => {
    expect(await read(results, 'r.json', as('json', { path: 'districts' }))).toMatchObject({
      columns: [
        { name: 'Key', type: 'text' },
        { name: 'votes', type: 'number' },
      ],
      rows: [
        ['skerry', 120],
        ['outer', 7],
      ],
    });
    expect(
      (await read(results, 'r.json', as('json', { path: "$['round'].results[-1].team.name" }))).value,
    ).toBe('Ida & Co');
    expect(
      (await read(results, 'r.json', as('json', { path: '$.round.results[*].team.district' }))).value,
    ).toEqual(['Skerry']);
  });
  test('its fields are found and offered', async () => {
    const { offers } = await read(results, 'r.json');
    expect(offers).toContainEqual({ path: '$.round.results', what: 'list of 2' });
    expect(offers).toContainEqual({ path: '$.districts.outer.votes', what: 'number: 7' });
  });
  test('JSONata for what paths cannot say', async () => {
    expect((await read(results, 'r.json', as('json', { query: '$sum(districts.*.votes)' }))).value).toBe(127);
    expect(await wrong(results, 'r.json', as('json', { query: '$sum(' }))).toBe('bad-query query');
  });
  test('broken, cut, deep and foreign files say where', async () => {
    expect(await wrong('{"a": 1,\n "b": NaN}', 'r.json')).toBe('bad-json r.json:2');
    expect(await wrong('{"a": [1,\n 2', 'r.json')).toBe('half-written r.json:2');
    expect(await wrong(`${'['.repeat(10_000)}${']'.repeat(10_000)}`, 'r.json')).toBe('too-deep r.json:1');
    expect(await wrong('<html><body>502</body></html>', 'r.json')).toBe('is-a-web-page r.json');
    expect(await wrong(results, 'r.json', as('json', { path: '$.round.winner.name' }))).toBe(
      'path-not-found path',
    );
    expect(await wrong(results, 'r.json', as('json', { path: '$..' }))).toBe('bad-path path');
  });
});

describe('XML', () => {
  const timetable = `<?xml version="1.0"?><t:day xmlns:t="urn:x:t" date="2026-08-14"><t:flight at="14:00"><t:team>Ox</t:team><club><name>Skerry</name></club></t:flight><t:flight at="14:20" late="5"><t:team>Ida</t:team></t:flight></t:day>`;
  test('the first list becomes rows, its attributes and elements columns', async () => {
    const r = await read(timetable, 't.xml');
    expect(names(r)).toEqual(['@at', 't:team', 'club/name', '@late']);
    expect(r.rows).toEqual([
      ['14:00', 'Ox', 'Skerry', null],
      ['14:20', 'Ida', null, '5'],
    ]);
    expect(r.offers).toEqual([{ path: '/t:day/t:flight', what: 'list of 2' }]);
  });
  test('XPath with namespaces: elements, attributes, text and numbers', async () => {
    const at = (path: string, namespaces: Record<string, string> = {}) =>
      read(timetable, 't.xml', as('xml', { path, namespaces }));
    expect((await at('//t:flight/@at')).rows).toEqual([['14:00'], ['14:20']]);
    expect((await at('count(//k:flight)', { k: 'urn:x:t' })).rows).toEqual([['2']]);
    expect((await at('//t:flight[@late]/t:team/text()')).value).toBe('Ida');
    expect(await wrong(timetable, 't.xml', as('xml', { path: '//t:pilot' }))).toBe('path-not-found path');
    expect(await wrong(timetable, 't.xml', as('xml', { path: '//[' }))).toBe('bad-path path');
  });
  test('XPath 1.0 as it is: the first of many where one value is asked, words as numbers, all axes', async () => {
    const at = async (path: string): Promise<unknown> =>
      (await read(timetable, 't.xml', as('xml', { path }))).rows;
    expect(await at('string(//t:team)')).toEqual([['Ox']]);
    expect(await at("concat(//t:team, ' first')")).toEqual([['Ox first']]);
    expect(await at('count(//t:flight)')).toEqual([[2]].map(([n]) => [String(n)]));
    expect(await at('//t:flight[@late > 4]/t:team')).toEqual([['Ida']]);
    expect(await at('//club/preceding::t:team')).toEqual([['Ox']]);
    // Later versions still mean what they mean.
    expect(await at("string-join(//t:team, '+')")).toEqual([['Ox+Ida']]);
  });
  test('a page of the web that is XML is XML; one that is not is told by its name', async () => {
    const page = '<html xmlns="http://www.w3.org/1999/xhtml"><body><p>Fog</p><p>Wind</p></body></html>';
    expect((await read(page, 'p.xml', as('xml', { path: '//p' }))).rows).toEqual([['Fog'], ['Wind']]);
    expect(await wrong('<!doctype html><html><br></html>', 'p.xml', as('xml'))).toBe('is-a-web-page p.xml');
  });
  test('tags without end are refused before they are parsed', async () => {
    const many = Array.from({ length: 20_000 }, (_, i) => `a${i}="1"`).join(' ');
    expect(await wrong(`<r>\n<x ${many}/></r>`, 'a.xml')).toBe('unwieldy-xml a.xml:2');
    expect(await wrong(`<r><${'n'.repeat(1 << 20)}/></r>`, 'a.xml')).toBe('unwieldy-xml a.xml:1');
    const long = `<r><!-- ${many} --><x a="${'v'.repeat(50_000)}">1</x><x a="2">2</x></r>`;
    expect((await read(long, 'a.xml')).rows).toHaveLength(2);
  });
  test('what a stylesheet may not hold is refused by name before it is applied', async () => {
    const sheet = (inner: string, more = ''): string =>
      `<xsl:stylesheet version="1.0" xmlns:xsl="http://www.w3.org/1999/XSL/Transform" ${more}>${inner}</xsl:stylesheet>`;
    const value = (select: string): string =>
      sheet(`<xsl:template match="/"><xsl:value-of select="${select}"/></xsl:template>`);
    for (const stylesheet of [
      value("document('file:///etc/hostname')"),
      value("unparsed-text('x')"),
      value("id('x')"),
      value("Q{http://saxonica.com/ns/globalJS}eval('1')"),
      value('string#1'),
      value("js:eval('1')"),
      sheet('<xsl:include href="other.xsl"/>'),
      sheet('<xsl:template match="/"><o a="{doc(\'x\')}"/></xsl:template>'),
      sheet('', 'xmlns:ixsl="http://saxonica.com/ns/interactiveXSLT"'),
      sheet('<xsl:template match="/"><xsl:evaluate xpath="1"/></xsl:template>'),
      sheet('').replace('version="1.0"', 'version="3.0"'),
    ])
      expect(await wrong(timetable, 't.xml', as('xml', { stylesheet }))).toBe('bad-stylesheet stylesheet');
  });
  test('its own encoding is heeded', async () => {
    const bytes = Uint8Array.from(
      [...'<?xml version="1.0" encoding="windows-1252"?><a><b>L\u00fa</b><b>x</b></a>'].map((c) =>
        c.charCodeAt(0),
      ),
    );
    expect((await read(bytes, 'a.xml')).rows).toEqual([['Lú'], ['x']]);
  });
  test('entities that expand or reach outside, and what is not well-formed, are refused with the line', async () => {
    expect(await wrong('<!DOCTYPE a [\n<!ENTITY b "&c;&c;">]><a>&b;</a>', 'a.xml')).toBe('entities a.xml:2');
    expect(await wrong('<!DOCTYPE a [<!ENTITY b SYSTEM "file:///etc/passwd">]><a>&b;</a>', 'a.xml')).toBe(
      'entities a.xml:1',
    );
    expect(await wrong('<a>\n<b></a>', 'a.xml')).toBe('bad-xml a.xml:2');
  });
});

describe('feeds', () => {
  test('JSON Feed 1.1, content in base64, and a channel without a title', async () => {
    const json = await read(
      '{"version":"https://jsonfeed.org/version/1.1","items":[{"id":"1","content_text":"Fog","date_published":"2026-11-23T08:00:00+01:00","tags":["Weather"],"url":"x/1","image":"fog.png","authors":[{"name":"Harbour"}]}]}',
      'bay.json',
    );
    expect(json.rows).toEqual([
      ['', 'Fog', 'Weather', 'Harbour', '2026-11-23T07:00:00.000Z', 'x/1', 'fog.png', '1'],
    ]);
    const packed = await read(
      '<feed version="0.3" xmlns="http://purl.org/atom/ns#"><entry><title>A</title><content type="text/html" mode="base64">PHA+R2/DqWxhbmQgJiM4MjE3O3M8L3A+</content></entry></feed>',
      'a.atom',
    );
    expect(packed.rows[0]?.slice(0, 2)).toEqual(['A', 'Goéland ’s']);
    expect(
      (await read('<rss version="2.0"><channel><item><title>A</title></item></channel></rss>', 'a.rss')).rows,
    ).toHaveLength(1);
  });
  test('RSS 2.0: what has no words is left out, and it is said', async () => {
    const r = await read(
      `<rss version="2.0"><channel><title>Field</title>
      <item><title>Ox &amp; Skerry win</title><description>&lt;p&gt;By two points.&lt;/p&gt;</description><pubDate>Mon, 23 Nov 2026 10:00:00 GMT</pubDate><category>Results</category><guid>7</guid><enclosure url="flag.png" type="image/png" length="1"/></item>
      <item><link>nowhere</link></item><item><title>Late</title><pubDate>soon</pubDate></item></channel></rss>`,
      'field.rss',
    );
    expect(r.rows).toEqual([
      ['Ox & Skerry win', 'By two points.', 'Results', '', '2026-11-23T10:00:00.000Z', '', 'flag.png', '7'],
      ['Late', '', '', '', null, '', '', ''],
    ]);
    expect(r.notes).toEqual([
      '“Field”.',
      'One item has neither title nor text and is left out.',
      'One item has no date that can be told for certain, such as “soon”.',
    ]);
  });
  test('RSS 1.0 and Atom', async () => {
    const rdf = `<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#" xmlns="http://purl.org/rss/1.0/" xmlns:dc="http://purl.org/dc/elements/1.1/"><channel rdf:about="x"><title>Tide</title></channel><item rdf:about="x/1"><title>High water</title><link>x/1</link><dc:date>2026-11-23T10:00:00Z</dc:date></item></rdf:RDF>`;
    expect((await read(rdf, 'tide.rdf')).rows[0]).toEqual([
      'High water',
      '',
      '',
      '',
      '2026-11-23T10:00:00.000Z',
      'x/1',
      '',
      'x/1',
    ]);
    const atom = `<feed xmlns="http://www.w3.org/2005/Atom"><title>Bay</title><entry><id>e1</id><title>Fog</title><summary>Until noon</summary><updated>2026-11-23T08:00:00+01:00</updated><author><name>Harbour</name></author><category term="Weather"/><link href="x/fog"/></entry></feed>`;
    expect((await read(atom, 'bay.atom')).rows[0]).toEqual([
      'Fog',
      'Until noon',
      'Weather',
      'Harbour',
      '2026-11-23T07:00:00.000Z',
      'x/fog',
      '',
      'e1',
    ]);
  });
  test('a feed that turned into something else', async () => {
    expect(await wrong('<html>Gone</html>', 'field.rss')).toBe('is-a-web-page field.rss');
    expect(await wrong('just words', 'field.rss')).toBe('no-feed field.rss');
  });
});

test('a file that is too large is refused before it is opened', async () => {
  expect(await wrong(new Uint8Array(65 << 20), 'a.csv')).toBe('too-large a.csv');
});

test('any bytes under any name are read or refused, never thrown', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.uint8Array({ minLength: 1, maxLength: 400 }),
      fc.constantFrom('a.csv', 'a.json', 'a.xml', 'a.rss', 'a.xlsx', 'a.txt', 'a'),
      async (bytes, name) => {
        const result = await readBytes(bytes, name, null);
        expect('problem' in result ? result.problem.message : result.read.rows.length).toBeTruthy();
      },
    ),
    { numRuns: 150 },
  );
});
