import { Ban, ShieldCheck } from 'lucide-react';
import {
  airWords,
  authorKey,
  listedState,
  type FoundPost,
  type PostSeen,
  type Verdict,
} from '../../core/post';
import { usePosts } from '../state/posts';
import { Button, KeyList } from '../ui';
import { CorrectForm } from './correct-form';
import { MarkedText, markWords } from './marked-text';
import { NoteForm } from './note-form';
import type { Play } from './play';
import { PlayPanel } from './play-panel';
import { StateMark } from './post-row';
import { fateOf, languageName, momentOf } from './post-words';
import { tried } from './tried';
import { usePicture } from './use-picture';

const verdicts: readonly { readonly to: Verdict; readonly words: string; readonly key: string }[] = [
  { to: 'wanted', words: 'Want', key: 'W' },
  { to: 'cleared', words: 'Clear for air', key: 'C' },
  { to: 'refused', words: 'Refuse', key: 'X' },
  { to: 'found', words: 'Put back', key: 'F' },
];
const keys = [
  ['Arrows', 'through the posts'],
  ['W', 'want'],
  ['C', 'clear for air'],
  ['X', 'refuse, with those nearly the same'],
  ['F', 'put back among the found'],
  ['E', 'correct for air'],
  ['N', 'note to the others'],
  ['T', 'take on air'],
  ['Q', 'take the next of the queue'],
  ['Shift arrows', 'another place in the queue'],
  ['.', 'show what came meanwhile'],
  ['/', 'search'],
  ['Ctrl Z', 'undo what you did last'],
] as const;

export interface PanelProps {
  readonly room: string;
  readonly found: FoundPost | null;
  readonly place: number;
  readonly part: 'text' | 'note' | null;
  readonly onPart: (part: 'text' | 'note' | null) => void;
  readonly asksAgain: boolean;
  readonly onDecide: (to: Verdict) => void;
  readonly onTake: (seen: PostSeen) => void;
  readonly play: Play;
  readonly layout: 'page' | 'aside';
}

/** The post in hand: all of it, what is decided of it, its words for air, and the way there. */
export function PostPanel(props: PanelProps) {
  const { found, layout } = props;
  const frame = layout === 'page' ? 'w-[26rem] shrink-0 overflow-y-auto border-l border-line bg-deck max-xl:w-96 max-lg:w-80' : 'max-h-[62%] shrink-0 overflow-y-auto border-t border-line bg-deck';
  return (
    <aside className={frame} aria-label="The post in hand">
      {found ? (
        <Own key={found.seen.post.key} {...props} found={found} />
      ) : (
        <div className="flex flex-col gap-3 p-4 text-xs text-ink-3">
          <p>No post is in hand. An arrow or a click takes one.</p>
          <KeyList keys={keys} />
        </div>
      )}
    </aside>
  );
} // prettier-ignore

