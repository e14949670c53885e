import { Plus, Trash2 } from 'lucide-react';
import { toast } from 'sonner';
import {
  newReaction,
  phasesOf,
  reactionCycle,
  templatesByName,
  type Reaction,
  type ReactionDeed,
  type ReactionTarget,
  type Show,
  type Template,
} from '../../core/show';
import { Button, DraftText, IconButton, Section, SelectField } from '../ui';
import { newId } from '../state/ids';
import { editTemplate } from './build-store';

const ons = [
  { value: 'enter', label: 'it enters' },
  { value: 'change', label: 'it changes' },
  { value: 'exit', label: 'it leaves' },
  { value: 'marker', label: 'it reaches a marker' },
] as const;
const bys = [
  { value: 'lane', label: 'in the lane' },
  { value: 'template', label: 'of the template' },
  { value: 'tag', label: 'with the tag' },
  { value: 'name', label: 'by name' },
] as const;
const matches = [
  { value: 'is', label: 'named' },
  { value: 'begins', label: 'beginning with' },
  { value: 'contains', label: 'containing' },
] as const;
const deeds = [
  { value: 'leave', label: 'leaves' },
  { value: 'move', label: 'does a move' },
  { value: 'back', label: 'comes back' },
  { value: 'change', label: 'changes a field' },
] as const;

/** What others do when this one enters, changes, reaches a marker or leaves. */
export function ReactionsSection({ show, template }: { show: Show; template: Template }) {
  /** A chain that would come back to where it began is refused, and said. */
  const keep = (label: string, reactions: readonly Reaction[]): void => {
    const templates = { ...show.templates, [template.id]: { ...template, reactions: [...reactions] } };
    const round = reactionCycle({ templates, cards: show.cards });
    if (round) return void toast.error(round.message);
    editTemplate(label, (t) => void (t.reactions = [...reactions]));
  };
  const change = (next: Reaction): void =>
    keep(
      'Change a reaction',
      template.reactions.map((own) => (own.id === next.id ? next : own)),
    );
  return (
    <Section title="Reactions of others" isFolded>
      {template.reactions.length === 0 && (
        <p className="text-xs text-ink-3">
          Others stay as they are when this one comes, changes and goes. A reaction lets them move aside,
          change or leave.
        </p>
      )}
      {template.reactions.map((reaction, index) => (
        <ReactionForm
          key={reaction.id}
          name={`Reaction ${index + 1}`}
          reaction={reaction}
          show={show}
          template={template}
          onChange={change}
          onRemove={() =>
            keep(
              'Remove a reaction',
              template.reactions.filter(({ id }) => id !== reaction.id),
            )
          }
        />
      ))}
      <Button
        className="self-start text-xs"
        onClick={() => {
          const lanes = show.channels[0]?.lanes ?? [];
          const lane = lanes.find(({ id }) => id !== template.lane)?.id ?? template.lane;
          keep('Add a reaction', [
            ...template.reactions,
            { ...newReaction(newId()), whose: { by: 'lane', lane } },
          ]);
        }}
      >
        <Plus size={13} /> Reaction
      </Button>
    </Section>
  );
}

function ReactionForm(props: {
  name: string;
  reaction: Reaction;
  show: Show;
  template: Template;
  onChange: (reaction: Reaction) => void;
  onRemove: () => void;
}) {
  const { name, reaction, show, template, onChange, onRemove } = props;
  const markers = [
    ...new Set(phasesOf(template).flatMap(({ phase }) => phase.markers.map((marker) => marker.name))),
  ];
  const moves = [
    ...new Set(Object.values(show.templates).flatMap((other) => other.moves.map((move) => move.name))),
  ];
  const { whose, does } = reaction;
  return (
    <fieldset className="flex flex-col gap-1.5 rounded border border-line p-2">
      <legend className="sr-only">{name}</legend>
      <div className="flex items-center gap-1">
        <span className="w-12 shrink-0 text-xs text-ink-2">When</span>
        <SelectField
          bare
          label={`${name}: when`}
          value={reaction.on}
          choices={ons}
          onChange={(on) =>
            onChange({
              ...reaction,
              on: on as Reaction['on'],
              marker: on === 'marker' ? (markers[0] ?? 'Marker') : null,
            })
          }
        />
        <IconButton label={`Remove ${name}`} onClick={onRemove}>
          <Trash2 size={13} />
        </IconButton>
      </div>
      {reaction.on === 'marker' && (
        <SelectField
          bare
          label={`${name}: marker`}
          value={reaction.marker ?? ''}
          choices={[...new Set([reaction.marker ?? '', ...markers])].map((value) => ({
            value,
            label: value,
          }))}
          onChange={(marker) => onChange({ ...reaction, marker: String(marker) })}
        />
      )}
      <div className="flex items-center gap-1">
        <span className="w-12 shrink-0 text-xs text-ink-2">what is</span>
        <SelectField
          bare
          label={`${name}: whose`}
          value={whose.by}
          choices={bys}
          onChange={(by) => onChange({ ...reaction, whose: targetOf(String(by), show, template) })}
        />
      </div>
      <TargetFields
        name={name}
        whose={whose}
        show={show}
        onChange={(next) => onChange({ ...reaction, whose: next })}
      />
      <SelectField
        bare
        label={`${name}: where`}
        value={reaction.where}
        choices={[
          { value: 'this', label: 'on this channel' },
          { value: 'all', label: 'on all channels' },
        ]}
        onChange={(where) => onChange({ ...reaction, where: where as Reaction['where'] })}
      />
      <SelectField
        bare
        label={`${name}: does`}
        value={does.do}
        choices={deeds}
        onChange={(deed) => onChange({ ...reaction, does: deedOf(String(deed), moves) })}
      />
      {(does.do === 'move' || does.do === 'back') && (
        <SelectField
          bare
          label={`${name}: move`}
          value={does.move ?? ''}
          choices={[
            ...(does.do === 'back' ? [{ value: '', label: 'from every move' }] : []),
            ...[...new Set([...(does.move ? [does.move] : []), ...moves])].map((value) => ({
              value,
              label: `${does.do === 'back' ? 'from ' : ''}“${value}”`,
            })),
          ]}
          onChange={(move) =>
            onChange({
              ...reaction,
              does:
                does.do === 'move'
                  ? { do: 'move', move: String(move) }
                  : { do: 'back', move: move === '' ? null : String(move) },
            })
          }
        />
      )}
      {does.do === 'change' && (
        <ChangeFields name={name} does={does} onChange={(next) => onChange({ ...reaction, does: next })} />
      )}
    </fieldset>
  );
}

