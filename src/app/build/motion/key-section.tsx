import { partOf, spreadsOverWords, type Scene } from '../../../core/frame';
import {
  cascadeOrders,
  cascadePartsOf,
  movableOf,
  newCascade,
  takeMotionStyle,
  type Cascade,
  type CascadeOrder,
  type CascadePart,
  type Key,
  type Show,
  type Template,
  type Track,
  type TrackMode,
  type TrackSide,
  type TrackUnit,
} from '../../../core/show';
import { CheckField, ColourField, NumberField, Section, SelectField } from '../../ui';
import { namedColours } from '../named-colours';
import { editTemplate, sealEdit, useBuild, type KeyRef } from '../build-store';
import { sceneNow } from '../pose-now';
import { keyAt, keysHere, moveChosen } from '../score/keys';
import { EaseEditor } from './ease-editor';

const modeWords: Readonly<Record<TrackMode, string>> = {
  offset: 'Offset from rest',
  factor: 'Factor of rest',
  value: 'Absolute',
};
const unitWords: Readonly<Record<TrackUnit, string>> = {
  px: 'px',
  own: 'Own size',
  parent: 'Size of its group',
  canvas: 'Size of the canvas',
  clear: 'Distance out of the picture',
};
const sideWords: Readonly<Record<TrackSide, string>> = {
  whole: 'Throughout',
  old: 'Old values',
  new: 'New values',
};
const partWords: Readonly<Record<CascadePart, string>> = {
  character: 'Characters',
  word: 'Words',
  line: 'Lines',
  child: 'Parts of the group',
  row: 'Rows',
  column: 'Columns',
  cell: 'Rows, one by one',
};
/** Parts of words, over which not everything that moves can be spread. */
const wordParts: ReadonlySet<CascadePart> = new Set(['character', 'word', 'line']);
const orderWords: Readonly<Record<CascadeOrder, string>> = {
  forward: 'Forward',
  backward: 'Backward',
  centre: 'From the middle',
  edges: 'From the edges',
  random: 'Random',
};

/** Tells a track's offsets in another unit, so that the picture stays as it is. */
function inUnit(scene: Scene | null, track: Track, unit: TrackUnit): void {
  const part = scene && partOf(scene, track.element);
  if (scene && part) {
    const from = scene.worth(part, track.unit, track.property);
    const to = scene.worth(part, unit, track.property);
    for (const key of track.keys) {
      if (typeof key.value !== 'number' || key.value === 0) continue;
      const px = key.value * (key.value > 0 ? from.forward : from.back);
      const worth = px > 0 ? to.forward : to.back;
      if (worth > 0) key.value = Math.round((px / worth) * 10_000) / 10_000;
    }
  }
  track.unit = unit;
}

/** The keys in hand, and the tracks they stand on. */
export function KeySection({ show, template }: { show: Show; template: Template }) {
  const keys = keysHere(
    template,
    useBuild((store) => store.keys),
  );
  const [first] = keys;
  const found = first && keyAt(template, first);
  if (!first || !found)
    return (
      <p className="border-b border-line p-3 text-xs text-ink-3">
        Choose keys in the score to set when and how they move. A double click on a row sets a key there.
      </p>
    );
  const { track, key } = found;
  const element = template.elements[track.element];
  const movable = element && movableOf(element, track.property);
  const title = keys.length === 1 ? 'Key' : `${keys.length} keys`;
  const put = (label: string, recipe: (key: Key, own: Track) => void): void =>
    editTemplate(
      label,
      (t) => {
        for (const ref of keys) {
          const own = keyAt(t, ref);
          if (own) recipe(own.key, own.track);
        }
      },
      `keys ${label}`,
    );
  const tracks = new Set(keys.map((ref) => `${ref.phase} ${ref.track}`));
  const kinds = new Set(keys.map((ref) => typeof keyAt(template, ref)?.key.value));
  const unit = track.mode === 'factor' ? '×' : track.unit !== 'px' ? '×' : movable?.unit;
  return (
    <>
      <Section title={title}>
        <div className="grid grid-cols-2 gap-2">
          <NumberField
            label="Frame"
            value={key.frame}
            min={0}
            onChange={(frame) => moveChosen(keys, Math.round(frame) - key.frame)}
          />
          {typeof key.value === 'number' && kinds.size === 1 && (
            <NumberField
              label="Value"
              unit={unit}
              value={key.value}
              step={track.mode === 'factor' || track.unit !== 'px' ? 0.05 : (movable?.step ?? 1)}
              min={-100_000}
              max={100_000}
              onChange={(value) => put('Value of the key', (k) => void (k.value = value))}
              onDone={sealEdit}
            />
          )}
        </div>
        {typeof key.value === 'string' && kinds.size === 1 && (
          <ColourField
            label="Colour"
            value={key.value}
            named={namedColours(show.look)}
            onChange={(value) => put('Colour of the key', (k) => void (k.value = value))}
            onDone={sealEdit}
          />
        )}
        <EaseEditor
          ease={key.ease}
          onChange={(ease) =>
            put('Curve of the key', (k, own) => {
              k.ease = ease;
              // Bent by hand it is no longer that of its style.
              delete own.style;
            })
          }
        />
      </Section>
      {movable && (
        <TrackSection
          show={show}
          template={template}
          track={track}
          phase={first.phase}
          keys={keys}
          count={tracks.size}
        />
      )}
    </>
  );
}

