// Carries out what was planned for one picture: hands the numbers over, then draws sheet after sheet, each on its target.
import {
  Camera,
  FramebufferTexture,
  InstancedBufferGeometry,
  Mesh,
  Scene,
  Vector2,
  type ShaderMaterial,
  type WebGLRenderer,
  type WebGLRenderTarget,
} from 'three';
import type { Atlas } from './atlas';
import { setCanvasCamera } from './camera';
import { drawers } from './drawers';
import { unitSquare, type NodeMesh } from './materials';
import type { Numbers } from './numbers';
import { newBlendMesh, newBlurMesh, newModeMesh, setBlur, setMode, type BlurStep } from './passes';
import { quadMaterial, type Features } from './quad-shader';
import { Batch, type Sheet } from './sheet';
import { aimAt, type PictureSize, type Surface } from './surfaces';

/** Something to be carried out; surfaces of null are the canvas. */
export type Order =
  | { readonly do: 'draw'; readonly sheet: Sheet; readonly on: Surface | null; readonly clears: boolean }
  | { readonly do: 'blur'; readonly step: BlurStep }
  | { readonly do: 'copy'; readonly from: Surface | null; readonly to: FramebufferTexture }
  | { readonly do: 'mode'; readonly from: Surface; readonly isKey: boolean };

/** Features that most graphics have: their programs are there before they are wanted. */
function commonFeatures(): Features[] {
  const plain: Features = {
    images: 1,
    boxes: false,
    cuts: false,
    clips: 0,
    rounds: false,
    slides: false,
    stops: 0,
    masks: false,
    space: false,
    smooth: false,
  };
  const clipped = (own: Partial<Features>): Features[] =>
    [0, 1, 2].map((clips) => ({ ...plain, ...own, clips }));
  return [
    ...clipped({}),
    ...clipped({ images: 0, boxes: true }),
    ...clipped({ boxes: true }),
    ...clipped({ cuts: true }),
    ...clipped({ images: 2 }),
    ...clipped({ images: 2, boxes: true }),
    ...clipped({ slides: true }),
    { ...plain, images: 0, boxes: true, slides: true },
    { ...plain, images: 0, boxes: true, stops: 2 },
    { ...plain, stops: 2 },
    { ...plain, images: 2, masks: true },
  ];
}

export class Executor {
  readonly orders: Order[] = [];
  /** Draw calls and changes of target of the picture drawn last. */
  readonly counts = { draws: 0, targets: 0 };
  private readonly camera = new Camera();
  private readonly scene = new Scene();
  private readonly materials = new Map<number, ShaderMaterial>();
  private readonly geometry = new InstancedBufferGeometry();
  private readonly quads: Mesh<InstancedBufferGeometry, ShaderMaterial>;
  private readonly blur = newBlurMesh();
  private readonly mode = newModeMesh();
  private readonly batches: Batch[] = [];
  private usedBatches = 0;
  private readonly behinds: FramebufferTexture[] = [];
  private usedBehinds = 0;
  private target: WebGLRenderTarget | null = null;
  private canvasHeight = 0;

  constructor(
    private readonly gl: WebGLRenderer,
    private readonly numbers: Numbers,
    private readonly atlas: Atlas,
    /** Vectors that the machine hands on from corners to pixels. */
    private readonly mostVaryings: number,
  ) {
    this.camera.matrixWorldAutoUpdate = false;
    this.scene.matrixWorldAutoUpdate = false;
    const { index, attributes } = unitSquare;
    this.geometry.setIndex(index);
    this.geometry.setAttribute('position', attributes['position'] as (typeof attributes)[string]);
    this.quads = new Mesh(this.geometry, this.materialOf(commonFeatures()[0] as Features));
    this.quads.frustumCulled = false;
    this.quads.matrixAutoUpdate = this.quads.matrixWorldAutoUpdate = false;
  }

  /** Makes the programs of what most graphics have. */
  compile(): void {
    const keepers = new Scene();
    for (const features of commonFeatures()) keepers.add(new Mesh(this.geometry, this.materialOf(features)));
    for (const { keeper } of Object.values(drawers)) if (keeper) keepers.add(keeper());
    keepers.add(this.blur, this.mode, newBlendMesh());
    this.gl.compile(keepers, this.camera);
  }

  restart(): void {
    this.orders.length = 0;
    this.usedBatches = 0;
    this.usedBehinds = 0;
    this.numbers.restart();
  }

  readonly newBatch = (): Batch => {
    const batch = (this.batches[this.usedBatches] ??= new Batch());
    this.usedBatches += 1;
    batch.restart();
    return batch;
  };

