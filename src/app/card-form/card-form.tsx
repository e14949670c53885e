import { toast } from 'sonner';
import {
  acceptValue,
  sameValue,
  valueWords,
  type Field,
  type FieldValue,
  type Show,
  type Template,
  type Values,
} from '../../core/show';
import { formOf } from '../field-forms/registry';

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
        <fieldset key={group} className="flex min-w-0 flex-col gap-3">
          {group && <legend className="mb-1 font-semibold">{group}</legend>}
          {template.fields
            .filter((field) => field.group === group)
            .map((field) => {
              const value = values[field.id] ?? field.default;
              const differs = airValues != null && !sameValue(airValues[field.id] ?? field.default, value);
              const isLive = live?.field === field.id;
              const { Control } = formOf(field);
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
                  <Control
                    field={field}
                    value={value}
                    assets={assets}
                    isFed={template.bound[field.id] !== undefined}
                    onSet={(raw) => set(field, raw)}
                  />
                  {others[field.id] !== undefined && (
                    <p className="mt-0.5 text-xs text-tide">{others[field.id]} edits this now</p>
                  )}
                  {differs ? (
                    <p className="mt-0.5 truncate text-xs text-warn">
                      ⚠ differs from air
                      {field.kind === 'text' && (
                        <bdi className="text-ink-3">
                          {' '}
                          (“{valueWords(airValues[field.id] ?? field.default)}”)
                        </bdi>
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
