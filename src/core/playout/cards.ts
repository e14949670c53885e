import {
  cardByNumber,
  compareNumbers,
  newRundownRow,
  sameNumber,
  type FieldValue,
  type Rundown,
} from '../show';
import type { Command } from './command';
import { acceptValues, numberOf, released, templateOf } from './lookup';
import { rundownOf } from './run';
import type { AirState } from './state';
import { note, plain, refuse, type Work } from './work';

// Cards and rows as they are changed at a Desk. What is on air stays as it is.

type Of<D extends Command['do']> = Extract<Command, { do: D }>;

export function keep(work: Work, command: Of<'keep'>): void {
  const { state } = work;
  const template = templateOf(released(state, work.releases), command.template);
  const number = numberOf(command.number);
  const holder = cardByNumber(plain(state.cards), number);
  const id = command.card ?? (holder && command.replace ? holder.id : `kept-${state.sequence}`);
  if (holder && holder.id !== id) {
    if (!command.replace) {
      return refuse(
        'number-used',
        `${number} belongs to another card. Use a free number, or say that it is to be replaced.`,
        'number',
      );
    }
    forget(state, holder.id);
  }
  const before = state.cards[id];
  const values = acceptValues(template, command.values);
  const isMerged = command.merge === true && before?.template === template.id;
  const { name, note: words, colour } = before ?? {};
  state.cards[id] = {
    id,
    number,
    template: template.id,
    values: isMerged ? { ...before.values, ...values } : values,
    ...(command.row ? { row: command.row } : isMerged && before.row ? { row: before.row } : {}),
    ...(name ? { name } : {}),
    ...(words ? { note: words } : {}),
    ...(colour ? { colour } : {}),
    kept: true,
  };
  if (!before) place(state, id);
  note(work, 'keep', '', { card: id, number, name: name ?? template.name, values }, work.at);
}

/** Corrects fields of a card; null takes its own value out. Returns what it said before. Nothing where it is gone. */
export function correctCard(
  work: Work,
  id: string | null,
  values: Readonly<Record<string, FieldValue | null>>,
): Record<string, FieldValue | null> | null {
  const card = id === null ? undefined : work.state.cards[id];
  if (!card) return null;
  const before: Record<string, FieldValue | null> = {};
  for (const [field, value] of Object.entries(values)) {
    before[field] = card.values[field] ?? null;
    if (value === null) delete card.values[field];
    else card.values[field] = value;
  }
  card.kept = true;
  return before;
}

/** Cards as a draft has them. What is on air stays as it is. */
export function putCards(work: Work, command: Of<'cards'>): void {
  const { state } = work;
  const release = released(state, work.releases);
  const gone = new Set([...command.drop, ...command.keep.map(({ id }) => id)]);
  const taken = new Set(
    Object.values(plain(state.cards)).flatMap(({ id, number }) => (gone.has(id) ? [] : [Number(number)])),
  );
  const fresh = command.keep.map((card, i) => {
    if (!release.templates[card.template])
      return refuse(
        'unknown-template',
        `Card ${card.number} is of a template that the show on air does not have. Release the show again.`,
        `keep[${i}]`,
      );
    if (taken.has(Number(card.number)))
      return refuse('number-used', `${card.number} belongs to another card on air.`, `keep[${i}].number`);
    taken.add(Number(card.number));
    return { ...card, kept: true };
  });
  for (const id of command.drop) if (state.cards[id]) forget(state, id);
  for (const card of fresh) {
    const isNew = !state.cards[card.id];
    state.cards[card.id] = card;
    if (isNew) place(state, card.id);
  }
}

/** Gives a new card its row in the first rundown, by its number. */
function place(state: AirState, card: string): void {
  const rundown = state.rundowns[0];
  if (!rundown) return;
  const number = state.cards[card]?.number ?? '0';
  const rows = plain(rundown).rows;
  const cards = plain(state.cards);
  const after = rows.findIndex((row) => compareNumbers(cards[row.card]?.number ?? '0', number) > 0);
  rundown.rows.splice(after < 0 ? rundown.rows.length : after, 0, newRundownRow(`row-${card}`, card));
}

function forget(state: AirState, card: string): void {
  delete state.cards[card];
  for (const rundown of state.rundowns) {
    const { rows } = plain(rundown);
    if (!rows.some((row) => row.card === card)) continue;
    for (const row of rows.filter((own) => own.card === card)) takeOut(state, rundown, row.id);
  }
}

export function drop(work: Work, command: Of<'drop'>): void {
  const { state } = work;
  const card =
    state.cards[command.card] ?? refuse('unknown-card', 'That card is not in the show on air.', 'card');
  note(work, 'keep', '', { card: card.id, number: card.number }, work.at, 'taken out');
  forget(state, command.card);
}

