import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Binding } from '../../core/binding';
import { sameName, withChange, type Resolved, type TableChange, type Use } from '../../core/data';
import {
  cardsToCome,
  rowOf,
  shownAt,
  type AirState,
  type Command,
  type Cue,
  type Graphic,
} from '../../core/playout';
import { problem, type Problem } from '../../core/problem';
import {
  cardByNumber,
  parseCallNumber,
  tableSchema,
  type Release,
  type Table,
  type Template,
  type Values,
} from '../../core/show';
import type { AirEngine } from '../engine';
import type { TraceWords } from './data.worker';
import { feedOf, type SourceHost } from './source-host';
import type { WorkerLine } from './worker-line';

/** Longest that a cue or take waits for its data; then it goes with what data brought last. */
const patienceMs = 400;
/** The same while the worker is still starting. */
const startMs = 4000;
/** What is kept of a command's time to carry it out. */
const spareMs = 150;

export interface DataFault {
  readonly key: string;
  readonly problems: readonly Problem[];
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
  private tables: Record<string, Table> = {};
  private kept: { release: string; tables: Record<string, Table> } | null = null;
  private isReady = false;
  private isSaving = false;
  private isDirty = false;

  constructor(
    private readonly engine: AirEngine,
    private readonly releaseOf: (hash: string) => Release | undefined,
    private readonly sources: SourceHost,
    private readonly worker: () => WorkerLine,
    private readonly home: string,
    private readonly onFaults: (faults: readonly DataFault[]) => void,
  ) {}

  /** Everything that a worker that starts anew must know. */
  restart(): void {
    this.uses.clear();
    this.isReady = false;
    this.tellShow();
    this.follow();
  }

