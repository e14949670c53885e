import type { Binding } from '../../core/binding';
import { namedTarget, type Target } from '../../core/clock';
import { feedOf, sameName, sourcesFeeding, withInsets, type Resolved, type Use } from '../../core/data';
import {
  cardsOfClocks,
  cardsToCome,
  clockOf,
  rowOf,
  shownAt,
  type AirState,
  type Command,
  type Cue,
  type Graphic,
} from '../../core/playout';
import type { Problem } from '../../core/problem';
import {
  canonicalJson,
  editsAlone,
  isRowList,
  sameValue,
  cardByNumber,
  parseCallNumber,
  type Release,
  type Template,
  type TypedUpTo,
  type Values,
} from '../../core/show';
import type { Came } from '../../core/ticker';
import type { TypingAct } from '../../core/typing';
import type { AirEngine } from '../engine';
import type { TraceWords } from './data.worker';
import type { SourceHost } from './source-host';
import type { WorkerLine } from './worker-line';

/** Longest that a cue or take waits for its data; then it goes with what data brought last. */
const patienceMs = 400;
/** The same while the worker is still starting. */
const startMs = 4000;
/** What clocks count to is looked at again after so long at the latest. */
const longestWaitMs = 60_000;
/** What is kept of a command's time to carry it out. */
const spareMs = 150;

export interface LiveDataParts {
  readonly engine: AirEngine;
  readonly releaseOf: (hash: string) => Release | undefined;
  /** Where the two files of a release lie. */
  readonly pathsOf: (hash: string) => string[];
  readonly sources: SourceHost;
  readonly worker: () => WorkerLine;
  /** Air clock seconds. */
  readonly now: () => number;
  readonly onFaults: (faults: readonly DataFault[]) => void;
}

export interface DataFault {
  readonly key: string;
  readonly problems: readonly Problem[];
}

/** What was typed, lists that data brings by what was done to them alone: that stays the same as data goes on. */
const editsOf = (typed: Values): Values =>
  Object.fromEntries(
    Object.entries(typed).map(([id, value]) => [
      id,
      isRowList(value) && value.edits ? editsAlone(value.edits) : value,
    ]),
  );

/** A template of a release with what its insets take from data. */
function fedTemplate(release: Release | undefined, id: string | undefined): Template | undefined {
  const template = release && id !== undefined ? release.templates[id] : undefined;
  return template && release && withInsets(template, release.templates);
}

const isFed = (template: Template | undefined, row: unknown): boolean =>
  template !== undefined && (template.bindings.length > 0 || row !== null);

/** The keys of what is filled: `preview CHANNEL`, `preview CHANNEL DESK`, and a graphic's id. */
const previewKey = (channel: string, desk = ''): string => `preview ${channel}${desk && ` ${desk}`}`;

/**
 * Keeps preview and air in step with data: what a worker makes of tables and sources becomes commands like any other,
 * on disk before it is seen, so that all screens show the same.
 */
export class LiveData {
  private readonly uses = new Map<
    string,
    { channel: string; desk?: string; of: Cue | Graphic; signature: string }
  >();
  private readonly last = new Map<string, Values>();
  private readonly waiting = new Map<string, Values>();
  private readonly faults = new Map<string, readonly Problem[]>();
  private release: string | null = null;
  private isReady = false;

  constructor(private readonly parts: LiveDataParts) {}

  private worker = (): WorkerLine => this.parts.worker();

  /** Everything that a worker that starts anew must know. */
  restart(): void {
    this.uses.clear();
    this.scores = null;
    this.countedTo = '';
    this.isReady = false;
    this.tellRelease();
    this.follow();
  }