  /** A texture for what lies behind something, at least so large. */
  newBehind(width: number, height: number): FramebufferTexture {
    const [w, h] = [Math.ceil(width / 64) * 64, Math.ceil(height / 64) * 64];
    let behind = this.behinds[this.usedBehinds];
    if (!behind || behind.image.width !== w || behind.image.height !== h) {
      behind?.dispose();
      behind = this.behinds[this.usedBehinds] = new FramebufferTexture(w, h);
    }
    this.usedBehinds += 1;
    return behind;
  }

  run(picture: PictureSize, canvasHeight: number): void {
    const { counts } = this;
    counts.draws = counts.targets = 0;
    this.canvasHeight = canvasHeight;
    for (const order of this.orders)
      if (order.do === 'draw')
        for (const item of order.sheet.items) if (item instanceof Batch) this.writeStarts(item);
    this.numbers.handOver();
    this.target = null;
    for (const order of this.orders) this.execute(order, picture);
    this.gl.setRenderTarget(null);
    for (const behind of this.behinds.splice(this.usedBehinds)) behind.dispose();
  }

  private execute(order: Order, picture: PictureSize): void {
    if (order.do === 'draw') {
      this.aim(order.on, picture);
      if (order.clears) this.gl.clear();
      this.draw(order.sheet);
    } else if (order.do === 'blur') {
      this.aim(order.step.to, picture);
      this.gl.clear();
      setBlur(this.blur, order.step);
      this.render(this.blur);
    } else if (order.do === 'mode') {
      this.aim(null, picture);
      setMode(this.mode, order.from, order.isKey);
      this.render(this.mode);
    } else {
      const { from, to } = order;
      this.aim(from, picture);
      const at = from ? new Vector2(from.x, from.y) : new Vector2(0, this.canvasHeight - picture.pixelHeight);
      this.gl.copyFramebufferToTexture(to, at);
    }
  }

  private aim(on: Surface | null, picture: PictureSize): void {
    const target = on ? aimAt(on, this.camera) : null;
    if (!target) setCanvasCamera(this.camera, picture.width, picture.height);
    if (target !== this.target || this.counts.draws + this.counts.targets === 0) this.counts.targets += 1;
    this.target = target;
    this.gl.setRenderTarget(target);
    if (!target)
      this.gl.setViewport(
        0,
        this.canvasHeight - picture.pixelHeight,
        picture.pixelWidth,
        picture.pixelHeight,
      );
  }

  private draw(sheet: Sheet): void {
    const { children } = this.scene;
    children.length = 0;
    for (const item of sheet.items) {
      if (item instanceof Batch) {
        this.flush();
        this.drawBatch(item);
      } else children.push(item.mesh);
    }
    this.flush();
  }

  /** Draws the meshes that were gathered. */
  private flush(): void {
    const { children } = this.scene;
    if (children.length === 0) return;
    this.counts.draws += children.length;
    this.gl.render(this.scene, this.camera);
    children.length = 0;
  }

  private render(mesh: NodeMesh | typeof this.quads): void {
    this.scene.children.length = 0;
    this.scene.children.push(mesh);
    this.flush();
  }

  /** Where the numbers of the quads of a batch begin, as numbers too. */
  private writeStarts(batch: Batch): void {
    const { starts } = batch;
    batch.first = this.numbers.take(Math.ceil(starts.length / 4));
    const { data } = this.numbers;
    for (let i = 0; i < starts.length; i += 1) data[batch.first * 4 + i] = starts[i] as number;
  }

  private drawBatch(batch: Batch): void {
    if (batch.starts.length === 0) return;
    const material = this.materialOf(batch);
    const { uniforms } = material;
    const set = (name: string, value: unknown): void => {
      (uniforms[name] as { value: unknown }).value = value;
    };
    set('uNumbers', this.numbers.texture);
    set('uFirst', batch.first);
    set('uAtlas', this.atlas.texture);
    for (let i = 0; i < 3; i += 1) set(`uOwn${i}`, batch.own[i] ?? batch.own[0] ?? null);
    material.uniformsNeedUpdate = true;
    this.geometry.instanceCount = batch.starts.length;
    this.quads.material = material;
    this.render(this.quads);
  }

  private materialOf(features: Features): ShaderMaterial {
    const { images, boxes, cuts, clips, rounds, slides, stops, masks, space, smooth } = features;
    const key =
      images +
      4 *
        (Number(boxes) +
          2 * Number(cuts) +
          4 * Number(rounds) +
          8 * Number(slides) +
          16 * Number(masks) +
          32 * Number(space) +
          64 * Number(smooth) +
          128 * (clips + 8 * stops));
    let material = this.materials.get(key);
    if (!material) {
      const own = { images, boxes, cuts, clips, rounds, slides, stops, masks, space, smooth };
      material = quadMaterial(own, this.mostVaryings);
      this.materials.set(key, material);
    }
    return material;
  }
}
