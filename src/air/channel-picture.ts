import type { GroupNode } from '../core/display';
import {
  elementsAt,
  evaluate,
  holdMoment,
  isSamePicture,
  prepareScene,
  type Moment,
  type Scene,
} from '../core/frame';
import {
  effectsOnOthers,
  clocksIn,
  graphicsOf,
  graphicsOnAir,
  quantise,
  type AirState,
  type Changing,
  type Cue,
} from '../core/playout';
import { changeOf, phaseEnd } from '../core/motion';
import { ProblemError } from '../core/problem';
import {
  cellIn,
  goesOn,
  isRowList,
  picturesFor,
  templateFor,
  type Clocks,
  type TemplateContext,
  type Release,
  type Template,
  type Values,
} from '../core/show';
import { findItem } from '../core/ticker';
import type { Anchor } from '../core/crawl';
import type { Runs } from '../core/layout';
import type { TextMeasure } from '../core/text';
import { Screens } from './screens';

export interface PictureHost {
  readonly measure: TextMeasure;
  readonly release: (hash: string | null) => Release | undefined;
  /** Null when the fonts of a filling are there, else a promise that ends when they have come. */
  readonly fonts: (template: Template, values: Values, of: TemplateContext) => Promise<void> | null;
  /** Brings the pictures of a filling, with the px that each is wanted at, before they are seen; none: they come when drawn. */
  readonly pictures?: (wanted: ReadonlyMap<string, number>) => void;
}

interface Kept {
  scene: Scene;
  values: Values;
  release: string;
  /** The Change it is on its way through. */
  change: string | null;
  from: Values | null;
  /** The canvas it was made for. */
  canvas: string;
  /** What runs in it; null: nothing does, or it is not on air. */
  runs: Runs | null;
}
/** Always the same, so that what was laid out with it is found again. */
const nothingRuns: Runs = { lists: {}, stops: [], anchors: {} };
/** From so many lists on it is worth to tell where what runs is. */
const manyLists = 24;

interface Drawn {
  scene: Scene;
  moment: Moment;
}

/**
 * The picture of a channel at any time, from the on-air state. Scenes are made when values change and kept while their
 * graphic is there; a scene that cannot be made leaves the one before it standing.
 */
export class ChannelPicture {
  private readonly kept = new Map<string, Kept>();
  private readonly waiting = new Set<string>();
  private drawn: Drawn[] = [];
  private roots: GroupNode[] = [];
  private isDirty = true;

  constructor(
    private readonly host: PictureHost,
    private readonly channel: string,
    /** The channels whose pictures it is drawn in, the outermost first. */
    around: readonly string[] = [],
  ) {
    const all = [...around, channel];
    this.screens = new Screens(all, (id) => new ChannelPicture(host, id, all));
  }

  private readonly screens: Screens;

  /** Channels that graphics of it would show in themselves, by their ids. */
  get circles(): ReadonlySet<string> {
    return this.screens.circles;
  }

  /** Asks for the next picture to count as changed. */
  touch(): void {
    this.isDirty = true;
  }

  /** Prepares every scene anew, as after fonts have come that it was made without. What is drawn stands until then. */
  remake(): void {
    for (const [key, kept] of this.kept) this.kept.set(key, { ...kept, release: '' });
    this.touch();
  }

  /**
   * What is on air at a time, back to front; `isNew` is false where it is the picture of the call before, `isWhole` where
   * something of it cannot be drawn yet.
   */
  program(state: AirState, time: number): { roots: readonly GroupNode[]; isNew: boolean; isWhole: boolean } {
    const list = graphicsOnAir(state, this.channel, time);
    this.begin(state);
    for (const { graphic, moment, values, changing } of list) {
      const { id, release, template } = graphic;
      const scene = this.sceneFor(state, id, release, template, values, changing, graphic);
      if (scene) this.add(scene, moment);
    }
    // What waits for its lane is made ready, so that its first frame is on time.
    const { graphics } = graphicsOf(state, this.channel, time);
    for (const graphic of graphics) {
      if (graphic.enterAt > time)
        this.sceneFor(state, graphic.id, graphic.release, graphic.template, graphic.values, null, graphic);
    }
    const own = state.air[this.channel];
    for (const cue of own ? [own.preview, ...Object.values(own.own)] : []) if (cue) this.bring(state, cue);
    this.forget(new Set(graphics.map((g) => g.id)));
    this.showScreens(state, time);
    return { ...this.end(), isWhole: this.count === list.length };
  }

  /** The graphics that are on air at a time, by id; those on their way out are only where they are asked for. */
  graphicsAt(state: AirState, time: number, isLeavingToo: boolean): string[] {
    return graphicsOnAir(state, this.channel, time).flatMap(({ graphic, moment }) =>
      moment.phase !== 'exit' || isLeavingToo ? [graphic.id] : [],
    );
  }

