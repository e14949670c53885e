import type { Vector4 } from 'three';
import {
  backToFront,
  scaleAndShift,
  type FilledBy,
  growthThrough,
  identity,
  isApart,
  isInSpace,
  type DisplayNode,
  groupNode,
  type GroupNode,
  type MaskUse,
  type NodeBase,
  type SurfaceNode,
} from '../core/display';
import type { Brush } from './brush';
import { drawerOf, softEdge, type DrawContext, type Leaf, type Lie } from './drawers';
import { cutBy, inDepthOf } from './in-depth';
import type { Executor } from './executor';
import { colourOf } from './colours';
import { placeMesh, type NodeMesh } from './materials';
import type { MovingPictures } from './moving';
import type { Numbers } from './numbers';
import {
  blurSteps,
  newBlendMesh,
  overRegion,
  setBlend,
  shrinkOf,
  uniform,
  type BlurStep,
  type Region,
} from './passes';
import { meet, widened, type Extent } from './extent';
import { boxOf, extentOf, reachOf } from './region';
import type { Placing } from './seen';
import { Sheet } from './sheet';
import type { StrokeLights } from './stroke-light';
import type { PictureSize, PixelBox, Surface, Surfaces } from './surfaces';
import type { Relief, Target } from './target';
import type { Textures } from './textures';

/** What all views of a renderer share. */
export interface Painting {
  readonly textures: Textures;
  readonly lights: StrokeLights;
  readonly moving: MovingPictures;
  readonly numbers: Numbers;
  readonly surfaces: Surfaces;
  /** Those that stay from picture to picture. */
  readonly kept: Surfaces;
  /** Another whenever words or pictures have come that something may have been drawn without. */
  readonly age: { of: number };
  readonly executor: Executor;
  readonly brush: Brush;
}

/** A part of the picture while what is on it is gathered. */
interface Layer {
  sheet: Sheet;
  /** Null: the canvas itself. */
  readonly box: PixelBox | null;
  /** The surface it has been given; null until it has one, and for the canvas. */
  surface: Surface | null;
  /** Where it gets one. */
  readonly pool: Surfaces;
  /** Surfaces that it shows: they are given back once it is drawn. */
  readonly shows: Surface[];
  isBegun: boolean;
}

interface KeptSurface {
  readonly surface: Surface;
  readonly version: number;
  /** Of all that is drawn: words and pictures that have come since make it another. */
  readonly age: number;
  /** The pictures it was shown in last, and drawn for. */
  pass: number;
  readonly drawn: number;
  /** Device px across that it was wanted at most: in the picture that is planned, and in the one before. */
  wanted: number;
  most: number;
}
/** Device px by which what is turned in space may grow or shrink before it is drawn anew; what lies flat is as sharp as it can be. */
const sizeSlack = 2;

type Clipped = Pick<DisplayNode, 'clips' | 'clipCount'>;

/** The clips of a node that are wipes, or those that are not. */
function clippedBy({ clips, clipCount }: Clipped, wipes: boolean): Clipped {
  const own = clips.filter((clip, i) => i < clipCount && clip.isWipe === wipes);
  return { clips: own, clipCount: own.length };
}

const wholeMask: MaskUse = { node: groupNode(''), inverted: false, soft: 0 };
const flat = identity();
const unclipped: Clipped = { clips: [], clipCount: 0 };
const lying = ({ clips, clipCount }: Clipped): Placing => ({ matrix: flat, clips, clipCount, slides: null });
/** Px of a surface's page that are not its own. */
const edge = 8;

/** Px of the canvas that a px of a plane is at most seen as: in the middle and at the corners of a box on it. */
function sharpness(m: Placing['matrix'], { x, y, w, h }: SurfaceNode['shown']): number {
  let most = 0;
  for (const [u, v] of [
    [x + w / 2, y + h / 2],
    [x, y],
    [x + w, y],
    [x, y + h],
    [x + w, y + h],
  ] as const) {
    // prettier-ignore
    const growth = Math.abs(growthThrough(m, u, v));
    if (Number.isFinite(growth)) most = Math.max(most, growth);
  }
  return Math.min(mostSharp, Math.max(leastSharp, most));
}
/** However near it comes, or however small it is. */
const mostSharp = 4;
const leastSharp = 1 / 64;
/** A normal curve is as good as nothing beyond so many times its sigma. */
const curveReach = 3;

