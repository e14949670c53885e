import { create } from 'zustand';
import { edit, goTo, openDraft, redo, seal, undo, type Draft, type Edit, type Show } from '../../core/show';
import { database, storageWords } from './database';
import { parseStored, saveShow } from './shows';

interface DraftStore {
  draft: Draft | null;
  /** Null while all is on disk or on its way there. */
  saveProblem: string | null;
  open(id: string): Promise<string | null>;
  close(): void;
  /** A change to the show that can be undone; steps of one `merge` become one. */
  edit(label: string, recipe: (show: Show) => void, merge?: string): void;
  /** Ends a run of merged steps, as when the mouse button comes up. */
  seal(): void;
  undo(): void;
  redo(): void;
  /** Goes to the state after so many steps of the history. */
  goTo(steps: number): void;
  /** Puts a kept state in the place of the draft's; one step, that can be undone. */
  restore(name: string, show: Show): void;
  /** Notes the release that the draft is of; no step of undo. */
  setBase(hash: string): void;
}

const saveAfterMs = 300;
const keptSteps = 200;
const largestStep = 20_000;

/** Rows that a step of undo carries; a whole sheet that was brought in is not written anew with every cell. */
const weight = ({ patches, inverse }: Edit): number =>
  [...patches, ...inverse].reduce((sum, { value }) => {
    const rows = (value as { rows?: unknown[] } | null | undefined)?.rows ?? value;
    return sum + (Array.isArray(rows) ? rows.length : 1);
  }, 0);

/** The steps that outlive the page: the last ones, back to the first that is too large to be written each time. */
function worthKeeping(edits: readonly Edit[]): Edit[] {
  const last = edits.slice(-keptSteps);
  const heavy = last.findLastIndex((edit) => weight(edit) > largestStep);
  return last.slice(heavy + 1);
}
let timer: ReturnType<typeof setTimeout> | null = null;

/** The show in hand and its history; saved to the browser's database within a second of every change. */
export const useDraft = create<DraftStore>((set, get) => {
  const save = async (): Promise<void> => {
    timer = null;
    const { draft } = get();
    if (!draft) return;
    try {
      await saveShow(draft.show);
      await database.history.put({
        id: draft.show.id,
        undo: worthKeeping(draft.undo),
        redo: worthKeeping(draft.redo),
      });
      if (get().saveProblem) set({ saveProblem: null });
    } catch (error) {
      set({ saveProblem: storageWords(error, `“${draft.show.name}” is not saved since its last change`) });
      timer = setTimeout(() => void save(), 5000);
    }
  };
  const put = (next: Draft): void => {
    const before = get().draft;
    if (next === before) return;
    set({ draft: next });
    if (next.show === before?.show) return;
    if (timer) clearTimeout(timer);
    timer = setTimeout(() => void save(), saveAfterMs);
  };
  const change = (step: (draft: Draft) => Draft): void => {
    const { draft } = get();
    if (draft) put(step(draft));
  };
  const flush = (): void => {
    if (timer) void save();
  };
  addEventListener('pagehide', flush);
  return {
    draft: null,
    saveProblem: null,
    async open(id) {
      if (get().draft?.show.id === id) return null;
      flush();
      const stored = await database.shows.get(id);
      if (!stored) return 'This browser does not have that show. Import its file.';
      const opened = parseStored(stored);
      if ('problem' in opened) return opened.problem.message;
      const history = await database.history.get(id);
      set({
        draft: { ...openDraft(opened.show), undo: history?.undo ?? [], redo: history?.redo ?? [] },
        saveProblem: null,
      });
      localStorage.setItem('jorvan.show', id);
      return null;
    },
    close() {
      flush();
      set({ draft: null });
    },
    edit: (label, recipe, merge) => change((draft) => edit(draft, label, recipe, merge ?? null)),
    seal: () => change(seal),
    undo: () => change(undo),
    redo: () => change(redo),
    goTo: (steps) => change((draft) => goTo(draft, steps)),
    setBase: (base) =>
      change((draft) => (draft.show.base === base ? draft : { ...draft, show: { ...draft.show, base } })),
    restore: (name, show) =>
      change((draft) =>
        edit(draft, `Back to “${name}”`, (own) => {
          Object.assign(own, structuredClone(show), { id: own.id, name: own.name });
        }),
      ),
  };
});

/** The show in hand; only for parts of the interface that are shown while one is open. */
export function useShow(): Show {
  const show = useDraft((store) => store.draft?.show);
  if (!show) throw new Error('useShow: no show is open');
  return show;
}

/** The id of the show that was last in hand. */
export const lastShow = (): string | null => localStorage.getItem('jorvan.show');
