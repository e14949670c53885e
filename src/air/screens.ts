// What channels have on air, as pictures within graphics.
import { nextVersion, surfaceOf, type GroupNode, type SurfaceNode } from '../core/display';
import { fitScreen, insetOf, type Part, type Scene } from '../core/frame';
import type { AirState } from '../core/playout';

/** A channel's picture at a time, and whether it is another than the time before. */
export interface ChannelRoots {
  /** Channels that it would show in themselves, by their ids. */
  readonly circles: ReadonlySet<string>;
  program(state: AirState, time: number): { readonly roots: readonly GroupNode[]; readonly isNew: boolean };
}

interface Screen {
  readonly channel: string;
  readonly node: SurfaceNode;
}

/** The screens of the graphics of one picture. A channel that is drawn already, around them, is not drawn in itself. */
export class Screens {
  private readonly pictures = new Map<string, ChannelRoots>();
  private readonly known = new WeakMap<Part, Screen>();
  /** Channels that would be shown in themselves, by their ids. */
  readonly circles = new Set<string>();

  /** `around`: the channels whose pictures this one stands in, itself among them. */
  constructor(
    private readonly around: readonly string[],
    private readonly pictureOf: (channel: string) => ChannelRoots,
  ) {}

  /** Brings the screens of scenes to a time; whether any of them is another than before. */
  show(scenes: readonly Scene[], state: AirState, time: number): boolean {
    let isNew = false;
    this.circles.clear();
    const drawn = new Map<string, { roots: readonly GroupNode[]; isNew: boolean }>();
    for (const scene of scenes)
      for (const part of scene.screens) isNew = this.showOn(part, state, time, drawn) || isNew;
    return isNew;
  }

  private showOn(
    part: Part,
    state: AirState,
    time: number,
    drawn: Map<string, { roots: readonly GroupNode[]; isNew: boolean }>,
  ): boolean {
    const { node } = part;
    if (node.kind !== 'surface' || !node.visible) return false;
    const id = insetOf(part).channel ?? '';
    const channel = state.channels.find((own) => own.id === id);
    const isCircle = this.around.includes(id);
    if (isCircle) this.circles.add(id);
    const before = this.known.get(part);
    if (!channel || isCircle) {
      const had = node.children.length > 0;
      node.children.length = 0;
      if (had || node.version === null) node.version = nextVersion();
      return had;
    }
    let picture = drawn.get(id);
    if (!picture) {
      let own = this.pictures.get(id);
      if (!own) this.pictures.set(id, (own = this.pictureOf(id)));
      picture = own.program(state, time);
      for (const circle of own.circles) this.circles.add(circle);
      drawn.set(id, picture);
    }
    const { format } = channel;
    const screen =
      before?.channel === id ? before : { channel: id, node: surfaceOf(`${node.key}/screen`, format, []) };
    if (screen !== before) {
      this.known.set(part, screen);
      node.children.length = 0;
      node.children.push(screen.node);
    }
    const { shown, children, matrix } = screen.node;
    shown.w = screen.node.w = format.width;
    shown.h = screen.node.h = format.height;
    const isFitted = fitScreen(part, format.width, format.height, matrix);
    const isNew = picture.isNew || screen !== before || isFitted;
    if (!isNew) return false;
    children.length = 0;
    children.push(...picture.roots);
    screen.node.version = node.version = nextVersion();
    return true;
  }
}