/** Plans the pictures of one view: what is drawn on which surface, in which order. */
export class Painter {
  private readonly meshes = new Map<string, { mesh: NodeMesh; kind: string; seen: number }>();
  /** What is being drawn to fill something: it cannot fill itself. */
  private readonly filling: SurfaceNode[] = [];
  /** Surfaces that are given back when the picture has been planned. */
  private readonly outdated: Surface[] = [];
  /** Pictures of surfaces that are shown again while they stay as they are. */
  private readonly keptSurfaces = new Map<string, KeptSurface>();
  private pass = 0;
  private relief: Relief = 0;
  /** How many pictures of their own are being drawn in one another. */
  private within = 0;
  /** Whether a picture that was held back is to be drawn with the next. */
  owes = false;
  /** Insets and blurs of the picture planned last: what there is to leave out. */
  insets = 0;
  blurs = 0;
  private picture: PictureSize = { width: 1, height: 1, pixelWidth: 1, pixelHeight: 1 };
  private context: DrawContext;
  private scaleX = 1;
  private scaleY = 1;
  /** Layers that have a surface and are not done: nothing may be drawn on the pages they lie on meanwhile. */
  private readonly open: (Surface | null)[] = [];
  private readonly lie: { placing: Placing; opacity: number } = { placing: lying(unclipped), opacity: 1 };
  private readonly onStep = (step: BlurStep): void =>
    void this.own.executor.orders.push({ do: 'blur', step });

  constructor(private readonly own: Painting) {
    const { brush, textures, lights, moving } = own;
    this.context = {
      brush,
      textures,
      lights,
      moving,
      scale: 1,
      density: 1,
      placeholders: false,
      meshFor: this.meshFor,
      extent: { left: 0, top: 0, right: 0, bottom: 0 },
    };
  }

  /** Leaves with the executor what makes the picture. */
  paint(roots: readonly GroupNode[], target: Target): void {
    const { executor, surfaces } = this.own;
    this.pass += 1;
    this.relief = target.relief ?? 0;
    this.within = 0;
    this.owes = false;
    this.insets = this.blurs = 0;
    this.open.length = 0;
    surfaces.restart();
    this.own.textures.restart();
    this.own.moving.restart();
    executor.restart();
    this.context = { ...this.context, placeholders: target.placeholders };
    this.turnTo(target);
    const whole = { x: 0, y: 0, w: target.pixelWidth, h: target.pixelHeight };
    const layer = this.newLayer(target.mode === 'full' ? null : whole);
    for (const root of roots) this.paintNode(root, layer);
    const drawn = this.finish(layer);
    if (drawn) executor.orders.push({ do: 'mode', from: drawn, isKey: target.mode === 'key' });
    for (const surface of this.outdated.splice(0)) this.own.kept.free(surface);
    for (const [key, kept] of this.keptSurfaces) {
      kept.most = kept.wanted;
      if (kept.pass === this.pass) continue;
      this.own.kept.free(kept.surface);
      this.keptSurfaces.delete(key);
    }
    for (const [key, kept] of this.meshes) {
      if (kept.seen === this.pass) continue;
      kept.mesh.material.dispose();
      this.meshes.delete(key);
    }
  }

  dispose(): void {
    for (const { surface } of this.keptSurfaces.values()) this.own.kept.free(surface);
    this.keptSurfaces.clear();
    for (const kept of this.meshes.values()) kept.mesh.material.dispose();
    this.meshes.clear();
  }

