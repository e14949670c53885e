import type { SvgNode } from './tree';

/** Presentation properties as they are in force at a node, names as in CSS. */
export type Style = Readonly<Record<string, string>>;

const inherited = new Set([
  'fill',
  'fill-rule',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-opacity',
  'stroke-dasharray',
  'stroke-linecap',
  'stroke-linejoin',
  'stroke-miterlimit',
  'marker',
  'marker-start',
  'marker-mid',
  'marker-end',
  'font-family',
  'font-size',
  'font-weight',
  'font-style',
  'letter-spacing',
  'text-anchor',
  'color',
  'visibility',
]);
const own = new Set([
  'opacity',
  'display',
  'clip-path',
  'mask',
  'filter',
  'mix-blend-mode',
  'paint-order',
  'stop-color',
  'stop-opacity',
]);

export interface Rule {
  readonly selector: string;
  readonly style: Style;
}

function declarations(text: string): Record<string, string> {
  const found: Record<string, string> = {};
  for (const part of text.split(';')) {
    const at = part.indexOf(':');
    if (at > 0)
      found[part.slice(0, at).trim().toLowerCase()] = part
        .slice(at + 1)
        .replace(/!important/i, '')
        .trim();
  }
  return found;
}

/** The rules of a document's style sheets whose selectors are a type, a class or an id, in their order. */
export function rulesIn(root: SvgNode): Rule[] {
  const rules: Rule[] = [];
  const walk = (node: SvgNode): void => {
    if (node.name === 'style') {
      const text = node.children
        .filter((c) => typeof c === 'string')
        .join('')
        .replace(/\/\*[\s\S]*?\*\//g, '');
      for (const [, selectors, body] of text.matchAll(/([^{}]+)\{([^{}]*)\}/g)) {
        for (const selector of (selectors ?? '').split(','))
          rules.push({ selector: selector.trim(), style: declarations(body ?? '') });
      }
    }
    for (const child of node.children) if (typeof child === 'object') walk(child);
  };
  walk(root);
  return rules;
}

const weight = (selector: string): number => (selector.startsWith('#') ? 3 : selector.includes('.') ? 2 : 1);

function matches(selector: string, node: SvgNode): boolean {
  const classes = (node.attributes['class'] ?? '').split(/\s+/);
  if (selector === '*') return true;
  if (selector.startsWith('#')) return node.attributes['id'] === selector.slice(1);
  const [type, ...names] = selector.split('.');
  return (type === '' || type === node.name) && names.every((name) => classes.includes(name));
}

/** The style of a node: what it inherits, its attributes, the rules that pick it, its own style attribute. */
export function styleOf(node: SvgNode, around: Style, rules: readonly Rule[]): Style {
  const style: Record<string, string> = {};
  for (const [key, value] of Object.entries(around)) if (inherited.has(key)) style[key] = value;
  for (const [key, value] of Object.entries(node.attributes))
    if (inherited.has(key) || own.has(key)) style[key] = value.trim();
  const picked = rules.filter((rule) => matches(rule.selector, node));
  for (const rule of [...picked].sort((a, b) => weight(a.selector) - weight(b.selector)))
    Object.assign(style, rule.style);
  Object.assign(style, declarations(node.attributes['style'] ?? ''));
  for (const [key, value] of Object.entries(style)) if (value === 'inherit') style[key] = around[key] ?? '';
  return style;
}

/** A length in px; `whole` is what per cent are of. Null where there is none. */
export function length(text: string | undefined, whole = 0): number | null {
  const found = /^\s*(-?[\d.]+(?:e-?\d+)?)\s*(px|pt|pc|mm|cm|in|em|rem|%)?/i.exec(text ?? '');
  if (!found) return null;
  const value = Number(found[1]);
  const factor = {
    pt: 4 / 3,
    pc: 16,
    mm: 96 / 25.4,
    cm: 96 / 2.54,
    in: 96,
    em: 16,
    rem: 16,
    '%': whole / 100,
  }[(found[2] ?? '').toLowerCase()];
  return Number.isFinite(value) ? value * (factor ?? 1) : null;
}
