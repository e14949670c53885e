import { TriangleAlert } from 'lucide-react';
import { useMemo } from 'react';
import { tickerItemLook, tickerValues, unfitFor, type AirTicker } from '../../core/playout';
import { templateFor, type Channel, type Values } from '../../core/show';
import type { TickerItem } from '../../core/ticker';
import { Still } from '../picture/still';
import { useMisfits } from '../picture/use-misfits';
import { Strip } from './strip';
import { useRelease } from './use-release';

/** The item in hand in its template, before it goes in, with what of it does not fit. */
export function ItemPreview(props: { ticker: AirTicker; item: TickerItem; isUrgent: boolean; channel: Channel | undefined }) {
  const { ticker, item, isUrgent, channel } = props;
  const release = useRelease();
  const template = release?.templates[tickerItemLook(ticker, item).template ?? ''];
  const laid = template && channel ? templateFor(template, channel.format) : template;
  const values = useMemo<Values>(
    () => (template ? tickerValues(ticker, template, item, { isUrgent, turn: 0 }, Object.fromEntries(template.fields.map((field) => [field.id, field.default]))) : {}),
    [ticker, template, item, isUrgent],
  );
  const unfit = useMemo(() => (release ? unfitFor(ticker, release)(item) : null), [ticker, release, item]);
  const misfits = useMisfits(laid, values, release, unfit);
  return (
    <section className="flex shrink-0 flex-col gap-1 border-t border-line bg-deck p-2" aria-label="The item in hand in its template">
      <p className="flex flex-wrap items-center gap-x-3 text-xs text-ink-3">
        <span>Preview</span>
        {misfits.map((message) => (
          <span key={message} role="alert" className="flex items-center gap-1 text-warn"><TriangleAlert size={12} className="shrink-0" /> {message}</span>
        ))}
      </p>
      {laid && release ? (
        <div className={`rounded-sm ${misfits.length > 0 ? 'outline outline-2 outline-warn' : ''}`}>
          <Strip of={laid}>
            <Still template={laid} values={values} of={release} label={`Preview of “${item.came.words.slice(0, 60)}”`} className="size-full" placeholders={false} />
          </Strip>
        </div>
      ) : (
        <p className="text-xs text-warn">It has no template yet: choose one under Set up, and release.</p>
      )}
    </section>
  );
} // prettier-ignore
