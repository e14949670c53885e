import { propertyOf } from '../../element';
import type { Show } from '../show';

// Finding and replacing words, colours and fonts over a whole show, for use inside an edit.

export type FindWhat = 'words' | 'colours' | 'fonts';
export interface FindQuery {
  readonly what: FindWhat;
  readonly find: string;
  /** Words: capitals must be alike. */
  readonly isExactCase: boolean;
  /** Words: not inside longer ones. */
  readonly isWholeWord: boolean;
}

/** A place where something was found. */
export interface Found {
  /** Where, in words: the template and the element, the field, the style or the card. */
  readonly place: string;
  readonly value: string;
  /** The template it stands in and the element, where it has them. */
  readonly template: string | null;
  readonly element: string | null;
}

type Replacer = (value: string) => string | null;

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** What a value becomes, or null where nothing in it is looked for. */
function replacer(query: FindQuery, by: string): Replacer {
  if (query.find === '') return () => null;
  if (query.what !== 'words') {
    const wanted = query.find.trim().toLowerCase();
    return (value) => (value.toLowerCase() === wanted ? by : null);
  }
  const edge = query.isWholeWord ? ['(?<![\\p{L}\\p{N}])', '(?![\\p{L}\\p{N}])'] : ['', ''];
  const pattern = new RegExp(`${edge[0]}${escaped(query.find)}${edge[1]}`, query.isExactCase ? 'gu' : 'giu');
  return (value) => {
    const next = value.replace(pattern, () => by);
    return next === value && !pattern.test(value) ? null : next;
  };
}

type Visit = (found: Found, put: (value: string) => void) => void;

