import { converter, formatHex, interpolate, parse } from 'culori';
import { classesOf, classOf, readBounds, type Classes } from '../map';
import type { MapElement, Paint, PatternPaint } from '../show';
import type { MapData, RegionRow } from './data';

const isColour = (words: string): boolean => /^#([0-9a-f]{6}|[0-9a-f]{8})$/i.test(words);
const oklab = converter('oklab');

/** Patterns by which choices are told apart without their colours; the first has none. */
const told: readonly (Pick<PatternPaint, 'pattern' | 'angle'> | null)[] = [
  null,
  { pattern: 'lines', angle: 45 },
  { pattern: 'dots', angle: 45 },
  { pattern: 'lines', angle: 90 },
  { pattern: 'checks', angle: 45 },
  { pattern: 'grid', angle: 0 },
  { pattern: 'lines', angle: -45 },
  { pattern: 'weave', angle: 45 },
  { pattern: 'lines', angle: 0 },
  { pattern: 'dots', angle: 0 },
];

/** A shade of a colour that stands out on it and is still of it. */
function shadeOf(colour: string): string {
  const light = oklab(parse(colour))?.l ?? 0.5;
  return formatHex(interpolate([colour.slice(0, 7), light > 0.55 ? '#000000' : '#ffffff'], 'oklab')(0.28));
}

/** How a region is filled: its plain colour, and what that is drawn as. */
export interface RegionFill {
  readonly colour: string;
  readonly paint: Paint;
}

/** The fills of a map's regions, by what rows say. */
export class MapPaint {
  readonly classes: Classes | null;
  private readonly order: ReadonlyMap<string, number>;
  /** By choice: its colour, as the first row that has one says. */
  private readonly colours = new Map<string, string>();

  constructor(
    private readonly map: MapElement,
    data: MapData,
  ) {
    const values = [...data.rows.values()].flatMap(({ value, isShown }) => (value === null || !isShown ? [] : [value]));
    this.classes = map.fillBy === 'classes' ? classesOf(values, map.classes, map.classCount, readBounds(map.bounds).bounds, map.middle) : null;
    // In the order of their names, so that a choice keeps its colour whoever leads where.
    this.order = new Map([...data.choices].sort().map((own, at) => [own, at]));
    for (const { choice, colour } of data.rows.values()) if (choice !== '' && isColour(colour) && !this.colours.has(choice)) this.colours.set(choice, colour.toLowerCase());
  } // prettier-ignore

  /** The colour of a class, the lowest first. */
  ofClass(at: number): string {
    const { map, classes } = this;
    const count = (classes?.bounds.length ?? 0) + 1;
    const part = count < 2 ? 1 : at / (count - 1);
    const ramp = map.classes === 'diverging' ? [map.low, map.centre, map.high] : [map.low, map.high];
    return formatHex(interpolate(ramp.map((own) => own.slice(0, 7)), 'oklab')(part));
  } // prettier-ignore

  /** The colour of a choice; null: it has none. */
  ofChoice(choice: string): string | null {
    if (this.map.fillBy === 'choice') {
      const at = this.order.get(choice);
      return at === undefined ? null : (this.map.colours[at % this.map.colours.length] as string);
    }
    return this.colours.get(choice) ?? (isColour(choice) ? choice.toLowerCase() : null);
  }

  private plain(row: RegionRow | undefined): string | null {
    const { map } = this;
    if (map.fillBy === 'one') return map.regionFill;
    if (!row) return null;
    switch (map.fillBy) {
      case 'column':
        return isColour(row.colour) ? row.colour.toLowerCase() : null;
      case 'choice':
        return this.ofChoice(row.choice === '' ? row.colour : row.choice);
      case 'classes':
        return row.value === null || !this.classes ? null : this.ofClass(classOf(this.classes, row.value));
    }
  }

  /** A choice's colour with the pattern that tells it, where there are patterns. */
  patterned(colour: string, choice: string): Paint {
    const { map } = this;
    const at = this.order.get(choice);
    const pattern = map.patterns === 'by-choice' && at !== undefined ? told[at % told.length] : null;
    return pattern
      ? { kind: 'pattern', ...pattern, size: map.hatchSize, ink: shadeOf(colour), base: colour }
      : colour;
  }

  /** The hatch of what leads without being declared. */
  hatched(colour: string): Paint {
    return {
      kind: 'pattern',
      pattern: 'lines',
      angle: -45,
      size: this.map.hatchSize,
      ink: colour,
      base: this.map.quiet,
    };
  }

  of(row: RegionRow | undefined): RegionFill {
    const { map } = this;
    const colour = this.plain(row);
    if (colour === null || (row && row.state === 'none' && (map.fillBy === 'column' || map.fillBy === 'choice')))
      return { colour: map.quiet, paint: map.quiet };
    if (row?.state === 'leading' && map.leading === 'hatch' && (map.fillBy === 'column' || map.fillBy === 'choice'))
      return { colour, paint: this.hatched(colour) };
    return { colour, paint: row ? this.patterned(colour, row.choice === '' ? row.colour : row.choice) : colour };
  } // prettier-ignore
}
