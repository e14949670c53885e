import { useState } from 'react';
import type {
  Card,
  CardDifference,
  Consequence,
  TemplateContext,
  Release,
  Show,
  Template,
} from '../../core/show';
import { Still } from '../picture/still';

/** A template as it is on one side. */
export function Side(props: {
  title: string;
  template: Template | undefined;
  of: TemplateContext | undefined;
}) {
  const { title, template, of } = props;
  return (
    <figure className="min-w-0">
      <figcaption className="mb-1 text-xs text-ink-2">{title}</figcaption>
      {template && of ? (
        <Still
          of={of}
          template={template}
          label={`${template.name}: ${title}`}
          className="w-full rounded border border-line"
        />
      ) : (
        <p className="flex aspect-video items-center justify-center rounded border border-dashed border-line text-ink-3">
          not there
        </p>
      )}
    </figure>
  );
}

/** The cards that differ, with both pictures of the one that is looked at. */
export function Cards(props: {
  differences: readonly CardDifference[];
  show: Show;
  before: Release | undefined;
  isPart: boolean;
}) {
  const { differences, show, before, isPart } = props;
  const [seen, setSeen] = useState<string | null>(null);
  const shown = differences.find(({ card }) => card.id === seen);
  if (differences.length === 0) return <p className="text-xs text-ink-2">Cards: as released</p>;
  return (
    <details className="text-xs">
      <summary className="cursor-pointer text-ink-2">
        Cards: {differences.length} differ{differences.length === 1 ? 's' : ''}
        {isPart && ' (they stay as they are on air while only some templates go)'}
      </summary>
      <div className="mt-2 grid grid-cols-[240px_minmax(0,1fr)] gap-4">
        <ul className="max-h-36 overflow-auto" aria-label="Cards that differ">
          {differences.slice(0, 500).map(({ card, what }) => (
            <li key={card.id}>
              <button
                type="button"
                className={`flex w-full gap-2 rounded px-1 py-0.5 text-left ${seen === card.id ? 'bg-raised' : 'row-hover'}`}
                onClick={() => setSeen(card.id)}
              >
                <span className="number">{card.number}</span>
                <span className="min-w-0 flex-1 truncate">
                  {card.name ?? show.templates[card.template]?.name}
                </span>
                <span className="text-ink-3">{what}</span>
              </button>
            </li>
          ))}
        </ul>
        {shown && (
          <div className="grid grid-cols-2 gap-3">
            <CardPicture title="On air" card={shown.before} of={before} />
            <CardPicture title="Draft" card={shown.what === 'gone' ? undefined : shown.card} of={show} />
          </div>
        )}
      </div>
    </details>
  );
}

function CardPicture(props: {
  title: string;
  card: Card | undefined;
  of: Pick<Show, 'look' | 'assets' | 'templates'> | undefined;
}) {
  const { title, card, of } = props;
  const template = card && of?.templates[card.template];
  return (
    <figure className="min-w-0">
      <figcaption className="mb-1 text-ink-2">{title}</figcaption>
      {template && of && card ? (
        <Still
          of={of}
          template={template}
          values={card.values}
          label={`Card ${card.number}: ${title}`}
          className="w-full rounded border border-line"
        />
      ) : (
        <p className="flex aspect-video items-center justify-center rounded border border-dashed border-line text-ink-3">
          not there
        </p>
      )}
    </figure>
  );
}

/** What a release brings along beside its own; what has to be asked about is marked. */
export function Brings({ list }: { list: readonly Consequence[] }) {
  if (list.length === 0) return null;
  return (
    <ul className="flex flex-col gap-0.5 text-xs" aria-label="What this brings along">
      {list.map(({ words, isGrave }) => (
        <li key={words} className={isGrave ? 'font-semibold text-warn' : 'text-ink-2'}>
          {isGrave ? '⚠ ' : ''}
          {words}.
        </li>
      ))}
    </ul>
  );
}
