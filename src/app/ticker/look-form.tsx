import { runThrough } from '../../core/playout';
import { newTickerLook, type Show, type Template, type TickerLook } from '../../core/show';
import { SelectField } from '../ui';

type FieldOf = keyof TickerLook['fields'];

/** What of an item goes to a field, of which kinds that may be, and by which names it is known. */
const parts: readonly { readonly key: FieldOf; readonly label: string; readonly kinds: readonly string[]; readonly names: RegExp }[] = [
  { key: 'words', label: 'Words', kinds: ['text', 'rows'], names: /line|word|text|headline|item/i },
  { key: 'more', label: 'Second line', kinds: ['text'], names: /second|more|detail|under/i },
  { key: 'strand', label: 'Strand', kinds: ['text', 'choice'], names: /label|strand|topic|section/i },
  { key: 'category', label: 'Category', kinds: ['text', 'choice'], names: /category|kind/i },
  { key: 'colour', label: 'Colour', kinds: ['colour'], names: /./ },
  { key: 'urgent', label: 'Urgent', kinds: ['yes-no'], names: /urgent|breaking|alert/i },
]; // prettier-ignore

/** The look that a template suggests by the names and kinds of its fields. */
export function lookOfTemplate(template: Template | undefined): TickerLook {
  const look = newTickerLook();
  if (!template) return look;
  look.template = template.id;
  const taken = new Set<string>();
  for (const { key, kinds, names } of parts) {
    const own = template.fields.filter(({ id, kind }) => kinds.includes(kind) && !taken.has(id));
    const found = own.find(({ name }) => names.test(name)) ?? (key === 'words' ? own.at(-1) : undefined);
    if (!found) continue;
    taken.add(found.id);
    look.fields[key] = found.id;
  }
  return look;
}

/** Whether the words of an item run through the template of a look. */
export const runsThrough = (show: Pick<Show, 'templates'>, { template, fields }: TickerLook): boolean => {
  const own = show.templates[template ?? ''];
  return own !== undefined && runThrough(own, fields.words) !== null;
};

/** The template that items are shown in, and which of its fields take what is said of them. */
export function LookForm({ show, look, onSet }: { show: Show; look: TickerLook; onSet: (look: TickerLook) => void }) {
  const template = show.templates[look.template ?? ''];
  return (
    <>
      <SelectField
        beside
        label="Template"
        value={look.template ?? ''}
        choices={[{ value: '', label: 'None yet' }, ...Object.values(show.templates).map(({ id, name }) => ({ value: id, label: name }))]}
        onChange={(id) => onSet(lookOfTemplate(show.templates[String(id)]))}
      />
      {template &&
        parts.map(({ key, label, kinds }) => {
          const own = template.fields.filter(({ kind }) => kinds.includes(kind));
          if (own.length === 0) return null;
          return (
            <SelectField
              key={key}
              beside
              label={`${label} to`}
              value={look.fields[key] ?? ''}
              choices={[{ value: '', label: 'No field' }, ...own.map(({ id, name }) => ({ value: id, label: name }))]}
              onChange={(id) => onSet({ ...look, fields: { ...look.fields, [key]: id === '' ? null : String(id) } })}
            />
          );
        })}
    </>
  );
} // prettier-ignore
