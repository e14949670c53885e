import {
  Ban,
  Heart,
  Image,
  Languages,
  Link2,
  MapPin,
  PenLine,
  Reply,
  ShieldCheck,
  StickyNote,
  Trash2,
  TriangleAlert,
} from 'lucide-react';
import { memo } from 'react';
import { airWords, listedState, type FoundPost, type PostState } from '../../core/post';
import { Pennant } from '../ui';
import { MarkedText } from './marked-text';
import { fateOf, languageName, momentOf, stateNames } from './post-words';
import { usePicture } from './use-picture';

const edges: Readonly<Record<PostState, string>> = {
  found: 'border-l-transparent',
  wanted: 'border-l-brass',
  cleared: 'border-l-next',
  'on-air': 'border-l-air bg-air/10',
  'was-on-air': 'border-l-ink-3',
  refused: 'border-l-transparent',
};

/** What a post is, in words and not by colour alone. */
export function StateMark({ state }: { state: PostState }) {
  if (state === 'found') return null;
  if (state === 'on-air') return <Pennant state="air" />;
  const look = state === 'cleared' ? 'text-next' : state === 'wanted' ? 'text-brass' : 'text-ink-3';
  return <span className={`text-xs font-semibold ${look}`}>{stateNames[state]}</span>;
}

/** A post among what was found. */
export const PostRow = memo(function PostRow(props: { found: FoundPost; isChosen: boolean; isUnseen: boolean; place: number; onChoose: (key: string) => void }) {
  const { found, isChosen, isUnseen, place, onChoose } = props;
  const { seen, alike } = found;
  const { post, judged, marks, author, newer } = seen;
  const state = listedState(seen);
  const portrait = usePicture(post.key, 'portrait', post.author.portrait !== '');
  const picture = usePicture(post.key, 0, post.pictures.length > 0);
  const { text, name } = airWords(post, judged.fix);
  const fate = fateOf(seen);
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-pressed={isChosen}
      onClick={() => onChoose(post.key)}
      className={`flex w-full gap-2.5 border-b border-l-4 border-b-line px-2.5 py-2 text-left ${edges[state]} ${isChosen ? 'bg-raised outline outline-1 -outline-offset-1 outline-brass' : 'hover:bg-panel'} ${state === 'refused' || post.isGone ? 'text-ink-3' : ''}`}
    >
      <span className="mt-0.5 size-9 shrink-0 overflow-hidden rounded bg-panel" aria-hidden>
        {portrait !== null && <img src={portrait} alt="" className="size-full object-cover" />}
      </span>
      <span className="flex min-w-0 flex-1 flex-col gap-0.5">
        <span className="flex min-w-0 items-center gap-2 text-xs text-ink-3">
          {isUnseen && <span className="size-1.5 shrink-0 rounded-full bg-tide" role="img" aria-label="New" />}
          {place > 0 && <span className="number shrink-0 text-next" title="Its place in the queue">{place}</span>}
          <span dir="auto" className="min-w-0 truncate text-[13px] font-semibold text-ink">{name}</span>
          {author === 'trusted' && <ShieldCheck size={12} className="shrink-0 text-next" aria-label="Trusted author" />}
          {author === 'barred' && <Ban size={12} className="shrink-0 text-warn" aria-label="Barred author" />}
          <span className="min-w-0 truncate">{post.author.handle}</span>
          <span className="number ml-auto shrink-0">{momentOf(post.at)}</span>
        </span>
        <span dir="auto" className={`line-clamp-3 break-words whitespace-pre-line ${post.isGone ? 'line-through' : ''}`}>
          <MarkedText text={text} marks={marks} />
          {text === '' && <i className="text-ink-3">No words, a picture</i>}
        </span>
        <span className="flex flex-wrap items-center gap-x-3 gap-y-0.5 text-xs text-ink-3">
          {post.isGone && <b className="flex items-center gap-1 text-warn"><Trash2 size={12} /> Taken down by its author</b>}
          <StateMark state={state} />
          {fate !== '' && <span className="min-w-0 truncate">{fate}</span>}
          {marks.some(({ does }) => does === 'private') && <span className="flex items-center gap-1 text-warn"><TriangleAlert size={12} /> private data</span>}
          {judged.fix && <span className="flex items-center gap-1 text-tide"><PenLine size={12} /> corrected</span>}
          {newer !== null && <span className="text-warn">its author changed it</span>}
          {judged.note && <span className="flex min-w-0 items-center gap-1 text-brass"><StickyNote size={12} className="shrink-0" /> <span className="truncate">{judged.note.text}</span></span>}
          {post.place !== '' && <span className="flex items-center gap-1"><MapPin size={11} />{post.place}</span>}
          <span className="number flex items-center gap-1"><Heart size={11} aria-label="Likes" />{post.likes}</span>
          {post.language !== '' && post.language !== 'en' && <span className="flex items-center gap-1"><Languages size={11} />{languageName(post.language)}</span>}
          {post.answerTo !== '' && <Reply size={12} aria-label="An answer" />}
          {post.links.length > 0 && <Link2 size={12} aria-label="Has a link" />}
          {post.pictures.length > 0 && <Image size={12} aria-label="Has a picture" />}
          {alike.length > 0 && <span className="text-tide">{alike.length} nearly the same</span>}
        </span>
      </span>
      {picture !== null && <img src={picture} alt="" className="h-14 w-18 shrink-0 rounded object-cover" />}
    </button>
  );
}); // prettier-ignore
