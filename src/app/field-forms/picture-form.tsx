import { scalarOf } from '../../core/show';
import type { FieldForm } from './form';
import { PictureField } from './picture-field';

/** The forms of a field of a file: a picture, or a video. */
const fileForm = (isVideo: boolean): FieldForm<'picture' | 'video'> => ({
  Control({ field, value, assets, onSet }) {
    const file = scalarOf(value);
    return (
      <PictureField
        isVideo={isVideo}
        label={field.name}
        value={file === null ? null : String(file)}
        assets={assets}
        onSet={onSet}
      />
    );
  },
  Details: ({ field, assets, put }) => (
    <PictureField
      isVideo={isVideo}
      label="Default"
      value={field.default}
      assets={assets}
      onSet={(v) => put('Default', (f) => void (f.default = v))}
    />
  ),
});
export const pictureForm = fileForm(false);
export const videoForm = fileForm(true);