  /** Takes up what the state shows: its release, and what is in preview and on air. */
  follow(): void {
    const { air } = this.parts.engine;
    if (air.release !== this.release) this.takeRelease(air.release);
    this.tellScores(air);
    this.tellCountedTo();
    const seen = new Set<string>();
    for (const [channel, { preview, own, graphics }] of Object.entries(air.air)) {
      if (preview) this.watch(previewKey(channel), channel, preview, air.release, seen);
      for (const [desk, cue] of Object.entries(own))
        this.watch(previewKey(channel, desk), channel, cue, air.release, seen, desk);
      for (const graphic of graphics)
        if (graphic.exitAt === null) this.watch(graphic.id, channel, graphic, graphic.release, seen);
    }
    for (const key of this.uses.keys()) {
      if (seen.has(key)) continue;
      this.uses.delete(key);
      this.waiting.delete(key);
      if (this.faults.delete(key)) this.parts.onFaults([{ key, problems: [] }]);
      this.worker().tell({ do: 'close', key });
    }
  }

  /** The release has come that was missing. */
  retake(): void {
    this.takeRelease(this.parts.engine.air.release);
    this.restart();
  }

  private takeRelease(hash: string | null): void {
    const release = hash === null ? undefined : this.parts.releaseOf(hash);
    this.release = hash;
    this.tellRelease();
    this.parts.sources.setAir(release ?? null);
    for (const source of Object.values(release?.sources ?? {}))
      if (this.parts.sources.statusOf(source)?.state === 'stale') this.stale(feedOf(source), true);
  }

  /** The worker reads the release itself: what it costs here does not depend on the size of its tables. */
  private tellRelease(): void {
    const hash = this.release;
    this.worker().tell({ do: 'release', hash, paths: hash === null ? [] : this.parts.pathsOf(hash) });
  }

  private scores: AirState['scores'] | null = null;

  private tellScores({ scores }: AirState): void {
    if (scores === this.scores) return;
    this.scores = scores;
    const values = Object.fromEntries(Object.values(scores).map(({ id, value }) => [id, value]));
    this.worker().tell({ do: 'scores', scores: values });
  }

  private countedTo = '';
  private namer: NodeJS.Timeout | null = null;

  /** What clocks count to is told when it is another, also when that comes by time alone. */
  private tellCountedTo(): void {
    if (this.namer) clearTimeout(this.namer);
    this.namer = null;
    const { clocks, dayOffset } = this.parts.engine.air;
    const now = this.parts.now() + dayOffset;
    let next = Infinity;
    const names = Object.fromEntries(
      Object.values(clocks).map((own) => {
        const { name, until } = namedTarget(clockOf(own), now);
        next = Math.min(next, until);
        return [own.id, name];
      }),
    );
    const words = JSON.stringify(names);
    if (words !== this.countedTo) this.worker().tell({ do: 'counted-to', names });
    this.countedTo = words;
    if (next === Infinity) return;
    this.namer = setTimeout(() => this.tellCountedTo(), Math.min(longestWaitMs, (next - now) * 1000 + 20));
    this.namer.unref();
  }

  /** Nothing is told any more. */
  close(): void {
    if (this.namer) clearTimeout(this.namer);
  }

  /** The times of rows that clocks count to. */
  times(found: readonly [string, Target[]][]): void {
    for (const [clock, targets] of found) {
      const own = this.parts.engine.air.clocks[clock];
      if (own && canonicalJson(own.standing.targets) !== canonicalJson(targets))
        void this.parts.engine.submit({ do: 'times', clock, targets, by: 'data' });
    }
  }

  /** The items that rows have for the strands of tickers. */
  items(brought: readonly [ticker: string, strand: string, data: string, came: Came[]][]): void {
    for (const [ticker, strand, data, came] of brought)
      if (this.parts.engine.air.tickers[ticker])
        void this.parts.engine.submit({ do: 'items', ticker, strand, data, came, by: 'data' });
  }

