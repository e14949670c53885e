/** The types a property can have; a field of the matching kind can drive it. */
export type PropertyType =
  | 'number'
  | 'text'
  | 'colour'
  | 'paint'
  | 'font'
  | 'picture'
  | 'video'
  | 'choice'
  | 'yes-no'
  | 'rows'
  /** By their ids: a template or a channel of the show, an element of the template, a step or move of it. */
  | 'template'
  | 'channel'
  | 'element'
  | 'phase'
  /** Whatever a field of an inset's template takes. */
  | 'any';

/** The parts of the inspector, in the order in which they stand there. */
export type PropertySection =
  | 'Position'
  | 'Space'
  | 'Text'
  | 'Type'
  | 'Shape'
  | 'Appearance'
  | 'Stroke'
  | 'Effects'
  | 'Wipe'
  | 'Picture'
  | 'Clock'
  | 'Rows'
  | 'Table'
  | 'Pages'
  | 'Chart'
  | 'Scale'
  | 'Labels'
  | 'Marks'
  | 'Map'
  | 'Inset'
  | 'Camera'
  | 'Reflection'
  | 'Life'
  | 'Crawl';

/** Another property of the element, and the values that it must have; none: any but nothing. */
export interface PropertyCondition {
  readonly key: string;
  readonly is: readonly (string | number | boolean)[];
}

/** Whether a property is shown for an element as it is. */
export function isPropertyShown({ when }: Property, element: object): boolean {
  if (!when) return true;
  const bag = element as Readonly<Record<string, string | number | boolean>>;
  return ([when].flat() as PropertyCondition[]).every(({ key, is }) =>
    is.length === 0 ? bag[key] !== null : is.includes(bag[key] as string),
  );
}

/** One changeable property of an element kind: what the inspector, the knot and bindings need to know of it. */
export interface Property {
  readonly key: string;
  readonly label: string;
  /** A sign that stands for the label where there is little room; the label stays its name. */
  readonly mark?: string;
  readonly type: PropertyType;
  readonly section: PropertySection;
  readonly unit?: string;
  readonly min?: number;
  readonly max?: number;
  readonly step?: number;
  /** For `choice`: the allowed values with the words shown for them. */
  readonly choices?: readonly { readonly value: string | number; readonly label: string }[];
  /** Takes the whole width of the inspector. */
  readonly wide?: boolean;
  /** Shown only while other properties of the element each have one of these values. */
  readonly when?: PropertyCondition | readonly PropertyCondition[];
  /** For `text`: several lines may be typed. */
  readonly multiline?: boolean;
}
