import { numberInWords, plainNumber, type Binding } from '../binding';
import {
  addBinding,
  cellContents,
  cellIn,
  letTurn,
  makeTrack,
  newCascade,
  newChange,
  newColumnTie,
  newElement,
  newTether,
  newTie,
  pictureInSet,
  type CellContent,
  type CellLookPart,
  type ListColumn,
  type NewId,
  type RowList,
  type RowsToTake,
  type Show,
  type TableColumn,
  type TableElement,
  type Template,
  type Track,
} from '../show';
import { chartsOfRows } from './charts-of-rows';
import { usualLooks, type UsualLooks } from './usual-looks';

/** One sensible picture of some rows, that can be put into a template. */
export interface RowsPicture {
  readonly id: string;
  readonly name: string;
  /** What it shows of the rows, in a sentence. */
  readonly says: string;
  /** Puts it into a template, bound to the rows; returns the id of what stands for them. */
  readonly add: (template: Template, newId: NewId) => string;
}

/** What the columns of some rows are for, as far as their names, types and cells tell. */
export interface RowRoles {
  /** By which a row is told from others, and called. */
  readonly name: ListColumn | null;
  readonly place: ListColumn | null;
  /** The place that it had before. */
  readonly before: ListColumn | null;
  readonly picture: { readonly column: ListColumn; readonly set: string | null } | null;
  /** Figures, the one that matters most first. */
  readonly figures: readonly ListColumn[];
  readonly words: readonly ListColumn[];
}

