import { fallbackFamilies } from '../../core/show';
import { fontSet } from '../platform';

// Faces of families that few pictures need: their style sheets are read when a character first asks for one.

const sheets: Readonly<Record<string, () => Promise<{ readonly default: string }>>> = {
  'Noto Sans Armenian Variable': () => import('@fontsource-variable/noto-sans-armenian/wght.css?inline'),
  'Noto Sans Bengali Variable': () => import('@fontsource-variable/noto-sans-bengali/wght.css?inline'),
  'Noto Sans Ethiopic Variable': () => import('@fontsource-variable/noto-sans-ethiopic/wght.css?inline'),
  'Noto Sans Georgian Variable': () => import('@fontsource-variable/noto-sans-georgian/wght.css?inline'),
  'Noto Sans Gujarati Variable': () => import('@fontsource-variable/noto-sans-gujarati/wght.css?inline'),
  'Noto Sans Gurmukhi Variable': () => import('@fontsource-variable/noto-sans-gurmukhi/wght.css?inline'),
  'Noto Sans Kannada Variable': () => import('@fontsource-variable/noto-sans-kannada/wght.css?inline'),
  'Noto Sans Khmer Variable': () => import('@fontsource-variable/noto-sans-khmer/wght.css?inline'),
  'Noto Sans KR Variable': () => import('@fontsource-variable/noto-sans-kr/wght.css?inline'),
  'Noto Sans Lao Variable': () => import('@fontsource-variable/noto-sans-lao/wght.css?inline'),
  'Noto Sans Malayalam Variable': () => import('@fontsource-variable/noto-sans-malayalam/wght.css?inline'),
  'Noto Sans Myanmar Variable': () => import('@fontsource-variable/noto-sans-myanmar/wght.css?inline'),
  'Noto Sans SC Variable': () => import('@fontsource-variable/noto-sans-sc/wght.css?inline'),
  'Noto Sans Sinhala Variable': () => import('@fontsource-variable/noto-sans-sinhala/wght.css?inline'),
  'Noto Sans Symbols Variable': () => import('@fontsource-variable/noto-sans-symbols/wght.css?inline'),
  'Noto Sans Tamil Variable': () => import('@fontsource-variable/noto-sans-tamil/wght.css?inline'),
  'Noto Sans Telugu Variable': () => import('@fontsource-variable/noto-sans-telugu/wght.css?inline'),
  'Noto Sans Thai Variable': () => import('@fontsource-variable/noto-sans-thai/wght.css?inline'),
  'Noto Sans Variable': () => import('@fontsource-variable/noto-sans/wght.css?inline'),
  'Noto Sans Symbols 2': () => import('@fontsource/noto-sans-symbols-2/400.css?inline'),
  'Noto Sans Math': () => import('@fontsource/noto-sans-math/400.css?inline'),
  'Noto Emoji Variable': () => import('@fontsource-variable/noto-emoji/wght.css?inline'),
};

/** A font face of the page, as a worker can load it. */
export interface Face {
  readonly family: string;
  readonly source: string;
  readonly weight: string;
  readonly stretch: string;
  readonly style: string;
  readonly unicodeRange: string;
}

function addFace({ family, source, ...rest }: Face): void {
  const face = new FontFace(family, source, rest);
  sources.set(face, source);
  fontSet().add(face);
}

/** Takes over the faces of the page, in a worker. */
export const takeFaces = (faces: readonly Face[]): void => faces.forEach(addFace);

const read = new Map<string, Promise<void>>();
const sources = new WeakMap<FontFace, string>();

/** Where a face comes from that was made known here; undefined for those of a page's own style sheets. */
export const lateSource = (face: FontFace): string | undefined => sources.get(face);

/** Notes where a face comes from that takes another's place. */
export const knowSource = (face: FontFace, source: string): void => void sources.set(face, source);

const said = (block: string, name: string): string | undefined =>
  new RegExp(`${name}:\\s*([^;}]+)`).exec(block)?.[1]?.trim();

/** The faces of a style sheet that has nothing but font faces. */
function addFaces(sheet: string): void {
  for (const [, block = ''] of sheet.matchAll(/@font-face\s*\{([^}]*)\}/g)) {
    const family = said(block, 'font-family')?.replace(/["']/g, '');
    // The address of a small file is the file itself, semicolons and all.
    const source = /src:\s*(url\([^)]*\)[^;}]*)/.exec(block)?.[1]?.trim();
    if (family === undefined || source === undefined) continue;
    addFace({
      family,
      source,
      style: said(block, 'font-style') ?? 'normal',
      weight: said(block, 'font-weight') ?? 'normal',
      stretch: said(block, 'font-stretch') ?? 'normal',
      unicodeRange: said(block, 'unicode-range') ?? 'U+0-10FFFF',
    });
  }
}

/** Makes the faces of a family known to the page or the worker; they are loaded when they are used. */
export function knowFaces(css: string): Promise<void> {
  const sheet = sheets[css];
  if (!sheet) return Promise.resolve();
  let known = read.get(css);
  if (!known) {
    known = sheet().then(({ default: text }) => addFaces(text));
    // Where it could not be had it is asked for again.
    known.catch(() => read.delete(css));
    read.set(css, known);
  }
  return known;
}

/** Signs that many families have are no reason to make one known. */
const common = /Symbols|Math/;

/** Makes known what is needed to show some words on a page: families that stand in for its scripts, and emoji. */
export function knowScripts(text: string): void {
  for (const { css, name, script } of fallbackFamilies)
    if (!common.test(name) && sheets[css] && !read.has(css) && script.test(text))
      void knowFaces(css).catch(() => undefined);
}
