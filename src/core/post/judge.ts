import { z } from 'zod';
import { fixSchema, type Fix } from './fix';
import type { PollTimes } from './poll';
import type { Post } from './post';
import { watchWordSchema, type Mark } from './words';

export const verdicts = ['found', 'wanted', 'cleared', 'refused'] as const;
export type Verdict = (typeof verdicts)[number];
const key = z.string().min(1).max(300);

export const noteSchema = z.object({ text: z.string().max(1000), by: z.string().max(100), at: z.number() });

/** What people decided of a post: each part by itself, so that one can be taken back without the others. */
export const judgedSchema = z.object({
  verdict: z
    .object({
      state: z.enum(verdicts),
      by: z.string().max(100),
      /** Ms since 1970. */
      at: z.number(),
      /** Who wanted it before it was cleared; empty: nobody. */
      wantedBy: z.string().max(100),
    })
    .nullable(),
  fix: fixSchema.nullable(),
  note: noteSchema.nullable(),
  /** Its place among what is cleared: the smaller comes first. */
  place: z.number(),
  /** When it was on air, ms since 1970; `isOn`: it is now. */
  aired: z
    .object({ first: z.number(), last: z.number(), times: z.number().int(), isOn: z.boolean() })
    .nullable(),
});
export type Judged = z.infer<typeof judgedSchema>;
export const notJudged: Judged = { verdict: null, fix: null, note: null, place: 0, aired: null };

/** A post as a room shows it. */
export interface PostSeen {
  readonly post: Post;
  readonly judged: Judged;
  /** What people or, where none has judged it, a rule says. */
  readonly state: Verdict;
  /** Why a rule says so, as a sentence's end; empty: people do. */
  readonly rule: string;
  /** In its text as it would be on air. */
  readonly marks: readonly Mark[];
  readonly author: 'barred' | 'trusted' | null;
  /** Its author changed it after it was judged; what was judged stands. */
  readonly newer: string | null;
}

/** What is asked of a room by a person. */
export const postActSchema = z.discriminatedUnion('do', [
  z.object({
    do: z.literal('judge'),
    posts: z.array(key).min(1).max(500),
    to: z.enum(verdicts),
    /** The state that was seen: refused where another has judged meanwhile. */
    was: z.enum(verdicts).optional(),
  }),
  /** `over`: the fix that was seen. */
  z.object({
    do: z.literal('fix'),
    post: key,
    fix: fixSchema.nullable(),
    over: fixSchema.nullable().optional(),
  }),
  z.object({ do: z.literal('note'), post: key, text: z.string().max(1000) }),
  z.object({ do: z.literal('author'), author: key, is: z.enum(['barred', 'trusted']).nullable() }),
  z.object({ do: z.literal('word'), word: watchWordSchema, isOn: z.boolean() }),
  /** Before another in the queue; null: at its end. */
  z.object({ do: z.literal('place'), post: key, before: key.nullable() }),
  /** Takes the words that its author has put since it was judged; it is then judged anew. */
  z.object({ do: z.literal('newer'), post: key }),
  /** A poll by words, by the id of its source. */
  z.object({
    do: z.literal('poll'),
    poll: z.string().min(1).max(64),
    to: z.enum(['open', 'close', 'reset']),
  }),
  z.object({ do: z.literal('undo') }),
  z.object({ do: z.literal('redo') }),
]);
export type PostAct = z.infer<typeof postActSchema>;

/** One thing that changed, with what it was and is: by it a log is read again and an act taken back. */
export type Change =
  | { readonly of: 'verdict'; readonly post: string; readonly before: Pick<Judged, 'verdict' | 'place'>; readonly after: Pick<Judged, 'verdict' | 'place'> }
  | { readonly of: 'fix'; readonly post: string; readonly before: Fix | null; readonly after: Fix | null }
  | { readonly of: 'note'; readonly post: string; readonly before: Judged['note']; readonly after: Judged['note'] }
  | { readonly of: 'author'; readonly author: string; readonly before: 'barred' | 'trusted' | null; readonly after: 'barred' | 'trusted' | null }
  | { readonly of: 'words'; readonly before: readonly z.infer<typeof watchWordSchema>[]; readonly after: readonly z.infer<typeof watchWordSchema>[] }
  | { readonly of: 'aired'; readonly post: string; readonly before: Judged['aired']; readonly after: Judged['aired'] }
  | { readonly of: 'poll'; readonly poll: string; readonly before: PollTimes; readonly after: PollTimes }
  | { readonly of: 'post'; readonly before: Post; readonly after: Post }; // prettier-ignore

/** A line of a room's log. */
export interface PostEntry {
  readonly n: number;
  /** Ms since 1970. */
  readonly at: number;
  readonly by: string;
  readonly role: string;
  /** `aired` and `gone` happen by themselves. */
  readonly what: PostAct['do'] | 'aired' | 'gone';
  readonly changes: readonly Change[];
  /** Posts as they were when they were first judged. */
  readonly posts: readonly Post[];
}

export interface Judge {
  readonly name: string;
  readonly role: string;
  /** Whose undo it is, where several have one name; absent: the name’s. */
  readonly desk?: string;
}
