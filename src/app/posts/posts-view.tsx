import { useNavigate, useParams } from 'react-router';
import { usePosts } from '../state/posts';
import { Button, Empty } from '../ui';
import { PostsWork } from './posts-work';
import { useRoom } from './use-room';

/** Viewers' posts: found, judged, corrected and played. */
export function PostsView() {
  const { roomId } = useParams();
  const navigate = useNavigate();
  const room = useRoom(roomId);
  const rooms = usePosts((store) => store.rooms);
  const problem = usePosts((store) => store.problem);
  if (room === null)
    return (
      <Empty title={problem ? 'No posts to be had' : rooms === null ? 'Waiting for the air server' : 'No posts are gathered'}>
        <p>{problem?.message ?? (rooms === null ? 'The posts come by themselves when it answers.' : 'Add a source of the kind Posts in Data, name the services that have them, and release. Then they are judged here.')}</p>
        {rooms !== null && !problem && <Button onClick={() => void navigate('/data')}>Open Data</Button>}
      </Empty>
    );
  return <PostsWork key={room} room={room} onRoom={(id) => void navigate(`/posts/${id}`)} layout="page" />;
} // prettier-ignore
