import { create } from 'zustand';
import type { Extreme } from '../../core/data';
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
  { readonly kind: 'own' | Extreme } | { readonly kind: 'row'; readonly table: string; readonly row: string };
export type Backdrop = 'checks' | 'black' | 'white' | 'beach' | 'camera';
export type SafeAreas = 'none' | 'own' | 'tall';

/** How the stage is seen; kept in this browser for every show. */
export interface StageView {
  readonly backdrop: Backdrop;
  readonly safeAreas: SafeAreas;
  readonly isGrid: boolean;
  readonly gridSize: number;
  readonly hasRulers: boolean;
  readonly snaps: boolean;
}
const usualView: StageView = {
  backdrop: 'beach',
  safeAreas: 'own',
  isGrid: false,
  gridSize: 60,
  hasRulers: true,
  snaps: true,
};
const viewKey = 'jorvan.stage';

function keptView(): StageView {
  try {
    return { ...usualView, ...(JSON.parse(localStorage.getItem(viewKey) ?? '{}') as Partial<StageView>) };
  } catch {
    return usualView;
  }
}

interface BuildStore {
  templateId: string | null;
  selection: readonly string[];
  playhead: Playhead;
  isPlaying: boolean;
  keys: readonly KeyRef[];
  tryWith: TryWith;
  /** What was typed into the form that is tried. */
  typed: Values;
  view: StageView;
  /** Clicks on the stage draw a path. */
  isPen: boolean;
  /** Whether the whole show is being searched. */
  isFinding: boolean;
  /** The text whose words are typed on the stage. */
  typing: string | null;
  setView(change: Partial<StageView>): void;
  select(ids: readonly string[]): void;
  set(change: Partial<Omit<BuildStore, 'select' | 'set' | 'enter' | 'setView'>>): void;
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
  view: keptView(),
  isPen: false,
  typing: null,
  isFinding: false,
  setView(change) {
    const view = { ...get().view, ...change };
    localStorage.setItem(viewKey, JSON.stringify(view));
    set({ view });
  },
  select: (selection) => set({ selection, typing: null }),
  set,
  enter(templateId) {
    if (get().templateId === templateId) return;
    set({
      templateId,
      typing: null,
      isPen: false,
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
