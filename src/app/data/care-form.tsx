import { stepOf, whenColumn, type Source, type WhenStale } from '../../core/source';
import { CheckField, NumberField, SelectField, TextField } from '../ui';

/** What is asked of a source so that air is right: when it is stale, what happens then, how many rows may be gone. */
export function CareForm(props: { source: Source; onChange: (change: object, merge?: string) => void }) {
  const { source, onChange } = props;
  const { staleAfter, whenStale, mostLost } = source;
  const set = (change: object): void => onChange(change, `care ${source.id} ${Object.keys(change).join()}`);
  return (
    <>
      <CheckField
        label="Stale after a time"
        value={staleAfter !== null}
        onChange={(is) =>
          set({ staleAfter: is ? ('every' in source ? Math.max(3, source.every * 5) : 60) : null })
        }
      />
      {staleAfter !== null && (
        <NumberField
          label="Without anything new"
          unit="s"
          value={staleAfter}
          min={0.5}
          max={604_800}
          onChange={(value) => set({ staleAfter: value })}
        />
      )}
      <SelectField
        label="Stale on air"
        value={whenStale.do}
        choices={[
          { value: 'mark', label: 'stands, marked at the Desk' },
          { value: 'leave', label: 'its graphics leave' },
          { value: 'say', label: 'its text is replaced' },
        ]}
        onChange={(what) =>
          onChange({ whenStale: (what === 'say' ? { do: 'say', text: '–' } : { do: what }) as WhenStale })
        }
      />
      {whenStale.do === 'say' && (
        <TextField
          label="Replacement text"
          value={whenStale.text}
          onChange={(text) => set({ whenStale: { do: 'say', text } })}
          maxLength={200}
        />
      )}
      {'every' in source && (
        <CheckField
          label="Keep what came"
          value={source.keeps !== undefined}
          onChange={(is) =>
            onChange({ keeps: is ? { minutes: 60, every: Math.max(10, source.every) } : undefined })
          }
        />
      )}
      {source.keeps && (
        <>
          <NumberField
            label="For"
            unit="min"
            value={source.keeps.minutes}
            min={0.1}
            max={1440}
            onChange={(minutes) => set({ keeps: { ...source.keeps, minutes } })}
          />
          <NumberField
            label="A row every"
            unit="s"
            value={source.keeps.every}
            min={0.2}
            max={3600}
            onChange={(every) => set({ keeps: { ...source.keeps, every } })}
          />
          <p className="text-ink-2">
            {`Its rows get a column “${whenColumn}”: when they came. ${Math.ceil((source.keeps.minutes * 60) / stepOf(source.keeps))} moments at most${stepOf(source.keeps) > source.keeps.every ? `, one every ${stepOf(source.keeps)} s` : ''}.`}
          </p>
        </>
      )}
      <CheckField
        label="Ask when rows are gone"
        value={mostLost !== null}
        onChange={(is) => set({ mostLost: is ? 50 : null })}
      />
      {mostLost !== null && (
        <NumberField
          label="More than"
          unit="%"
          value={mostLost}
          min={0}
          max={100}
          onChange={(value) => set({ mostLost: Math.round(value) })}
        />
      )}
    </>
  );
}
