import { create } from 'zustand';
import type { MovingPhase, Template, Values } from '../../core/show';
import { useDraft } from '../state/draft-store';

/** Where the playhead stands: a frame of a phase, or at rest. */
export interface Playhead {
  readonly phase: MovingPhase | 'hold';
  readonly frame: number;
}
export interface KeyRef {
  readonly phase: MovingPhase;
  readonly track: string;
  readonly frame: number;
}
export type TryWith =
  | { readonly kind: 'own' | 'shortest' | 'longest' }
  | { readonly kind: 'row'; readonly table: string; readonly row: string };
export type Backdrop = 'checks' | 'black' | 'beach';

interface BuildStore {
  templateId: string | null;
  selection: readonly string[];
  playhead: Playhead;
  isPlaying: boolean;
  keys: readonly KeyRef[];
  tryWith: TryWith;
  /** What was typed into the form that is tried. */
  typed: Values;
  backdrop: Backdrop;
  hasSafeAreas: boolean;
  /** Clicks on the stage draw a path. */
  isPen: boolean;
  select(ids: readonly string[]): void;
  set(change: Partial<Omit<BuildStore, 'select' | 'set' | 'enter'>>): void;
  enter(templateId: string): void;
}

export const atRest: Playhead = { phase: 'hold', frame: 0 };

/** What is in hand in Build; not part of the show. */
export const useBuild = create<BuildStore>((set, get) => ({
  templateId: null,
  selection: [],
  playhead: atRest,
  isPlaying: false,
  keys: [],
  tryWith: { kind: 'own' },
  typed: {},
  backdrop: 'beach',
  hasSafeAreas: true,
  isPen: false,
  select: (selection) => set({ selection }),
  set,
  enter(templateId) {
    if (get().templateId === templateId) return;
    set({
      templateId,
      selection: [],
      playhead: atRest,
      isPlaying: false,
      keys: [],
      tryWith: { kind: 'own' },
      typed: {},
    });
  },
}));

/** A change to the template in hand that can be undone. */
export function editTemplate(label: string, recipe: (template: Template) => void, merge?: string): void {
  const { templateId } = useBuild.getState();
  if (templateId === null) return;
  useDraft.getState().edit(
    label,
    (show) => {
      const template = show.templates[templateId];
      if (template) recipe(template);
    },
    merge,
  );
}

export const sealEdit = (): void => useDraft.getState().seal();

/** The template in hand as it is now; null when none is. */
export function templateNow(): Template | null {
  const { templateId } = useBuild.getState();
  const show = useDraft.getState().draft?.show;
  return (templateId !== null && show?.templates[templateId]) || null;
}
