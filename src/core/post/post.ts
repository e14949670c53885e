import { z } from 'zod';

const words = z.string().max(10_000);
const short = z.string().max(300);
const address = z.string().max(2000);
const count = z.number().min(0);

/** A viewer's post as a service gave it, in our fields; empty words: it says none. */
export const postSchema = z.object({
  /** What tells it apart from all others of the show: its service's id and its own there. */
  key: z.string().min(1).max(300),
  service: short,
  id: short,
  /** Ms since 1970. */
  at: z.number(),
  text: words,
  /** BCP 47. */
  language: short,
  author: z.object({ id: short, name: short, handle: short, portrait: address }),
  place: short,
  tags: z.array(short).max(50),
  pictures: z.array(z.object({ url: address, alt: short })).max(20),
  links: z.array(address).max(50),
  /** The id of the post that it answers. */
  answerTo: short,
  likes: count,
  shares: count,
  answers: count,
  /** Its author took it down. */
  isGone: z.boolean(),
});
export type Post = z.infer<typeof postSchema>;

export const keyOfPost = (service: string, id: string): string => `${service} ${id}`;
/** What tells an author apart: the service and the id there, else the handle. */
export const authorKey = ({ service, author }: Pick<Post, 'service' | 'author'>): string =>
  `${service} ${author.id || author.handle}`.toLowerCase();