/** How the tracks of the keys in hand meet rest, what they count in, and whether they are spread over parts. */
function TrackSection(props: {
  show: Show;
  template: Template;
  track: Track;
  phase: string;
  keys: readonly KeyRef[];
  count: number;
}) {
  const { show, template, track, phase, keys, count } = props;
  const element = template.elements[track.element];
  const movable = element && movableOf(element, track.property);
  if (!element || !movable) return null;
  const isChange = template.changes.some(({ id }) => id === phase);
  const change = (label: string, recipe: (own: Track) => void): void =>
    editTemplate(
      label,
      (t) => {
        const seen = new Set<string>();
        for (const ref of keys) {
          const own = keyAt(t, ref)?.track;
          if (!own || seen.has(`${ref.phase} ${own.id}`)) continue;
          seen.add(`${ref.phase} ${own.id}`);
          recipe(own);
        }
      },
      `track ${label}`,
    );
  const styles = Object.values(show.look.styles).filter((style) => style.kind === 'motion');
  const parts = cascadePartsOf(template, element).filter(
    (part) => !wordParts.has(part) || spreadsOverWords(track.property),
  );
  const canSpread = parts.length > 0;
  const cascade = track.cascade;
  const spread = (given: Partial<Cascade>): void =>
    change('Cascade', (own) => {
      own.cascade = { ...(own.cascade ?? newCascade(parts[0] ?? 'character')), ...given };
    });
  return (
    <Section title={count === 1 ? `${movable.label} of ${element.name}` : `${count} tracks`}>
      {styles.length > 0 && (
        <SelectField
          beside
          label="Motion style"
          value={styles.find(({ id }) => id === track.style)?.id ?? 'none'}
          choices={[
            { value: 'none', label: 'Its own' },
            ...styles.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={(id) => {
            const style = styles.find((own) => own.id === id) ?? null;
            editTemplate('Motion style', (t) => takeMotionStyle(t, keys, style));
          }}
        />
      )}
      {movable.modes.length > 1 && (
        <SelectField
          beside
          label="Mode"
          value={track.mode}
          choices={movable.modes.map((value) => ({ value, label: modeWords[value] }))}
          onChange={(mode) => change('Mode of the track', (own) => void (own.mode = mode as TrackMode))}
        />
      )}
      {movable.units.length > 1 && track.mode === 'offset' && (
        <SelectField
          beside
          label="Unit"
          value={track.unit}
          choices={movable.units.map((value) => ({ value, label: unitWords[value] }))}
          onChange={(unit) => {
            const scene = sceneNow(template, useBuild.getState().playhead);
            change('Unit of the track', (own) => inUnit(scene, own, unit as TrackUnit));
          }}
        />
      )}
      {isChange && (
        <SelectField
          beside
          label="Moves"
          value={track.side}
          choices={(['whole', 'old', 'new'] as const).map((value) => ({ value, label: sideWords[value] }))}
          onChange={(side) => change('Side of the track', (own) => void (own.side = side as TrackSide))}
        />
      )}
      {canSpread && (
        <>
          <SelectField
            beside
            label="Spread over"
            value={cascade?.by ?? 'none'}
            choices={[
              { value: 'none', label: 'All of it at once' },
              ...parts.map((value) => ({ value, label: partWords[value] })),
            ]}
            onChange={(by) =>
              by === 'none'
                ? change('Cascade', (own) => void (own.cascade = null))
                : spread({ by: by as CascadePart })
            }
          />
          {cascade && (
            <>
              <SelectField
                beside
                label="Order"
                value={cascade.order}
                choices={cascadeOrders.map((value) => ({ value, label: orderWords[value] }))}
                onChange={(order) => spread({ order: order as CascadeOrder })}
              />
              {cascade.order === 'random' && (
                <NumberField
                  label="Seed"
                  value={cascade.seed}
                  min={0}
                  max={999_999}
                  onChange={(seed) => spread({ seed: Math.round(seed) })}
                  onDone={sealEdit}
                />
              )}
              {cascade.delay === null ? (
                <NumberField
                  label="Stagger"
                  unit="%"
                  value={Math.round((1 - cascade.overlap) * 1000) / 10}
                  min={0}
                  max={100}
                  step={5}
                  onChange={(percent) => spread({ overlap: 1 - percent / 100 })}
                  onDone={sealEdit}
                />
              ) : (
                <NumberField
                  label="Stagger"
                  unit="f"
                  value={cascade.delay}
                  min={0}
                  max={10_000}
                  onChange={(delay) => spread({ delay })}
                  onDone={sealEdit}
                />
              )}
              <CheckField
                label="Stagger in frames"
                value={cascade.delay !== null}
                onChange={(isFixed) => spread({ delay: isFixed ? 3 : null })}
              />
              <SelectField
                beside
                label="About"
                value={cascade.pivot}
                choices={[
                  { value: 'part', label: "Each part's own pivot" },
                  { value: 'top', label: "Each part's upper edge" },
                  { value: 'bottom', label: "Each part's lower edge" },
                  { value: 'left', label: "Each part's left edge" },
                  { value: 'right', label: "Each part's right edge" },
                  { value: 'whole', label: "The element's pivot" },
                ]}
                onChange={(pivot) => spread({ pivot: pivot as Cascade['pivot'] })}
              />
            </>
          )}
        </>
      )}
    </Section>
  );
}
