// What the keys, menus and buttons of Build do to the elements in hand.
import { toast } from 'sonner';
import {
  addElement,
  duplicateElements,
  elementKinds,
  groupElements,
  moveElements,
  newElement,
  orderElement,
  outermost,
  removeElements,
  ungroupElements,
  type Asset,
  type Element,
  type ElementKindName,
  type Template,
} from '../../core/show';
import { redrawAll } from '../picture/monitors';
import { addPicture } from '../state/assets';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { editTemplate, templateNow, useBuild } from './build-store';

const unlocked = (template: Template): string[] =>
  useBuild.getState().selection.filter((id) => template.elements[id] && !template.elements[id].locked);

const named = (template: Template, ids: readonly string[]): string =>
  ids.length === 1 ? (template.elements[ids[0] as string]?.name ?? '') : `${ids.length} elements`;

/** Puts a new element in the middle of the canvas; `given` sets it apart from others of its kind. */
export function addNew<K extends Exclude<ElementKindName, 'group'>>(
  kind: K,
  label: string = elementKinds[kind].label,
  given: Partial<Extract<Element, { kind: K }>> = {},
): void {
  const template = templateNow();
  if (!template) return;
  const id = newId();
  const made: Element = newElement(kind, id, label, given);
  const element = {
    ...made,
    x: Math.round((template.width - made.w) / 2),
    y: Math.round((template.height - made.h) / 2),
  };
  editTemplate(`Add ${label.toLowerCase()}`, (t) => addElement(t, element));
  useBuild.getState().select([id]);
}

/** Takes picture files into the show, and one element for each where they were dropped. */
export async function dropPictures(files: Iterable<File>, at: { x: number; y: number }): Promise<void> {
  for (const file of files) {
    const added = await addPicture(file);
    if ('problem' in added) toast.error(added.problem.message, { duration: 12_000 });
    else placePicture(added.asset, at);
  }
}

function placePicture(asset: Asset, at: { x: number; y: number }): void {
  const { templateId } = useBuild.getState();
  const template = templateNow();
  if (!template || templateId === null) return;
  const factor = Math.min(1, (template.width * 0.6) / asset.width, (template.height * 0.6) / asset.height);
  const [w, h] = [Math.round(asset.width * factor), Math.round(asset.height * factor)];
  const id = newId();
  useDraft.getState().edit(`Add ${asset.name}`, (show) => {
    show.assets[asset.id] ??= asset;
    const place = show.templates[templateId];
    if (!place) return;
    const name = asset.name.replace(/\.[^.]*$/, '') || 'Picture';
    addElement(
      place,
      newElement('picture', id, name, {
        asset: asset.id,
        x: Math.round(at.x - w / 2),
        y: Math.round(at.y - h / 2),
        w,
        h,
      }),
    );
  });
  if (factor < 1)
    toast.warning(
      `${asset.name} is ${asset.width}×${asset.height}, larger than fits the canvas: it stands at ${Math.round(factor * 100)} %.`,
    );
  redrawAll();
  useBuild.getState().select([id]);
}

export function removeSelected(): void {
  const template = templateNow();
  if (!template) return;
  const ids = outermost(template, unlocked(template));
  if (ids.length === 0) return;
  editTemplate(`Delete ${named(template, ids)}`, (t) => removeElements(t, ids));
  useBuild.getState().select([]);
}

export function duplicateSelected(): void {
  const template = templateNow();
  const { selection, select } = useBuild.getState();
  if (!template || selection.length === 0) return;
  let copies: string[] = [];
  editTemplate(`Duplicate ${named(template, selection)}`, (t) => {
    copies = duplicateElements(t, selection, newId);
    moveElements(t, copies, 20, 20);
  });
  select(copies);
}

export function groupSelected(): void {
  const template = templateNow();
  const { selection, select } = useBuild.getState();
  if (!template || selection.length === 0) return;
  const group = newElement('group', newId(), 'Group');
  editTemplate(`Group ${named(template, selection)}`, (t) => groupElements(t, selection, group));
  select([group.id]);
}

export function ungroupSelected(): void {
  const template = templateNow();
  const { selection, select } = useBuild.getState();
  const groups = selection.filter((id) => template?.elements[id]?.kind === 'group');
  if (!template || groups.length === 0) return;
  let freed: string[] = [];
  editTemplate(`Ungroup ${named(template, groups)}`, (t) => {
    freed = ungroupElements(t, groups);
  });
  select(freed);
}

export function orderSelected(to: 'front' | 'forward' | 'backward' | 'back'): void {
  const template = templateNow();
  if (!template) return;
  const ids = useBuild.getState().selection;
  editTemplate(`Order ${named(template, ids)}`, (t) => ids.forEach((id) => orderElement(t, id, to)));
}

export function nudgeSelected(dx: number, dy: number): void {
  const template = templateNow();
  if (!template) return;
  const ids = unlocked(template);
  editTemplate(`Move ${named(template, ids)}`, (t) => moveElements(t, ids, dx, dy), `nudge ${ids.join()}`);
}

/** The keys of Build; true where one was used. Text fields keep theirs. */
export function buildKey(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement;
  const isTyping = target.closest('input:not([type=checkbox]), textarea, select, [contenteditable]') !== null;
  const command = event.ctrlKey || event.metaKey;
  const key = event.key.toLowerCase();
  const { undo, redo } = useDraft.getState();
  if (command && key === 'z' && !isTyping) return run(event.shiftKey ? redo : undo);
  if (command && key === 'y' && !isTyping) return run(redo);
  if (isTyping) return false;
  const { isPlaying, set, select } = useBuild.getState();
  if (command && key === 'd') return run(duplicateSelected);
  if (command && key === 'g') return run(event.shiftKey ? ungroupSelected : groupSelected);
  if (command && key === 'a') return run(() => select(Object.values(templateNow()?.order ?? [])));
  if (command && event.key === 'ArrowUp')
    return run(() => orderSelected(event.shiftKey ? 'front' : 'forward'));
  if (command && event.key === 'ArrowDown')
    return run(() => orderSelected(event.shiftKey ? 'back' : 'backward'));
  const onScore = target.closest('[data-score]') !== null;
  if ((event.key === 'Delete' || event.key === 'Backspace') && !onScore) return run(removeSelected);
  if (event.key === 'Escape') return run(() => select([]));
  if (event.key === ' ' && !target.closest('button, [role=button]'))
    return run(() => set({ isPlaying: !isPlaying }));
  const step = event.shiftKey ? 10 : 1;
  const nudges: Record<string, [number, number]> = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    ArrowUp: [0, -step],
    ArrowDown: [0, step],
  };
  const nudge = nudges[event.key];
  if (nudge && !onScore && !command) return run(() => nudgeSelected(...nudge));
  return false;
}

const run = (action: () => void): true => {
  action();
  return true;
};
