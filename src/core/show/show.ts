import { z } from 'zod';
import { arrangementSchema } from './arrangement';
import { assetSchema } from './asset';
import { cardSchema, type Card } from './card';
import { channelSchema } from './channel';
import { showTickerSchema } from './ticker';
import { showClockSchema, showScoreSchema } from './clock';
import { byName } from '../locale';
import { lookSchema, plainLook } from './style';
import { padSchema } from './pad';
import { newRundown, rundownSchema } from './rundown';
import { sourceSchema } from '../source';
import { tableSchema, typedUpToSchema } from './table';
import { viewSchema } from './view';
import { templateSchema } from './template';
import { assetIdSchema, idSchema } from '../value';

/** The document's format number; each step up has a migration. */
export const showFormat = 21;

export const showSchema = z.object({
  format: z.literal(showFormat),
  id: idSchema,
  name: z.string().min(1).max(200),
  channels: z.array(channelSchema).min(1).max(64),
  templates: z.record(idSchema, templateSchema),
  assets: z.record(assetIdSchema, assetSchema),
  look: lookSchema,
  sources: z.record(idSchema, sourceSchema),
  tables: z.record(idSchema, tableSchema),
  views: z.record(idSchema, viewSchema),
  clocks: z.record(idSchema, showClockSchema),
  tickers: z.record(idSchema, showTickerSchema),
  scores: z.record(idSchema, showScoreSchema),
  cards: z.record(idSchema, cardSchema),
  rundowns: z.array(rundownSchema).min(1).max(100),
  pads: z.array(padSchema).max(100),
  /** The release that the draft began from, or last was; absent: it was never on air. */
  base: assetIdSchema.optional(),
  /** How far what typists typed on a server has been brought into it: the server's book, and its version; absent: not yet. */
  typed: typedUpToSchema.optional(),
  /** How people sit at the Desk, by their names; absent: as usual. */
  desks: z.record(z.string().min(1).max(60), arrangementSchema).optional(),
});
/** Everything of one programme, as plain JSON. */
export type Show = z.infer<typeof showSchema>;

/** A show with one channel and nothing in it. */
export function newShow(id: string, name: string, channels: Show['channels']): Show {
  return {
    format: showFormat,
    id,
    name,
    channels,
    templates: {},
    assets: {},
    look: structuredClone(plainLook),
    sources: {},
    tables: {},
    views: {},
    clocks: {},
    tickers: {},
    scores: {},
    cards: {},
    rundowns: [newRundown('rundown', 'Rundown', channels[0]?.id ?? 'main')],
    pads: [],
  };
}

/** The lanes a new channel starts with, back to front. */
export const usualLanes = (): Show['channels'][number]['lanes'] => [
  { id: 'full', name: 'Full' },
  { id: 'ticker', name: 'Ticker' },
  { id: 'lower', name: 'Lower' },
  { id: 'bug', name: 'Bug' },
];

export const templatesByName = ({
  templates,
  look,
}: Pick<Show, 'templates' | 'look'>): Show['templates'][string][] =>
  Object.values(templates).sort(byName(look.locale));

const indexes = new WeakMap<object, Map<number, Card>>();

/** The card of a call number, in whatever spelling; found at once also among many. */
export function cardByNumber<C extends Card>(
  cards: Readonly<Record<string, C>>,
  number: string,
): C | undefined {
  // What may still change is looked through; a frozen list is indexed once.
  if (!Object.isFrozen(cards))
    return Object.values(cards).find((card) => Number(card.number) === Number(number));
  let index = indexes.get(cards);
  if (!index) {
    index = new Map();
    for (const card of Object.values(cards)) {
      const key = Number(card.number);
      if (!index.has(key)) index.set(key, card);
    }
    indexes.set(cards, index);
  }
  return index.get(Number(number)) as C | undefined;
}
