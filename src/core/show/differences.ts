import { sameParts, sameRecords } from '../json';
import { compareNumbers, type Card } from './card';
import { formatWords, type Channel } from './channel';

import { makeRelease } from './make-release';
import type { Release } from './release';
import type { Show } from './show';
import type { Template } from './template';

/** What a show and a release share. */
export type Played = Pick<Release, 'channels' | 'templates' | 'cards'>;

export interface TemplateDifference {
  readonly id: string;
  readonly name: string;
  readonly before: Template | undefined;
  readonly after: Template | undefined;
}
export interface CardDifference {
  readonly card: Card;
  readonly before: Card | undefined;
  readonly what: 'new' | 'changed' | 'gone';
}

const isAlike = (a: unknown, b: unknown): boolean => sameParts(a ?? null, b ?? null);

const designParts = ['show', 'channels', 'look', 'pads'] as const;
const designRecords = ['templates', 'clocks', 'tickers', 'scores', 'sources', 'views'] as const;

/**
 * Whether a draft's design is that of a release: all that air does not carry on by itself, as it does cards, rundowns and
 * tables. Parts that neither changed are not looked into again.
 */
export function isSameDesign(release: Release, draft: Show): boolean {
  const fresh = makeRelease(draft);
  return (
    designParts.every((part) => sameParts(release[part], fresh[part])) &&
    designRecords.every((part) => sameRecords(release[part], fresh[part]))
  );
}

/** Templates that differ, by name. */
export function templateDifferences(before: Played | undefined, after: Played): TemplateDifference[] {
  const ids = new Set([...Object.keys(before?.templates ?? {}), ...Object.keys(after.templates)]);
  return [...ids]
    .flatMap((id): TemplateDifference[] => {
      const [old, fresh] = [before?.templates[id], after.templates[id]];
      return isAlike(old, fresh) ? [] : [{ id, name: (fresh ?? old)?.name ?? id, before: old, after: fresh }];
    })
    .sort((a, b) => (a.name < b.name ? -1 : 1));
}

/** Cards that differ, by number. */
export function cardDifferences(before: Played | undefined, after: Played): CardDifference[] {
  const old = before?.cards ?? {};
  const found: CardDifference[] = [];
  for (const card of Object.values(after.cards)) {
    const was = old[card.id];
    if (!was) found.push({ card, before: undefined, what: 'new' });
    else if (!isAlike(was, card)) found.push({ card, before: was, what: 'changed' });
  }
  for (const card of Object.values(old))
    if (!after.cards[card.id]) found.push({ card, before: card, what: 'gone' });
  return found.sort((a, b) => compareNumbers(a.card.number, b.card.number));
}

/** Something that a release brings along: a sentence without its full stop, and whether it has to be asked about. */
export interface Consequence {
  readonly words: string;
  readonly isGrave: boolean;
}

/** What becomes of channels; a format that changes, and a channel that goes, are grave: outputs change with them. */
export function channelDifferences(before: readonly Channel[], after: readonly Channel[]): Consequence[] {
  const said: Consequence[] = [];
  const say = (words: string, isGrave = false): void => void said.push({ words, isGrave });
  for (const channel of after) {
    const old = before.find(({ id }) => id === channel.id);
    if (!old) {
      say(`${channel.name} is new (${formatWords(channel.format)})`);
      continue;
    }
    if (!isAlike(old.format, channel.format))
      say(
        `${channel.name} changes its format from ${formatWords(old.format)} to ${formatWords(channel.format)}`,
        true,
      );
    if (old.name !== channel.name) say(`${old.name} is called ${channel.name}`);
    if (!isAlike(old.lanes, channel.lanes)) say(`${channel.name} has other lanes`);
    if (!isAlike(old.follows, channel.follows)) say(`${channel.name} follows another channel`);
  }
  for (const old of before) if (!after.some(({ id }) => id === old.id)) say(`${old.name} is gone`, true);
  return said;
}

