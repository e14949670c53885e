import { useEffect, useState } from 'react';
import type { FieldValue } from '../../core/show';
import { assetBlob } from '../state/assets';
import { SelectField } from '../ui';
import { Choices } from './field-choices';
import type { FieldForm, FieldOf } from './form';

/** Choices as pictures with their words, chosen like radio buttons. */
function PictureChoices(props: {
  field: FieldOf<'choice'>;
  value: FieldValue;
  onSet: (raw: FieldValue) => void;
}) {
  const { field, value, onSet } = props;
  return (
    <fieldset className="flex flex-col gap-1">
      <legend className="mb-1 text-xs text-ink-2">{field.name}</legend>
      <div className="grid grid-cols-3 gap-1.5">
        {field.choices.map((choice) => (
          <label
            key={choice.value}
            className="flex cursor-pointer flex-col items-center gap-1 rounded border border-line p-1 text-center text-xs has-checked:border-brass has-checked:text-brass has-focus-visible:outline has-focus-visible:outline-2 has-focus-visible:outline-brass"
          >
            <input
              type="radio"
              className="sr-only"
              name={field.id}
              checked={choice.value === value}
              onChange={() => onSet(choice.value)}
            />
            <ChoicePicture asset={choice.picture} />
            <span className="w-full truncate">{choice.label}</span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}

function ChoicePicture({ asset }: { asset: string | null }) {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    if (asset === null) return;
    let made: string | null = null;
    let isGone = false;
    void assetBlob(asset).then((blob) => {
      if (!blob || isGone) return;
      made = URL.createObjectURL(blob);
      setUrl(made);
    });
    return () => {
      isGone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [asset]);
  return (
    <span className="checks block h-10 w-full overflow-hidden rounded">
      {url && <img src={url} alt="" className="size-full object-contain" />}
    </span>
  );
}

export const choiceForm: FieldForm<'choice'> = {
  Control: ({ field, value, onSet }) =>
    field.choices.some((choice) => choice.picture !== null) ? (
      <PictureChoices field={field} value={value} onSet={onSet} />
    ) : (
      <SelectField
        label={field.name}
        value={value as string | number}
        choices={field.choices}
        onChange={onSet}
      />
    ),
  Details: ({ field, assets, put }) => <Choices field={field} assets={assets} put={put} />,
};
