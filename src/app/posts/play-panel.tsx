import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { fillRow, matchRows } from '../../core/data';
import { postColumns, postRows, type PostSeen } from '../../core/post';
import { cardByNumber, numberAfter, parseCallNumber, templateFor } from '../../core/show';
import { readRowset } from '../../core/binding';
import { itemsOf, strandOf } from '../../core/ticker';
import { newId } from '../state/ids';
import { usePosts } from '../state/posts';
import { useAir } from '../state/air-store';
import { Still } from '../picture/still';
import { useMisfits } from '../picture/use-misfits';
import { Button, SelectField } from '../ui';
import { choosePlay, give, wasOnAir, type Play } from './play';
import { momentOf } from './post-words';

const columns = Object.keys(postColumns).map((name) => ({ key: name, name }));

/** The post in hand in its template, and the ways to air: at once, as a card, into a rundown. */
export function PlayPanel({ room, seen, play, asksAgain, onTake }: { room: string; seen: PostSeen; play: Play; asksAgain: boolean; onTake: (seen: PostSeen) => void }) {
  const { release, templates, template, channels, channel } = play;
  const pictures = usePosts((store) => store.pictures);
  const services = usePosts((store) => store.common?.settings.services);
  const cards = useAir(({ state }) => state.cards);
  const rundowns = useAir(({ state }) => state.rundowns);
  const tickers = useAir(({ state }) => state.tickers);
  const [number, setNumber] = useState('');
  const { post, judged, state } = seen;
  const { values, problems } = useMemo(() => {
    if (!template || !release) return { values: {}, problems: [] };
    const picture = (url: string, crop: object | null): string => pictures[crop ? `${url} ${JSON.stringify(crop)}` : url] ?? '';
    const read = postRows([seen], { now: Date.now(), locale: 'en', serviceName: (id) => services?.find((one) => one.id === id)?.name ?? id, portrait: (one) => picture(one.author.portrait, null), picture, counts: (one) => one.post });
    const filled = fillRow(template, room, readRowset('', read), 0, release.assets);
    return { values: { ...Object.fromEntries(template.fields.map((field) => [field.id, field.default])), ...filled.values }, problems: filled.problems };
  }, [template, release, seen, pictures, services, room]);
  const laid = template && channel ? templateFor(template, channel.format) : template;
  const misfits = useMisfits(laid, values, release, null);
  const lacksPicture = post.pictures.length === 0 || judged.fix?.withoutPicture === true;
  const wantsPicture = template !== undefined && matchRows(template, room, columns).some(({ column }) => column === 'Picture');
  if (!template || !release || !channel || !laid)
    return <p className="border-t border-line pt-2 text-xs text-ink-3">No template on air takes a post: one needs fields named {columns.slice(0, 2).map(({ name }) => name).join(' and ')}. Others are filled by their names too: {columns.slice(2).map(({ name }) => name).join(', ')}.</p>;
  const matched = matchRows(template, room, columns).filter(({ column }) => column !== null).length;
  const isCleared = state === 'cleared' && !post.isGone;
  const isOf = (data: string | null): boolean => data !== null && (data === room || release.views[data]?.of === room);
  const items = Object.values(tickers).flatMap((ticker) =>
    ticker.strands.flatMap((strand) => itemsOf(strandOf(ticker.standing, strand.id)).filter(({ source, came }) => isOf(source) && came.key === post.key).map((item) => ({ ticker, strand, item }))),
  );
  const row = { of: room, key: post.key };
  const ready = (): string | null => {
    const typed = number.trim() === '' ? freeNumber(Object.values(cards).flatMap((card) => card.number ?? [])) : number;
    const parsed = parseCallNumber(typed);
    if ('problem' in parsed) return (toast.error(parsed.problem.message), null);
    if (cardByNumber(cards, parsed.number)) return (toast.error(`${parsed.number} is another card. Choose another number.`), null);
    return parsed.number;
  };
  const keep = async (): Promise<string | null> => {
    const own = ready();
    if (own === null) return null;
    const card = newId();
    if (!(await give({ do: 'keep', number: own, card, template: template.id, values: {}, row }, `Kept as ${own}.`))) return null;
    setNumber(numberAfter(own, 1));
    return card;
  };
  const into = async (rundown: string): Promise<void> => {
    const card = await keep();
    if (card === null) return;
    await give({ do: 'row', rundown, row: { id: newId(), card, channels: [channel.id], start: { by: 'hand' }, lasts: null } });
  };
  return (
    <section className="flex flex-col gap-2 border-t border-line pt-2" aria-label="Play">
      <div className="grid grid-cols-2 gap-2">
        <SelectField bare label="Template" value={template.id} choices={templates.map(({ id, name }) => ({ value: id, label: name }))} onChange={(id) => choosePlay({ template: String(id) })} />
        <SelectField bare label="Channel" value={channel.id} choices={channels.map(({ id, name }) => ({ value: id, label: name }))} onChange={(id) => choosePlay({ channel: String(id) })} />
      </div>
      <Still template={laid} values={values} of={release} label={`${template.name} with this post`} className="max-h-64 w-full rounded object-contain" placeholders={false} />
      <p className="text-xs text-ink-3">{matched} of {template.fields.length} fields are filled by this post{Object.keys(pictures).length === 0 || isCleared ? '' : '; its portrait and picture come when it is cleared'}.</p>
      {wantsPicture && lacksPicture && <p role="alert" className="text-xs text-warn">⚠ This template shows a picture, and the post has none: nothing stands in its place.</p>}
      {misfits.map((words) => <p key={words} role="alert" className="text-xs text-warn">⚠ {words}</p>)}
      {problems.map(({ message }) => <p key={message} role="alert" className="text-xs text-warn">⚠ {message}</p>)}
      {asksAgain && <p role="alert" className="text-xs text-warn">This was on air until {momentOf(judged.aired?.last ?? 0)}. Press T once more to take it again.</p>}
      <div className="flex flex-wrap items-center gap-1">
        <Button tone={isCleared ? 'air' : 'plain'} title="T" disabled={!isCleared || judged.aired?.isOn === true} onClick={() => onTake(seen)}>{asksAgain ? 'Take it again' : wasOnAir(seen) ? 'Take again…' : 'Take'} <kbd className="text-xs">T</kbd></Button>
        <Button disabled={!isCleared} onClick={() => void give({ do: 'cue', channel: channel.id, template: template.id, row }, `In preview of ${channel.name}.`)}>Cue</Button>
        <span className="flex items-center gap-1">
          <input aria-label="Call number" placeholder="Number" className="field number h-7 w-20" value={number} onChange={(event) => setNumber(event.target.value)} onKeyDown={(event) => event.stopPropagation()} />
          <Button tone="quiet" disabled={!isCleared} onClick={() => void keep()}>Keep as card</Button>
        </span>
        {items.map(({ ticker, strand, item }) => (
          <Button key={item.id} tone="quiet" disabled={item.state === 'in'} title={`Ticker ${ticker.name}`} onClick={() => void give({ do: 'ticker', ticker: ticker.id, act: 'take-in', item: item.id }, `In the strand ${strand.name}.`)}>{item.state === 'in' ? `In the strand ${strand.name}` : `Into the strand ${strand.name}`}</Button>
        ))}
        {rundowns.length > 0 && (
          <span className="w-36">
            <SelectField bare label="Into a rundown" value="" choices={[{ value: '', label: 'Into a rundown…' }, ...rundowns.map(({ id, name }) => ({ value: id, label: name }))]} onChange={(id) => id !== '' && isCleared && void into(String(id))} />
          </span>
        )}
      </div>
    </section>
  );
} // prettier-ignore

/** The first number from 900 on that no card has. */
function freeNumber(taken: readonly string[]): string {
  const used = new Set(taken);
  for (let number = 900; ; number += 1) if (!used.has(String(number))) return String(number);
}
