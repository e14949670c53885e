import { problem, type Problem } from '../problem';
import {
  coloursOf,
  families,
  lineCaps,
  lineJoins,
  newElement,
  type Element,
  type Mask,
  type Subpath,
} from '../show';
import { boundsOfPaths, toBox } from '../shape';
import { readCurves } from './curves';
import { apply, isUpright, join, readTransform, scaleOf, type Plane } from './matrix';
import { clear, opacityOf, readPaint } from './paint';
import { length, rulesIn, styleOf, type Rule, type Style } from './style';
import { canvasOf, idsIn, nameOf, pathData, shapes, silent } from './shapes';
import { parseSvg, type SvgNode } from './tree';

/** Vector art as elements, in px of the drawing. */
export interface SvgArt {
  readonly width: number;
  readonly height: number;
  readonly elements: Element[];
  /** Outermost, back to front. */
  readonly order: string[];
  /** Parts of the drawing that elements cannot show, in words, each once. */
  readonly left: string[];
}

interface Around {
  readonly style: Style;
  readonly map: Plane;
}

const most = 5000;

/**
 * Reads an SVG file as elements: groups, paths, rectangles, ellipses, text, gradients, transforms, opacity, clips and
 * masks. Ids come from `newId`. What elements cannot show is named in `left`, not silently dropped.
 */
export function readSvg(text: string, newId: () => string): SvgArt | { problem: Problem } {
  const root = parseSvg(text);
  if (!root)
    return {
      problem: problem('damaged-svg', 'The drawing is damaged: its text is no SVG. Export it again.'),
    };
  const reader = new Reader(root, newId);
  return reader.read();
}

class Reader {
  private readonly ids: ReadonlyMap<string, SvgNode>;
  private readonly rules: readonly Rule[];
  private readonly elements: Element[] = [];
  private readonly left = new Set<string>();
  private readonly masking = new Map<string, string | null>();
  private readonly used: SvgNode[] = [];

  constructor(
    private readonly root: SvgNode,
    private readonly newId: () => string,
  ) {
    this.rules = rulesIn(root);
    this.ids = idsIn(root);
  }

  read(): SvgArt | { problem: Problem } {
    const { width, height, map } = canvasOf(this.root);
    const order = this.children(this.root, { style: styleOf(this.root, { fill: '#000' }, this.rules), map });
    if (this.elements.length > most) {
      return {
        problem: problem(
          'too-many-parts',
          `The drawing has ${this.elements.length} parts; ${most} can be taken apart. Use it as a picture, or simplify it.`,
        ),
      };
    }
    return { width, height, elements: this.elements, order, left: [...this.left] };
  }

  private children(node: SvgNode, around: Around): string[] {
    return node.children.flatMap((child) => (typeof child === 'object' ? this.node(child, around) : []));
  }

  private node(node: SvgNode, around: Around): string[] {
    if (silent.has(node.name) || this.elements.length > most) return [];
    const style = styleOf(node, around.style, this.rules);
    if (style['display'] === 'none' || style['visibility'] === 'hidden') return [];
    const map = join(around.map, readTransform(node.attributes['transform']));
    const own = { style, map };
    if (style['filter'] && style['filter'] !== 'none') this.left.add('filters');
    let made: string[];
    if (node.name === 'g' || node.name === 'a' || node.name === 'svg' || node.name === 'switch')
      made = this.group(node, own);
    else if (node.name === 'use') made = this.use(node, own);
    else if (shapes.has(node.name)) made = this.shape(node, own);
    else if (node.name === 'text') made = this.text(node, own);
    else {
      this.left.add(node.name === 'image' ? 'pictures inside the drawing' : `“${node.name}” parts`);
      return [];
    }
    const masks = this.masks(style, map);
    for (const id of made) {
      const element = this.elements.find((e) => e.id === id);
      if (element && masks.length > 0) element.masks = [...element.masks, ...masks];
    }
    return [...masks.map((mask) => mask.by).filter((id) => this.claim(id)), ...made];
  }

  /** A mask is placed in the order once, in front of its first user. */
  private readonly placed = new Set<string>();
  private claim(id: string): boolean {
    if (this.placed.has(id)) return false;
    this.placed.add(id);
    return true;
  }

  private add(element: Element): string {
    this.elements.push(element);
    return element.id;
  }

  private group(node: SvgNode, own: Around): string[] {
    const dx = node.name === 'svg' ? (length(node.attributes['x']) ?? 0) : 0;
    const dy = node.name === 'svg' ? (length(node.attributes['y']) ?? 0) : 0;
    const children = this.children(node, { ...own, map: join(own.map, [1, 0, 0, 1, dx, dy]) });
    if (children.length === 0) return [];
    const opacity = opacityOf(own.style['opacity']);
    const blend = blendOf(own.style);
    const isNeeded =
      opacity < 1 ||
      blend !== 'normal' ||
      node.attributes['id'] !== undefined ||
      node.attributes['label'] !== undefined ||
      (own.style['clip-path'] ?? 'none') !== 'none' ||
      (own.style['mask'] ?? 'none') !== 'none';
    if (!isNeeded && children.length === 1) return children;
    return [this.add(newElement('group', this.newId(), nameOf(node, 'Group'), { children, opacity, blend }))];
  }

