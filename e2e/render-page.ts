// Runs in a browser, by itself: draws trees that a test describes, and reads the pixels.
import {
  groupNode,
  newClip,
  nodeBase,
  nodeOf,
  type Clip,
  type DisplayNode,
  type Effects,
  type GroupNode,
  type SurfaceNode,
} from '../src/core/display';
import { Camera, Mesh, PlaneGeometry, Scene, WebGLRenderer } from 'three';
import { quadMaterial } from '../src/render/quad-shader';
import { plainWords } from './words';
import { canvasMeasure, createRenderer, type Limits, type OutputMode, type Relief } from '../src/render';
import { evaluate, holdMoment, prepareScene } from '../src/core/frame';
import { makeTrack, newElement, newTemplate } from '../src/core/show';

/** A node as a test says it: what its kind has, and what differs from a plain one. */
export interface Said {
  readonly kind: DisplayNode['kind'];
  readonly at?: readonly [number, number];
  readonly matrix?: readonly number[];
  readonly opacity?: number;
  readonly clips?: readonly Partial<Clip>[];
  readonly slides?: readonly number[];
  readonly effects?: Effects;
  readonly blend?: string;
  readonly masks?: readonly { node: Said; inverted?: boolean; soft?: number }[];
  readonly isolated?: boolean;
  readonly filledBy?: { readonly surface: Said; readonly fit: 'contain' | 'cover' | 'stretch' };
  readonly children?: readonly Said[];
  readonly text?: string;
  readonly size?: number;
  readonly [own: string]: unknown;
}

const canvas = document.createElement('canvas');
document.body.append(canvas);
const renderer = createRenderer(
  canvas,
  () => Promise.resolve(null),
  () => undefined,
);
const measure = canvasMeasure();
const view = renderer.newView();
let made = 0;

function nodeFrom(said: Said): DisplayNode {
  const { at, matrix, opacity, clips, slides, effects, blend, masks, children, text, ...rest } = said;
  const key = String((made += 1));
  const place = Float64Array.from(matrix ?? [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, ...(at ?? [0, 0]), 0, 1]);
  const own = { effects: effects ?? null, blend: (blend ?? 'normal') as DisplayNode['blend'] };
  const base = nodeBase(key, own, place, slides ? Float64Array.from(slides) : null);
  const node = (
    said.kind === 'group'
      ? Object.assign(groupNode(key, own, place), {
          isolated: said.isolated ?? false,
          inDepth: said['inDepth'] === true,
          children: (children ?? []).map(nodeFrom),
        } satisfies Partial<GroupNode>)
      : nodeOf(base, {
          children: (children ?? []).map(nodeFrom),
          isLive: false,
          ...(said.kind === 'surface' ? surfaceOf(said) : {}),
          ...rest,
          ...(text === undefined ? {} : wordsOf(text, said.size ?? 40, said['isEven'] === true)),
        })
  ) as DisplayNode;
  const { filledBy } = said;
  node.filledBy = filledBy ? { surface: nodeFrom(filledBy.surface) as SurfaceNode, fit: filledBy.fit } : null;
  node.opacity = opacity ?? 1;
  clips?.forEach((clip, i) => (node.clips[i] = { ...newClip(false), ...clip }));
  node.clipCount = clips?.length ?? 0;
  node.masks = (masks ?? []).map((mask) => ({
    node: nodeFrom(mask.node),
    inverted: mask.inverted ?? false,
    soft: mask.soft ?? 0,
  }));
  return node;
}

/** A surface that is all seen, and new in each picture. */
const surfaceOf = ({ w, h }: Said) => ({
  shown: { x: 0, y: 0, w, h, radius: 0 },
  ground: '#00000000',
  resolution: 1,
  version: null,
  inDepth: false,
});

const wordsOf = (text: string, size: number, isEven = false) => ({
  shade: null,
  pieces: null,
  layout: plainWords(text, size, measure, isEven),
});

