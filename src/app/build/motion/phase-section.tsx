import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import {
  changeRules,
  hasRows,
  rowRules,
  phaseOf,
  phasesOf,
  removePhase,
  type Change,
  type ChangeRule,
  type Phase,
  type Template,
} from '../../../core/show';
import {
  Button,
  CheckField,
  IconButton,
  NameField,
  NumberField,
  Section,
  SelectField,
  TextField,
} from '../../ui';
import { editTemplate, sealEdit, useBuild } from '../build-store';
import { EaseEditor } from './ease-editor';

const ruleWords: Readonly<Record<ChangeRule['is'], string>> = {
  changed: 'has changed',
  only: 'alone has changed',
  'from-to': 'goes from … to …',
  greater: 'is greater than before',
  less: 'is less than before',
  'row-came': 'has a new row',
  'row-left': 'has lost a row',
  reordered: 'is in another order',
  rose: 'rose in the column …',
  fell: 'fell in the column …',
};

const what: Readonly<Record<string, string>> = {
  enter: 'How it comes. It ends at rest.',
  exit: 'How it leaves. It begins at rest.',
  idle: 'Keeps moving while it holds, over and over, and runs on while it leaves.',
  change: 'How new values replace old ones.',
  step: 'Taken by “next”. What it brings in is not seen before it.',
  move: 'Called by its name, there and back.',
};

/** The phase that the playhead stands in: its length, its markers, and what makes a Change run. */
export function PhaseSection({ template }: { template: Template }) {
  const playhead = useBuild((store) => store.playhead);
  const place = phasesOf(template).find(({ ref }) => ref === playhead.phase);
  if (!place)
    return (
      <p className="border-b border-line p-3 text-xs text-ink-3">
        The playhead stands at the rest pose. Put it into a phase to set that phase.
      </p>
    );
  const { ref, kind, name, phase } = place;
  const edit = (label: string, recipe: (own: Phase) => void, merge?: string): void =>
    editTemplate(
      label,
      (t) => {
        const own = phaseOf(t, ref);
        if (own) recipe(own);
      },
      merge && `${ref} ${merge}`,
    );
  const change = template.changes.find(({ id }) => id === ref);
  const isNamed = kind === 'change' || kind === 'move' || kind === 'step';
  return (
    <Section
      title={kind === 'idle' ? 'Idle loop' : name}
      extra={
        isNamed && (
          <IconButton
            label={`Delete ${name}`}
            onClick={() => {
              editTemplate(`Delete ${name}`, (t) => removePhase(t, ref));
              useBuild.getState().set({ playhead: { phase: 'hold', frame: 0 }, keys: [] });
            }}
          >
            <Trash2 size={14} />
          </IconButton>
        )
      }
    >
      <p className="text-xs text-ink-3">{what[kind]}</p>
      {isNamed && (
        <NameField
          label={`Name of the ${kind === 'change' ? 'Change' : kind}`}
          value={name}
          onKeep={(next) => edit(`Rename ${name}`, (own) => void Object.assign(own, { name: next }))}
        />
      )}
      <NumberField
        label="Length"
        unit="f"
        value={phase.frames}
        min={0}
        max={100_000}
        onChange={(frames) =>
          edit(`Length of ${name}`, (own) => void (own.frames = Math.round(frames)), 'length')
        }
        onDone={sealEdit}
      />
      {phase.frames === 0 && kind !== 'idle' && (
        <p className="text-xs text-warn">⚠ Without a length it cuts.</p>
      )}
      {change && <ChangeFields template={template} change={change} />}
      <Markers phase={phase} edit={edit} />
    </Section>
  );
}

function Markers(props: {
  phase: Phase;
  edit: (label: string, recipe: (own: Phase) => void, merge?: string) => void;
}) {
  const { phase, edit } = props;
  if (phase.markers.length === 0) return null;
  return (
    <div className="flex flex-col gap-1" role="group" aria-label="Markers">
      <span className="text-xs text-ink-2">Markers</span>
      {phase.markers.map((marker) => (
        <span key={marker.id} className="flex items-center gap-1">
          <span className="min-w-0 flex-1">
            <TextField
              bare
              label="Name of the marker"
              value={marker.name}
              maxLength={100}
              onChange={(name) =>
                edit(
                  'Rename a marker',
                  (own) => {
                    const found = own.markers.find(({ id }) => id === marker.id);
                    if (found && name.trim() !== '') found.name = name;
                  },
                  `marker ${marker.id}`,
                )
              }
              onDone={sealEdit}
            />
          </span>
          <span className="w-20">
            <NumberField
              label={`Frame of ${marker.name}`}
              bare
              unit="f"
              value={marker.frame}
              min={0}
              max={100_000}
              onChange={(frame) =>
                edit(
                  'Move a marker',
                  (own) => {
                    const found = own.markers.find(({ id }) => id === marker.id);
                    if (found) found.frame = Math.round(frame);
                  },
                  `marker ${marker.id}`,
                )
              }
              onDone={sealEdit}
            />
          </span>
          <IconButton
            label={`Delete the marker ${marker.name}`}
            onClick={() =>
              edit('Delete a marker', (own) => {
                own.markers = own.markers.filter(({ id }) => id !== marker.id);
              })
            }
          >
            <Trash2 size={14} />
          </IconButton>
        </span>
      ))}
    </div>
  );
}

