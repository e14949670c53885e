import { counted } from '../../problem';
import { z } from 'zod';
import { bindingSchema, namedBy, renamedIn } from '../../binding';
import { assetSchema, type Asset } from '../asset';
import { elementSchema, isUnion, withIds, type Element } from '../../element';
import { fieldSchema, type Field } from '../field/registry';
import { trackSchema } from '../track';
import { assetsOfTemplate, fontFiles } from '../references';
import { changeSchema, moveSchema, stepSchema, type Change, type Phase, type PhaseKind } from '../phase';
import type { Show } from '../show';
import { showClockSchema, showScoreSchema } from '../clock';
import { pictureSetSchema, styleSchema, type Style } from '../style';
import { allTracks, phaseOf, phasesOf, withDescendants, tieSchema, type Template } from '../template';
import { tetherSchema } from '../tether';
import type { NewId } from '../../value';
import { outermost } from './elements';
import { restyle } from './motion-styles';
import { freshName } from './names';

// Parts of a template on their way to another place: another template, another show, another window.

export const clipSchema = z.object({
  jorvan: z.literal('clip'),
  /** Back to front, groups with all that is in them. */
  order: z.array(z.string()),
  elements: z.record(z.string(), elementSchema),
  fields: z.array(fieldSchema),
  bindings: z.array(bindingSchema).default([]),
  ties: z.array(tieSchema),
  tethers: z.array(tetherSchema),
  /** By phase. */
  tracks: z.record(z.string(), z.array(trackSchema)),
  /** Lengths in frames, by phase. */
  frames: z.record(z.string(), z.number().int().min(0)).default({}),
  /** Phases of the template's own that these elements have a part in, without their tracks. */
  changes: z.array(changeSchema).default([]),
  moves: z.array(moveSchema).default([]),
  steps: z.array(stepSchema).default([]),
  /** What cannot come along, in words. */
  left: z.array(z.string()).default([]),
  styles: z.record(z.string(), styleSchema),
  assets: z.array(assetSchema),
  /** Sets of pictures, clocks and scores of the show that they name. */
  sets: z.array(pictureSetSchema).default([]),
  clocks: z.array(showClockSchema).default([]),
  scores: z.array(showScoreSchema).default([]),
});
/** Elements with everything that makes them look and move as they do. */
export type Clip = z.infer<typeof clipSchema>;

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** The ids of named styles that a piece of a document names. */
function stylesIn(value: unknown, found: Set<string>): void {
  if (typeof value === 'string') {
    if (value.startsWith('@')) found.add(value.slice(1));
  } else if (Array.isArray(value)) for (const item of value) stylesIn(item, found);
  else if (typeof value === 'object' && value !== null) {
    for (const [key, item] of Object.entries(value)) {
      if (key === 'typeStyle' && typeof item === 'string') found.add(item);
      else if (key !== 'text' && key !== 'name') stylesIn(item, found);
    }
  }
}

/** The styles that values name, and those that these name in turn. */
export function stylesUsed(value: unknown, styles: Readonly<Record<string, Style>>): Record<string, Style> {
  const used: Record<string, Style> = {};
  const open = new Set<string>();
  stylesIn(value, open);
  for (const id of open) {
    const style = styles[id];
    if (!style) continue;
    used[id] = style;
    stylesIn(style.value, open);
  }
  return used;
}

/** The motion styles of the tracks of elements. */
const motionStylesOf = (
  template: Template,
  elements: ReadonlySet<string>,
  styles: Readonly<Record<string, Style>>,
): Record<string, Style> =>
  Object.fromEntries(
    allTracks(template).flatMap(({ element, style }) => {
      const own = elements.has(element) && style !== undefined ? styles[style] : undefined;
      return own ? [[own.id, own]] : [];
    }),
  );

