import { z } from 'zod';
import {
  assetIdSchema,
  cardColours,
  cardSchema,
  fieldValueSchema,
  followsSchema,
  idSchema,
  nameSchema,
  rundownRowSchema,
} from '../show';

const channel = nameSchema(60);
/** By field name or field id. */
const values = z.record(z.string().max(100), fieldValueSchema);
/** Further channels for the same; all of them or none. */
const also = z.array(channel).max(64).optional();
const number = z.union([z.string().max(20), z.number()]).transform(String);

/** What to cue or take: a card by call number or id, or a template by name or id. */
const target = {
  number: number.optional(),
  card: idSchema.optional(),
  template: nameSchema(200).optional(),
  values: values.optional(),
  /** The row to fill it from, kept in step. */
  row: z.object({ of: idSchema, key: z.string().min(1).max(200) }).optional(),
  /** What data brings at this moment; the server sets it. */
  live: z.record(idSchema, fieldValueSchema).optional(),
};
export type Target = {
  number?: string;
  card?: string;
  template?: string;
  values?: z.infer<typeof values>;
  row?: { of: string; key: string };
  live?: z.infer<typeof values>;
};

/** What data brings to cards that rows are about to take; the server sets it. */
const lives = z.record(idSchema, z.record(idSchema, fieldValueSchema)).optional();

/** Which preview is meant: that of one Desk, or where `own` is absent the one that all share. */
const preview = {
  /** The Desk that gives it, by its id. */
  desk: nameSchema(64).optional(),
  own: z.literal(true).optional(),
};
export type WhichPreview = { desk?: string; own?: true };

const meta = {
  /** Air clock seconds after which it must not be carried out any more. */
  until: z.number().optional(),
  /** Makes a repeated command harmless: the second of one id changes nothing and gets the first one's answer. */
  id: z.string().min(1).max(64).optional(),
  /** Who gave it, for the log. */
  by: z.string().max(60).optional(),
};

/** Which of what is up is meant; left out where there is only one. */
const which = {
  lane: idSchema.optional(),
  number: number.optional(),
  graphic: z.string().max(100).optional(),
};
export type Which = { lane?: string; number?: string; graphic?: string };

/** What is done to a rundown that may run by itself. */
export const runActs = [
  'start',
  'stop',
  'pause',
  'go-on',
  'next',
  'skip',
  'hold',
  'let-go',
  'by-hand',
  'give-back',
] as const;
export type RunAct = (typeof runActs)[number];

