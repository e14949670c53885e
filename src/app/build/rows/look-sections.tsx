import { Plus, X } from 'lucide-react';
import type { CellLookPart, PropertyValue, Show } from '../../../core/show';
import { Button, ColourField, IconButton, Section, SelectField } from '../../ui';
import { sealEdit } from '../build-store';
import { namedColours } from '../named-colours';
import { LookForm } from './look-form';

/** The looks of an element's words, a section each; the first is that of all of them. */
export function LookSections<K extends string>({
  show,
  looks,
  words,
  onSet,
}: {
  show: Show;
  looks: Readonly<Record<NoInfer<K>, CellLookPart>>;
  words: Readonly<Record<K, string>>;
  onSet: (what: string, key: K, property: string, value: PropertyValue | undefined) => void;
}) {
  return (Object.keys(words) as K[]).map((key, at) => (
    <Section key={key} title={words[key]} isFolded={at > 0}>
      <LookForm
        show={show}
        label={words[key].toLowerCase()}
        look={looks[key]}
        onSet={(property, value) =>
          onSet(`Look of ${words[key].toLowerCase()}`, key, property, value as PropertyValue | undefined)
        }
      />
    </Section>
  ));
}

/** Writes a property of a look, or takes it out; for use inside an edit. */
export function setInLook(look: object, property: string, value: PropertyValue | undefined): void {
  const own = look as Record<string, PropertyValue>;
  if (value === undefined) delete own[property];
  else own[property] = value;
}

const mostColours = 24;

/** The colours that are taken in turn, and the set of the pictures. */
export function ColoursAndPictures({
  show,
  colours,
  set,
  isFolded = false,
  onColours,
  onSet,
}: {
  show: Show;
  colours: readonly string[];
  set: string | null;
  isFolded?: boolean;
  /** `merge`: steps of one kind that are one. */
  onColours: (change: (own: string[]) => void, merge?: string) => void;
  onSet: (set: string | null) => void;
}) {
  return (
    <Section title="Colours and pictures" isFolded={isFolded}>
      {colours.map((colour, at) => (
        <span key={at} className="flex items-center gap-1">
          <span className="min-w-0 flex-1">
            <ColourField
              label={`Colour ${at + 1}`}
              value={colour}
              named={namedColours(show.look)}
              onChange={(value) => onColours((own) => void (own[at] = value), `colour ${at}`)}
              onDone={sealEdit}
            />
          </span>
          {colours.length > 1 && (
            <IconButton label={`Remove colour ${at + 1}`} onClick={() => onColours((own) => void own.splice(at, 1))}>
              <X size={13} />
            </IconButton>
          )}
        </span>
      ))}
      {colours.length < mostColours && (
        <Button tone="quiet" className="h-6 self-start px-1.5 text-xs" onClick={() => onColours((own) => void own.push('#f4efe2'))}>
          <Plus size={13} /> Colour
        </Button>
      )}
      <SelectField
        beside
        label="Pictures from"
        value={set ?? ''}
        choices={[{ value: '', label: 'The cells' }, ...show.look.sets.map(({ id, name }) => ({ value: id, label: `Set ${name}` }))]}
        onChange={(id) => onSet(id === '' ? null : String(id))}
      />
    </Section>
  );
} // prettier-ignore
