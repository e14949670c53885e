import type { Patch } from 'immer';
import { toast } from 'sonner';
import { create } from 'zustand';
import {
  act,
  editStep,
  patchStep,
  redoStep,
  seal,
  stepsTo,
  takeStep,
  undoStep,
  type Draft,
  type Replica,
  type Show,
  type DraftStep,
} from '../../core/show';
import { storageWords } from './database';
import { newId } from './ids';
import { onLeaving } from './leaving';
import { exchange, keepDocument, leaveUnwritten, readReplica, takeBatches } from './steps';
import { onWritten } from './windows';

interface DraftStore {
  draft: Draft | null;
  /** Null while all is on disk or on its way there. */
  saveProblem: string | null;
  open(id: string): Promise<string | null>;
  close(): void;
  /** A change to the show that can be undone; steps of one `merge` become one. */
  edit(label: string, recipe: (show: Show) => void, merge?: string): void;
  /** The same, said as patches: for cells of tables of any length. */
  patch(label: string, patches: readonly Patch[]): void;
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

const writeAfterMs = 30;
const documentAfterMs = 800;
const againAfterMs = 5000;

/**
 * The show in hand and its history. What is done is written at once, into one order with what other windows of this
 * browser do to the same show; what they write is taken in that order too.
 */
export const useDraft = create<DraftStore>((set, get) => {
  let replica: Replica | null = null;
  let writing: Promise<void> | null = null;
  let isAsked = false;
  let timer: ReturnType<typeof setTimeout> | null = null;
  let documentTimer: ReturnType<typeof setTimeout> | undefined;

  const show = (next: Replica): void => {
    replica = next;
    if (next.draft !== get().draft) set({ draft: next.draft });
  };
  /** What is said until it is so no more: of steps that are not kept, and of the document. */
  const said: { steps: string | null; document: string | null } = { steps: null, document: null };
  const say = (what: Partial<typeof said>): void => {
    Object.assign(said, what);
    const saveProblem = said.steps ?? said.document;
    if (saveProblem !== get().saveProblem) set({ saveProblem });
  };
  const writeIn = (ms: number): void => {
    timer ??= setTimeout(() => void exchangeNow(), ms);
  };
  /** Writes what waits and reads what others wrote; one exchange at a time. */
  const exchangeNow = async (): Promise<void> => {
    if (timer) clearTimeout(timer);
    timer = null;
    if (writing) {
      // What is under way may have read before what is asked for was written: it is followed by another.
      isAsked = true;
      return writing;
    }
    const of = replica;
    if (!of) return;
    const { id, name } = of.agreed.show;
    writing = (async () => {
      try {
        const done = await exchange(id, of);
        if (replica?.agreed.show.id !== id) return;
        if ('taken' in done) {
          const { replica: next, lost } = takeBatches(replica, done.taken);
          const changed = next.agreed !== of.agreed;
          show(next);
          tellLost(lost);
          say({ steps: null });
          if (changed) keepSoon();
        } else if (done.is === 'replaced') await reread(id);
        else
          say({
            steps: `“${name}” was deleted in another window: nothing of it is kept here any more. Export it to have it back.`,
          });
      } catch (error) {
        if (replica?.agreed.show.id !== id) return;
        say({
          steps: storageWords(
            error,
            `what was done last to “${name}” is not kept, and is gone when this window is closed`,
          ),
        });
        writeIn(againAfterMs);
      }
    })();
    await writing;
    writing = null;
    if (!isAsked) return;
    isAsked = false;
    if (!said.steps) await exchangeNow();
  };
  const reread = async (id: string): Promise<void> => {
    const read = await readReplica(id);
    if ('problem' in read) return say({ steps: read.problem.message });
    const waiting = replica?.waiting ?? [];
    replica = null;
    show(read.replica);
    isAsked = true;
    if (waiting.length > 0) tellLost(waiting);
  };
  const keepSoon = (): void => {
    clearTimeout(documentTimer);
    documentTimer = setTimeout(() => void keepNow(), documentAfterMs);
  };
  const keepNow = async (): Promise<void> => {
    clearTimeout(documentTimer);
    const of = replica;
    if (!of || of.waiting.length > 0) return;
    try {
      await keepDocument(of);
      say({ document: null });
    } catch (error) {
      if (replica?.agreed.show.id !== of.agreed.show.id) return;
      say({
        document: storageWords(
          error,
          `“${of.agreed.show.name}” could not be written as a whole, only step by step`,
        ),
      });
      documentTimer = setTimeout(() => void keepNow(), againAfterMs);
    }
  };
  const put = (draft: Draft, steps: readonly DraftStep[]): void => {
    if (!replica || steps.length === 0) return;
    show(act(replica, draft, steps));
    writeIn(writeAfterMs);
  };
  const take = (make: (draft: Draft) => { draft: Draft; step: DraftStep } | null): void => {
    const made = replica && make(replica.draft);
    if (made) put(made.draft, [made.step]);
  };
  const flush = (): void => {
    if (replica && replica.waiting.length > 0) void exchangeNow();
  };
  onLeaving('written', () => {
    if (replica) leaveUnwritten(replica);
    flush();
  });
  // A page that comes back from the browser's cache goes on writing itself.
  addEventListener('pageshow', (event) => {
    if (event.persisted && replica) leaveUnwritten({ ...replica, waiting: [] });
  });
  document.addEventListener('visibilitychange', () => document.hidden && flush());
  addEventListener('beforeunload', (event) => {
    if (get().saveProblem) event.preventDefault();
  });
  onWritten((id) => {
    if (replica?.agreed.show.id === id) void exchangeNow();
  });
  return {
    draft: null,
    saveProblem: null,
    async open(id) {
      if (get().draft?.show.id === id) return null;
      flush();
      await writing;
      // What could not be written is taken over when that show is opened again.
      if (replica) leaveUnwritten(replica);
      const read = await readReplica(id);
      if ('problem' in read) return read.problem.message;
      replica = null;
      say({ steps: null, document: null });
      show(read.replica);
      localStorage.setItem('jorvan.show', id);
      // What another window wrote while this one read was told to nobody here.
      void exchangeNow();
      return null;
    },
    close() {
      if (replica) leaveUnwritten(replica);
      flush();
      replica = null;
      say({ steps: null, document: null });
      set({ draft: null });
    },
    edit: (label, recipe, merge) => take((draft) => editStep(draft, newId(), label, recipe, merge ?? null)),
    patch: (label, patches) => {
      if (patches.length > 0) take((draft) => patchStep(draft, newId(), label, patches));
    },
    seal: () =>
      take((draft) => {
        const next = seal(draft);
        return next === draft ? null : { draft: next, step: { do: 'seal' } };
      }),
    undo: () => take(undoStep),
    redo: () => take(redoStep),
    goTo(count) {
      if (!replica) return;
      const steps = stepsTo(replica.draft, count);
      put(steps.reduce(takeStep, replica.draft), steps);
    },
    setBase: (base) =>
      take((draft) => {
        const step = { do: 'base', base } as const;
        const next = takeStep(draft, step);
        return next === draft ? null : { draft: next, step };
      }),
    restore: (name, kept) =>
      get().edit(`Back to “${name}”`, (own) => {
        Object.assign(own, structuredClone(kept), { id: own.id, name: own.name });
      }),
  };
});

/** Says what another window's doing has overtaken. */
function tellLost(steps: readonly DraftStep[]): void {
  const labels = [...new Set(steps.flatMap((step) => (step.do === 'edit' ? [`“${step.label}”`] : [])))];
  if (labels.length > 0)
    toast.warning(
      `${labels.join(', ')} ${labels.length > 1 ? 'are' : 'is'} not in the draft: another window had changed the same place first. Do it again if it is still wanted.`,
      { duration: 20_000 },
    );
}

/** The show in hand; only for parts of the interface that are shown while one is open. */
export function useShow(): Show {
  const show = useDraft((store) => store.draft?.show);
  if (!show) throw new Error('useShow: no show is open');
  return show;
}

/** The id of the show that was last in hand. */
export const lastShow = (): string | null => localStorage.getItem('jorvan.show');
