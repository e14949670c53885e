import { z } from 'zod';
import { crawl } from '../change';
import type { CommandKind } from './kind';
import { channel, meta, which } from './shapes';

export const schema = z.strictObject({
  do: z.literal('crawl'),
  channel,
  ...which,
  /** `stop`: where it next stands clean; `go`: on from there; `out`: nothing more comes in. */
  act: z.enum(['stop', 'go', 'out']),
  ...meta,
});

/** What runs in a graphic stops, goes on, or runs out. */
export const crawlCommand = {
  words: 'What runs in a graphic: stop between two items, go on, or run out',
  schema,
  givenBy: 'operate',
  isOfTheMoment: true,
  apply: crawl,
} as const satisfies CommandKind<z.infer<typeof schema>>;
