import { Trash2 } from 'lucide-react';
import { spanSigns, type Show, type Span, type TextElement } from '../../core/show';
import { Button, CheckField, ColourField, IconButton, NumberField, Section } from '../ui';
import { editTemplate, sealEdit } from './build-store';
import { FontField } from './font-field';
import { namedColours } from './named-colours';

/** Other styles within one text: words between two signs take them. */
export function SpansSection({ show, element }: { show: Show; element: TextElement }) {
  const free = spanSigns.find((sign) => !element.spans.some((span) => span.sign === sign));
  const edit = (label: string, recipe: (spans: Span[]) => Span[], merge?: string): void =>
    editTemplate(
      label,
      (t) => {
        const own = t.elements[element.id];
        if (own?.kind === 'text') own.spans = recipe(own.spans);
      },
      merge,
    );
  const change = (index: number, next: Partial<Span>, key: string): void =>
    edit(
      `Span of ${element.name}`,
      (spans) => spans.map((s, i) => (i === index ? { ...s, ...next } : s)),
      `span ${element.id} ${index} ${key}`,
    );
  const add = (): void => {
    if (!free) return;
    const span: Span = {
      sign: free,
      family: null,
      weight: Math.min(900, element.weight + 200),
      stretch: null,
      colour: null,
      size: 1,
      raise: 0,
    };
    edit(`Add a span to ${element.name}`, (spans) => [...spans, span]);
  };
  return (
    <Section
      title="Spans"
      isFolded
      extra={
        <Button tone="quiet" className="h-6 px-2 text-xs" disabled={!free} onClick={add}>
          Add a span
        </Button>
      }
    >
      {element.spans.length === 0 && (
        <p className="text-xs text-ink-3">
          A second style within the text: with a span on *, “Round *3*” sets the 3 apart, in typed words and
          in data alike.
        </p>
      )}
      {element.spans.map((span, index) => (
        <div
          key={span.sign}
          role="group"
          aria-label={`Words between ${span.sign} signs`}
          className="flex flex-col gap-1.5 border-l-2 border-line pl-2"
        >
          <span className="flex items-center justify-between text-xs text-ink-2">
            Words between{' '}
            <span className="number">
              {span.sign}…{span.sign}
            </span>
            <IconButton
              label={`Remove the span ${span.sign}`}
              onClick={() =>
                edit(`Remove a span of ${element.name}`, (spans) => spans.filter((_, i) => i !== index))
              }
            >
              <Trash2 size={14} />
            </IconButton>
          </span>
          <span className="grid grid-cols-2 gap-2">
            <NumberField
              label="Weight"
              value={span.weight ?? element.weight}
              min={100}
              max={900}
              step={50}
              onChange={(weight) => change(index, { weight }, 'weight')}
              onDone={sealEdit}
            />
            <NumberField
              label="Size"
              unit="×"
              value={span.size}
              min={0.2}
              max={3}
              step={0.05}
              onChange={(size) => change(index, { size }, 'size')}
              onDone={sealEdit}
            />
            <NumberField
              label="Baseline shift"
              value={span.raise}
              min={-2}
              max={2}
              step={0.05}
              onChange={(raise) => change(index, { raise }, 'raise')}
              onDone={sealEdit}
            />
            <CheckField
              label="Own colour"
              value={span.colour !== null}
              onChange={(on) => change(index, { colour: on ? element.colour : null }, 'colour')}
            />
          </span>
          {span.colour !== null && (
            <ColourField
              label="Colour"
              value={span.colour}
              named={namedColours(show.look)}
              onChange={(colour) => change(index, { colour }, 'colour')}
              onDone={sealEdit}
            />
          )}
          <FontField
            label="Font"
            value={span.family ?? ''}
            show={show}
            none="As the text"
            onChange={(family) => change(index, { family: family === '' ? null : family }, 'family')}
          />
        </div>
      ))}
    </Section>
  );
}
