import type { ReactNode } from 'react';
import type { Field, FieldKindName, FieldValue, Show } from '../../core/show';

export type FieldOf<K extends FieldKindName> = Extract<Field, { kind: K }>;

/** How the operator fills in a field. */
export interface ControlProps<K extends FieldKindName> {
  readonly field: FieldOf<K>;
  readonly value: FieldValue;
  readonly assets: Show['assets'];
  /** Whether a binding gives it its value until one is typed. */
  readonly isFed: boolean;
  readonly onSet: (raw: FieldValue) => void;
}

/** How the designer says what a field takes; `put` changes it as one step of undo, under a label. */
export interface DetailsProps<K extends FieldKindName> {
  readonly field: FieldOf<K>;
  readonly assets: Show['assets'];
  readonly put: (label: string, recipe: (field: FieldOf<K>) => void) => void;
  /** Ends the step of undo that typing is. */
  readonly onDone: () => void;
}

/** The two forms of one kind of field. */
export interface FieldForm<K extends FieldKindName> {
  readonly Control: (props: ControlProps<K>) => ReactNode;
  readonly Details: (props: DetailsProps<K>) => ReactNode;
}