export function annotate(work: Work, command: Of<'note'>): void {
  const card =
    work.state.cards[command.card] ?? refuse('unknown-card', 'That card is not in the show on air.', 'card');
  const set = <K extends 'note' | 'name' | 'colour'>(
    key: K,
    value: (typeof card)[K] | '' | undefined,
  ): void => {
    if (value === '') delete card[key];
    else if (value !== undefined) card[key] = value as NonNullable<(typeof card)[K]>;
  };
  set('note', command.note?.trim());
  set('name', command.name?.trim());
  set('colour', command.colour);
  card.kept = true;
}

export function renumber(work: Work, command: Of<'renumber'>): void {
  const { state } = work;
  const cards = plain(state.cards);
  const block = new Set(command.cards);
  const first = numberOf(command.first);
  const step = numberOf(command.step);
  if (Number(step) === 0)
    return refuse('bad-number', 'The step from one number to the next must be above 0.', 'step');
  const placesOf = (number: string): number =>
    number.includes('.') ? number.length - number.indexOf('.') - 1 : 0;
  const places = Math.max(placesOf(first), placesOf(step));
  const unit = 10 ** places;
  const numbers = command.cards.map((_, i) =>
    numberOf(
      ((Math.round(Number(first) * unit) + i * Math.round(Number(step) * unit)) / unit).toFixed(places),
    ),
  );
  command.cards.forEach((id, i) => {
    const holder = cardByNumber(cards, numbers[i] as string);
    if (!cards[id])
      return refuse('unknown-card', 'One of the cards is not in the show on air.', `cards[${i}]`);
    if (holder && !block.has(holder.id))
      return refuse(
        'number-used',
        `${numbers[i]} belongs to a card outside the block. Nothing was renumbered; begin at another number.`,
        'first',
      );
  });
  command.cards.forEach((id, i) => {
    const card = state.cards[id];
    if (!card || sameNumber(card.number, numbers[i] as string)) return;
    card.number = numbers[i] as string;
    card.kept = true;
  });
}

const changed = (state: AirState, rundown: string): void => {
  if (!state.changedRundowns.includes(rundown)) state.changedRundowns.push(rundown);
};

/** Takes a row out; a run that waits for it goes on with the one after. */
function takeOut(state: AirState, rundown: Rundown, id: string): void {
  const at = plain(rundown).rows.findIndex((row) => row.id === id);
  const place = at >= 0 && rundown.rows[at]?.id === id ? at : rundown.rows.findIndex((row) => row.id === id);
  if (place < 0) return;
  const run = state.runs[rundown.id];
  if (run?.next === id) run.next = rundown.rows[place + 1]?.id ?? null;
  if (rundown.loop && (rundown.loop.from === id || rundown.loop.to === id)) rundown.loop = null;
  rundown.rows.splice(place, 1);
  changed(state, rundown.id);
}

export function putRow(work: Work, command: Of<'row'>): void {
  const { state } = work;
  const rundown = rundownOf(state, command.rundown);
  const { row } = command;
  if (!state.cards[row.card])
    return refuse('unknown-card', 'The row’s card is not in the show on air.', 'row.card');
  const unknown = row.channels.find((id) => !state.channels.some((channel) => channel.id === id));
  if (unknown !== undefined)
    return refuse('unknown-channel', `The show on air has no channel “${unknown}”.`, 'row.channels');
  const at = plain(rundown).rows.findIndex((own) => own.id === row.id);
  if (command.before === undefined && at >= 0) rundown.rows[at] = row;
  else {
    if (at >= 0) rundown.rows.splice(at, 1);
    const before = command.before ?? null;
    const place = before === null ? -1 : rundown.rows.findIndex((own) => own.id === before);
    rundown.rows.splice(place < 0 ? rundown.rows.length : place, 0, row);
  }
  changed(state, rundown.id);
}

export function removeRow(work: Work, command: Of<'remove-row'>): void {
  const rundown = rundownOf(work.state, command.rundown);
  if (!plain(rundown).rows.some((row) => row.id === command.row))
    return refuse('no-row', `“${rundown.name}” does not have that row.`, 'row');
  takeOut(work.state, rundown, command.row);
}

export function setLoop(work: Work, command: Of<'loop'>): void {
  const rundown = rundownOf(work.state, command.rundown);
  const { loop } = command;
  if (loop) {
    const place = (id: string): number => plain(rundown).rows.findIndex((row) => row.id === id);
    const [from, to] = [place(loop.from), place(loop.to)];
    if (from < 0 || to < from)
      return refuse(
        'bad-loop',
        'The loop must begin at a row of the rundown and end at that row or a later one.',
        'loop',
      );
  }
  rundown.loop = loop;
  const run = work.state.runs[rundown.id];
  const place = run?.row ? plain(rundown).rows.findIndex((row) => row.id === run.row) : -1;
  if (run && place >= 0) run.next = loop?.to === run.row ? loop.from : (rundown.rows[place + 1]?.id ?? null);
  changed(work.state, rundown.id);
}
