import { sameName } from '../data';
import {
  acceptValue,
  cardByNumber,
  isRowList,
  parseCallNumber,
  sameNumber,
  type Channel,
  type Release,
  type Template,
  type Values,
} from '../show';
import type { Target, Which } from './command';
import type { AirState, ChannelAir, Cue, Graphic } from './state';
import { plain, refuse, type Releases, type Work } from './work';

// What a command names, found in the state; each throws a ProblemError where it is not there.

export function channelOf(state: AirState, id: string): { channel: Channel; air: ChannelAir } {
  const channels = plain(state.channels);
  const channel = channels.find((c) => c.id === id) ?? channels.find((c) => sameName(c.name, id));
  const air = channel && state.air[channel.id];
  if (!channel || !air) {
    const names = state.channels.map((c) => c.id).join(', ');
    return refuse(
      'unknown-channel',
      names
        ? `There is no channel “${id}”. The channels are: ${names}.`
        : `There is no channel “${id}”: nothing is released yet.`,
      'channel',
    );
  }
  return { channel, air };
}

export function released(state: AirState, releases: Releases): Release {
  const release = state.release === null ? undefined : releases(state.release);
  return release ?? refuse('no-release', 'No show is released. Release one in Build first.');
}

export function templateOf(release: Release, wanted: string): Template {
  return (
    release.templates[wanted] ??
    Object.values(release.templates).find((t) => sameName(t.name, wanted)) ??
    refuse('unknown-template', `The show on air has no template “${wanted}”.`, 'template')
  );
}

/** The template that a graphic on air was taken from. */
export const templateOnAir = (graphic: Graphic, releases: Releases): Template =>
  releases(graphic.release)?.templates[graphic.template] ??
  refuse('unknown-template', 'The release of the graphic on air is missing on the server.', 'graphic');

/** The field of a name or id. */
export function fieldOf(template: Template, name: string): Template['fields'][number] {
  const field =
    template.fields.find((f) => f.id === name) ?? template.fields.find((f) => sameName(f.name, name));
  if (field) return field;
  const names = template.fields.map((f) => f.name).join(', ') || 'none';
  return refuse(
    'unknown-field',
    `“${template.name}” has no field “${name}”. Its fields are: ${names}.`,
    `values.${name}`,
  );
}

/** The move of a name or id. */
export const moveOf = (template: Template, name: string): Template['moves'][number] =>
  template.moves.find((own) => own.id === name) ??
  template.moves.find((own) => sameName(own.name, name)) ??
  refuse(
    'unknown-move',
    `“${template.name}” has no move “${name}”. Its moves are: ${
      template.moves.map((own) => own.name).join(', ') || 'none'
    }.`,
    'move',
  );

/** What data brings, as far as fields take it; values of bindings are as they come. What was typed by hand is left. */
export function acceptLive(template: Template, live: Values, hand: readonly string[]): Values {
  const values: Values = {};
  for (const [id, value] of Object.entries(live)) {
    // A list that was edited by hand takes what data brings under its edits.
    if (hand.includes(id) && !(isRowList(value) && value.edits)) continue;
    const field = template.fields.find((f) => f.id === id);
    if (!field) {
      const inset = id.includes('/') ? template.elements[id.slice(0, id.indexOf('/'))] : undefined;
      if (inset?.kind === 'inset' || template.bindings.some((binding) => binding.id === id))
        values[id] = value;
      continue;
    }
    const accepted = acceptValue(field, value);
    if ('value' in accepted) values[id] = accepted.value;
  }
  return values;
}

/** Values given by field name or id, checked, by field id. */
export function acceptValues(template: Template, given: Values): Values {
  const values: Values = {};
  for (const [name, raw] of Object.entries(given)) {
    const field = fieldOf(template, name);
    const accepted = acceptValue(field, raw);
    if ('problem' in accepted)
      return refuse(accepted.problem.code, accepted.problem.message, `values.${name}`);
    values[field.id] = accepted.value;
  }
  return values;
}

