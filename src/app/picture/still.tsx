import { useEffect, useRef } from 'react';
import { evaluate, holdMoment } from '../../core/frame';
import type { Template, Values } from '../../core/show';
import { watch } from './monitors';
import { useScene } from './use-scene';

const noValues: Values = {};
/** The time that clocks in stills show: 09:41 UTC. */
const stillTime = 9 * 3600 + 41 * 60;

/** A template's rest pose, drawn once for each change of it. */
export function Still(props: {
  template: Template;
  values?: Values;
  label: string;
  className?: string;
  placeholders?: boolean;
}) {
  const { template, values = noValues, label, className = '', placeholders = true } = props;
  const canvas = useRef<HTMLCanvasElement>(null);
  const { scene } = useScene(template, values);
  useEffect(() => {
    if (!canvas.current || !scene) return;
    let isNew = true;
    return watch({
      canvas: canvas.current,
      mode: 'full',
      placeholders,
      shown: () => {
        const shown = {
          roots: isNew ? [evaluate(scene, holdMoment(stillTime))] : [scene.root],
          isNew,
          width: template.width,
          height: template.height,
        };
        isNew = false;
        return shown;
      },
    });
  }, [scene, template.width, template.height, placeholders]);
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