  private use(node: SvgNode, own: Around): string[] {
    const target = this.ids.get((node.attributes['href'] ?? '').replace(/^#/, ''));
    // A use inside what it uses would never end.
    if (!target || this.used.includes(target)) return [];
    this.used.push(target);
    const at: Plane = [1, 0, 0, 1, length(node.attributes['x']) ?? 0, length(node.attributes['y']) ?? 0];
    const inner = { ...own, map: join(own.map, at) };
    const made =
      target.name === 'symbol' ? this.group({ ...target, name: 'g' }, inner) : this.node(target, inner);
    this.used.pop();
    return made;
  }

  private shape(node: SvgNode, { style, map }: Around): string[] {
    const markers = ['marker', 'marker-start', 'marker-mid', 'marker-end'].some((key) =>
      /url\(/.test(style[key] ?? ''),
    );
    if (markers) this.left.add('arrowheads and other markers');
    if (/^\s*stroke/.test(style['paint-order'] ?? '') && (style['stroke'] ?? 'none') !== 'none')
      this.left.add('outlines behind their fill');
    const drawn = readCurves(pathData(node), map);
    const bounds = boundsOfPaths(drawn);
    if (!bounds) return [];
    const opacity = opacityOf(style['opacity']);
    const fillWords = node.name === 'line' ? 'none' : style['fill'];
    const paint = (value: string | undefined, over: string | undefined) =>
      readPaint(value, style, opacityOf(over), bounds, map, this.ids, this.rules, this.left);
    const fill = paint(fillWords, style['fill-opacity']);
    const hasStroke = (style['stroke'] ?? 'none') !== 'none';
    const scale = scaleOf(map);
    const dashes = (style['stroke-dasharray'] ?? 'none')
      .split(/[\s,]+/)
      .map((part) => (length(part) ?? 0) * scale)
      .filter((value) => value > 0);
    const look = {
      fill,
      opacity,
      blend: blendOf(style),
      outlineWidth: hasStroke ? Math.min(500, (length(style['stroke-width']) ?? 1) * scale) : 0,
      outline: hasStroke ? paint(style['stroke'], style['stroke-opacity']) : clear,
      outlinePlace: 'centre' as const,
      dash: dashes[0] ?? 0,
      gap: dashes[1] ?? dashes[0] ?? 0,
      cap: lineCaps.find((cap) => cap === style['stroke-linecap']) ?? ('butt' as const),
      join: joinOf(style['stroke-linejoin']),
      miterLimit: Math.max(1, Math.min(100, Number(style['stroke-miterlimit'] ?? 4) || 4)),
    };
    const id = this.newId();
    if (node.name === 'rect' && isUpright(map)) {
      const radius = Math.max(length(node.attributes['rx']) ?? 0, length(node.attributes['ry']) ?? 0) * scale;
      const radii = {
        radiusTopLeft: radius,
        radiusTopRight: radius,
        radiusBottomRight: radius,
        radiusBottomLeft: radius,
      };
      return [this.add(newElement('rect', id, nameOf(node, 'Rectangle'), { ...bounds, ...look, ...radii }))];
    }
    if ((node.name === 'circle' || node.name === 'ellipse') && isUpright(map))
      return [this.add(newElement('ellipse', id, nameOf(node, 'Ellipse'), { ...bounds, ...look }))];
    const kept = toBox(drawn) as { box: typeof bounds; subpaths: Subpath[] };
    return [
      this.add(
        newElement('path', id, nameOf(node, 'Path'), {
          ...kept.box,
          ...look,
          subpaths: kept.subpaths.slice(0, 2000),
          rule: style['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero',
        }),
      ),
    ];
  }

  private text(node: SvgNode, own: Around): string[] {
    const lines: { words: string; node: SvgNode; style: Style }[] = [];
    const walk = (at: SvgNode, style: Style): void => {
      for (const child of at.children) {
        if (typeof child === 'string') {
          const words = child.replace(/\s+/g, ' ');
          const last = lines.at(-1);
          const isNew =
            at.name === 'tspan' && (at.attributes['x'] !== undefined || at.attributes['y'] !== undefined);
          if (words.trim() === '') continue;
          if (last && !isNew && last.node !== at) last.words += words;
          else lines.push({ words, node: at, style });
        } else if (child.name === 'tspan') walk(child, styleOf(child, style, this.rules));
        else this.left.add('text along a path');
      }
    };
    walk(node, own.style);
    return lines.map(({ words, node: at, style }) => {
      const scale = scaleOf(own.map);
      const size = Math.max(1, Math.min(2000, (length(style['font-size']) ?? 16) * scale));
      const first = (name: string): number | null =>
        length((at.attributes[name] ?? node.attributes[name] ?? '').split(/[\s,]+/)[0]);
      const point = apply(own.map, first('x') ?? 0, first('y') ?? 0);
      const anchor = style['text-anchor'] ?? 'start';
      const w = Math.max(size, words.length * size * 0.8);
      const h = size * 1.3;
      const align =
        anchor === 'middle' ? ('centre' as const) : anchor === 'end' ? ('right' as const) : ('left' as const);
      const x = point.x - { left: 0, centre: w / 2, right: w }[align];
      const angle = (Math.atan2(own.map[1], own.map[0]) * 180) / Math.PI;
      const part = { left: 0, centre: 0.5, right: 1 }[align];
      // The baseline stands some four fifths down the line: near enough for any family.
      if ((style['stroke'] ?? 'none') !== 'none' && (length(style['stroke-width']) ?? 1) > 0)
        this.left.add('outlines of text');
      const paint = readPaint(
        style['fill'],
        style,
        opacityOf(style['fill-opacity']),
        { x, y: point.y, w, h },
        own.map,
        this.ids,
        this.rules,
        this.left,
      );
      if (typeof paint !== 'string') this.left.add('gradients in text (its first colour is kept)');
      return this.add(
        newElement('text', this.newId(), nameOf(node, words.trim().slice(0, 40) || 'Text'), {
          x,
          y: point.y - size,
          w,
          h,
          text: words.trim(),
          family: familyFor(style['font-family']),
          weight: weightOf(style['font-weight']),
          size,
          tracking: Math.round(
            ((length(style['letter-spacing']) ?? 0) / (length(style['font-size']) ?? 16)) * 1000,
          ),
          colour: typeof paint === 'string' ? paint : (coloursOf(paint)[0] ?? '#000000'),
          align,
          vertical: 'top',
          fit: 'as-is',
          opacity: opacityOf(style['opacity']),
          rotation: Math.round(angle * 100) / 100,
          pivotX: part,
          pivotY: size / h,
        }),
      );
    });
  }

  /** What clips or masks a node, each as a group or shape of its own. */
  private masks(style: Style, map: Plane): Mask[] {
    const found: Mask[] = [];
    for (const key of ['clip-path', 'mask'] as const) {
      const reference = /url\(\s*['"]?#([^'")]+)/.exec(style[key] ?? '')?.[1];
      const node = reference === undefined ? undefined : this.ids.get(reference);
      if (!node || this.used.includes(node)) continue;
      if (key === 'mask') this.left.add('the brightness of masks (their shape is kept)');
      const known = `${reference} ${map.join()}`;
      let by = this.masking.get(known);
      if (by === undefined) {
        this.used.push(node);
        const parts = this.children(node, { style: { fill: '#fff' }, map });
        this.used.pop();
        by =
          parts.length > 1
            ? this.add(newElement('group', this.newId(), nameOf(node, 'Mask'), { children: parts }))
            : (parts[0] ?? null);
        this.masking.set(known, by);
      }
      if (by !== null) found.push({ by, inverted: false, soft: 0 });
    }
    return found;
  }
}

/** SVG 2 adds two joins that are drawn as a miter where they are not known. */
const joinOf = (text: string | undefined): (typeof lineJoins)[number] =>
  lineJoins.find((join) => join === text) ?? 'miter';

const blendOf = (style: Style): Element['blend'] => {
  const wanted = style['mix-blend-mode'] ?? 'normal';
  const known = ['multiply', 'screen', 'overlay', 'darken', 'lighten', 'difference', 'soft-light'] as const;
  return known.find((blend) => blend === wanted) ?? 'normal';
};

/** A shipped family of the first name that is one; else by what is asked for last: a serif, a mono, or neither. */
function familyFor(wanted: string | undefined): string {
  const names = (wanted ?? '').split(',').map((name) => name.trim().replace(/^['"]|['"]$/g, ''));
  const known = families.find((family) =>
    names.some((name) => name.toLowerCase() === family.name.toLowerCase()),
  );
  if (known) return known.name;
  if (names.some((name) => /mono/i.test(name))) return 'Spline Sans Mono';
  return names.some((name) => /(^|[^-])serif$/i.test(name) && !/sans/i.test(name)) ? 'Fraunces' : 'Archivo';
}

function weightOf(text: string | undefined): number {
  if (text === 'bold' || text === 'bolder') return 700;
  const value = Number(text);
  return Number.isFinite(value) && value >= 1 && value <= 1000 ? Math.round(value) : 400;
}
