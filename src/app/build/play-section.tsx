import { afterExit, templatesByName, type Show, type Template } from '../../core/show';
import { CheckField, DraftText, NumberField, Section } from '../ui';
import { editTemplate, sealEdit } from './build-store';
import { HandoverStrip } from './handover-strip';

/** How a template behaves on air: its tags, its handover, and whether it leaves by itself. */
export function PlaySection({ show, template }: { show: Show; template: Template }) {
  const lane = show.channels.flatMap(({ lanes }) => lanes).find(({ id }) => id === template.lane);
  const { handover } = template;
  const before =
    templatesByName(show).find(({ id, lane: own }) => own === template.lane && id !== template.id) ??
    template;
  return (
    <Section title="On air">
      <HandoverStrip
        label={`When ${lane?.name ?? 'its lane'} is held`}
        leaves={{ name: before.name, frames: before.phases.exit.frames }}
        enters={template.phases.enter.frames}
        rate={template.rate}
        value={handover ?? lane?.handover ?? afterExit}
        onChange={(next) => editTemplate('Change the handover', (t) => void (t.handover = next), 'handover')}
        onDone={sealEdit}
      />
      <CheckField
        label="As the lane says"
        value={handover === null}
        onChange={(follows) =>
          editTemplate(
            'Change the handover',
            (t) => void (t.handover = follows ? null : (lane?.handover ?? afterExit)),
          )
        }
      />
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
