import { problem, type Problem } from '../problem';
import type { Subpath } from '../show';
import { readCurves } from './curves';
import { join, readTransform, type Plane } from './matrix';
import { canvasOf, idsIn, nameOf, pathData, shapes, silent } from './shapes';
import { length, rulesIn, styleOf, type Rule, type Style } from './style';
import { parseSvg, type SvgNode } from './tree';

/** Something of a drawing that has a name of its own: a shape, or a group of shapes that have none. */
export interface DrawnRegion {
  readonly name: string;
  readonly id: string;
  /** The named groups that it lies in, outermost first. */
  readonly within: readonly string[];
  /** Outlines in px of the drawing, whatever transforms they stood under. */
  readonly outlines: readonly Subpath[];
  /** Whether it is a line: its shapes have no fill. */
  readonly isLine: boolean;
}
export interface DrawnRegions {
  readonly width: number;
  readonly height: number;
  readonly regions: readonly DrawnRegion[];
}

/** Names that drawing programs give by themselves. */
const given =
  /^(path|rect|polygon|polyline|line|circle|ellipse|g|group|layer|shape|use|svg|xmlid|_x\w*)[-_ ]?\d+(-\d+)*$/i;
const most = 20_000;

interface Open {
  readonly name: string;
  readonly id: string;
  readonly within: readonly string[];
  readonly outlines: Subpath[];
  lines: number;
  areas: number;
}
interface Around {
  readonly style: Style;
  readonly map: Plane;
  readonly within: readonly string[];
  /** The named group whose shapes have no names of their own. */
  readonly group: { readonly node: SvgNode; readonly within: readonly string[] } | null;
}

class Walker {
  private readonly ids: ReadonlyMap<string, SvgNode>;
  private readonly found = new Map<SvgNode, Open>();
  private readonly used: SvgNode[] = [];
  private readonly rules: readonly Rule[];
  private count = 0;

  constructor(private readonly root: SvgNode) {
    this.rules = rulesIn(root);
    this.ids = idsIn(root);
  }

  read(): DrawnRegions | { problem: Problem } {
    const { width, height, map } = canvasOf(this.root);
    const style = styleOf(this.root, { fill: '#000' }, this.rules);
    for (const child of this.root.children) if (typeof child === 'object') this.node(child, { style, map, within: [], group: null });
    if (this.count > most) return { problem: problem('too-many-parts', `The drawing has more than ${most} shapes. Simplify it before it is brought in.`) };
    const regions = [...this.found.values()].map(({ name, id, within, outlines, lines, areas }): DrawnRegion => ({ name, id, within, outlines, isLine: lines > areas }));
    return regions.length > 0 ? { width, height, regions } : { problem: problem('no-features', 'There is no shape in this drawing.') };
  } // prettier-ignore

  private node(node: SvgNode, around: Around): void {
    if (silent.has(node.name) || this.count > most) return;
    const style = styleOf(node, around.style, this.rules);
    if (style['display'] === 'none' || style['visibility'] === 'hidden') return;
    const map = join(around.map, readTransform(node.attributes['transform']));
    if (shapes.has(node.name)) return this.shape(node, { ...around, style, map });
    if (node.name === 'use') {
      const target = this.ids.get((node.attributes['href'] ?? '').replace(/^#/, ''));
      // A use inside what it uses would never end.
      if (!target || this.used.includes(target)) return;
      this.used.push(target);
      const at: Plane = [1, 0, 0, 1, length(node.attributes['x']) ?? 0, length(node.attributes['y']) ?? 0];
      this.node(target, { ...around, style, map: join(map, at) });
      this.used.pop();
      return;
    }
    if (!['g', 'a', 'svg', 'switch', 'symbol'].includes(node.name)) return;
    const name = nameOf(node, '');
    const isNamed = name !== '' && !given.test(name);
    const within = isNamed ? [...around.within, name] : around.within;
    const group = isNamed ? { node, within: around.within } : around.group;
    for (const child of node.children)
      if (typeof child === 'object') this.node(child, { style, map, within, group });
  }

  private shape(node: SvgNode, { style, map, within, group }: Around): void {
    const outlines = readCurves(pathData(node), map).filter(({ points }) => points.length > 1);
    if (outlines.length === 0) return;
    this.count += 1;
    const own = nameOf(node, '');
    const hasName = own !== '' && !given.test(own);
    // Shapes without names of their own are the parts of what their group is called by.
    const of = hasName || !group ? node : group.node;
    const open = this.found.get(of) ?? {
      name: nameOf(of, `Region ${this.found.size + 1}`),
      id: of.attributes['id'] ?? '',
      within: of === node ? within : (group?.within ?? []),
      outlines: [],
      lines: 0,
      areas: 0,
    };
    open.outlines.push(...outlines);
    if (node.name === 'line' || (style['fill'] ?? '') === 'none') open.lines += 1;
    else open.areas += 1;
    this.found.set(of, open);
  }
}

/**
 * The named parts of an SVG drawing: each shape that has a title, a label or an id of its own, and each named group of
 * shapes that have none.
 */
export function readRegions(text: string): DrawnRegions | { problem: Problem } {
  const root = parseSvg(text);
  return root
    ? new Walker(root).read()
    : { problem: problem('damaged-svg', 'The drawing is damaged: its text is no SVG. Export it again.') };
}