/** The whole picture as RGBA bytes, premultiplied, in rows from the top. */
function draw(
  said: readonly Said[],
  width: number,
  height: number,
  mode: OutputMode = 'full',
  scale = 1,
  density = 1,
): Uint8Array {
  const root = groupNode('root');
  root.density = density;
  root.children.push(...said.map(nodeFrom));
  const [wide, high] = [Math.round(width * scale), Math.round(height * scale)];
  renderer.reserve(wide, high);
  view.draw([root], { width, height, pixelWidth: wide, pixelHeight: high, mode, placeholders: false });
  const gl = canvas.getContext('webgl2') as WebGL2RenderingContext;
  const pixels = new Uint8Array(wide * high * 4);
  gl.bindFramebuffer(gl.FRAMEBUFFER, null);
  gl.readPixels(0, canvas.height - high, wide, high, gl.RGBA, gl.UNSIGNED_BYTE, pixels);
  const rows = new Uint8Array(pixels.length);
  for (let y = 0; y < high; y += 1)
    rows.set(pixels.subarray((high - 1 - y) * wide * 4, (high - y) * wide * 4), y * wide * 4);
  return rows;
}

/** Of the picture drawn last the colours at points, px of it. */
function pixelsAt(points: readonly (readonly [number, number])[], height: number): number[][] {
  const gl = canvas.getContext('webgl2') as WebGL2RenderingContext;
  gl.bindFramebuffer(gl.FRAMEBUFFER, null);
  return points.map(([x, y]) => {
    const pixel = new Uint8Array(4);
    gl.readPixels(x, canvas.height - height + (height - 1 - y), 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel);
    return [...pixel];
  });
}

/** What of a picture a test asks for: the colours at points, px of the canvas. */
function colours(
  said: readonly Said[],
  points: readonly (readonly [number, number])[],
  width: number,
  height: number,
  mode?: OutputMode,
): number[][] {
  const pixels = draw(said, width, height, mode);
  return points.map(([x, y]) => [...pixels.subarray((y * width + x) * 4, (y * width + x) * 4 + 4)]);
}

/** The picture of a seeded scene, drawn whole and node by node laid on one another: how many levels they differ at most. */
function apartFromOneByOne(said: readonly Said[], width: number, height: number): number {
  const whole = draw(said, width, height);
  const sum = new Float64Array(whole.length);
  for (const node of said) {
    const one = draw([node], width, height);
    for (let i = 0; i < sum.length; i += 4) {
      const left = 1 - (one[i + 3] as number) / 255;
      // As bytes, as in the picture.
      for (let k = 0; k < 4; k += 1)
        sum[i + k] = Math.round((one[i + k] as number) + (sum[i + k] as number) * left);
    }
  }
  let most = 0;
  for (let i = 0; i < sum.length; i += 1)
    most = Math.max(most, Math.abs((sum[i] as number) - (whole[i] as number)));
  return most;
}

/** Which of all programs that quads may need are refused by the browser. */
function refused(): string[] {
  const gl = new WebGLRenderer({ canvas: document.createElement('canvas') });
  const wrong: string[] = [];
  const camera = new Camera();
  const geometry = new PlaneGeometry();
  const flags = [false, true];
  // As many vectors as any machine hands on.
  const most = 15;
  for (const images of [0, 1, 2, 3] as const)
    for (const boxes of flags)
      for (const slides of flags)
        for (const masks of images > 1 ? flags : [false])
          for (const stops of [0, 4])
            for (const clips of [0, 2, 5]) {
              const features = { images, boxes, cuts: boxes, clips, rounds: masks, slides, stops, masks, space: slides, smooth: boxes }; // prettier-ignore
              const scene = new Scene();
              scene.add(new Mesh(geometry, quadMaterial(features, most)));
              gl.debug.onShaderError = () => wrong.push(JSON.stringify(features));
              gl.render(scene, camera);
            }
  gl.dispose();
  return wrong;
}

