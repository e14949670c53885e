import { create } from 'zustand';
import type { Extreme, RowTrial } from '../../core/data';
import type { Orbit } from '../../core/frame';
import {
  editLaidOut,
  laidOut,
  type KeyPlace,
  type PhaseRef,
  type Template,
  type Values,
} from '../../core/show';
import { endKeyed, keyedEdit } from './auto-key';
import { useDraft } from '../state/draft-store';

/** Where the playhead stands: a frame of a phase, or, at `hold`, the rest pose. */
export interface Playhead {
  readonly phase: PhaseRef | 'hold';
  readonly frame: number;
}
export type KeyRef = KeyPlace;

/** How the score is seen. */
export interface ScoreView {
  /** 1: all of it in its width. */
  readonly zoom: number;
  /** Phases that are folded. */
  readonly folded: readonly string[];
  /** Elements whose rows are folded. */
  readonly closed: readonly string[];
  /** Elements that do not move have rows too. */
  readonly showsAll: boolean;
  readonly search: string;
  readonly snaps: boolean;
}
const usualScore: ScoreView = { zoom: 1, folded: [], closed: [], showsAll: false, search: '', snaps: true };
export type TryWith =
  | { readonly kind: 'own' | Extreme }
  | { readonly kind: 'row'; readonly table: string; readonly row: string }
  /** The rows that data brings, tried in some way. */
  | { readonly kind: 'rows'; readonly trial: RowTrial };
export type Backdrop = 'checks' | 'black' | 'white' | 'beach' | 'dusk' | 'night' | 'camera';
export type SafeAreas = 'none' | 'own' | 'tall';

/** How the stage is seen; kept in this browser for every show. */
export interface StageView {
  readonly backdrop: Backdrop;
  readonly safeAreas: SafeAreas;
  readonly isGrid: boolean;
  readonly gridSize: number;
  readonly hasRulers: boolean;
  /** The ground of space is seen, also as the template is on air. */
  readonly hasGround: boolean;
  readonly snaps: boolean;
}
const usualView: StageView = {
  backdrop: 'beach',
  safeAreas: 'own',
  isGrid: false,
  gridSize: 60,
  hasRulers: true,
  hasGround: false,
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
  /** The layout that is seen and changed; null: the template's own. */
  layout: string | null;
  selection: readonly string[];
  playhead: Playhead;
  isPlaying: boolean;
  keys: readonly KeyRef[];
  tryWith: TryWith;
  /** What was typed into the form that is tried. */
  typed: Values;
  /** Values that are tried by hand in the place of bindings, by their ids; not part of the show. */
  byHand: Values;
  view: StageView;
  /** From where the space of the template is looked at; null: it is seen as it is on air. */
  orbit: Orbit | null;
  /** The element that is cropped on the stage. */
  cropping: string | null;
  /** Clicks on the stage draw a path. */
  isPen: boolean;
  /** Whether the whole show is being searched. */
  isFinding: boolean;
  /** The text whose words are typed on the stage. */
  typing: string | null;
  /** The text is new: it is named by the first words that it gets. */
  isNaming: boolean;
  score: ScoreView;
  /** What is changed at a frame becomes a key there. */
  isAutoKey: boolean;
  /** The binding whose steps are open beside the stage. */
  binding: string | null;
  /** A file of a map on its way into the show; null: none is. */
  mapFile: File | null;
  /** The rows that a new element is begun from: a table, view or source by its id, or not chosen yet; absent: none is. */
  fromRows: {
    readonly data: string | null;
    readonly at: { readonly x: number; readonly y: number } | null;
  } | null;
  /** The templates that one has stepped through, from one into what an inset of it shows. */
  trail: readonly { readonly from: string; readonly to: string }[];
  /** The element that is asked where it comes from. */
  asksWhere: string | null;
  /** A template shown in place of the one in hand: a motion that is looked at before it is chosen. */
  trial: Template | null;
  setScore(change: Partial<ScoreView>): void;
  setView(change: Partial<StageView>): void;
  select(ids: readonly string[]): void;
  set(change: Partial<Omit<BuildStore, 'select' | 'set' | 'enter' | 'setView' | 'setScore'>>): void;
  enter(templateId: string): void;
}