  private watch(
    key: string,
    channel: string,
    of: Cue | Graphic,
    hash: string | null,
    seen: Set<string>,
    desk?: string,
  ): void {
    const template = hash === null ? undefined : fedTemplate(this.parts.releaseOf(hash), of.template);
    if (!template || !isFed(template, of.row)) return;
    seen.add(key);
    const typed = this.typed(of);
    const signature = JSON.stringify([hash, of.template, typed, of.row]);
    const known = this.uses.get(key);
    this.uses.set(key, { of, channel, signature, ...(desk === undefined ? {} : { desk }) });
    if (known?.signature === signature) return;
    this.worker().tell({ do: 'open', key, use: { template, typed, row: of.row } satisfies Use });
  }

  private typed = ({ values, hand }: Cue): Values =>
    editsOf(Object.fromEntries(hand.flatMap((id) => (values[id] === undefined ? [] : [[id, values[id]]]))));

  /** What the worker found for what is shown. */
  changed(list: readonly [string, Resolved][]): void {
    const faults: DataFault[] = [];
    for (const [key, { values, problems }] of list) {
      if (!this.uses.has(key)) continue;
      if (JSON.stringify(this.faults.get(key) ?? []) !== JSON.stringify(problems)) {
        this.faults.set(key, problems);
        faults.push({ key, problems });
      }
      const isFlying = this.waiting.has(key);
      this.waiting.set(key, values);
      if (!isFlying) void this.bring(key);
    }
    if (faults.length > 0) this.parts.onFaults(faults);
  }

  faultsOf = (key: string): readonly Problem[] => this.faults.get(key) ?? [];
  /** The keys of what is shown whose data cannot be had. */
  faulty = (): string[] => [...this.faults.keys()];

  /** Gives one command at a time for each; of what comes meanwhile the last word counts. */
  private async bring(key: string): Promise<void> {
    for (let values = this.waiting.get(key); values; values = this.waiting.get(key)) {
      this.waiting.set(key, values);
      const use = this.uses.get(key);
      if (!use) break;
      const now = this.current(key, use);
      if (!now) break;
      const fresh = Object.fromEntries(
        Object.entries(values).filter(
          ([id, value]) =>
            (!now.hand.includes(id) || (isRowList(value) && value.edits !== undefined)) &&
            !sameValue(now.shown[id], value),
        ),
      );
      if (Object.keys(fresh).length > 0) {
        const { channel, desk } = use;
        const where =
          desk !== undefined
            ? { desk, own: true as const }
            : key === previewKey(channel)
              ? {}
              : { graphic: key };
        await this.parts.engine.submit({
          do: 'data',
          channel,
          ...where,
          values: fresh,
          by: 'data',
        });
      }
      if (this.waiting.get(key) === values) break;
    }
    this.waiting.delete(key);
  }

  /** What a key stands for in the state. */
  private found(
    key: string,
    { channel, desk }: { channel: string; desk?: string },
  ): { cue: Cue; graphic?: undefined } | { graphic: Graphic; cue?: undefined } | null {
    const air = this.parts.engine.air.air[channel];
    const cue = desk !== undefined ? air?.own[desk] : key === previewKey(channel) ? air?.preview : null;
    if (cue) return { cue };
    const graphic = air?.graphics.find((g) => g.id === key);
    return graphic ? { graphic } : null;
  }

  private current(
    key: string,
    use: { channel: string; desk?: string },
  ): { hand: readonly string[]; shown: Values } | null {
    const found = this.found(key, use);
    if (!found?.graphic) return found && { hand: found.cue.hand, shown: found.cue.values };
    const { graphic } = found;
    return { hand: graphic.hand, shown: { ...graphic.values, ...graphic.pending } };
  }

  /** A command with what data brings at this moment, where it fills something that data feeds. */
  prepare = (given: Command): Command | Promise<Command> => {
    if (given.do === 'tick' || given.do === 'run') return this.forRows(given);
    if (given.do !== 'cue' && given.do !== 'take' && given.do !== 'change' && given.do !== 'fill')
      return given;
    // What data brings is for data alone to say.
    const { live: _live, ...command } = given;
    const use = this.useOf(this.parts.engine.air, command);
    if (!use) return command;
    const key = JSON.stringify([use.template.id, use.row, use.typed]);
    return this.resolved(use, key, command.until).then((live) => ({ ...command, live }));
  };

