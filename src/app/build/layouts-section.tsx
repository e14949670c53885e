import { Trash2 } from 'lucide-react';
import { layoutFor, newLayout, type Show, type Template } from '../../core/show';
import { Button, IconButton, Section } from '../ui';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { useBuild } from './build-store';
import { boxesAtRest } from './stage/rest-boxes';

const sizeWords = ({ width, height }: { width: number; height: number }): string => `${width}×${height}`;

/** The shapes of channel that a template is laid out for; what is changed in one is kept there alone. */
export function LayoutsSection({ show, template }: { show: Show; template: Template }) {
  const edit = useDraft((store) => store.edit);
  const chosen = useBuild((store) => store.layout);
  const set = useBuild((store) => store.set);
  const whole = show.templates[template.id] ?? template;
  const usedBy = (layout: string | null): string =>
    show.channels
      .filter(({ format }) => (layoutFor(whole, format)?.id ?? null) === layout)
      .map(({ name }) => name)
      .join(', ');
  const shapes = new Map(show.channels.map(({ format, name }) => [sizeWords(format), { format, name }]));
  for (const own of [whole, ...whole.layouts]) shapes.delete(sizeWords(own));
  const rows = [
    { id: null, name: 'Its own', size: sizeWords(whole) },
    ...whole.layouts.map((own) => ({ id: own.id, name: own.name, size: sizeWords(own) })),
  ];
  return (
    <Section title="Layouts" isFolded={whole.layouts.length === 0}>
      <ul className="flex flex-col gap-1" aria-label="Layouts">
        {rows.map(({ id, name, size }) => (
          <li key={id ?? ''} className="flex items-center gap-1">
            <button
              type="button"
              aria-pressed={chosen === id}
              onClick={() => set({ layout: id, selection: [] })}
              className={`flex h-7 min-w-0 flex-1 items-center gap-2 rounded border px-2 text-left text-xs ${chosen === id ? 'border-brass' : 'border-line'}`}
            >
              <span className="truncate">{name}</span>
              <span className="number shrink-0 text-ink-3">{size}</span>
              <span className="ml-auto truncate text-ink-3">{usedBy(id)}</span>
            </button>
            {id !== null && (
              <IconButton
                label={`Remove the layout ${name}`}
                onClick={() => {
                  set({ layout: null });
                  edit(`Remove the layout ${name}`, (s) => {
                    const own = s.templates[template.id];
                    if (own) own.layouts = own.layouts.filter((layout) => layout.id !== id);
                  });
                }}
              >
                <Trash2 size={13} />
              </IconButton>
            )}
          </li>
        ))}
      </ul>
      {[...shapes].map(([size, { format, name }]) => (
        <Button
          key={size}
          className="self-start text-xs"
          onClick={() => {
            const id = newId();
            edit(`Lay out for ${name}`, (s) => {
              const own = s.templates[template.id];
              own?.layouts.push(newLayout(whole, id, name, format.width, format.height, boxesAtRest(whole)));
            });
            set({ layout: id, selection: [] });
          }}
        >
          Lay out for {name} ({size})
        </Button>
      ))}
      {whole.layouts.length === 0 && shapes.size === 0 && (
        <p className="text-xs text-ink-3">All channels of the show have its shape.</p>
      )}
      {chosen !== null && (
        <p className="text-xs text-tide">
          Places, sizes and looks that you change now hold in this layout alone; words, fields and motion in
          all.
        </p>
      )}
    </Section>
  );
}
