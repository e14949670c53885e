import type { z } from 'zod';
import { ProblemError } from '../../problem';
import { decodeText } from '../decode';
import { uniqueNames } from '../names';
import { placeIn, refuse, refuseWebPage, type Cell, type Offer, type Read, type ReadHosts } from '../read';
import { checkedStylesheet } from '../stylesheet';
import { guessType } from '../values';
import { evaluatePath } from '../xpath';
import { csvCells } from './csv';
import type { xmlFormatSchema } from './schemas';
import { textLines } from './text';

/** The text of an XML file, in the encoding that it declares; documents with entities of their own are turned away. */
export async function xmlText(
  bytes: Uint8Array,
  encoding: string | null,
  name: string,
): Promise<{ text: string; encoding: string }> {
  const declared = /^\s*<\?xml[^>]*encoding\s*=\s*["']([A-Za-z0-9._-]+)["']/.exec(
    new TextDecoder('latin1').decode(bytes.subarray(0, 200)),
  )?.[1];
  const isWide = bytes[0] === 0xff || bytes[0] === 0xfe || bytes[0] === 0xef;
  const read = await decodeText(bytes, encoding ?? (isWide ? null : (declared ?? null)), name);
  const entity = /<!ENTITY/i.exec(read.text);
  if (entity) {
    const line = read.text.slice(0, entity.index).split('\n').length;
    refuse(
      'entities',
      `${name} defines entities of its own at line ${line}. Files that expand or reach outside are not read; have it written without them.`,
      `${name}:${line}`,
    );
  }
  return read;
}

interface XmlNode {
  readonly nodeType: number;
  readonly nodeName: string;
  readonly localName?: string | null;
  readonly nodeValue?: string | null;
  readonly value?: string;
  readonly textContent: string | null;
  readonly childNodes: readonly XmlNode[];
  readonly attributes?: readonly {
    readonly name: string;
    readonly value: string;
    readonly namespaceURI: string | null;
  }[];
}
const elementsOf = (node: XmlNode): XmlNode[] => node.childNodes.filter((child) => child.nodeType === 1);

/** Paths of elements that repeat beside one another, shallow ones first. */
function repeating(root: XmlNode): Offer[] {
  const found: Offer[] = [];
  let level: { node: XmlNode; path: string }[] = [{ node: root, path: `/${root.nodeName}` }];
  for (let depth = 0; depth < 8 && level.length > 0 && found.length < 40; depth += 1) {
    const next: typeof level = [];
    for (const { node, path } of level) {
      const counts = new Map<string, number>();
      for (const child of elementsOf(node)) counts.set(child.nodeName, (counts.get(child.nodeName) ?? 0) + 1);
      const taken = new Set<string>();
      for (const child of elementsOf(node)) {
        if (taken.has(child.nodeName)) continue;
        taken.add(child.nodeName);
        const own = `${path}/${child.nodeName}`;
        const count = counts.get(child.nodeName) ?? 0;
        if (count > 1) found.push({ path: own, what: `list of ${count}` });
        next.push({ node: child, path: own });
      }
    }
    level = next.slice(0, 200);
  }
  return found;
}

/** The elements at a path of names from the root. */
const byNames = (root: XmlNode, path: string): XmlNode[] =>
  path
    .split('/')
    .slice(2)
    .reduce(
      (nodes, step) => nodes.flatMap((node) => elementsOf(node).filter((child) => child.nodeName === step)),
      [root],
    );

function flatten(node: XmlNode, into: Map<string, string>, prefix: string, depth: number): void {
  for (const attribute of node.attributes ?? []) {
    if (!attribute.name.startsWith('xmlns')) into.set(`${prefix}@${attribute.name}`, attribute.value);
  }
  const children = elementsOf(node);
  if (children.length === 0) {
    const text = (node.textContent ?? '').trim();
    const key = prefix === '' ? 'Text' : prefix.slice(0, -1);
    if (text !== '' || prefix !== '')
      into.set(key, into.has(key) && prefix !== '' ? `${into.get(key)}, ${text}` : text);
  } else if (depth < 5) {
    for (const child of children) flatten(child, into, `${prefix}${child.nodeName}/`, depth + 1);
  }
}

/** What a stylesheet makes that is no XML: a table where it looks like one, else lines. */
function ofText(made: string, name: string): Read {
  const [first = '', second = ''] = made.trimStart().split(/\r?\n/);
  const isTable = ['\t', ';', ',', '|'].some((sign) => first.includes(sign) && second.includes(sign));
  return isTable
    ? csvCells(made, 'utf-8', { format: 'csv', encoding: null, separator: null, header: true }, name)
    : textLines(made, 'utf-8');
}

const mostAttributes = 2000;
const longestName = 2000;

/** Parsers take long over a tag with very many attributes or a very long name; no file of data has one. */
function refuseUnwieldy(text: string, name: string): void {
  const say = (at: number, what: string): never => {
    const { line } = placeIn(text, at);
    return refuse(
      'unwieldy-xml',
      `${name} has ${what} at line ${line}. No file of data needs that; it was not read.`,
      `${name}:${line}`,
    );
  };
  for (let at = text.indexOf('<'); at >= 0; at = text.indexOf('<', at + 1)) {
    if (text.startsWith('<!--', at) || text.startsWith('<![CDATA[', at) || text.startsWith('<?', at)) {
      const close = text.startsWith('<!--', at) ? '-->' : text.startsWith('<?', at) ? '?>' : ']]>';
      const end = text.indexOf(close, at);
      if (end < 0) return;
      at = end;
      continue;
    }
    let attributes = 0;
    let word = 0;
    let quote = '';
    let i = at + 1;
    for (; i < text.length; i += 1) {
      const sign = text[i] as string;
      if (quote !== '') {
        if (sign === quote) quote = '';
      } else if (sign === '>') break;
      else if (sign === '"' || sign === "'") {
        quote = sign;
        word = 0;
        if ((attributes += 1) > mostAttributes) say(at, `a tag with more than ${mostAttributes} attributes`);
      } else if (/\s|=/.test(sign)) word = 0;
      else if ((word += 1) > longestName) say(at, `a name of more than ${longestName} characters`);
    }
    at = i;
  }
}

