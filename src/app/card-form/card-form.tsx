import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import {
  acceptValue,
  isPicture,
  isVideo,
  type Field,
  type FieldValue,
  type Offer,
  type Show,
  type Template,
  type Values,
} from '../../core/show';
import { Button, CheckField, ColourField, NumberField, SelectField, TextField } from '../ui';
import { redrawAll } from '../picture/monitors';
import { acceptedPictures, acceptedVideos, addAsset, assetBlob } from '../state/assets';
import { useDraft } from '../state/draft-store';

interface Props {
  template: Template;
  values: Values;
  /** All values, and the field that was changed. */
  onChange: (values: Values, field: string) => void;
  assets: Show['assets'];
  /** What is on air now, to mark what differs from it. */
  airValues?: Values | null;
  /** Who else edits which field now. */
  others?: Readonly<Record<string, string>>;
  /** Fields that show sample words still, by id. */
  samples?: readonly string[];
  /** The field that goes to air as it is typed, and how that is begun; absent where nothing can. */
  live?: { readonly field: string | null; readonly onToggle: (field: string) => void };
}

/** The operator's form of a template: one control for each field, in the designer's order and groups. */
export function CardForm(props: Props) {
  const { template, values, onChange, assets, airValues, others = {}, samples = [], live } = props;
  if (template.fields.length === 0) {
    return (
      <p className="text-ink-3">
        This template has no fields: everything in it is fixed. The knot beside a property in Build makes one.
      </p>
    );
  }
  const set = (field: Field, raw: FieldValue): void => {
    const accepted = acceptValue(field, raw);
    if ('problem' in accepted) toast.error(accepted.problem.message);
    else onChange({ ...values, [field.id]: accepted.value }, field.id);
  };
  const groups = [...new Set(template.fields.map((field) => field.group))];
  return (
    <div className="flex flex-col gap-3">
      {groups.map((group) => (
        <fieldset key={group} className="flex flex-col gap-3">
          {group && <legend className="mb-1 font-semibold">{group}</legend>}
          {template.fields
            .filter((field) => field.group === group)
            .map((field) => {
              const value = values[field.id] ?? field.default;
              const differs = airValues != null && (airValues[field.id] ?? field.default) !== value;
              const isLive = live?.field === field.id;
              return (
                <div
                  key={field.id}
                  data-field={field.id}
                  className={`relative ${isLive ? '-mx-2 rounded border-2 border-air bg-air/10 px-2 py-1' : differs ? 'border-l-2 border-warn pl-2' : ''}`}
                >
                  {live && field.kind === 'text' && (
                    <button
                      type="button"
                      tabIndex={-1}
                      aria-pressed={isLive}
                      aria-label={`${field.name}: each key on air`}
                      title="Air follows this field as you type, until you leave it"
                      className={`absolute top-0 right-0 rounded px-1.5 text-[11px] leading-4 ${isLive ? 'right-1 bg-air font-semibold text-white' : 'text-ink-3 hover:bg-raised hover:text-ink'}`}
                      onClick={() => live.onToggle(field.id)}
                    >
                      {isLive ? 'Each key is on air' : 'live'}
                    </button>
                  )}
                  <FieldControl
                    field={field}
                    value={value}
                    assets={assets}
                    onSet={(raw) => set(field, raw)}
                  />
                  {others[field.id] !== undefined && (
                    <p className="mt-0.5 text-xs text-tide">{others[field.id]} edits this now</p>
                  )}
                  {differs ? (
                    <p className="mt-0.5 truncate text-xs text-warn">
                      ⚠ differs from air
                      {field.kind === 'text' && (
                        <bdi className="text-ink-3"> (“{String(airValues[field.id] ?? field.default)}”)</bdi>
                      )}
                    </p>
                  ) : samples.includes(field.id) ? (
                    <p className="mt-0.5 text-xs text-warn">⚠ not filled: this is sample text</p>
                  ) : (
                    field.help && <p className="mt-0.5 text-xs text-ink-3">{field.help}</p>
                  )}
                </div>
              );
            })}
        </fieldset>
      ))}
    </div>
  );
}

