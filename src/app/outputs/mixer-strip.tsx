import { Link } from 'react-router';
import { useAir } from '../state/air-store';

/** Whether a mixer tells what is seen, and the way to the stand-in. */
export function MixerStrip() {
  const mixer = useAir((store) => store.mixer);
  return (
    <p className="flex items-center gap-2 text-xs text-ink-2">
      {mixer?.isAttached
        ? 'The mixer stand-in tells what is on its program.'
        : 'No mixer tells what is seen: what is up counts as on air.'}
      <Link to="/mixer" className="text-tide underline">
        Mixer stand-in
      </Link>
      <Link to="/panel" className="text-tide underline">
        Button panel
      </Link>
      <Link to="/as-run" className="text-tide underline">
        As-run log
      </Link>
    </p>
  );
}