  /** What is planned from now on is of a picture of that size. */
  private turnTo(picture: PictureSize): void {
    const { brush, surfaces } = this.own;
    this.picture = surfaces.picture = picture;
    this.scaleX = brush.scaleX = picture.pixelWidth / picture.width;
    this.scaleY = brush.scaleY = picture.pixelHeight / picture.height;
    const scale = (brush.scale = Math.min(this.scaleX, this.scaleY));
    const extent = { left: 0, top: 0, right: picture.width, bottom: picture.height };
    this.context = { ...this.context, scale, density: scale, extent };
  }

  private readonly meshFor = (key: string, kind: string, create: () => NodeMesh): NodeMesh => {
    let kept = this.meshes.get(key);
    if (!kept || kept.kind !== kind) {
      kept?.mesh.material.dispose();
      kept = { mesh: create(), kind, seen: this.pass };
      this.meshes.set(key, kept);
    }
    kept.seen = this.pass;
    return kept.mesh;
  };

  private newLayer(box: PixelBox | null, pool = this.own.surfaces): Layer {
    return { sheet: new Sheet(this.own.executor.newBatch), box, surface: null, pool, shows: [], isBegun: false }; // prettier-ignore
  }

  private get pageSide(): number {
    const { pixelWidth, pixelHeight } = this.picture;
    return Math.min(1024, Math.max(64, pixelWidth, pixelHeight));
  }

  /** Gives a layer its surface; false where there is none for it. */
  private settle(layer: Layer): boolean {
    if (!layer.box || layer.surface) return true;
    layer.pool.picture = this.picture;
    layer.surface = layer.pool.take(layer.box, [...this.open, ...layer.shows], this.pageSide);
    return layer.surface !== null;
  }

  /** Has drawn what was gathered on a layer so far. */
  private flush(layer: Layer): boolean {
    if (!this.settle(layer)) return false;
    this.own.executor.orders.push({
      do: 'draw',
      sheet: layer.sheet,
      on: layer.surface,
      clears: !layer.isBegun,
    });
    layer.isBegun = true;
    layer.sheet = new Sheet(this.own.executor.newBatch);
    return true;
  }

  /** Draws a layer to its end and gives back what it showed. Null: it is the canvas, or there was no room for it. */
  private finish(layer: Layer): Surface | null {
    this.flush(layer);
    for (const shown of layer.shows) this.own.surfaces.free(shown);
    layer.shows.length = 0;
    const at = this.open.indexOf(layer.surface);
    if (at >= 0) this.open.splice(at, 1);
    return layer.surface;
  }

  private paintNode(node: DisplayNode, layer: Layer): void {
    if (!node.visible) return;
    if (isApart(node)) this.paintApart(node, layer);
    else if (node.kind === 'group') this.paintAll(node, layer);
    else this.paintOne(node, layer, node, node.opacity);
  }

  /** Draws what something holds: in its order, or what is nearer over what is farther. */
  private paintAll(node: GroupNode | SurfaceNode, layer: Layer): void {
    const { context } = this;
    if (node.kind === 'group' && node.density !== 1)
      this.context = { ...context, density: context.density * node.density };
    this.paintChildren(node, layer);
    this.context = context;
  }

  private paintChildren({ children, inDepth }: GroupNode | SurfaceNode, layer: Layer): void {
    if (!inDepth) {
      for (const child of children) this.paintNode(child, layer);
      return;
    }
    const grown = this.context.density / this.context.scale;
    for (const { of, cuts } of backToFront(inDepthOf(children, grown)))
      if (cuts.length === 0) this.paintNode(of, layer);
      else cutBy(of, cuts, () => this.paintNode(of, layer));
  }

  /** Draws what holds nothing, or holds a picture of its own, as it lies. */
  private paintOne(node: Leaf | SurfaceNode, layer: Layer, placing: Placing, opacity: number): void {
    if (node.kind === 'surface') this.paintSurface(node, layer, placing, opacity);
    else this.paintLeaf(node, layer, placing, opacity);
  }

