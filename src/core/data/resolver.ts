import { targetOf, type Counts, type Target } from '../clock';
import {
  columnIndex,
  listRowset,
  readRowset,
  rowsetList,
  RowsValue,
  RowValue,
  scalar,
  someRows,
  traceBinding,
  typeOfValue,
  valueText,
  type Binding,
  type ColumnInfo,
  type Rowset,
  type Surroundings,
  type Trace,
  type Value,
  type ValueType,
} from '../binding';
import { usualLocale } from '../locale';
import { problem, ProblemError, type Problem } from '../problem';
import {
  acceptValue,
  emptyList,
  isRowList,
  makeList,
  mostListRows,
  propertyOf,
  sameList,
  sameValue,
  type RowEdits,
  type RowList,
  withEdits,
  fieldKindOf,
  type Field,
  type FieldValue,
  type Show,
  type Table,
  type Template,
  type Values,
  type View,
} from '../show';
import type { Json, Read, Source } from '../source';
import { fillRow, pictureNamed } from './fill';
import { fingerprint } from './fingerprint';
import { matchRows, sameName } from './match';
import { pickedTables, tableRowset } from './table-rows';
import { rowsOf, columnOf, watched, touchedBetween } from './looked';
import { misfitIn } from './misfit';
import { viewRows } from './view';

/** A template that is filled somewhere: in a preview, on air, in Build. */
export interface Use {
  readonly template: Template;
  /** What was typed by hand; it wins over data. By field id. */
  readonly typed: Values;
  /** The row that it is filled from. */
  readonly row: { readonly of: string; readonly key: string } | null;
}

export interface Resolved {
  /** Field and binding ids with what data brings; what data does not bring, or brings wrongly, is not there. */
  readonly values: Values;
  readonly problems: readonly Problem[];
  /** What is worth knowing of what was given all the same. */
  readonly notes: readonly Problem[];
}

/** What one binding came to, and what it looked at on the way. */
interface Entry {
  trace: readonly Trace[];
  /** What it gives to what takes it, or why it cannot; undefined: nothing. */
  given: FieldValue | Problem | undefined;
  notes: readonly Problem[];
  readonly looked: Set<string>;
}

interface Kept {
  readonly use: Use;
  /** What it is, for all that are the same. */
  readonly name: string;
  readonly entries: Map<string, Entry>;
  readonly rowLooked: Set<string>;
  /** Which column filled each field last. */
  readonly columns: Map<string, string>;
  /** What was given last: while something that had a value has none, all that comes from there stands as it was. */
  accepted: Values | null;
  filled: Values;
  fillProblems: readonly Problem[];
  resolved: Resolved;
}

const mostRemembered = 2000;
/** So many rows of a timetable are looked at by a clock. */
const mostTimes = 1000;
/** What a use is, however often it is opened: a template whose bindings were edited is another. */
const nameOfUse = ({ template, typed, row }: Use): string =>
  `${template.id} ${fingerprint(JSON.stringify([template.bindings, template.bound, row, typed]))}`;

interface SourceState {
  readonly source: Source;
  readonly read: Read;
}

const fieldType = (field: Field): ValueType => fieldKindOf(field).type;

const rowsNamed = (name: string, list: RowList): { value: Value; type: ValueType } => ({
  value: new RowsValue(listRowset(name, list)),
  type: { of: 'rows', columns: list.columns },
});

/** Whether a binding is given to what shows one value, to what shows rows, to both, or to nothing. */
function wantedOf(template: Template, binding: string): Set<'one' | 'rows'> {
  const wanted = new Set<'one' | 'rows'>();
  for (const { element, property, field, column } of template.ties) {
    const own = template.elements[element];
    if (field === binding && column === undefined && own)
      wanted.add(propertyOf(own.kind, property)?.type === 'rows' ? 'rows' : 'one');
  }
  for (const field of template.fields)
    if (template.bound[field.id] === binding) wanted.add(field.kind === 'rows' ? 'rows' : 'one');
  return wanted;
}

