import type { z } from 'zod';
import type { Work } from '../work';

/**
 * Who gives a command: a producer brings data and words, and an operator may do the same; what is on air is the
 * operator's; releases are the designer's; some the server alone gives.
 */
export type Giver = 'produce' | 'operate' | 'design' | 'server';

/** All that one kind of command says of itself. */
export interface CommandKind<C = never, S extends z.ZodType = z.ZodType> {
  /** What it does, in few words. */
  readonly words: string;
  readonly schema: S;
  readonly givenBy: Giver;
  /** Meant for this moment: carried out late it would surprise, and is dropped. */
  readonly isOfTheMoment: boolean;
  /** Does it to the state; refuses by a ProblemError. */
  readonly apply: (work: Work, command: C) => void;
}