function FieldControl(props: {
  field: Field;
  value: FieldValue;
  assets: Show['assets'];
  onSet: (raw: FieldValue) => void;
}) {
  const { field, value, assets, onSet } = props;
  switch (field.kind) {
    case 'text':
      return field.onlyOffers && field.offers?.length ? (
        <SelectField
          label={field.name}
          value={String(value ?? '')}
          choices={offerChoices(field.offers, String(value ?? ''))}
          onChange={onSet}
        />
      ) : (
        <TextField
          label={field.name}
          offers={field.offers?.map((offer) => offer.value)}
          value={String(value ?? '')}
          onChange={onSet}
          maxLength={field.maxLength ?? undefined}
          lines={field.lines}
        />
      );
    case 'number':
      return (
        <NumberField
          label={field.name}
          value={Number(value)}
          onChange={onSet}
          min={field.min ?? undefined}
          max={field.max ?? undefined}
        />
      );
    case 'colour':
      return (
        <>
          {field.offers?.length ? (
            <OfferedColours
              label={field.name}
              offers={field.offers}
              value={String(value)}
              onSet={onSet}
              isOnly={field.onlyOffers ?? false}
            />
          ) : null}
          {!(field.onlyOffers && field.offers?.length) && (
            <ColourField label={field.name} value={String(value)} onChange={onSet} />
          )}
        </>
      );
    case 'choice':
      return field.choices.some((choice) => choice.picture !== null) ? (
        <PictureChoices field={field} value={value} onSet={onSet} />
      ) : (
        <SelectField
          label={field.name}
          value={value as string | number}
          choices={field.choices}
          onChange={onSet}
        />
      );
    case 'yes-no':
      return <CheckField label={field.name} value={Boolean(value)} onChange={onSet} />;
    case 'video':
    case 'picture':
      return (
        <PictureField
          isVideo={field.kind === 'video'}
          label={field.name}
          value={value === null ? null : String(value)}
          assets={assets}
          onSet={onSet}
        />
      );
  }
}

/** What is offered, and what stands there though it is not. */
const offerChoices = (offers: readonly Offer[], value: string) => [
  ...(offers.some((offer) => offer.value === value) ? [] : [{ value, label: value }]),
  ...offers.map((offer) => ({ value: offer.value, label: offer.label || offer.value })),
];

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

/** Choices as pictures with their words, chosen like radio buttons. */
function PictureChoices(props: {
  field: Extract<Field, { kind: 'choice' }>;
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

/** A picture (or a video) of the show by name, or a file brought in on the spot where the show is in hand. */
export function PictureField(props: {
  label: string;
  value: string | null;
  assets: Show['assets'];
  onSet: (value: string | null) => void;
  bare?: boolean;
  /** Asks for a video. */
  isVideo?: boolean;
}) {
  const { label, value, assets, onSet, bare, isVideo: wantsVideo = false } = props;
  const input = useRef<HTMLInputElement>(null);
  const canAdd = useDraft((store) => store.draft !== null && store.draft.show.assets === assets);
  const edit = useDraft((store) => store.edit);
  const bring = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const added = await addAsset(file);
    if ('problem' in added) return void toast.error(added.problem.message);
    if (wantsVideo ? !isVideo(added.asset) : !isPicture(added.asset))
      return void toast.error(`${file.name} is no ${wantsVideo ? 'video' : 'picture'}. Choose one.`);
    edit(`Add ${file.name}`, (show) => {
      show.assets[added.asset.id] ??= added.asset;
    });
    redrawAll();
    onSet(added.asset.id);
  };
  const choices = [
    { value: '', label: wantsVideo ? 'No video' : 'No picture' },
    ...Object.values(assets)
      .filter(wantsVideo ? isVideo : isPicture)
      .sort((a, b) => a.name.localeCompare(b.name))
      .map((asset) => ({ value: asset.id, label: asset.name })),
  ];
  if (value !== null && !assets[value])
    choices.push({ value, label: `${wantsVideo ? 'Video' : 'Picture'} missing from this show` });
  return (
    <span className="flex min-w-0 flex-1 items-end gap-1">
      <SelectField
        label={label}
        bare={bare ?? false}
        value={value ?? ''}
        choices={choices}
        onChange={(chosen) => onSet(chosen === '' ? null : String(chosen))}
      />
      {canAdd && (
        <>
          <Button onClick={() => input.current?.click()} aria-label={`${label}: choose a file`}>
            File…
          </Button>
          <input
            ref={input}
            type="file"
            accept={wantsVideo ? acceptedVideos : acceptedPictures}
            className="hidden"
            aria-label={`${label} file`}
            onChange={(event) => {
              void bring(event.target.files?.[0]);
              event.target.value = '';
            }}
          />
        </>
      )}
    </span>
  );
}
