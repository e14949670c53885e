import { XMLParser } from 'fast-xml-parser';

/** A piece of an SVG document. Names are without their prefix. */
export interface SvgNode {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly (SvgNode | string)[];
}

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  attributesGroupName: 'attributes',
  trimValues: false,
  parseTagValue: false,
  parseAttributeValue: false,
  // Entities of a document's own are never expanded.
  processEntities: true,
  htmlEntities: false,
});

type Raw = Record<string, unknown> & { ':@'?: { attributes?: Record<string, string> } };

const bare = (name: string): string => name.slice(name.indexOf(':') + 1);

function toNode(raw: Raw): SvgNode | string | null {
  const key = Object.keys(raw).find((k) => k !== ':@');
  if (key === undefined || key.startsWith('?') || key === '#comment') return null;
  if (key === '#text' || key === '__cdata') return String(raw[key]);
  const attributes: Record<string, string> = {};
  const given = (raw[':@'] ?? {}) as Record<string, unknown>;
  const group = (given['attributes'] ?? given) as Record<string, string>;
  for (const [name, value] of Object.entries(group))
    attributes[name === 'xml:space' ? name : bare(name)] = String(value);
  const children = (raw[key] as Raw[]).flatMap((child) => toNode(child) ?? []);
  return { name: bare(key), attributes, children };
}

/** The root of an SVG document, or null where the text holds none. */
export function parseSvg(text: string): SvgNode | null {
  // A document type may define entities: it is left out whole.
  const safe = text.replace(/<!DOCTYPE[^[>]*(\[[\s\S]*?\])?\s*>/i, '');
  let raw: Raw[];
  try {
    raw = parser.parse(safe) as Raw[];
  } catch {
    return null;
  }
  for (const item of raw) {
    const node = toNode(item);
    if (node && typeof node === 'object' && node.name === 'svg') return node;
  }
  return null;
}
