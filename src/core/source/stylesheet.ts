import { refuse } from './read';

// What of a stylesheet is applied: XSLT 1.0 (W3C, 1999) without what reaches outside of its file. The engine knows later
// versions and gives them the first node of many where one number is asked; what it has wrong is written so that it is right.

const xsl = 'http://www.w3.org/1999/XSL/Transform';

const elements = new Set([
  'stylesheet', 'transform', 'apply-templates', 'attribute', 'attribute-set', 'call-template', 'choose', 'comment', 'copy', 'copy-of',
  'decimal-format', 'element', 'fallback', 'for-each', 'if', 'key', 'message', 'namespace-alias', 'number', 'otherwise', 'output', 'param',
  'preserve-space', 'processing-instruction', 'sort', 'strip-space', 'template', 'text', 'value-of', 'variable', 'when', 'with-param',
]); // prettier-ignore
/** XPath 1.0, 4, and XSLT 1.0, 12; and the tests of nodes, which look like functions. */
const functions = new Set([
  'last', 'position', 'count', 'local-name', 'namespace-uri', 'name', 'string', 'concat', 'starts-with', 'contains', 'substring-before',
  'substring-after', 'substring', 'string-length', 'normalize-space', 'translate', 'boolean', 'not', 'true', 'false', 'lang', 'number', 'sum',
  'floor', 'ceiling', 'round', 'key', 'format-number', 'current', 'generate-id', 'system-property', 'element-available', 'function-available',
  'node', 'text', 'comment', 'processing-instruction',
]); // prettier-ignore
const operators = new Set(['and', 'or', 'div', 'mod']);
/** Which arguments are numbers, by their places. */
const numeric: Readonly<Record<string, readonly number[]>> = {
  floor: [0],
  ceiling: [0],
  round: [0],
  'format-number': [0],
  substring: [1, 2],
};
const expressions = new Set(['select', 'match', 'test', 'use', 'value', 'count', 'from']);

const bad = (what: string): never =>
  refuse(
    'bad-stylesheet',
    `The stylesheet uses ${what}. Stylesheets of XSLT 1.0 that stay within their file are applied.`,
    'stylesheet',
  );

