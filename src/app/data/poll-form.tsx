import { useEffect, useState } from 'react';
import type { PollRule } from '../../core/post';
import type { Source } from '../../core/source';
import { asked } from '../state/air-store';
import { useDraft } from '../state/draft-store';
import { DraftText, SelectField } from '../ui';

type PollSource = Extract<Source, { kind: 'poll' }>;
interface Offered {
  readonly service: string;
  readonly id: string;
  readonly question: string;
}

/** What a poll counts: the votes of a service, or messages that have the words of an answer. */
export function PollForm({ source, onChange }: { source: PollSource; onChange: (change: object) => void }) {
  const sources = useDraft((store) => store.draft?.show.sources) ?? {};
  const posts = Object.values(sources).flatMap((one) => (one.kind === 'posts' ? [one] : []));
  const own = posts.find(({ id }) => id === source.posts);
  const [offered, setOffered] = useState<readonly Offered[]>([]);
  useEffect(() => {
    let isOver = false;
    void asked(`/api/posts/${encodeURIComponent(source.posts)}?since=1e15`, {}).then((answer) => {
      if (!isOver && 'body' in answer) setOffered((answer.body as { offered?: Offered[] }).offered ?? []);
    });
    return () => {
      isOver = true;
    };
  }, [source.posts]);
  const { counts } = source;
  const set = (change: Partial<PollRule>): void => onChange({ counts: { ...counts, ...change } });
  const polled = own?.services.filter(({ adapter }) => adapter.polls !== null) ?? [];
  const setBy = (by: 'service' | 'words'): void =>
    onChange({ counts: by === 'service' ? { by, service: polled[0]?.id ?? 'service', poll: '' } : { by, question: '', answers: [], counts: 'last' } });
  return (
    <>
      <SelectField label="Beside the posts" value={source.posts} choices={[...(own ? [] : [{ value: source.posts, label: 'Choose…' }]), ...posts.map(({ id, name }) => ({ value: id, label: name }))]} onChange={(id) => onChange({ posts: String(id) })} />
      <SelectField label="Counts" value={counts.by} choices={[{ value: 'service', label: 'the votes of a service' }, { value: 'words', label: 'words in messages' }]} onChange={(by) => setBy(by as 'service' | 'words')} />
      {counts.by === 'service' ? (
        <>
          <SelectField label="Service" value={counts.service} choices={[...(polled.some(({ id }) => id === counts.service) ? [] : [{ value: counts.service, label: 'Choose…' }]), ...polled.map(({ id, name }) => ({ value: id, label: name }))]} onChange={(service) => set({ service: String(service) })} />
          {offered.some(({ service }) => service === counts.service) ? (
            <SelectField label="Poll" value={counts.poll} choices={[...(offered.some(({ id }) => id === counts.poll) ? [] : [{ value: counts.poll, label: counts.poll || 'Choose…' }]), ...offered.filter(({ service }) => service === counts.service).map(({ id, question }) => ({ value: id, label: question }))]} onChange={(poll) => set({ poll: String(poll) })} />
          ) : (
            <DraftText label="Id of the poll there" value={counts.poll} onKeep={(poll) => set({ poll })} />
          )}
        </>
      ) : (
        <>
          <DraftText label="Question" value={counts.question} onKeep={(question) => set({ question })} />
          <DraftText
            lines
            label="Answers, one a line (Answer: further words, with commas)"
            value={counts.answers.map(({ text, words }) => (words.length > 0 ? `${text}: ${words.join(', ')}` : text)).join('\n')}
            onKeep={(text) => set({ answers: text.split('\n').flatMap((line) => { const [answer = '', words = ''] = line.split(':'); return answer.trim() === '' ? [] : [{ text: answer.trim().slice(0, 200), words: words.split(',').map((word) => word.trim()).filter(Boolean).slice(0, 30) }]; }).slice(0, 20) })}
          />
          <SelectField label="Of several votes of one author counts" value={counts.counts} choices={[{ value: 'last', label: 'the last' }, { value: 'first', label: 'the first' }]} onChange={(which) => set({ counts: which as 'first' | 'last' })} />
        </>
      )}
      <p className="text-xs text-ink-3">It is opened, closed and reset beside the posts.</p>
    </>
  );
} // prettier-ignore