  private readonly brought = new WeakSet<Values>();

  /** Brings the pictures of what is cued, so that they are there when it is taken. */
  private bring(state: AirState, cue: Cue): void {
    if (!this.host.pictures || this.brought.has(cue.values)) return;
    const release = this.host.release(state.release);
    const template = release?.templates[cue.template];
    if (!release || !template) return;
    this.brought.add(cue.values);
    this.host.pictures(picturesFor(template, cue.values, release));
  }

  /**
   * What the channel will show at rest once the cue is taken: the cue in its lane, the other lanes as they hold. The
   * cue is that of the shared preview unless another is given; without one there is nothing, lest it look like program.
   */
  preview(
    state: AirState,
    time: number,
    cue: Cue | null = state.air[this.channel]?.preview ?? null,
  ): { roots: readonly GroupNode[]; isNew: boolean } {
    const channel = state.channels.find((c) => c.id === this.channel);
    const moment = holdMoment(channel ? quantise(time, channel.format.rate) : time);
    const cued = cue && this.host.release(state.release)?.templates[cue.template];
    this.begin(state);
    if (!cue) return this.end();
    const { graphics, lanes } = graphicsOf(state, this.channel, time);
    const reacting = cued ? effectsOnOthers(state, this.channel, cued, time, this.host.release) : null;
    for (const lane of lanes) {
      if (cue && cued && cued.lane === lane && state.release !== null) {
        const scene = this.sceneFor(state, 'cue', state.release, cue.template, cue.values, null);
        const { steps } = cued;
        if (scene) this.add(scene, steps.length > 0 ? { ...moment, steps: steps.map(() => -1) } : moment);
        continue;
      }
      const holder = graphics.find((g) => g.lane === lane && g.exitAt === null);
      const after = holder && reacting?.get(holder.id);
      if (!holder || after?.leaves) continue;
      // As it will hold: its last words, its steps and moves where they lead.
      const values =
        after && Object.keys(after.values).length > 0
          ? this.withValues(holder.id, holder.values, after.values)
          : holder.values;
      const scene = this.sceneFor(state, holder.id, holder.release, holder.template, values, null);
      const steps = holder.stepFrames.map((length, i) => (i < holder.steps.length ? length : -1));
      const own = this.host.release(holder.release)?.templates[holder.template]?.moves ?? [];
      const away = after?.away ?? holder.moves.flatMap(({ ref, back }) => (back ? [] : [ref]));
      const moves = own.flatMap((move) =>
        away.includes(move.id) ? [{ ref: move.id, frame: phaseEnd(move) }] : [],
      );
      if (scene) this.add(scene, { ...moment, ...(steps.length > 0 ? { steps } : {}), moves });
    }
    this.forget(new Set(['cue', ...graphics.map((g) => g.id)]));
    this.showScreens(state, time);
    return this.end();
  }

  private readonly merged = new Map<string, { from: Values; given: string; values: Values }>();

  /** Values over others; the same object as long as both are the same, so that scenes are kept. */
  private withValues(key: string, from: Values, over: Values): Values {
    const given = JSON.stringify(over);
    const kept = this.merged.get(key);
    if (kept?.from === from && kept.given === given) return kept.values;
    const values = { ...from, ...over };
    this.merged.set(key, { from, given, values });
    return values;
  }

  /** What is seen at a point of the last picture, in px of the channel: the frontmost element, and whose it is. */
  elementAt(x: number, y: number): { key: string; template: Template; element: string } | null {
    for (const { scene, moment } of [...this.drawn].reverse()) {
      const key = [...this.kept].find(([, kept]) => kept.scene === scene)?.[0];
      const [element] = elementsAt(scene, moment, x, y, 4);
      if (key !== undefined && element !== undefined) return { key, template: scene.template, element };
    }
    return null;
  }

  /** Where what has run through many lists is at a moment, so that the older of them can be forgotten. */
  anchors(time: number): readonly { graphic: string; list: string; anchor: Anchor }[] {
    return [...this.kept].flatMap(([graphic, { scene, runs }]) =>
      scene.belts.flatMap(({ belt, list, isOnAir }) => {
        if (!isOnAir || list === null || (runs?.lists[list]?.length ?? 0) < manyLists) return [];
        const anchor = belt.anchorAt(time);
        return anchor ? [{ graphic, list, anchor }] : [];
      }),
    );
  }

