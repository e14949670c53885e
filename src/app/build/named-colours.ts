import { byName } from '../../core/locale';
import type { Look } from '../../core/show';
import type { NamedColour } from '../ui';

/** The named colours of a look as they stand under its palette. */
export function namedColours(look: Look): NamedColour[] {
  const palette = look.palettes.find((p) => p.id === look.palette);
  return Object.values(look.styles)
    .flatMap((style) =>
      style.kind === 'colour'
        ? [{ id: style.id, name: style.name, value: palette?.colours[style.id] ?? style.value }]
        : [],
    )
    .sort(byName(look.locale));
}

/** A colour, or the value of the named one that it names. */
export const colourOf = (value: string, named: readonly NamedColour[]): string =>
  named.find((colour) => `@${colour.id}` === value)?.value ?? (value.startsWith('@') ? '#808080' : value);
