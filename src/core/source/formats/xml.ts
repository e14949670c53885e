import { z } from 'zod';
import { decodeText } from '../decode';
import { uniqueNames } from '../names';
import { refuse, refuseWebPage, type Cell, type Offer, type Read } from '../read';
import { guessType } from '../values';
import { encodingSchema } from './text';

export const xmlFormatSchema = z.object({
  format: z.literal('xml'),
  encoding: encodingSchema,
  /** XPath; empty takes the first elements that repeat. Names without a prefix are in the root's own namespace. */
  path: z.string().max(500),
  /** Prefixes that the path uses beside those of the root. */
  namespaces: z.record(z.string().max(40), z.string().max(300)),
  /** An XSLT 1.0 stylesheet that is applied first; empty for none. */
  stylesheet: z.string().max(200_000),
});

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

/** XML 1.0 by XPath, after a stylesheet where one is given: what the path finds becomes rows, attributes and elements columns. */
export async function readXml(
  bytes: Uint8Array,
  options: z.infer<typeof xmlFormatSchema>,
  name: string,
): Promise<Read> {
  const { text, encoding } = await xmlText(bytes, options.encoding, name);
  refuseWebPage(text, name, 'XML');
  const [{ parseXmlDocument }, xpath] = await Promise.all([import('slimdom'), import('fontoxpath')]);
  const parse = (source: string, what: string) => {
    try {
      return parseXmlDocument(source);
    } catch (error) {
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
  if (options.stylesheet.trim() !== '') {
    parse(options.stylesheet, 'The stylesheet');
    const { Xslt, XmlParser } = await import('xslt-processor');
    let made: string;
    try {
      const parser = new XmlParser();
      made = await new Xslt().xsltProcess(parser.xmlParse(text), parser.xmlParse(options.stylesheet));
    } catch (error) {
      return refuse(
        'bad-stylesheet',
        `The stylesheet for ${name} fails: ${(error as Error).message}.`,
        'stylesheet',
      );
    }
    if (made.trim() === '')
      refuse('bad-stylesheet', `The stylesheet makes nothing of ${name}.`, 'stylesheet');
    document = parse(made, `What the stylesheet makes of ${name}`);
    notes.push('The stylesheet was applied.');
  }
  const root = document.documentElement as unknown as XmlNode & { namespaceURI: string | null };
  const declared: Record<string, string> = {};
  for (const { name: attribute, value } of root.attributes ?? [])
    if (attribute.startsWith('xmlns:')) declared[attribute.slice(6)] = value;
  const offers = repeating(root);
  const path = options.path.trim() || (offers[0]?.path ?? `/${root.nodeName}`);
  const resolve = (prefix: string): string | null =>
    options.namespaces[prefix] ?? declared[prefix] ?? (prefix === '' ? root.namespaceURI : null);
  let nodes: unknown[];
  try {
    const found: unknown = xpath.evaluateXPath(
      path,
      document,
      null,
      {},
      xpath.evaluateXPath.ALL_RESULTS_TYPE as never,
      { namespaceResolver: resolve },
    );
    nodes = found as unknown[];
  } catch (error) {
    return refuse(
      'bad-path',
      `The XPath “${path}” cannot be used on ${name}: ${(error as Error).message.split('\n')[0]}.`,
      'path',
    );
  }
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
