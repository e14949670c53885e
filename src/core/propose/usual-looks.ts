import { converter, wcagContrast } from 'culori';
import {
  coloursOf,
  isWords,
  paintOrder,
  StyleReader,
  type CellLookPart,
  type Paint,
  type Show,
  type Template,
} from '../show';

/** What a show's graphics look like: what stands under words, the words, what is picked out. */
export interface UsualLooks {
  readonly plate: Paint;
  readonly ink: string;
  /** Quieter words. */
  readonly quiet: string;
  readonly accent: string;
  readonly name: CellLookPart;
  readonly label: CellLookPart;
  readonly figure: CellLookPart;
}

/** The least contrast of words to what is behind them (WCAG 2.2, 1.4.3). */
const leastContrast = 4.5;
const chromaOf = converter('oklch');
const bare = (colour: string): string => colour.slice(0, 7);

/** The keys that were counted, the most frequent first. */
class Tally<T> {
  private readonly counts = new Map<string, { readonly of: T; count: number }>();
  add(of: T, worth = 1): void {
    const key = JSON.stringify(of);
    const own = this.counts.get(key);
    if (own) own.count += worth;
    else this.counts.set(key, { of, count: worth });
  }
  get list(): T[] {
    return [...this.counts.values()].sort((a, b) => b.count - a.count).map(({ of }) => of);
  }
}

const textType = { stretch: 100, tracking: 0, letters: 'as-typed' } as const;

/**
 * The plates, inks, accent and types that the templates of a show have most; those of the template in hand count ten
 * times. A show without templates gets plain ones.
 */
export function usualLooks(show: Pick<Show, 'templates' | 'look'>, own: Template | null): UsualLooks {
  const reader = new StyleReader(show.look);
  const plates = new Tally<Paint>();
  const inks = new Tally<string>();
  const types = { large: new Tally<CellLookPart>(), small: new Tally<CellLookPart>() };
  for (const template of Object.values(show.templates)) {
    const worth = template.id === own?.id ? 10 : 1;
    for (const element of paintOrder(template)) {
      if (element.kind === 'rect' && element.w * element.h > 20_000) plates.add(element.fill, worth);
      if (!isWords(element)) continue;
      inks.add(element.colour, worth);
      const style = element.typeStyle === null ? null : reader.type(element.typeStyle);
      const { family, weight, stretch, tracking, letters } = style ?? element;
      const isLarge = (style ?? element).size >= 44;
      types[isLarge ? 'large' : 'small'].add({ family, weight, stretch, tracking, letters }, worth);
    }
  }
  const solid = (paint: Paint): string[] => coloursOf(reader.paint(paint)).map(bare);
  const isReadable = (ink: string, plate: Paint): boolean =>
    solid(plate).every((colour) => wcagContrast(bare(reader.colour(ink)), colour) >= leastContrast);
  const dark = (paint: Paint): boolean => {
    const [first] = solid(paint);
    return first !== undefined && wcagContrast(first, '#ffffff') > 7;
  };
  const plate = plates.list.find(dark) ?? plates.list.find((one) => solid(one).length > 0) ?? '#1d4e5a';
  const ink = inks.list.find((one) => isReadable(one, plate)) ?? (dark(plate) ? '#f4efe2' : '#14181a');
  const quiet = inks.list.filter((one) => isReadable(one, plate))[1] ?? ink;
  const colours = plates.list.flatMap((one) => (typeof one === 'string' ? [reader.colour(one)] : []));
  const accent =
    [...colours, ...inks.list.map((one) => reader.colour(one))]
      .filter((colour) => (chromaOf(bare(colour))?.c ?? 0) > 0.1 && isReadable(colour, plate))
      .sort((a, b) => (chromaOf(bare(b))?.c ?? 0) - (chromaOf(bare(a))?.c ?? 0))[0] ?? ink;
  const large = types.large.list[0] ?? { ...textType, family: 'Archivo', weight: 700 };
  const small = types.small.list[0] ?? { ...textType, family: 'Barlow Condensed', weight: 600 };
  return {
    plate,
    ink,
    quiet,
    accent,
    name: { ...large, letters: 'as-typed' },
    label: small,
    figure: { ...large, figures: 'tabular' },
  };
}