/** When a Change runs, and how old and new meet in it. */
function ChangeFields({ template, change }: { template: Template; change: Change }) {
  const at = template.changes.findIndex(({ id }) => id === change.id);
  const edit = (label: string, recipe: (own: Change) => void, merge?: string): void =>
    editTemplate(
      label,
      (t) => {
        const own = t.changes.find(({ id }) => id === change.id);
        if (own) recipe(own);
      },
      merge && `${change.id} ${merge}`,
    );
  const shift = (by: number): void =>
    editTemplate('Order of the Changes', (t) => {
      const [own] = t.changes.splice(at, 1);
      if (own) t.changes.splice(at + by, 0, own);
    });
  const number = (label: string, key: 'swap' | 'carryFrom' | 'carryTo'): ReactNode => (
    <NumberField
      label={label}
      unit="f"
      value={change[key] ?? 0}
      min={0}
      max={change.frames}
      onChange={(value) => edit(label, (own) => void (own[key] = Math.round(value)), key)}
      onDone={sealEdit}
    />
  );
  const hidden = template.changes.findIndex((own) => own.when.length === 0);
  return (
    <>
      <div className="flex items-center gap-1">
        <span className="flex-1 text-xs text-ink-2">
          Priority {at + 1} of {template.changes.length}
        </span>
        <IconButton label="Raise its priority" disabled={at === 0} onClick={() => shift(-1)}>
          <ArrowUp size={14} />
        </IconButton>
        <IconButton
          label="Lower its priority"
          disabled={at === template.changes.length - 1}
          onClick={() => shift(1)}
        >
          <ArrowDown size={14} />
        </IconButton>
      </div>
      {hidden >= 0 && hidden < at && (
        <p className="text-xs text-warn">
          ⚠ “{template.changes[hidden]?.name}” comes before it and has no rule: this one never runs.
        </p>
      )}
      <div className="flex flex-col gap-1.5" role="group" aria-label="Runs when">
        <span className="text-xs text-ink-2">
          {change.when.length === 0 ? 'Runs whenever something has changed' : 'Runs when'}
        </span>
        {change.when.map((rule, index) => (
          <RuleRow key={index} template={template} change={change} rule={rule} index={index} edit={edit} />
        ))}
        <Button
          className="h-6 self-start px-2 text-xs"
          disabled={template.fields.length === 0}
          title={template.fields.length === 0 ? 'The template has no fields yet' : ''}
          onClick={() =>
            edit(
              'Add a rule',
              (own) => void own.when.push({ is: 'changed', field: template.fields[0]?.id ?? '' }),
            )
          }
        >
          Add a rule
        </Button>
      </div>
      <CheckField
        label="Old and new are both there"
        value={change.swap === null}
        onChange={(both) =>
          edit('Swap', (own) => void (own.swap = both ? null : Math.round(own.frames * 0.4)))
        }
      />
      {change.swap !== null && number('Swap at', 'swap')}
      <CheckField
        label="What has not changed stands still"
        value={change.sparesTheSame}
        onChange={(spares) => edit('What stands still', (own) => void (own.sparesTheSame = spares))}
      />
      <span className="text-xs text-ink-2">Sizes, numbers and colours go from old to new</span>
      <div className="grid grid-cols-2 gap-2">
        {number('From', 'carryFrom')}
        {number('To', 'carryTo')}
      </div>
      <EaseEditor
        label="How they go"
        ease={change.carryEase}
        onChange={(ease) => edit('How sizes go', (own) => void (own.carryEase = ease), 'carry')}
      />
    </>
  );
}

function RuleRow(props: {
  template: Template;
  change: Change;
  rule: ChangeRule;
  index: number;
  edit: (label: string, recipe: (own: Change) => void, merge?: string) => void;
}) {
  const { template, rule, index, edit } = props;
  const put = (next: ChangeRule): void =>
    edit('Rule', (own) => void (own.when[index] = next), `rule ${index}`);
  const make = (is: ChangeRule['is'], field: string): ChangeRule =>
    is === 'from-to'
      ? { is, field, from: null, to: null }
      : is === 'rose' || is === 'fell'
        ? { is, field, column: '' }
        : { is, field };
  const isRows = hasRows(template, rule.field);
  return (
    <div
      className="flex flex-col gap-1 rounded border border-line p-1.5"
      role="group"
      aria-label={`Rule ${index + 1}`}
    >
      <span className="flex items-center gap-1">
        <span className="min-w-0 flex-1">
          <SelectField
            bare
            label="Field"
            className="w-full"
            value={rule.field}
            choices={[...template.fields, ...template.bindings].map(({ id, name }) => ({
              value: id,
              label: name,
            }))}
            onChange={(field) => put(make('changed', String(field)))}
          />
        </span>
        <IconButton
          label={`Delete rule ${index + 1}`}
          onClick={() => edit('Delete a rule', (own) => void own.when.splice(index, 1))}
        >
          <Trash2 size={14} />
        </IconButton>
      </span>
      <SelectField
        bare
        label="How"
        className="w-full"
        value={rule.is}
        choices={(isRows ? (['changed', 'only', ...rowRules] as const) : changeRules).map((value) => ({
          value,
          label: ruleWords[value],
        }))}
        onChange={(is) => put(make(is as ChangeRule['is'], rule.field))}
      />
      {(rule.is === 'rose' || rule.is === 'fell') && (
        <TextField
          beside
          label="Column"
          value={rule.column}
          onChange={(column) => put({ ...rule, column })}
          onDone={sealEdit}
        />
      )}
      {rule.is === 'from-to' &&
        (['from', 'to'] as const).map((end) => (
          <TextField
            key={end}
            beside
            label={end === 'from' ? 'From' : 'To'}
            value={rule[end] === null ? '' : String(rule[end])}
            onChange={(value) => put({ ...rule, [end]: value === '' ? null : value })}
            onDone={sealEdit}
          />
        ))}
    </div>
  );
}