const isProblem = (given: FieldValue | Problem | undefined): given is Problem =>
  typeof given === 'object' && given !== null && 'code' in given;

/** Rows, or a list as rows of one column; null for one value. */
function rowsetOf(name: string, value: Value, type: ValueType): Rowset | null {
  if (value instanceof RowsValue) return value.rowset;
  if (value instanceof RowValue) return someRows(value.rowset, [value.index]);
  if (!Array.isArray(value)) return null;
  const item = type.of === 'list' ? type.item : scalar('any');
  const isPlain = item.of !== 'list' && item.of !== 'row' && item.of !== 'rows' && item.of !== 'any';
  const list = makeList(
    name,
    [{ key: 'Value', name: 'Value', type: isPlain ? item.of : 'text' }],
    (value as readonly Value[]).slice(0, mostListRows + 1).map((one) => ({
      key: '',
      cells: [one !== null && typeof one === 'object' ? valueText(one, item) : one],
    })),
  );
  return 'code' in list ? null : listRowset(name, list.list);
}

/**
 * Tables, sources and views, and what the bindings of templates in use make of them. A change is compared with what
 * was there; only bindings that looked at what differs are evaluated again.
 */
export class Resolver {
  private tables: Show['tables'] = {};
  private views: Show['views'] = {};
  private assets: Show['assets'] = {};
  private scores: Readonly<Record<string, number>> = {};
  /** By clock, the name of what it counts to. */
  private countedTo: Readonly<Record<string, string>> = {};
  private readonly sources = new Map<string, SourceState>();
  private readonly names = new Map<string, string>();
  private readonly rowsets = new Map<string, Rowset>();
  private readonly finds = new Map<string, Map<string, number>>();
  private readonly uses = new Map<string, Kept>();
  private readonly lookers = new Map<string, Set<string>>();
  /** What uses were given last, by what they are; also of those that are closed. */
  private readonly remembered = new Map<string, Values>();
  /** What is said in place of what a stale source brought, by its id. */
  private readonly stale = new Map<string, string>();
  /** The list that each binding gave last, by template and binding: one that says the same is the same. */
  private readonly lists = new Map<string, RowList>();
  /** The language whose rules words are compared and ordered by. */
  private locale = usualLocale;
  /** How many bindings have been evaluated since this was made. */
  evaluated = 0;

  /** The tables, views and pictures of a show. Returns the uses whose values changed. */
  setShow(
    show: Pick<Show, 'tables' | 'views' | 'assets' | 'sources'> & { readonly locale: string },
  ): Map<string, Resolved> {
    const before = new Map(this.rowsets);
    this.tables = show.tables;
    this.views = show.views;
    const isNewArt = this.assets !== show.assets;
    const isNewLocale = this.locale !== show.locale;
    this.assets = show.assets;
    this.locale = show.locale;
    for (const { id, name } of [
      ...Object.values(show.tables),
      ...Object.values(show.views),
      ...Object.values(show.sources),
    ])
      this.names.set(id, name);
    const touched = this.rebuild(before, null);
    return this.after(isNewArt || isNewLocale ? 'all' : touched);
  }

  /** One table anew, as a correction of it brings it. */
  setTable(table: Table): Map<string, Resolved> {
    const before = new Map(this.rowsets);
    this.tables = { ...this.tables, [table.id]: table };
    this.names.set(table.id, table.name);
    return this.after(this.rebuild(before, table.id));
  }

  /** What came of a source; null keeps nothing of it. */
  setSource(source: Source, read: Read | null): Map<string, Resolved> {
    const before = new Map(this.rowsets);
    const was = this.sources.get(source.id);
    this.names.set(source.id, source.name);
    if (read) this.sources.set(source.id, { source, read });
    else this.sources.delete(source.id);
    const touched = this.rebuild(before, source.id);
    const valueOf = (one: Read | null | undefined): string =>
      JSON.stringify([one?.value ?? null, one?.sheets ?? null]);
    if (touched !== 'all' && valueOf(was?.read) !== valueOf(read)) touched.add(`${source.id} value`);
    return this.after(touched);
  }