  /** How wide the items of tickers are that run through a graphic, px, by ticker and item. */
  widths({ tickers, air }: AirState): readonly { ticker: string; item: string; words: string; px: number }[] {
    return (air[this.channel]?.graphics ?? []).flatMap(({ id, ticker: of, values }) => {
      const ticker = of === null ? undefined : tickers[of];
      const scene = this.kept.get(id)?.scene;
      if (!ticker || !scene) return [];
      return scene.belts.flatMap(({ list, sizes }) => {
        const rows = list === null ? undefined : values[list];
        if (!isRowList(rows)) return [];
        return rows.order.flatMap((key) => {
          const [item = '', px] = [key.split('~')[0], sizes.get(key)];
          const words = String(cellIn(rows, key, 'Words') ?? '');
          const isKnown = findItem(ticker.standing, item)?.width?.words === words;
          return px === undefined || isKnown ? [] : [{ ticker: ticker.id, item, words, px }];
        });
      });
    });
  }

  private count = 0;

  private dayOffset = 0;

  private clocks: Clocks = {};

  private begin({ dayOffset, clocks }: AirState): void {
    this.dayOffset = dayOffset;
    this.clocks = clocksIn(clocks);
    this.count = 0;
    this.roots.length = 0;
  }

  private add(scene: Scene, given: Moment): void {
    const { dayOffset } = this;
    const moment = scene.hasClock ? { ...given, dayOffset, clocks: this.clocks } : given;
    const before = this.drawn[this.count];
    if (before?.scene !== scene || !isSamePicture(scene, before.moment, moment)) {
      this.drawn[this.count] = { scene, moment };
      this.isDirty = true;
    }
    this.count += 1;
    this.roots.push(evaluate(scene, moment));
  }

  private showScreens(state: AirState, time: number): void {
    const scenes = this.drawn.slice(0, this.count).map(({ scene }) => scene);
    if (this.screens.show(scenes, state, time)) this.isDirty = true;
  }

  private end(): { roots: readonly GroupNode[]; isNew: boolean } {
    if (this.drawn.length !== this.count) {
      this.drawn.length = this.count;
      this.isDirty = true;
    }
    const isNew = this.isDirty;
    this.isDirty = false;
    return { roots: this.roots, isNew };
  }

  private sceneFor(
    state: AirState,
    key: string,
    release: string,
    templateId: string,
    values: Values,
    changing: Changing | null,
    given: Runs | null = null,
  ): Scene | null {
    const running = given && Object.keys(given.lists).length > 0 ? given : null;
    const channel = state.channels.find((c) => c.id === this.channel);
    const canvas = channel ? `${channel.format.width}x${channel.format.height}` : '';
    const kept = this.kept.get(key);
    if (
      kept &&
      kept.runs?.lists === running?.lists &&
      kept.runs?.stops === running?.stops &&
      kept.runs?.anchors === running?.anchors &&
      kept.values === values &&
      kept.change === (changing?.ref ?? null) &&
      kept.from === (changing?.from ?? null) &&
      kept.release === release &&
      kept.canvas === canvas &&
      kept.scene.template.id === templateId
    )
      return kept.scene;
    // The same graphic with older words is better than none; another template's picture is not.
    const standing = kept && kept.scene.template.id === templateId ? kept.scene : null;
    const source = this.host.release(release);
    const drawn = source?.templates[templateId];
    if (!source || !drawn || !channel || this.waiting.has(key)) return standing;
    const template = templateFor(drawn, channel.format);
    const change = changing && changeOf(template, changing.ref);
    const fonts = this.host.fonts(template, values, source);
    if (fonts) {
      this.waiting.add(key);
      void fonts.then(() => {
        this.waiting.delete(key);
        this.touch();
      });
      return standing;
    }
    const runs = running && { lists: running.lists, stops: running.stops, anchors: running.anchors };
    // What goes on with the clock does so on air alone, where nothing runs too.
    const onAir = runs ?? (given && goesOn(template) ? nothingRuns : null);
    try {
      const scene = prepareScene(template, values, this.host.measure, {
        key,
        canvas: channel.format,
        rate: channel.format.rate,
        look: source.look,
        templates: source.templates,
        change: change && changing ? { change, from: changing.from } : undefined,
        runs: onAir ?? undefined,
      });
      this.host.pictures?.(picturesFor(template, values, source));
      this.kept.set(key, {
        scene,
        values,
        release,
        canvas,
        runs,
        change: changing?.ref ?? null,
        from: changing?.from ?? null,
      });
      return scene;
    } catch (error) {
      if (error instanceof ProblemError) return standing;
      throw error;
    }
  }

  private forget(alive: ReadonlySet<string>): void {
    for (const key of this.kept.keys()) if (!alive.has(key)) this.kept.delete(key);
  }
}
