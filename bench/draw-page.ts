// Runs in a browser: the same moving scene drawn by the product's renderer and by a general 2D WebGL library.
import { Application, Container, Graphics, Text } from 'pixi.js';
import {
  groupNode,
  nodeBase,
  nodeOf,
  type DisplayNode,
  type GroupNode,
  type MaskUse,
  type RectNode,
  type TextNode,
} from '../src/core/display';
import { plainWords } from '../e2e/words';
import { canvasMeasure, createRenderer, type Renderer } from '../src/render';

const size = { width: 1920, height: 1080 };
const count = 40;
const masks = 4;
const words = (i: number): string => `Team ${i} of Marram Bay`;
const colour = (i: number): string =>
  `#${((i * 2654435761) >>> 8).toString(16).padStart(6, '0').slice(0, 6)}`;
const place = (i: number, frame: number): { x: number; y: number } => ({
  x: 60 + (i % 5) * 360 + 20 * Math.sin(frame / 7 + i),
  y: 40 + Math.floor(i / 5) * 128 + 10 * Math.cos(frame / 9 + i),
});

interface Drawing {
  draw(frame: number): void;
  readonly gl: WebGL2RenderingContext;
}

function moveTo(node: DisplayNode, x: number, y: number): void {
  node.matrix[12] = x;
  node.matrix[13] = y;
}

function own(): Drawing & { renderer: Renderer; runsFor(seconds: number): number } {
  const canvas = document.createElement('canvas');
  document.body.append(canvas);
  const renderer = createRenderer(
    canvas,
    () => Promise.resolve(null),
    () => undefined,
  );
  renderer.reserve(size.width, size.height);
  const measure = canvasMeasure();
  const wordsOf = (text: string, isEven = false): TextNode['layout'] => plainWords(text, 30, measure, isEven);
  const root = groupNode('root');
  const moving: { node: DisplayNode; i: number; by: number }[] = [];
  for (let i = 0; i < count; i += 1) {
    const rect: RectNode = nodeOf(nodeBase(`r${i}`), {
      kind: 'rect' as const,
      w: 330,
      h: 80,
      radii: [12, 12, 12, 12] as const,
      fill: colour(i),
    });
    const text: TextNode = nodeOf(nodeBase(`t${i}`), {
      kind: 'text' as const,
      layout: wordsOf(words(i)),
      colour: '#ffffff',
      shade: null,
      pieces: null,
      isLive: false,
    });
    moving.push({ node: rect, i, by: 0 }, { node: text, i, by: 14 });
    if (i >= masks) {
      root.children.push(rect, text);
      continue;
    }
    const group: GroupNode = groupNode(`g${i}`);
    const mask: RectNode = nodeOf(nodeBase(`m${i}`), {
      kind: 'rect' as const,
      w: 260,
      h: 60,
      radii: [30, 30, 30, 30] as const,
      fill: '#ffffff',
    });
    moving.push({ node: mask, i, by: 8 });
    group.masks = [{ node: mask, inverted: false, soft: 0 } satisfies MaskUse];
    group.children.push(rect, text);
    root.children.push(group);
  }
  const view = renderer.newView();
  const show = (node: GroupNode): void =>
    view.draw([node], {
      ...size,
      pixelWidth: size.width,
      pixelHeight: size.height,
      mode: 'full',
      placeholders: false,
    });
  return {
    renderer,
    gl: canvas.getContext('webgl2') as WebGL2RenderingContext,
    draw(frame) {
      for (const { node, i, by } of moving) {
        const { x, y } = place(i, frame);
        moveTo(node, x + by, y + by);
      }
      show(root);
    },
    runsFor(seconds) {
      const clock: TextNode = nodeOf(nodeBase('clock'), {
        kind: 'text' as const,
        layout: wordsOf('0:00.0', true),
        colour: '#ffffff',
        shade: null,
        pieces: null,
        isLive: true,
      });
      const alone = groupNode('clock');
      alone.children.push(clock);
      let before = 0;
      for (let tenth = 0; tenth < seconds * 10; tenth += 1) {
        if (tenth === 10) before = renderer.texturesMade();
        clock.layout = wordsOf(`0:${(tenth / 10).toFixed(1).padStart(4, '0')}`, true);
        show(alone);
      }
      return renderer.texturesMade() - before;
    },
  };
}

async function peer(): Promise<Drawing> {
  const app = new Application();
  await app.init({ ...size, preference: 'webgl', antialias: false, backgroundAlpha: 0, autoStart: false });
  document.body.append(app.canvas);
  const moving: { node: Container; i: number; by: number }[] = [];
  for (let i = 0; i < count; i += 1) {
    const rect = new Graphics().roundRect(0, 0, 330, 80, 12).fill(colour(i));
    const text = new Text({ text: words(i), style: { fill: '#ffffff', fontSize: 30, fontWeight: '600', fontFamily: 'sans-serif' } }); // prettier-ignore
    moving.push({ node: rect, i, by: 0 }, { node: text, i, by: 14 });
    if (i >= masks) {
      app.stage.addChild(rect, text);
      continue;
    }
    const group = new Container();
    const mask = new Graphics().roundRect(0, 0, 260, 60, 30).fill('#ffffff');
    moving.push({ node: mask, i, by: 8 });
    group.addChild(rect, text, mask);
    group.mask = mask;
    app.stage.addChild(group);
  }
  const gl = (app.renderer as unknown as { gl: WebGL2RenderingContext }).gl;
  return {
    gl,
    draw(frame) {
      for (const { node, i, by } of moving) {
        const { x, y } = place(i, frame);
        node.position.set(x + by, y + by);
      }
      app.renderer.render(app.stage);
    },
  };
}

/** The median time of a frame that is finished, ms. */
function timeOf({ draw, gl }: Drawing, frames: number): number {
  const pixel = new Uint8Array(4);
  const times: number[] = [];
  for (let frame = 0; frame < frames; frame += 1) {
    const from = performance.now();
    draw(frame);
    gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel);
    if (frame >= 10) times.push(performance.now() - from);
  }
  times.sort((a, b) => a - b);
  return times[times.length >> 1] ?? 0;
}

Object.assign(globalThis, {
  async drawFigures(frames = 60, rounds = 3) {
    const [ours, theirs] = [own(), await peer()];
    ours.draw(0);
    const counts = { ...ours.renderer.counts() };
    const pairs = Array.from(
      { length: rounds },
      () => [timeOf(ours, frames), timeOf(theirs, frames)] as const,
    );
    return {
      own: Math.min(...pairs.map(([a]) => a)),
      peer: Math.min(...pairs.map(([, b]) => b)),
      counts,
      minute: ours.runsFor(60),
    };
  },
});