  /** The scores of the show, by their ids. */
  setScores(scores: Readonly<Record<string, number>>): Map<string, Resolved> {
    const before = this.scores;
    this.scores = scores;
    const touched = Object.keys({ ...before, ...scores }).filter((id) => before[id] !== scores[id]);
    return this.after(new Set(touched.map((id) => `score ${id}`)));
  }

  /** The names of what clocks of the show count to at this moment, by their ids. */
  setCountedTo(names: Readonly<Record<string, string>>): Map<string, Resolved> {
    const before = this.countedTo;
    this.countedTo = names;
    const touched = Object.keys({ ...before, ...names }).filter((id) => before[id] !== names[id]);
    return this.after(new Set(touched.map((id) => `clock ${id}`)));
  }

  /** The times of the rows that a clock counts to, with what each is the time of. */
  timesOf({ data, time, name }: Extract<Counts, { by: 'rows' }>): Target[] {
    const rowset = this.rowsets.get(data);
    const columnOf = (key: string): number => (rowset && key !== '' ? columnIndex(rowset, key) : -1);
    const [at, named] = [columnOf(time), columnOf(name)];
    if (!rowset || at < 0) return [];
    const targets: Target[] = [];
    for (let row = 0; row < rowset.count && targets.length < mostTimes; row += 1) {
      const target = targetOf(rowset.text(row, at), named < 0 ? '' : rowset.text(row, named));
      if (target) targets.push(target);
    }
    return targets;
  }

  /** What is said in place of a source's words while it is stale; null: what it brought. */
  setStale(source: string, text: string | null): Map<string, Resolved> {
    if ((this.stale.get(source) ?? null) === text) return new Map();
    if (text === null) this.stale.delete(source);
    else this.stale.set(source, text);
    return this.after('all');
  }

  /** The rows of a table, source or view as they are now; null where there are none. */
  rows(id: string): Rowset | null {
    return this.rowsets.get(id) ?? null;
  }

  /** Keeps a template's values up to date until it is dropped. */
  open(key: string, use: Use): Resolved {
    this.close(key);
    const kept: Kept = {
      use,
      entries: new Map(),
      rowLooked: new Set(),
      columns: new Map(),
      name: nameOfUse(use),
      accepted: this.remembered.get(nameOfUse(use)) ?? null,
      filled: {},
      fillProblems: [],
      resolved: { values: {}, problems: [], notes: [] },
    };
    this.uses.set(key, kept);
    this.fill(key, kept);
    for (const { id } of use.template.bindings) this.entry(key, kept, id, []);
    kept.resolved = this.gather(key, kept);
    return kept.resolved;
  }

  close(key: string): void {
    const kept = this.uses.get(key);
    if (!kept) return;
    this.uses.delete(key);
    for (const [id, entry] of kept.entries)
      for (const looked of entry.looked) this.lookers.get(looked)?.delete(`${key}\u0000${id}`);
    for (const looked of kept.rowLooked) this.lookers.get(looked)?.delete(`${key}\u0000`);
  }

  private remember(name: string, values: Values): void {
    this.remembered.delete(name);
    this.remembered.set(name, values);
    if (this.remembered.size > mostRemembered)
      this.remembered.delete(this.remembered.keys().next().value as string);
  }

  /** Resolves once, without keeping watch. */
  resolve(use: Use): Resolved {
    const resolved = this.open('\u0001once', use);
    this.close('\u0001once');
    return resolved;
  }

  /** One binding of a use, step by step. */
  trace(use: Use, binding: Pick<Binding, 'from' | 'steps'>): readonly Trace[] {
    this.open('\u0001trace', use);
    const kept = this.uses.get('\u0001trace') as Kept;
    const traces = traceBinding(
      binding,
      this.around('\u0001trace', kept, [], () => undefined),
    );
    this.close('\u0001trace');
    return traces;
  }

