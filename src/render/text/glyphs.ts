import { fallbackFamilies, familyNamed } from '../../core/show';
import { knowFaces } from './late-faces';

/** Characters that a family has no glyph for, with the families that stand in for them; null where some have none. */
export interface MissingGlyphs {
  readonly characters: readonly string[];
  readonly standIn: string | null;
}

const list = new Intl.ListFormat('en');
const unitsPerEm = 1000;
/** An advance that no real glyph has, in parts of an em. */
const oddAdvance = 7.777;
const size = 100;

let probes = 0;
const known = new Map<string, boolean>();

/** Letters, figures and signs that stand by themselves; marks, joiners and emoji take part in shapes of several. */
const isTold = (character: string): boolean =>
  /^[\p{L}\p{N}\p{P}\p{S}]$/u.test(character) && !/\p{Extended_Pictographic}/u.test(character);

/**
 * Finds out which of some characters a family of the page lacks: a font made for the purpose, which has them all with
 * an advance like no other, stands behind the family, and shows wherever the family does not.
 */
async function askPage(css: string, characters: readonly string[]): Promise<void> {
  const open = characters.filter((character) => !known.has(`${css}/${character}`));
  if (open.length === 0) return;
  // What cannot be had now is asked for again with the words themselves.
  await knowFaces(css).catch(() => undefined);
  // Loaded only here: it is large.
  const { Font, Glyph, Path } = await import('opentype.js');
  const glyph = (name: string, unicode: number): InstanceType<typeof Glyph> =>
    new Glyph({ name, unicode, advanceWidth: oddAdvance * unitsPerEm, path: new Path() });
  const font = new Font({
    familyName: 'Probe',
    styleName: 'Regular',
    unitsPerEm,
    ascender: 800,
    descender: -200,
    glyphs: [
      glyph('.notdef', 0),
      ...open.map((character, index) => glyph(`g${index}`, character.codePointAt(0) as number)),
    ],
  });
  const name = `glyph probe ${(probes += 1)}`;
  const face = await new FontFace(name, font.toArrayBuffer()).load();
  document.fonts.add(face);
  await Promise.all(open.map((character) => document.fonts.load(`${size}px "${css}"`, character)));
  const context = document.createElement('canvas').getContext('2d');
  if (context) {
    context.font = `${size}px "${css}", "${name}"`;
    for (const character of open) {
      const width = context.measureText(character).width;
      known.set(`${css}/${character}`, Math.abs(width - oddAdvance * size) > 1);
    }
  }
  document.fonts.delete(face);
}

/** The characters of a text that a family lacks, and who stands in. The family's fonts must have been asked for. */
export async function missingGlyphs(family: string, text: string): Promise<MissingGlyphs> {
  const characters = [...new Set(text)].filter(isTold);
  const { css } = familyNamed(family);
  await askPage(css, characters);
  const missing = characters.filter((character) => known.get(`${css}/${character}`) === false);
  if (missing.length === 0) return { characters: [], standIn: null };
  const standIns: string[] = [];
  let open = missing;
  for (const { css, name, script } of fallbackFamilies) {
    const own = open.filter((character) => script.test(character));
    if (own.length === 0) continue;
    await askPage(css, own);
    const found = own.filter((character) => known.get(`${css}/${character}`));
    if (found.length > 0) standIns.push(name);
    open = open.filter((character) => !found.includes(character));
  }
  return { characters: missing, standIn: open.length === 0 ? list.format(standIns) : null };
}

/** Forgets what was found, as after fonts have been brought. */
export const forgetGlyphs = (): void => known.clear();
