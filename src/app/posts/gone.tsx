import { Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { anyPost, type PostSeen } from '../../core/post';
import { clearsOf } from './clears';
import { findPosts, usePosts } from '../state/posts';
import { Button } from '../ui';
import { give } from './play';
import { useRelease } from '../ticker/use-release';
import { useAir } from '../state/air-store';

/** Posts that are on air though they are not fit for it: said as large as it can be, with the way to take them off. */
export function Gone({ room }: { room: string }) {
  const revision = usePosts((store) => store.revision);
  const [gone, setGone] = useState<readonly PostSeen[]>([]);
  const state = useAir((store) => store.state);
  const release = useRelease();
  useEffect(() => {
    let isOver = false;
    void findPosts({ ...anyPost, state: 'on-air' }, 50, []).then(({ posts }) => {
      if (!isOver) setGone(posts.flatMap(({ seen, alike }) => [seen, ...alike]).filter(({ post, state: own }) => post.isGone || own !== 'cleared'));
    });
    return () => {
      isOver = true;
    };
  }, [revision]);
  if (gone.length === 0) return null;
  return (
    <div role="alert" className="flex shrink-0 flex-col gap-1 border-y-2 border-air bg-air/15 px-4 py-2">
      {gone.map(({ post, rule }) => (
        <p key={post.key} className="flex items-center gap-3 text-lg font-semibold">
          <Trash2 size={22} className="shrink-0 text-[#ff8a80]" />
          <span className="min-w-0 flex-1">
            On air and {post.isGone ? 'taken down by its author' : rule !== '' ? `refused: ${rule}` : 'not cleared any more'}: {post.author.name}, “<span dir="auto">{post.text.slice(0, 80)}</span>”
          </span>
          <Button tone="air" onClick={() => clearsOf(state, release, room, post.key).forEach((command) => void give(command))}>Take it off</Button>
        </p>
      ))}
    </div>
  );
} // prettier-ignore