function targetOf(by: string, show: Show, template: Template): ReactionTarget {
  const others = templatesByName(show).filter(({ id }) => id !== template.id);
  switch (by) {
    case 'template':
      return { by: 'template', template: others[0]?.id ?? template.id };
    case 'tag':
      return { by: 'tag', tag: others.flatMap(({ tags }) => tags)[0] ?? 'aside' };
    case 'name':
      return { by: 'name', match: 'is', text: others[0]?.name ?? 'Name' };
    default:
      return {
        by: 'lane',
        lane: show.channels[0]?.lanes.find(({ id }) => id !== template.lane)?.id ?? template.lane,
      };
  }
}

function deedOf(deed: string, moves: readonly string[]): ReactionDeed {
  switch (deed) {
    case 'move':
      return { do: 'move', move: moves[0] ?? 'Tuck away' };
    case 'back':
      return { do: 'back', move: null };
    case 'change':
      return { do: 'change', values: {} };
    default:
      return { do: 'leave' };
  }
}

function TargetFields(props: {
  name: string;
  whose: ReactionTarget;
  show: Show;
  onChange: (whose: ReactionTarget) => void;
}) {
  const { name, whose, show, onChange } = props;
  switch (whose.by) {
    case 'lane':
      return (
        <SelectField
          bare
          label={`${name}: lane`}
          value={whose.lane}
          choices={[
            ...new Map(show.channels.flatMap(({ lanes }) => lanes).map((lane) => [lane.id, lane.name])),
          ].map(([value, label]) => ({ value, label }))}
          onChange={(lane) => onChange({ by: 'lane', lane: String(lane) })}
        />
      );
    case 'template':
      return (
        <SelectField
          bare
          label={`${name}: template`}
          value={whose.template}
          choices={templatesByName(show).map(({ id, name: label }) => ({ value: id, label }))}
          onChange={(template) => onChange({ by: 'template', template: String(template) })}
        />
      );
    case 'tag':
      return (
        <DraftText
          label={`${name}: tag`}
          value={whose.tag}
          onKeep={(tag) => tag && onChange({ by: 'tag', tag })}
        />
      );
    case 'name':
      return (
        <div className="flex items-end gap-1">
          <SelectField
            bare
            label={`${name}: name match`}
            value={whose.match}
            choices={matches}
            onChange={(match) => onChange({ ...whose, match: match as typeof whose.match })}
          />
          <DraftText
            label={`${name}: name`}
            value={whose.text}
            onKeep={(text) => text && onChange({ ...whose, text })}
          />
        </div>
      );
  }
}

function ChangeFields(props: {
  name: string;
  does: Extract<ReactionDeed, { do: 'change' }>;
  onChange: (does: ReactionDeed) => void;
}) {
  const { name, does, onChange } = props;
  const [field = '', value = ''] = Object.entries(does.values)[0] ?? [];
  const set = (nextField: string, nextValue: string): void =>
    onChange({ do: 'change', values: nextField === '' ? {} : { [nextField]: nextValue } });
  return (
    <div className="grid grid-cols-2 gap-1">
      <DraftText label={`${name}: field`} value={field} onKeep={(next) => set(next.trim(), String(value))} />
      <DraftText label={`${name}: value`} value={String(value)} onKeep={(next) => set(field, next)} />
    </div>
  );
}
