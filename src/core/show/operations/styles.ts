import { typeStyleKeys } from '../../element';
import type { Element } from '../../element';
import type { Show } from '../show';
import type { Palette, Style, TypeStyle } from '../style';
import { allTracks } from '../template';
import { freshName } from './names';

// Changes to the named styles of a show, for use inside an edit.

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** Adds a style; its name is made new among those of its kind. */
export function addStyle(show: Show, style: Style): void {
  const taken = Object.values(show.look.styles)
    .filter((other) => other.kind === style.kind)
    .map((other) => other.name);
  show.look.styles[style.id] = { ...style, name: freshName(style.name, taken) };
}

/** How many properties, fields, cards and other styles name each style. */
export function styleUses(show: Show): Map<string, number> {
  const uses = new Map<string, number>();
  const count = (id: string): void => void uses.set(id, (uses.get(id) ?? 0) + 1);
  const walk = (value: unknown): void => {
    if (typeof value === 'string') {
      if (value.startsWith('@') && show.look.styles[value.slice(1)]) count(value.slice(1));
    } else if (typeof value === 'object' && value !== null) {
      for (const [key, item] of Object.entries(value)) {
        if (key === 'typeStyle' && typeof item === 'string') count(item);
        else if (key !== 'text' && key !== 'name') walk(item);
      }
    }
  };
  for (const template of Object.values(show.templates)) {
    walk([template.elements, template.fields, template.ties]);
    for (const { style } of allTracks(template)) if (style !== undefined) count(style);
  }
  for (const card of Object.values(show.cards)) walk(card.values);
  for (const style of Object.values(show.look.styles)) walk(style.value);
  return uses;
}

/** Takes a style out: whatever named it keeps the value it gave, under the palette in force for colours. */
export function removeStyle(show: Show, id: string): void {
  const style = show.look.styles[id];
  if (!style) return;
  const palette = show.look.palettes.find((p) => p.id === show.look.palette);
  const value = style.kind === 'colour' ? (palette?.colours[id] ?? style.value) : style.value;
  const walk = (at: unknown): void => {
    if (typeof at !== 'object' || at === null) return;
    const bag = at as Record<string, unknown>;
    for (const [key, item] of Object.entries(bag)) {
      if (item === `@${id}` && key !== 'text' && key !== 'name') bag[key] = plain(value);
      else if (key === 'typeStyle' && item === id && style.kind === 'type') {
        for (const own of typeStyleKeys) bag[own] = plain(style.value[own]);
        bag[key] = null;
      } else walk(item);
    }
  };
  for (const template of Object.values(show.templates)) {
    walk([template.elements, template.fields, template.ties]);
    for (const track of allTracks(template)) if (track.style === id) delete track.style;
  }
  for (const card of Object.values(show.cards)) walk(card.values);
  walk(show.look.styles);
  delete show.look.styles[id];
  for (const own of show.look.palettes) delete own.colours[id];
}

/** The text style that an element has of its own. */
export const typeStyleFrom = (element: Extract<Element, { kind: 'text' | 'clock' }>): TypeStyle =>
  Object.fromEntries(typeStyleKeys.map((key) => [key, element[key]])) as unknown as TypeStyle;

export function removePalette(show: Show, id: string): void {
  show.look.palettes = show.look.palettes.filter((palette: Palette) => palette.id !== id);
  if (show.look.palette === id) show.look.palette = null;
}
