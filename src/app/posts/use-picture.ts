import { useEffect, useState } from 'react';
import { postPicture, usePosts } from '../state/posts';

/** A picture of a post as an address of this page; null while it comes, and where it is not to be had. */
export function usePicture(post: string, which: 'portrait' | number, isWanted: boolean): string | null {
  const room = usePosts((store) => store.room);
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    setUrl(null);
    if (!isWanted || room === null) return;
    let isOver = false;
    void postPicture(room, post, which).then((found) => {
      if (!isOver) setUrl(found);
    });
    return () => {
      isOver = true;
    };
  }, [room, post, which, isWanted]);
  return url;
}