  private columns(id: string): ValueType | null {
    const rowset = this.rowsets.get(id);
    return rowset ? { of: 'rows', columns: rowset.columns } : null;
  }

  private around(
    key: string,
    kept: Kept,
    chain: readonly string[],
    note: (looked: string) => void,
  ): Surroundings {
    const { template, typed, row } = kept.use;
    const field = (id: string): Field | undefined => template.fields.find((f) => f.id === id);
    const named = (id: string): { value: Value; type: ValueType } => {
      const own = field(id);
      if (own) {
        const bound = template.bound[id];
        if (typed[id] === undefined && kept.filled[id] === undefined && bound !== undefined)
          return named(bound);
        if (kept.filled[id] !== undefined) note(`${key} row`);
        const value = typed[id] ?? kept.filled[id] ?? own.default;
        return isRowList(value) ? rowsNamed(own.name, value) : { value, type: fieldType(own) };
      }
      if (chain.includes(id))
        throw new ProblemError(
          problem(
            'binding-circle',
            `It takes its value from itself: ${[...chain.slice(chain.indexOf(id)), id].map((one) => nameOf(one)).join(' ← ')}.`,
            'from',
          ),
        );
      note(`${key} binding ${id}`);
      const last = this.entry(key, kept, id, chain).trace.at(-1);
      if (!last)
        throw new ProblemError(
          problem(
            'no-binding',
            'It takes its value from a field or binding that is not there any more. Choose another.',
            'from',
          ),
        );
      if (last.problem) throw new ProblemError(last.problem);
      return last;
    };
    const nameOf = (id: string): string =>
      field(id)?.name ?? template.bindings.find((b) => b.id === id)?.name ?? this.names.get(id) ?? id;
    const data = (id: string): Rowset | null => {
      note(`${id} all`);
      const rowset = this.rowsets.get(id);
      return rowset ? watched(id, rowset, note) : null;
    };
    const hand = (): RowValue | null => {
      if (!row) return null;
      note(`${row.of} all`);
      const rowset = this.rowsets.get(row.of);
      if (!rowset) return null;
      const index = rowset.indexOf(row.key);
      note(rowsOf(row.of));
      return index < 0 ? null : new RowValue(watched(row.of, rowset, note), index);
    };
    return {
      locale: this.locale,
      named,
      typeNamed: (id) => {
        const own = field(id);
        if (own) return fieldType(own);
        if (chain.includes(id)) return scalar('any');
        return this.entry(key, kept, id, chain).trace.at(-1)?.type ?? scalar('any');
      },
      idOf: (name) =>
        (
          template.fields.find((f) => sameName(f.name, name)) ??
          template.bindings.find((b) => sameName(b.name, name))
        )?.id ?? null,
      nameOf,
      data,
      valueOf: (id): Json | undefined => {
        note(`${id} all`);
        note(`${id} value`);
        const state = this.sources.get(id);
        return state ? (state.read.value ?? rowsAsJson(this.rowsets.get(id))) : undefined;
      },
      scoreOf: (id) => {
        note(`score ${id}`);
        return this.scores[id] ?? null;
      },
      countedTo: (id) => {
        note(`clock ${id}`);
        return this.countedTo[id] ?? null;
      },
      sheetsOf: (id) => {
        note(`${id} all`);
        note(`${id} value`);
        return this.sources.get(id)?.read.sheets ?? null;
      },
      columnsOf: (id) => this.columns(id),
      get hand() {
        return hand();
      },
      find: (rowset, column, words, id) => {
        const info = rowset.columns[column] as ColumnInfo;
        note(columnOf(id, info.key));
        note(rowsOf(id));
        return this.find(id, info.key, words);
      },
    };
  }

