// One draft in several windows. Each window shows what it does at once; what all of them did is kept in one order, and
// every window comes to the same draft by taking it in that order.
import { takeStep, type Draft, type DraftStep } from './edit';
import { showReferences } from './references';
import { showSchema } from './show';

/** Steps of one window that were written into the one order together. */
export interface Batch {
  /** Its place in the order; later ones are larger, and none need follow upon another. */
  readonly seq: number;
  /** The place up to which its window knew the order. */
  readonly after: number;
  /** The window that made it. */
  readonly by: string;
  readonly steps: readonly DraftStep[];
}

/** What a window knows: the draft as all have it, and what it did since. */
export interface Replica {
  readonly agreed: Draft;
  /** The place of the last batch that is in it. */
  readonly seq: number;
  /** The place up to which the order was known when the first of `waiting` was made. */
  readonly since: number;
  /** Own steps that are not in the order yet. */
  readonly waiting: readonly DraftStep[];
  /** What this window shows: agreed, and what waits. */
  readonly draft: Draft;
}

export const openReplica = (draft: Draft, seq: number): Replica => ({
  agreed: draft,
  seq,
  since: seq,
  waiting: [],
  draft,
});

/** A window does something: `draft` is what it shows from now on. */
export const act = (replica: Replica, draft: Draft, steps: readonly DraftStep[]): Replica => ({
  ...replica,
  draft,
  since: replica.waiting.length === 0 ? replica.seq : replica.since,
  waiting: [...replica.waiting, ...steps],
});

/** A step on a draft that it was not made on; null where the show would not hold together after it. */
function merged(draft: Draft, step: DraftStep): Draft | null {
  try {
    const next = takeStep(draft, step);
    if (next.show === draft.show) return next;
    const isWhole =
      showSchema.safeParse(next.show).success &&
      showReferences(next.show).length <= showReferences(draft.show).length;
    return isWhole ? next : null;
  } catch {
    return null;
  }
}

/**
 * Takes what was written into the order since, in its order. `lost` are own steps that no longer fit what another window
 * did before them; every window leaves out the same ones.
 */
export function receive(
  replica: Replica,
  batches: readonly Batch[],
  by: string,
): { replica: Replica; lost: DraftStep[] } {
  const [only] = batches;
  const isAllOfIts = only?.by === by && only.after >= replica.seq && only.steps.length === replica.waiting.length; // prettier-ignore
  if (batches.length === 1 && isAllOfIts) {
    // What it did alone, on what all had agreed on, is what it shows.
    const { draft } = replica;
    return { replica: { agreed: draft, seq: only.seq, since: only.seq, waiting: [], draft }, lost: [] };
  }
  let { agreed, seq, waiting } = replica;
  let isAlone = true;
  const lost: DraftStep[] = [];
  for (const batch of batches) {
    const own = batch.by === by;
    const isCrossed = batch.after < seq;
    if (!own) isAlone = false;
    for (const step of batch.steps) {
      const next = isCrossed ? merged(agreed, step) : plain(agreed, step);
      if (next) agreed = next;
      else if (own) lost.push(step);
    }
    if (own) waiting = waiting.slice(batch.steps.length);
    seq = batch.seq;
  }
  if (isAlone && lost.length === 0) {
    const { draft } = replica;
    return {
      replica: { agreed: waiting.length === 0 ? draft : agreed, seq, since: seq, waiting, draft },
      lost,
    };
  }
  const draft = waiting.reduce((now, step) => plain(now, step) ?? now, agreed);
  return { replica: { agreed, seq, since: replica.since, waiting, draft }, lost };
}

function plain(draft: Draft, step: DraftStep): Draft | null {
  try {
    return takeStep(draft, step);
  } catch {
    return null;
  }
}
