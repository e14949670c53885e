import { useEffect, useRef } from 'react';
import { evaluate, holdMoment, looksSame, type Moment, type Scene } from '../../core/frame';
import type { TemplateContext, Template, Values } from '../../core/show';
import { watch } from './monitors';
import { useScene } from './use-scene';

const noValues: Values = {};
/** The time that clocks in stills show: 09:41 UTC. */
const stillTime = 9 * 3600 + 41 * 60;

const holdSeconds = 1.6;

/** The moment of a template that enters, holds a while, leaves, and begins again, so many seconds on. */
function loopMoment(template: Template, seconds: number): Moment {
  const { enter, exit } = template.phases;
  const [into, hold, out] = [enter.frames, holdSeconds * template.rate, exit.frames];
  const frame = Math.floor((seconds * template.rate) % (into + hold + out));
  const rest = { enterFrame: null, time: stillTime };
  if (frame < into) return { phase: 'enter', frame, ...rest };
  if (frame < into + hold) return { phase: 'hold', frame: 0, held: Math.floor(frame - into), ...rest };
  return { phase: 'exit', frame: Math.floor(frame - into - hold), held: Math.floor(frame - into), ...rest };
}

/** A template's rest pose, drawn once for each change of it; or its whole life, played. */
export function Still(props: {
  template: Template;
  values?: Values;
  /** The show or release it belongs to. */
  of: TemplateContext;
  label: string;
  className?: string;
  placeholders?: boolean;
  /** What is seen through it; default: checks. */
  backdrop?: 'checks' | 'none';
  /** Plays Enter, Hold and Exit over and over; else it stands at rest. */
  plays?: boolean;
}) {
  const {
    template,
    values = noValues,
    of,
    label,
    className = '',
    placeholders = true,
    plays = false,
    backdrop = 'checks',
  } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const { scene } = useScene(template, values, of);
  const current = useRef({ scene, template, plays });
  current.current = { scene, template, plays };
  useEffect(() => {
    if (!canvas.current) return;
    let last: { scene: Scene; moment: Moment } | null = null;
    let began: number | null = null;
    return watch({
      canvas: canvas.current,
      mode: 'full',
      placeholders,
      shown: () => {
        const { scene: shown, template: own, plays: isPlaying } = current.current;
        if (!shown) return null;
        const now = performance.now() / 1000;
        began = isPlaying ? (began ?? now) : null;
        const moment = began === null ? holdMoment(stillTime) : loopMoment(own, now - began);
        const isNew = last?.scene !== shown || !looksSame(shown, last.moment, moment);
        last = { scene: shown, moment };
        const roots = [isNew ? evaluate(shown, moment) : shown.root];
        return { roots, isNew, width: own.width, height: own.height };
      },
    });
  }, [placeholders]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      className={`${backdrop === 'checks' ? 'checks' : ''} block ${className}`}
      style={{ aspectRatio: `${template.width} / ${template.height}` }}
    />
  );
}
