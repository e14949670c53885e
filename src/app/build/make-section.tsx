import {
  AlignHorizontalJustifyEnd,
  AlignHorizontalJustifyStart,
  AlignVerticalJustifyEnd,
  AlignVerticalJustifyStart,
  FlipHorizontal2,
  Link2,
  RectangleHorizontal,
  Rows3,
  Spline,
  TextCursorInput,
} from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { dataChoices } from '../data/data-choices';
import { useShow } from '../state/draft-store';
import { Button, IconButton, Section, menuItem } from '../ui';
import { followByPointing } from './follow';
import { makeFields, makeOtherSide, makePlate, makeRepeated, makeRow, makeWipeAlong } from './makers';

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
          'Wipe by a path',
          'A path that uncovers these as it is drawn, and that can be bent',
          <Spline size={15} />,
          makeWipeAlong,
        )}
        <RepeatMenu />
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

/** Chooses the rows that what is in hand stands once for. */
function RepeatMenu() {
  const show = useShow();
  const choices = dataChoices(show);
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button
          className="justify-start px-2"
          title="These stand once for each row of a table, view or source"
        >
          <Rows3 size={15} /> For each row…
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-50 max-h-72 min-w-48 overflow-auto rounded border border-line bg-panel p-1"
        >
          <DropdownMenu.Label className="px-2 py-1 text-xs text-ink-3">
            Once for each row of
          </DropdownMenu.Label>
          {choices.map(({ value, label }) => (
            <DropdownMenu.Item key={value} className={menuItem} onSelect={() => void makeRepeated(value)}>
              {label}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Item className={menuItem} onSelect={() => void makeRepeated(null)}>
            Rows to be bound later
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