  private find(id: string, column: string, words: string): number {
    const rowset = this.rowsets.get(id);
    if (!rowset) return -1;
    const key = `${id} ${column}`;
    let index = this.finds.get(key);
    if (!index) {
      index = new Map();
      const at = rowset.columns.findIndex((c) => c.key === column);
      for (let row = rowset.count - 1; row >= 0; row -= 1) {
        const text = rowset.text(row, at);
        index.set(text, row);
        index.set(text.trim().toLowerCase(), row);
      }
      this.finds.set(key, index);
    }
    return index.get(words) ?? index.get(words.trim().toLowerCase()) ?? -1;
  }

  private entry(key: string, kept: Kept, id: string, chain: readonly string[]): Entry {
    const known = kept.entries.get(id);
    if (known) return known;
    const binding = kept.use.template.bindings.find((b) => b.id === id);
    const looked = new Set<string>();
    const entry: Entry = { trace: [], given: undefined, notes: [], looked };
    if (!binding) return entry;
    this.evaluated += 1;
    entry.trace = traceBinding(
      binding,
      this.around(key, kept, [...chain, id], (note) => looked.add(note)),
    );
    // Rows are read now, while what is looked at is noted.
    const last = entry.trace.at(-1);
    if (last && !last.problem) {
      const notes: Problem[] = [];
      const { template } = kept.use;
      const given = this.taken(template, binding, last, notes);
      entry.given =
        given === undefined || isProblem(given) ? given : (misfitIn(template, binding.id, given) ?? given);
      entry.notes = notes;
    }
    kept.entries.set(id, entry);
    for (const note of looked) this.look(note, `${key}\u0000${id}`);
    return entry;
  }

  private look(note: string, who: string): void {
    const list = this.lookers.get(note);
    if (list) list.add(who);
    else this.lookers.set(note, new Set([who]));
  }

  private fill(key: string, kept: Kept): void {
    const { template, row } = kept.use;
    for (const looked of kept.rowLooked) this.lookers.get(looked)?.delete(`${key}\u0000`);
    kept.rowLooked.clear();
    kept.filled = {};
    kept.fillProblems = [];
    if (!row) return;
    const note = (looked: string): void => {
      kept.rowLooked.add(looked);
      this.look(looked, `${key}\u0000`);
    };
    note(`${row.of} all`);
    note(rowsOf(row.of));
    const rowset = this.rowsets.get(row.of);
    const index = rowset?.indexOf(row.key) ?? -1;
    if (!rowset || index < 0) {
      kept.fillProblems = [
        problem(
          'no-row',
          `The row that fills it is not in ${this.names.get(row.of) ?? 'its table'} any more. What it brought last stays.`,
          'row',
        ),
      ];
      return;
    }
    const filling = fillRow(template, row.of, watched(row.of, rowset, note), index, this.assets);
    for (const { field, column } of matchRows(template, row.of, rowset.columns))
      if (column !== null) kept.columns.set(field, column);
    kept.filled = filling.values;
    kept.fillProblems = filling.problems;
  }

  /** The table or source that rows come from at the bottom, under all views. */
  private rootOf(id: string): string {
    const seen = new Set<string>();
    let at = id;
    for (let view = this.views[at]; view && !seen.has(at); view = this.views[at]) {
      seen.add(at);
      at = view.of;
    }
    return at;
  }

  /** The tables and sources that a binding, or the row in hand, takes from, also through other bindings. */
  private rootsOf(key: string, kept: Kept, id: string, seen = new Set<string>()): Set<string> {
    const roots = new Set<string>();
    if (seen.has(id)) return roots;
    seen.add(id);
    const looked = id === '' ? kept.rowLooked : (kept.entries.get(id)?.looked ?? new Set<string>());
    for (const note of looked) {
      if (note.endsWith(' all')) roots.add(this.rootOf(note.slice(0, -4)));
      else if (note === `${key} row`) for (const root of this.rootsOf(key, kept, '', seen)) roots.add(root);
      else if (note.startsWith(`${key} binding `))
        for (const root of this.rootsOf(key, kept, note.slice(`${key} binding `.length), seen))
          roots.add(root);
    }
    return roots;
  }

