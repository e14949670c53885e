import { useEffect } from 'react';
import { useNavigate, useParams } from 'react-router';
import { lookForRooms, openRoom, usePosts } from '../state/posts';
import { useAir } from '../state/air-store';
import { Button, Empty } from '../ui';
import { PostsWork } from './posts-work';

/** Takes up the posts of a source for as long as it is shown; gives its id, or null. */
export function useRoom(wanted: string | undefined): string | null {
  const rooms = usePosts((store) => store.rooms);
  const release = useAir(({ state }) => state.release);
  const isConnected = useAir((store) => store.isConnected);
  useEffect(() => {
    if (isConnected) void lookForRooms();
  }, [release, isConnected]);
  const room = rooms?.find(({ id }) => id === wanted)?.id ?? rooms?.[0]?.id ?? null;
  useEffect(() => (room === null ? undefined : openRoom(room)), [room]);
  return room;
}

/** Viewers' posts: found, judged, corrected and played. */
export function PostsView() {
  const { roomId } = useParams();
  const navigate = useNavigate();
  const room = useRoom(roomId);
  const rooms = usePosts((store) => store.rooms);
  const problem = usePosts((store) => store.problem);
  if (room === null)
    return (
      <Empty title={problem ? 'No posts to be had' : rooms === null ? 'Posts' : 'No posts are gathered'}>
        <p>{problem?.message ?? (rooms === null ? 'Asking the server…' : 'Add a source of the kind Posts in Data, name the services that have them, and release. Then they are judged here.')}</p>
        {rooms !== null && !problem && <Button onClick={() => void navigate('/data')}>Open Data</Button>}
      </Empty>
    );
  return <PostsWork key={room} room={room} onRoom={(id) => void navigate(`/posts/${id}`)} layout="page" />;
} // prettier-ignore
