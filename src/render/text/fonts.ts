import {
  fallbacksFor,
  familyNamed,
  fontFiles,
  isShippedFamily,
  showFontName,
  StyleReader,
  templatesWithin,
  type TemplateContext,
  type Field,
  type Template,
  type Values,
  isWords,
  kindOf,
  wordsIn,
  wordsOf,
} from '../../core/show';
import { fontSet } from '../platform';
import type { PictureSource } from '../textures';
import { forgetGlyphs } from './glyphs';
import { knowFaces } from './late-faces';
import { onLateFonts, retryFaces, untilDone } from './late-fonts';

onLateFonts(forgetGlyphs);

/** The families a picture needs, and all characters it may show. */
export interface FontNeeds {
  /** Shipped families, as the page's style sheet names them. */
  readonly families: readonly string[];
  /** Font files of the show, by family. */
  readonly files: ReadonlyMap<string, string>;
  readonly characters: string;
}

/** What a template of a show needs when filled with values. */
export function fontsFor(template: Template, values: Values, of: TemplateContext): FontNeeds {
  const names = new Set<string>();
  const reader = new StyleReader(of.look);
  let characters = '0123456789';
  const all = [template, ...templatesWithin(template, of.templates)];
  for (const element of all.flatMap(({ elements }) => Object.values(elements))) {
    if (element.kind === 'inset')
      for (const value of Object.values(element.values)) characters += wordsIn(value);
    const within = kindOf(element).within?.(element);
    for (const { family, typeStyle } of within?.looks ?? []) {
      const style = typeStyle ? reader.type(typeStyle) : null;
      const own = style?.family ?? family;
      if (own !== undefined) names.add(reader.family(own));
    }
    characters += within?.signs ?? '';
    if (!isWords(element)) continue;
    const style = element.typeStyle === null ? null : reader.type(element.typeStyle);
    names.add(reader.family(style?.family ?? element.family));
    const words = wordsOf(element);
    characters += words.signs(element);
    for (const family of words.families(element)) names.add(reader.family(family));
  }
  for (const field of all.flatMap(({ fields }) => fields) as Field[]) {
    characters += wordsIn(field.default);
    // A choice may name a font.
    if (field.kind === 'choice') names.add(wordsIn(values[field.id] ?? field.default));
  }
  // What bindings bring is among the values too, rows and all.
  for (const value of Object.values(values)) if (typeof value !== 'boolean') characters += wordsIn(value);
  const own = fontFiles(of);
  const files = new Map<string, string>();
  const families: string[] = [];
  for (const name of names) {
    const file = own.get(name);
    if (isShippedFamily(name)) families.push(familyNamed(name).css);
    else if (file) files.set(name, file);
  }
  return { families, files, characters: characters + characters.toLocaleUpperCase('en') };
}

/** By family, or by family and character: what is on its way, or null when it has come or failed. */
const asked = new Map<string, Promise<unknown> | null>();

function ask(key: string, load: () => Promise<unknown>): Promise<unknown> | null {
  let state = asked.get(key);
  if (state === undefined) {
    state = load()
      .catch(() => undefined)
      .finally(() => asked.set(key, null));
    asked.set(key, state);
  }
  return state;
}

/** The part of a family that stands in which has a character; asked for again until it comes. */
async function fallbackFace(css: string, character: string): Promise<void> {
  try {
    await knowFaces(css);
  } catch {
    untilDone(`${css}/${character}`, async () => {
      await knowFaces(css);
      await fontSet().load(`700 40px "${css}"`, character);
      return true;
    });
    return;
  }
  await fontSet().load(`700 40px "${css}"`, character).catch(retryFaces);
}

function loadFamily(family: string): Promise<unknown> {
  const faces: Promise<unknown>[] = [];
  fontSet().forEach((face) => {
    if (face.family.replace(/["']/g, '') === family) faces.push(face.load());
  });
  return Promise.allSettled(faces).then((all) => {
    if (all.some(({ status }) => status === 'rejected')) retryFaces();
  });
}

/** The font files that the page has taken in, by family: another file of the same family takes its place. */
const taken = new Map<string, { asset: string; face: FontFace }>();

/** Returns whether it has come. */
async function loadFile(family: string, asset: string, source: PictureSource): Promise<boolean> {
  const blob = await source(asset).catch(() => null);
  if (!blob) return false;
  const face = new FontFace(showFontName(family), await blob.arrayBuffer(), {
    weight: '1 1000',
    stretch: '50% 200%',
  });
  await face.load();
  const before = taken.get(family);
  if (before) fontSet().delete(before.face);
  fontSet().add(face);
  taken.set(family, { asset, face });
  forgetGlyphs();
  return true;
}

/**
 * Loads what is needed and not there yet: null when nothing is missing, else a promise that ends when all has come or
 * failed. The Latin parts of a family come whole, so that a later correction needs nothing; other scripts as used.
 */
export function loadFonts(needs: FontNeeds, source: PictureSource): Promise<void> | null {
  const waiting: (Promise<unknown> | null)[] = needs.families.map((family) =>
    ask(family, () => knowFaces(family).then(() => loadFamily(family))),
  );
  for (const [family, asset] of needs.files) {
    if (taken.get(family)?.asset !== asset)
      waiting.push(
        ask(`${family}/${asset}`, async () => {
          const load = (): Promise<boolean> => loadFile(family, asset, source);
          if (!(await load())) untilDone(`${family}/${asset}`, load);
        }),
      );
  }
  for (const character of new Set(needs.characters)) {
    if ((character.codePointAt(0) ?? 0) <= 0x24f) continue;
    for (const { css } of fallbacksFor(character)) {
      waiting.push(ask(`${css}/${character}`, () => fallbackFace(css, character)));
    }
  }
  const coming = waiting.filter((promise) => promise !== null);
  return coming.length === 0 ? null : Promise.all(coming).then(() => undefined);
}
