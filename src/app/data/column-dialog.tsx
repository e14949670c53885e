import { counted } from '../../core/problem';
import { useState } from 'react';
import { cellOut, followedColumn, rowOf, typedCell } from '../../core/data';
import {
  columnKinds,
  freshName,
  newColumn,
  noChecks,
  type Checks,
  type Column,
  type ColumnType,
  type Show,
  type Table,
} from '../../core/show';
import { parseDate, parseDuration, parseNumber, parseTime, timeText } from '../../core/source';
import { Button, CheckField, Dialog, SelectField, TextField } from '../ui';
import { useDraft } from '../state/draft-store';
import { usedWhere, UsedWhere } from './used-where';

/** Whether what cells keep means something else in a column than before. */
const isOther = (before: Column, now: Column): boolean =>
  before.type !== now.type || (before.type === 'pick' && now.type === 'pick' && before.table !== now.table);

/** What a column is: its name, its type with all that belongs to it, and what is asked of its cells. */
export function ColumnDialog(props: { show: Show; table: Table; column: Column; onClose: () => void }) {
  const { show, table, column, onClose } = props;
  const edit = useDraft((store) => store.edit);
  const [own, setOwn] = useState<Column>(column);
  const others = Object.values(show.tables).filter(
    (other) => other.id !== table.id && other.columns.length > 0,
  );
  const picks = table.columns.filter((other) => other.type === 'pick' && other.id !== column.id) as Extract<
    Column,
    { type: 'pick' }
  >[];
  const set = (change: object): void => setOwn((now) => ({ ...now, ...change }) as Column);
  const setChecks = (change: Partial<Checks>): void => set({ checks: { ...own.checks, ...change } });
  const become = (type: ColumnType): void => {
    const { id, name, checks } = own;
    if (type === 'pick') {
      const [first] = others;
      const [shown] = first?.columns ?? [];
      if (first && shown)
        setOwn({ id, name, checks, type, table: first.id, shown: shown.id, sent: shown.id });
    } else if (type === 'follows') {
      const [pick] = picks;
      const [first] = (pick && show.tables[pick.table]?.columns) ?? [];
      if (pick && first) setOwn({ id, name, checks: noChecks, type, pick: pick.id, column: first.id });
    } else setOwn({ ...newColumn(id, name, type), checks: { ...checks, low: null, high: null } });
  };
  const keep = (): void => {
    edit(`Column ${own.name} of ${table.name}`, (draft) => {
      const columns = draft.tables[table.id]?.columns ?? [];
      const at = columns.findIndex(({ id }) => id === column.id);
      if (at < 0) return;
      const taken = columns.filter((_c, i) => i !== at).map(({ name }) => name);
      const next: Column = { ...own, name: freshName(own.name.trim() || column.name, taken) };
      const real = draft.tables[table.id];
      // Cells become what the column is now, by the words that were seen in them; what does not fit stays as it was.
      if (real && isOther(column, next))
        for (const row of real.rows) {
          const before = rowOf(table, row.id);
          const words = before ? cellOut(show.tables, table, before, column) : '';
          if (words !== '') row.cells[column.id] = typedCell(show.tables, next, words);
        }
      columns[at] = next;
    });
    onClose();
  };
  const places = usedWhere(show, table.id, column);
  const remove = (): void => {
    edit(`Delete the column ${column.name}`, (draft) => {
      const real = draft.tables[table.id];
      if (!real) return;
      real.columns = real.columns.filter(({ id }) => id !== column.id);
      for (const row of real.rows) delete row.cells[column.id];
    });
    onClose();
  };
  const move = (by: number): void =>
    edit(`Move the column ${column.name}`, (draft) => {
      const columns = draft.tables[table.id]?.columns ?? [];
      const at = columns.findIndex(({ id }) => id === column.id);
      const to = at + by;
      if (at < 0 || to < 0 || to >= columns.length) return;
      const [one] = columns.splice(at, 1);
      if (one) columns.splice(to, 0, one);
    });
  const end = followedColumn(show.tables, table, own);
  const isRanged =
    own.type === 'number' || own.type === 'date' || own.type === 'time' || own.type === 'duration';
  const limit = (text: string): number | null =>
    text.trim() === ''
      ? null
      : own.type === 'date'
        ? parseDate(text)
        : own.type === 'time'
          ? parseTime(text)
          : own.type === 'duration'
            ? parseDuration(text)
            : parseNumber(text);
  const limitText = (value: number | null): string =>
    value === null
      ? ''
      : own.type === 'date'
        ? new Date(value).toISOString().slice(0, 16).replace('T', ' ')
        : own.type === 'time'
          ? timeText(value)
          : String(value);
  const columnsOf = (id: string) =>
    (show.tables[id]?.columns ?? []).map((one) => ({ value: one.id, label: one.name }));
  return (
    <Dialog title={`Column ${column.name} of ${table.name}`} open onClose={onClose} wide>
      <div className="grid grid-cols-2 gap-3">
        <TextField label="Name" value={own.name} onChange={(name) => set({ name })} maxLength={200} />
        <SelectField
          label="Type"
          value={own.type}
          choices={Object.entries(columnKinds)
            .filter(
              ([type]) =>
                (type !== 'pick' || others.length > 0 || own.type === 'pick') &&
                (type !== 'follows' || picks.length > 0 || own.type === 'follows'),
            )
            .map(([value, { label }]) => ({ value, label }))}
          onChange={(type) => become(type as ColumnType)}
        />
        {own.type === 'number' && (
          <>
            <TextField
              label="Unit"
              value={own.unit}
              onChange={(unit) => set({ unit })}
              maxLength={20}
              placeholder="kn"
            />
            <SelectField
              label="Decimals shown"
              value={own.decimals ?? -1}
              choices={[
                { value: -1, label: 'All of them' },
                ...[0, 1, 2, 3, 4].map((value) => ({ value, label: String(value) })),
              ]}
              onChange={(value) => set({ decimals: Number(value) < 0 ? null : Number(value) })}
            />
          </>
        )}
        {own.type === 'date' && (
          <CheckField label="With a time of day" value={own.time} onChange={(time) => set({ time })} />
        )}
        {own.type === 'choice' && (
          <div className="col-span-2">
            <TextField
              label="Choices, one a line"
              lines
              value={own.choices.join('\n')}
              onChange={(text) => set({ choices: text.split('\n').slice(0, 500) })}
              onDone={() =>
                set({ choices: [...new Set(own.choices.map((one) => one.trim()).filter(Boolean))] })
              }
            />
          </div>
        )}
        {own.type === 'pick' && (
          <>
            <SelectField
              label="A row of"
              value={own.table}
              choices={others.map(({ id, name }) => ({ value: id, label: name }))}
              onChange={(id) =>
                set({
                  table: id,
                  shown: columnsOf(String(id))[0]?.value,
                  sent: columnsOf(String(id))[0]?.value,
                })
              }
            />
            <span />
            <SelectField
              label="Shown to whoever types"
              value={own.shown}
              choices={columnsOf(own.table)}
              onChange={(shown) => set({ shown })}
            />
            <SelectField
              label="Sent to air"
              value={own.sent}
              choices={columnsOf(own.table)}
              onChange={(sent) => set({ sent })}
            />
          </>
        )}
        {own.type === 'follows' && (
          <>
            <SelectField
              label="Of the row picked by"
              value={own.pick}
              choices={picks.map(({ id, name }) => ({ value: id, label: name }))}
              onChange={(pick) => set({ pick })}
            />
            <SelectField
              label="The column"
              value={own.column}
              choices={columnsOf(picks.find(({ id }) => id === own.pick)?.table ?? '')}
              onChange={(one) => set({ column: one })}
            />
            <p className="col-span-2 text-xs text-ink-3">
              It fills itself with {end ? `“${end.name}”` : 'nothing yet'} of the row that is picked, and
              cannot be typed in.
            </p>
          </>
        )}
      </div>
      {own.type !== 'follows' && (
        <fieldset className="grid grid-cols-2 gap-x-3 gap-y-1 border-t border-line pt-3">
          <legend className="sr-only">Checks</legend>
          <CheckField
            label="Must not be empty"
            value={own.checks.needed}
            onChange={(needed) => setChecks({ needed })}
          />
          <CheckField
            label="Each value only once"
            value={own.checks.unique}
            onChange={(unique) => setChecks({ unique })}
          />
          {isRanged && (
            <>
              <LimitField
                label="Not below"
                text={limitText(own.checks.low)}
                read={limit}
                onKeep={(low) => setChecks({ low })}
              />
              <LimitField
                label="Not above"
                text={limitText(own.checks.high)}
                read={limit}
                onKeep={(high) => setChecks({ high })}
              />
            </>
          )}
          {own.type === 'text' && (
            <div className="col-span-2">
              <TextField
                label="Must match (regular expression)"
                value={own.checks.pattern}
                onChange={(pattern) => setChecks({ pattern })}
                placeholder="[A-Z]{2}\d+"
              />
            </div>
          )}
        </fieldset>
      )}
      <UsedWhere places={places} what={column.name} />
      <div className="flex items-center gap-2 border-t border-line pt-3">
        <Button onClick={() => move(-1)}>To the left</Button>
        <Button onClick={() => move(1)}>To the right</Button>
        <Button
          onClick={remove}
          title={places.length > 0 ? `It is used in ${counted(places.length, 'place')}` : undefined}
        >
          Delete the column
        </Button>
        <span className="flex-1" />
        <Button onClick={onClose}>Cancel</Button>
        <Button tone="primary" onClick={keep}>
          Keep
        </Button>
      </div>
    </Dialog>
  );
}

function LimitField(props: {
  label: string;
  text: string;
  read: (text: string) => number | null;
  onKeep: (value: number | null) => void;
}) {
  const [typed, setTyped] = useState(props.text);
  return (
    <TextField
      label={props.label}
      value={typed}
      onChange={setTyped}
      onDone={() => props.onKeep(props.read(typed))}
    />
  );
}
