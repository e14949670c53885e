import { handoverModes, type Handover, type Show, type Template } from '../../core/show';
import { DraftText, NumberField, Section, SelectField } from '../ui';
import { editTemplate, sealEdit } from './build-store';

export const handoverChoices = [
  { value: 'together', label: 'Together' },
  { value: 'after', label: 'After the exit' },
  { value: 'offset', label: 'From the end of the exit' },
] as const;

/** A mode out of a choice's value, with the seconds that were set before. */
export const handoverOf = (mode: string, before: Handover | null | undefined): Handover => ({
  mode: handoverModes.find((own) => own === mode) ?? 'after',
  seconds: mode === 'offset' ? (before?.seconds ?? -0.3) : 0,
});

/** How a template behaves on air: its tags, its handover, and whether it leaves by itself. */
export function PlaySection({ show, template }: { show: Show; template: Template }) {
  const lane = show.channels.flatMap(({ lanes }) => lanes).find(({ id }) => id === template.lane);
  const { handover } = template;
  return (
    <Section title="On air">
      <SelectField
        label={`When ${lane?.name ?? 'its lane'} is held`}
        value={handover?.mode ?? ''}
        choices={[{ value: '', label: 'As the lane says' }, ...handoverChoices]}
        onChange={(mode) =>
          editTemplate(
            'Change the handover',
            (t) => void (t.handover = mode === '' ? null : handoverOf(String(mode), t.handover)),
          )
        }
      />
      {handover?.mode === 'offset' && (
        <NumberField
          label="Seconds from the end of the exit"
          unit="s"
          step={0.1}
          min={-60}
          max={60}
          value={handover.seconds}
          onChange={(seconds) =>
            editTemplate(
              'Change the handover',
              (t) => t.handover && void (t.handover.seconds = seconds),
              'handover',
            )
          }
          onDone={sealEdit}
        />
      )}
      <NumberField
        label="Leaves by itself after"
        unit="s"
        min={0}
        max={86_400}
        value={template.stays ?? 0}
        onChange={(seconds) =>
          editTemplate('How long it stays', (t) => void (t.stays = seconds > 0 ? seconds : null), 'stays')
        }
        onDone={sealEdit}
      />
      <p className="text-xs text-ink-3">
        0: it stays until it is cleared. A row of a rundown may say otherwise.
      </p>
      <DraftText
        label="Tags, with commas between"
        value={template.tags.join(', ')}
        onKeep={(typed) =>
          editTemplate(
            'Change the tags',
            (t) =>
              void (t.tags = typed
                .split(',')
                .map((tag) => tag.trim().slice(0, 60))
                .filter(Boolean)),
          )
        }
      />
    </Section>
  );
}