/** XML 1.0 by XPath, after a stylesheet where one is given: what the path finds becomes rows, attributes and elements columns. */
export async function readXml(
  bytes: Uint8Array,
  options: z.infer<typeof xmlFormatSchema>,
  name: string,
  { transform }: ReadHosts = {},
): Promise<Read> {
  const { text, encoding } = await xmlText(bytes, options.encoding, name);
  refuseUnwieldy(text, name);
  const { parseXmlDocument } = await import('slimdom');
  const parse = (source: string, what: string) => {
    try {
      return parseXmlDocument(source);
    } catch (error) {
      // A page of the web may be XML; one that is not says more of the address than of its lines.
      refuseWebPage(source, name, 'XML');
      const said = (error as Error).message.split('\n');
      const line = /line (\d+)/.exec((error as Error).message)?.[1] ?? '1';
      return refuse(
        'bad-xml',
        `${what} is not well-formed XML at line ${line}: ${said[0]}. Correct it there.`,
        `${name}:${line}`,
      );
    }
  };
  let document = parse(text, name);
  const notes: string[] = [];
  if (/<!ATTLIST/.test(text))
    notes.push('Its document type definition is not read: values that it alone gives are not there.');
  if (options.stylesheet.trim() !== '') {
    const { text: stylesheet, output } = await checkedStylesheet(options.stylesheet);
    if (!transform)
      return refuse(
        'no-transform',
        `Stylesheets are applied by the server, which is away. ${name} is read when it is back.`,
        'stylesheet',
      );
    let made: string;
    try {
      made = await transform(text, stylesheet);
    } catch (error) {
      if (error instanceof ProblemError) throw error;
      return refuse(
        'bad-stylesheet',
        `The stylesheet for ${name} fails: ${(error as Error).message}.`,
        'stylesheet',
      );
    }
    if (made.trim() === '')
      refuse('bad-stylesheet', `The stylesheet makes nothing of ${name}.`, 'stylesheet');
    if (output === 'text') {
      const read = ofText(made, name);
      return {
        ...read,
        notes: [...notes, 'The stylesheet was applied; it makes text.', ...read.notes],
        encoding,
      };
    }
    document = parse(made, `What the stylesheet makes of ${name}`);
    notes.push('The stylesheet was applied.');
  }
  const root = document.documentElement as unknown as XmlNode & { namespaceURI: string | null };
  const declared: Record<string, string> = {};
  const declare = (node: XmlNode): void => {
    for (const { name: attribute, value } of node.attributes ?? [])
      if (attribute.startsWith('xmlns:')) declared[attribute.slice(6)] ??= value;
  };
  declare(root);
  const offers = repeating(root);
  const path = options.path.trim() || (offers[0]?.path ?? `/${root.nodeName}`);
  // Prefixes that are declared further down are looked for where the path has one.
  if (/[\w-]:(?!:)[\w*]/.test(path)) {
    const walk = (node: XmlNode): void => elementsOf(node).forEach((child) => (declare(child), walk(child)));
    walk(root);
  }
  const resolve = (prefix: string): string | null =>
    options.namespaces[prefix] ??
    declared[prefix] ??
    (prefix === '' && !root.nodeName.includes(':') ? root.namespaceURI : null);
  // The first list by itself is the one that was found.
  const nodes =
    options.path.trim() === '' ? byNames(root, path) : await evaluatePath(document, path, resolve, name);
  if (nodes.length === 0)
    refuse(
      'path-not-found',
      `${name} has nothing at ${path}. ${
        offers.length > 0
          ? `There is ${offers
              .slice(0, 3)
              .map((o) => o.path)
              .join(', ')}.`
          : 'Choose a path that is there.'
      }`,
      'path',
    );
  const columns = new Map<string, number>();
  const flat = nodes.map((node) => {
    const cells = new Map<string, string>();
    if (typeof node !== 'object' || node === null) cells.set('Value', String(node));
    else if ((node as XmlNode).nodeType === 1) flatten(node as XmlNode, cells, '', 0);
    else
      cells.set(
        (node as XmlNode).nodeType === 2 ? `@${(node as XmlNode).nodeName}` : 'Text',
        (node as XmlNode).value ?? (node as XmlNode).textContent ?? '',
      );
    for (const key of cells.keys()) if (!columns.has(key)) columns.set(key, columns.size);
    return cells;
  });
  const names = [...columns.keys()];
  const rows = flat.map((cells) => names.map((column): Cell => cells.get(column) ?? null));
  const first = rows[0]?.[0] ?? null;
  return {
    columns: uniqueNames(names).map((column, i) => ({ name: column, type: guessType(rows, i) })),
    rows,
    value: rows.length === 1 && names.length === 1 ? first : null,
    notes,
    encoding,
    offers,
    facets: {},
  };
}
