import { describe, expect, test } from '@jest/globals';
import * as xlsx from '@e965/xlsx';
import Excel from 'exceljs';
import { strToU8, zipSync } from 'fflate';
import { formats, readBytes, type Format, type Read } from '../index';
import { serialDate, serialTime } from './dates';

type Options = Partial<Extract<Format, { format: 'xlsx' }>>;
const given = async (bytes: Uint8Array, options: Options = {}) =>
  readBytes(bytes, 'results.xlsx', {
    ...(formats.xlsx.plain as Extract<Format, { format: 'xlsx' }>),
    ...options,
  });
async function read(bytes: Uint8Array, options: Options = {}): Promise<Read> {
  const result = await given(bytes, options);
  if ('problem' in result) throw new Error(result.problem.message);
  return result.read;
}
const refusal = async (bytes: Uint8Array): Promise<string> => {
  const result = await given(bytes);
  return 'problem' in result ? `${result.problem.code}: ${result.problem.message}` : 'read';
};

/** A workbook by its parts, as programs of many kinds write them. */
function parts(sheet: string, more: Record<string, string> = {}): Uint8Array {
  const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
  const office = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
  const files: Record<string, string> = {
    '[Content_Types].xml': `<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/>${more['xl/styles.xml'] ? '<Override PartName="/xl/styles.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.styles+xml"/>' : ''}${more['xl/theme/theme1.xml'] ? '<Override PartName="/xl/theme/theme1.xml" ContentType="application/vnd.openxmlformats-officedocument.theme+xml"/>' : ''}</Types>`,
    '_rels/.rels': `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="${office}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `<workbook xmlns="${main}" xmlns:r="${office}"><sheets><sheet name="Judges" sheetId="1" r:id="r1"/></sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="${office}/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="r2" Type="${office}/styles" Target="styles.xml"/><Relationship Id="r3" Type="${office}/theme" Target="theme/theme1.xml"/></Relationships>`,
    'xl/worksheets/sheet1.xml': `<worksheet xmlns="${main}"><sheetData>${sheet}</sheetData></worksheet>`,
    ...more,
  };
  return zipSync(Object.fromEntries(Object.entries(files).map(([path, text]) => [path, strToU8(text)])));
}
const inline = (at: string, runs: string, more = ''): string =>
  `<c r="${at}" t="inlineStr"${more}><is>${runs}</is></c>`;

