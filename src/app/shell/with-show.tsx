import { useEffect, useState } from 'react';
import { Outlet, useNavigate } from 'react-router';
import { Button, Empty } from '../ui';
import { useDraftData } from '../state/data';
import { bringDemo, listShows } from '../state/shows';
import { lastShow, useDraft } from '../state/draft-store';

/** Areas that work on a show: opens the one last in hand, or says where to find one. */
export function WithShow() {
  const isOpen = useDraft((store) => store.draft !== null);
  const open = useDraft((store) => store.open);
  const navigate = useNavigate();
  const [words, setWords] = useState<string | null>(null);
  useEffect(() => {
    if (isOpen) return;
    void (async () => {
      await bringDemo();
      const id = lastShow() ?? (await listShows())[0]?.id;
      setWords(id ? await open(id) : 'No show is open.');
    })();
  }, [isOpen, open]);
  useDraftData();
  if (isOpen) return <Outlet />;
  if (words === null) return null;
  return (
    <Empty title={words}>
      <Button tone="primary" onClick={() => void navigate('/shows')}>
        Go to Shows
      </Button>
    </Empty>
  );
}
