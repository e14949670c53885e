import { toast } from 'sonner';
import { allowedPattern, scalarOf, type Offer } from '../../core/show';
import { CheckField, NumberField, SelectField, TextField } from '../ui';
import type { FieldForm } from './form';
import { Offers } from './field-offers';

/** What is offered, and what stands there though it is not. */
const offerChoices = (offers: readonly Offer[], value: string) => [
  ...(offers.some((offer) => offer.value === value) ? [] : [{ value, label: value }]),
  ...offers.map((offer) => ({ value: offer.value, label: offer.label || offer.value })),
];

export const textForm: FieldForm<'text'> = {
  Control({ field, value, onSet }) {
    const words = String(scalarOf(value) ?? '');
    return field.onlyOffers && field.offers?.length ? (
      <SelectField
        label={field.name}
        value={words}
        choices={offerChoices(field.offers, words)}
        onChange={onSet}
      />
    ) : (
      <TextField
        label={field.name}
        offers={field.offers?.map((offer) => offer.value)}
        value={words}
        onChange={onSet}
        maxLength={field.maxLength ?? undefined}
        lines={field.lines}
      />
    );
  },
  Details({ field, put, onDone }) {
    return (
      <>
        <TextField
          label="Default"
          value={field.default}
          onChange={(v) => put('Default', (f) => void (f.default = v))}
          onDone={onDone}
        />
        <TextField
          label="Allowed characters (empty: all)"
          value={field.allowed}
          placeholder="A-Z0-9 -"
          maxLength={200}
          onChange={(v) => put('Characters', (f) => void (f.allowed = v))}
          onDone={() => {
            onDone();
            if (field.allowed !== '' && !allowedPattern(field.allowed)) {
              toast.error(`“${field.allowed}” cannot be read as characters, such as A-Z0-9. All are taken.`);
              put('Characters', (f) => void (f.allowed = ''));
            }
          }}
        />
        <div className="grid grid-cols-2">
          <CheckField
            label="All caps"
            value={field.upper}
            onChange={(v) => put('Capitals', (f) => void (f.upper = v))}
          />
          <CheckField
            label="Trim spaces"
            value={field.trim}
            onChange={(v) => put('Trimming', (f) => void (f.trim = v))}
          />
          <CheckField
            label="Several lines"
            value={field.lines}
            onChange={(v) => put('Lines', (f) => void (f.lines = v))}
          />
        </div>
        <NumberField
          label="Maximum length (0: any)"
          value={field.maxLength ?? 0}
          min={0}
          max={10_000}
          onChange={(v) => put('Limit', (f) => void (f.maxLength = v === 0 ? null : Math.round(v)))}
          onDone={onDone}
        />
        <Offers field={field} put={put} />
      </>
    );
  },
};
