import { useEffect, useRef } from 'react';
import { evaluate, holdMoment, type Scene } from '../../core/frame';
import type { Dressing, Template, Values } from '../../core/show';
import { watch } from './monitors';
import { useScene } from './use-scene';

const noValues: Values = {};
/** The time that clocks in stills show: 09:41 UTC. */
const stillTime = 9 * 3600 + 41 * 60;

/** A template's rest pose, drawn once for each change of it. */
export function Still(props: {
  template: Template;
  values?: Values;
  /** The show or release it belongs to. */
  of: Dressing;
  label: string;
  className?: string;
  placeholders?: boolean;
}) {
  const { template, values = noValues, of, label, className = '', placeholders = true } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const { scene } = useScene(template, values, of);
  const current = useRef({ scene, template });
  current.current = { scene, template };
  useEffect(() => {
    if (!canvas.current) return;
    let last: Scene | null = null;
    return watch({
      canvas: canvas.current,
      mode: 'full',
      placeholders,
      shown: () => {
        const { scene: shown, template: own } = current.current;
        if (!shown) return null;
        const isNew = shown !== last;
        last = shown;
        const roots = [isNew ? evaluate(shown, holdMoment(stillTime)) : shown.root];
        return { roots, isNew, width: own.width, height: own.height };
      },
    });
  }, [placeholders]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      className={`checks block ${className}`}
      style={{ aspectRatio: `${template.width} / ${template.height}` }}
    />
  );
}
