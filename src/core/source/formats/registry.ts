import type { Read, ReadHosts } from '../read';
import { readCsvCells } from './csv';
import { readFeed } from './feed';
import { readJson } from './json';
import { readText } from './text';
import { readXlsx } from './xlsx';
import type { Format, FormatName } from './schemas';
import { readXml } from './xml';

interface FormatKind<F> {
  readonly label: string;
  readonly plain: F;
  readonly read: (bytes: Uint8Array, options: F, name: string, hosts: ReadHosts) => Promise<Read>;
}

/** Every format, by name: the one table a new one is added to. */
export const formats: { readonly [N in FormatName]: FormatKind<Extract<Format, { format: N }>> } = {
  text: { label: 'Text', plain: { format: 'text', encoding: null }, read: readText },
  csv: {
    label: 'CSV or TSV',
    plain: { format: 'csv', encoding: null, separator: null, header: true },
    read: readCsvCells,
  },
  xlsx: {
    label: 'Workbook (XLSX, XLS, XLSB, ODS)',
    plain: { format: 'xlsx', sheet: null, range: null, by: 'row', header: true, cells: 'shown' },
    read: readXlsx,
  },
  json: { label: 'JSON', plain: { format: 'json', encoding: null, path: '', query: '' }, read: readJson },
  xml: {
    label: 'XML',
    plain: { format: 'xml', encoding: null, path: '', namespaces: {}, stylesheet: '' },
    read: readXml,
  },
  feed: { label: 'Feed (RSS, Atom, JSON Feed)', plain: { format: 'feed', encoding: null }, read: readFeed },
};

/** The format that a file most likely has, by its name, else by how it begins. */
export function guessFormat(name: string, bytes: Uint8Array): FormatName {
  const ending = /\.([a-z0-9]+)(?:[?#].*)?$/i.exec(name)?.[1]?.toLowerCase() ?? '';
  const byEnding: Readonly<Record<string, FormatName>> = {
    csv: 'csv', tsv: 'csv', tab: 'csv', xlsx: 'xlsx', xlsm: 'xlsx', xltx: 'xlsx', xlsb: 'xlsx', xls: 'xlsx', ods: 'xlsx', json: 'json', geojson: 'json', ndjson: 'json', jsonl: 'json', rss: 'feed', atom: 'feed', rdf: 'feed',
  }; // prettier-ignore
  const known = byEnding[ending];
  if (known && known !== 'json') return known;
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) return 'xlsx';
  const start = new TextDecoder('latin1')
    .decode(bytes.subarray(0, 3000))
    .replace(/^(ï»¿|\ufeff)/, '')
    .trimStart();
  if (/^\{/.test(start) && /"version"\s*:\s*"https?:\\?\/\\?\/jsonfeed\.org\\?\/version/.test(start))
    return 'feed';
  if (known === 'json' || /^[[{]/.test(start)) return 'json';
  if (/^(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*)*<(rss|rdf:RDF|feed)[\s>]/i.test(start)) return 'feed';
  if (ending === 'xml' || /^<(\?xml|!doctype|[a-z])/i.test(start)) return 'xml';
  const [first = '', second = ''] = start.split(/\r?\n/);
  return ['\t', ';', ',', '|'].some((sign) => first.includes(sign) && second.includes(sign)) ? 'csv' : 'text';
}