  /** A command that may take rows, with what data brings to their cards. */
  private forRows(command: Extract<Command, { do: 'tick' | 'run' }>): Command | Promise<Command> {
    const { air } = this.parts.engine;
    const started = command.do === 'run' && command.act === 'start' ? command : null;
    const rundown = started && air.rundowns.find(({ id }) => id === started.rundown);
    const first = rundown && (rowOf(rundown, started.from ?? null) ?? rundown.rows[0]);
    const cards = [...cardsToCome(air), ...cardsOfClocks(air), ...(first ? [first.card] : [])];
    const uses = [...new Set(cards)].flatMap((card): [string, Use][] => {
      const use = this.useOf(air, { do: 'take', channel: '', card });
      return use ? [[card, use]] : [];
    });
    const { lives: _lives, ...plain } = command;
    if (uses.length === 0) return plain;
    return Promise.all(
      uses.map(async ([card, use]): Promise<[string, Values]> => [
        card,
        await this.resolved(use, JSON.stringify([use.template.id, use.row, use.typed]), plain.until),
      ]),
    ).then((found) => ({ ...plain, lives: Object.fromEntries(found) }));
  }

  /** A command that must be carried out by a time does not wait longer than that for its data. */
  private async resolved(use: Use, key: string, until = Infinity): Promise<Values> {
    const answer = this.worker()
      .ask<Resolved>({ do: 'resolve', use })
      .then(({ values }) => {
        this.isReady = true;
        if (this.last.size > 2000) this.last.clear();
        // What fails now keeps what it brought last.
        const kept = { ...this.last.get(key), ...values };
        this.last.set(key, kept);
        return kept;
      });
    let timer: NodeJS.Timeout | undefined;
    const late = new Promise<Values>((resolve) => {
      const left = (until - this.parts.now()) * 1000 - spareMs;
      const patience = Math.max(0, Math.min(left, this.isReady ? patienceMs : startMs));
      timer = setTimeout(() => resolve(this.last.get(key) ?? {}), patience);
    });
    try {
      return await Promise.race([answer.catch(() => this.last.get(key) ?? {}), late]);
    } finally {
      clearTimeout(timer);
    }
  }

  private useOf(
    air: AirState,
    command: Extract<Command, { do: 'cue' | 'take' | 'change' | 'fill' }>,
  ): Use | null {
    const release = air.release === null ? undefined : this.parts.releaseOf(air.release);
    const named = (template: Template, values: Values): Values =>
      Object.fromEntries(
        Object.entries(values).flatMap(([name, value]) => {
          const field =
            template.fields.find((f) => f.id === name) ?? template.fields.find((f) => sameName(f.name, name));
          return field ? [[field.id, value]] : [];
        }),
      );
    if (command.do === 'fill') {
      const own = air.air[command.channel];
      const cue = command.own ? own?.own[command.desk ?? ''] : own?.preview;
      const template = cue && fedTemplate(release, cue.template);
      if (!cue || !template || !isFed(template, cue.row)) return null;
      const typed = { ...this.typed(cue), ...editsOf(named(template, command.values)) };
      const given = Object.fromEntries((command.follow ?? []).map((field) => [field, null]));
      for (const id of Object.keys(named(template, given))) delete typed[id];
      return { template, typed, row: cue.row };
    }
    if (command.do === 'change') {
      const own = air.air[command.channel]?.graphics.filter((g) => g.exitAt === null) ?? [];
      const graphic =
        own.find((g) => g.id === command.graphic) ??
        own.find((g) => g.lane === command.lane) ??
        (own.length === 1 ? own[0] : undefined);
      const template = graphic && fedTemplate(this.parts.releaseOf(graphic.release), graphic.template);
      if (!graphic || !template || !isFed(template, graphic.row)) return null;
      return {
        template,
        typed: { ...this.typed(graphic), ...editsOf(named(template, command.values)) },
        row: graphic.row,
      };
    }
    const parsed = command.number === undefined ? null : parseCallNumber(command.number);
    const card =
      command.card !== undefined
        ? air.cards[command.card]
        : parsed && 'number' in parsed
          ? cardByNumber(air.cards, parsed.number)
          : undefined;
    const wanted = card?.template ?? command.template;
    if (!release || wanted === undefined) return null;
    const template =
      fedTemplate(release, wanted) ??
      fedTemplate(release, Object.values(release.templates).find((t) => sameName(t.name, wanted))?.id);
    const row = command.row ?? card?.row ?? null;
    if (!template || !isFed(template, row)) return null;
    const typed = editsOf({ ...card?.values, ...named(template, command.values ?? {}) });
    return { template, typed, row };
  }

