/** A shipped family: the name that templates store and what it can do. */
export interface FontFamily {
  readonly name: string;
  /** The name under which the page's font faces are declared. */
  readonly css: string;
  readonly weights: readonly [number, number];
  /** Has a width axis. */
  readonly hasWidth: boolean;
}

export const families: readonly FontFamily[] = [
  { name: 'Archivo', css: 'Archivo Variable', weights: [100, 900], hasWidth: true },
  { name: 'Barlow Condensed', css: 'Barlow Condensed', weights: [400, 700], hasWidth: false },
  { name: 'Bricolage Grotesque', css: 'Bricolage Grotesque Variable', weights: [200, 800], hasWidth: false },
  { name: 'Fraunces', css: 'Fraunces Variable', weights: [100, 900], hasWidth: false },
  { name: 'Hanken Grotesk', css: 'Hanken Grotesk Variable', weights: [100, 900], hasWidth: false },
  { name: 'Spline Sans Mono', css: 'Spline Sans Mono Variable', weights: [300, 700], hasWidth: false },
];

/** A family that stands in for the characters of its script. */
export interface FallbackFamily extends FontFamily {
  readonly script: RegExp;
}

const noto = (script: string, pattern: RegExp, hasWidth = true): FallbackFamily => ({
  name: `Noto Sans ${script}`,
  css: `Noto Sans ${script} Variable`,
  weights: [100, 900],
  hasWidth,
  script: pattern,
});
const still = (name: string, pattern: RegExp): FallbackFamily => ({
  name,
  css: name,
  weights: [400, 400],
  hasWidth: false,
  script: pattern,
});

/** Families that stand in, in this order, for scripts a family does not have. Loaded when a character asks for them. */
export const fallbackFamilies: readonly FallbackFamily[] = [
  noto('Arabic', /\p{Script=Arabic}/u),
  noto('Devanagari', /\p{Script=Devanagari}/u),
  noto('Hebrew', /\p{Script=Hebrew}/u),
  noto('JP', /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\u3000-\u303f\uff00-\uffef]/u, false),
  noto('SC', /[\p{Script=Han}\p{Script=Bopomofo}]/u, false),
  noto('KR', /\p{Script=Hangul}/u, false),
  noto('Thai', /\p{Script=Thai}/u),
  noto('Bengali', /\p{Script=Bengali}/u),
  noto('Tamil', /\p{Script=Tamil}/u),
  noto('Telugu', /\p{Script=Telugu}/u),
  noto('Gujarati', /\p{Script=Gujarati}/u),
  noto('Gurmukhi', /\p{Script=Gurmukhi}/u),
  noto('Kannada', /\p{Script=Kannada}/u),
  noto('Malayalam', /\p{Script=Malayalam}/u),
  noto('Sinhala', /\p{Script=Sinhala}/u),
  noto('Georgian', /\p{Script=Georgian}/u),
  noto('Armenian', /\p{Script=Armenian}/u),
  noto('Ethiopic', /\p{Script=Ethiopic}/u),
  noto('Khmer', /\p{Script=Khmer}/u),
  noto('Lao', /\p{Script=Lao}/u),
  noto('Myanmar', /\p{Script=Myanmar}/u),
  {
    name: 'Noto Sans',
    css: 'Noto Sans Variable',
    weights: [100, 900],
    hasWidth: true,
    script: /[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}\u2000-\u218f]/u,
  },
  // In one colour, that of the text: fonts in colours are not drawn alike by every machine that shows the picture.
  {
    name: 'Noto Emoji',
    css: 'Noto Emoji Variable',
    weights: [300, 700],
    hasWidth: false,
    script: /[\p{Extended_Pictographic}\p{Regional_Indicator}\u200d\ufe0f\u20e3]/u,
  },
  noto('Symbols', /[\p{S}\p{N}\p{P}]/u, false),
  still('Noto Sans Symbols 2', /[\p{S}\p{N}\p{P}]/u),
  still('Noto Sans Math', /[\p{Sm}\u{1d400}-\u{1d7ff}]/u),
];

/** The families that may stand in for a character. */
export const fallbacksFor = (character: string): readonly FallbackFamily[] =>
  fallbackFamilies.filter(({ script }) => script.test(character));

const shipped = new Map([...families, ...fallbackFamilies].map((family) => [family.name, family]));

/** The family of a name: shipped, or else one that a font file of the show brings, under a name set apart in the page. */
export const familyNamed = (name: string): FontFamily =>
  shipped.get(name) ?? { name, css: showFontName(name), weights: [1, 1000], hasWidth: true };

export const isShippedFamily = (name: string): boolean => shipped.has(name);

/** The name under which a page knows a font file of the show. */
export const showFontName = (family: string): string => `show ${family.replace(/["\\]/g, '')}`;

/** The widths that a page can ask of a width axis, with the CSS keyword of each (CSS Fonts Level 4, font-stretch). */
export const stretches = [
  { value: 62.5, label: 'Extra condensed', keyword: 'extra-condensed' },
  { value: 75, label: 'Condensed', keyword: 'condensed' },
  { value: 87.5, label: 'Semi condensed', keyword: 'semi-condensed' },
  { value: 100, label: 'Normal', keyword: 'normal' },
  { value: 112.5, label: 'Semi expanded', keyword: 'semi-expanded' },
  { value: 125, label: 'Expanded', keyword: 'expanded' },
] as const;
