// The design system: the controls that every area is made of. Knows nothing of shows or air.
export { Button, IconButton } from './button';
export { Dialog } from './dialog';
export { Empty } from './empty';
export { ColourField, ColourPicker, NamedColours, type NamedColour } from './colour-field';
export { CheckField, Labelled, NameField, SelectField, TextField } from './fields';
export { nameNext } from './fresh-name';
export { KeyList } from './key-list';
export { Knot } from './knot';
export { NumberField } from './number-field';
export { Pennant } from './pennant';
export { RegionMap, type RegionShape } from './region-map';
export { Section } from './section';
export { DraftText } from './draft-text';
export { menuItem } from './menu-item';
export { Work } from './work';