/** A part of a show that was changed on one side or on both. */
export interface ChangedPart {
  /** Its place: `templates NAME-ID`, `cards ID`, …; what is chosen by. */
  readonly key: string;
  readonly kind: Kind;
  readonly id: string;
  readonly name: string;
  /** Where it was changed since the draft began. */
  readonly by: 'draft' | 'air' | 'both';
}

const kinds = {
  templates: 'template',
  cards: 'card',
  rundowns: 'rundown',
  pads: 'pad',
  channels: 'channel',
  tables: 'table',
  views: 'view',
  sources: 'source',
  clocks: 'clock',
  tickers: 'ticker',
  scores: 'score',
  look: 'styles',
} as const;
type Kind = (typeof kinds)[keyof typeof kinds];
type Place = keyof typeof kinds;
/** Of data a release holds only what is used: what it lacks was not taken out. */
const heldInPart: ReadonlySet<Place> = new Set(['tables', 'views', 'sources']);

type Sided = Pick<Show, Place>;

const partsOf = (
  of: Sided | undefined,
  place: Place,
): Map<string, { id?: string; name?: string; number?: string }> => {
  if (!of) return new Map();
  if (place === 'look') return new Map([['look', of.look as never]]);
  const all = of[place];
  return new Map(
    Array.isArray(all) ? all.map((part) => [part.id, part as never]) : (Object.entries(all) as never[]),
  );
};

/**
 * What was changed since a draft began, part by part: in the draft, on air, or on both. `base` is the release that it
 * began from; undefined where that is not known: then all that differs counts as changed on both sides.
 */
export function changedParts(base: Release | undefined, air: Release, draft: Show): ChangedPart[] {
  const found: ChangedPart[] = [];
  for (const place of Object.keys(kinds) as Place[]) {
    const [was, theirs, mine] = [partsOf(base, place), partsOf(air, place), partsOf(draft, place)];
    for (const id of new Set([...was.keys(), ...theirs.keys(), ...mine.keys()])) {
      const [a, b, c] = [was.get(id), theirs.get(id), mine.get(id)];
      if (isAlike(b, c)) continue;
      if (heldInPart.has(place) && b === undefined) continue;
      const byAir = base === undefined || !isAlike(a, b);
      const byDraft = base === undefined || !isAlike(a, c);
      const part = c ?? b ?? a;
      found.push({
        key: `${place} ${id}`,
        kind: kinds[place],
        id,
        name: place === 'look' ? 'colours and fonts' : (part?.number ?? part?.name ?? id),
        by: byAir && byDraft ? 'both' : byAir ? 'air' : 'draft',
      });
    }
  }
  return found;
}

/**
 * The draft with what was changed on air brought in: what only one side changed is that side's, and of what both
 * changed the draft's where `mine` names it, else air's.
 */
export function bringTogether(
  base: Release | undefined,
  air: Release,
  draft: Show,
  mine: ReadonlySet<string>,
): Show {
  const show = structuredClone(draft);
  for (const part of changedParts(base, air, draft)) {
    if (part.by === 'draft' || (part.by === 'both' && mine.has(part.key))) continue;
    const place = part.key.slice(0, part.key.indexOf(' ')) as Place;
    if (place === 'look') {
      show.look = structuredClone(air.look);
      continue;
    }
    const theirs = partsOf(air, place).get(part.id);
    const all = show[place] as Record<string, unknown> | { id: string }[];
    if (!Array.isArray(all)) {
      if (theirs === undefined) delete all[part.id];
      else all[part.id] = structuredClone(theirs);
      continue;
    }
    const at = all.findIndex(({ id }) => id === part.id);
    if (theirs === undefined) all.splice(at, 1);
    else if (at < 0) all.push(structuredClone(theirs) as { id: string });
    else all[at] = structuredClone(theirs) as { id: string };
  }
  return { ...show, assets: { ...air.assets, ...show.assets } };
}
