import type { TableElement } from '../show';

/**
 * How wide each column of a table is, px. Columns by px have theirs; columns by their widest words have what `widest`
 * says, within their bounds; what is left is shared out. Where nothing is left, columns by words give way, each in
 * proportion to what it has above its lower bound, and shares are 0.
 */
export function columnWidths(
  { columns, w, gapX, columnScale }: Pick<TableElement, 'columns' | 'w' | 'gapX' | 'columnScale'>,
  widest: (column: number) => number,
): readonly number[] {
  const room = w - gapX * Math.max(0, columns.length - 1);
  const widths = columns.map(({ width }, at) =>
    width.by === 'px'
      ? width.px * columnScale
      : width.by === 'widest'
        ? Math.max(width.min ?? 0, Math.min(width.max ?? Infinity, widest(at)))
        : 0,
  );
  const left = room - widths.reduce((sum, px) => sum + px, 0);
  const shares = columns.reduce((sum, { width }) => sum + (width.by === 'share' ? width.share : 0), 0);
  if (left >= 0)
    return columns.map(({ width }, at) =>
      width.by === 'share' ? (left * width.share) / shares : (widths[at] as number),
    );
  const spare = columns.map(({ width }, at) =>
    width.by === 'widest' ? Math.max(0, (widths[at] as number) - (width.min ?? 0)) : 0,
  );
  const all = spare.reduce((sum, px) => sum + px, 0);
  const part = all > 0 ? Math.min(1, -left / all) : 0;
  return widths.map((px, at) => px - (spare[at] as number) * part);
}
