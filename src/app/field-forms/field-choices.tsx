import { Plus, Trash2 } from 'lucide-react';
import { freshName, isPicture, type Field, type Show } from '../../core/show';
import { newId } from '../state/ids';
import { Button, IconButton, NameField, SelectField } from '../ui';

/** The choices of a field: their words, their order, and a picture for each where it helps. */
export function Choices(props: {
  field: Extract<Field, { kind: 'choice' }>;
  assets: Show['assets'];
  put: (label: string, recipe: (field: Extract<Field, { kind: 'choice' }>) => void) => void;
}) {
  const { field, assets, put: edit } = props;
  return (
    <div className="flex flex-col gap-1.5">
      <SelectField
        label="Default"
        value={field.default}
        choices={field.choices}
        onChange={(value) => edit('Default', (f) => void (f.default = value))}
      />
      <span className="text-xs text-ink-2">Choices</span>
      {field.choices.map((choice, index) => (
        <span key={choice.value} className="flex items-center gap-1">
          <NameField
            label={`Words of choice ${index + 1}`}
            value={choice.label}
            className="min-w-0 flex-1"
            onKeep={(label) =>
              edit('Choice', (f) => {
                const own = f.choices[index];
                if (own) own.label = label;
              })
            }
          />
          <SelectField
            bare
            label={`Picture of choice ${index + 1}`}
            className="max-w-20"
            value={choice.picture ?? ''}
            choices={[
              { value: '', label: 'No picture' },
              ...Object.values(assets)
                .filter(isPicture)
                .map((asset) => ({ value: asset.id, label: asset.name })),
            ]}
            onChange={(id) =>
              edit('Choice', (f) => {
                const own = f.choices[index];
                if (own) own.picture = id === '' ? null : String(id);
              })
            }
          />
          <IconButton
            label={`Remove the choice ${choice.label}`}
            className="size-6"
            disabled={field.choices.length === 1}
            onClick={() =>
              edit('Choices', (f) => {
                f.choices.splice(index, 1);
                if (f.default === choice.value) f.default = f.choices[0]?.value ?? '';
              })
            }
          >
            <Trash2 size={13} />
          </IconButton>
        </span>
      ))}
      <Button
        className="self-start"
        onClick={() =>
          edit('Choices', (f) => {
            const label = freshName(
              'Choice',
              f.choices.map((c) => c.label),
            );
            f.choices.push({ value: newId(), label, picture: null });
          })
        }
      >
        <Plus size={13} /> Add a choice
      </Button>
    </div>
  );
}
