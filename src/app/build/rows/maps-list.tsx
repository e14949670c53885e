import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { mapUses, newElement, addElement, regionsOf, type Show, type ShowMap } from '../../../core/show';
import { useDraft } from '../../state/draft-store';
import { newId } from '../../state/ids';
import { Button, IconButton, NameField, Section } from '../../ui';
import { editTemplate, templateNow, useBuild } from '../build-store';
import { MapDialog } from './map-dialog';

/** The maps of the show: brought in, renamed, brought in anew. */
export function MapsList({ show }: { show: Show }) {
  const edit = useDraft((store) => store.edit);
  const [open, setOpen] = useState<{ readonly over: ShowMap | null } | null>(null);
  const maps = Object.values(show.look.maps);
  return (
    <Section title="Maps" isFolded>
      {maps.length === 0 && (
        <p className="text-xs text-ink-3">
          Regions that rows colour: GeoJSON, TopoJSON, SVG or a zipped shapefile becomes a map of the show.
        </p>
      )}
      {maps.map((map) => {
        const uses = mapUses(show, map.id);
        return (
          <span key={map.id} className="flex items-center gap-1">
            <NameField
              label="Name of the map"
              of={map.id}
              value={map.name}
              className="min-w-0 flex-1"
              onKeep={(name) =>
                edit(`Rename the map ${map.name}`, (s) => {
                  const own = s.look.maps[map.id];
                  if (own) own.name = name;
                })
              }
            />
            <span className="number text-xs text-ink-3" title={`${regionsOf(map).length} regions`}>
              {regionsOf(map).length}
            </span>
            <Button
              tone="quiet"
              className="h-6 px-1.5 text-xs"
              aria-label={`Bring ${map.name} in anew`}
              onClick={() => setOpen({ over: map })}
            >
              Anew…
            </Button>
            <IconButton
              label={uses.length > 0 ? `Used in ${uses.join(', ')}` : `Delete the map ${map.name}`}
              disabled={uses.length > 0}
              onClick={() => edit(`Delete the map ${map.name}`, (s) => void delete s.look.maps[map.id])}
            >
              <Trash2 size={13} />
            </IconButton>
          </span>
        );
      })}
      <Button tone="quiet" className="h-6 self-start px-1.5 text-xs" onClick={() => setOpen({ over: null })}>
        Bring in a map…
      </Button>
      {open && <MapDialog over={open.over} file={null} onDone={() => setOpen(null)} />}
    </Section>
  );
}

/** A file of a map that was dropped: brought in, and drawn by the map in hand or a new one. */
export function DroppedMap() {
  const file = useBuild((store) => store.mapFile);
  const set = useBuild((store) => store.set);
  if (!file) return null;
  const take = (map: string | null): void => {
    set({ mapFile: null });
    const template = templateNow();
    if (map === null || !template) return;
    const [chosen] = useBuild.getState().selection;
    const own = chosen === undefined ? undefined : template.elements[chosen];
    if (own?.kind === 'map')
      return editTemplate(`Map of ${own.name}`, (t) => {
        const element = t.elements[own.id];
        if (element?.kind === 'map') element.map = map;
      });
    const made = newElement('map', newId(), 'Map', { map });
    editTemplate('Add a map', (t) =>
      addElement(t, {
        ...made,
        x: Math.round((template.width - made.w) / 2),
        y: Math.round((template.height - made.h) / 2),
      }),
    );
    useBuild.getState().select([made.id]);
  };
  return <MapDialog over={null} file={file} onDone={take} />;
}
