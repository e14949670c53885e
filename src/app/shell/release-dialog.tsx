import { useState } from 'react';
import { toast } from 'sonner';
import { tetherCycle } from '../../core/layout';
import type { Problem } from '../../core/problem';
import { canonicalJson, showReferences, type Show } from '../../core/show';
import { Button, Dialog } from '../ui';
import { releases, releaseShow, useAir } from '../state/air-store';

/** What differs between the draft and the release on air, and the way to release it. */
export function ReleaseDialog(props: { show: Show; onClose: () => void }) {
  const { show, onClose } = props;
  const state = useAir((store) => store.state);
  const [progress, setProgress] = useState<string | null>(null);
  const [wrong, setWrong] = useState<Problem | null>(null);
  const before = releases.get(state.release);
  const isSame = before?.show.id === show.id;
  const templates = Object.values(show.templates);
  const changed = templates.filter(
    (t) => !isSame || canonicalJson(before.templates[t.id] ?? null) !== canonicalJson(t),
  );
  const gone = isSame ? Object.values(before.templates).filter((t) => !show.templates[t.id]) : [];
  const onAir = Object.values(state.air).reduce((sum, air) => sum + air.graphics.length, 0);
  const blocker = showReferences(show)[0] ?? templates.map(tetherCycle).find((p) => p !== null) ?? null;

  const release = async (): Promise<void> => {
    setWrong(null);
    setProgress('Sending');
    const refused = await releaseShow(show, setProgress);
    setProgress(null);
    if (refused) return setWrong(refused);
    toast.success(`“${show.name}” is released.`);
    onClose();
  };
  return (
    <Dialog
      title="Release to air"
      open
      onClose={onClose}
      describe="Cues and takes will play this copy. What is on air stays as it is until it is taken again."
    >
      {before && !isSame && (
        <p className="text-warn">
          “{before.show.name}” is released now; its cards will give way to those of “{show.name}”.
        </p>
      )}
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        <dt className="text-ink-2">Templates</dt>
        <dd>
          {changed.length === 0 && gone.length === 0
            ? 'as released'
            : [...changed.map((t) => t.name), ...gone.map((t) => `${t.name} (taken out)`)].join(', ')}
        </dd>
        <dt className="text-ink-2">Cards</dt>
        <dd className="number">{Object.keys(show.cards).length}</dd>
        <dt className="text-ink-2">Channels</dt>
        <dd>{show.channels.map((c) => c.name).join(', ')}</dd>
        <dt className="text-ink-2">On air now</dt>
        <dd>{onAir === 0 ? 'nothing' : `${onAir} graphic${onAir > 1 ? 's' : ''}, untouched by this`}</dd>
      </dl>
      {(blocker ?? wrong) && (
        <p role="alert" className="rounded border border-air p-2">
          ⚠ {(blocker ?? wrong)?.message}
        </p>
      )}
      <div className="flex items-center justify-end gap-2">
        {progress && (
          <span role="status" className="mr-auto text-ink-2">
            {progress}…
          </span>
        )}
        <Button onClick={onClose}>Not yet</Button>
        <Button
          tone="primary"
          onClick={() => void release()}
          disabled={progress !== null || blocker !== null}
        >
          Release
        </Button>
      </div>
    </Dialog>
  );
}
