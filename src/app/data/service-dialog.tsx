import { useState } from 'react';
import {
  adapterFields,
  shippedAdapters,
  takes,
  type Adapter,
  type AdapterField,
  type FieldPath,
  type Post,
  type PostService,
  type Take,
} from '../../core/post';
import type { Problem } from '../../core/problem';
import { asked, jsonInit } from '../state/air-store';
import { Button, CheckField, Dialog, DraftText, NumberField, SelectField, TextField } from '../ui';
import { KeyForm } from './server-keys';

interface Tried {
  readonly posts?: readonly Post[];
  readonly notes?: readonly string[];
  readonly problem?: Problem;
  readonly json: string;
}

/** One service: where it is, and how what it gives becomes posts; tried on what it gives now. */
export function ServiceDialog({ service, onChange, onClose }: { service: PostService; onChange: (change: Partial<PostService>) => void; onClose: () => void }) {
  const [tried, setTried] = useState<Tried | null>(null);
  const [isBusy, setBusy] = useState(false);
  const { adapter } = service;
  const set = (change: Partial<Adapter>): void => onChange({ adapter: { ...adapter, ...change } });
  const setField = (field: AdapterField, change: Partial<FieldPath> | null): void => {
    const { [field]: before, ...rest } = adapter.fields;
    set({ fields: change === null ? rest : { ...rest, [field]: { ...(before ?? { path: '', as: adapterFields[field].as, where: null }), ...change } } });
  };
  const attempt = async (): Promise<void> => {
    setBusy(true);
    const answer = await asked('/api/posts/try', jsonInit('POST', service));
    setBusy(false);
    setTried('problem' in answer ? { problem: answer.problem, json: '' } : (answer.body as Tried));
  };
  const { paging } = adapter;
  return (
    <Dialog full open title={`Service: ${service.name}`} onClose={onClose} describe="What the service gives is described here by paths into its JSON: nothing is programmed.">
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-5 max-lg:grid-cols-1 max-lg:overflow-auto">
        <div className="flex min-h-0 flex-col gap-3 overflow-auto pr-2">
          <div className="grid grid-cols-3 gap-2">
            <DraftText label="Name" value={service.name} wrongWith={(typed) => (typed.trim() === '' ? 'Give it a name.' : null)} onKeep={(name) => onChange({ name: name.slice(0, 60) })} />
            <DraftText label="Address" value={service.url} onKeep={(url) => onChange({ url })} />
            <div className="flex flex-col gap-1"><KeyForm name={service.key} onName={(key) => onChange({ key })} /></div>
            <NumberField label="Asked every" unit="s" min={0.2} max={3600} value={service.every} onChange={(every) => onChange({ every })} />
            <NumberField label="Timeout" unit="s" min={0.5} max={60} value={service.patience} onChange={(patience) => onChange({ patience })} />
            <DraftText label="Always asked with (name=value, …)" value={service.asks.map(({ name, value }) => `${name}=${value}`).join(', ')} onKeep={(text) => onChange({ asks: text.split(',').flatMap((part) => { const at = part.indexOf('='); return at > 0 ? [{ name: part.slice(0, at).trim(), value: part.slice(at + 1).trim() }] : []; }) })} />
          </div>
          <div className="flex items-end gap-2">
            <span className="w-56">
              <SelectField label="Begin from" value="" choices={[{ value: '', label: 'Choose an adapter…' }, ...Object.keys(shippedAdapters).map((name) => ({ value: name, label: name }))]} onChange={(name) => shippedAdapters[name] && onChange({ adapter: structuredClone(shippedAdapters[name] as Adapter) })} />
            </span>
            <Button tone="primary" disabled={isBusy} onClick={() => void attempt()}>{isBusy ? 'Asking…' : 'Try it'}</Button>
          </div>
          <div className="grid grid-cols-3 gap-2">
            <TextField label="Posts are had at" value={adapter.list} maxLength={500} onChange={(list) => set({ list })} />
            <TextField label="The list of posts (path)" value={adapter.posts} maxLength={300} onChange={(posts) => set({ posts })} />
            <TextField label="One post is had at ({id})" value={adapter.one} maxLength={500} onChange={(one) => set({ one })} />
            <SelectField
              label="The next page"
              value={paging.by}
              choices={[{ value: 'none', label: 'there is none' }, { value: 'cursor', label: 'by a cursor' }, { value: 'page', label: 'by number' }]}
              onChange={(by) => set({ paging: by === 'cursor' ? { by, parameter: 'cursor', next: 'next' } : by === 'page' ? { by, parameter: 'page', first: 1, more: 'has_more' } : { by: 'none' } })}
            />
            {paging.by !== 'none' && <TextField label="Asked for with" value={paging.parameter} maxLength={100} onChange={(parameter) => parameter !== '' && set({ paging: { ...paging, parameter } })} />}
            {paging.by === 'cursor' && <TextField label="The next cursor (path)" value={paging.next} maxLength={300} onChange={(next) => set({ paging: { ...paging, next } })} />}
            {paging.by === 'page' && <TextField label="Whether there is more (path)" value={paging.more} maxLength={300} onChange={(more) => set({ paging: { ...paging, more } })} />}
            <TextField label="Size of a page: parameter" value={adapter.size?.parameter ?? ''} maxLength={100} onChange={(parameter) => set({ size: parameter === '' ? null : { parameter, count: adapter.size?.count ?? 50 } })} />
            {adapter.size && <NumberField label="Posts a page" min={1} max={500} value={adapter.size.count} onChange={(count) => set({ size: { parameter: adapter.size?.parameter ?? 'limit', count: Math.round(count) } })} />}
          </div>
          <CheckField label="A post that is missing where it stood was taken down" value={adapter.missingIsGone} onChange={(missingIsGone) => set({ missingIsGone })} />
          <table className="w-full text-left text-xs" aria-label="Fields">
            <thead className="text-ink-3"><tr><th className="w-28 font-normal">Of a post</th><th className="font-normal">Path</th><th className="w-40 font-normal">Is taken</th><th className="font-normal">Only where (path = words)</th></tr></thead>
            <tbody>
              {(Object.keys(adapterFields) as AdapterField[]).map((field) => {
                const own = adapter.fields[field];
                const { label } = adapterFields[field];
                return (
                  <tr key={field}>
                    <td className="pr-2 text-ink-2">{label}</td>
                    <td className="py-0.5 pr-1"><TextField bare label={`Path of ${label}`} value={own?.path ?? ''} maxLength={300} onChange={(path) => setField(field, path === '' ? null : { path })} /></td>
                    <td className="pr-1">{own && <SelectField bare label={`How ${label} is taken`} value={own.as} choices={Object.entries(takes).map(([value, words]) => ({ value, label: words }))} onChange={(as) => setField(field, { as: as as Take })} />}</td>
                    <td>{own?.path.includes('*') && <DraftText bare label={`Where ${label} counts`} value={own.where ? `${own.where.path} = ${own.where.is.join(', ')}` : ''} onKeep={(text) => { const at = text.indexOf('='); setField(field, { where: at < 1 ? null : { path: text.slice(0, at).trim(), is: text.slice(at + 1).split(',').map((word) => word.trim()).filter(Boolean).slice(0, 30) } }); }} />}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <Polls adapter={adapter} set={set} />
        </div>
        <div className="flex min-h-0 flex-col gap-2 overflow-auto border-l border-line pl-5">
          <h3 className="font-semibold">What it gives now</h3>
          {tried === null && <p className="text-xs text-ink-3">“Try it” asks the service once, and shows its first posts as they are read. Nothing of it is kept.</p>}
          {tried?.problem && <p role="alert" className="text-xs text-warn">⚠ {tried.problem.message}</p>}
          {tried?.notes?.map((note) => <p key={note} className="text-xs text-warn">{note}</p>)}
          {tried?.posts?.map((post) => (
            <article key={post.key} className="rounded bg-deck p-2 text-xs">
              <p><b dir="auto">{post.author.name}</b> <span className="text-ink-3">{post.author.handle} · {new Date(post.at).toLocaleString('en-GB')} · {post.place} · {post.language}</span></p>
              <p dir="auto" className="text-[13px]">{post.text}</p>
              <p className="text-ink-3">{post.likes} likes, {post.shares} shares, {post.answers} answers · {post.tags.map((tag) => `#${tag}`).join(' ')} · {post.pictures.length} pictures, {post.links.length} links{post.answerTo === '' ? '' : ' · an answer'}</p>
            </article>
          ))}
          {tried && tried.json !== '' && (
            <details open={tried.problem !== undefined}>
              <summary className="cursor-pointer text-xs text-ink-2">Its answer as it came</summary>
              <pre className="overflow-auto text-[11px] leading-4 text-ink-3">{pretty(tried.json)}</pre>
            </details>
          )}
        </div>
      </div>
    </Dialog>
  );
} // prettier-ignore

const pretty = (json: string): string => {
  try {
    return JSON.stringify(JSON.parse(json), null, 1).slice(0, 6000);
  } catch {
    return json.slice(0, 6000);
  }
};

const noPolls: NonNullable<Adapter['polls']> = { list: '/polls', polls: 'polls', id: 'id', question: 'question', open: 'open', answers: 'answers', answer: 'text', votes: 'votes', acts: { open: '/polls/{id}/open', close: '/polls/{id}/close', reset: '/polls/{id}/reset' } }; // prettier-ignore
const pollPaths = { list: 'Polls are had at', polls: 'The list of polls (path)', id: 'Id', question: 'Question', open: 'Whether it is open', answers: 'Its answers', answer: 'Words of an answer', votes: 'Votes of an answer' } as const; // prettier-ignore

function Polls({ adapter, set }: { adapter: Adapter; set: (change: Partial<Adapter>) => void }) {
  const { polls } = adapter;
  return (
    <div className="flex flex-col gap-2">
      <CheckField label="It has polls" value={polls !== null} onChange={(has) => set({ polls: has ? structuredClone(noPolls) : null })} />
      {polls && (
        <div className="grid grid-cols-4 gap-2">
          {(Object.keys(pollPaths) as (keyof typeof pollPaths)[]).map((key) => <TextField key={key} label={pollPaths[key]} value={polls[key]} maxLength={300} onChange={(value) => set({ polls: { ...polls, [key]: value } })} />)}
          {(['open', 'close', 'reset'] as const).map((act) => <TextField key={act} label={`To ${act} it, POST to ({id})`} value={polls.acts[act]} maxLength={500} onChange={(value) => set({ polls: { ...polls, acts: { ...polls.acts, [act]: value } } })} />)}
        </div>
      )}
    </div>
  );
} // prettier-ignore
