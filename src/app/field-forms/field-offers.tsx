import { Plus, Trash2 } from 'lucide-react';
import type { Field } from '../../core/show';
import { Button, CheckField, ColourField, DraftText, IconButton } from '../ui';

type Offering = Extract<Field, { kind: 'text' | 'colour' }>;

/** The values that a field of text or colour offers the operator, and whether it takes others too. */
export function Offers<F extends Offering>(props: {
  field: F;
  put: (label: string, recipe: (field: F) => void) => void;
}) {
  const { field, put: edit } = props;
  const offers = field.offers ?? [];
  const set = (index: number, change: { value?: string; label?: string }): void =>
    edit('Values', (f) => {
      const own = f.offers?.[index];
      if (own) Object.assign(own, change);
    });
  return (
    <div role="group" aria-label={`Values that ${field.name} offers`} className="flex flex-col gap-1.5">
      <span className="text-xs text-ink-2">Offered values</span>
      {offers.map((offer, index) => (
        <span key={index} className="flex items-end gap-1">
          {field.kind === 'colour' ? (
            <>
              <ColourField
                bare
                label={`Colour ${index + 1}`}
                value={offer.value}
                onChange={(value) => set(index, { value })}
              />
              <DraftText
                label={`Name of colour ${index + 1}`}
                value={offer.label}
                onKeep={(label) => set(index, { label: label.trim().slice(0, 200) })}
              />
            </>
          ) : (
            <DraftText
              label={`Value ${index + 1}`}
              value={offer.value}
              onKeep={(value) => set(index, { value: value.slice(0, 1000) })}
            />
          )}
          <IconButton
            label={`Remove value ${index + 1}`}
            className="size-7"
            onClick={() => edit('Values', (f) => void f.offers?.splice(index, 1))}
          >
            <Trash2 size={13} />
          </IconButton>
        </span>
      ))}
      <Button
        className="self-start"
        onClick={() =>
          edit('Values', (f) => {
            f.offers = [...(f.offers ?? []), { value: f.default, label: '' }];
          })
        }
      >
        <Plus size={13} /> Add a value
      </Button>
      {offers.length > 0 && (
        <CheckField
          label="Only these"
          value={field.onlyOffers ?? false}
          onChange={(only) => edit('Values', (f) => void (f.onlyOffers = only))}
        />
      )}
    </div>
  );
}
