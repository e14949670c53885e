import { scalarOf, type FieldValue, type Offer } from '../../core/show';
import { ColourField } from '../ui';
import type { FieldForm } from './form';
import { Offers } from './field-offers';

/** Colours as patches with their names, chosen like radio buttons. */
function OfferedColours(props: {
  label: string;
  offers: readonly Offer[];
  value: string;
  isOnly: boolean;
  onSet: (raw: FieldValue) => void;
}) {
  const { label, offers, value, isOnly, onSet } = props;
  return (
    <fieldset className="mb-1 flex flex-wrap gap-1">
      <legend className={isOnly ? 'mb-1 text-xs text-ink-2' : 'sr-only'}>{label}</legend>
      {offers.map((offer, index) => (
        <button
          key={index}
          type="button"
          aria-pressed={offer.value === value}
          className="flex h-7 items-center gap-1.5 rounded border border-line pr-2 pl-1 text-xs aria-pressed:border-brass aria-pressed:text-brass"
          onClick={() => onSet(offer.value)}
        >
          <span className="size-4 rounded-sm border border-line" style={{ background: offer.value }} />
          {offer.label || offer.value}
        </button>
      ))}
    </fieldset>
  );
}

export const colourForm: FieldForm<'colour'> = {
  Control({ field, value, onSet }) {
    const colour = String(scalarOf(value));
    return (
      <>
        {field.offers?.length ? (
          <OfferedColours
            label={field.name}
            offers={field.offers}
            value={colour}
            onSet={onSet}
            isOnly={field.onlyOffers ?? false}
          />
        ) : null}
        {!(field.onlyOffers && field.offers?.length) && (
          <ColourField label={field.name} value={colour} onChange={onSet} />
        )}
      </>
    );
  },
  Details: ({ field, put, onDone }) => (
    <>
      <ColourField
        label="Default"
        value={field.default}
        onChange={(v) => put('Default', (f) => void (f.default = v))}
        onDone={onDone}
      />
      <Offers field={field} put={put} />
    </>
  ),
};
