import { Plus, Trash2 } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useRef, useState, type PointerEvent } from 'react';
import {
  coloursOf,
  isPicture,
  mostStops,
  type Gradient,
  type Look,
  type Paint,
  type PatternPaint,
  type Show,
  type Stop,
} from '../../core/show';
import { ColourField, IconButton, NamedColours, NumberField, SelectField } from '../ui';
import { colourOf, namedColours } from './named-colours';
import { PatternEditor } from './pattern-editor';

/** A paint as a CSS background, for patches and ramps. */
export function paintCss(paint: Paint, look: Look): string {
  const named = namedColours(look);
  if (typeof paint === 'string') {
    const style = look.styles[paint.slice(1)];
    return paint.startsWith('@') && style?.kind === 'gradient'
      ? paintCss(style.value, look)
      : colourOf(paint, named);
  }
  if (paint.kind === 'picture') return 'repeating-linear-gradient(45deg, #3a474c 0 4px, #222b2f 4px 8px)';
  if (paint.kind === 'pattern')
    return `repeating-linear-gradient(${paint.angle + 45}deg, ${colourOf(paint.ink, named)} 0 1px, transparent 1px 6px), ${paintCss(paint.base, look)}`;
  const stops = [...paint.stops]
    .sort((a, b) => a.at - b.at)
    .map((stop) => `${colourOf(stop.colour, named)} ${Math.round(stop.at * 1000) / 10}%`)
    .join(', ');
  return paint.kind === 'linear'
    ? `linear-gradient(${paint.angle + 90}deg, ${stops})`
    : `radial-gradient(circle at ${paint.x * 100}% ${paint.y * 100}%, ${stops})`;
}

type Kind = 'colour' | 'linear' | 'radial' | 'pattern' | 'picture';
const kindOf = (paint: Paint): Kind => (typeof paint === 'string' ? 'colour' : paint.kind);

/** The same paint as another kind: what colours it has stay. */
function asKind(paint: Paint, kind: Kind, show: Pick<Show, 'look' | 'assets'>): Paint {
  const first = coloursOf(paint)[0] ?? '#1d4e5a';
  const under = typeof paint === 'object' && paint.kind === 'pattern' ? paint.base : paint;
  if (kind === 'colour') return first;
  if (kind === 'picture') {
    const asset = Object.values(show.assets).find(isPicture);
    return asset ? { kind, asset: asset.id, fit: 'cover' } : paint;
  }
  if (kind === 'pattern')
    return {
      kind,
      pattern: 'weave',
      size: 12,
      angle: 0,
      ink: '#ffffff0a',
      base: typeof under === 'object' && under.kind === 'picture' ? first : (under as PatternPaint['base']),
    };
  const stops =
    typeof under === 'object' && under.kind !== 'picture'
      ? under.stops
      : [
          { at: 0, colour: first },
          { at: 1, colour: '#0b2730' },
        ];
  return kind === 'linear' ? { kind, angle: 0, stops } : { kind, x: 0.5, y: 0.5, radius: 1, stops };
}

/** What an area is filled with: a colour, a gradient, a picture, or a named style of the show. */
export function PaintField(props: {
  label: string;
  value: Paint;
  show: Pick<Show, 'look' | 'assets'>;
  onChange: (value: Paint) => void;
  onDone: () => void;
}) {
  const { label, value, show, onChange, onDone } = props;
  const named = namedColours(show.look);
  const gradients = Object.values(show.look.styles).flatMap((style) =>
    style.kind === 'gradient' ? [style] : [],
  );
  const kind = kindOf(value);
  const style =
    typeof value === 'string' && value.startsWith('@') ? show.look.styles[value.slice(1)] : undefined;
  const isPlain = kind === 'colour' && style?.kind !== 'gradient';
  // What a pattern is drawn on is its colour at a glance.
  const under = typeof value === 'object' && value.kind === 'pattern' ? value : null;
  const plain = isPlain ? (value as string) : typeof under?.base === 'string' ? under.base : null;
  return (
    <span className="flex min-w-0 items-center gap-1">
      {plain !== null ? (
        <ColourField
          label={label}
          value={plain}
          named={named}
          onChange={(next) => onChange(under ? { ...under, base: next } : next)}
          onDone={onDone}
        />
      ) : (
        <span className="mr-1 shrink-0 text-xs text-ink-2">{label}</span>
      )}
      <PaintMore label={label} wide={plain === null} {...{ value, show, gradients, onChange, onDone }} />
    </span>
  );
}

