import { enablePatches, produceWithPatches, type Patch } from 'immer';
import { takePatches } from './patches';
import type { Show } from './show';

enablePatches();

/** A change to the show as data that can be taken back. */
export interface Edit {
  /** Names the step among all windows; absent in what older versions kept. */
  readonly id?: string;
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

/** Something done to a draft, as data: taken on an equal draft, it gives an equal draft. */
export type DraftStep =
  | {
      readonly do: 'edit';
      readonly id: string;
      readonly label: string;
      readonly patches: readonly Patch[];
      readonly merge: string | null;
    }
  | { readonly do: 'undo' | 'redo'; readonly id: string; readonly patches: readonly Patch[] }
  | { readonly do: 'seal' }
  | { readonly do: 'base'; readonly base: string };

/** A draft, and the step that led there. */
export interface Stepped {
  readonly draft: Draft;
  readonly step: DraftStep;
}

export const openDraft = (show: Show): Draft => ({ show, undo: [], redo: [] });

const deepest = 500;

function withEdit(draft: Draft, show: Show, own: Edit): Draft {
  const last = draft.undo.at(-1);
  if (own.merge !== null && last && last.merge === own.merge) {
    const joined: Edit = {
      ...last,
      label: own.label,
      patches: [...last.patches, ...own.patches],
      inverse: [...own.inverse, ...last.inverse],
    };
    return { show, undo: [...draft.undo.slice(0, -1), joined], redo: [] };
  }
  return { show, undo: [...draft.undo.slice(1 - deepest), own], redo: [] };
}

/** A change as a step; null where the recipe changes nothing. A recipe that throws changes nothing (the error goes on). */
export function editStep(
  draft: Draft,
  id: string,
  label: string,
  recipe: (show: Show) => void,
  merge: string | null = null,
): Stepped | null {
  const [show, patches, inverse] = produceWithPatches(draft.show, (s: Show) => {
    recipe(s);
  });
  if (patches.length === 0) return null;
  return {
    draft: withEdit(draft, show, { id, label, patches, inverse, merge }),
    step: { do: 'edit', id, label, patches, merge },
  };
}

/** A change that is said as patches, for what is too large to be looked through for what a recipe changed. */
export const patchStep = (draft: Draft, id: string, label: string, patches: readonly Patch[]): Stepped =>
  stepped(draft, { do: 'edit', id, label, patches, merge: null });

/**
 * The draft after a change. A recipe that throws, or changes nothing, leaves the draft as it was (the error goes on).
 * With `merge`, a change joins the one before it where that has the same key, as the steps of one drag do.
 */
export const edit = (
  draft: Draft,
  label: string,
  recipe: (show: Show) => void,
  merge: string | null = null,
): Draft => editStep(draft, '', label, recipe, merge)?.draft ?? draft;

/** Ends the run of changes that join: the next one starts a step of its own. */
export function seal(draft: Draft): Draft {
  const last = draft.undo.at(-1);
  if (!last || last.merge === null) return draft;
  return { ...draft, undo: [...draft.undo.slice(0, -1), { ...last, merge: null }] };
}

/** The last step of the history taken back; null where there is none. */
export function undoStep(draft: Draft): Stepped | null {
  const last = draft.undo.at(-1);
  return last ? stepped(draft, { do: 'undo', id: last.id ?? '', patches: last.inverse }) : null;
}

export function redoStep(draft: Draft): Stepped | null {
  const next = draft.redo.at(-1);
  return next ? stepped(draft, { do: 'redo', id: next.id ?? '', patches: next.patches }) : null;
}

export const undo = (draft: Draft): Draft => undoStep(draft)?.draft ?? draft;
export const redo = (draft: Draft): Draft => redoStep(draft)?.draft ?? draft;

const stepped = (draft: Draft, step: DraftStep): Stepped => ({ draft: takeStep(draft, step), step });

/** The steps that lead to the state after so many of the history: back or forth as far as it reaches. */
export function stepsTo(draft: Draft, count: number): DraftStep[] {
  const steps: DraftStep[] = [];
  let now = draft;
  for (;;) {
    const done = now.undo.length;
    const next = done > count ? undoStep(now) : done < count ? redoStep(now) : null;
    if (!next) return steps;
    steps.push(next.step);
    now = next.draft;
  }
}

/** The draft with so many steps done: goes back or forth as far as the history reaches. */
export const goTo = (draft: Draft, count: number): Draft => stepsTo(draft, count).reduce(takeStep, draft);

/** The list without the last entry of an id, and that entry. */
function without(list: readonly Edit[], id: string): { rest: readonly Edit[]; found: Edit | null } {
  const at = list.findLastIndex((edit) => (edit.id ?? '') === id);
  const found = list[at];
  return found ? { rest: list.toSpliced(at, 1), found } : { rest: list, found: null };
}

/** The draft after a step that was made on an equal one, or on one much like it. Throws where what it changes is gone. */
export function takeStep(draft: Draft, step: DraftStep): Draft {
  if (step.do === 'seal') return seal(draft);
  if (step.do === 'base')
    return draft.show.base === step.base ? draft : { ...draft, show: { ...draft.show, base: step.base } };
  if (step.do === 'edit') {
    const { id, label, patches, merge } = step;
    const { document: show, inverse } = takePatches(draft.show, patches);
    return withEdit(draft, show, { id, label, patches, inverse, merge });
  }
  const { document: show } = takePatches(draft.show, step.patches);
  const { rest, found } = without(step.do === 'undo' ? draft.undo : draft.redo, step.id);
  if (step.do === 'undo')
    return { show, undo: rest, redo: found ? [...draft.redo, { ...found, merge: null }] : draft.redo };
  return { show, undo: found ? [...draft.undo, found] : draft.undo, redo: rest };
}
