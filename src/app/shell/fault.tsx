import { useNavigate, useRouteError } from 'react-router';
import { Button, Empty } from '../ui';

/** What stands in for a view that has failed: the bar over it, and air, go on. */
export function Fault() {
  const error = useRouteError();
  const navigate = useNavigate();
  const words = error instanceof Error ? error.message : String(error);
  return (
    <Empty title="This view has failed">
      <p>What is on air goes on, and the show is saved up to the last step. The reason given: {words}</p>
      <span className="flex gap-2">
        <Button tone="primary" onClick={() => location.reload()}>
          Load it again
        </Button>
        <Button onClick={() => void navigate('/shows')}>To the shows</Button>
      </span>
    </Empty>
  );
}
