import { Rows3 } from 'lucide-react';
import type { Show } from '../../../core/show';
import { dataChoices } from '../../data/data-choices';
import { Section } from '../../ui';
import { rowsDragType } from '../actions';
import { useBuild } from '../build-store';

/** The tables, views and sources of the show, to be dragged onto the stage. */
export function RowsShelf({ show }: { show: Show }) {
  const set = useBuild((store) => store.set);
  const choices = dataChoices(show);
  if (choices.length === 0) return null;
  return (
    <Section title="Rows" isFolded>
      <ul className="flex max-h-48 flex-col overflow-auto">
        {choices.map(({ value, label }) => (
          <li key={value}>
            <button
              type="button"
              draggable
              title="Drag it onto the stage, or press it, for pictures of these rows"
              className="flex h-7 w-full items-center gap-2 rounded px-1.5 text-left text-ink-2 hover:bg-raised"
              onDragStart={(event) => event.dataTransfer.setData(rowsDragType, value)}
              onClick={() => set({ fromRows: { data: value, at: null } })}
            >
              <Rows3 size={13} /> <span className="truncate">{label}</span>
            </button>
          </li>
        ))}
      </ul>
    </Section>
  );
}
