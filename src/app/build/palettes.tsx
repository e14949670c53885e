import { Plus, Trash2 } from 'lucide-react';
import { freshName, removePalette, type Palette, type Show, type Template } from '../../core/show';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { ColourField, IconButton, NameField, nameNext, Section, SelectField } from '../ui';
import { editTemplate } from './build-store';

const seal = (): void => useDraft.getState().seal();

/** Other values for the named colours, swapped all at once: for the show, or by a field of the template. */
export function Palettes({ show, template }: { show: Show; template: Template }) {
  const edit = useDraft((store) => store.edit);
  const { palettes, palette } = show.look;
  const own = palettes.find((p) => p.id === palette);
  const colours = Object.values(show.look.styles).flatMap((style) =>
    style.kind === 'colour' ? [style] : [],
  );
  const put = (label: string, recipe: (palette: Palette) => void, key?: string): void => {
    if (!own) return;
    edit(
      label,
      (s) => {
        const kept = s.look.palettes.find((p) => p.id === own.id);
        if (kept) recipe(kept);
      },
      key,
    );
  };
  const add = (): void => {
    const id = newId();
    nameNext(id);
    edit('Add a palette', (s) => {
      const name = freshName(
        'Palette',
        s.look.palettes.map((p) => p.name),
      );
      const start = Object.fromEntries(colours.map((c) => [c.id, own?.colours[c.id] ?? c.value]));
      s.look.palettes.push({ id, name, colours: start });
      s.look.palette = id;
    });
  };
  return (
    <Section
      title="Palette"
      extra={
        <IconButton label="Add a palette" className="size-6" disabled={colours.length === 0} onClick={add}>
          <Plus size={15} />
        </IconButton>
      }
    >
      <SelectField
        bare
        label="Palette of the show"
        value={palette ?? ''}
        choices={[
          { value: '', label: 'The colours’ own values' },
          ...palettes.map((p) => ({ value: p.id, label: p.name })),
        ]}
        onChange={(id) =>
          edit('Swap the palette', (s) => void (s.look.palette = id === '' ? null : String(id)))
        }
      />
      {colours.length === 0 && (
        <p className="text-xs text-ink-3">
          Name some colours below; a palette gives all of them other values at once.
        </p>
      )}
      {own && (
        <>
          <span className="flex gap-1">
            <NameField
              label="Name of the palette"
              of={own.id}
              value={own.name}
              className="min-w-0 flex-1"
              onKeep={(name) => put(`Rename ${own.name}`, (p) => void (p.name = name))}
            />
            <IconButton
              label={`Delete the palette ${own.name}`}
              onClick={() => edit(`Delete ${own.name}`, (s) => removePalette(s, own.id))}
            >
              <Trash2 size={14} />
            </IconButton>
          </span>
          {colours.map((colour) => (
            <span key={colour.id} className="flex items-center gap-2">
              <span className="w-20 shrink-0 truncate text-xs text-ink-2">{colour.name}</span>
              <ColourField
                bare
                label={`${colour.name} in ${own.name}`}
                value={own.colours[colour.id] ?? colour.value}
                onChange={(value) =>
                  put(
                    `${colour.name} in ${own.name}`,
                    (p) => void (p.colours[colour.id] = value),
                    `palette ${own.id} ${colour.id}`,
                  )
                }
                onDone={seal}
              />
            </span>
          ))}
        </>
      )}
      {palettes.length > 0 && (
        <SelectField
          label="In this template chosen by"
          value={template.paletteField ?? ''}
          choices={[
            { value: '', label: 'Nothing: the palette of the show' },
            ...template.fields
              .filter((field) => field.kind === 'choice' || field.kind === 'text')
              .map((field) => ({ value: field.id, label: `the field “${field.name}”` })),
          ]}
          onChange={(id) =>
            editTemplate('Palette by a field', (t) => void (t.paletteField = id === '' ? null : String(id)))
          }
        />
      )}
      {palettes.length > 0 && !template.fields.some((field) => field.kind === 'choice') && (
        <button
          type="button"
          className="self-start text-xs text-ink-2 underline hover:text-ink"
          onClick={() => {
            const id = newId();
            editTemplate('Make a palette field', (t) => {
              t.fields.push({
                id,
                kind: 'choice',
                name: freshName(
                  'Palette',
                  t.fields.map((f) => f.name),
                ),
                group: '',
                help: 'Whose colours',
                default: palettes[0]?.id ?? '',
                choices: palettes.map((p) => ({ value: p.id, label: p.name, picture: null })),
              });
              t.paletteField = id;
            });
          }}
        >
          Make a field that chooses the palette
        </button>
      )}
    </Section>
  );
}
