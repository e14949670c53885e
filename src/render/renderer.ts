import {
  Camera,
  ColorManagement,
  FramebufferTexture,
  LinearSRGBColorSpace,
  Scene,
  Vector2,
  WebGLRenderer,
  type Vector4,
  type WebGLRenderTarget,
} from 'three';
import {
  identity,
  isApart,
  pieceLength,
  type DisplayNode,
  type GroupNode,
  type Pieces,
  type Shade,
  type ShapeNode,
  type TextNode,
} from '../core/display';
import { setCanvasCamera } from './camera';
import { newPieceMesh, showPiece } from './drawers/pieces';
import { drawers, showRaster, type DrawContext, type Leaf, type NodeMesh } from './drawers';
import { newMesh, placeMesh, setColour, setVariant, type Placing } from './materials';
import { MovingPictures, type StandIn } from './moving';
import { newBlendMesh, newLayMesh, Passes, Pool, setBlend, setRegion, uniform, type Region } from './passes';
import { regionOf } from './region';
import { StrokeLights } from './stroke-light';
import { Textures, type PictureSource } from './textures';

ColorManagement.enabled = false;

/** The picture with its transparency; the fill over black; the key alone in black and white. */
export type OutputMode = 'full' | 'fill' | 'key';

/** One picture's place on the drawing surface, and its canvas. */
export interface Target {
  /** The canvas of the template or channel, px. */
  readonly width: number;
  readonly height: number;
  /** Device px. */
  readonly pixelWidth: number;
  readonly pixelHeight: number;
  readonly mode: OutputMode;
  readonly placeholders: boolean;
}

/** What one monitor keeps from frame to frame. */
export interface View {
  draw(roots: readonly GroupNode[], target: Target): void;
  dispose(): void;
}

export interface Renderer {
  readonly canvas: HTMLCanvasElement;
  newView(): View;
  /** Makes the surface at least so large; every view draws from its top left corner. */
  reserve(pixelWidth: number, pixelHeight: number): void;
  /**
   * The picture drawn last, so many device px wide and high, as the mean colours of a grid: RGBA bytes, not
   * premultiplied, in rows from the top. To be asked for right after it was drawn.
   */
  readCells(pixelWidth: number, pixelHeight: number, columns: number, rows: number): Uint8ClampedArray;
  /** Whether a picture that was asked for is on its way. */
  isWaiting(): boolean;
  /** How many textures have been made since it began. */
  texturesMade(): number;
  /** Forgets drawn words and missing pictures, as after fonts or assets have come. */
  refresh(): void;
  /** Fetches a picture anew, as after it was saved; what is drawn of it stands until it has come whole. */
  reload(asset: string): void;
  /** Brings pictures, by asset, that will be wanted at so many px, so that they are there before they are seen. */
  bring(pictures: ReadonlyMap<string, number>): void;
  dispose(): void;
}

const modeFragment = /* glsl */ `
uniform sampler2D uTexture;
uniform vec2 uOrigin;
uniform vec2 uExtent;
uniform float uKey;
void main() {
  vec4 c = texture2D(uTexture, (gl_FragCoord.xy - uOrigin) / uExtent);
  gl_FragColor = vec4(mix(c.rgb, vec3(c.a), uKey), 1.0);
}`;

const newModeMesh = (): NodeMesh =>
  newMesh(modeFragment, {
    uTexture: { value: null },
    uOrigin: { value: new Vector2() },
    uExtent: { value: new Vector2() },
    uKey: { value: 0 },
  });

/**
 * Draws display trees on one WebGL surface, however many views there are. `onNeed` is called when something that was
 * waited for has come and pictures want drawing again. Throws where the browser gives no WebGL.
 */