const rig = {
  refused,
  colours,
  draw: (...given: Parameters<typeof draw>) => [...draw(...given)],
  apartFromOneByOne,
  /** Groups in one another, each with a blur and a mask, about a white box: the colours at points. */
  nested(
    depth: number,
    points: readonly (readonly [number, number])[],
    width: number,
    height: number,
  ): number[][] {
    const box = (x: number, y: number, w: number, h: number): Said => ({ kind: 'rect', at: [x, y], w, h, radii: [0, 0, 0, 0], fill: '#ffffff' }); // prettier-ignore
    let said = box(40, 20, 100, 80);
    for (let i = 0; i < depth; i += 1)
      said = { kind: 'group', children: [said], effects: { blur: 1, shadow: null, glow: null }, masks: [{ node: box(0, 0, 200, 120) }] }; // prettier-ignore
    return colours([said], points, width, height);
  },
  /** Words that change so many times: what they take meanwhile, as drawings and as the greatest number of bytes. */
  changes(count: number, width: number, height: number): { made: number; bytes: number } {
    let bytes = 0;
    for (let i = 0; i < count; i += 1) {
      const words = Array.from({ length: 8 }, (_, k): Said => ({ kind: 'text', at: [0, k * 60], text: `Row ${i * 8 + k} of many`, size: 60, colour: '#ffffff' })); // prettier-ignore
      draw(words, width, height);
      bytes = Math.max(bytes, renderer.bytes());
    }
    return { made: renderer.texturesMade(), bytes };
  },
  /** How many drawings a stopwatch makes in a minute, after its first second. */
  minute(width: number, height: number, isEven: boolean): number {
    let before = 0;
    for (let tenth = 0; tenth < 600; tenth += 1) {
      if (tenth === 10) before = renderer.texturesMade();
      const text = `0:${(tenth / 10).toFixed(1).padStart(4, '0')}`;
      draw([{ kind: 'text', at: [10, 10], text, colour: '#ffffff', size: 48, isEven, isLive: true }], width, height); // prettier-ignore
    }
    return renderer.texturesMade() - before;
  },
  counts: () => renderer.counts(),
  /** Colours at points as a machine of such limits draws them, and how many surfaces were smaller than they should be. */
  onSmall(
    said: readonly Said[],
    points: readonly (readonly [number, number])[],
    width: number,
    height: number,
    limits: Limits,
  ): { colours: number[][]; coarse: number } {
    const own = document.createElement('canvas');
    const small = createRenderer(own, () => Promise.resolve(null), () => undefined, undefined, limits); // prettier-ignore
    const root = groupNode('root');
    root.children.push(...said.map(nodeFrom));
    small.reserve(width, height);
    small.newView().draw([root], { width, height, pixelWidth: width, pixelHeight: height, mode: 'full', placeholders: false }); // prettier-ignore
    const gl = own.getContext('webgl2') as WebGL2RenderingContext;
    const colours = points.map(([x, y]) => {
      const pixel = new Uint8Array(4);
      gl.readPixels(x, own.height - 1 - y, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel);
      return [...pixel];
    });
    const coarse = small.coarse();
    small.dispose();
    return { colours, coarse };
  },
  /** Pixels of a picture that has any colour. */
  inked(said: readonly Said[], width: number, height: number): number {
    const pixels = draw(said, width, height);
    let count = 0;
    for (let i = 3; i < pixels.length; i += 4) if ((pixels[i] as number) > 0) count += 1;
    return count;
  },
  /**
   * A picture of its own that is another in each picture (red, green, blue), and beside it a blurred box, drawn with some left
   * out: the colours at points, and whether something is owed, after each of three pictures and one more.
   */
  relieved(
    relief: Relief,
    points: readonly (readonly [number, number])[],
  ): { colours: number[][]; owes: boolean }[] {
    const [width, height] = [200, 120];
    const box = (fill: string, more: Partial<Said> = {}): Said => ({ kind: 'rect', w: 80, h: 80, radii: [0, 0, 0, 0], fill, ...more }); // prettier-ignore
    const surface = nodeFrom({ kind: 'surface', w: 80, h: 80, children: [] }) as SurfaceNode;
    const blurred = nodeFrom({ kind: 'group', children: [box('#ffffff', { at: [110, 20] })], effects: { blur: 20, shadow: null, glow: null } }); // prettier-ignore
    const own = renderer.newView();
    const fills = ['#ff0000', '#00ff00', '#0000ff', '#0000ff'];
    return fills.map((fill, i) => {
      surface.children.splice(0, 1, nodeFrom(box(fill)));
      surface.version = 1000 + Math.min(i, 2);
      const root = groupNode('root');
      root.children.push(surface, blurred);
      own.draw([root], { width, height, pixelWidth: width, pixelHeight: height, mode: 'full', placeholders: false, relief }); // prettier-ignore
      return { colours: pixelsAt(points, height), owes: own.owes() };
    });
  },
  /** By how many levels an inset of the size of its template differs at most from the template by itself, over some frames. */
  insetAgainstAlone(): number {
    const [width, height] = [200, 120];
    const inner = newTemplate('p', 'P', {
      width,
      height,
      elements: {
        plate: newElement('rect', 'plate', 'Plate', { x: 20, y: 20, w: 150, h: 70, rotation: 7, opacity: 0.7, fill: { kind: 'linear', angle: 30, stops: [{ at: 0, colour: '#c04020' }, { at: 1, colour: '#2040c0' }] } }),
        words: newElement('text', 'words', 'Words', { x: 30, y: 30, w: 140, h: 40, size: 30, text: 'Wind 31.3', colour: '#ffffff' }),
        glow: newElement('rect', 'glow', 'Glow', { x: 120, y: 60, w: 40, h: 40, fill: '#20c04080', blur: 6 }),
      },
      order: ['plate', 'words', 'glow'],
    }); // prettier-ignore
    inner.phases.enter = { ...inner.phases.enter, frames: 20, tracks: [makeTrack('t', 'plate', 'x', [[0, -120, 'linear'], [20, 0]])] }; // prettier-ignore
    const outer = newTemplate('o', 'O', {
      width,
      height,
      elements: { i: newElement('inset', 'i', 'I', { x: 0, y: 0, w: width, h: height, template: 'p' }) },
      order: ['i'],
    });
    const alone = prepareScene(inner, {}, measure);
    const within = prepareScene(outer, {}, measure, { templates: { p: inner } });
    let most = 0;
    for (const frame of [0, 7, 13, 20]) {
      const moment = { ...holdMoment(0), phase: 'enter' as const, frame, age: frame / 50 };
      const pictures = [alone, within].map((scene) => {
        view.draw([evaluate(scene, moment)], { width, height, pixelWidth: width, pixelHeight: height, mode: 'full', placeholders: false }); // prettier-ignore
        const gl = canvas.getContext('webgl2') as WebGL2RenderingContext;
        const pixels = new Uint8Array(width * height * 4);
        gl.bindFramebuffer(gl.FRAMEBUFFER, null);
        gl.readPixels(0, canvas.height - height, width, height, gl.RGBA, gl.UNSIGNED_BYTE, pixels);
        return pixels;
      });
      for (let i = 0; i < width * height * 4; i += 1)
        most = Math.max(most, Math.abs((pictures[0]?.[i] ?? 0) - (pictures[1]?.[i] ?? 0)));
    }
    return most;
  },
  /** A box that stands over a floor: the colours at points, above and in it. */
  overFloor(points: readonly (readonly [number, number])[], given: object): number[][] {
    const [width, height] = [200, 120];
    const template = newTemplate('t', 'T', {
      width,
      height,
      elements: {
        floor: newElement('floor', 'floor', 'Floor', { x: -100, y: 80 - 180, w: 400, h: 420, reach: 40, opacity: 1, ...given }), // prettier-ignore
        box: newElement('rect', 'box', 'Box', { x: 60, y: 20, w: 80, h: 60, fill: '#ffffff' }),
        red: newElement('rect', 'red', 'Red', { x: 60, y: 60, w: 40, h: 20, fill: '#ff0000' }),
      },
      order: ['floor', 'box', 'red'],
    });
    const root = evaluate(prepareScene(template, {}, measure), holdMoment(0));
    view.draw([root], { width, height, pixelWidth: width, pixelHeight: height, mode: 'full', placeholders: false }); // prettier-ignore
    return pixelsAt(points, height);
  },
  /** Loses the graphics, waits until they are back, and says whether the picture is the same. */
  async losesAndDraws(said: readonly Said[], width: number, height: number): Promise<boolean> {
    const before = draw(said, width, height);
    const lose = (canvas.getContext('webgl2') as WebGL2RenderingContext).getExtension('WEBGL_lose_context');
    const back = new Promise((resolve) => canvas.addEventListener('webglcontextrestored', resolve));
    lose?.loseContext();
    await new Promise((resolve) => setTimeout(resolve, 50));
    draw(said, width, height);
    lose?.restoreContext();
    await back;
    const after = draw(said, width, height);
    return before.every((value, i) => Math.abs(value - (after[i] as number)) <= 1);
  },
};
export type Rig = typeof rig;
Object.assign(globalThis, { rig });
