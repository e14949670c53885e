import { localeSchema, usualLocale } from '../locale';
import { z } from 'zod';
import { easeSchema } from './ease';
import { showMapSchema, type ShowMap } from './show-map';
import { gradientSchema, type Paint, type PatternPaint } from '../value';
import { assetIdSchema, colourSchema, idSchema, plainColourSchema } from '../value';

const named = z.object({ id: idSchema, name: z.string().min(1).max(100) });

/** The cut, size and spacing that a named text style gives to every text that takes it. */
export const typeStyleSchema = z.object({
  family: z.string().min(1).max(100),
  weight: z.number().int().min(1).max(1000),
  stretch: z.number().min(50).max(200),
  size: z.number().min(1).max(2000),
  tracking: z.number().min(-500).max(2000),
  leading: z.number().min(0.5).max(3),
  letters: z.enum(['as-typed', 'upper', 'lower', 'title', 'small-caps']),
  figures: z.enum(['proportional', 'tabular']),
  colour: colourSchema,
});
export type TypeStyle = z.infer<typeof typeStyleSchema>;

/** The way in which things of one kind move: their curve, and the frames by which they are behind what leads. */
export const motionStyleSchema = z.object({
  /** On the way in; Exit has it turned round. */
  ease: easeSchema,
  /** Frames by which Enter, Changes and steps are late for it. */
  delay: z.number().int().min(0).max(1000),
});
export type MotionStyle = z.infer<typeof motionStyleSchema>;

/** Something of the show that has a name and is used in many places; elements name it as `@id`. */
export const styleSchema = z.discriminatedUnion('kind', [
  named.extend({ kind: z.literal('colour'), value: plainColourSchema }),
  named.extend({ kind: z.literal('gradient'), value: gradientSchema }),
  named.extend({ kind: z.literal('font'), value: z.string().min(1).max(100) }),
  named.extend({ kind: z.literal('type'), value: typeStyleSchema }),
  named.extend({ kind: z.literal('motion'), value: motionStyleSchema }),
]);
export type Style = z.infer<typeof styleSchema>;
export type StyleKind = Style['kind'];

/** Other values for some of the named colours, swapped in all at once. */
export const paletteSchema = named.extend({ colours: z.record(idSchema, plainColourSchema) });
export type Palette = z.infer<typeof paletteSchema>;

/** Pictures under names by which rows ask for them: flags by code, marks of clubs. */
export const pictureSetSchema = named.extend({
  pictures: z.array(z.object({ name: z.string().min(1).max(200), asset: assetIdSchema })).max(2000),
});
export type PictureSet = z.infer<typeof pictureSetSchema>;

/** A name as pictures are found by it: without case, outer spaces and the ending of a file. */
const bareName = (name: string): string =>
  name
    .trim()
    .toLowerCase()
    .replace(/\.(svg|png|jpe?g|webp|gif)$/, '');

/** The picture of a name in a set; null where it has none. */
export function pictureInSet({ pictures }: PictureSet, name: string): string | null {
  const wanted = bareName(name);
  return pictures.find((one) => bareName(one.name) === wanted)?.asset ?? null;
}

export const lookSchema = z.object({
  styles: z.record(idSchema, styleSchema),
  palettes: z.array(paletteSchema).max(200),
  /** The palette in force; null: the named colours' own values. */
  palette: idSchema.nullable(),
  sets: z.array(pictureSetSchema).max(200),
  maps: z.record(idSchema, showMapSchema),
  /** The language whose rules words are compared and ordered by: a BCP 47 tag. */
  locale: localeSchema,
});
/** What all templates of a show share: named styles, palettes, sets of pictures, maps, the language of its words. */
export type Look = z.infer<typeof lookSchema>;

export const plainLook: Look = {
  styles: {},
  palettes: [],
  palette: null,
  sets: [],
  maps: {},
  locale: usualLocale,
};

/** What stands in for a named style that is not there: said in Build, and never a hole on air. */
const missing = '#808080';

/** The palette of an id or a name; undefined where there is none. */
export const paletteNamed = (look: Look, wanted: unknown): Palette | undefined =>
  look.palettes.find((palette) => palette.id === wanted) ??
  look.palettes.find((palette) => palette.name.toLowerCase() === String(wanted).trim().toLowerCase());

/** Reads named styles as they stand under a palette. */
export class StyleReader {
  private readonly palette: Palette | undefined;

  constructor(
    private readonly look: Look,
    palette: unknown = look.palette,
  ) {
    this.palette = paletteNamed(look, palette) ?? paletteNamed(look, look.palette);
  }

  colour(value: string): string {
    if (!value.startsWith('@')) return value;
    const id = value.slice(1);
    const style = this.look.styles[id];
    return style?.kind === 'colour' ? (this.palette?.colours[id] ?? style.value) : missing;
  }

  paint(value: Paint): Paint {
    if (typeof value === 'string') {
      const style = value.startsWith('@') ? this.look.styles[value.slice(1)] : undefined;
      return style?.kind === 'gradient' ? this.paint(style.value) : this.colour(value);
    }
    if (value.kind === 'picture') return value;
    if (value.kind === 'pattern')
      return { ...value, ink: this.colour(value.ink), base: this.paint(value.base) as PatternPaint['base'] };
    return { ...value, stops: value.stops.map((stop) => ({ ...stop, colour: this.colour(stop.colour) })) };
  }

  family(value: string): string {
    if (!value.startsWith('@')) return value;
    const style = this.look.styles[value.slice(1)];
    return style?.kind === 'font' ? style.value : 'Archivo';
  }

  picture(set: string, name: string): string | null {
    const own = this.look.sets.find(({ id }) => id === set);
    return own ? pictureInSet(own, name) : null;
  }

  map(id: string): ShowMap | null {
    return this.look.maps[id] ?? null;
  }

  type(id: string): TypeStyle | null {
    const style = this.look.styles[id];
    return style?.kind === 'type' ? style.value : null;
  }
}