/** An expression of XPath 1.0 with the engine's faults written around. Refuses what is none by name. */
export function plainExpression(expression: string): string {
  // Literals are set aside, so that what is in them is not looked at.
  const literals: string[] = [];
  const bare = expression.replace(
    /"[^"]*"|'[^']*'/g,
    (literal) => `\u0001${literals.push(literal) - 1}\u0001`,
  );
  const strange = /Q\{|[#?{}]|=>|\|\||!(?!=)|[)\]]\s*\(/.exec(bare);
  if (strange) bad(`“${strange[0]}”, which XPath 1.0 does not have`);
  for (const [, dollar, name = ''] of bare.matchAll(/(\$?)([\p{L}_][\p{L}\p{N}_.:-]*)\s*\(/gu)) {
    const last = name.replace(/^.*::/, '');
    if (dollar) bad(`a variable as a function (“$${name}”)`);
    if (last === 'id') bad('id(), which needs a document type definition (use key() instead)');
    if (last === 'document') bad('document(), which reads other files');
    if (!functions.has(last) && !operators.has(last)) bad(`the function ${last}()`);
  }
  return wrapped(bare).replace(/\u0001(\d+)\u0001/g, (_, at: string) => literals[Number(at)] as string);
}

/** The same with arguments that are numbers made so: nodes are otherwise taken for none. */
function wrapped(bare: string): string {
  const form = /(?<![\p{L}\p{N}_.:$-])(floor|ceiling|round|format-number|substring)\s*\(/gu;
  let out = '';
  let at = 0;
  for (let match = form.exec(bare); match; match = form.exec(bare)) {
    const places = numeric[match[1] as string] ?? [];
    const start = form.lastIndex;
    const parts: string[] = [];
    let depth = 1;
    let from = start;
    let end = start;
    for (; end < bare.length && depth > 0; end += 1) {
      const sign = bare[end];
      if (sign === '(' || sign === '[') depth += 1;
      else if (sign === ')' || sign === ']') depth -= 1;
      if ((sign === ',' && depth === 1) || depth === 0) {
        parts.push(bare.slice(from, end));
        from = end + 1;
      }
    }
    // What does not close the engine says better.
    if (depth > 0) break;
    out += bare.slice(at, start);
    out += parts
      .map((part, i) => (places.includes(i) ? `number(${wrapped(part)})` : wrapped(part)))
      .join(',');
    out += ')';
    at = end;
    form.lastIndex = end;
  }
  return out + bare.slice(at);
}

interface Attribute {
  readonly name: string;
  readonly localName: string;
  readonly namespaceURI: string | null;
  value: string;
}
interface Element {
  readonly nodeType: number;
  readonly localName: string;
  readonly namespaceURI: string | null;
  readonly attributes: readonly Attribute[];
  readonly childNodes: readonly Element[];
  setAttribute(name: string, value: string): void;
  removeAttribute(name: string): void;
}

/** Whether what comes out is words and not XML. */
export type StylesheetOutput = 'xml' | 'text';

/** A stylesheet that may be applied, as the engine is given it, and what it makes. @throws ProblemError */
export async function checkedStylesheet(
  stylesheet: string,
): Promise<{ readonly text: string; readonly output: StylesheetOutput }> {
  const { parseXmlDocument, serializeToWellFormedString } = await import('slimdom');
  if (/<!(DOCTYPE|ENTITY)/i.test(stylesheet)) bad('a document type definition');
  let document: ReturnType<typeof parseXmlDocument>;
  try {
    document = parseXmlDocument(stylesheet);
  } catch (error) {
    const message = (error as Error).message;
    return refuse(
      'bad-xml',
      `The stylesheet is not well-formed XML at line ${/line (\d+)/.exec(message)?.[1] ?? '1'}: ${message.split('\n')[0]}. Correct it there.`,
      'stylesheet',
    );
  }
  const output = document.documentElement ? prepareStylesheet(document.documentElement as never) : 'xml';
  return { text: serializeToWellFormedString(document), output };
}

/** Rewrites a stylesheet in place so that the engine is right. Gives what it makes. @throws ProblemError */
function prepareStylesheet(root: Element): StylesheetOutput {
  if (
    root.namespaceURI !== xsl &&
    !root.attributes.some((a) => a.namespaceURI === xsl && a.localName === 'version')
  )
    bad('no namespace of XSLT, so it is none');
  let output: StylesheetOutput = 'xml';
  const visit = (element: Element): void => {
    const isXsl = element.namespaceURI === xsl;
    if (isXsl && !elements.has(element.localName)) bad(`xsl:${element.localName}`);
    for (const attribute of element.attributes) {
      const isOwn = isXsl ? attribute.namespaceURI === null : attribute.namespaceURI === xsl;
      const name = attribute.localName;
      if (isOwn && name === 'extension-element-prefixes' && attribute.value.trim() !== '')
        bad('elements of its own');
      if (isOwn && name === 'version' && attribute.value.trim() !== '1.0')
        bad(`version ${attribute.value} of XSLT`);
      if (attribute.name.startsWith('xmlns')) {
        if (/saxon|xalan|exslt|xslt\/java|javascript|w3\.org\/2005\/xpath-functions/i.test(attribute.value))
          bad(`extensions (${attribute.value})`);
      } else if (isXsl && expressions.has(name)) attribute.value = plainExpression(attribute.value);
      else if (attribute.value.includes('{'))
        attribute.value = attribute.value.replace(
          /\{\{|\}\}|\{((?:[^{}"']|"[^"]*"|'[^']*')*)\}/g,
          (whole, inner: string | undefined) => (inner === undefined ? whole : `{${plainExpression(inner)}}`),
        );
    }
    if (isXsl && element.localName === 'number') {
      const value = element.attributes.find((a) => a.localName === 'value');
      if (value) value.value = `number(${value.value})`;
      // As of 1.0 the engine keeps the first of many numbers only.
      else element.setAttribute('version', '3.0');
    }
    if (isXsl && element.localName === 'output') {
      const method = element.attributes.find((a) => a.localName === 'method')?.value ?? 'xml';
      if (method === 'text') output = 'text';
      else element.setAttribute('method', 'xml');
      for (const name of [
        'encoding',
        'indent',
        'doctype-public',
        'doctype-system',
        'media-type',
        'standalone',
      ])
        element.removeAttribute(name);
    }
    for (const child of element.childNodes) if (child.nodeType === 1) visit(child);
  };
  visit(root);
  return output;
}