  /** Takes up what the state shows: its release, and what is in preview and on air. */
  follow(): void {
    const { air } = this.engine;
    if (air.release !== this.release) this.takeRelease(air.release);
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
      if (this.faults.delete(key)) this.onFaults([{ key, problems: [] }]);
      this.worker().tell({ do: 'close', key });
    }
  }

  private takeRelease(hash: string | null): void {
    const release = hash === null ? undefined : this.releaseOf(hash);
    this.release = hash;
    this.tables = { ...release?.tables };
    if (this.kept?.release === hash)
      for (const [id, table] of Object.entries(this.kept.tables))
        if (this.tables[id]) this.tables[id] = table;
    this.kept = null;
    this.tellShow();
    this.sources.setAir(release ? Object.values(release.sources) : []);
  }

  private tellShow(): void {
    const release = this.release === null ? undefined : this.releaseOf(this.release);
    const list = Object.values(release?.sources ?? {});
    const feeds: Record<string, typeof list> = {};
    for (const source of list) (feeds[feedOf(source)] ??= []).push(source);
    const { views = {}, assets = {}, sources = {} } = release ?? {};
    this.worker().tell({ do: 'show', show: { tables: this.tables, views, assets, sources }, feeds });
  }

  private watch(
    key: string,
    channel: string,
    of: Cue | Graphic,
    hash: string | null,
    seen: Set<string>,
    desk?: string,
  ): void {
    const template = hash === null ? undefined : this.releaseOf(hash)?.templates[of.template];
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
    Object.fromEntries(hand.flatMap((id) => (values[id] === undefined ? [] : [[id, values[id]]])));

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
    if (faults.length > 0) this.onFaults(faults);
  }

  allFaults = (): DataFault[] => [...this.faults].map(([key, problems]) => ({ key, problems }));

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
          ([id, value]) => !now.hand.includes(id) && (now.shown[id] ?? undefined) !== value,
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
        await this.engine.submit({
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
    const air = this.engine.air.air[channel];
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
    const use = this.useOf(this.engine.air, command);
    if (!use) return command;
    const key = JSON.stringify([use.template.id, use.row, use.typed]);
    return this.resolved(use, key, command.until).then((live) => ({ ...command, live }));
  };

  /** A command that may take rows, with what data brings to their cards. */
  private forRows(command: Extract<Command, { do: 'tick' | 'run' }>): Command | Promise<Command> {
    const { air } = this.engine;
    const started = command.do === 'run' && command.act === 'start' ? command : null;
    const rundown = started && air.rundowns.find(({ id }) => id === started.rundown);
    const first = rundown && (rowOf(rundown, started.from ?? null) ?? rundown.rows[0]);
    const cards = [...cardsToCome(air), ...(first ? [first.card] : [])];
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
      const left = (until - Date.now() / 1000) * 1000 - spareMs;
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
    const release = air.release === null ? undefined : this.releaseOf(air.release);
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
      const template = cue && release?.templates[cue.template];
      if (!cue || !template || !isFed(template, cue.row)) return null;
      const typed = { ...this.typed(cue), ...named(template, command.values) };
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
      const template = graphic && this.releaseOf(graphic.release)?.templates[graphic.template];
      if (!graphic || !template || !isFed(template, graphic.row)) return null;
      return {
        template,
        typed: { ...this.typed(graphic), ...named(template, command.values) },
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
      release.templates[wanted] ?? Object.values(release.templates).find((t) => sameName(t.name, wanted));
    const row = command.row ?? card?.row ?? null;
    if (!template || !isFed(template, row)) return null;
    return { template, typed: { ...card?.values, ...named(template, command.values ?? {}) }, row };
  }

  /** A table as air has it. */
  table = (id: string): Table | undefined => this.tables[id];

  /** Puts a corrected table in place; only tables of the release on air are taken. */
  setTable(id: string, value: unknown): Problem | null {
    if (!this.tables[id])
      return problem(
        'unknown-table',
        'Nothing on air takes values from this table. Release the show first.',
        id,
      );
    const parsed = tableSchema.safeParse(value);
    if (!parsed.success || parsed.data.id !== id)
      return problem(
        'damaged-table',
        `The table is damaged at ${parsed.error?.issues[0]?.path.join('.') ?? 'its id'}.`,
        id,
      );
    this.tables = { ...this.tables, [id]: parsed.data };
    this.worker().tell({ do: 'table', table: parsed.data });
    void this.save();
    return null;
  }

  changeTable(id: string, change: TableChange): Problem | null {
    const table = this.tables[id];
    if (!table)
      return problem(
        'unknown-table',
        'Nothing on air takes values from this table. Release the show first.',
        id,
      );
    return this.setTable(id, withChange(table, change));
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
    const hash = graphic ? graphic.release : this.engine.air.release;
    const template = of && hash ? this.releaseOf(hash)?.templates[of.template] : undefined;
    if (!of || !template) return null;
    const shown = graphic ? shownAt(graphic, Date.now() / 1000).values : of.values;
    return { use: { template, typed: this.typed(of), row: of.row }, shown };
  }

  private file = (): string => join(this.home, 'data', 'tables.json');

  /** Corrections outlive the server, as long as the release that they correct is on air. */
  private async save(): Promise<void> {
    this.isDirty = true;
    if (this.isSaving) return;
    this.isSaving = true;
    try {
      while (this.isDirty) {
        this.isDirty = false;
        await mkdir(join(this.home, 'data'), { recursive: true });
        await writeFile(`${this.file()}.new`, JSON.stringify({ release: this.release, tables: this.tables }));
        await rename(`${this.file()}.new`, this.file());
      }
    } catch {
      // A full disk loses corrections at the next start alone; what is on air stands.
    } finally {
      this.isSaving = false;
    }
  }

  /** Reads the corrections that were kept; to be waited for before the first release is taken up. */
  async begin(): Promise<void> {
    try {
      const kept = JSON.parse(await readFile(this.file(), 'utf8')) as {
        release: string;
        tables: Record<string, unknown>;
      };
      this.kept = { release: kept.release, tables: {} };
      for (const [id, value] of Object.entries(kept.tables)) {
        const parsed = tableSchema.safeParse(value);
        if (parsed.success) this.kept.tables[id] = parsed.data;
      }
    } catch {
      // None kept.
    }
    this.follow();
  }
}
