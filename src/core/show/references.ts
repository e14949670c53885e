import { problem, type Problem } from '../problem';
import { propertyOf, childrenOf, isForRows, kindOf } from '../element';
import type { Show } from './show';
import { isRowList, type Paint, type Values } from '../value';
import type { PhaseKind, PhaseRef } from './phase';
import { fieldKindOf } from './field/registry';
import { insetsOf, templatesWithin } from './inset';
import { paintOrder, phasesOf, withDescendants, type Template } from './template';

/** The JSON path of a phase below its template. */
function pathOfPhase(template: Template, ref: PhaseRef, kind: PhaseKind): string {
  const lists = { change: template.changes, move: template.moves, step: template.steps } as const;
  if (kind !== 'change' && kind !== 'move' && kind !== 'step') return `phases.${ref}`;
  return `${kind}s[${(lists[kind] as readonly { id: string }[]).findIndex(({ id }) => id === ref)}]`;
}

/** What in a template points at something that is not there. Paths are JSON paths below the template. */
export function templateReferences(template: Template): Problem[] {
  const found: Problem[] = [];
  const missing = (path: string, what: string): number =>
    found.push(
      problem(
        'missing-reference',
        `Template “${template.name}” names ${what}, which it does not have.`,
        path,
      ),
    );
  const reached = new Set<string>();
  const walk = (list: readonly string[], path: string): void =>
    list.forEach((id, index) => {
      const element = template.elements[id];
      if (!element || reached.has(id))
        missing(`${path}[${index}]`, `element ${id}${element ? ' twice' : ''}`);
      else {
        reached.add(id);
        walk(childrenOf(element), `elements.${id}.children`);
      }
    });
  walk(template.order, 'order');
  for (const [id, element] of Object.entries(template.elements)) {
    if (element.id !== id)
      missing(`elements.${id}`, `an element under another id than its own, ${element.id}`);
    if (!reached.has(id)) missing(`elements.${id}`, `element “${element.name}” outside its order`);
  }
  for (const [id, element] of Object.entries(template.elements)) {
    if (element.filledBy !== null && !template.elements[element.filledBy])
      missing(`elements.${id}.filledBy`, `element ${element.filledBy}`);
    if (element.rides && !template.elements[element.rides.on])
      missing(`elements.${id}.rides`, `element ${element.rides.on}`);
    element.masks.forEach((mask, index) => {
      if (!template.elements[mask.by]) missing(`elements.${id}.masks[${index}]`, `element ${mask.by}`);
    });
  }
  const bindings = new Set(template.bindings.map((binding) => binding.id));
  const sources = new Set([...template.fields.map((field) => field.id), ...bindings]);
  if (sources.size < template.fields.length + template.bindings.length)
    missing('bindings', 'a field or binding twice under one id');
  for (const [field, binding] of Object.entries(template.bound))
    if (!sources.has(field) || !bindings.has(binding))
      missing(`bound.${field}`, `field ${field} or binding ${binding}`);
  template.ties.forEach((tie, index) => {
    const element = template.elements[tie.element];
    if (!element) missing(`ties[${index}]`, `element ${tie.element}`);
    else if (!propertyOf(element.kind, tie.property)) missing(`ties[${index}]`, `property ${tie.property}`);
    if (tie.column !== undefined) {
      if (!isForRows(template.elements[tie.field])) missing(`ties[${index}]`, `rows ${tie.field}`);
    } else if (!sources.has(tie.field)) missing(`ties[${index}]`, `field or binding ${tie.field}`);
  });
  template.tethers.forEach((tether, index) => {
    for (const id of [tether.element, tether.to]) {
      if (id !== null && !template.elements[id]) missing(`tethers[${index}]`, `element ${id}`);
    }
  });
  const taken = new Set<string>();
  for (const { ref, kind, phase } of phasesOf(template)) {
    const path = pathOfPhase(template, ref, kind);
    if (taken.has(ref)) missing(path, `two phases under one id, ${ref}`);
    taken.add(ref);
    phase.tracks.forEach((track, index) => {
      if (!template.elements[track.element]) missing(`${path}.tracks[${index}]`, `element ${track.element}`);
    });
  }
  template.changes.forEach((change, index) =>
    change.when.forEach((rule, at) => {
      if (!sources.has(rule.field)) missing(`changes[${index}].when[${at}]`, `field ${rule.field}`);
    }),
  );
  return found;
}

/** What in a show points at something that is not there. */
export function showReferences(show: Show): Problem[] {
  const found = Object.entries(show.templates).flatMap(([id, template]) =>
    templateReferences(template).map((p) => ({ ...p, path: `templates.${id}.${p.path}` })),
  );
  const lanes = new Set(show.channels.flatMap((channel) => channel.lanes.map((lane) => lane.id)));
  for (const [id, template] of Object.entries(show.templates)) {
    if (lanes.has(template.lane)) continue;
    const words = `Template “${template.name}” goes to a lane that no channel has. Choose another lane for it in Build.`;
    found.push(problem('missing-lane', words, `templates.${id}.lane`));
  }
  for (const [id, card] of Object.entries(show.cards)) {
    if (!show.templates[card.template]) {
      found.push(
        problem(
          'missing-reference',
          `Card ${card.number} is of a template that the show does not have.`,
          `cards.${id}`,
        ),
      );
    }
  }
  return found;
}

/** The picture of a paint, where it has one. */
const pictureIn = (paint: unknown): string | null =>
  typeof paint === 'object' && paint !== null && (paint as Paint & object).kind === 'picture'
    ? (paint as { asset: string }).asset
    : null;

