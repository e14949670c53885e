import { Plus, Trash2 } from 'lucide-react';
import { toast } from 'sonner';
import {
  newReaction,
  phasesOf,
  reactionCycle,
  type Reaction,
  reactionActionKinds,
  type ReactionActionName,
  type ReactionAction,
  type Show,
  type Template,
} from '../../core/show';
import { Button, CheckField, DraftText, IconButton, Section, SelectField } from '../ui';
import { newId } from '../state/ids';
import { editTemplate } from './build-store';
import { ChannelsBox, Hits, TargetBox } from './target-box';

const ons = [
  { value: 'enter', label: 'it enters' },
  { value: 'change', label: 'it changes' },
  { value: 'exit', label: 'it leaves' },
  { value: 'marker', label: 'it reaches a marker' },
] as const;
const actions = Object.entries(reactionActionKinds).map(([value, { label }]) => ({ value, label }));

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
        <span className="w-12 shrink-0 text-xs text-ink-2">whoever is</span>
        <TargetBox
          label={`${name}: whose`}
          whose={whose}
          show={show}
          onChange={(next) => onChange({ ...reaction, whose: next })}
        />
      </div>
      <div className="flex items-start gap-1">
        <span className="w-12 shrink-0 text-xs leading-5 text-ink-2">on</span>
        <ChannelsBox
          label={`${name}: channels`}
          channels={reaction.channels}
          show={show}
          onChange={(channels) => onChange({ ...reaction, channels })}
        />
      </div>
      <Hits reaction={reaction} show={show} own={template.id} />
      <SelectField
        bare
        label={`${name}: does`}
        value={does.do}
        choices={actions}
        onChange={(action) =>
          onChange({ ...reaction, does: reactionActionKinds[action as ReactionActionName].first(moves) })
        }
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
                  ? { ...does, move: String(move) }
                  : { do: 'back', move: move === '' ? null : String(move) },
            })
          }
        />
      )}
      {does.do === 'move' && (
        <CheckField
          label="Stays away when this one has left"
          value={does.stays}
          onChange={(stays) => onChange({ ...reaction, does: { ...does, stays } })}
        />
      )}
      {does.do === 'change' && (
        <ChangeFields name={name} does={does} onChange={(next) => onChange({ ...reaction, does: next })} />
      )}
    </fieldset>
  );
}

function ChangeFields(props: {
  name: string;
  does: Extract<ReactionAction, { do: 'change' }>;
  onChange: (does: ReactionAction) => void;
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