  /** A source that air takes from has become stale, or is not any more: its graphics leave, or say so, where that is set. */
  stale(feed: string, isStale: boolean): void {
    this.worker().tell({ do: 'stale', feed, isStale });
    if (!isStale) return;
    for (const [channel, { graphics }] of Object.entries(this.parts.engine.air.air))
      for (const graphic of graphics) {
        const release = this.parts.releaseOf(graphic.release);
        const template = fedTemplate(release, graphic.template);
        if (!release || !template || graphic.exitAt !== null) continue;
        const leaves = sourcesFeeding(release, template, graphic.row).some(
          (source) => source.whenStale.do === 'leave' && feedOf(source) === feed,
        );
        if (leaves) void this.parts.engine.submit({ do: 'clear', channel, graphic: graphic.id, by: 'data' });
      }
  }

  /** A table as air has it, as JSON; null where air has none of that id. */
  table(id: string): Promise<Uint8Array | null> {
    return this.worker().ask<Uint8Array | null>({ do: 'table', table: id });
  }

  /** Corrects a table of the release on air, with JSON of what is new of it, or of it whole. */
  correct(
    id: string,
    bytes: Uint8Array,
    whole: boolean,
    typed: TypedUpTo | null = null,
  ): Promise<Problem | null> {
    return this.worker().ask<Problem | null>({ do: 'correct', table: id, bytes, whole, typed });
  }

  /** Does something of what typists do; why not, where it is refused. */
  type(act: TypingAct, by: string): Promise<Problem | null> {
    return this.worker().ask<Problem | null>({
      do: 'type',
      act,
      by,
      at: Math.round(this.parts.now() * 1000),
    });
  }

  /** All that the page of typists shows, as JSON. */
  typing(): Promise<Uint8Array> {
    return this.worker().ask<Uint8Array>({ do: 'typing' });
  }

  /** What was typed and went to air since a draft knew of it. */
  typedSince(since: TypedUpTo | null): Promise<unknown> {
    return this.worker().ask({ do: 'typed', since });
  }

  trace(use: Use, binding: Pick<Binding, 'from' | 'steps'>): Promise<TraceWords[]> {
    return this.worker().ask<TraceWords[]>({ do: 'trace', use, binding });
  }

  /** What a key shows now, for the checker. */
  useFor(key: string): { use: Use; shown: Values } | null {
    const known = this.uses.get(key);
    if (!known) return null;
    const found = this.found(key, known);
    const graphic = found?.graphic ?? null;
    const of = found?.graphic ?? found?.cue;
    const hash = graphic ? graphic.release : this.parts.engine.air.release;
    const template = of && hash ? fedTemplate(this.parts.releaseOf(hash), of.template) : undefined;
    if (!of || !template) return null;
    const shown = graphic ? shownAt(graphic, this.parts.now()).values : of.values;
    return { use: { template, typed: this.typed(of), row: of.row }, shown };
  }
}