export function createRenderer(
  canvas: HTMLCanvasElement,
  source: PictureSource,
  onNeed: () => void,
  standIn: () => StandIn,
): Renderer {
  const gl = new WebGLRenderer({
    canvas,
    alpha: true,
    premultipliedAlpha: true,
    antialias: false,
    depth: false,
    stencil: false,
  });
  gl.setPixelRatio(1);
  gl.outputColorSpace = LinearSRGBColorSpace;
  gl.sortObjects = false;
  gl.autoClear = false;
  gl.setClearColor(0x000000, 0);
  gl.debug.checkShaderErrors = false;
  const textures = new Textures(source, onNeed);
  const lights = new StrokeLights();
  const moving = new MovingPictures(source, onNeed, standIn);
  const camera = new Camera();
  const surface = new Vector2(canvas.width, canvas.height);
  gl.setSize(surface.x, surface.y, false);

  const pool = new Pool();
  const passScene = new Scene();
  passScene.matrixWorldAutoUpdate = false;
  const passes = new Passes(pool, (mesh, target, clears) => {
    passScene.children.length = 0;
    passScene.children.push(mesh);
    gl.setRenderTarget(target);
    if (clears) gl.clear();
    gl.render(passScene, camera);
  });

  // One mesh of each kind is kept for good, so that its program is compiled before it is wanted and not again when a picture
  // empties; so are those of what most graphics have: a clip, a wipe by their own outline, a gradient.
  const keepers = new Scene();
  keepers.add(
    ...Object.values(drawers).flatMap(({ create }) => [
      create(),
      variantOf(create(), 'CLIPS', 1),
      variantOf(create(), 'SLIDES', 1),
    ]),
    variantOf(drawers.rect.create(), 'SHADES', 1),
    variantOf(drawers.shape.create(), 'SHADES', 1),
    ...passes.meshes,
    newLayMesh(),
    newBlendMesh(),
    newModeMesh(),
    newPieceMesh(),
    variantOf(newPieceMesh(), 'CLIPS', 1),
  );
  gl.compile(keepers, camera);

  /** Something drawn on: the surface (null), or a target of the pool. Meshes are gathered, then drawn at once. */
  interface Sheet {
    readonly on: WebGLRenderTarget | null;
    scene: Scene;
    isClear: boolean;
  }

  function newView(): View {
    const meshes = new Map<string, { mesh: NodeMesh; kind: string; seen: number }>();
    const scenes: Scene[] = [];
    let pass = 0;
    let usedScenes = 0;
    let target: Target;
    let context: DrawContext;
    let behind: FramebufferTexture | null = null;
    const pieceMatrix = identity();

    const takeScene = (): Scene => {
      let scene = scenes[usedScenes];
      if (!scene) {
        scene = new Scene();
        scene.matrixWorldAutoUpdate = false;
        scenes[usedScenes] = scene;
      }
      usedScenes += 1;
      scene.children.length = 0;
      return scene;
    };
    const newSheet = (on: WebGLRenderTarget | null): Sheet => ({ on, scene: takeScene(), isClear: false });
    const newLayer = (): WebGLRenderTarget => pool.take(target.pixelWidth, target.pixelHeight);

    const choose = (on: WebGLRenderTarget | null): void => {
      gl.setRenderTarget(on);
      if (!on) gl.setViewport(0, surface.y - target.pixelHeight, target.pixelWidth, target.pixelHeight);
    };
    /** Draws what has been gathered on a sheet so far. */
    const flush = (sheet: Sheet): void => {
      choose(sheet.on);
      if (!sheet.isClear) gl.clear();
      sheet.isClear = true;
      if (sheet.scene.children.length > 0) gl.render(sheet.scene, camera);
      sheet.scene = takeScene();
    };

    const meshFor = (key: string, kind: string, create: () => NodeMesh): NodeMesh => {
      let kept = meshes.get(key);
      if (!kept || kept.kind !== kind) {
        kept?.mesh.material.dispose();
        kept = { mesh: create(), kind, seen: pass };
        meshes.set(key, kept);
      }
      kept.seen = pass;
      return kept.mesh;
    };

    const paint = (node: DisplayNode, sheet: Sheet): void => {
      if (!node.visible) return;
      if (isApart(node)) paintApart(node, sheet);
      else if (node.kind === 'group') for (const child of node.children) paint(child, sheet);
      else paintLeaf(node, sheet, false);
    };

    const paintLeaf = (node: Leaf, sheet: Sheet, isInside: boolean): void => {
      if (node.kind === 'text' && node.shade) paintShade(node, node.shade, sheet, isInside);
      if (node.kind === 'text' && node.pieces) return paintPieces(node, node.pieces, sheet, isInside);
      const drawer = drawers[node.kind] as {
        create(): NodeMesh;
        update(m: NodeMesh, n: Leaf, c: DrawContext): boolean;
      };
      const mesh = meshFor(node.key, node.kind, drawer.create);
      if (!drawer.update(mesh, node, context)) return;
      add(
        mesh,
        isInside ? lying(node.matrix, unclipped, node.slides) : node,
        isInside ? 1 : node.opacity,
        sheet,
      );
      if (node.kind === 'shape' && node.light && node.lightAt > 0) paintLight(node, sheet, isInside);
    };

    /** Puts a mesh on a sheet where something of it is seen. */
    const add = (mesh: NodeMesh, placing: Placing, opacity: number, sheet: Sheet): void => {
      if (placeMesh(mesh, placing, opacity, context.scale)) sheet.scene.children.push(mesh);
    };
    /** What belongs to a node goes where it goes; `isInside` of a sheet that is laid on as the node is. */
    const addBeside = (mesh: NodeMesh, node: Leaf, sheet: Sheet, isInside: boolean): void => {
      add(mesh, lying(node.matrix, isInside ? unclipped : node), isInside ? 1 : node.opacity, sheet);
    };

    /** The light on a stroke goes where the shape goes. */
    const paintLight = (node: ShapeNode, sheet: Sheet, isInside: boolean): void => {
      const mesh = meshFor(`${node.key}#light`, 'light', drawers.text.create);
      if (!showRaster(mesh, context.lights.of(node, context.scale))) return;
      addBeside(mesh, node, sheet, isInside);
    };

    /** What stands behind the lines of a text goes where the text as a whole goes. */
    const paintShade = (node: TextNode, shade: Shade, sheet: Sheet, isInside: boolean): void => {
      const mesh = meshFor(`${node.key}#shade`, 'shade', drawers.text.create);
      if (!showRaster(mesh, context.textures.shade(node.layout, shade, context.scale))) return;
      addBeside(mesh, node, sheet, isInside);
    };

    /** Draws each piece of a text where it is now. */
    const paintPieces = (node: TextNode, pieces: Pieces, sheet: Sheet, isInside: boolean): void => {
      const drawn = context.textures.pieces(pieces, node.layout, node.colour, context.scale);
      if (!drawn) return;
      for (let i = 0; i < pieces.list.length; i += 1) {
        if (!((pieces.state[i * pieceLength] as number) > 0)) continue;
        const mesh = meshFor(`${node.key}#${i}`, 'piece', newPieceMesh);
        const opacity = showPiece(mesh, node, pieces, drawn, i, pieceMatrix);
        add(
          mesh,
          lying(pieceMatrix, isInside ? unclipped : node),
          opacity * (isInside ? 1 : node.opacity),
          sheet,
        );
      }
    };

    /** Draws a node on a sheet of its own, does to it what is to be done to the whole, and lays it on. */
    const paintApart = (node: DisplayNode, sheet: Sheet): void => {
      const region = regionOf(node, target.width, target.height);
      if (!region) return;
      const whole = newLayer();
      const inner = newSheet(whole);
      if (node.kind === 'group') for (const child of node.children) paint(child, inner);
      else paintLeaf(node, inner, true);
      flush(inner);
      for (const mask of node.masks) {
        const cover = newSheet(newLayer());
        paint(mask.node, cover);
        flush(cover);
        const soft = passes.blurred(
          cover.on as WebGLRenderTarget,
          (mask.soft / 2) * context.scale,
          wholeOf(target),
        );
        passes.cut(whole, soft.texture, mask.inverted, region);
      }
      const { effects, key } = node;
      const isWiped = effects !== null && node.clips.some((clip, i) => i < node.clipCount && clip.isWipe);
      const layer = isWiped ? onlyUnwiped(node, whole, region) : whole;
      const picture = effects ? passes.blurred(layer, (effects.blur / 2) * context.scale, region) : layer;
      const hasCast = effects !== null && (effects.shadow !== null || effects.glow !== null);
      // A shadow must not show through what casts it: where the whole fades or blends, it is put together first.
      const isJoined = hasCast && (node.opacity < 1 || node.blend !== 'normal');
      const onto = isJoined ? newSheet(newLayer()) : sheet;
      // What is left of the wipe is cast as it is; other clips cut the shadow too.
      const around = isWiped ? clippedBy(node, false) : node;
      const placing = isJoined ? stillNode : around;
      const opacity = isJoined ? 1 : node.opacity;
      if (effects?.shadow) {
        const { colour, x, y, blur } = effects.shadow;
        const cast = passes.blurred(layer, (blur / 2) * context.scale, region);
        lay(`${key}#shadow`, placing, opacity, onto, cast, region, { colour, x, y, boost: 1 });
      }
      if (effects?.glow) {
        const { colour, reach } = effects.glow;
        const cast = passes.blurred(layer, (reach / 2) * context.scale, region);
        lay(`${key}#glow`, placing, opacity, onto, cast, region, { colour, x: 0, y: 0, boost: 1.8 });
      }
      if (isJoined) {
        lay(`${key}#inner`, placing, opacity, onto, picture, region, null);
        flush(onto);
      }
      const all = isJoined ? (onto.on as WebGLRenderTarget) : picture;
      if (node.blend === 'normal') lay(`${key}#layer`, around, node.opacity, sheet, all, region, null);
      else blendOn(node, around, sheet, all, region);
    };

    /** A node's picture without what its wipes, and those of the groups around it, cover. */
    const onlyUnwiped = (
      node: DisplayNode,
      picture: WebGLRenderTarget,
      region: Region,
    ): WebGLRenderTarget => {
      const sheet = newSheet(newLayer());
      lay(`${node.key}#wiped`, clippedBy(node, true), 1, sheet, picture, region, null);
      flush(sheet);
      return sheet.on as WebGLRenderTarget;
    };

    const lay = (
      key: string,
      placing: Clipped,
      opacity: number,
      sheet: Sheet,
      picture: WebGLRenderTarget,
      region: Region,
      tint: { colour: string; x: number; y: number; boost: number } | null,
    ): void => {
      const mesh = meshFor(key, 'lay', newLayMesh);
      fromSheet(mesh, picture, sheet);
      setRegion(mesh, region);
      uniform(mesh, 'uTinted').value = tint ? 1 : 0;
      (uniform(mesh, 'uShift').value as Vector2).set(
        (tint?.x ?? 0) * context.scale,
        -(tint?.y ?? 0) * context.scale,
      );
      if (tint) setColour(uniform(mesh, 'uTint').value as Vector4, tint.colour);
      uniform(mesh, 'uBoost').value = tint?.boost ?? 1;
      add(mesh, lying(flat, placing), opacity, sheet);
    };

    /** Lays a picture on what a sheet shows so far, by a blend mode. */
    const blendOn = (
      node: DisplayNode,
      around: Clipped,
      sheet: Sheet,
      picture: WebGLRenderTarget,
      region: Region,
    ): void => {
      flush(sheet);
      if (!behind || behind.image.width !== target.pixelWidth || behind.image.height !== target.pixelHeight) {
        behind?.dispose();
        behind = new FramebufferTexture(target.pixelWidth, target.pixelHeight);
      }
      choose(sheet.on);
      gl.copyFramebufferToTexture(behind, new Vector2(0, sheet.on ? 0 : surface.y - target.pixelHeight));
      const mesh = meshFor(`${node.key}#blend`, 'blend', newBlendMesh);
      fromSheet(mesh, picture, sheet);
      setRegion(mesh, region);
      uniform(mesh, 'uBehind').value = behind;
      setBlend(mesh, node.blend);
      add(mesh, lying(flat, around), node.opacity, sheet);
      // What is behind the next one includes this one.
      flush(sheet);
    };

    /** Tells a mesh on a sheet where it finds the picture it shows. */
    const fromSheet = (mesh: NodeMesh, picture: WebGLRenderTarget, sheet: Sheet): void => {
      uniform(mesh, 'uTexture').value = picture.texture;
      (uniform(mesh, 'uOrigin').value as Vector2).set(0, sheet.on ? 0 : surface.y - target.pixelHeight);
      (uniform(mesh, 'uExtent').value as Vector2).set(target.pixelWidth, target.pixelHeight);
    };

    return {
      draw(roots, wanted) {
        target = wanted;
        pass += 1;
        usedScenes = 0;
        pool.restart();
        reserve(target.pixelWidth, target.pixelHeight);
        setCanvasCamera(camera, target.width, target.height);
        context = {
          textures,
          lights,
          moving,
          scale: Math.min(target.pixelWidth / target.width, target.pixelHeight / target.height),
          placeholders: target.placeholders,
        };
        const base = target.mode === 'full' ? null : newLayer();
        const sheet = newSheet(base);
        for (const root of roots) paint(root, sheet);
        flush(sheet);
        if (base) {
          const last = newSheet(null);
          const mesh = meshFor('/mode', 'mode', newModeMesh);
          fromSheet(mesh, base, last);
          setRegion(mesh, wholeOf(target));
          uniform(mesh, 'uKey').value = target.mode === 'key' ? 1 : 0;
          add(mesh, stillNode, 1, last);
          flush(last);
        }
        for (const [key, kept] of meshes) {
          if (kept.seen === pass) continue;
          kept.mesh.material.dispose();
          meshes.delete(key);
        }
      },
      dispose() {
        for (const kept of meshes.values()) kept.mesh.material.dispose();
        meshes.clear();
        behind?.dispose();
      },
    };
  }

  function reserve(pixelWidth: number, pixelHeight: number): void {
    if (pixelWidth <= surface.x && pixelHeight <= surface.y) return;
    surface.set(Math.max(surface.x, pixelWidth), Math.max(surface.y, pixelHeight));
    gl.setSize(surface.x, surface.y, false);
  }

  return {
    canvas,
    newView,
    reserve,
    readCells(pixelWidth, pixelHeight, columns, rows) {
      const context = gl.getContext();
      const pixels = new Uint8Array(pixelWidth * pixelHeight * 4);
      context.bindFramebuffer(context.FRAMEBUFFER, null);
      context.readPixels(
        0,
        surface.y - pixelHeight,
        pixelWidth,
        pixelHeight,
        context.RGBA,
        context.UNSIGNED_BYTE,
        pixels,
      );
      gl.resetState();
      return meanCells(pixels, pixelWidth, pixelHeight, columns, rows);
    },
    texturesMade: () => textures.made,
    isWaiting: () => textures.isWaiting || moving.isWaiting,
    refresh() {
      textures.forgetWords();
      textures.retryMissing();
    },
    reload: (asset) => textures.reload(asset),
    bring(pictures) {
      for (const [asset, size] of pictures) textures.picture(asset, size);
    },
    dispose() {
      pool.dispose();
      lights.dispose();
      moving.dispose();
      gl.dispose();
    },
  };
}

