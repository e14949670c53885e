import type { Field, FieldKindName } from '../../core/show';
import { choiceForm } from './choice-form';
import { colourForm } from './colour-form';
import type { FieldForm } from './form';
import { numberForm } from './number-form';
import { pictureForm, videoForm } from './picture-form';
import { rowsForm } from './rows-form';
import { textForm } from './text-form';
import { yesNoForm } from './yes-no-form';

const forms: { readonly [K in FieldKindName]: FieldForm<K> | FieldForm<'picture' | 'video'> } = {
  text: textForm,
  number: numberForm,
  colour: colourForm,
  picture: pictureForm,
  video: videoForm,
  choice: choiceForm,
  'yes-no': yesNoForm,
  rows: rowsForm,
};
/** The forms of a field, by its kind. */
export const formOf = (field: Field): FieldForm<FieldKindName> =>
  forms[field.kind] as unknown as FieldForm<FieldKindName>;