/** Goes through every value of a kind in a show. */
function visit(show: Show, what: FindWhat, see: Visit): void {
  const colour = (value: unknown, put: (value: string) => void, found: Omit<Found, 'value'>): void => {
    if (typeof value === 'string' && value.startsWith('#')) see({ ...found, value }, put);
    else if (typeof value === 'object' && value !== null && 'stops' in value) {
      for (const stop of (value as { stops: { colour: string }[] }).stops)
        if (stop.colour.startsWith('#'))
          see({ ...found, value: stop.colour }, (next) => (stop.colour = next));
    }
  };
  for (const template of Object.values(show.templates)) {
    const at = (words: string, element: string | null = null): Omit<Found, 'value'> => ({
      place: `${template.name} › ${words}`,
      template: template.id,
      element,
    });
    // What a field decides stands at the field.
    const isDriven = (id: string, key: string): boolean =>
      template.ties.some((tie) => tie.element === id && tie.property === key);
    for (const element of Object.values(template.elements)) {
      const bag = element as unknown as Record<string, unknown>;
      const place = at(element.name, element.id);
      if (what === 'words' && element.kind === 'text' && !isDriven(element.id, 'text'))
        see({ ...place, value: element.text }, (next) => (element.text = next));
      if (what === 'fonts' && 'family' in element)
        see({ ...place, value: element.family }, (next) => (element.family = next));
      if (what === 'colours') {
        for (const [key, value] of Object.entries(bag)) {
          const type = propertyOf(element.kind, key)?.type;
          if ((type === 'colour' || type === 'paint') && !isDriven(element.id, key))
            colour(value, (next) => (bag[key] = next), place);
        }
      }
      if (element.kind === 'text') {
        for (const span of element.spans) {
          if (what === 'fonts' && span.family)
            see({ ...place, value: span.family }, (next) => (span.family = next));
          if (what === 'colours' && span.colour) colour(span.colour, (next) => (span.colour = next), place);
        }
      }
    }
    for (const field of template.fields) {
      const place = at(`field ${field.name}`);
      if (what === 'words' && field.kind === 'text')
        see({ ...place, value: field.default }, (next) => (field.default = next));
      if (what === 'colours' && field.kind === 'colour')
        colour(field.default, (next) => (field.default = next), place);
    }
    for (const tie of template.ties) {
      const element = template.elements[tie.element];
      const type = element && propertyOf(element.kind, tie.property)?.type;
      const { map } = tie;
      if (!map || !element) continue;
      for (const [key, value] of Object.entries(map)) {
        const place = at(`${element.name}, for ${key}`, element.id);
        if (typeof value !== 'string') continue;
        if (what === 'colours' && (type === 'colour' || type === 'paint'))
          colour(value, (next) => (map[key] = next), place);
        if (what === 'fonts' && type === 'font') see({ ...place, value }, (next) => (map[key] = next));
        if (what === 'words' && type === 'text') see({ ...place, value }, (next) => (map[key] = next));
      }
    }
  }
  for (const card of Object.values(show.cards)) {
    const template = show.templates[card.template];
    for (const field of template?.fields ?? []) {
      const value = card.values[field.id];
      if (typeof value !== 'string') continue;
      const place = { place: `Card ${card.number} › ${field.name}`, template: null, element: null };
      if (what === 'words' && field.kind === 'text')
        see({ ...place, value }, (next) => (card.values[field.id] = next));
      if (what === 'colours' && field.kind === 'colour')
        colour(value, (next) => (card.values[field.id] = next), place);
    }
  }
  if (what === 'words')
    for (const table of Object.values(show.tables)) {
      const columns = table.columns.filter(({ type }) => type === 'text' || type === 'choice');
      for (const [index, row] of table.rows.entries())
        for (const column of columns) {
          const value = row.cells[column.id];
          if (value)
            see(
              {
                place: `Table ${table.name} › ${column.name}, row ${index + 1}`,
                template: null,
                element: null,
                value,
              },
              (next) => (row.cells[column.id] = next),
            );
        }
    }
  for (const style of Object.values(show.look.styles)) {
    const place = { place: `Style ${style.name}`, template: null, element: null };
    if (what === 'colours') {
      if (style.kind === 'colour' || style.kind === 'gradient')
        colour(style.value, (next) => (style.value = next as never), place);
      if (style.kind === 'type') colour(style.value.colour, (next) => (style.value.colour = next), place);
    }
    if (what === 'fonts') {
      if (style.kind === 'font') see({ ...place, value: style.value }, (next) => (style.value = next));
      if (style.kind === 'type')
        see({ ...place, value: style.value.family }, (next) => (style.value.family = next));
    }
  }
  if (what === 'colours') {
    for (const palette of show.look.palettes) {
      for (const [id, value] of Object.entries(palette.colours)) {
        const name = show.look.styles[id]?.name ?? id;
        colour(value, (next) => (palette.colours[id] = next), {
          place: `Palette ${palette.name} › ${name}`,
          template: null,
          element: null,
        });
      }
    }
  }
}

/** A place is one however often something stands in it, as a colour in several stops of a gradient. */
const placeOf = ({ place, template, element }: Found): string => `${template} ${element} ${place}`;

/** Every place of a show that has what is looked for. */
export function findInShow(show: Show, query: FindQuery): Found[] {
  const replace = replacer(query, '');
  const found = new Map<string, Found>();
  visit(show, query.what, (at) => {
    if (replace(at.value) !== null && !found.has(placeOf(at))) found.set(placeOf(at), at);
  });
  return [...found.values()];
}

/** Puts something else in its place everywhere; returns in how many places. */
export function replaceInShow(show: Show, query: FindQuery, by: string): number {
  const replace = replacer(query, by);
  const places = new Set<string>();
  visit(show, query.what, (at, put) => {
    const next = replace(at.value);
    if (next === null) return;
    put(next);
    places.add(placeOf(at));
  });
  return places.size;
}

/** The colours, or the families, that a show has, each with the number of places, most used first. */
export function valuesInShow(show: Show, what: 'colours' | 'fonts'): { value: string; count: number }[] {
  const counts = new Map<string, number>();
  visit(show, what, ({ value }) => {
    const key = what === 'colours' ? value.toLowerCase() : value;
    counts.set(key, (counts.get(key) ?? 0) + 1);
  });
  return [...counts].map(([value, count]) => ({ value, count })).sort((a, b) => b.count - a.count);
}
