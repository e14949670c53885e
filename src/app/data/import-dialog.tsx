import { useEffect, useState } from 'react';
import { bareName, tableFromRead } from '../../core/data';
import { columnKinds, freshName, type Table } from '../../core/show';
import {
  formats,
  guessFormat,
  scalarTypes,
  type Format,
  type ReadResult,
  type ScalarType,
} from '../../core/source';
import { Button, Dialog, SelectField, TextField } from '../ui';
import { newId } from '../state/ids';
import { readHanded } from '../state/reading';
import { Readings } from './readings';
import { FormatForm } from './source-format-form';

const shownRows = 8;

/** How a file is read unless someone says otherwise: of a workbook what is stored, so that dates and numbers are such. */
async function formatOf(file: File): Promise<Format> {
  const start = new Uint8Array(await file.slice(0, 4096).arrayBuffer());
  const format = structuredClone(formats[guessFormat(file.name, start)].plain);
  return format.format === 'xlsx' ? { ...format, cells: 'values' } : format;
}

/** A file before it is kept as a table: how it is read, what its columns are, and its first rows. */
export function ImportDialog(props: {
  file: File;
  /** Names that tables, views and sources have. */
  taken: readonly string[];
  onKeep: (file: File, table: Table) => void;
  onClose: () => void;
}) {
  const { file, taken, onKeep, onClose } = props;
  const [format, setFormat] = useState<Format | null>(null);
  const [result, setResult] = useState<ReadResult | null>(null);
  const [types, setTypes] = useState<Readonly<Record<string, ScalarType>>>({});
  const [name, setName] = useState(() => freshName(bareName(file.name), [...taken]));
  useEffect(() => void formatOf(file).then(setFormat), [file]);
  useEffect(() => {
    if (!format) return;
    let isGone = false;
    void readHanded(file, format).then((next) => {
      if (isGone) return;
      setResult(next);
      // What was chosen for columns of another reading is not meant for these.
      if ('read' in next)
        setTypes((now) =>
          Object.fromEntries(
            Object.entries(now).filter(([column]) => next.read.columns.some((one) => one.name === column)),
          ),
        );
    });
    return () => {
      isGone = true;
    };
  }, [file, format]);
  const read = result && 'read' in result ? result.read : null;
  const problem = result && 'problem' in result ? result : null;
  return (
    <Dialog title={`Import ${file.name}`} open onClose={onClose} wide>
      <div className="grid min-h-0 grid-cols-[220px_minmax(0,1fr)] gap-4">
        <div className="flex flex-col gap-2">
          <TextField label="Name of the table" value={name} onChange={setName} maxLength={200} />
          <FormatForm
            format={format}
            offers={read?.offers ?? problem?.offers ?? []}
            encoding={read?.encoding ?? null}
            onChange={(next) => next && setFormat(next)}
          />
        </div>
        <div className="flex min-w-0 flex-col gap-2">
          {problem && (
            <p role="alert">
              <span className="text-warn">⚠ </span>
              {problem.problem.message}
            </p>
          )}
          {problem?.readings && (
            <Readings
              readings={problem.readings}
              onChoose={(encoding) => format && setFormat({ ...format, encoding } as Format)}
            />
          )}
          {!result && <p className="text-ink-3">Reading…</p>}
          {read && (
            <>
              <p className="text-ink-2">
                <span className="number">{read.rows.length}</span> rows,{' '}
                <span className="number">{read.columns.length}</span> columns
                {read.encoding ? `, ${read.encoding}` : ''}. {read.notes.join(' ')}
              </p>
              <div className="max-h-72 overflow-auto border border-line">
                <table className="w-max min-w-full border-collapse" aria-label={`First rows of ${file.name}`}>
                  <thead className="sticky top-0 bg-deck">
                    <tr>
                      {read.columns.map((column) => (
                        <th
                          key={column.name}
                          className="min-w-28 border-b border-line p-1 text-left font-semibold"
                        >
                          <span className="block max-w-48 truncate" title={column.name}>
                            {column.name}
                          </span>
                          <SelectField
                            bare
                            label={`Type of ${column.name}`}
                            className="text-xs"
                            value={types[column.name] ?? column.type}
                            choices={scalarTypes.map((type) => ({
                              value: type,
                              label: columnKinds[type].label,
                            }))}
                            onChange={(type) =>
                              setTypes((now) => ({ ...now, [column.name]: type as ScalarType }))
                            }
                          />
                        </th>
                      ))}
                    </tr>
                  </thead>
                  <tbody>
                    {read.rows.slice(0, shownRows).map((row, i) => (
                      <tr key={i}>
                        {read.columns.map((column, c) => (
                          <td
                            key={column.name}
                            dir="auto"
                            className="max-w-48 truncate border-b border-line px-1.5 py-0.5"
                          >
                            {String(row[c] ?? '')}
                          </td>
                        ))}
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            </>
          )}
        </div>
      </div>
      <div className="flex justify-end gap-2 border-t border-line pt-3">
        <Button onClick={onClose}>Cancel</Button>
        <Button
          tone="primary"
          disabled={!read}
          onClick={() =>
            read &&
            onKeep(
              file,
              tableFromRead(read, freshName(name.trim() || bareName(file.name), [...taken]), newId, types),
            )
          }
        >
          {read
            ? `Keep ${read.rows.length} ${read.rows.length === 1 ? 'row' : 'rows'} as a table`
            : 'Keep as a table'}
        </Button>
      </div>
    </Dialog>
  );
}