/** The assets that a template may show: of its elements and of its fields' defaults, choices and maps. */
export function assetsOfTemplate(
  template: Template,
  fonts: ReadonlyMap<string, string> = new Map(),
): Set<string> {
  const used = new Set<string>();
  const use = (id: string | null | undefined): void => {
    if (id) used.add(id);
  };
  const family = (name: string | null): void => use(name === null ? null : fonts.get(name));
  for (const element of paintOrder(template)) {
    if ('asset' in element) use(element.asset);
    if ('fill' in element) use(pictureIn(element.fill));
    if ('outline' in element) use(pictureIn(element.outline));
    if ('family' in element) family(element.family);
    if ('spans' in element) for (const span of element.spans) family(span.family);
    if (element.kind === 'inset')
      for (const value of Object.values(element.values))
        if (typeof value === 'string' && /^[0-9a-f]{64}$/.test(value)) use(value);
    for (const look of kindOf(element).within?.(element).looks ?? []) {
      if (look.fill !== undefined) use(pictureIn(look.fill));
      if (look.outline !== undefined) use(pictureIn(look.outline));
      family(look.family ?? null);
    }
  }
  for (const field of template.fields) {
    const { assets, words } = fieldKindOf(field).named(field);
    assets.forEach(use);
    words.forEach(family);
  }
  for (const tie of template.ties) {
    for (const value of Object.values(tie.map ?? {}))
      if (typeof value === 'string' && /^[0-9a-f]{64}$/.test(value)) use(value);
  }
  return used;
}

/**
 * The pictures that a template filled with values may show at any moment, with the px that each is wanted at: its own,
 * those of its fields and rows, and the sets that its tables name.
 */
export function picturesFor(
  template: Template,
  values: Values,
  { look, templates }: Pick<Show, 'look' | 'templates'>,
): ReadonlyMap<string, number> {
  const wanted = new Map<string, number>();
  const want = (id: string, size: number): void => {
    if (/^[0-9a-f]{64}$/.test(id)) wanted.set(id, Math.max(size, wanted.get(id) ?? 0));
  };
  let largest = 64;
  const all = [template, ...templatesWithin(template, templates)];
  const given = [values, ...all.flatMap((own) => insetsOf(own).map((inset) => inset.values))];
  for (const element of all.flatMap(({ elements }) => Object.values(elements))) {
    if (element.kind === 'picture') largest = Math.max(largest, element.w, element.h);
    if (element.kind === 'picture' && element.asset) want(element.asset, Math.max(element.w, element.h));
    if (element.kind !== 'table') continue;
    for (const { content, width } of element.columns) {
      if (content.kind !== 'picture') continue;
      const size = Math.max(element.rowH, width.by === 'px' ? width.px : 0, 32);
      largest = Math.max(largest, size);
      for (const { asset } of look.sets.find(({ id }) => id === content.set)?.pictures ?? [])
        want(asset, size);
    }
  }
  for (const value of given.flatMap((own) => Object.values(own))) {
    if (typeof value === 'string') want(value, largest);
    else if (isRowList(value))
      value.columns.forEach(({ type }, at) => {
        if (type === 'picture')
          for (const cells of Object.values(value.cells)) want(String(cells[at]), largest);
      });
  }
  return wanted;
}

/** The font files of a show, by the name of their family. */
export const fontFiles = (show: Pick<Show, 'assets'>): Map<string, string> =>
  new Map(Object.values(show.assets).flatMap((asset) => (asset.family ? [[asset.family, asset.id]] : [])));

/** Why an element cannot be filled by the picture of another, or null: not by itself, its own parts, or in a circle. */
export function fillProblem(template: Template, id: string, by: string): Problem | null {
  const name = (own: string): string => `“${template.elements[own]?.name ?? own}”`;
  const seen = new Set<string>();
  const reaches = (from: string): boolean => {
    if (seen.has(from)) return false;
    seen.add(from);
    return withDescendants(template, from).some((part) => {
      const next = template.elements[part]?.filledBy ?? null;
      return part === id || (next !== null && reaches(next));
    });
  };
  return withDescendants(template, id).includes(by) || reaches(by)
    ? problem('fill-circle', `${name(id)} cannot be filled by ${name(by)}, which it is itself part of, or which it fills. Choose another.`, `elements.${id}.filledBy`) // prettier-ignore
    : null;
}

/** Why an element cannot be masked by another, or null: not by itself, its own parts, or in a circle. */
export function maskProblem(template: Template, id: string, by: string): Problem | null {
  const own = template.elements[id]?.name ?? id;
  const other = template.elements[by]?.name ?? by;
  const refuse = (message: string): Problem => problem('mask-circle', message, `elements.${id}.masks`);
  if (withDescendants(template, id).includes(by))
    return refuse(`“${own}” cannot be masked by “${other}”: that is a part of it.`);
  if (withDescendants(template, by).includes(id))
    return refuse(`“${own}” cannot be masked by “${other}”: it lies in it.`);
  const seen = new Set<string>();
  const reaches = (from: string): boolean => {
    if (seen.has(from)) return false;
    seen.add(from);
    return withDescendants(template, from).some(
      (part) =>
        part === id ||
        (template.elements[part]?.masks ?? []).some((mask) => mask.by === id || reaches(mask.by)),
    );
  };
  return reaches(by)
    ? refuse(
        `“${own}” cannot be masked by “${other}”: that is itself masked by “${own}”. Remove that mask first.`,
      )
    : null;
}
