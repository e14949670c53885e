import { useEffect, useRef } from 'react';
import { freshName, propertyValue, setProperty, type Template, type TextElement } from '../../../core/show';
import type { Scene } from '../../../core/frame';
import { cssFontOf } from '../../picture/monitors';
import { editTemplate, sealEdit, useBuild } from '../build-store';
import type { Placement } from './overlay';

/** The name of a new text: its first words; a number is called one. */
function nameFor(template: Template, id: string, words: string): string {
  const [line = ''] = words.trim().split('\n');
  const name = /^[\d.,:–-]+$/.test(line) ? 'Number' : line.slice(0, 40).trim();
  const others = Object.values(template.elements).filter((element) => element.id !== id);
  return freshName(
    name === '' ? 'Text' : name,
    others.map((element) => element.name),
  );
}

/** The words of a text, typed where they stand. Escape or a click elsewhere ends it. */
export function TextEditor(props: {
  template: Template;
  scene: Scene;
  element: TextElement;
  place: Placement;
}) {
  const { template, scene, element, place } = props;
  const area = useRef<HTMLTextAreaElement>(null);
  const set = useBuild((store) => store.set);
  const value = String(propertyValue(template, element, 'text') ?? '');
  useEffect(() => {
    area.current?.focus();
    area.current?.select();
  }, []);
  const resolved = scene.rest.elements[element.id];
  const look = resolved?.kind === 'text' ? resolved : element;
  const { zoom } = place;
  const room = scene.rest.areas.get(element.id) ?? element;
  const pivot = `${element.pivotX * 100}% ${element.pivotY * 100}%`;
  const align = { left: 'left', centre: 'center', right: 'right' } as const;
  const field = template.ties.some((tie) => tie.element === element.id && tie.property === 'text');
  return (
    <div
      className="absolute z-10"
      style={{
        left: place.x + room.x * zoom,
        top: place.y + room.y * zoom,
        width: Math.max(60, room.w * zoom),
        minHeight: room.h * zoom,
        transform: `rotate(${element.rotation}deg)`,
        transformOrigin: pivot,
      }}
      onPointerDown={(event) => event.stopPropagation()}
      onDoubleClick={(event) => event.stopPropagation()}
    >
      <textarea
        ref={area}
        aria-label={`Words of ${element.name}${field ? ', the default of its field' : ''}`}
        dir="auto"
        rows={Math.max(1, value.split('\n').length)}
        value={value}
        className="block w-full resize-none overflow-hidden rounded border border-brass bg-ground/90 px-1 text-ink"
        style={{
          font: cssFontOf({
            family: look.family,
            weight: look.weight,
            stretch: look.stretch,
            size: look.size * zoom,
          }),
          lineHeight: `${Math.max(16, look.size * zoom * 1.2)}px`,
          textAlign: align[look.align],
        }}
        onChange={(event) =>
          editTemplate(
            `Words of ${element.name}`,
            (t) => {
              setProperty(t, element.id, 'text', event.target.value);
              const own = t.elements[element.id];
              if (own && useBuild.getState().isNaming) own.name = nameFor(t, element.id, event.target.value);
            },
            `${element.id} text`,
          )
        }
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Escape' || (event.key === 'Enter' && !event.shiftKey)) {
            event.preventDefault();
            set({ typing: null });
          }
        }}
        onBlur={() => {
          sealEdit();
          set({ typing: null });
        }}
      />
    </div>
  );
}