  /** Draws a picture of its own as sharp as it is seen, and lays it on. One that is as it was is not drawn again. */
  private paintSurface(node: SurfaceNode, layer: Layer, placing: Placing, opacity: number): void {
    const { w, h, shown } = node;
    if (!(shown.w > 0) || !(shown.h > 0) || !(opacity > 0)) return;
    const { scale } = this.context;
    const { mostSide } = this.own.surfaces;
    const most = Math.min((mostSide - edge) / w, (mostSide - edge) / h);
    // What is in one that has half its size has half of its own already.
    const part = this.relief >= 2 && this.within === 0 ? 0.5 : 1;
    const density = Math.min(most, sharpness(placing.matrix, shown) * scale * node.resolution * part);
    const picture = {
      width: w,
      height: h,
      pixelWidth: Math.max(1, Math.round(w * density)),
      pixelHeight: Math.max(1, Math.round(h * density)),
    };
    const drawn = this.keptSurface(node, picture, isInSpace(placing.matrix) ? sizeSlack : 0);
    if (!drawn) return;
    layer.shows.push(drawn);
    const { box, picture: size } = drawn;
    const [byX, byY] = [w / size.pixelWidth, h / size.pixelHeight];
    const { brush } = this.own;
    const { x, y, radius } = shown;
    brush
      .begin(x - softEdge, y - softEdge, shown.w + 2 * softEdge, shown.h + 2 * softEdge)
      .picture(drawn.drawn, box.x * byX, box.y * byY, box.w * byX, box.h * byY)
      .within(x, y, x + shown.w, y + shown.h);
    if (radius > 0 || placing.slides) brush.inBox(w, h, [radius, radius, radius, radius]);
    brush.stamp(layer.sheet, placing, opacity);
  }

  /** The picture of a surface as it was drawn before, or anew where it has changed or is wanted larger. */
  private keptSurface(node: SurfaceNode, picture: PictureSize, slack: number): Surface | null {
    const { kept, age } = this.own;
    const known = this.keptSurfaces.get(node.key);
    // What says nothing of itself is another in each picture.
    const version = node.version ?? -this.pass;
    const isSize = known?.surface.picture.width === picture.width && known.surface.picture.height === picture.height; // prettier-ignore
    const isNow = known?.pass === this.pass;
    // Shown more than once, it is drawn once: for where it is largest.
    const wide = Math.max(picture.pixelWidth, known && isSize ? Math.max(known.most, isNow ? known.wanted : 0) : 0); // prettier-ignore
    if (known && isSize && known.version === version && known.age === age.of) {
      const { pixelWidth } = known.surface.picture;
      if (Math.abs(pixelWidth - wide) <= slack) {
        known.wanted = isNow ? Math.max(known.wanted, picture.pixelWidth) : picture.pixelWidth;
        known.pass = this.pass;
        if (known.surface.w < known.surface.box.w) kept.coarse += 1;
        return known.surface;
      }
    }
    this.insets += 1;
    if (known && isSize && this.relief >= 1 && known.version !== version && this.pass - known.drawn < 2) {
      // Every other picture: what is new of it is seen in the next.
      known.pass = this.pass;
      known.wanted = isNow ? Math.max(known.wanted, picture.pixelWidth) : picture.pixelWidth;
      this.owes = true;
      return known.surface;
    }
    if (known) this.outdated.push(known.surface);
    this.keptSurfaces.delete(node.key);
    const pixelHeight = Math.max(1, Math.round((picture.pixelHeight * wide) / picture.pixelWidth));
    const surface = this.drawSurface(node, { ...picture, pixelWidth: wide, pixelHeight }, kept);
    const wanted = Math.max(picture.pixelWidth, isNow && known ? known.wanted : 0);
    if (surface)
      this.keptSurfaces.set(node.key, { surface, version, age: age.of, pass: this.pass, drawn: this.pass, wanted, most: known?.most ?? 0 }); // prettier-ignore
    return surface;
  }

