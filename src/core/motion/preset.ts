import { holds, movableOf, newCascade, type Cascade, type Ease, type Element, type Track } from '../show';

/** One property of a preset: where it comes from on the way in, or goes to on the way out. */
export interface Part {
  readonly property: string;
  readonly away: number;
  /** What it goes by between there and rest: parts of the way in, and values there. */
  readonly via?: readonly (readonly [at: number, value: number])[];
  readonly given?: Partial<Track>;
  /** The curve of the way in; the way out has its counterpart. */
  readonly ease?: readonly [into: Ease, out: Ease];
}

/** A motion to enter or leave by, that becomes ordinary keys. */
export interface MotionPreset {
  readonly id: string;
  readonly label: string;
  /** One sentence for those who have not seen it. */
  readonly help: string;
  readonly fits: (element: Element) => boolean;
  /** Goes away from rest and comes back, over and over: for the idle loop, and for nothing else. */
  readonly isLoop?: boolean;
  /**
   * In a Change the old and the new are two sides of one thing: `turns`, they turn together, each seen while its face is; `meets`,
   * they meet half way, and are seen one after the other.
   */
  readonly sides?: 'turns' | 'meets';
  readonly parts: (element: Element) => readonly Part[];
  /** What goes another way than it comes. */
  readonly leaving?: readonly Part[];
  /** Whether it is a motion in space, apart from those in the plane. */
  readonly isInSpace?: boolean;
}

export const strong = ['strong-out', 'strong-in'] as const;
export const gentle = ['gentle-out', 'gentle-in'] as const;
export const even = ['linear', 'linear'] as const;
export const isText = (element: Element): boolean => element.kind === 'text';
export const inParts = (element: Element): Cascade | null =>
  element.kind === 'table' || element.kind === 'chart'
    ? newCascade('row')
    : holds(element)
      ? newCascade('child')
      : element.kind === 'text'
        ? newCascade('character')
        : null;

export const fade: Part = { property: 'opacity', away: 0, ease: even };
export const plain = (id: string, label: string, help: string, ...parts: Part[]): MotionPreset => ({
  id,
  label,
  help,
  fits: (element) => parts.every(({ property }) => movableOf(element, property) !== undefined),
  parts: () => parts,
});