export const atRest: Playhead = { phase: 'hold', frame: 0 };

/** What is in hand in Build; not part of the show. */
export const useBuild = create<BuildStore>((set, get) => ({
  templateId: null,
  layout: null,
  selection: [],
  playhead: atRest,
  isPlaying: false,
  keys: [],
  tryWith: { kind: 'own' },
  typed: {},
  byHand: {},
  view: keptView(),
  isPen: false,
  orbit: null,
  cropping: null,
  mapFile: null,
  fromRows: null,
  typing: null,
  isNaming: false,
  isFinding: false,
  score: usualScore,
  isAutoKey: false,
  trial: null,
  trail: [],
  binding: null,
  asksWhere: null,
  setScore: (change) => set({ score: { ...get().score, ...change } }),
  setView(change) {
    const view = { ...get().view, ...change };
    localStorage.setItem(viewKey, JSON.stringify(view));
    set({ view });
  },
  // Whoever takes elements in hand lets go of keys.
  select: (selection) => set({ selection, keys: [], typing: null, isNaming: false, cropping: null }),
  set,
  enter(templateId) {
    if (get().templateId === templateId) return;
    const { trail } = get();
    const at = trail.findLastIndex(({ to }) => to === templateId);
    set({
      templateId,
      trail: trail.slice(0, at + 1),
      layout: null,
      typing: null,
      isPen: false,
      orbit: null,
      cropping: null,
      selection: [],
      playhead: atRest,
      isPlaying: false,
      keys: [],
      score: usualScore,
      isAutoKey: false,
      trial: null,
      tryWith: { kind: 'own' },
      typed: {},
      byHand: {},
    });
  },
}));

/** Whether changes made now become keys at the playhead. */
export const keysNow = (): boolean => {
  const { isAutoKey, playhead, isPlaying } = useBuild.getState();
  return isAutoKey && playhead.phase !== 'hold' && !isPlaying;
};

/** A change to the template in hand that can be undone. */
export function editTemplate(label: string, recipe: (template: Template) => void, merge?: string): void {
  const { templateId, layout } = useBuild.getState();
  if (templateId === null) return;
  useDraft.getState().edit(
    label,
    (show) => {
      const template = show.templates[templateId];
      if (!template) return;
      if (layout === null) recipe(template);
      else editLaidOut(template, layout, recipe);
    },
    merge,
  );
}

/** A change to places and properties of elements: of the rest pose, or, with auto-key, of the frame of the playhead. */
export function editElements(label: string, recipe: (template: Template) => void, merge?: string): void {
  const template = templateNow();
  if (!template || !keysNow()) return editTemplate(label, recipe, merge);
  const { playhead } = useBuild.getState();
  const keyed = keyedEdit(template, playhead, recipe, merge);
  if (keyed) editTemplate(label, keyed, merge);
}

export const sealEdit = (): void => {
  endKeyed();
  useDraft.getState().seal();
};

/** A template as it stands in the layout in hand. */
export const inLayout = (template: Template, layout: string | null): Template =>
  laidOut(template, template.layouts.find(({ id }) => id === layout) ?? null);

/** The template in hand as it is now, in the layout in hand; null when none is. */
export function templateNow(): Template | null {
  const { templateId, layout } = useBuild.getState();
  const show = useDraft.getState().draft?.show;
  const template = (templateId !== null && show?.templates[templateId]) || null;
  return template && inLayout(template, layout);
}

/** Takes an element in hand in its template, whichever is in hand now. */
export function selectIn(template: string, element: string): void {
  const { enter, select } = useBuild.getState();
  enter(template);
  select([element]);
}