  private drawSurface(node: SurfaceNode, picture: PictureSize, pool: Surfaces): Surface | null {
    const { shown, ground } = node;
    const { picture: outer, context } = this;
    this.within += 1;
    this.turnTo(picture);
    const { x, y, w, h } = shown;
    const box = this.pixelsOf({ left: x, top: y, right: x + w, bottom: y + h }, 1);
    let drawn: Surface | null = null;
    if (box) {
      const inner = this.newLayer(box, pool);
      if (colourOf(ground)[3] > 0)
        this.own.brush.begin(x, y, w, h).colour(ground).stamp(inner.sheet, lying(unclipped), 1);
      this.paintAll(node, inner);
      drawn = this.finish(inner);
    }
    this.turnTo(outer);
    this.within -= 1;
    this.context = context;
    return drawn;
  }

  private paintLeaf(node: Leaf, layer: Layer, placing: Placing, opacity: number): void {
    this.lie.placing = placing;
    this.lie.opacity = opacity;
    drawerOf(node).draw(node, layer.sheet, this.lie as Lie, this.context);
  }

  /** Px of the canvas that a layer shows. */
  private extentOn({ box }: Layer): Extent {
    const { width, height } = this.picture;
    if (!box) return { left: 0, top: 0, right: width, bottom: height };
    const { x, y, w, h } = this.regionOf(box);
    return { left: x, top: y, right: x + w, bottom: y + h };
  }

  private regionOf(box: PixelBox): Region {
    const { scaleX, scaleY } = this;
    return { x: box.x / scaleX, y: box.y / scaleY, w: box.w / scaleX, h: box.h / scaleY };
  }

  /** The device px about an extent, in whole steps of so many; null where there are none. */
  private pixelsOf({ left, top, right, bottom }: Extent, step: number): PixelBox | null {
    if (!(right > left) || !(bottom > top)) return null;
    const x = Math.floor((left * this.scaleX) / step) * step;
    const y = Math.floor((top * this.scaleY) / step) * step;
    const w = Math.ceil((right * this.scaleX) / step) * step - x;
    const h = Math.ceil((bottom * this.scaleY) / step) * step - y;
    return { x, y, w, h };
  }

  /** The widest blur of a node's picture, its shadow, its glow and its masks, as sigma in device px. */
  private widestBlur({ effects, masks }: NodeBase): number {
    let most = masks.reduce((widest, { soft }) => Math.max(widest, soft), 0);
    if (effects) most = Math.max(most, effects.blur, effects.shadow?.blur ?? 0, effects.glow?.reach ?? 0);
    return (most / 2) * this.context.density;
  }

  /** Draws a node on a surface of its own, does to it what is to be done to the whole, and lays it on. */
  private paintApart(node: DisplayNode, layer: Layer): void {
    const { effects, masks } = node;
    const grown = this.context.density / this.context.scale;
    const reach = reachOf(effects) * grown;
    let extent = meet(extentOf(node, grown), widened(this.extentOn(layer), reach));
    for (const mask of masks)
      if (!mask.inverted) {
        const soft = (mask.soft / 2) * curveReach * grown;
        extent = meet(extent, widened(extentOf(mask.node, grown), soft + reach));
      }
    const box = this.pixelsOf(extent, shrinkOf(this.widestBlur(node)));
    if (!box) return;
    const inner = this.newLayer(box);
    if (node.kind === 'group') this.paintAll(node, inner);
    else this.paintOne(node, inner, { ...lying(unclipped), matrix: node.matrix, slides: node.slides }, 1);
    let whole = this.finish(inner);
    if (whole && node.filledBy) whole = this.filledWith(node, node.filledBy, whole, box);
    if (!whole) return;
    const isPlain = effects === null && node.blend === 'normal';
    // The last mask cuts what is laid on, where nothing else is done to it.
    let cut: { cover: Surface; mask: MaskUse } | null = null;
    for (let i = 0; i < masks.length; i += 1) {
      const mask = masks[i] as MaskUse;
      const cover = this.coverOf(mask, box);
      if (!cover) return;
      if (isPlain && i === masks.length - 1) cut = { cover, mask };
      else {
        const next = this.newLayer(box);
        this.lay(next, unclipped, 1, whole, box, null, { cover, mask });
        const drawn = this.finish(next);
        if (!drawn) return;
        whole = drawn;
      }
    }
    if (effects) return this.layWithEffects(node, layer, whole, box);
    if (node.blend === 'normal') this.lay(layer, node, node.opacity, whole, box, null, cut);
    else this.blendOn(node, node, layer, whole, box);
  }