  /**
   * What data gives a use. The values of one graphic change together or not at all: where something that had a value
   * has none any more, all that comes from the same table or source stays as it was given last.
   */
  private gather(key: string, kept: Kept): Resolved {
    const { template, typed } = kept.use;
    const values: Values = {};
    const problems: Problem[] = [...kept.fillProblems];
    const notes: Problem[] = [];
    const failed = new Set<string>();
    for (const binding of template.bindings) {
      const entry = kept.entries.get(binding.id);
      const last = entry?.trace.at(-1);
      if (!entry || !last) continue;
      if (last.problem) {
        problems.push({
          ...last.problem,
          message: `${binding.name}: ${last.problem.message}`,
          path: binding.id,
        });
        failed.add(binding.id);
        continue;
      }
      const taken = entry.given;
      notes.push(...entry.notes);
      if (isProblem(taken)) {
        problems.push({ ...taken, message: `${binding.name}: ${taken.message}`, path: binding.id });
        failed.add(binding.id);
      } else if (taken !== undefined) values[binding.id] = this.said(key, kept, binding.id, taken);
    }
    for (const field of template.fields) {
      const own = typed[field.id];
      const edits = isRowList(own) ? own.edits : undefined;
      if (own !== undefined && !edits) continue;
      const filled = kept.filled[field.id];
      if (filled !== undefined) {
        values[field.id] = this.said(key, kept, '', filled);
        continue;
      }
      const bound = template.bound[field.id];
      const value = bound === undefined ? undefined : values[bound];
      if (bound === undefined || value === undefined) continue;
      const accepted = acceptValue(field, value ?? fieldKindOf(field).empty);
      if ('value' in accepted)
        values[field.id] =
          edits && isRowList(accepted.value) ? this.edited(accepted.value, edits) : accepted.value;
      else {
        problems.push({ ...accepted.problem, path: bound });
        failed.add(bound);
      }
    }
    this.hold(key, kept, values, failed);
    kept.accepted = values;
    this.remember(kept.name, values);
    return { values, problems, notes };
  }

  private readonly editedLists = new WeakMap<RowList, { edits: string; list: RowList }>();

  /** A list that data brings under what was done to it by hand; one that says the same is the same. */
  private edited(list: RowList, edits: RowEdits): RowList {
    const words = JSON.stringify(edits);
    const known = this.editedLists.get(list);
    if (known?.edits === words) return known.list;
    const made = withEdits(list, edits);
    this.editedLists.set(list, { edits: words, list: made });
    return made;
  }

  /** Puts back what was given last for all that comes from where something that had a value has none. */
  private hold(key: string, kept: Kept, values: Values, failed: ReadonlySet<string>): void {
    const { accepted, use, filled, fillProblems } = kept;
    const { fields, bindings, bound } = use.template;
    if (!accepted) return;
    const broken = new Set<string>();
    const add = (roots: ReadonlySet<string>): void => roots.forEach((root) => broken.add(root));
    for (const id of failed) if (accepted[id] !== undefined) add(this.rootsOf(key, kept, id));
    // A row that is gone, a column that has another name, or a cell that its field does not take.
    const isFilled = (id: string): boolean => use.typed[id] === undefined && bound[id] === undefined;
    if (
      use.row &&
      (fillProblems.length > 0 ||
        fields.some(({ id }) => filled[id] === undefined && this.hadColumn(kept, id))) &&
      fields.some(({ id }) => isFilled(id) && accepted[id] !== undefined && filled[id] === undefined)
    )
      broken.add(this.rootOf(use.row.of));
    if (broken.size === 0) return;
    const isHeld = (roots: ReadonlySet<string>): boolean => [...roots].some((root) => broken.has(root));
    const put = (id: string): void => {
      if (accepted[id] === undefined) delete values[id];
      else values[id] = accepted[id];
    };
    for (const { id } of bindings) if (isHeld(this.rootsOf(key, kept, id))) put(id);
    for (const { id } of fields) {
      if (use.typed[id] !== undefined) continue;
      const from = filled[id] === undefined && bound[id] !== undefined ? bound[id] : '';
      if (
        from === '' ? use.row && broken.has(this.rootOf(use.row.of)) : isHeld(this.rootsOf(key, kept, from))
      )
        put(id);
    }
  }

