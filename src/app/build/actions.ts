import type { Offer } from '../palette/palette-store';
import { eyeDistance } from '../../core/display';
// What the keys, menus and buttons of Build do to the elements in hand.
import { toast } from 'sonner';
import {
  addClockFace,
  addElement,
  bringLook,
  editLaidOut,
  clipElements,
  clipSchema,
  duplicateElements,
  elementKinds,
  groupElements,
  isFont,
  isVideo,
  moveElements,
  newElement,
  orderElement,
  outermost,
  pasteClip,
  placeElement,
  putArt,
  removeElements,
  setProperty,
  siblingsOf,
  ungroupElements,
  type Asset,
  type Box,
  type Clip,
  type Element,
  type ElementPart,
  giveParts,
  type Pasted,
  type ElementKindName,
  type Template,
  takesChildren,
} from '../../core/show';
import { distribute, unionOf } from '../../core/layout';
import { redrawAll } from '../picture/monitors';
import { assetBlob, missingBytes } from '../state/assets';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { fileWorker } from '../state/shows';
import { bringFiles } from './bring-files';
import { isInField, isTyping } from '../ui/keep-typed';
import { editElements, editTemplate, templateNow, useBuild } from './build-store';
import { boxesAtRest } from './stage/rest-boxes';

const unlocked = (template: Template): string[] =>
  useBuild.getState().selection.filter((id) => template.elements[id] && !template.elements[id].locked);

const named = (template: Template, ids: readonly string[]): string =>
  ids.length === 1 ? (template.elements[ids[0] as string]?.name ?? '') : `${ids.length} elements`;

/** Puts a new element in the middle of the canvas; `given` sets it apart from others of its kind. */
export function addNew<K extends Exclude<ElementKindName, 'group'>>(
  kind: K,
  label: string = elementKinds[kind].label,
  given: Partial<Extract<Element, { kind: K }>> = {},
  put: (template: Template, element: Element) => void = addElement,
): void {
  const template = templateNow();
  if (!template) return;
  const id = newId();
  const made: Element = newElement(kind, id, label, given);
  const element = {
    ...made,
    x: 'x' in given ? made.x : Math.round((template.width - made.w) / 2),
    y: 'y' in given ? made.y : Math.round((template.height - made.h) / 2),
  };
  editTemplate(`Add ${label.toLowerCase()}`, (t) => put(t, element));
  useBuild.getState().select([id]);
  // Its words are typed at once, over those that stand there for now.
  if (kind === 'text') useBuild.getState().set({ typing: id, isNaming: true });
}

/** Puts a floor on which what stands in the lower part of the canvas is reflected, before the canvas and behind it. */
export function addFloor(): void {
  const template = templateNow();
  if (!template) return;
  const { width, height } = template;
  addNew(
    'floor',
    undefined,
    {
      x: -width / 2,
      y: Math.round(height * (5 / 6 - 1.5)),
      w: 2 * width,
      h: Math.round(3.5 * height),
      reach: Math.round(height / 2),
    },
    (t, element) => {
      addElement(t, element);
      // It lies on the ground that covers the canvas, and behind all else.
      const covers = (id: string): boolean => {
        const own = t.elements[id];
        return (
          own !== undefined && own.x <= 0 && own.y <= 0 && own.x + own.w >= width && own.y + own.h >= height
        );
      };
      t.order = t.order.filter((id) => id !== element.id);
      const at = t.order.findIndex((id) => !covers(id));
      t.order.splice(at < 0 ? t.order.length : at, 0, element.id);
    },
  );
}

/** Puts a camera where that of the canvas stands: what is seen stays as it is until it is moved. The first is in use. */
export function addSceneCamera(): void {
  const template = templateNow();
  if (!template) return;
  const { width, height, elements } = template;
  const isFirst = !Object.values(elements).some(({ kind }) => kind === 'viewpoint');
  addNew('viewpoint', 'Scene camera', {
    z: Math.round(eyeDistance * height),
    aimX: width / 2,
    aimY: height / 2,
    opening: Math.round((360 / Math.PI) * Math.atan(0.5 / eyeDistance) * 100) / 100,
    use: isFirst ? 1 : 0,
  });
}

