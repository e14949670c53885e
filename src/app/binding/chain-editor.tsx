import { ArrowDown, ArrowUp, ChevronDown, ChevronRight, X } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import {
  dataOf,
  originNames,
  stepKind,
  stepKinds,
  type Binding,
  type BindingStep,
  type BindingStepKind,
  type StepGroup,
} from '../../core/binding';
import type { Use } from '../../core/data';
import type { Show, Template } from '../../core/show';
import { IconButton, SelectField } from '../ui';
import { useTrace } from '../state/data';
import { dataName } from '../data/data-choices';
import type { TraceStep } from '../../workers/data.worker';
import { OriginForm } from './origin-form';
import { StepForm } from './step-form';

const groups: readonly StepGroup[] = ['Rows', 'Lists', 'Numbers', 'Text', 'Dates', 'Choices'];

/** A binding from its origin through every step, with what it is after each, live. Read-only without `onChange`. */
export function ChainEditor(props: {
  show: Show;
  template: Template;
  binding: Binding;
  use: Use;
  onChange: ((binding: Binding) => void) | null;
  end?: ReactNode;
}) {
  const { show, template, binding, use, onChange, end } = props;
  const trace = useTrace(use, binding);
  const [open, setOpen] = useState<number | null>(0);
  const navigate = useNavigate();
  const named = useMemo(
    () => [
      ...template.fields.map(({ id, name }) => ({ value: id, label: name })),
      ...template.bindings
        .filter(({ id }) => id !== binding.id)
        .map(({ id, name }) => ({ value: id, label: name })),
    ],
    [template, binding.id],
  );
  const nameOf = (id: string): string => named.find(({ value }) => value === id)?.label ?? dataName(show, id);
  const steps = (next: BindingStep[]): void => onChange?.({ ...binding, steps: next });
  const move = (i: number, to: number): void => {
    const next = [...binding.steps];
    const [one] = next.splice(i, 1);
    if (one) next.splice(to, 0, one);
    steps(next);
    setOpen(to + 1);
  };
  const [source] = dataOf(binding);
  const from = binding.from;
  const hand = use.row?.of ?? null;
  const data = 'data' in from && from.data !== '' ? from.data : from.kind === 'cell' ? hand : null;
  return (
    <ol className="flex flex-col" aria-label={`Steps of ${binding.name}`}>
      <Rung
        at={0}
        title={originNames[from.kind]}
        words={originWords(binding, nameOf)}
        trace={trace[0]}
        isOpen={open === 0}
        onOpen={onChange ? () => setOpen(open === 0 ? null : 0) : null}
      >
        {onChange && (
          <OriginForm
            show={show}
            template={template}
            binding={binding}
            hand={hand}
            named={named}
            onChange={(next) => onChange({ ...binding, from: next })}
          />
        )}
        {data && (
          <button
            type="button"
            className="self-start text-xs text-tide hover:underline"
            onClick={() =>
              void navigate(
                `/data/${data}${use.row && data === use.row.of ? `?row=${encodeURIComponent(use.row.key)}` : ''}`,
              )
            }
          >
            Go to {dataName(show, data)}
          </button>
        )}
      </Rung>
      {binding.steps.map((step, i) => (
        <Rung
          key={i}
          at={i + 1}
          title={stepKind(step.kind).label}
          words={stepKind(step.kind).words(step, { nameOf })}
          trace={trace[i + 1]}
          isOpen={open === i + 1}
          onOpen={onChange ? () => setOpen(open === i + 1 ? null : i + 1) : null}
          buttons={
            onChange && (
              <>
                <IconButton label={`Step ${i + 1} earlier`} disabled={i === 0} onClick={() => move(i, i - 1)}>
                  <ArrowUp size={13} />
                </IconButton>
                <IconButton
                  label={`Step ${i + 1} later`}
                  disabled={i === binding.steps.length - 1}
                  onClick={() => move(i, i + 1)}
                >
                  <ArrowDown size={13} />
                </IconButton>
                <IconButton
                  label={`Remove step ${i + 1}`}
                  onClick={() => steps(binding.steps.filter((_s, at) => at !== i))}
                >
                  <X size={13} />
                </IconButton>
              </>
            )
          }
        >
          {onChange && (
            <StepForm
              show={show}
              step={step}
              input={trace[i]?.valueType ?? null}
              named={named}
              onChange={(next) => steps(binding.steps.map((one, at) => (at === i ? next : one)))}
            />
          )}
        </Rung>
      ))}
      {onChange && (
        <li className="flex items-center gap-2 py-2 pl-7">
          <SelectField
            bare
            label="Add a step"
            className="max-w-56"
            value=""
            choices={[
              { value: '', label: '+ Add a step…' },
              ...groups.flatMap((group) => Object.entries(stepKinds).filter(([, kind]) => kind.group === group).map(([value, { label }]) => ({ value, label: `${group}: ${label}` }))), // prettier-ignore
            ]}
            onChange={(kind) => {
              if (kind === '') return;
              steps([...binding.steps, structuredClone(stepKind(kind as BindingStepKind).plain)]);
              setOpen(binding.steps.length + 1);
            }}
          />
        </li>
      )}
      {end}
      {source === undefined && from.kind === 'rows' && (
        <li className="text-xs text-ink-3">Choose what it looks at.</li>
      )}
    </ol>
  );
}