  /** The picture of something else where a node has been drawn. */
  private filledWith(
    node: DisplayNode,
    { surface, fit }: FilledBy,
    drawn: Surface,
    box: PixelBox,
  ): Surface | null {
    const { shown } = surface;
    const { x, y, w, h } = boxOf(node);
    if (this.filling.includes(surface) || !(shown.w > 0) || !(shown.h > 0)) return null;
    const [across, down] = [w / shown.w, h / shown.h];
    const even = fit === 'cover' ? Math.max(across, down) : Math.min(across, down);
    const [byX, byY] = fit === 'stretch' ? [across, down] : [even, even];
    const matrix = identity();
    scaleAndShift(matrix, node.matrix, byX, byY, x + w / 2 - (shown.x + shown.w / 2) * byX, y + h / 2 - (shown.y + shown.h / 2) * byY); // prettier-ignore
    this.filling.push(surface);
    const picture = this.newLayer(box);
    this.paintSurface(surface, picture, { ...lying(unclipped), matrix }, 1);
    const pictured = this.finish(picture);
    this.filling.pop();
    if (!pictured) return null;
    const next = this.newLayer(box);
    this.lay(next, unclipped, 1, pictured, box, null, { cover: drawn, mask: wholeMask });
    return this.finish(next);
  }

  /** What a mask covers, its edge soft. */
  private coverOf(mask: MaskUse, box: PixelBox): Surface | null {
    const layer = this.newLayer(box);
    this.paintNode(mask.node, layer);
    const drawn = this.finish(layer);
    return drawn && this.blurred(drawn, (mask.soft / 2) * this.context.density, true);
  }

  /** A surface blurred by `sigma` device px. Where it is given away, it is given back once that is done. */
  private blurred(from: Surface, sigma: number, isGivenAway: boolean): Surface | null {
    if (sigma < 0.25) return from;
    const { surfaces } = this.own;
    const drawn = blurSteps(from, sigma, surfaces, this.open, this.pageSide, this.onStep);
    if (isGivenAway) surfaces.free(from);
    return drawn;
  }

  private layWithEffects(node: DisplayNode, layer: Layer, whole: Surface, box: PixelBox): void {
    const { effects } = node;
    if (!effects) return;
    const { density } = this.context;
    const isWiped = node.clips.some((clip, i) => i < node.clipCount && clip.isWipe);
    const base = isWiped ? this.onlyUnwiped(node, whole, box) : whole;
    const hasCast = effects.shadow !== null || effects.glow !== null;
    // A shadow must not show through what casts it: where the whole fades or blends, it is put together first.
    const tint = effects.tint ? { colour: effects.tint, x: 0, y: 0, boost: null } : null;
    const isJoined = (hasCast && node.opacity < 1) || ((hasCast || tint !== null) && node.blend !== 'normal');
    const onto = isJoined ? this.newLayer(box) : layer;
    // What is left of the wipe is cast as it is; other clips cut the shadow too.
    const around = isWiped ? clippedBy(node, false) : node;
    const clips = isJoined ? unclipped : around;
    const opacity = isJoined ? 1 : node.opacity;
    if (!base) return;
    // The base is shown more than once: by what is laid on last it is given back.
    if (effects.blur > 0) this.blurs += 1;
    const picture = this.relief >= 3 ? base : this.blurred(base, (effects.blur / 2) * density, false);
    if (effects.shadow) {
      const { colour, x, y, blur } = effects.shadow;
      const cast = this.blurred(base, (blur / 2) * density, false);
      this.lay(onto, clips, opacity, cast, box, { colour, x, y, boost: 1 }, null, cast !== base);
    }
    if (effects.glow) {
      const { colour, reach } = effects.glow;
      const cast = this.blurred(base, (reach / 2) * density, false);
      this.lay(onto, clips, opacity, cast, box, { colour, x: 0, y: 0, boost: 1.8 }, null, cast !== base);
    }
    if (picture !== base) onto.shows.push(base);
    if (!isJoined && node.blend === 'normal') return this.lay(onto, clips, opacity, picture, box, tint, null);
    if (!isJoined) return this.blendOn(node, around, layer, picture, box);
    this.lay(onto, clips, opacity, picture, box, tint, null);
    const joined = this.finish(onto);
    if (node.blend === 'normal') this.lay(layer, around, node.opacity, joined, box, null, null);
    else this.blendOn(node, around, layer, joined, box);
  }

