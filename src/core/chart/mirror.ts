import type { Box, Paint } from '../show';
import type { ChartPart, Growth, PartShape, Trace } from './part';

// A chart that is read from right to left: all of it is turned over, but for its words and pictures themselves.

const around = (width: number, x: number, w = 0): number => width - x - w;
export const mirroredBox = (width: number, box: Box): Box => ({ ...box, x: around(width, box.x, box.w) });

const mirroredTrace = (width: number, trace: Trace): Trace => ({
  ...trace,
  points: trace.points.map((point) => ({ ...point, x: around(width, point.x) })),
});

function mirroredFill(paint: Paint): Paint {
  if (typeof paint === 'string') return paint;
  // An angle runs from the left, clockwise.
  if (paint.kind === 'linear') return { ...paint, angle: (540 - paint.angle) % 360 };
  if (paint.kind !== 'picture' || paint.fit !== 'tile' || paint.begins === 'bottom') return paint;
  const { begins, ...plain } = paint;
  return begins === 'right' ? plain : { ...plain, begins: 'right' };
}

function mirroredShape(width: number, shape: PartShape): PartShape {
  switch (shape.is) {
    case 'rect': {
      const [topLeft, topRight, bottomRight, bottomLeft] = shape.radii;
      return {
        ...shape,
        radii: [topRight, topLeft, bottomLeft, bottomRight],
        fill: mirroredFill(shape.fill),
      };
    }
    case 'ellipse':
      return { ...shape, start: (720 - shape.start - shape.sweep) % 360, fill: mirroredFill(shape.fill) };
    case 'area':
      return {
        ...shape,
        lines: shape.lines.map((line) => line.map(([x, y]) => [around(width, x), y] as const)),
      };
    case 'trace':
      return { ...shape, trace: mirroredTrace(width, shape.trace), fill: mirroredFill(shape.fill) };
    case 'words': {
      const align = ({ left: 'right', right: 'left', centre: 'centre' } as const)[shape.look.align];
      return { ...shape, look: { ...shape.look, align } };
    }
    case 'picture':
      return shape;
  }
}

const other: Partial<Record<Growth['property'], Growth['property']>> = {
  wipeRight: 'wipeLeft',
  wipeLeft: 'wipeRight',
};
function mirroredGrowth(shape: PartShape, grows: readonly Growth[]): readonly Growth[] {
  const turned = grows.map(({ property, by }) => ({
    property: other[property] ?? property,
    by: by !== null && (property === 'x' || property === 'start') ? -by : by,
  }));
  // A piece that opens does so from its other end.
  if (shape.is !== 'ellipse' || !grows.some(({ property }) => property === 'sweep')) return turned;
  const from = turned.find(({ property }) => property === 'start')?.by ?? 0;
  return [...turned.filter(({ property }) => property !== 'start'), { property: 'start', by: from + shape.sweep }];
} // prettier-ignore

/** A part of a chart so many px wide, turned over. */
export function mirrored(width: number, part: ChartPart): ChartPart {
  const { box, shape, pivotX, grows, zooms } = part;
  return {
    ...part,
    box: mirroredBox(width, box),
    shape: mirroredShape(width, shape),
    pivotX: 1 - pivotX,
    grows: mirroredGrowth(shape, grows),
    zooms: zooms && { ...zooms, x: -(zooms.x + zooms.w) },
  };
}