export function numberOf(typed: string): string {
  const parsed = parseCallNumber(typed);
  return 'problem' in parsed ? refuse(parsed.problem.code, parsed.problem.message, 'number') : parsed.number;
}

/** The card or template that a command names, filled; null where it names none. */
/** What was typed, over what data brings; a list that was edited by hand is what data brings under its edits. */
function typedOver(live: Values, typed: Values): Values {
  const values = { ...live, ...typed };
  for (const [id, own] of Object.entries(typed)) {
    const brought = live[id];
    if (isRowList(own) && own.edits && isRowList(brought) && brought.edits) values[id] = brought;
  }
  return values;
}

export function findTarget(work: Work, target: Target): (Cue & { readonly name: string }) | null {
  const { state } = work;
  const release = released(state, work.releases);
  const given = target.values ?? {};
  const cue = work.newId('cue');
  if (target.card === undefined && target.number === undefined) {
    if (target.template === undefined) return null;
    const template = templateOf(release, target.template);
    const typed = acceptValues(template, given);
    return {
      card: null,
      number: null,
      template: template.id,
      values: typedOver(acceptLive(template, target.live ?? {}, []), typed),
      hand: Object.keys(typed),
      row: target.row ?? null,
      waits: false,
      cue,
      by: work.by,
      desk: '',
      edit: '',
      name: template.name,
    };
  }
  const number = target.number === undefined ? null : numberOf(target.number);
  const cards = plain(state.cards);
  const card = target.card !== undefined ? cards[target.card] : cardByNumber(cards, number ?? '');
  if (!card) {
    return refuse(
      'unknown-card',
      number === null ? 'That card is not in the show on air.' : `No card has the number ${number}.`,
      number === null ? 'card' : 'number',
    );
  }
  const template = release.templates[card.template];
  if (!template) {
    return refuse(
      'unknown-template',
      `Card ${card.number} is of a template that the show on air does not have. Release the show again.`,
      'number',
    );
  }
  const typed: Values = { ...card.values, ...acceptValues(template, given) };
  return {
    card: card.id,
    number: card.number,
    template: template.id,
    values: typedOver(acceptLive(template, target.live ?? {}, []), typed),
    hand: Object.keys(typed),
    row: target.row ?? card.row ?? null,
    waits: card.waits ?? false,
    cue,
    by: work.by,
    desk: '',
    edit: '',
    name: card.name ?? template.name,
  };
}

/** The one graphic of what is up on a channel that is meant. */
export function upOn(
  channel: Channel,
  air: ChannelAir,
  wanted: Which,
  what: string,
  releases: Releases,
): { graphic: Graphic; template: Template } {
  const number = wanted.number === undefined ? null : numberOf(wanted.number);
  const isMeant = (g: Graphic): boolean =>
    (wanted.lane === undefined || g.lane === wanted.lane) &&
    (number === null || sameNumber(g.number, number)) &&
    (wanted.graphic === undefined || g.id === wanted.graphic);
  const staying = air.graphics.filter((g) => g.exitAt === null);
  const meant = staying.filter(isMeant);
  const [graphic] = meant;
  if (!graphic) {
    return air.graphics.some((g) => g.exitAt !== null && isMeant(g))
      ? refuse(
          'is-leaving',
          `That is leaving ${channel.name} and keeps its words until it has gone. Take it again.`,
          'channel',
        )
      : refuse('nothing-on-air', `Nothing of that is on air on ${channel.name}.`, 'channel');
  }
  const isOpen = wanted.lane === undefined && number === null && wanted.graphic === undefined;
  if (meant.length > 1 || (isOpen && staying.length > 1)) {
    return refuse(
      'which-graphic',
      `${staying.length} graphics are on air on ${channel.name}: say which lane or number to ${what}.`,
      'lane',
    );
  }
  return { graphic, template: templateOnAir(graphic, releases) };
}