  /** A node's picture without what its wipes, and those of the groups around it, cover. */
  private onlyUnwiped(node: DisplayNode, whole: Surface, box: PixelBox): Surface | null {
    const layer = this.newLayer(box);
    this.lay(layer, clippedBy(node, true), 1, whole, box, null, null);
    return this.finish(layer);
  }

  /**
   * Lays a surface on a layer: as it is, multiplied by a colour, or as a shadow of one colour, so many times as opaque; cut by a
   * mask where there is one.
   */
  private lay(
    layer: Layer,
    clipped: Clipped,
    opacity: number,
    shown: Surface | null,
    box: PixelBox,
    tint: { colour: string; x: number; y: number; boost: number | null } | null,
    cut: { cover: Surface; mask: MaskUse } | null,
    isGiven = true,
  ): void {
    if (!shown) return;
    const { brush } = this.own;
    const { x, y, w, h } = this.regionOf(box);
    const grown = this.context.density / this.context.scale;
    const [dx, dy] = tint ? [tint.x * grown, tint.y * grown] : [0, 0];
    brush.begin(x + dx, y + dy, w, h).picture(shown.drawn, x + dx, y + dy, w, h);
    if (tint) brush.colour(tint.colour);
    if (tint && tint.boost !== null) brush.opacityAlone(tint.boost);
    if (cut) {
      brush.maskedBy(cut.cover.drawn, x, y, w, h, cut.mask.inverted);
      layer.shows.push(cut.cover);
    }
    if (isGiven) layer.shows.push(shown);
    brush.stamp(layer.sheet, lying(clipped), opacity);
  }

  /** Lays a surface on what a layer shows so far, by a blend mode. */
  private blendOn(
    node: DisplayNode,
    around: Clipped,
    layer: Layer,
    shown: Surface | null,
    box: PixelBox,
  ): void {
    if (!shown) return;
    layer.shows.push(shown);
    if (!this.flush(layer)) return;
    if (!this.open.includes(layer.surface)) this.open.push(layer.surface);
    const { executor } = this.own;
    const { pixelWidth, pixelHeight } = this.picture;
    const on = layer.box ?? { x: 0, y: 0, w: pixelWidth, h: pixelHeight };
    // Its surface may have fewer px than it shows.
    const { w, h } = layer.surface ?? on;
    const behind = executor.newBehind(w, h);
    executor.orders.push({ do: 'copy', from: layer.surface, to: behind });
    const mesh = this.meshFor(`${node.key}#blend`, 'blend', newBlendMesh);
    const { width, height } = behind.image;
    uniform(mesh, 'uTexture').value = shown.target.texture;
    uniform(mesh, 'uBehind').value = behind;
    const region = this.regionOf(box);
    overRegion(uniform(mesh, 'uOver').value as Vector4, shown.drawn, region);
    overRegion(
      uniform(mesh, 'uOverBehind').value as Vector4,
      { texture: behind, layer: 0, u: 0, v: h / height, uw: w / width, vh: -h / height },
      this.regionOf(on),
    );
    (uniform(mesh, 'uRect').value as Vector4).set(region.x, region.y, region.w, region.h);
    setBlend(mesh, node.blend);
    if (!placeMesh(mesh, lying(around), node.opacity, this.context.scale)) return;
    const { left, top, right, bottom } = this.extentOn(layer);
    layer.sheet.put(mesh, Float64Array.of(left, top, right, bottom));
  }
}
