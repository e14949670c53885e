import { ListFilter, Search, X } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useEffect, useState, type Ref } from 'react';
import { anyPost, type PostSearch } from '../../core/post';
import { postChoices, usePosts } from '../state/posts';
import { Button, CheckField, DraftText, IconButton, SelectField, TextField } from '../ui';
import { languageName, timeOf } from './post-words';

const yesNo = [
  { value: 'any', label: 'Any' },
  { value: 'yes', label: 'With' },
  { value: 'no', label: 'Without' },
];
const spans = [
  { value: '', label: 'Any time' },
  { value: '5', label: 'Last 5 minutes' },
  { value: '15', label: 'Last 15 minutes' },
  { value: '30', label: 'Last half hour' },
  { value: '60', label: 'Last hour' },
  { value: '180', label: 'Last 3 hours' },
];

/** What a search asks for besides its words, as words; empty: nothing. */
export function filterWords(search: PostSearch, serviceName: (id: string) => string): string[] {
  const { tag, author, place, language, service, within, since, until, picture, links, unseen } = search;
  return [
    ...(tag === '' ? [] : [`#${tag.replace(/^#/, '')}`]),
    ...(author === '' ? [] : [`by ${author}`]),
    ...(place === '' ? [] : [`from ${place}`]),
    ...(language === '' ? [] : [languageName(language)]),
    ...(service === '' ? [] : [serviceName(service)]),
    ...(within === null ? [] : [spans.find(({ value }) => value === String(within))?.label.toLowerCase() ?? `last ${within} minutes`]),
    ...(since === null ? [] : [`from ${timeOf(since)}`]),
    ...(until === null ? [] : [`to ${timeOf(until)}`]),
    ...(picture === 'any' ? [] : [`${picture === 'yes' ? 'with' : 'without'} picture`]),
    ...(links === 'any' ? [] : [`${links === 'yes' ? 'with' : 'without'} links`]),
    ...(unseen ? ['not yet seen'] : []),
  ];
} // prettier-ignore

/** What is looked for: words at hand, all else behind a button. */
export function SearchBar(props: { search: PostSearch; onSearch: (search: PostSearch) => void; field: Ref<HTMLInputElement>; onLeave: () => void }) {
  const { search, onSearch, field, onLeave } = props;
  const [choices, setChoices] = useState({ tags: [] as string[], places: [] as string[], languages: [] as string[] });
  const [isOpen, setOpen] = useState(false);
  const services = usePosts((store) => store.common?.settings.services) ?? [];
  useEffect(() => {
    if (isOpen) void postChoices().then(setChoices);
  }, [isOpen]);
  const set = (change: Partial<PostSearch>): void => onSearch({ ...search, ...change });
  const filters = filterWords(search, (id) => services.find((service) => service.id === id)?.name ?? id);
  return (
    <div className="flex min-w-0 flex-1 items-center gap-2" role="search" aria-label="Posts">
      <label className="flex min-w-0 flex-1 items-center gap-1.5 text-ink-3">
        <Search size={14} aria-hidden className="shrink-0" />
        <input
          ref={field}
          type="search"
          aria-label="Words of posts"
          placeholder="Words, “a phrase”, -not these"
          className="field h-7 w-full min-w-24"
          value={search.words}
          maxLength={200}
          onChange={(event) => set({ words: event.target.value })}
          onKeyDown={(event) => {
            if (event.key === 'Escape') set({ words: '' });
            if (event.key === 'Escape' || event.key === 'Enter' || event.key === 'ArrowDown') onLeave();
          }}
        />
      </label>
      <Popover.Root open={isOpen} onOpenChange={setOpen}>
        <Popover.Trigger asChild>
          <Button tone="quiet" className={filters.length > 0 ? 'max-w-64 text-brass' : ''} title={filters.join(', ')}>
            <ListFilter size={15} className="shrink-0" /> <span className="truncate">{filters.length === 0 ? 'Filter' : filters.join(', ')}</span>
          </Button>
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content align="end" sideOffset={4} aria-label="Filter" className="z-30 flex w-80 flex-col gap-2 rounded border border-line bg-panel p-3">
            <TextField label="Tag" value={search.tag} offers={choices.tags} maxLength={60} onChange={(tag) => set({ tag })} />
            <TextField label="Author or handle" value={search.author} maxLength={100} onChange={(author) => set({ author })} />
            <TextField label="Place" value={search.place} offers={choices.places} maxLength={100} onChange={(place) => set({ place })} />
            <SelectField label="Time" value={search.within === null ? '' : String(search.within)} choices={spans} onChange={(within) => set({ within: within === '' ? null : Number(within) })} />
            <div className="grid grid-cols-2 gap-2">
              <Clock label="Not before" value={search.since} onKeep={(since) => set({ since })} />
              <Clock label="Not after" value={search.until} onKeep={(until) => set({ until })} />
            </div>
            <SelectField
              label="Language"
              value={search.language}
              choices={[{ value: '', label: 'Any' }, ...[...new Set([...choices.languages, ...(search.language === '' ? [] : [search.language])])].map((value) => ({ value, label: languageName(value) }))]}
              onChange={(language) => set({ language: String(language) })}
            />
            <SelectField label="Service" value={search.service} choices={[{ value: '', label: 'Any' }, ...services.map(({ id, name }) => ({ value: id, label: name }))]} onChange={(service) => set({ service: String(service) })} />
            <div className="grid grid-cols-2 gap-2">
              <SelectField label="Picture" value={search.picture} choices={yesNo} onChange={(picture) => set({ picture: picture as PostSearch['picture'] })} />
              <SelectField label="Links" value={search.links} choices={yesNo} onChange={(links) => set({ links: links as PostSearch['links'] })} />
            </div>
            <CheckField label="Only posts not yet seen here" value={search.unseen} onChange={(unseen) => set({ unseen })} />
            <Button tone="quiet" disabled={filters.length === 0} onClick={() => onSearch({ ...anyPost, words: search.words, state: search.state, sort: search.sort })}>No filter</Button>
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      {(filters.length > 0 || search.words !== '') && (
        <IconButton label="Show all posts" onClick={() => onSearch({ ...anyPost, state: search.state, sort: search.sort })}><X size={14} /></IconButton>
      )}
      <span className="w-28 shrink-0">
        <SelectField
          bare
          label="Order"
          value={search.sort}
          choices={[{ value: 'newest', label: 'Newest' }, { value: 'oldest', label: 'Oldest' }, { value: 'most-liked', label: 'Most liked' }]}
          onChange={(sort) => set({ sort: sort as PostSearch['sort'] })}
        />
      </span>
    </div>
  );
} // prettier-ignore

const timeForm = /^\s*(\d{1,2})[:.](\d{2})\s*$/;
/** A time of today as ms since 1970; null: it is none. */
function todayAt(typed: string): number | null {
  const [, hours, minutes] = timeForm.exec(typed) ?? [];
  if (hours === undefined || Number(hours) > 23 || Number(minutes) > 59) return null;
  return new Date().setHours(Number(hours), Number(minutes), 0, 0);
}

/** A time of today, or none. */
function Clock({ label, value, onKeep }: { label: string; value: number | null; onKeep: (at: number | null) => void }) {
  return (
    <DraftText
      label={label}
      value={value === null ? '' : timeOf(value)}
      placeholder="14:05"
      wrongWith={(typed) => (typed.trim() === '' || todayAt(typed) !== null ? null : `“${typed}” is no time of day: type 14:05.`)}
      onKeep={(typed) => onKeep(typed.trim() === '' ? null : todayAt(typed))}
    />
  );
} // prettier-ignore
