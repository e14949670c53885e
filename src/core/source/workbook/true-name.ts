import { unzipSync } from 'fflate';
import { refuse } from '../read';

/** What a workbook of each kind is kept in. */
export type BookKind = 'zip' | 'compound' | 'stream';

/** Readers unpack no more of a part than its archive says it has, so that what it says can be added up. */
const largestUnpacked = 256 << 20;
const mostParts = 5000;
const text = (bytes: Uint8Array): string => new TextDecoder('latin1').decode(bytes);

/** What an archive holds instead of a workbook, by names that only it has in it. */
const archives: readonly [RegExp, string][] = [
  [/^word\//, 'a text document (DOCX)'],
  [/^ppt\//, 'a presentation (PPTX)'],
  [
    /^Index\/.*\.iwa$|^Index\.zip$/,
    'a document of another spreadsheet program, which keeps it in a form of its own',
  ],
  [/^META-INF\/container\.xml$/, 'an electronic book (EPUB)'],
  [/^META-INF\/MANIFEST\.MF$/, 'a Java archive'],
];
const openDocuments: Readonly<Record<string, string>> = {
  text: 'a text document (ODT)',
  presentation: 'a presentation (ODP)',
  graphics: 'a drawing (ODG)',
};

function refuseArchive(bytes: Uint8Array, name: string): void {
  const names: string[] = [];
  let unpacked = 0;
  let head: Record<string, Uint8Array> = {};
  try {
    head = unzipSync(bytes, {
      filter: (file) => {
        names.push(file.name);
        unpacked += file.originalSize;
        return (
          (file.name === 'mimetype' || file.name === '[Content_Types].xml') && file.originalSize < 1 << 20
        );
      },
    });
  } catch {
    return refuse(
      'damaged-workbook',
      `${name} is damaged or not whole: its archive cannot be unpacked. Open it in a spreadsheet and save it again.`,
      name,
    );
  }
  if (names.length > mostParts)
    refuse(
      'zip-bomb',
      `${name} holds more than ${mostParts} files. It is no workbook and was not opened.`,
      name,
    );
  if (unpacked > largestUnpacked)
    refuse(
      'zip-bomb',
      `${name} unpacks to more than ${largestUnpacked >> 20} MiB. It was not opened; save it with less in it.`,
      name,
    );
  const say = (what: string): never =>
    refuse('not-a-workbook', `${name} is ${what}, not a workbook. Save the sheet as XLSX, ODS or CSV.`, name);
  const mime = head['mimetype'] ? text(head['mimetype']).trim() : '';
  const open = /opendocument\.(\w+)/.exec(mime)?.[1];
  if (open === 'spreadsheet') return;
  if (open !== undefined) say(openDocuments[open] ?? 'a document of OpenDocument');
  const types = head['[Content_Types].xml'] ? text(head['[Content_Types].xml']) : '';
  if (/(spreadsheetml\.(sheet|template)|ms-excel\.\w+(\.\w+)*)\.main\+xml|sheet\.binary/i.test(types)) return;
  for (const [form, what] of archives) if (names.some((one) => form.test(one))) say(what);
  // Some programs write no list of contents; the part itself says what it is.
  if (names.some((one) => /(^|\/)workbook\.(xml|bin)$/i.test(one))) return;
  say('an archive (ZIP)');
}

/**
 * Refuses what is no workbook by what it is, whatever its name says; what is left is one of Office Open XML (ECMA-376),
 * of its binary forms, or of OpenDocument (ISO 26300).
 */
export function refuseOther(bytes: Uint8Array, name: string, entriesOf: () => readonly string[]): BookKind {
  const [a, b] = bytes;
  if (a === 0x50 && b === 0x4b) {
    refuseArchive(bytes, name);
    return 'zip';
  }
  if (a === 0xd0 && b === 0xcf) {
    let entries: readonly string[];
    try {
      entries = entriesOf();
    } catch {
      return refuse(
        'damaged-workbook',
        `${name} is damaged or not whole. Open it in a spreadsheet and save it again.`,
        name,
      );
    }
    const has = (one: string): boolean => entries.includes(one);
    if (has('EncryptedPackage') || has('EncryptionInfo'))
      refuse(
        'locked-workbook',
        `${name} is locked with a password. Save it without one, or read it from where it is made.`,
        name,
      );
    if (has('Workbook') || has('Book')) return 'compound';
    const what = has('WordDocument')
      ? 'a text document (DOC)'
      : has('PowerPoint Document')
        ? 'a presentation (PPT)'
        : 'a file of an older program';
    refuse('not-a-workbook', `${name} is ${what}, not a workbook. Save the sheet as XLSX, ODS or CSV.`, name);
  }
  if (a === 0x09 && (b === 0 || b === 2 || b === 4 || b === 8)) return 'stream';
  const start = text(bytes.subarray(0, 400))
    .replace(/^\u00ef\u00bb\u00bf/, '')
    .trimStart();
  const what = start.startsWith('%PDF')
    ? 'a PDF'
    : start.startsWith('{\\rtf')
      ? 'a text document (RTF)'
      : /^(<!doctype html|<html|<table|<meta)/i.test(start)
        ? 'a web page under the name of a workbook'
        : start.startsWith('<')
          ? 'an XML file'
          : /^[\t\r\n\x20-\xff]*$/.test(start)
            ? 'a text file; read it as CSV'
            : 'of a kind that is not known here';
  return refuse(
    'not-a-workbook',
    `${name} is ${what}${/CSV$/.test(what) ? '.' : ', not a workbook. Save the sheet as XLSX, ODS or CSV.'}`,
    name,
  );
}
