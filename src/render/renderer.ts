import {
  Camera,
  ColorManagement,
  LinearSRGBColorSpace,
  Scene,
  Vector2,
  WebGLRenderer,
  WebGLRenderTarget,
  type IUniform,
} from 'three';
import type { DisplayNode, GroupNode } from '../core/frame';
import { setCanvasCamera } from './camera';
import { drawers, type DrawContext, type Leaf, type NodeMesh } from './drawers';
import { newMesh, placeMesh } from './materials';
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
  /** Whether a picture that was asked for is on its way. */
  isWaiting(): boolean;
  /** Forgets drawn words and missing pictures, as after fonts or assets have come. */
  refresh(): void;
  dispose(): void;
}

const layerFragment = /* glsl */ `
uniform sampler2D uTexture;
uniform vec2 uOrigin;
uniform vec2 uExtent;
void main() {
  gl_FragColor = texture2D(uTexture, (gl_FragCoord.xy - uOrigin) / uExtent) * (clipCoverage() * uOpacity);
}`;

const modeFragment = /* glsl */ `
uniform sampler2D uTexture;
uniform vec2 uOrigin;
uniform vec2 uExtent;
uniform float uKey;
void main() {
  vec4 c = texture2D(uTexture, (gl_FragCoord.xy - uOrigin) / uExtent);
  gl_FragColor = vec4(mix(c.rgb, vec3(c.a), uKey), 1.0);
}`;

const layerUniforms = () => ({
  uTexture: { value: null },
  uOrigin: { value: new Vector2() },
  uExtent: { value: new Vector2() },
});

/**
 * Draws display trees on one WebGL surface, however many views there are. `onNeed` is called when something that was
 * waited for has come and pictures want drawing again. Throws where the browser gives no WebGL.
 */
export function createRenderer(
  canvas: HTMLCanvasElement,
  source: PictureSource,
  onNeed: () => void,
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
  const camera = new Camera();
  const surface = new Vector2(canvas.width, canvas.height);
  gl.setSize(surface.x, surface.y, false);

  const layers: WebGLRenderTarget[] = [];
  const layerAt = (index: number, width: number, height: number): WebGLRenderTarget => {
    let layer = layers[index];
    if (!layer) {
      layer = new WebGLRenderTarget(width, height, { depthBuffer: false, generateMipmaps: false });
      layers[index] = layer;
    }
    if (layer.width !== width || layer.height !== height) layer.setSize(width, height);
    return layer;
  };

  // One mesh of each kind is kept for good, so that its program is compiled once and not again when a picture empties.
  const keepers = new Scene();
  keepers.add(
    ...Object.values(drawers).map((drawer) => drawer.create()),
    newMesh(layerFragment, layerUniforms()),
    newMesh(modeFragment, { ...layerUniforms(), uKey: { value: 0 } }),
  );
  gl.compile(keepers, camera);

  function newView(): View {
    const meshes = new Map<string, { mesh: NodeMesh; kind: string; seen: number }>();
    const scenes: Scene[] = [];
    let pass = 0;
    let used = 0;
    let usedScenes = 0;

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

    const paint = (
      node: DisplayNode,
      into: Scene,
      context: DrawContext,
      target: Target,
      inLayer: boolean,
    ): void => {
      if (!node.visible) return;
      if (node.kind !== 'group') {
        const drawer = drawers[node.kind] as {
          create(): NodeMesh;
          update(m: NodeMesh, n: Leaf, c: DrawContext): boolean;
        };
        const mesh = meshFor(node.key, node.kind, drawer.create);
        if (!drawer.update(mesh, node, context)) return;
        placeMesh(mesh, node, node.opacity);
        into.children.push(mesh);
        return;
      }
      if (!node.isolated) {
        for (const child of node.children) paint(child, into, context, target, inLayer);
        return;
      }
      const layer = layerAt(used++, target.pixelWidth, target.pixelHeight);
      const scene = takeScene();
      for (const child of node.children) paint(child, scene, context, target, true);
      gl.setRenderTarget(layer);
      gl.clear();
      gl.render(scene, camera);
      const mesh = meshFor(node.key, 'layer', () => newMesh(layerFragment, layerUniforms()));
      wholeCanvas(mesh, layer, target, inLayer || target.mode !== 'full');
      const { clipCount, clips } = node;
      placeMesh(mesh, { ...node, matrix: canvasMatrix, clipCount, clips }, node.opacity);
      into.children.push(mesh);
    };

    const wholeCanvas = (
      mesh: NodeMesh,
      layer: WebGLRenderTarget,
      target: Target,
      inLayer: boolean,
    ): void => {
      const { uniforms } = mesh.material;
      (uniforms['uRect'] as IUniform).value.set(0, 0, target.width, target.height);
      (uniforms['uTexture'] as IUniform).value = layer.texture;
      (uniforms['uOrigin'] as IUniform).value.set(0, inLayer ? 0 : surface.y - target.pixelHeight);
      (uniforms['uExtent'] as IUniform).value.set(target.pixelWidth, target.pixelHeight);
    };

    return {
      draw(roots, target) {
        pass += 1;
        used = 0;
        usedScenes = 0;
        reserve(target.pixelWidth, target.pixelHeight);
        setCanvasCamera(camera, target.width, target.height);
        const context: DrawContext = {
          textures,
          scale: Math.min(target.pixelWidth / target.width, target.pixelHeight / target.height),
          placeholders: target.placeholders,
        };
        const plain = target.mode === 'full';
        const base = plain ? null : layerAt(used++, target.pixelWidth, target.pixelHeight);
        const scene = takeScene();
        for (const root of roots) paint(root, scene, context, target, false);
        gl.setRenderTarget(base);
        if (!base) gl.setViewport(0, surface.y - target.pixelHeight, target.pixelWidth, target.pixelHeight);
        gl.clear();
        gl.render(scene, camera);
        if (base) {
          const last = takeScene();
          const mesh = meshFor('/mode', 'mode', () =>
            newMesh(modeFragment, { ...layerUniforms(), uKey: { value: 0 } }),
          );
          wholeCanvas(mesh, base, target, false);
          (mesh.material.uniforms['uKey'] as IUniform).value = target.mode === 'key' ? 1 : 0;
          last.children.push(mesh);
          gl.setRenderTarget(null);
          gl.setViewport(0, surface.y - target.pixelHeight, target.pixelWidth, target.pixelHeight);
          gl.clear();
          gl.render(last, camera);
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
    isWaiting: () => textures.isWaiting,
    refresh() {
      textures.forgetWords();
      textures.retryMissing();
    },
    dispose() {
      for (const layer of layers) layer.dispose();
      gl.dispose();
    },
  };
}

const canvasMatrix = Float64Array.of(1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1);
