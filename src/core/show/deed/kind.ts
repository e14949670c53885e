import type { z } from 'zod';

/** What one kind of deed of a reaction says of itself; what it does on air is in `core/playout/deeds.ts`. */
export interface DeedKind<S extends z.ZodType = z.ZodType> {
  readonly schema: S;
  /** As Build offers it. */
  readonly label: string;
  /** One to begin with, where graphics have moves of these names. */
  readonly first: (moves: readonly string[]) => z.infer<S>;
  /** What a graphic does, in words: “leaves”. */
  readonly words: (deed: z.infer<S>) => string;
  /** What then happens to it that others may react to: `exit`, `change`, `move NAME`; null: nothing. */
  readonly causes: (deed: z.infer<S>) => string | null;
}