  /** Whether a field that has no cell now was filled by a column that is not there any more. */
  private hadColumn(kept: Kept, field: string): boolean {
    const column = kept.columns.get(field);
    const rowset = kept.use.row && this.rowsets.get(kept.use.row.of);
    return column !== undefined && rowset != null && !rowset.columns.some((one) => one.key === column);
  }

  /** A value, or what is said in its place while its source is stale. */
  private said(key: string, kept: Kept, id: string, value: FieldValue): FieldValue {
    if (this.stale.size === 0 || typeof value !== 'string') return value;
    for (const root of this.rootsOf(key, kept, id)) {
      const text = this.stale.get(root);
      if (text !== undefined) return text;
    }
    return value;
  }

  /**
   * What those take that a binding is given to: a value by itself, or rows as a list. What nobody takes is not given;
   * rows where one value is wanted, and the other way, are a problem.
   */
  private taken(
    template: Template,
    binding: Binding,
    { value, type }: Trace,
    notes: Problem[],
  ): FieldValue | Problem | undefined {
    const wanted = wantedOf(template, binding.id);
    const isMany = value instanceof RowsValue || value instanceof RowValue || Array.isArray(value);
    if (isMany && wanted.has('one'))
      return problem(
        'rows-not-taken',
        `What takes it shows one value, and it gives ${valueText(value, type)}. Add a step that picks one, or a statistic.`,
        binding.id,
      );
    if (!wanted.has('rows')) return isMany ? undefined : this.plain({ value, type });
    if (value === null) return emptyList;
    const rowset = rowsetOf(binding.name, value, type);
    if (!rowset)
      return problem(
        'no-rows-given',
        `What takes it shows rows, and it gives ${typeOfValue(value, type)}. Begin it from rows.`,
        binding.id,
      );
    const made = rowsetList(rowset, (cell, column) =>
      column.type === 'picture' && cell !== null
        ? (pictureNamed(this.assets, String(cell))?.id ?? cell)
        : cell,
    );
    if ('code' in made) return made;
    const [first] = made.doubled;
    if (first !== undefined)
      notes.push(
        problem(
          'doubled-keys',
          `${binding.name}: several rows are called “${first}”. They are told apart by a number, and may change places with one another: tell rows apart by another column.`,
          binding.id,
        ),
      );
    const name = `${template.id} ${binding.id}`;
    const before = this.lists.get(name);
    if (before && sameList(before, made.list)) return before;
    this.lists.set(name, made.list);
    return made.list;
  }

  /** A value as properties and fields take it: dates in words, pictures by their asset. */
  private plain({ value, type }: Pick<Trace, 'value' | 'type'>): FieldValue | undefined {
    if (value === null) return null;
    if (typeof value === 'object') return undefined;
    if (type.of === 'picture') return pictureNamed(this.assets, String(value))?.id ?? String(value);
    if (type.of === 'date' || type.of === 'time') return valueText(value, type);
    return value;
  }

  /** Makes rowsets anew where what they stand on changed, tables first, then views in the order in which they look. */
  private rebuild(before: ReadonlyMap<string, Rowset>, only: string | null): Set<string> | 'all' {
    const touched = new Set<string>();
    const changed = new Set<string>();
    let isAll = false;
    const put = (id: string, now: Rowset | null): void => {
      const was = before.get(id) ?? null;
      if (now) this.rowsets.set(id, now);
      else this.rowsets.delete(id);
      const between = touchedBetween(id, was, now);
      if (between !== 'all' && between.size === 0) return;
      changed.add(id);
      for (const key of this.finds.keys()) if (key.startsWith(`${id} `)) this.finds.delete(key);
      if (between === 'all') {
        touched.add(`${id} all`);
      } else for (const key of between) touched.add(key);
    };
    for (const table of Object.values(this.tables)) {
      if (only !== null && table.id !== only && !this.reaches(table, only)) continue;
      put(table.id, tableRowset(this.tables, table));
    }
    for (const { source, read } of this.sources.values())
      if (only === null || source.id === only) put(source.id, readRowset(source.name, read, source.types));
    for (const view of this.viewsInOrder()) {
      if (only !== null && view.of !== only && !changed.has(view.of)) continue;
      const of = this.rowsets.get(view.of);
      put(view.id, of ? viewRows(of, view, this.locale).rows : null);
    }
    for (const id of this.rowsets.keys()) {
      if (this.tables[id] || this.views[id] || this.sources.has(id)) continue;
      this.rowsets.delete(id);
      touched.add(`${id} all`);
      isAll = true;
    }
    return isAll ? 'all' : touched;
  }

