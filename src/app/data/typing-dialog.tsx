import type { Show, Table, Typing } from '../../core/show';
import { CheckField, Dialog, Button, SelectField } from '../ui';

const nobody: Typing = { columns: [], map: null, isChecked: false };

/** Opens a table to typists on other machines: what they type, in which form, and whether somebody else looks at it. */
export function TypingDialog({ show, table, onSet, onClose }: { show: Show; table: Table; onSet: (typing: Typing | null) => void; onClose: () => void }) {
  const { typing } = table;
  const set = (change: Partial<Typing>): void => onSet({ ...(typing ?? nobody), ...change });
  const typed = table.columns.filter(({ type }) => type !== 'follows');
  const chosen = new Set(typing?.columns ?? []);
  const isTyped = (id: string): boolean => chosen.size === 0 || chosen.has(id);
  const toggle = (id: string, is: boolean): void => {
    const next = typed.filter((column) => (column.id === id ? is : isTyped(column.id))).map((column) => column.id);
    // All of them is none named: columns that come later are opened too.
    set({ columns: next.length === typed.length ? [] : next });
  };
  return (
    <Dialog title={`Typing ${table.name} from elsewhere`} describe="Typists type on a page of their own, also while this browser is closed. What they type is checked as it is here, and comes into this table." open onClose={onClose}>
      <CheckField label="Opened to typists, with the next release" value={typing !== null} onChange={(is) => onSet(is ? nobody : null)} />
      {typing && (
        <>
          <SelectField beside label="Form" value={typing.map ?? ''} choices={[{ value: '', label: 'Row by row' }, ...Object.values(show.look.maps).map(({ id, name }) => ({ value: id, label: `The map ${name}` }))]} onChange={(map) => set({ map: map === '' ? null : String(map) })} />
          <fieldset className="m-0 flex max-h-48 flex-col gap-0.5 overflow-auto border-0 p-0">
            <legend className="mb-1 text-xs text-ink-2">Columns that they type</legend>
            {typed.map(({ id, name }) => (
              <CheckField key={id} label={name} value={isTyped(id)} onChange={(is) => toggle(id, is)} />
            ))}
          </fieldset>
          <CheckField label="Somebody else looks at each cell before it goes on" value={typing.isChecked} onChange={(isChecked) => set({ isChecked })} />
          <p className="text-xs text-ink-2">
            {table.flow === 'at-once' ? 'Then it is on air at once, as corrections of this table are.' : 'Then it waits to be sent, as corrections of this table do.'} The page is <a className="underline" href="/typing" target="_blank" rel="noreferrer">{`${location.origin}/typing`}</a>; from another machine it asks for the key of the role “produce” (Outputs, “Access keys”).
          </p>
        </>
      )}
      <div className="flex justify-end">
        <Button tone="primary" onClick={onClose}>Done</Button>
      </div>
    </Dialog>
  );
} // prettier-ignore