/** Puts an analogue clock in the middle of the canvas, which shows the time of this machine's zone. */
export function addAnalogueClock(): void {
  const template = templateNow();
  if (!template) return;
  const size = Math.round(Math.min(template.width, template.height) / 3);
  const place = { x: Math.round((template.width - size) / 2), y: Math.round((template.height - size) / 2) };
  const colours = { ink: '#f6f0e0', ground: '#12171acc', accent: '#e9a23b' };
  const reading = { zone: Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC' };
  let whole = '';
  editTemplate('Add analogue clock', (t) => {
    whole = addClockFace(t, { ...place, size, ...colours, reading }, newId);
  });
  useBuild.getState().select([whole]);
}

/** The kind under which an asset of the shelf is dragged. */
export const assetDragType = 'application/x-jorvan-asset';
/** A table, view or source, by its id. */
export const rowsDragType = 'application/x-jorvan-rows';

/** So many files dropped at once become elements; more are a collection. */
const mostPlaced = 12;

/** Files dropped on the stage: onto the shelf, and an element for each of a few pictures and videos. */
export async function dropFiles(files: Iterable<File>, at: { x: number; y: number }): Promise<void> {
  const assets = await bringFiles(files);
  if (assets.length <= mostPlaced) assets.forEach((asset) => placeAsset(asset, at));
  else toast(`${assets.length} files are on the shelf. Drag those that you need onto the stage.`);
}

/** Puts an asset on the stage about a point; what does not fit the canvas is made to, and may be put otherwise. */
export function placeAsset(asset: Asset, at: { x: number; y: number }): void {
  const template = templateNow();
  if (!template) return;
  if (isFont(asset)) {
    const texts = unlocked(template).filter((id) => 'family' in (template.elements[id] as Element));
    if (texts.length === 0)
      return void toast(`${asset.family} is on the shelf. Choose it as the font of a text.`);
    editTemplate(`Font of ${named(template, texts)}`, (t) =>
      texts.forEach((id) => setProperty(t, id, 'family', asset.family)),
    );
    return;
  }
  const { width: cw, height: ch } = template;
  const isLarge = asset.width > cw || asset.height > ch;
  const factor = isLarge ? Math.min(cw / asset.width, ch / asset.height) : 1;
  const [w, h] = [Math.round(asset.width * factor), Math.round(asset.height * factor)];
  const id = newId();
  const name = asset.name.replace(/\.[^.]*$/, '') || 'Picture';
  const place = isLarge
    ? { x: Math.round((cw - w) / 2), y: Math.round((ch - h) / 2), w, h }
    : { x: Math.round(at.x - w / 2), y: Math.round(at.y - h / 2), w, h };
  const element = newElement(isVideo(asset) ? 'video' : 'picture', id, name, { asset: asset.id, ...place });
  editTemplate(`Place ${asset.name}`, (t) => addElement(t, element));
  redrawAll();
  useBuild.getState().select([id]);
  if (isLarge) {
    const put = (label: string, change: Partial<Box> & { fit?: 'cover' }): void =>
      editTemplate(label, (t) => void Object.assign(t.elements[id] ?? {}, change));
    toast.warning(
      `${asset.name} is ${asset.width}×${asset.height}, larger than the canvas: it stands at ${Math.round(factor * 100)} %.`,
      {
        duration: 12_000,
        action: {
          label: 'Fill the canvas',
          onClick: () => put(`Fill the canvas with ${name}`, { x: 0, y: 0, w: cw, h: ch, fit: 'cover' }),
        },
        cancel: {
          label: 'Actual size',
          onClick: () =>
            put(`${name} at its actual size`, {
              x: Math.round((cw - asset.width) / 2),
              y: Math.round((ch - asset.height) / 2),
              w: asset.width,
              h: asset.height,
            }),
        },
      },
    );
  } else if (asset.type === 'image/svg+xml') {
    toast(`${asset.name} stands as a picture.`, {
      duration: 10_000,
      action: { label: 'Take it apart', onClick: () => void takeApart(id) },
    });
  }
}

/** Puts the elements that a vector picture is drawn of in its place. */
export async function takeApart(id: string, isSure = false): Promise<void> {
  const picture = templateNow()?.elements[id];
  if (picture?.kind !== 'picture' || picture.asset === null) return;
  const blob = await assetBlob(picture.asset);
  if (!blob) return void toast.error('The file of this picture is not in this browser. Add it again.');
  const art = await fileWorker().readSvg(await blob.text());
  if ('problem' in art) return void toast.error(art.problem.message);
  if (art.order.length === 0) return void toast.error('Nothing in this drawing can be taken apart.');
  if (art.left.length > 0 && !isSure) {
    toast.warning(
      `Taken apart, ${picture.name} would look different. It would lose: ${art.left.join(', ')}.`,
      {
        id: `apart ${id}`,
        duration: Infinity,
        action: { label: 'Take apart', onClick: () => void takeApart(id, true) },
        cancel: { label: 'Keep the picture', onClick: () => undefined },
      },
    );
    return;
  }
  const group = newElement('group', newId(), picture.name);
  const factor = Math.min(picture.w / art.width, picture.h / art.height);
  const box = { x: 0, y: 0, w: art.width, h: art.height };
  const to = {
    x: picture.x + (picture.w - art.width * factor) / 2,
    y: picture.y + (picture.h - art.height * factor) / 2,
    w: art.width * factor,
    h: art.height * factor,
  };
  editTemplate(`Take ${picture.name} apart`, (t) => {
    putArt(t, art, group, box, to);
    const { list, parent } = siblingsOf(t, id);
    placeElement(t, group.id, parent, list.indexOf(id));
    removeElements(t, [id]);
  });
  useBuild.getState().select([group.id]);
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

const clipKey = 'jorvan.clip';
/** There while the last elements that were copied are in this browser only. */
const refusedKey = 'jorvan.clip.refused';

/** The elements in hand as words for the clipboard: for this template, another, another show or another window. */
function clipWords(): string | null {
  const template = templateNow();
  const show = useDraft.getState().draft?.show;
  const { selection } = useBuild.getState();
  if (!template || !show || selection.length === 0) return null;
  return JSON.stringify(clipElements(show, template, selection));
}

/** Takes the elements in hand onto the clipboard. */
export function copySelected(): void {
  const words = clipWords();
  if (words === null) return;
  // The system's clipboard may be refused; this browser's own keeps it in any case.
  localStorage.setItem(clipKey, words);
  localStorage.setItem(refusedKey, 'yes');
  void navigator.clipboard
    ?.writeText(words)
    .then(() => localStorage.removeItem(refusedKey))
    .catch(() => undefined);
}

/** Answers the system's copy and cut, which need no permission; false where something else is copied. */
export function copyInto(data: DataTransfer | null): boolean {
  const words = clipWords();
  if (words === null || !data) return false;
  data.setData('text/plain', words);
  localStorage.setItem(clipKey, words);
  localStorage.removeItem(refusedKey);
  return true;
}

export function cutSelected(): void {
  copySelected();
  removeSelected();
}

function readClip(words: string): Clip | null {
  if (!isClip(words)) return null;
  try {
    return clipSchema.safeParse(JSON.parse(words)).data ?? null;
  } catch {
    return null;
  }
}

/** Words of another program become a text, a drawing a picture. */
async function pasteWords(words: string): Promise<void> {
  const template = templateNow();
  if (!template) return;
  if (/^(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*)*<svg[\s>]/.test(words)) {
    const file = new File([words], 'Pasted drawing.svg', { type: 'image/svg+xml' });
    await dropFiles([file], { x: template.width / 2, y: template.height / 2 });
  } else {
    addNew('text', 'Text', { text: words.slice(0, 10_000) });
    useBuild.getState().set({ typing: null, isNaming: false });
  }
}

/** Whether a paste into a field is one of elements, which no field can take. */
export const isClip = (words: string): boolean => words.startsWith('{"jorvan":"clip"');

/** What the clipboard holds: elements, or the words of another program; what is newest. */
async function onClipboard(words?: string): Promise<{ clip: Clip | null; words: string }> {
  const given = words ?? (await navigator.clipboard?.readText().catch(() => '')) ?? '';
  // What the system holds is the newest, unless it would not take the last elements that were copied here.
  const isRefused = localStorage.getItem(refusedKey) !== null;
  const own = readClip(localStorage.getItem(clipKey) ?? '');
  const clip = (isRefused ? own : null) ?? readClip(given) ?? (given === '' ? own : null);
  return { clip, words: given.trim() };
}

export const partWords: Readonly<Record<ElementPart, string>> = {
  place: 'Place',
  size: 'Size',
  appearance: 'Appearance',
  motion: 'Motion',
};

/** Gives one thing of the element that was copied, also in another template, to those in hand. */
export async function pastePart(part: ElementPart): Promise<void> {
  const { clip } = await onClipboard();
  const template = templateNow();
  if (!template) return;
  const from = clip?.elements[clip.order[0] ?? ''];
  if (!clip || !from) return void toast('Copy an element first: its parts are pasted onto others.');
  const ids = unlocked(template).filter((id) => id !== from.id);
  let left: string[] = [];
  useDraft.getState().edit(`${partWords[part]} of ${from.name} for ${named(template, ids)}`, (show) => {
    bringLook(show, clip);
    const own = show.templates[template.id];
    const { layout } = useBuild.getState();
    const give = (t: Template): void => void (left = giveParts(t, clip, ids, part, newId));
    if (own && layout === null) give(own);
    else if (own && layout !== null) editLaidOut(own, layout, give);
  });
  if (left.length > 0)
    toast.warning(
      `${left.map((id) => template.elements[id]?.name).join(', ')} took nothing: ${from.name} has no ${part} that fits.`,
    );
}

/** Puts the clipboard's elements into the template in hand; `words` is what the system's clipboard holds, where known. */
export async function pasteHere(words?: string): Promise<void> {
  const { templateId, select } = useBuild.getState();
  const show = useDraft.getState().draft?.show;
  if (templateId === null || !show) return;
  const { clip, words: given } = await onClipboard(words);
  if (!clip && given !== '') return pasteWords(given);
  if (!clip) {
    toast('There is nothing to paste: copy elements of a template first.');
    return;
  }
  const missing = await missingBytes(clip.assets.map((asset) => asset.id));
  let pasted: Pasted = { order: [], told: [] };
  useDraft
    .getState()
    .edit(
      `Paste ${clip.order.length === 1 ? (clip.elements[clip.order[0] ?? '']?.name ?? 'an element') : `${clip.order.length} elements`}`,
      (s) => {
        pasted = pasteClip(s, templateId, clip, newId, 0);
      },
    );
  if (missing > 0)
    toast.warning(
      `${missing} of its pictures are not in this browser: they are marked until they are added again.`,
    );
  if (pasted.told.length > 0) toast(pasted.told.join(' '), { duration: 12_000 });
  redrawAll();
  select(pasted.order);
}

export function alignSelected(edge: 'left' | 'centre' | 'right' | 'top' | 'middle' | 'bottom'): void {
  const template = templateNow();
  if (!template) return;
  const ids = outermost(template, unlocked(template));
  const boxes = boxesAtRest(template);
  // One alone is aligned to the canvas, several to the box around them.
  const around =
    ids.length === 1
      ? { x: 0, y: 0, w: template.width, h: template.height }
      : unionOf(ids.flatMap((id) => boxes.get(id) ?? []));
  if (!around) return;
  const part = { left: 0, top: 0, centre: 0.5, middle: 0.5, right: 1, bottom: 1 }[edge];
  const isX = edge === 'left' || edge === 'centre' || edge === 'right';
  editTemplate(`Align ${named(template, ids)}`, (t) => {
    for (const id of ids) {
      const box = boxes.get(id);
      if (!box) continue;
      const dx = isX ? around.x + around.w * part - (box.x + box.w * part) : 0;
      const dy = isX ? 0 : around.y + around.h * part - (box.y + box.h * part);
      moveElements(t, [id], dx, dy);
    }
  });
}

/** Makes the gaps between three elements or more alike. */
export function distributeSelected(axis: 'x' | 'y'): void {
  const template = templateNow();
  if (!template) return;
  const boxes = boxesAtRest(template);
  const ids = outermost(template, unlocked(template)).filter((id) => boxes.has(id));
  const moves = distribute(
    ids.map((id) => boxes.get(id) as Box),
    axis,
  );
  editTemplate(`Distribute ${named(template, ids)}`, (t) =>
    ids.forEach((id, index) => {
      const by = moves[index] ?? 0;
      moveElements(t, [id], axis === 'x' ? by : 0, axis === 'y' ? by : 0);
    }),
  );
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
  const groups = selection.filter((id) => takesChildren(template?.elements[id]));
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
  editElements(`Move ${named(template, ids)}`, (t) => moveElements(t, ids, dx, dy), `nudge ${ids.join()}`);
}

/** The keys of Build; true where one was used. Text fields keep theirs. */
export function buildKey(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement;
  const command = event.ctrlKey || event.metaKey;
  const key = event.key.toLowerCase();
  const { undo, redo } = useDraft.getState();
  if (command && key === 'd') return run(duplicateSelected);
  // A field that nothing was typed into has nothing of its own to take back.
  if (command && key === 'z' && !isTyping()) return run(event.shiftKey ? redo : undo);
  if (command && key === 'y' && !isTyping()) return run(redo);
  if (isInField()) return false;
  const { isPlaying, set, select } = useBuild.getState();
  if (command && key === 'f') return run(() => set({ isFinding: true }));
  if (command && key === 'g') return run(event.shiftKey ? ungroupSelected : groupSelected);
  if (command && key === 'a') return run(() => select(Object.values(templateNow()?.order ?? [])));
  if (command && event.key === 'ArrowUp')
    return run(() => orderSelected(event.shiftKey ? 'front' : 'forward'));
  if (command && event.key === 'ArrowDown')
    return run(() => orderSelected(event.shiftKey ? 'back' : 'backward'));
  const onScore = target.closest('[data-score]') !== null;
  if ((event.key === 'Delete' || event.key === 'Backspace') && !onScore) return run(removeSelected);
  if (event.key === 'Escape') return run(() => select([]));
  if (key === 'p' && !command) return run(() => set({ isPen: true }));
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

/** What the palette offers of Build besides what can be pressed on the page. */
export const buildOffers = (): readonly Offer[] => {
  const { set, select, isPlaying } = useBuild.getState();
  return [
    ['Duplicate', 'Ctrl+D', duplicateSelected],
    ['Group', 'Ctrl+G', groupSelected],
    ['Ungroup', 'Ctrl+Shift+G', ungroupSelected],
    ['Select all', 'Ctrl+A', () => select(Object.values(templateNow()?.order ?? []))],
    ['Cut', 'Ctrl+X', cutSelected],
    ['Copy', 'Ctrl+C', copySelected],
    ['Paste', 'Ctrl+V', () => void pasteHere()],
    ['Delete what is selected', 'Delete', removeSelected],
    ['Bring forward', 'Ctrl+↑', () => orderSelected('forward')],
    ['Bring to front', 'Ctrl+Shift+↑', () => orderSelected('front')],
    ['Send backward', 'Ctrl+↓', () => orderSelected('backward')],
    ['Send to back', 'Ctrl+Shift+↓', () => orderSelected('back')],
    ['Align left', '', () => alignSelected('left')],
    ['Align centre', '', () => alignSelected('centre')],
    ['Align right', '', () => alignSelected('right')],
    ['Align top', '', () => alignSelected('top')],
    ['Align middle', '', () => alignSelected('middle')],
    ['Align bottom', '', () => alignSelected('bottom')],
    ['Draw a path', 'P', () => set({ isPen: true })],
    [isPlaying ? 'Stop' : 'Play', 'Space', () => set({ isPlaying: !isPlaying })],
    ['Find and replace in the show', 'Ctrl+F', () => set({ isFinding: true })],
  ].map(([name, keys, run]) => ({ id: String(name), name, ...(keys === '' ? {} : { keys }), run }) as Offer);
};
