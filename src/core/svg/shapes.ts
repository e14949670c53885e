import { still, type Plane } from './matrix';
import { length } from './style';
import type { SvgNode } from './tree';

// What drawings are read by, whatever is made of them.

/** Elements that are drawn as outlines, and those that are not drawn. */
export const shapes: ReadonlySet<string> = new Set([
  'path',
  'rect',
  'circle',
  'ellipse',
  'line',
  'polyline',
  'polygon',
]);
export const silent = new Set([
  'defs',
  'title',
  'desc',
  'metadata',
  'style',
  'symbol',
  'linearGradient',
  'radialGradient',
  'clipPath',
  'mask',
  'marker',
  'namedview',
  'script',
]);

/** What a node is called: by its title, its label, or its id. */
export function nameOf(node: SvgNode, otherwise: string): string {
  const { label, id } = node.attributes;
  const title = node.children.find((child) => typeof child === 'object' && child.name === 'title');
  const said =
    typeof title === 'object'
      ? title.children
          .filter((child) => typeof child === 'string')
          .join('')
          .replace(/\s+/g, ' ')
          .trim()
      : '';
  const words = said || (label ?? id ?? '').trim();
  return (words || otherwise).slice(0, 200);
}

/** The size of a drawing in px, and how its view box lies in it. */
export function canvasOf(root: SvgNode): { width: number; height: number; map: Plane } {
  const box = (root.attributes['viewBox'] ?? '').split(/[\s,]+/).map(Number);
  const [vx = 0, vy = 0, vw = 0, vh = 0] = box.every(Number.isFinite) && box.length === 4 ? box : [];
  const width = length(root.attributes['width'], vw || 100) ?? (vw || 300);
  const height = length(root.attributes['height'], vh || 100) ?? (vh || 150);
  const scale = vw > 0 && vh > 0 ? Math.min(width / vw, height / vh) : 1;
  const map: Plane =
    vw > 0 && vh > 0
      ? [scale, 0, 0, scale, (width - vw * scale) / 2 - vx * scale, (height - vh * scale) / 2 - vy * scale]
      : still;
  return { width, height, map };
}

/** A shape's outline as path data. */
export function pathData(node: SvgNode): string {
  const at = (name: string): number => length(node.attributes[name]) ?? 0;
  switch (node.name) {
    case 'path':
      return node.attributes['d'] ?? '';
    case 'rect': {
      const [x, y, w, h] = [at('x'), at('y'), at('width'), at('height')];
      if (w <= 0 || h <= 0) return '';
      const rx = Math.min(w / 2, at('rx') || at('ry'));
      const ry = Math.min(h / 2, at('ry') || at('rx'));
      if (rx <= 0 || ry <= 0) return `M${x} ${y}H${x + w}V${y + h}H${x}Z`;
      const arc = (dx: number, dy: number): string => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
      return `M${x + rx} ${y}H${x + w - rx}${arc(rx, ry)}V${y + h - ry}${arc(-rx, ry)}H${x + rx}${arc(-rx, -ry)}V${y + ry}${arc(rx, -ry)}Z`;
    }
    case 'circle':
    case 'ellipse': {
      const rx = node.name === 'circle' ? at('r') : at('rx');
      const ry = node.name === 'circle' ? at('r') : at('ry');
      const [cx, cy] = [at('cx'), at('cy')];
      return rx > 0 && ry > 0
        ? `M${cx - rx} ${cy}A${rx} ${ry} 0 1 1 ${cx + rx} ${cy}A${rx} ${ry} 0 1 1 ${cx - rx} ${cy}Z`
        : '';
    }
    case 'line':
      return `M${at('x1')} ${at('y1')}L${at('x2')} ${at('y2')}`;
    default: {
      const points = (node.attributes['points'] ?? '').trim();
      return points === '' ? '' : `M${points}${node.name === 'polygon' ? 'Z' : ''}`;
    }
  }
}

/** The nodes of a drawing by their ids; of several the first. */
export function idsIn(root: SvgNode): ReadonlyMap<string, SvgNode> {
  const ids = new Map<string, SvgNode>();
  const walk = (node: SvgNode): void => {
    const { id } = node.attributes;
    if (id !== undefined && !ids.has(id)) ids.set(id, node);
    for (const child of node.children) if (typeof child === 'object') walk(child);
  };
  walk(root);
  return ids;
}