describe('cells as a spreadsheet keeps them', () => {
  test('texts written inside cells, run by run, without a part for styles or strings', async () => {
    const r = await read(
      parts(
        `<row r="1">${inline('A1', '<t>Team</t>')}${inline('B1', '<t>Note</t>')}</row><row r="2">${inline('A2', '<r><t>Goé</t></r><r><t>land &amp; </t></r><r><t>co</t></r>')}${inline('B2', '<t>x</t>')}</row>`,
      ),
    );
    expect(r.rows).toEqual([['Goéland & co', 'x']]);
  });
  test('results of formulas that are nought, no, text or nothing', async () => {
    const r = await read(
      parts(
        `<row r="1">${inline('A1', '<t>A</t>')}${inline('B1', '<t>B</t>')}${inline('C1', '<t>C</t>')}</row>` +
          '<row r="2"><c r="A2"><f>1-1</f><v>0</v></c><c r="B2" t="b"><f>FALSE()</f><v>0</v></c><c r="C2" t="str"><f>"a"&amp;"b"</f><v>ab</v></c></row>',
      ),
      { cells: 'values' },
    );
    expect(r.rows).toEqual([[0, false, 'ab']]);
    expect(r.notes).toEqual([]);
    const empty = await read(
      parts(
        `<row r="1">${inline('A1', '<t>A</t>')}</row><row r="2"><c r="A2"><v>1</v></c><c r="B2" t="str"><f>A2+1</f></c></row>`,
      ),
    );
    expect(empty.notes.join()).toMatch(/no value kept/);
  });
  test('what a double has beyond fifteen digits is not shown', async () => {
    const sheet = `<row r="1">${inline('A1', '<t>A</t>')}</row><row r="2"><c r="A2"><v>1.6900000000000002</v></c></row>`;
    expect((await read(parts(sheet))).rows).toEqual([['1.69']]);
    expect((await read(parts(sheet), { cells: 'values' })).rows).toEqual([[1.69]]);
  });
  test('merged cells stand in the first of them alone; notes on empty cells are kept', async () => {
    const book = new Excel.Workbook();
    const sheet = book.addWorksheet('S');
    sheet.addRows([
      ['Team', 'Score'],
      ['Ox', 1],
      ['', 2],
    ]);
    sheet.mergeCells('A2:A3');
    sheet.getCell('C2').note = 'late';
    const r = await read(new Uint8Array(await book.xlsx.writeBuffer()));
    expect(r.rows.map((row) => row.slice(0, 2))).toEqual([
      ['Ox', '1'],
      ['', '2'],
    ]);
    expect(r.facets['0:2']).toEqual({ note: 'late' });
  });
  test('colours by the theme, by number, with a tint, and of the font', async () => {
    const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
    const styles = `<styleSheet xmlns="${main}"><fonts><font><color theme="1"/></font><font><color indexed="10"/></font></fonts><fills><fill><patternFill patternType="none"/></fill><fill><patternFill patternType="gray125"/></fill><fill><patternFill patternType="solid"><fgColor theme="4" tint="0.5"/></patternFill></fill><fill><patternFill patternType="solid"><fgColor theme="4" tint="-0.5"/></patternFill></fill></fills><cellXfs><xf fontId="0" fillId="0"/><xf fontId="1" fillId="2"/><xf fontId="0" fillId="3"/></cellXfs></styleSheet>`;
    const theme =
      '<a:theme xmlns:a="x"><a:themeElements><a:clrScheme name="x"><a:dk1><a:sysClr val="windowText" lastClr="000000"/></a:dk1><a:lt1><a:sysClr val="window" lastClr="FFFFFF"/></a:lt1><a:dk2><a:srgbClr val="111111"/></a:dk2><a:lt2><a:srgbClr val="EEEEEE"/></a:lt2><a:accent1><a:srgbClr val="204080"/></a:accent1></a:clrScheme><a:fontScheme name="x"></a:fontScheme><a:fmtScheme name="x"></a:fmtScheme></a:themeElements></a:theme>';
    const r = await read(
      parts(
        `<row r="1">${inline('A1', '<t>A</t>')}</row><row r="2">${inline('A2', '<t>x</t>', ' s="1"')}</row><row r="3">${inline('A3', '<t>y</t>', ' s="2"')}</row><row r="4">${inline('A4', '<t>z</t>', ' s="0"')}</row>`,
        { 'xl/styles.xml': styles, 'xl/theme/theme1.xml': theme },
      ),
    );
    expect(r.facets).toEqual({ '0:0': { fill: '#7396dc', colour: '#ff0000' }, '1:0': { fill: '#102040' } });
  });
  test.each(['1', 'true'])('dates of the system that begins in 1904 (date1904="%s")', async (word) => {
    const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
    const office = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
    const bytes = parts(
      `<row r="1">${inline('A1', '<t>Day</t>')}${inline('B1', '<t>At</t>')}</row><row r="2"><c r="A2" s="1"><v>1</v></c><c r="B2" s="2"><v>1.8229166666666665</v></c></row>`,
      {
        'xl/workbook.xml': `<workbook xmlns="${main}" xmlns:r="${office}"><workbookPr date1904="${word}"/><sheets><sheet name="Judges" sheetId="1" r:id="r1"/></sheets></workbook>`,
        'xl/styles.xml': `<styleSheet xmlns="${main}"><fonts><font/></fonts><fills><fill/></fills><cellXfs><xf/><xf numFmtId="14"/><xf numFmtId="22"/></cellXfs></styleSheet>`,
      },
    );
    expect((await read(bytes)).rows).toEqual([['1/2/1904', '1/2/1904 19:45']]);
    const stored = await read(bytes, { cells: 'values' });
    expect(stored.rows).toEqual([['1904-01-02', '1904-01-02T19:45:00']]);
    expect(stored.columns.map(({ type }) => type)).toEqual(['date', 'date']);
  });
  test('serial numbers: the day that never was, parts of a second, elapsed hours', () => {
    expect([serialDate(1, false), serialDate(61, false), serialDate(46349.6458333333, false)]).toEqual([
      '1900-01-01',
      '1900-03-01',
      '2026-11-23T15:30:00',
    ]);
    expect([serialTime(0.8229166667), serialTime(1.0868402778), serialTime(0.5 + 1.5 / 86_400)]).toEqual([
      '19:45',
      '26:05:03',
      '12:00:01.5',
    ]);
  });
});

describe('workbooks of other kinds', () => {
  const book = xlsx.utils.book_new();
  xlsx.utils.book_append_sheet(
    book,
    xlsx.utils.aoa_to_sheet([
      ['Team', 'Score'],
      ['Goéland', 91.2],
    ]),
    'Leaders',
  );
  test.each(['xlsx', 'xlsm', 'xlsb', 'biff8', 'ods'] as const)('%s is read', async (bookType) => {
    const bytes = new Uint8Array(xlsx.write(book, { type: 'array', bookType }) as ArrayBuffer);
    expect((await read(bytes, { sheet: 'Leaders', cells: 'values' })).rows).toEqual([['Goéland', 91.2]]);
  });
  test('what is none is refused by its true name', async () => {
    const zip = (files: Record<string, string>): Uint8Array =>
      zipSync(Object.fromEntries(Object.entries(files).map(([path, text]) => [path, strToU8(text)])));
    expect(await refusal(zip({ 'word/document.xml': '<w/>' }))).toMatch(/text document \(DOCX\)/);
    expect(await refusal(zip({ mimetype: 'application/vnd.oasis.opendocument.presentation' }))).toMatch(
      /\(ODP\)/,
    );
    expect(await refusal(strToU8('%PDF-1.7'))).toMatch(/a PDF/);
    expect(await refusal(strToU8('<html><table><tr><td>1'))).toMatch(/a web page under the name/);
    expect(await refusal(strToU8('Name,Role\nIda,Host\n'))).toMatch(/a text file; read it as CSV/);
    const locked = xlsx.CFB.utils.cfb_new();
    xlsx.CFB.utils.cfb_add(locked, '/EncryptedPackage', [1, 2, 3]);
    expect(await refusal(new Uint8Array(xlsx.CFB.write(locked, { type: 'array' }) as number[]))).toMatch(
      /^locked-workbook.*password/,
    );
  });
  test('a workbook whose directory is cut is not whole', async () => {
    const bytes = new Uint8Array(xlsx.write(book, { type: 'array', bookType: 'xlsx' }) as ArrayBuffer);
    for (const left of [0.3, 0.7, 0.99])
      expect(await refusal(bytes.slice(0, Math.floor(bytes.length * left)))).toMatch(/^damaged-workbook/);
  });
});
