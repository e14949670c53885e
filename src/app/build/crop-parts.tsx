import { Crop, Maximize, Scan } from 'lucide-react';
import { drawnWithin, evaluate, holdMoment, standOf } from '../../core/frame';
import { cropToDrawn } from '../../core/layout';
import type { Element, Show, Template } from '../../core/show';
import { Button } from '../ui';
import { editElements, sealEdit, useBuild } from './build-store';
import { pictureSize } from './picture-size';
import { sceneNow } from './pose-now';
import { crop } from './stage/space-drags';

/** Cropping by hand on the stage, to what there is, and back to the whole. */
export function CropParts({ show, template, element }: { show: Show; template: Template; element: Element }) {
  const cropping = useBuild((store) => store.cropping);
  const playhead = useBuild((store) => store.playhead);
  const size = pictureSize(element, show);
  if (!size || !('cutLeft' in element) || element.locked) return null;
  const isOn = cropping === element.id;
  const isCut = element.cutLeft + element.cutTop + element.cutRight + element.cutBottom > 0;
  const toDrawn = (): void => {
    const scene = sceneNow(template, playhead);
    if (scene && playhead.phase === 'hold') evaluate(scene, holdMoment(Math.floor(Date.now() / 1000)));
    const stand = scene && standOf(scene, element.id);
    const drawn = scene && drawnWithin(scene, element.id);
    if (!stand || !drawn) return;
    const box = { x: stand.x, y: stand.y, w: stand.w, h: stand.h };
    const cropped = cropToDrawn(box, element, size.width, size.height, drawn);
    if (cropped)
      editElements('Crop to what it draws', (t) => crop(t, element.id, element, stand, box, cropped));
    sealEdit();
  };
  const whole = (): void => {
    editElements('Not cropped', (t) => {
      const own = t.elements[element.id];
      if (own && 'cutLeft' in own) Object.assign(own, { cutLeft: 0, cutTop: 0, cutRight: 0, cutBottom: 0 });
    });
    sealEdit();
  };
  return (
    <div className="flex flex-wrap gap-1 border-b border-line px-3 pb-3">
      <Button
        aria-pressed={isOn}
        className={isOn ? 'text-brass' : ''}
        onClick={() => useBuild.getState().set({ cropping: isOn ? null : element.id })}
      >
        <Crop size={14} /> Crop on the stage
      </Button>
      {element.kind === 'inset' && element.source === 'template' && (
        <Button onClick={toDrawn} title="Cuts away what its template leaves empty">
          <Scan size={14} /> Crop to what it draws
        </Button>
      )}
      {isCut && (
        <Button onClick={whole} title="Nothing of it is cut away">
          <Maximize size={14} /> Whole
        </Button>
      )}
    </div>
  );
}