function PaintMore(props: {
  label: string;
  value: Paint;
  show: Pick<Show, 'look' | 'assets'>;
  gradients: readonly { id: string; name: string; value: Gradient }[];
  onChange: (value: Paint) => void;
  onDone: () => void;
  wide?: boolean;
}) {
  const { label, value, show, gradients, onChange, onDone, wide } = props;
  const kind = kindOf(value);
  const named = gradients.find((gradient) => `@${gradient.id}` === value);
  const hasPictures = Object.values(show.assets).some(isPicture);
  const kinds: { value: Kind; label: string }[] = [
    { value: 'colour', label: 'Colour' },
    { value: 'linear', label: 'Linear gradient' },
    { value: 'radial', label: 'Radial gradient' },
    { value: 'pattern', label: 'Pattern' },
    ...(hasPictures || kind === 'picture' ? [{ value: 'picture' as const, label: 'Picture' }] : []),
  ];
  return (
    <Popover.Root onOpenChange={(open) => !open && onDone()}>
      <Popover.Trigger
        aria-label={`${label}: gradients, patterns and pictures`}
        className={`overflow-hidden rounded border border-line text-left text-xs ${wide ? 'h-7 min-w-0 flex-1' : 'h-7 w-5 text-center text-ink-3 hover:text-ink'}`}
      >
        {wide ? (
          <span className="checks block size-full">
            <span
              className="flex size-full items-end px-1.5 pb-0.5 text-ink [text-shadow:0_0_3px_#000]"
              style={{ background: paintCss(value, show.look) }}
            >
              {named?.name ?? ''}
            </span>
          </span>
        ) : (
          '▾'
        )}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="left"
          sideOffset={8}
          className="z-50 flex w-64 flex-col gap-2 rounded border border-line bg-panel p-3"
          aria-label={`${label} in full`}
        >
          <SelectField
            label="Kind"
            beside
            value={named ? 'colour' : kind}
            choices={kinds}
            onChange={(next) => onChange(asKind(named ? named.value : value, next as Kind, show))}
          />
          {typeof value === 'object' && value.kind === 'pattern' && (
            <>
              <PatternEditor value={value} look={show.look} onChange={onChange} onDone={onDone} />
              {typeof value.base === 'object' && (
                <GradientEditor
                  value={value.base}
                  look={show.look}
                  onChange={(base) => onChange({ ...value, base })}
                  onDone={onDone}
                />
              )}
            </>
          )}
          {typeof value === 'object' && value.kind !== 'picture' && value.kind !== 'pattern' && (
            <GradientEditor value={value} look={show.look} onChange={onChange} onDone={onDone} />
          )}
          {typeof value === 'object' && value.kind === 'picture' && (
            <>
              <SelectField
                label="Picture"
                beside
                value={value.asset}
                choices={Object.values(show.assets)
                  .filter(isPicture)
                  .map((asset) => ({ value: asset.id, label: asset.name }))}
                onChange={(asset) => onChange({ ...value, asset: String(asset) })}
              />
              <SelectField
                label="Fit"
                beside
                value={value.fit}
                choices={[
                  { value: 'cover', label: 'Cover' },
                  { value: 'contain', label: 'Contain' },
                  { value: 'stretch', label: 'Stretch' },
                  { value: 'tile', label: 'Tile' },
                ]}
                onChange={(fit) => onChange({ ...value, fit: fit as 'cover' })}
              />
              {value.fit === 'tile' && (
                <NumberField
                  label="Tile height"
                  unit="px"
                  min={0}
                  max={4000}
                  value={value.size ?? 0}
                  onChange={(size) =>
                    onChange(
                      size > 0 ? { ...value, size } : { kind: 'picture', asset: value.asset, fit: 'tile' },
                    )
                  }
                  onDone={onDone}
                />
              )}
            </>
          )}
          {gradients.length > 0 && (
            <div role="group" aria-label="Gradients of the show" className="flex flex-col gap-1">
              {gradients.map((gradient) => (
                <button
                  key={gradient.id}
                  type="button"
                  aria-pressed={value === `@${gradient.id}`}
                  onClick={() => onChange(`@${gradient.id}`)}
                  className="h-6 rounded border border-line px-2 text-left text-xs text-ink [text-shadow:0_0_3px_#000] aria-pressed:outline aria-pressed:outline-2 aria-pressed:outline-brass"
                  style={{ background: paintCss(gradient.value, show.look) }}
                >
                  {gradient.name}
                </button>
              ))}
            </div>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** A ramp whose stops are dragged along it, and the stop in hand. */
export function GradientEditor(props: {
  value: Gradient;
  look: Look;
  onChange: (value: Gradient) => void;
  onDone: () => void;
}) {
  const { value, look, onChange, onDone } = props;
  const [inHand, setInHand] = useState(0);
  const ramp = useRef<HTMLDivElement>(null);
  const named = namedColours(look);
  const at = Math.min(inHand, value.stops.length - 1);
  const stop = value.stops[at] as Stop;
  const put = (index: number, change: Partial<Stop>): void =>
    onChange({ ...value, stops: value.stops.map((s, i) => (i === index ? { ...s, ...change } : s)) });
  const drag = (event: PointerEvent<HTMLElement>, index: number): void => {
    // What is being typed belongs to the stop that was in hand.
    if (document.activeElement instanceof HTMLInputElement) document.activeElement.blur();
    setInHand(index);
    const { left, width } = ramp.current?.getBoundingClientRect() ?? { left: 0, width: 1 };
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    const move = (e: globalThis.PointerEvent): void =>
      put(index, { at: Math.round(Math.max(0, Math.min(1, (e.clientX - left) / width)) * 1000) / 1000 });
    target.addEventListener('pointermove', move);
    target.addEventListener(
      'pointerup',
      () => {
        target.removeEventListener('pointermove', move);
        onDone();
      },
      { once: true },
    );
  };
  const add = (): void => {
    const sorted = [...value.stops].sort((a, b) => a.at - b.at);
    const next = sorted.find((s) => s.at > stop.at);
    const before = sorted.filter((s) => s.at < stop.at).at(-1);
    const place = next ? (stop.at + next.at) / 2 : before ? (stop.at + before.at) / 2 : 0.5;
    onChange({ ...value, stops: [...value.stops, { at: place, colour: stop.colour }] });
    setInHand(value.stops.length);
  };
  return (
    <div className="flex flex-col gap-2">
      <div className="relative h-9">
        <div
          ref={ramp}
          className="h-5 rounded border border-line"
          style={{ background: paintCss({ kind: 'linear', angle: 0, stops: value.stops }, look) }}
        />
        {value.stops.map((s, index) => (
          <button
            key={index}
            type="button"
            aria-label={`Stop ${index + 1} at ${Math.round(s.at * 100)} %`}
            aria-pressed={index === at}
            onPointerDown={(event) => drag(event, index)}
            onFocus={() => setInHand(index)}
            onKeyDown={(event) => {
              const by = { ArrowLeft: -0.01, ArrowRight: 0.01 }[event.key];
              if (by) put(index, { at: Math.max(0, Math.min(1, s.at + by * (event.shiftKey ? 10 : 1))) });
            }}
            className="absolute top-5 size-3.5 -translate-x-1/2 touch-none rounded-full border-2 border-ink-2 aria-pressed:border-brass"
            style={{ left: `${s.at * 100}%`, background: paintCss(s.colour, look) }}
          />
        ))}
      </div>
      <div className="flex items-center gap-1">
        <NumberField
          label="At"
          unit="%"
          value={Math.round(stop.at * 1000) / 10}
          min={0}
          max={100}
          onChange={(percent) => put(at, { at: percent / 100 })}
          onDone={onDone}
        />
        <span className="flex-1" />
        <IconButton label="Add a stop" disabled={value.stops.length >= mostStops} onClick={add}>
          <Plus size={15} />
        </IconButton>
        <IconButton
          label="Remove the stop"
          disabled={value.stops.length <= 2}
          onClick={() => onChange({ ...value, stops: value.stops.filter((_, index) => index !== at) })}
        >
          <Trash2 size={15} />
        </IconButton>
      </div>
      <ColourField
        key={at}
        label="Colour of the stop"
        bare
        value={stop.colour}
        named={named}
        onChange={(colour) => put(at, { colour })}
        onDone={onDone}
      />
      <NamedColours value={stop.colour} named={named} onChange={(colour) => put(at, { colour })} />
      {value.kind === 'linear' ? (
        <NumberField
          label="Angle"
          unit="°"
          value={value.angle}
          min={-360}
          max={360}
          onChange={(angle) => onChange({ ...value, angle })}
          onDone={onDone}
        />
      ) : (
        <div className="grid grid-cols-3 gap-1">
          {(['x', 'y', 'radius'] as const).map((key) => (
            <NumberField
              key={key}
              label={{ x: 'X', y: 'Y', radius: 'R' }[key]}
              value={value[key]}
              step={0.05}
              min={key === 'radius' ? 0.01 : -2}
              max={key === 'radius' ? 4 : 3}
              onChange={(next) => onChange({ ...value, [key]: next })}
              onDone={onDone}
            />
          ))}
          <NumberField
            label="Ratio"
            value={value.ratio ?? 1}
            step={0.05}
            min={0.01}
            max={100}
            onChange={(ratio) => onChange({ ...value, ratio })}
            onDone={onDone}
          />
          <NumberField
            label="Angle"
            unit="°"
            value={value.angle ?? 0}
            min={-360}
            max={360}
            onChange={(angle) => onChange({ ...value, ratio: value.ratio ?? 1, angle })}
            onDone={onDone}
          />
          <NumberField
            label="Focus"
            value={value.focus ?? 0}
            step={0.05}
            min={0}
            max={1}
            onChange={(focus) => onChange({ ...value, ratio: value.ratio ?? 1, focus })}
            onDone={onDone}
          />
        </div>
      )}
    </div>
  );
}
