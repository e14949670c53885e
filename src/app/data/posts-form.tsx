import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  clearers,
  newPostService,
  shippedAdapters,
  standInServices,
  type PostService,
  type WatchWord,
} from '../../core/post';
import type { Source } from '../../core/source';
import { newId } from '../state/ids';
import { Button, CheckField, DraftText, IconButton, NumberField, SelectField } from '../ui';
import { ServiceDialog } from './service-dialog';

type PostsSource = Extract<Source, { kind: 'posts' }>;
type Change = (change: object, merge?: string) => void;

/** Where posts are gathered, who may clear them, what bars them, and what becomes of them on air. */
export function PostsForm({ source, onChange }: { source: PostsSource; onChange: Change }) {
  const [opened, setOpened] = useState<string | null>(null);
  const { services } = source;
  const setService = (id: string, change: Partial<PostService>): void => onChange({ services: services.map((own) => (own.id === id ? { ...own, ...change } : own)) }, `service ${source.id} ${id}`);
  const add = (made: PostService[]): void => onChange({ services: [...services, ...made] });
  const own = services.find(({ id }) => id === opened);
  return (
    <>
      <Link to={`/posts/${source.id}`} className="text-tide hover:underline">Find, judge and play these posts</Link>
      <ul className="flex flex-col gap-1" aria-label="Services">
        {services.map((service) => (
          <li key={service.id} className="flex items-center gap-1">
            <Button className="min-w-0 flex-1 justify-start" onClick={() => setOpened(service.id)}><span className="truncate">{service.name}</span></Button>
            <IconButton label={`Take ${service.name} away`} onClick={() => onChange({ services: services.filter(({ id }) => id !== service.id) })}><Trash2 size={14} /></IconButton>
          </li>
        ))}
      </ul>
      {services.length === 0 && <p className="text-xs text-ink-3">No service yet. Add the stand-ins to rehearse with, or your own.</p>}
      <div className="flex flex-wrap gap-1">
        <Button disabled={services.length >= 8} onClick={() => { const made = newPostService(newId(), 'Service', 'https://', structuredClone(shippedAdapters['Post wall'] as PostService['adapter'])); add([made]); setOpened(made.id); }}><Plus size={14} /> A service</Button>
        {!services.some(({ url }) => url.startsWith('/services/')) && <Button tone="quiet" onClick={() => add(standInServices(newId))}>The stand-ins</Button>}
      </div>
      <SelectField label="Posts are cleared by" value={source.clears} choices={Object.entries(clearers).map(([value, label]) => ({ value, label }))} onChange={(clears) => onChange({ clears })} />
      <SelectField label="A post on air that is taken down, or refused" value={source.whenGone} choices={[{ value: 'leave', label: 'leaves at once' }, { value: 'stay', label: 'stays, and it is said' }]} onChange={(whenGone) => onChange({ whenGone })} />
      <CheckField label="Counts move on air" value={source.countsMove} onChange={(countsMove) => onChange({ countsMove })} />
      <CheckField label="Posts of trusted authors are wanted as they come" value={source.wantsTrusted} onChange={(wantsTrusted) => onChange({ wantsTrusted })} />
      <NumberField label="Unwanted posts are kept" unit="h" min={1} max={72} value={source.keepsHours} onChange={(hours) => onChange({ keepsHours: Math.round(hours) }, `keeps ${source.id}`)} />
      <Words words={source.words} onChange={(words) => onChange({ words })} />
      {own && <ServiceDialog service={own} onChange={(change) => setService(own.id, change)} onClose={() => setOpened(null)} />}
    </>
  );
} // prettier-ignore

const languages = [
  ['', 'any language'],
  ['en', 'English'],
  ['de', 'German'],
  ['fr', 'French'],
  ['es', 'Spanish'],
  ['pt', 'Portuguese'],
  ['no', 'Norwegian'],
] as const;

/** The show's list of words, each with what it does and how it is looked for. */
function Words({ words, onChange }: { words: readonly WatchWord[]; onChange: (words: WatchWord[]) => void }) {
  const set = (i: number, change: Partial<WatchWord>): void => onChange(words.map((own, at) => (at === i ? { ...own, ...change } : own)));
  return (
    <details className="text-xs">
      <summary className="cursor-pointer text-ink-2">Words that bar or warn ({words.length})</summary>
      <ul className="flex flex-col gap-2 pt-2">
        {words.map((word, i) => (
          <li key={`${i} ${word.words}`} className="flex flex-col gap-1 border-b border-line pb-2">
            <span className="flex items-center gap-1">
              <span className="min-w-0 flex-1"><DraftText bare label="Word" value={word.words} wrongWith={(typed) => (typed.trim() === '' ? 'A word, or several.' : null)} onKeep={(next) => set(i, { words: next.trim() })} /></span>
              <IconButton label={`Take “${word.words}” off the list`} onClick={() => onChange(words.filter((_, at) => at !== i))}><Trash2 size={13} /></IconButton>
            </span>
            <span className="grid grid-cols-2 gap-1">
              <SelectField bare label={`What ${word.words} does`} value={word.does} choices={[{ value: 'bar', label: 'bars' }, { value: 'warn', label: 'warns' }]} onChange={(does) => set(i, { does: does as WatchWord['does'] })} />
              <SelectField bare label={`Language of ${word.words}`} value={word.language} choices={languages.map(([value, label]) => ({ value, label }))} onChange={(language) => set(i, { language: String(language) })} />
            </span>
            <span className="flex gap-3">
              <CheckField label="with endings" value={word.forms} onChange={(forms) => set(i, { forms })} />
              <CheckField label="whole words" value={word.whole} onChange={(whole) => set(i, { whole })} />
            </span>
          </li>
        ))}
      </ul>
      <form
        className="flex gap-1 pt-1"
        onSubmit={(event) => {
          event.preventDefault();
          const text = String(new FormData(event.currentTarget).get('words') ?? '');
          const fresh = text.split(/[\n,;]+/).map((one) => one.trim()).filter((one) => one !== '' && !words.some((own) => own.words.toLowerCase() === one.toLowerCase()));
          onChange([...words, ...fresh.map((one): WatchWord => ({ words: one.slice(0, 100), does: 'bar', forms: true, whole: true, language: '' }))].slice(0, 2000));
          event.currentTarget.reset();
        }}
      >
        <input name="words" aria-label="New words" placeholder="Words, with commas" className="field h-7 min-w-0 flex-1" />
        <Button type="submit">Add</Button>
      </form>
      <p className="pt-1 text-ink-3">Found in whatever case and accents, with letters written as figures or apart. What bars cannot be cleared.</p>
    </details>
  );
} // prettier-ignore
