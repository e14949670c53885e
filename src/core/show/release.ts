import { z } from 'zod';
import { sourceSchema } from '../source';
import { assetSchema } from './asset';
import { cardSchema } from './card';
import { channelSchema } from './channel';
import { showTickerSchema } from './ticker';
import { showClockSchema, showScoreSchema } from './clock';
import { templatesToFormat3 } from './format-3';
import { templatesToFormat4 } from './format-4';
import { rundownsOf, templatesToFormat5 } from './format-5';
import { templatesToFormat6 } from './format-6';
import { lookToFormat12 } from './format-12';
import { channelsToFormat8, templatesToFormat8 } from './format-8';
import { templatesToFormat9 } from './format-9';
import { templatesToFormat10 } from './format-10';
import { templatesToFormat13 } from './format-13';
import { templatesToFormat14 } from './format-14';
import { tickersToFormat15 } from './format-15';
import { templatesToFormat16 } from './format-16';
import { lookToFormat17, tablesToFormat17 } from './format-17';
import { templatesToFormat18 } from './format-18';
import { templatesToFormat19 } from './format-19';
import { lookToFormat20 } from './format-20';
import { clocksToFormat21 } from './format-21';
import { assetsToFormat7, sourcesToFormat7, templatesToFormat7 } from './format-7';
import { padSchema } from './pad';
import { rundownSchema } from './rundown';
import type { Show } from './show';
import { lookSchema } from './style';
import { tableSchema, typedUpToSchema } from './table';
import { templateSchema } from './template';
import { assetIdSchema, idSchema } from '../value';
import { viewSchema } from './view';

/** The frozen copy of a show that the air server plays; known by the hash of its canonical JSON. */
export const releaseSchema = z.object({
  show: z.object({ id: idSchema, name: z.string().min(1).max(200) }),
  channels: z.array(channelSchema).min(1).max(64),
  look: lookSchema,
  templates: z.record(idSchema, templateSchema),
  cards: z.record(idSchema, cardSchema),
  rundowns: z.array(rundownSchema).max(100),
  pads: z.array(padSchema).max(100),
  assets: z.record(assetIdSchema, assetSchema),
  clocks: z.record(idSchema, showClockSchema),
  tickers: z.record(idSchema, showTickerSchema),
  scores: z.record(idSchema, showScoreSchema),
  /** What its templates and cards take values from. Tables go on from here: corrections flow apart. */
  sources: z.record(idSchema, sourceSchema),
  tables: z.record(idSchema, tableSchema),
  views: z.record(idSchema, viewSchema),
  typed: typedUpToSchema.optional(),
});
export type Release = z.infer<typeof releaseSchema>;

/** A release from its JSON, brought up from an older format where it is of one; throws a ZodError where it is damaged. */
export const openRelease = (value: unknown): Release =>
  releaseSchema.parse(
    typeof value === 'object' && value !== null && 'templates' in value
      ? {
          views: {},
          pads: [],
          scores: {},
          ...rundownsOf(value as Record<string, unknown>),
          assets: assetsToFormat7((value as { assets?: unknown }).assets ?? {}),
          sources: sourcesToFormat7((value as { sources?: unknown }).sources ?? {}),
          tables: tablesToFormat17((value as { tables?: unknown }).tables),
          look: lookToFormat20(lookToFormat17(lookToFormat12((value as { look?: unknown }).look))),
          clocks: clocksToFormat21((value as { clocks?: unknown }).clocks ?? {}),
          tickers: tickersToFormat15((value as { tickers?: unknown }).tickers),
          channels: channelsToFormat8((value as { channels?: unknown }).channels),
          templates: [
            templatesToFormat3,
            templatesToFormat4,
            templatesToFormat5,
            templatesToFormat6,
            templatesToFormat7,
            templatesToFormat8,
            templatesToFormat9,
            templatesToFormat10,
            templatesToFormat13,
            templatesToFormat14,
            templatesToFormat16,
            templatesToFormat18,
            templatesToFormat19,
          ].reduce<unknown>((templates, up) => up(templates), value.templates),
        }
      : value,
  );

/** What a template takes from its show to look as it does. */
export type TemplateContext = Pick<Show, 'look' | 'assets' | 'templates'>;
