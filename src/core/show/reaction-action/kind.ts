import type { z } from 'zod';

/** What one kind of action of a reaction says of itself; what it does on air is in `core/playout/reaction-actions.ts`. */
export interface ReactionActionKind<S extends z.ZodType = z.ZodType> {
  readonly schema: S;
  /** As Build offers it. */
  readonly label: string;
  /** One to begin with, where graphics have moves of these names. */
  readonly first: (moves: readonly string[]) => z.infer<S>;
  /** What a graphic does, in words: “leaves”. */
  readonly words: (action: z.infer<S>) => string;
  /** What then happens to it that others may react to: `exit`, `change`, `move NAME`; null: nothing. */
  readonly causes: (action: z.infer<S>) => string | null;
}