/** Takes elements, with all inside them, as something that can be put elsewhere. Masks and tethers to others stay behind. */
export function clipElements(
  show: Pick<Show, 'assets' | 'look' | 'clocks' | 'scores'>,
  template: Template,
  ids: readonly string[],
): Clip {
  const order = outermost(template, ids);
  const inside = new Set(order.flatMap((id) => withDescendants(template, id)));
  const elements = Object.fromEntries(
    [...inside].map((id) => {
      const element = plain(template.elements[id] as Element);
      return [id, withIds(element, (other) => (inside.has(other) ? other : null))];
    }),
  );
  // What takes a cell of rows that stay behind keeps what it has by itself.
  const ties = template.ties
    .filter((tie) => inside.has(tie.element) && (tie.column === undefined || inside.has(tie.field)))
    .map(plain);
  const needed = new Set(ties.flatMap(({ field, column }) => (column === undefined ? [field] : [])));
  const reach = (id: string): void => {
    needed.add(id);
    const binding = template.bindings.find((b) => b.id === id);
    if (binding) namedBy(binding).forEach((named) => !needed.has(named) && reach(named));
  };
  [...needed].forEach(reach);
  const fields = template.fields.filter((field) => needed.has(field.id)).map(plain);
  const bindings = template.bindings.filter((binding) => needed.has(binding.id)).map(plain);
  const part: Template = { ...template, order, elements, fields, ties };
  const takesPart = (phase: Phase): boolean => phase.tracks.some((track) => inside.has(track.element));
  const nameOf = (id: string): string => template.elements[id]?.name ?? id;
  const bare = <P extends Phase>(phase: P): P => ({ ...plain(phase), tracks: [] });
  const isAlong = ({ when }: Change): boolean => when.every((rule) => needed.has(rule.field));
  // A Change with neither keys nor rules of its own says how all words go from old to new.
  const changes = template.changes.filter(
    (change) => takesPart(change) || change.when.length === 0 || isAlong(change),
  );
  const used = assetsOfTemplate(part, fontFiles(show));
  const words = JSON.stringify([elements, bindings]);
  const named = <T extends { readonly id: string; readonly name: string }>(all: readonly T[]): T[] =>
    all.filter(({ id }) => words.includes(JSON.stringify(id)));
  const sets = named(show.look.sets);
  for (const { pictures } of sets) for (const { asset } of pictures) used.add(asset);
  return {
    jorvan: 'clip',
    order,
    elements,
    fields,
    bindings,
    ties,
    tethers: template.tethers
      .filter((t) => inside.has(t.element) && (t.to === null || inside.has(t.to)))
      .map(plain),
    tracks: Object.fromEntries(
      phasesOf(template).map(({ ref, phase }) => [
        ref,
        phase.tracks.filter((track) => inside.has(track.element)).map(plain),
      ]),
    ),
    frames: Object.fromEntries(phasesOf(template).map(({ ref, phase }) => [ref, phase.frames])),
    changes: changes.filter(isAlong).map(bare),
    moves: template.moves.filter(takesPart).map(bare),
    steps: template.steps.filter(takesPart).map(bare),
    left: [
      ...changes
        .filter((change) => !isAlong(change))
        .map((change) => {
          const rule = change.when.find(({ field }) => !needed.has(field));
          const field = template.fields.find(({ id }) => id === rule?.field)?.name ?? 'a binding';
          return `the Change “${change.name}”, which waits for ${field}`;
        }),
      ...[...inside].flatMap((id) =>
        (template.elements[id]?.masks ?? [])
          .filter((mask) => !inside.has(mask.by))
          .map((mask) => `the mask “${nameOf(mask.by)}” of ${nameOf(id)}`),
      ),
      ...template.tethers
        .filter((t) => inside.has(t.element) && t.to !== null && !inside.has(t.to))
        .map((t) => `the tether of ${nameOf(t.element)} to ${nameOf(t.to ?? '')}`),
    ],
    styles: plain({
      ...stylesUsed([elements, fields, ties], show.look.styles),
      ...motionStylesOf(template, inside, show.look.styles),
    }),
    assets: Object.values(show.assets)
      .filter((asset: Asset) => used.has(asset.id))
      .map(plain),
    sets: plain(sets),
    clocks: plain(named(Object.values(show.clocks))),
    scores: plain(named(Object.values(show.scores))),
  };
}

/** What pasting did: the outermost new elements, and what of it changes more than these, in sentences. */
export interface Pasted {
  readonly order: string[];
  readonly told: string[];
}

/**
 * Puts a clip in front of everything in a template of a show, under new ids; fields of a name and kind that the
 * template has are shared with it, and so are its Changes, moves and steps of a name. Styles, assets, Changes, moves
 * and steps that are lacking come along.
 */
