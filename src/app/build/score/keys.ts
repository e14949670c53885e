// What the score does to the keys in hand.
import {
  copyKeys,
  moveKeys,
  pasteKeys,
  phaseOf,
  phasesOf,
  removeKeys,
  reverseKeys,
  stretchKeys,
  type Key,
  type KeyClip,
  type Template,
  type Track,
} from '../../../core/show';
import { toast } from 'sonner';
import { newId } from '../../state/ids';
import { atRest, editTemplate, templateNow, useBuild, type KeyRef, type Playhead } from '../build-store';

export const sameKey = (a: KeyRef, b: KeyRef): boolean =>
  a.phase === b.phase && a.track === b.track && a.frame === b.frame;

export const keyAt = (template: Template, ref: KeyRef): { track: Track; key: Key } | null => {
  const track = phaseOf(template, ref.phase)?.tracks.find((t) => t.id === ref.track);
  const key = track?.keys.find((k) => k.frame === ref.frame);
  return track && key ? { track, key } : null;
};

/** Keys of the selection that are still there. */
export const keysHere = (template: Template, keys: readonly KeyRef[]): KeyRef[] =>
  keys.filter((key) => keyAt(template, key) !== null);

export function removeChosen(): void {
  const { keys, set } = useBuild.getState();
  if (keys.length === 0) return;
  editTemplate(keys.length === 1 ? 'Delete a key' : `Delete ${keys.length} keys`, (t) => removeKeys(t, keys));
  set({ keys: [] });
}

/** Moves keys along; false where they would land on others. */
export function moveChosen(keys: readonly KeyRef[], by: number, merge?: string): boolean {
  let moved = false;
  editTemplate('Move keys', (t) => void (moved = moveKeys(t, keys, by)), merge);
  if (moved) useBuild.getState().set({ keys: keys.map((key) => ({ ...key, frame: key.frame + by })) });
  return moved;
}

/** Spreads keys about a frame; false where they would land on others. */
export function stretchChosen(
  keys: readonly KeyRef[],
  about: number,
  factor: number,
  merge?: string,
): boolean {
  let moved = false;
  editTemplate('Stretch keys', (t) => void (moved = stretchKeys(t, keys, about, factor)), merge);
  if (moved)
    useBuild.getState().set({
      keys: keys.map((key) => ({ ...key, frame: Math.round(about + (key.frame - about) * factor) })),
    });
  return moved;
}

export function reverseChosen(): void {
  const { keys, set } = useBuild.getState();
  if (keys.length === 0) return;
  let turned: KeyRef[] = [];
  editTemplate('Reverse keys', (t) => void (turned = reverseKeys(t, keys)));
  const template = templateNow();
  set({ keys: template ? keysHere(template, turned) : [] });
}

const clipKey = 'jorvan.keys';

export function copyChosen(): boolean {
  const template = templateNow();
  const { keys } = useBuild.getState();
  if (!template || keys.length === 0) return false;
  localStorage.setItem(clipKey, JSON.stringify(copyKeys(template, keys)));
  return true;
}

function keptClip(): KeyClip | null {
  try {
    const clip = JSON.parse(localStorage.getItem(clipKey) ?? '') as KeyClip;
    return clip.jorvan === 'keys' ? clip : null;
  } catch {
    return null;
  }
}

/** The playhead's phase, or Enter where it is at rest. */
export const phaseInHand = ({ phase }: Playhead): string => (phase === 'hold' ? 'enter' : phase);

/** Puts the copied keys at the playhead, onto the elements in hand. */
export function pasteChosen(): boolean {
  const clip = keptClip();
  const { playhead, selection, set } = useBuild.getState();
  if (!clip) return false;
  const own = new Set(clip.tracks.map((track) => track.element));
  // Keys of several elements go back to them; those of one go to all that are chosen.
  const onto = own.size > 1 ? [] : selection;
  let pasted: KeyRef[] = [];
  editTemplate('Paste keys', (t) => {
    pasted = pasteKeys(t, phaseInHand(playhead), clip, Math.floor(playhead.frame), onto, newId);
  });
  if (pasted.length === 0) toast('Nothing that is chosen has what these keys move.');
  set({ keys: pasted });
  return true;
}

/** A second set of the keys in hand, right behind them. */
export function duplicateChosen(): boolean {
  const template = templateNow();
  const { keys, set } = useBuild.getState();
  const [first] = keys;
  if (!template || !first) return false;
  const last = Math.max(...keys.map((key) => key.frame));
  const clip = copyKeys(template, keys);
  let pasted: KeyRef[] = [];
  editTemplate('Duplicate keys', (t) => {
    pasted = pasteKeys(t, first.phase, clip, last + 1, [], newId);
  });
  set({ keys: pasted, playhead: { phase: first.phase, frame: last + 1 } });
  return true;
}

/** Every key of the elements in hand (of all where none is), in the order of the ruler. */
function keysInOrder(template: Template, selection: readonly string[]): KeyRef[] {
  return phasesOf(template).flatMap(({ ref, phase }) =>
    phase.tracks
      .filter((track) => selection.length === 0 || selection.includes(track.element))
      .flatMap((track) => track.keys.map((key) => ({ phase: ref, track: track.id, frame: key.frame })))
      .sort((a, b) => a.frame - b.frame),
  );
}

/** Goes to the next key, or the one before, and takes in hand all that stand there. */
export function stepToKey(by: 1 | -1): void {
  const template = templateNow();
  const { playhead, selection, set } = useBuild.getState();
  if (!template) return;
  const all = keysInOrder(
    template,
    selection.filter((id) => template.elements[id]),
  );
  const order = phasesOf(template).map(({ ref }) => ref);
  const rank = ({ phase, frame }: Playhead): number =>
    (order.indexOf(phase === 'hold' ? 'idle' : phase) + 1) * 1e6 + Math.floor(frame);
  const here = rank(playhead) - (playhead.phase === 'hold' ? 0.5 : 0);
  const ahead = all.filter((key) => (by > 0 ? rank(key) > here : rank(key) < here));
  const next = by > 0 ? ahead[0] : ahead.at(-1);
  if (!next) return;
  set({
    keys: all.filter((key) => key.phase === next.phase && key.frame === next.frame),
    playhead: { phase: next.phase, frame: next.frame },
    isPlaying: false,
  });
}

export function chooseAllKeys(): void {
  const template = templateNow();
  const { selection, set } = useBuild.getState();
  if (template)
    set({
      keys: keysInOrder(
        template,
        selection.filter((id) => template.elements[id]),
      ),
    });
}

/** The playhead some frames on, from phase to phase. */
export function stepFrom(template: Template, from: Playhead, by: number): Playhead {
  const places = phasesOf(template).flatMap(({ ref, phase }) =>
    ref === 'idle'
      ? [{ ref: 'hold', frames: 0 }, ...(phase.frames > 0 ? [{ ref, frames: phase.frames }] : [])]
      : [{ ref, frames: phase.frames }],
  );
  const at = places.findIndex((place) => place.ref === from.phase);
  const own = places[at];
  if (!own) return atRest;
  const frame = Math.floor(from.frame) + by;
  if (frame > own.frames || own.ref === 'hold') {
    const next = places[at + (by > 0 ? 1 : -1)];
    if (!next) return { phase: own.ref, frame: own.frames };
    return { phase: next.ref, frame: by > 0 ? 0 : next.frames };
  }
  if (frame < 0) {
    const before = places[at - 1];
    return before ? { phase: before.ref, frame: before.frames } : { phase: own.ref, frame: 0 };
  }
  return { phase: own.ref, frame };
}
