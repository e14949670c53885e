import type { AirState, Command } from '../../core/playout';
import { isRowList, type Release } from '../../core/show';

/** What takes a post off air: the graphics that it fills, or that have it among their rows, leave. */
export function clearsOf(
  state: AirState,
  release: Release | undefined,
  room: string,
  key: string,
): Command[] {
  const isOf = (data: string): boolean => data === room || release?.views[data]?.of === room;
  return Object.entries(state.air).flatMap(([channel, { graphics }]) =>
    graphics.flatMap(({ id, row, values, exitAt }): Command[] => {
      const isFilled = row !== null && isOf(row.of) && row.key === key;
      const hasRow = Object.values(values).some((value) => isRowList(value) && value.order.includes(key));
      return exitAt === null && (isFilled || hasRow) ? [{ do: 'clear', channel, graphic: id }] : [];
    }),
  );
}
