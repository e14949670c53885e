import {
  AlignHorizontalJustifyEnd,
  AlignHorizontalJustifyStart,
  AlignVerticalJustifyEnd,
  AlignVerticalJustifyStart,
  FlipHorizontal2,
  Link2,
  RectangleHorizontal,
  Spline,
  TextCursorInput,
} from 'lucide-react';
import type { ReactNode } from 'react';
import { Button, IconButton, Section } from '../ui';
import { followByPointing } from './follow';
import { makeFields, makeOtherSide, makePlate, makeRow, makeWipeAlong } from './makers';

const rows = [
  ['from-left', 'In a row, the left one stands still', <AlignHorizontalJustifyStart key="l" size={15} />],
  ['from-right', 'In a row, the right one stands still', <AlignHorizontalJustifyEnd key="r" size={15} />],
  ['from-top', 'In a column, the top one stands still', <AlignVerticalJustifyStart key="t" size={15} />],
  ['from-bottom', 'In a column, the bottom one stands still', <AlignVerticalJustifyEnd key="b" size={15} />],
] as const;

/** What can be made of the elements in hand in one step. */
export function MakeSection({ ids }: { ids: readonly string[] }) {
  const button = (label: string, title: string, picture: ReactNode, action: () => void): ReactNode => (
    <Button className="justify-start px-2" title={title} onClick={action}>
      {picture} {label}
    </Button>
  );
  return (
    <Section title="Make">
      {ids.length > 1 && (
        <div className="flex items-center gap-1">
          <span className="flex-1 text-xs text-ink-2">Row or column</span>
          {rows.map(([way, label, picture]) => (
            <IconButton key={way} label={label} onClick={() => makeRow(way)}>
              {picture}
            </IconButton>
          ))}
        </div>
      )}
      <div className="grid grid-cols-2 gap-1.5">
        {button(
          'Plate behind',
          'A rectangle as large as these, whatever the text is',
          <RectangleHorizontal size={15} />,
          makePlate,
        )}
        {button(
          'Fields',
          'Fields of their text, pictures or colours',
          <TextCursorInput size={15} />,
          makeFields,
        )}
        {button(
          'Other side',
          'Copies that mirror across the middle of the canvas, with fields and motion of their own',
          <FlipHorizontal2 size={15} />,
          makeOtherSide,
        )}
        {button(
          'Wipe along a path',
          'A path that uncovers these as it is drawn, and that can be bent',
          <Spline size={15} />,
          makeWipeAlong,
        )}
        {button(
          'Follow edge…',
          'Point at an edge, and they follow it from where they stand',
          <Link2 size={15} />,
          () => followByPointing(ids),
        )}
      </div>
    </Section>
  );
}