/** Means of premultiplied pixels, rows from the foot, as cells that are not premultiplied, rows from the top. */
function meanCells(
  pixels: Uint8Array,
  width: number,
  height: number,
  columns: number,
  rows: number,
): Uint8ClampedArray {
  const sums = new Float64Array(columns * rows * 4);
  for (let y = 0; y < height; y += 1) {
    const row = Math.min(rows - 1, Math.floor(((height - 1 - y) * rows) / height));
    for (let x = 0; x < width; x += 1) {
      const cell = (row * columns + Math.min(columns - 1, Math.floor((x * columns) / width))) * 4;
      const at = (y * width + x) * 4;
      for (let i = 0; i < 4; i += 1) sums[cell + i] = (sums[cell + i] as number) + (pixels[at + i] as number);
    }
  }
  const count = (width / columns) * (height / rows);
  return Uint8ClampedArray.from(sums, (sum, i) => {
    const alpha = sums[i - (i % 4) + 3] as number;
    return i % 4 === 3 ? sum / count : alpha > 0 ? (sum * 255) / alpha : 0;
  });
}

const wholeOf = ({ width, height }: Target): Region => ({ x: 0, y: 0, w: width, h: height });

const variantOf = (mesh: NodeMesh, ...variant: ['CLIPS' | 'SLIDES' | 'SHADES', number]): NodeMesh => {
  setVariant(mesh, ...variant);
  return mesh;
};

type Clipped = Pick<DisplayNode, 'clips' | 'clipCount'>;

/** The clips of a node that are wipes, or those that are not. */
function clippedBy({ clips, clipCount }: Clipped, wipes: boolean): Clipped {
  const own = clips.filter((clip, i) => i < clipCount && clip.isWipe === wipes);
  return { clips: own, clipCount: own.length };
}

const flat: Placing['matrix'] = identity();
const unclipped: Clipped = { clips: [], clipCount: 0 };

/** What a mesh that lies flat on the canvas, unclipped, is placed by. */
const stillNode: Placing = { matrix: flat, ...unclipped, slides: null };

/** One for all meshes that are placed otherwise than their nodes: read at once, so that no frame makes new ones. */
const place: { -readonly [K in keyof Placing]: Placing[K] } = { ...stillNode };
function lying(
  matrix: Placing['matrix'],
  { clips, clipCount }: Clipped,
  slides: Placing['slides'] = null,
): Placing {
  place.matrix = matrix;
  place.clips = clips;
  place.clipCount = clipCount;
  place.slides = slides;
  return place;
}
