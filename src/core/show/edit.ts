import { applyPatches, enablePatches, produceWithPatches, type Patch } from 'immer';
import type { Show } from './show';

enablePatches();

/** A change to the show as data that can be taken back. */
export interface Edit {
  /** What was done, in words, as the undo entry shows it. */
  readonly label: string;
  readonly patches: readonly Patch[];
  readonly inverse: readonly Patch[];
  /** Successive edits with the same key become one step of undo. */
  readonly merge: string | null;
}

/** The show, and the way back and forth. */
export interface Draft {
  readonly show: Show;
  readonly undo: readonly Edit[];
  readonly redo: readonly Edit[];
}

export const openDraft = (show: Show): Draft => ({ show, undo: [], redo: [] });

const deepest = 500;

/**
 * The draft after a change. A recipe that throws, or changes nothing, leaves the draft as it was (the error goes on).
 * With `merge`, a change joins the one before it where that has the same key, as the steps of one drag do.
 */
export function edit(
  draft: Draft,
  label: string,
  recipe: (show: Show) => void,
  merge: string | null = null,
): Draft {
  const [show, patches, inverse] = produceWithPatches(draft.show, (s: Show) => {
    recipe(s);
  });
  if (patches.length === 0) return draft;
  const last = draft.undo.at(-1);
  if (merge !== null && last && last.merge === merge) {
    const joined: Edit = {
      label,
      patches: [...last.patches, ...patches],
      inverse: [...inverse, ...last.inverse],
      merge,
    };
    return { show, undo: [...draft.undo.slice(0, -1), joined], redo: [] };
  }
  return { show, undo: [...draft.undo.slice(1 - deepest), { label, patches, inverse, merge }], redo: [] };
}

/** Ends the run of changes that join: the next one starts a step of its own. */
export function seal(draft: Draft): Draft {
  const last = draft.undo.at(-1);
  if (!last || last.merge === null) return draft;
  return { ...draft, undo: [...draft.undo.slice(0, -1), { ...last, merge: null }] };
}

export function undo(draft: Draft): Draft {
  const last = draft.undo.at(-1);
  if (!last) return draft;
  return {
    show: applyPatches(draft.show, last.inverse),
    undo: draft.undo.slice(0, -1),
    redo: [...draft.redo, { ...last, merge: null }],
  };
}

export function redo(draft: Draft): Draft {
  const next = draft.redo.at(-1);
  if (!next) return draft;
  return {
    show: applyPatches(draft.show, next.patches),
    undo: [...draft.undo, next],
    redo: draft.redo.slice(0, -1),
  };
}

/** The draft with so many steps done: goes back or forth as far as the history reaches. */
export function goTo(draft: Draft, steps: number): Draft {
  let now = draft;
  while (now.undo.length > steps && now.undo.length > 0) now = undo(now);
  while (now.undo.length < steps && now.redo.length > 0) now = redo(now);
  return now;
}