export const commandSchema = z.discriminatedUnion('do', [
  z.strictObject({
    do: z.literal('cue'),
    channel,
    also,
    ...target,
    ...preview,
    /** The id that the cue is to have, so that the one who gives it can name it at once. */
    as: z.string().min(1).max(64).optional(),
    ...meta,
  }),
  z.strictObject({
    do: z.literal('take'),
    channel,
    also,
    ...target,
    ...preview,
    /** The cue that was seen in preview. Where another has come meanwhile: the target if one is given, else nothing. */
    cue: z.string().max(100).optional(),
    /** The filling of it that was seen: where someone has typed into it meanwhile, nothing is taken. */
    edit: z.string().max(100).optional(),
    ...meta,
  }),
  /** Types into what is in preview; only into the cue that is named. */
  z.strictObject({
    do: z.literal('fill'),
    channel,
    also,
    ...preview,
    cue: z.string().max(100),
    values,
    /** Fields to give back to data, by name or id. */
    follow: z.array(z.string().max(100)).max(200).optional(),
    /** What data brings at this moment; the server sets it. */
    live: z.record(idSchema, fieldValueSchema).optional(),
    /** The id of the filling. */
    as: z.string().min(1).max(64).optional(),
    ...meta,
  }),
  z.strictObject({
    do: z.literal('change'),
    channel,
    ...which,
    /** Empty sends what data has brought while it waited. */
    values,
    /** What data brings at this moment; the server sets it. */
    live: z.record(idSchema, fieldValueSchema).optional(),
    /** Fields to give back to data, by name or id. */
    follow: z.array(z.string().max(100)).max(200).optional(),
    /** False: the new words are there at once, without their Change. */
    motion: z.boolean().optional(),
    /** One of many as it is typed: taken back, all that was typed goes. */
    typing: z.boolean().optional(),
    /** Corrects the card that it was taken from too. */
    card: z.literal(true).optional(),
    ...meta,
  }),
  /** Takes back what was sent last to a graphic that is up; again: sends it after all. */
  z.strictObject({
    do: z.literal('revert'),
    channel,
    ...which,
    motion: z.boolean().optional(),
    /** The send that is meant: where another has come meanwhile, nothing is taken back. */
    send: z.string().max(100).optional(),
    ...meta,
  }),
  /** Starts, stops or sets back a count that a text field of a graphic holds. */
  z.strictObject({
    do: z.literal('count'),
    channel,
    ...which,
    field: z.string().min(1).max(100),
    act: z.enum(['start', 'stop', 'reset']),
    ...meta,
  }),
  /** Adds to a number of a graphic that is up; two who add at once both count. */
  z.strictObject({
    do: z.literal('add'),
    channel,
    ...which,
    field: z.string().min(1).max(100),
    amount: z.number().min(-1e9).max(1e9),
    ...meta,
  }),
  /** What data brings to a graphic, or to preview where none is named; given by the server alone. */
  z.strictObject({
    do: z.literal('data'),
    channel,
    graphic: z.string().max(100).optional(),
    ...preview,
    values: z.record(idSchema, fieldValueSchema),
    ...meta,
  }),
  /** Whether new data reaches what is up at once, or waits until it is sent. */
  z.strictObject({ do: z.literal('hold'), channel, ...which, waits: z.boolean(), ...meta }),
  /** The next step of what is up. */
  z.strictObject({
    do: z.literal('next'),
    channel,
    ...which,
    /** Steps that were seen to be taken: where another has come meanwhile, nothing is done. */
    after: z.number().int().min(0).max(1000).optional(),
    ...meta,
  }),
  /** A named move of what is up, or the way back from it. */
  z.strictObject({
    do: z.literal('move'),
    channel,
    ...which,
    move: z.string().min(1).max(100),
    back: z.boolean().optional(),
    ...meta,
  }),
  /** Takes again what was last in a lane; without a lane, in the one that was left last. */
  z.strictObject({
    do: z.literal('put-back'),
    channel,
    lane: idSchema.optional(),
    /** The cue that was seen to be last there: where another has left meanwhile, nothing is done. */
    cue: z.string().max(100).optional(),
    ...meta,
  }),
  /** Plays what is up from the release that is on air now, without leaving; all that is up where none is named. */
  z.strictObject({ do: z.literal('renew'), channel, ...which, ...meta }),
  /** Shows what another channel shows, but for some of its lanes; null: its own alone. */
  z.strictObject({ do: z.literal('follow'), channel, follows: followsSchema.nullable(), ...meta }),
  z.strictObject({
    do: z.literal('clear'),
    channel,
    also,
    lane: idSchema.optional(),
    number: number.optional(),
    graphic: z.string().max(100).optional(),
    all: z.boolean().optional(),
    preview: z.boolean().optional(),
    ...preview,
    ...meta,
  }),
  z.strictObject({
    do: z.literal('keep'),
    number,
    card: idSchema.optional(),
    template: nameSchema(200),
    values,
    /** The row that it is kept in step with. */
    row: z.object({ of: idSchema, key: z.string().min(1).max(200) }).optional(),
    /** Needed where the number belongs to another card. */
    replace: z.boolean().optional(),
    /** The values are only those that were changed; the others stay as the card has them. */
    merge: z.boolean().optional(),
    ...meta,
  }),
  /** What operators write beside a card; an empty note, name or colour takes it away. */
  z.strictObject({
    do: z.literal('note'),
    card: idSchema,
    note: z.string().max(500).optional(),
    name: z.string().max(100).optional(),
    colour: z.enum([...cardColours, '']).optional(),
    ...meta,
  }),
  /** New numbers for a block of cards, in their order: the first, and the step from one to the next. */
  z.strictObject({
    do: z.literal('renumber'),
    cards: z.array(idSchema).min(1).max(10_000),
    first: number,
    step: number,
    ...meta,
  }),
  z.strictObject({ do: z.literal('drop'), card: idSchema, ...meta }),
  /** Cards as the draft of the show has them, kept and dropped at once: all of them or none. */
  z.strictObject({
    do: z.literal('cards'),
    keep: z.array(cardSchema).max(2000),
    drop: z.array(idSchema).max(5000),
    ...meta,
  }),
  /** Puts a row into a rundown, or in another place or changed; before a row, or at the end. */
  z.strictObject({
    do: z.literal('row'),
    rundown: idSchema,
    row: rundownRowSchema,
    before: idSchema.nullable().optional(),
    ...meta,
  }),
  z.strictObject({ do: z.literal('unrow'), rundown: idSchema, row: idSchema, ...meta }),
  /** The part of a rundown that is gone round; null: none. */
  z.strictObject({
    do: z.literal('loop'),
    rundown: idSchema,
    loop: z.object({ from: idSchema, to: idSchema }).nullable(),
    ...meta,
  }),
  z.strictObject({
    do: z.literal('run'),
    rundown: idSchema,
    act: z.enum(runActs),
    /** Where to start; else at the first row. */
    from: idSchema.optional(),
    /** The row that was seen to come next: where another does, nothing is done. */
    row: idSchema.optional(),
    /** Minutes east of UTC, for rows with a time of day. */
    zone: z.number().int().min(-840).max(840).optional(),
    lives,
    ...meta,
  }),
  /** Carries out what has fallen due; given by the server alone. */
  z.strictObject({ do: z.literal('tick'), lives, ...meta }),
  /** A picture of the watched folder was saved anew; given by the server alone, once it has it whole. */
  z.strictObject({ do: z.literal('picture'), asset: assetIdSchema, becomes: assetIdSchema, ...meta }),
  /** The time of day follows the machine's clock at once. The air clock, and with it what is up, goes on as it was. */
  z.strictObject({
    do: z.literal('clock'),
    /** What the time of day is then ahead of the air clock, in seconds; the server sets it. */
    dayOffset: z.number().optional(),
    ...meta,
  }),
  z.strictObject({
    do: z.literal('release'),
    release: assetIdSchema,
    /** The release that it began from, null for none: where another is on air, nothing is released. */
    over: assetIdSchema.nullable().optional(),
    ...meta,
  }),
]);
/** Given by the server alone. */
export const innerCommands: ReadonlySet<string> = new Set(['data', 'tick', 'picture']);

/** The commands that operators and outside control give: all but what data and the clock bring. */
export const outsideCommandSchema = z.discriminatedUnion(
  'do',
  commandSchema.options.filter(
    (option) => !innerCommands.has(option.shape.do.value),
  ) as unknown as typeof commandSchema.options,
);
export type Command = z.infer<typeof commandSchema>;