const isNumeric = ({ type }: ListColumn): boolean => type === 'number' || type === 'duration';
const called = (names: RegExp, { name }: ListColumn): boolean => names.test(name.trim());
const places = /^(place|rank|ranking|pos\.?|position|#|no\.?)$/i;
const befores = /^(was|before|previous|prev\.?|last|from|place before|last place)$/i;
/** What rows are called by, the most telling first. */
const names = [
  'team',
  'name',
  'pilot',
  'player',
  'title',
  'headline',
  'person',
  'who',
  'choice',
  'answer',
  'club',
  'district',
];
const main = /(total|points|pts|score|votes|share|percent|%|count)/i;

/** Reads the columns of some rows; `list` are the rows, as far as they are known. */
export function rolesOf(show: Pick<Show, 'look'>, columns: readonly ListColumn[], list: RowList | null): RowRoles {
  const numeric = columns.filter(isNumeric);
  const place = numeric.find((column) => called(places, column)) ?? null;
  const before = numeric.find((column) => called(befores, column)) ?? null;
  const cells = (column: ListColumn): string[] =>
    (list?.order ?? []).map((key) => String((list && cellIn(list, key, column.key)) ?? '')).filter((cell) => cell !== '');
  const fromSet = columns.flatMap((column) => {
    if (column.type !== 'text') return [];
    const own = cells(column);
    const set = show.look.sets.find((one) => own.length > 0 && own.every((cell) => pictureInSet(one, cell) !== null));
    return set ? [{ column, set: set.id }] : [];
  });
  const [typed] = columns.filter(({ type }) => type === 'picture');
  const picture = typed ? { column: typed, set: null } : (fromSet[0] ?? null);
  const words = columns.filter((column) => column.type === 'text' && column !== picture?.column);
  const distinct = (column: ListColumn): number => new Set(cells(column)).size;
  const rank = ({ name: own }: ListColumn): number => {
    const at = names.findIndex((one) => own.toLowerCase().includes(one));
    return at < 0 ? names.length : at;
  };
  const rows = list?.order.length ?? 0;
  // What tells every row from the others goes before what several share.
  const isShared = (column: ListColumn): boolean => rows > 0 && distinct(column) < cells(column).length;
  const name =
    [...words].sort(
      (a, b) => Number(isShared(a)) - Number(isShared(b)) || rank(a) - rank(b) || distinct(b) - distinct(a),
    )[0] ??
    columns.find((column) => column !== place) ??
    null;
  const figures = numeric.filter((column) => column !== place && column !== before && column !== name);
  figures.sort((a, b) => Number(called(main, b)) - Number(called(main, a)));
  return { name, place, before, picture, figures, words: words.filter((column) => column !== name) };
} // prettier-ignore

/** The decimals that the numbers of a column are written with, at most 3. */
function decimalsOf(list: RowList | null, column: ListColumn): number {
  const decimals = (list?.order ?? []).map((key) => {
    const cell = list && cellIn(list, key, column.key);
    return typeof cell === 'number' ? (numberInWords(cell, { ...plainNumber, most: 3, grouping: false }).split('.')[1]?.length ?? 0) : 0;
  });
  return Math.max(0, ...decimals);
} // prettier-ignore

const side = (id: string, cells: TableElement['heads'][number]['cells'] = {}) => ({ id, h: 0, cells });

/** The motion that every table begins with: rows come in one after another, go the other way, and travel in a Change. */
function moveRows(template: Template, id: string, newId: NewId): void {
  const rows = newCascade('row');
  const track = (property: string, keys: Parameters<typeof makeTrack>[3], given: Partial<Track>): Track =>
    makeTrack(newId(), id, property, keys, { cascade: rows, ...given });
  const { enter, exit } = template.phases;
  enter.frames = Math.max(enter.frames, 40);
  exit.frames = Math.max(exit.frames, 20);
  enter.tracks.push(
    track('x', [[0, -60], [34, 0]], { unit: 'px' }),
    track('opacity', [[0, 0], [24, 1]], {}),
  ); // prettier-ignore
  exit.tracks.push(track('opacity', [[0, 1, 'strong-in'], [16, 0]], {})); // prettier-ignore
  if (template.changes.length === 0)
    template.changes.push(newChange(newId(), 'Rows', { frames: 40, swap: 12, carryFrom: 4, carryTo: 36 }));
}

/** Some pictures of rows in the looks that the show has most, the most telling first. */
export function picturesOfRows(
  show: Pick<Show, 'templates' | 'look'>,
  template: Template,
  data: RowsToTake,
  list: RowList | null,
): readonly RowsPicture[] {
  const roles = rolesOf(show, data.columns, list);
  const looks = usualLooks(show, template);
  const made: RowsPicture[] = [];
  const { name, figures } = roles;
  const room = { w: template.width - 2 * 96, h: template.height - 2 * 96 };

  /** Binds the rows; those of sources are told apart by their name, so that they are the same when they come again. */
  const bind = (into: Template, id: string, newId: NewId): Binding => {
    const binding = addBinding(into, newId(), data.name, { kind: 'rows', data: data.data });
    if (data.isKeyed !== true && name) binding.steps.push({ kind: 'key-rows', column: name.name });
    into.ties.push(newTie(id, 'list', binding.id));
    return binding;
  };
  const tableFor = (newId: NewId, columns: readonly TableColumn[], given: Partial<TableElement>): TableElement => {
    const share = columns.some(({ width }) => width.by === 'share');
    const w = Math.min(room.w, share ? 620 + columns.length * 130 : room.w);
    const rowH = 64;
    const perPage = Math.max(3, Math.floor((room.h - rowH) / (rowH + 8)));
    const rows = Math.min(perPage, Math.max(1, list?.order.length ?? 6));
    const h = (rows + 1) * (rowH + 8);
    return newElement('table', newId(), data.name, {
      x: 96,
      y: Math.max(96, Math.round((template.height - h) / 2)),
      w,
      columns: [...columns],
      rowH,
      gapY: 8,
      gapHeads: 8,
      perPage,
      lastPage: 'even',
      look: { ...looks.name, size: 36, colour: looks.ink, fill: looks.plate, minScale: 0.5 },
      ...given,
    });
  }; // prettier-ignore
  const column = (newId: NewId, content: CellContent, look: CellLookPart, width: TableColumn['width'], given: Partial<TableColumn> = {}): TableColumn => ({
    id: newId(), title: null, width, content, look, evenSize: false, joinsEqual: false, flashes: false, changes: 'switch', ...given,
  }); // prettier-ignore
  const share = { by: 'share', share: 1 } as const;
  const widest = { by: 'widest', min: 60, max: null } as const;
  const nameColumn = (newId: NewId): TableColumn[] =>
    name ? [column(newId, { ...cellContents.text.plain, column: name.key }, {}, share)] : [];
  const figureColumn = (newId: NewId, own: ListColumn, look: CellLookPart): TableColumn => {
    const decimals = decimalsOf(list, own);
    return column(
      newId,
      { ...cellContents.number.plain, column: own.key, format: { ...plainNumber, least: decimals, most: decimals } },
      { ...looks.figure, align: 'right', colour: looks.ink, ...look },
      widest,
      { changes: 'count', flashes: true, evenSize: true },
    );
  }; // prettier-ignore
  const pictureColumn = (newId: NewId): TableColumn[] =>
    roles.picture
      ? [column(newId, { ...cellContents.picture.plain, column: roles.picture.column.key, set: roles.picture.set }, { padX: 8, padY: 8 }, { by: 'px', px: 84 }, { title: '' })]
      : []; // prettier-ignore
  const heads = (newId: NewId) => ({
    id: newId(),
    lines: { kind: 'heads' as const },
    columns: [],
    look: { ...looks.label, size: 28, colour: looks.quiet } satisfies CellLookPart,
  });
  const put = (into: Template, table: TableElement, newId: NewId): string => {
    into.elements[table.id] = table;
    into.order.push(table.id);
    bind(into, table.id, newId);
    moveRows(into, table.id, newId);
    if ((list?.order.length ?? 0) > table.perPage) letTurn(into, table.id, 'by-time', newId);
    return table.id;
  };

  if (figures.length > 0 && name) {
    const shown = figures.slice(0, 3);
    made.push({
      id: 'standings',
      name: 'Standings',
      says: `${roles.place ? `${roles.place.name}, ` : ''}${name.name}${roles.picture ? ' with its picture' : ''} and ${shown.map((own) => own.name).join(', ')}, row by row`,
      add(into, newId) {
        const place = roles.place
          ? [column(newId, { ...cellContents.number.plain, column: roles.place.key, missing: '' }, { ...looks.figure, align: 'centre', colour: looks.accent }, { by: 'px', px: 84 }, { title: '' })]
          : []; // prettier-ignore
        const movement = roles.before
          ? [column(newId, { ...cellContents.movement.plain, column: roles.place?.key ?? '', before: roles.before.key }, { size: 28, padX: 4 }, { by: 'px', px: 84 }, { title: '' })]
          : []; // prettier-ignore
        const columns = [...place, ...movement, ...pictureColumn(newId), ...nameColumn(newId), ...[...shown].reverse().map((own, at) => figureColumn(newId, own, at === shown.length - 1 ? {} : { colour: looks.quiet }))]; // prettier-ignore
        const rules = [heads(newId)];
        return put(into, tableFor(newId, columns, { heads: [side(newId())], rules }), newId);
      },
    });
    made.push({
      id: 'bars',
      name: 'Bars',
      says: `${name.name} with a bar of ${figures[0]?.name ?? ''}, in parts of the largest`,
      add(into, newId) {
        const own = figures[0] as ListColumn;
        const columns = [
          ...pictureColumn(newId),
          column(newId, { ...cellContents.text.plain, column: name.key }, {}, { by: 'share', share: 1 }),
          column(newId, { ...cellContents.bar.plain, column: own.key, colour: looks.accent, thickness: 0.6 }, { padX: 12 }, { by: 'share', share: 1.4 }),
          figureColumn(newId, own, {}),
        ]; // prettier-ignore
        return put(into, tableFor(newId, columns, {}), newId);
      },
    });
  }
  made.push(
    ...chartsOfRows(
      template,
      roles,
      data.columns,
      list,
      data.name,
      (own) => decimalsOf(list, own),
      looks,
      bind,
    ),
  );
  const listed = [name, ...roles.words, ...(figures.length > 0 && name ? [] : figures)]
    .filter((own): own is ListColumn => own !== null)
    .slice(0, 4);
  if (listed.length > 0)
    made.push({
      id: 'list',
      name: 'List',
      says: `${listed.map((own) => own.name).join(', ')} under a head`,
      add(into, newId) {
        const columns = listed.map((own, at) =>
          isNumeric(own)
            ? figureColumn(newId, own, {})
            : column(newId, { ...cellContents.text.plain, column: own.key }, at === 0 ? {} : { ...looks.label, size: 32, colour: looks.quiet }, at === 0 ? { by: 'share', share: 1.5 } : share),
        ); // prettier-ignore
        return put(into, tableFor(newId, columns, { heads: [side(newId())], rules: [heads(newId)] }), newId);
      },
    });
  if (name)
    made.push({
      id: 'cards',
      name: 'Cards',
      says: `A card for each row, with its ${name.name}${figures[0] ? ` and ${figures[0].name}` : ''}`,
      add: (into, newId) =>
        addCards(
          into,
          newId,
          data,
          roles,
          looks,
          bind,
          figures[0] ? decimalsOf(list, figures[0]) : 0,
          room.w,
        ),
    });
  const lines = [roles.name, ...roles.words].filter((own): own is ListColumn => own !== null);
  if (lines.length > 0) {
    made.push({
      id: 'crawl',
      name: 'Crawl',
      says: `${lines[0]?.name ?? ''}${figures[0] ? ` and ${figures[0].name}` : ''}, along the foot without end`,
      add: (into, newId) => addCrawl(into, newId, data, roles, looks, bind),
    });
    made.push({
      id: 'roll',
      name: 'Roll',
      says: `${lines
        .slice(0, 2)
        .map((own) => own.name)
        .join(' and ')}, up through the picture`,
      add: (into, newId) => addRoll(into, newId, data, lines, looks, bind),
    });
  }
  return made.slice(0, 8);
}

type Bind = (into: Template, id: string, newId: NewId) => Binding;

/** A line along the foot: a plate, and on it names with a figure, a dot between them. */
function addCrawl(
  into: Template,
  newId: NewId,
  data: RowsToTake,
  { name, figures }: RowRoles,
  looks: UsualLooks,
  bind: Bind,
): string {
  const [h, y] = [72, into.height - 156];
  const own = (look: CellLookPart) => ({ ...look, size: 40, y, h, fit: 'as-is' as const });
  const plate = newElement('rect', newId(), 'Plate', { x: 0, y, w: into.width, h, fill: looks.plate });
  const words = newElement('text', newId(), 'Name', { ...own(looks.name), x: 0, w: 1200, colour: looks.ink });
  const figure = newElement('text', newId(), 'Figure', {
    ...own(looks.figure),
    x: 1210,
    w: 300,
    colour: looks.accent,
  });
  const item = newElement('group', newId(), 'Item', {
    children: [words.id, ...(figures[0] ? [figure.id] : [])],
  });
  const dot = newElement('ellipse', newId(), 'Separator', {
    x: 0,
    y: y + h / 2 - 6,
    w: 12,
    h: 12,
    fill: looks.accent,
  });
  const crawl = newElement('crawl', newId(), data.name, {
    x: 0,
    y,
    w: into.width,
    h,
    children: [item.id, dot.id],
    separator: dot.id,
    gap: 36,
    speed: 200,
    fade: 60,
    looks: [{ id: newId(), value: '', child: item.id, across: 1, before: 0, after: 0 }],
  });
  for (const element of [plate, words, ...(figures[0] ? [figure] : []), item, dot, crawl])
    into.elements[element.id] = element;
  into.order.push(plate.id, crawl.id);
  bind(into, crawl.id, newId);
  if (name) into.ties.push(newColumnTie(words.id, 'text', crawl.id, name.key));
  if (figures[0]) {
    into.ties.push(newColumnTie(figure.id, 'text', crawl.id, figures[0].key));
    into.tethers.push(newTether(newId(), figure.id, 'left', words.id, 'right', 16));
  }
  fadeWhole(into, [plate.id, crawl.id], newId);
  return crawl.id;
}

/** Lines in the middle that go up: the first column large, the second beneath it. */
function addRoll(
  into: Template,
  newId: NewId,
  data: RowsToTake,
  lines: readonly ListColumn[],
  looks: UsualLooks,
  bind: Bind,
): string {
  const w = Math.round(into.width * 0.6);
  const x = Math.round((into.width - w) / 2);
  const text = (name: string, look: CellLookPart, y: number, size: number, colour: string) =>
    newElement('text', newId(), name, { ...look, x, y, w, h: size * 1.4, size, colour, align: 'centre' });
  const plate = newElement('rect', newId(), 'Plate', {
    x: 0,
    y: 0,
    w: into.width,
    h: into.height,
    fill: looks.plate,
  });
  const first = text('Name', looks.name, 0, 48, looks.ink);
  const second = text('Under', looks.label, 64, 34, looks.quiet);
  const parts = lines.length > 1 ? [first, second] : [first];
  const item = newElement('group', newId(), 'Item', { children: parts.map(({ id }) => id) });
  const roll = newElement('crawl', newId(), data.name, {
    x,
    y: 0,
    w,
    h: into.height,
    children: [item.id],
    direction: 'up',
    gap: 48,
    speed: 100,
    loops: false,
    holdsLast: true,
    fade: 160,
    looks: [{ id: newId(), value: '', child: item.id, across: 1, before: 0, after: 0 }],
  });
  for (const element of [plate, ...parts, item, roll]) into.elements[element.id] = element;
  into.order.push(plate.id, roll.id);
  bind(into, roll.id, newId);
  parts.forEach((part, at) => into.ties.push(newColumnTie(part.id, 'text', roll.id, lines[at]?.key ?? '')));
  fadeWhole(into, [plate.id, roll.id], newId);
  return roll.id;
}

/** What runs comes and goes by fading: it moves by itself. */
function fadeWhole(into: Template, ids: readonly string[], newId: NewId): void {
  for (const id of ids) {
    into.phases.enter.tracks.push(makeTrack(newId(), id, 'opacity', [[0, 0], [20, 1]])); // prettier-ignore
    into.phases.exit.tracks.push(makeTrack(newId(), id, 'opacity', [[0, 1], [16, 0]])); // prettier-ignore
  }
}

/** A plate with name, picture and figure, in a grid, once for each row. */
function addCards(
  into: Template,
  newId: NewId,
  data: RowsToTake,
  { name, picture, figures }: RowRoles,
  looks: UsualLooks,
  bind: (into: Template, id: string, newId: NewId) => Binding,
  /** Of the figures. */
  decimals: number,
  roomW: number,
): string {
  const [w, h] = [Math.min(420, roomW), 240];
  const across = Math.max(1, Math.floor((roomW + 24) / (w + 24)));
  const left = 96;
  const top = Math.round((into.height - (h * 2 + 24)) / 2);
  const { size: _size, ...type } = { size: 0, ...looks.name };
  const plate = newElement('rect', newId(), 'Plate', { x: left, y: top, w, h, fill: looks.plate });
  const words = newElement('text', newId(), 'Name', {
    ...type,
    x: left + 24,
    y: top + h - 76,
    w: w - 48,
    h: 56,
    size: 40,
    colour: looks.ink,
    minScale: 0.5,
  });
  const figure = newElement('text', newId(), 'Figure', {
    ...type,
    x: left + 24,
    y: top + 24,
    w: w - 48,
    h: 110,
    size: 96,
    align: picture ? 'right' : 'left',
    figures: 'tabular',
    colour: looks.accent,
  });
  const art = newElement('picture', newId(), 'Picture', { x: left + 24, y: top + 24, w: 120, h: 110 });
  const children = [
    plate,
    ...(picture && picture.set === null ? [art] : []),
    ...(figures[0] ? [figure] : []),
    words,
  ];
  const rows = newElement('rows', newId(), data.name, {
    children: children.map(({ id }) => id),
    flow: 'grid',
    across,
    gapX: 24,
    gapY: 24,
    most: across * Math.max(1, Math.floor((into.height - 192 + 24) / (h + 24))),
  });
  for (const element of [...children, rows]) into.elements[element.id] = element;
  into.order.push(rows.id);
  const { steps } = bind(into, rows.id, newId);
  const tie = (element: string, property: string, column: ListColumn): void =>
    void into.ties.push(newColumnTie(element, property, rows.id, column.key));
  if (name) tie(words.id, 'text', name);
  if (figures[0]) {
    const written = { ...figures[0], key: `${figures[0].name} in words` };
    const format = { decimals, grouping: true, sign: 'auto', before: '', after: '' } as const;
    steps.push({ kind: 'format-column', column: figures[0].name, name: written.key, ...format });
    tie(figure.id, 'text', written);
  }
  if (picture && picture.set === null) tie(art.id, 'asset', picture.column);
  into.phases.enter.frames = Math.max(into.phases.enter.frames, 40);
  into.phases.enter.tracks.push(
    makeTrack(newId(), rows.id, 'opacity', [[0, 0], [24, 1]], { cascade: newCascade('child') }),
  ); // prettier-ignore
  into.phases.exit.tracks.push(
    makeTrack(newId(), rows.id, 'opacity', [[0, 1], [16, 0]], { cascade: newCascade('child') }),
  ); // prettier-ignore
  return rows.id;
}