  private reaches(table: Table, id: string, seen = new Set<string>()): boolean {
    if (seen.has(table.id)) return false;
    seen.add(table.id);
    return pickedTables(table).some(
      (other) =>
        other === id || (this.tables[other] !== undefined && this.reaches(this.tables[other], id, seen)),
    );
  }

  private viewsInOrder(): View[] {
    const done: View[] = [];
    const seen = new Set<string>();
    const visit = (view: View): void => {
      if (seen.has(view.id)) return;
      seen.add(view.id);
      const under = this.views[view.of];
      if (under) visit(under);
      done.push(view);
    };
    Object.values(this.views).forEach(visit);
    return done;
  }

  /** Evaluates again what looked at something touched, and what looked at that in turn. */
  private after(touched: Set<string> | 'all'): Map<string, Resolved> {
    const dirty = new Map<string, Set<string>>();
    const mark = (who: string): void => {
      const [key = '', id = ''] = who.split('\u0000');
      const own = dirty.get(key) ?? new Set<string>();
      if (own.has(id)) return;
      own.add(id);
      dirty.set(key, own);
      if (id === '') for (const looker of this.lookers.get(`${key} row`) ?? []) mark(looker);
      else for (const looker of this.lookers.get(`${key} binding ${id}`) ?? []) mark(looker);
    };
    if (touched === 'all')
      for (const [key, kept] of this.uses)
        for (const id of ['', ...kept.entries.keys()]) mark(`${key}\u0000${id}`);
    else for (const key of touched) for (const who of this.lookers.get(key) ?? []) mark(who);
    const changed = new Map<string, Resolved>();
    for (const [key, ids] of dirty) {
      const kept = this.uses.get(key);
      if (!kept) continue;
      for (const id of ids) {
        const entry = kept.entries.get(id);
        if (!entry) continue;
        for (const looked of entry.looked) this.lookers.get(looked)?.delete(`${key}\u0000${id}`);
        kept.entries.delete(id);
      }
      if (ids.has('')) this.fill(key, kept);
      for (const id of ids) if (id !== '') this.entry(key, kept, id, []);
      const now = this.gather(key, kept);
      const was = kept.resolved;
      kept.resolved = now;
      if (
        !sameValues(was.values, now.values) ||
        !sameWords(was.problems, now.problems) ||
        !sameWords(was.notes, now.notes)
      )
        changed.set(key, now);
    }
    return changed;
  }
}

const sameWords = (a: readonly Problem[], b: readonly Problem[]): boolean =>
  a.length === b.length && a.every(({ message }, i) => message === b[i]?.message);

const sameValues = (a: Values, b: Values): boolean => {
  const keys = Object.keys(a);
  return keys.length === Object.keys(b).length && keys.every((key) => sameValue(a[key], b[key]));
};

/** Rows as a list of objects, for paths into what has no value of its own. */
const rowsAsJson = (rowset: Rowset | undefined): Json =>
  rowset
    ? Array.from({ length: Math.min(rowset.count, 10_000) }, (_, row) =>
        Object.fromEntries(rowset.columns.map((column, i) => [column.name, rowset.cell(row, i)])),
      )
    : null;