function originWords({ from }: Binding, nameOf: (id: string) => string): string {
  switch (from.kind) {
    case 'field':
      return nameOf(from.field);
    case 'binding':
      return nameOf(from.binding);
    case 'words':
      return from.text || 'no text yet';
    case 'score':
      return from.score ? nameOf(from.score) : 'nothing chosen';
    case 'clock':
      return from.clock ? nameOf(from.clock) : 'nothing chosen';
    case 'rows':
    case 'value':
    case 'sheets':
      return from.data ? nameOf(from.data) : 'nothing chosen';
    case 'cell':
      return from.row.by === 'hand'
        ? 'of the row in hand'
        : `of ${from.data ? nameOf(from.data) : '…'}, ${from.row.by === 'place' ? 'by place' : 'by name'}`;
  }
}

/** One step: what it does in words, and what is there after it. */
function Rung(props: {
  at: number;
  title: string;
  words: string;
  trace: TraceStep | undefined;
  isOpen: boolean;
  onOpen: (() => void) | null;
  buttons?: ReactNode;
  children: ReactNode;
}) {
  const { at, title, words, trace, isOpen, onOpen, buttons, children } = props;
  const head = (
    <>
      <strong className="shrink-0 font-semibold">{title}</strong>
      <span className="min-w-0 truncate text-ink-2">{words}</span>
    </>
  );
  return (
    <li className="relative border-l-2 border-tide/40 pb-1 pl-5 ml-2">
      <span
        className={`number absolute top-1 -left-[9px] flex size-4 items-center justify-center rounded-full text-[10px] ${trace?.problem ? 'bg-warn text-ground' : 'bg-tide text-ground'}`}
        aria-hidden
      >
        {at}
      </span>
      <div className="flex h-7 items-center gap-1">
        {onOpen ? (
          <button
            type="button"
            className="flex min-w-0 flex-1 items-center gap-2 text-left"
            aria-expanded={isOpen}
            onClick={onOpen}
          >
            {isOpen ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
            {head}
          </button>
        ) : (
          <span className="flex min-w-0 flex-1 items-center gap-2">{head}</span>
        )}
        {buttons}
      </div>
      {isOpen && <div className="flex flex-col gap-2 py-1">{children}</div>}
      {trace &&
        (trace.problem ? (
          <p role="alert" className="text-xs text-warn">
            ⚠ {trace.problem}
          </p>
        ) : (
          <p className="flex items-baseline gap-2">
            <output
              className="number min-w-0 flex-1 truncate rounded bg-ground px-2 py-0.5 text-ink"
              dir="auto"
              aria-label={`After ${title}`}
            >
              {trace.words === '' ? <span className="text-ink-3">nothing</span> : trace.words}
            </output>
            {/* Of rows the table below shows the columns. */}
            {!trace.rows && (
              <span className="max-w-40 shrink-0 truncate text-xs text-ink-3" title={trace.type}>
                {trace.type}
              </span>
            )}
          </p>
        ))}
      {trace?.rows && !trace.problem && trace.rows.rows.length > 0 && (
        <RowsAfter rows={trace.rows} of={title} />
      )}
    </li>
  );
}

/** The first rows after a step. */
function RowsAfter({ rows, of }: { rows: NonNullable<TraceStep['rows']>; of: string }) {
  return (
    <div className="mt-1 max-w-full overflow-x-auto rounded border border-line">
      <table className="text-xs" aria-label={`Rows after ${of}`}>
        <thead className="text-left text-ink-3">
          <tr>
            {rows.columns.map((name, at) => (
              <th key={at} className="px-1.5 py-0.5 font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.rows.map((row, at) => (
            <tr key={at} className="border-t border-line">
              {row.map((cell, column) => (
                <td key={column} className="number max-w-32 truncate px-1.5 py-0.5" dir="auto">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