function Own(props: PanelProps & { found: FoundPost }) {
  const { room, found, place, part, onPart, asksAgain, onDecide, onTake, play } = props;
  const { seen, alike } = found;
  const { post, judged, marks, author, newer, state } = seen;
  const services = usePosts((store) => store.common?.settings.services) ?? [];
  const portrait = usePicture(post.key, 'portrait', post.author.portrait !== '');
  const { text, name, translation } = airWords(post, judged.fix);
  const isChanged = judged.fix !== null && (text !== post.text || name !== post.author.name);
  const fate = fateOf(seen);
  const told = [...new Set(marks.map(({ does, why }) => `${markWords[does]}: ${why}.`))];
  return (
    <div className="flex flex-col gap-3 p-3">
      <header className="flex items-center gap-3">
        <span className="size-12 shrink-0 overflow-hidden rounded bg-panel">{portrait !== null && <img src={portrait} alt={`Portrait of ${post.author.name}`} className="size-full object-cover" />}</span>
        <span className="flex min-w-0 flex-1 flex-col">
          <b dir="auto" className="truncate text-[15px]">{name}</b>
          <span className="truncate text-xs text-ink-3">{post.author.handle}</span>
        </span>
        <StateMark state={listedState(seen)} />
      </header>
      {post.isGone && <p role="alert" className="rounded border border-air px-2 py-1 font-semibold text-[#ff8a80]">Its author has taken this post down.</p>}
      <p dir="auto" className="text-[15px] leading-6 break-words whitespace-pre-line"><MarkedText text={text} marks={marks} /></p>
      {translation !== '' && <p className="border-l-2 border-tide pl-2 text-ink-2">{translation}</p>}
      {isChanged && <p className="text-xs text-ink-3">It came as: “<span dir="auto">{post.text}</span>”{name !== post.author.name && <> by {post.author.name}</>}</p>}
      {told.length > 0 && <ul className="flex flex-col gap-0.5 text-xs text-warn">{told.map((words) => <li key={words}>⚠ {words}</li>)}</ul>}
      {newer !== null && (
        <div className="flex flex-col gap-1 border-l-2 border-warn pl-2 text-xs" role="group" aria-label="Its author has changed it">
          <span className="text-warn">Its author has changed it since it was judged:</span>
          <span dir="auto" className="text-sm">{newer}</span>
          <Button className="h-6 self-start px-2 text-xs" onClick={() => void tried({ do: 'newer', post: post.key })}>Take the new words, and judge them</Button>
        </div>
      )}
      <Pictures seen={seen} />
      <p className="text-xs text-ink-3">
        {[
          momentOf(post.at),
          services.find(({ id }) => id === post.service)?.name ?? post.service,
          post.place,
          post.language === '' ? '' : languageName(post.language),
          `${post.likes} likes, ${post.shares} shares, ${post.answers} answers`,
          post.tags.map((tag) => `#${tag}`).join(' '),
        ].filter(Boolean).join(' · ')}
      </p>
      {post.links.map((link) => <p key={link} className="truncate text-xs text-ink-3">Link: {link}</p>)}
      {fate !== '' && <p className="text-xs text-ink-2">{fate.charAt(0).toUpperCase() + fate.slice(1)}.</p>}
      {place > 0 && <p className="text-xs text-next">Number {place} in the queue.</p>}
      <div className="grid grid-cols-2 gap-1" role="group" aria-label="Verdict">
        {verdicts.map(({ to, words, key }) => (
          <Button key={to} title={key} disabled={state === to && judged.verdict !== null} className={to === 'cleared' ? 'border-next' : ''} onClick={() => onDecide(to)}>
            {words} <kbd className="text-xs text-ink-3">{key}</kbd>
          </Button>
        ))}
      </div>
      <PlayPanel room={room} seen={seen} play={play} asksAgain={asksAgain} onTake={onTake} />
      <CorrectForm key={JSON.stringify(judged.fix)} seen={seen} isOpen={part === 'text'} onOpen={(is) => onPart(is ? 'text' : null)} />
      <NoteForm seen={seen} isOpen={part === 'note'} onClose={() => onPart(null)} />
      <div className="flex flex-wrap gap-1 border-t border-line pt-2" role="group" aria-label="Author">
        <Button tone="quiet" aria-pressed={author === 'trusted'} className={author === 'trusted' ? 'bg-raised text-next' : ''} onClick={() => void tried({ do: 'author', author: authorKey(post), is: author === 'trusted' ? null : 'trusted' })}><ShieldCheck size={14} /> {author === 'trusted' ? 'Trusted' : 'Trust author'}</Button>
        <Button tone="quiet" aria-pressed={author === 'barred'} className={author === 'barred' ? 'bg-raised text-warn' : ''} onClick={() => void tried({ do: 'author', author: authorKey(post), is: author === 'barred' ? null : 'barred' })}><Ban size={14} /> {author === 'barred' ? 'Barred' : 'Bar author'}</Button>
        <BarWord text={text} />
      </div>
      {alike.length > 0 && (
        <details className="text-xs">
          <summary className="cursor-pointer text-tide">{alike.length} nearly the same</summary>
          <ul className="flex flex-col gap-1 pt-1">
            {alike.map((one) => <li key={one.post.key} className="text-ink-2"><b dir="auto">{one.post.author.name}</b> {momentOf(one.post.at)}: <span dir="auto">{one.post.text}</span> <StateMark state={listedState(one)} /></li>)}
          </ul>
        </details>
      )}
    </div>
  );
} // prettier-ignore

/** A word of the text, as it is selected, put on the list that bars or warns. */
function BarWord({ text }: { text: string }) {
  const added = usePosts((store) => store.common?.added) ?? [];
  const add = (form: HTMLFormElement, does: 'bar' | 'warn'): void => {
    const words = String(new FormData(form).get('word') ?? '').trim();
    if (words === '') return;
    void tried({ do: 'word', word: { words, does, forms: true, whole: true, language: '' }, isOn: true });
    form.reset();
  };
  return (
    <details className="w-full text-xs">
      <summary className="cursor-pointer text-ink-3">Words that bar or warn</summary>
      <form className="flex flex-wrap gap-1 pt-1" onSubmit={(event) => (event.preventDefault(), add(event.currentTarget, 'bar'))}>
        <input name="word" aria-label="Word" list="words-of-post" placeholder="A word" maxLength={100} className="field h-7 min-w-0 flex-1" />
        <datalist id="words-of-post">{[...new Set(text.match(/\p{L}{3,}/gu) ?? [])].map((word) => <option key={word} value={word} />)}</datalist>
        <Button type="submit">Bar</Button>
        <Button tone="quiet" onClick={(event) => event.currentTarget.form && add(event.currentTarget.form, 'warn')}>Warn</Button>
      </form>
      {added.length > 0 && (
        <ul className="flex flex-wrap gap-1 pt-1">
          {added.map((word) => (
            <li key={word.words}><Button tone="quiet" className="h-6 px-2 text-xs" title="Take it off the list" onClick={() => void tried({ do: 'word', word, isOn: false })}>{word.words} ({word.does}) ×</Button></li>
          ))}
        </ul>
      )}
      <p className="pt-1 text-ink-3">Those of the show stand with its source in Data.</p>
    </details>
  );
} // prettier-ignore

function Pictures({ seen }: { seen: PostSeen }) {
  const { post, judged } = seen;
  const url = usePicture(post.key, 0, post.pictures.length > 0);
  if (post.pictures.length === 0) return null;
  const { crop = null, withoutPicture = false } = judged.fix ?? {};
  return (
    <figure className="relative">
      {url !== null && <img src={url} alt={post.pictures[0]?.alt || 'Its picture'} className={`max-h-52 w-full rounded object-contain ${withoutPicture ? 'opacity-30' : ''}`} />}
      {(withoutPicture || crop) && <figcaption className="text-xs text-tide">{withoutPicture ? 'Left out on air' : 'Cropped on air'}</figcaption>}
      {post.pictures.length > 1 && <figcaption className="text-xs text-ink-3">The first of {post.pictures.length} pictures</figcaption>}
    </figure>
  );
} // prettier-ignore
