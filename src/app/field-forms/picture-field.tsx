import { byName, usualLocale } from '../../core/locale';
import { useRef } from 'react';
import { toast } from 'sonner';
import { isPicture, isVideo, type Show } from '../../core/show';
import { redrawAll } from '../picture/monitors';
import { acceptedPictures, acceptedVideos, addAsset } from '../state/assets';
import { useDraft } from '../state/draft-store';
import { Button, SelectField } from '../ui';

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
  const locale = useDraft((store) => store.draft?.show.look.locale ?? usualLocale);
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
      .sort(byName(locale))
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
