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

/** Families that stand in, in this order, for scripts a family does not have. */
export const fallbackFamilies: readonly FontFamily[] = [
  { name: 'Noto Sans Arabic', css: 'Noto Sans Arabic Variable', weights: [100, 900], hasWidth: true },
  { name: 'Noto Sans Devanagari', css: 'Noto Sans Devanagari Variable', weights: [100, 900], hasWidth: true },
  { name: 'Noto Sans Hebrew', css: 'Noto Sans Hebrew Variable', weights: [100, 900], hasWidth: true },
  { name: 'Noto Sans JP', css: 'Noto Sans JP Variable', weights: [100, 900], hasWidth: false },
];

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
