import { useEffect, useMemo, useState } from 'react';
import { motionFindings, type MotionFinding } from '../../../core/preflight';
import type { Show, Template, Values } from '../../../core/show';
import { Button, Section } from '../../ui';
import { useBuild } from '../build-store';
import { lookAtFrames, type LookedAt } from './frame-checks';

/** What will surprise on air: told by the keys at once, and by the frames when asked. */
export function ChecksSection(props: { show: Show; template: Template; values: Values }) {
  const { show, template, values } = props;
  const findings = useMemo(() => motionFindings(template), [template]);
  const [looked, setLooked] = useState<LookedAt | null>(null);
  const [part, setPart] = useState<number | null>(null);
  const [stop, setStop] = useState<AbortController | null>(null);
  useEffect(() => setLooked(null), [template, values]);
  useEffect(() => () => stop?.abort(), [stop]);
  const look = async (): Promise<void> => {
    const abort = new AbortController();
    setStop(abort);
    setPart(0);
    const result = await lookAtFrames(show, template, values, setPart, abort.signal);
    setPart(null);
    setStop(null);
    if (result) setLooked(result);
  };
  const all = [...findings, ...(looked?.findings ?? [])];
  return (
    <Section title={all.length === 0 ? 'Checks' : `Checks (${all.length})`}>
      {all.map((finding) => (
        <FindingRow
          key={`${finding.phase} ${finding.track ?? ''} ${finding.code} ${finding.message}`}
          finding={finding}
          template={template}
        />
      ))}
      {all.length === 0 && (
        <p className="text-xs text-ink-2">
          ✓ The keys do what they say{looked ? ', and the frames are clean' : ''}.
        </p>
      )}
      {looked && (
        <p className="text-xs text-ink-3">
          {looked.frames} frames looked at: flashes after ITU-R BT.1702, and what is left at the end of Exit.
        </p>
      )}
      {part === null ? (
        <Button className="self-start" onClick={() => void look()}>
          Look at every frame
        </Button>
      ) : (
        <span className="flex items-center gap-2">
          <progress
            className="h-1.5 flex-1 accent-brass"
            max={1}
            value={part}
            aria-label="Frames looked at"
          />
          <Button onClick={() => stop?.abort()}>Stop</Button>
        </span>
      )}
    </Section>
  );
}

function FindingRow({ finding, template }: { finding: MotionFinding; template: Template }) {
  const go = (): void => {
    const { set, select } = useBuild.getState();
    set({ playhead: { phase: finding.phase, frame: 0 }, isPlaying: false });
    if (finding.element !== null && template.elements[finding.element]) select([finding.element]);
  };
  return (
    <button type="button" className="flex gap-2 rounded p-1 text-left text-xs hover:bg-raised" onClick={go}>
      <span className="text-warn" aria-hidden>
        ⚠
      </span>
      <span>{finding.message}</span>
    </button>
  );
}
