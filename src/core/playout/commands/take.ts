import { z } from 'zod';
import { take } from '../take';
import type { CommandKind } from './kind';
import { channel, also, target, preview, meta } from './shapes';

export const schema = z.strictObject({
  do: z.literal('take'),
  channel,
  also,
  ...target,
  ...preview,
  /** The cue that was seen in preview. Where another has come meanwhile: the target if one is given, else nothing. */
  cue: z.string().max(100).optional(),
  /** The filling of it that was seen: where someone has typed into it meanwhile, nothing is taken. */
  edit: z.string().max(100).optional(),
  /** Also where its row goes to air once and was there. */
  again: z.literal(true).optional(),
  ...meta,
});

/** Takes a card, a template filled by hand, or what is in preview. */
export const takeCommand = {
  words: 'Takes a card, a template filled by hand, or what is in preview',
  schema,
  givenBy: 'operate',
  isOfTheMoment: true,
  apply: take,
} as const satisfies CommandKind<z.infer<typeof schema>>;
