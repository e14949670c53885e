import '@fontsource-variable/archivo/wdth.css';
import '@fontsource-variable/bricolage-grotesque/wght.css';
import '@fontsource-variable/fraunces/wght.css';
import '@fontsource-variable/hanken-grotesk/wght.css';
import '@fontsource-variable/spline-sans-mono/wght.css';
import '@fontsource-variable/noto-sans-arabic/wght.css';
import '@fontsource-variable/noto-sans-devanagari/wght.css';
import '@fontsource-variable/noto-sans-jp/wght.css';
import '@fontsource/barlow-condensed/400.css';
import '@fontsource/barlow-condensed/500.css';
import '@fontsource/barlow-condensed/600.css';
import '@fontsource/barlow-condensed/700.css';
import { fallbackFamilies, familyNamed, type Field, type Template, type Values } from '../../core/show';

/** The families a picture needs, and all characters it may show. */
export interface FontNeeds {
  readonly families: readonly string[];
  readonly characters: string;
}

/** What a template needs when filled with values. */
export function fontsFor(template: Template, values: Values): FontNeeds {
  const families = new Set<string>();
  let characters = '0123456789: ampm';
  for (const element of Object.values(template.elements)) {
    if (element.kind !== 'text' && element.kind !== 'clock') continue;
    families.add(familyNamed(element.family).css);
    if (element.kind === 'text') characters += element.text;
  }
  for (const field of template.fields as Field[]) {
    if (field.kind === 'text') characters += `${field.default}${String(values[field.id] ?? '')}`;
  }
  return { families: [...families], characters: characters + characters.toLocaleUpperCase('en') };
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

function loadFamily(family: string): Promise<unknown> {
  const faces: Promise<unknown>[] = [];
  document.fonts.forEach((face) => {
    if (face.family.replace(/["']/g, '') === family) faces.push(face.load());
  });
  return Promise.allSettled(faces);
}

/**
 * Loads what is needed and not there yet: null when nothing is missing, else a promise that ends when all has come or
 * failed. The Latin parts of a family come whole, so that a later correction needs nothing; other scripts as used.
 */
export function loadFonts(needs: FontNeeds): Promise<void> | null {
  const waiting: (Promise<unknown> | null)[] = needs.families.map((family) =>
    ask(family, () => loadFamily(family)),
  );
  for (const character of new Set(needs.characters)) {
    if ((character.codePointAt(0) ?? 0) <= 0x24f) continue;
    for (const { css } of fallbackFamilies) {
      waiting.push(ask(`${css}/${character}`, () => document.fonts.load(`700 40px "${css}"`, character)));
    }
  }
  const coming = waiting.filter((promise) => promise !== null);
  return coming.length === 0 ? null : Promise.all(coming).then(() => undefined);
}