export function pasteClip(show: Show, templateId: string, given: Clip, newId: NewId, by = 0): Pasted {
  const template = show.templates[templateId];
  if (!template) throw new Error(`pasteClip: no template ${templateId}`);
  const clip = bringLook(show, given);
  const wasEmpty = template.order.length === 0;
  const idOf = new Map(Object.keys(clip.elements).map((id) => [id, newId()]));
  const moved = (id: string): string => idOf.get(id) ?? id;
  const taken = Object.values(template.elements).map((element) => element.name);
  for (const source of Object.values(clip.elements)) {
    const element = {
      ...withIds(plain(source), moved),
      id: moved(source.id),
      name: freshName(source.name, taken),
    };
    taken.push(element.name);
    if (!isUnion(element)) {
      element.x += by;
      element.y += by;
    }
    template.elements[element.id] = element;
  }
  const fieldOf = new Map<string, string>();
  for (const field of clip.fields) {
    const present = template.fields.find((f: Field) => f.name === field.name && f.kind === field.kind);
    const id = present?.id ?? newId();
    fieldOf.set(field.id, id);
    if (!present) template.fields.push({ ...plain(field), id });
  }
  for (const binding of clip.bindings) {
    const present = template.bindings.find((b) => b.id === binding.id || b.name === binding.name);
    fieldOf.set(binding.id, present?.id ?? newId());
  }
  for (const binding of clip.bindings) {
    const id = fieldOf.get(binding.id) as string;
    if (template.bindings.some((b) => b.id === id)) continue;
    template.bindings.push({ ...renamedIn(plain(binding), fieldOf), id });
  }
  for (const tie of clip.ties)
    template.ties.push({
      ...plain(tie),
      element: moved(tie.element),
      field: tie.column === undefined ? (fieldOf.get(tie.field) ?? tie.field) : moved(tie.field),
    });
  for (const tether of clip.tethers)
    template.tethers.push({
      ...tether,
      id: newId(),
      element: moved(tether.element),
      to: tether.to === null ? null : moved(tether.to),
    });
  const told = clip.left.map((what) => `Not pasted: ${what}.`);
  const refOf = pastePhases(template, clip, newId, fieldOf);
  for (const [ref, tracks] of Object.entries(clip.tracks)) {
    const phase = phaseOf(template, refOf.get(ref) ?? ref);
    if (!phase) continue;
    for (const track of tracks)
      phase.tracks.push({ ...plain(track), id: newId(), element: moved(track.element) });
    const last = tracks.reduce((end, track) => Math.max(end, track.keys.at(-1)?.frame ?? 0), 0);
    const before = phase.frames;
    phase.frames = wasEmpty ? Math.max(last, clip.frames[ref] ?? 0) : Math.max(before, last);
    if (!wasEmpty && phase.frames > before) {
      const { name } = phasesOf(template).find((place) => place.phase === phase) ?? { name: ref };
      told.push(
        `${name} is now ${counted(phase.frames, 'frame')} long instead of ${before}: what was pasted moves for so long.`,
      );
    }
  }
  const order = clip.order.map(moved);
  template.order.push(...order);
  return { order, told };
}

/** Brings the files, named styles, sets of pictures, clocks and scores of a clip that a show lacks; comes back moving as the show's motion styles say. */
export function bringLook(show: Show, clip: Clip): Clip {
  for (const asset of clip.assets) show.assets[asset.id] ??= asset;
  for (const style of Object.values(clip.styles)) show.look.styles[style.id] ??= style;
  for (const set of clip.sets) if (!show.look.sets.some(({ id }) => id === set.id)) show.look.sets.push(set);
  for (const clock of clip.clocks) show.clocks[clock.id] ??= clock;
  for (const score of clip.scores) show.scores[score.id] ??= score;
  const kindOf = (ref: string): PhaseKind =>
    ref === 'enter' || ref === 'idle' || ref === 'exit'
      ? ref
      : clip.changes.some(({ id }) => id === ref)
        ? 'change'
        : clip.steps.some(({ id }) => id === ref)
          ? 'step'
          : 'move';
  const tracks = plain(clip.tracks);
  for (const [ref, list] of Object.entries(tracks))
    for (const track of list) {
      const from = clip.styles[track.style ?? ''];
      const to = show.look.styles[track.style ?? ''];
      if (from?.kind === 'motion' && to?.kind === 'motion') restyle(track, kindOf(ref), from.value, to.value);
      else delete track.style;
    }
  return { ...clip, tracks };
}

/** The phase of a template that a phase of a clip is, by its id, its name, or as the Change that waits for nothing. */
export function phaseLike(template: Template, clip: Clip, ref: string): Phase | undefined {
  const own = phaseOf(template, ref);
  if (own) return own;
  for (const kind of ['moves', 'steps'] as const) {
    const source = clip[kind].find(({ id }) => id === ref);
    if (source) return template[kind].find(({ name }) => name === source.name);
  }
  const source = clip.changes.find(({ id }) => id === ref);
  return source && changeLike(template, source);
}

const changeLike = (template: Template, change: Change): Change | undefined =>
  template.changes.find(
    // Of two without rules only the first would ever run.
    ({ name, when }) => name === change.name || (change.when.length === 0 && when.length === 0),
  );

/** Brings the Changes, moves and steps of a clip that a template lacks; which phase of it each of the clip's is. */
function pastePhases(
  template: Template,
  clip: Clip,
  newId: NewId,
  fieldOf: ReadonlyMap<string, string>,
): Map<string, string> {
  const refOf = new Map<string, string>();
  for (const kind of ['moves', 'steps'] as const)
    for (const phase of clip[kind]) {
      const present = template[kind].find(({ name }) => name === phase.name);
      refOf.set(phase.id, present?.id ?? newId());
      if (!present) template[kind].push({ ...plain(phase), id: refOf.get(phase.id) as string });
    }
  for (const change of clip.changes) {
    const isPlain = change.when.length === 0;
    const present = changeLike(template, change);
    refOf.set(change.id, present?.id ?? newId());
    if (present) continue;
    const own: Change = {
      ...plain(change),
      id: refOf.get(change.id) as string,
      when: change.when.map((rule) => ({ ...rule, field: fieldOf.get(rule.field) ?? rule.field })),
    };
    const last = template.changes.findIndex(({ when }) => when.length === 0);
    template.changes.splice(isPlain || last < 0 ? template.changes.length : last, 0, own);
  }
  return refOf;
}
