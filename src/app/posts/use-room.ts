import { useEffect } from 'react';
import { useAir } from '../state/air-store';
import { lookForRooms, openRoom, usePosts } from '../state/posts';

/** Takes up the posts of a source for as long as it is shown; gives its id, or null. */
export function useRoom(wanted: string | undefined, isShown = true): string | null {
  const rooms = usePosts((store) => store.rooms);
  const release = useAir(({ state }) => state.release);
  const isConnected = useAir((store) => store.isConnected);
  useEffect(() => {
    if (isConnected && isShown) void lookForRooms();
  }, [release, isConnected, isShown]);
  const room = rooms?.find(({ id }) => id === wanted)?.id ?? rooms?.[0]?.id ?? null;
  useEffect(() => (room === null || !isShown ? undefined : openRoom(room)), [room, isShown]);
  return room;
}
