import { useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import {
  enoughPoints,
  layerRoles,
  projectionNames,
  projections,
  type LayerRole,
  type ProjectionName,
} from '../../../core/map';
import { addMap, regionChanges, type ShowMap } from '../../../core/show';
import { useDraft } from '../../state/draft-store';
import { newId } from '../../state/ids';
import { MapFile, type FileSeen, type LayerChosen, type LayerSeen } from '../../state/maps';
import { Button, CheckField, Dialog, NumberField, SelectField, TextField } from '../../ui';

const roleWords: Readonly<Record<LayerRole, string>> = {
  regions: 'Regions',
  land: 'Neighbouring land, coast',
  lakes: 'Lakes',
  rivers: 'Rivers',
  roads: 'Roads',
  places: 'Places',
};
/** What a layer is taken for until someone says otherwise: by its geometry, its name, and whether there are regions already. */
function roleOf({ kind, name }: LayerSeen, hasRegions: boolean): LayerRole {
  if (kind === 'place') return 'places';
  if (kind === 'line') return /road|street|rail|way/i.test(name) ? 'roads' : 'rivers';
  if (/lake|water|sea|pond/i.test(name)) return 'lakes';
  return hasRegions ? 'land' : 'regions';
}

interface Wanted extends LayerChosen {
  readonly isTaken: boolean;
}
const small = { w: 116, h: 72 };
const large = { w: 380, h: 300 };
const fewestPoints = 200;
const mostPoints = 200_000;

/** Brings a file of a map into the show: its layers, what names its regions, and how it is laid flat. */
export function MapDialog(props: {
  /** The map that it takes the place of; null: it is a new one. */
  readonly over: ShowMap | null;
  readonly file: File | null;
  readonly onDone: (id: string | null) => void;
}) {
  const { over, onDone } = props;
  const [file, setFile] = useState<File | null>(props.file);
  const input = useRef<HTMLInputElement>(null);
  return (
    <Dialog
      title={over ? `Bring ${over.name} in anew` : 'Bring in a map'}
      describe="GeoJSON, TopoJSON, SVG, or a shapefile as a ZIP of its .shp, .dbf and .prj."
      open
      wide
      onClose={() => onDone(null)}
    >
      <input
        ref={input}
        type="file"
        accept=".geojson,.json,.topojson,.svg,.zip"
        className="sr-only"
        aria-label="File of the map"
        onChange={(event) => setFile(event.target.files?.[0] ?? null)}
      />
      {file ? (
        <Bring key={`${file.name} ${file.lastModified} ${file.size}`} file={file} over={over} onDone={onDone} onOther={() => input.current?.click()} />
      ) : (
        <div
          className="flex flex-col items-start gap-3 rounded border border-dashed border-line p-6"
          onDragOver={(event) => event.preventDefault()}
          onDrop={(event) => {
            event.preventDefault();
            setFile(event.dataTransfer.files[0] ?? null);
          }}
        >
          <p className="text-ink-2">Drop a file here, or choose one. It is read on this machine and simplified to what a picture can show.</p>
          <Button tone="primary" onClick={() => input.current?.click()}>Choose a file…</Button>
        </div>
      )}
    </Dialog>
  );
} // prettier-ignore

function Bring({ file, over, onDone, onOther }: { file: File; over: ShowMap | null; onDone: (id: string | null) => void; onOther: () => void }) {
  const edit = useDraft((store) => store.edit);
  const [own, setOwn] = useState<MapFile | null>(null);
  const [seen, setSeen] = useState<FileSeen | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [layers, setLayers] = useState<readonly Wanted[]>([]);
  const [name, setName] = useState(over?.name ?? file.name.replace(/\.[^.]+$/, ''));
  const [projection, setProjection] = useState<ProjectionName | 'map'>(over?.projection ?? 'map');
  const [points, setPoints] = useState(enoughPoints);
  const [pictures, setPictures] = useState<Partial<Record<ProjectionName | 'map', string>>>({});
  const [shape, setShape] = useState('');
  const [isKeeping, setKeeping] = useState(false);
  useEffect(() => {
    const next = new MapFile(file);
    setOwn(next);
    void next.read().then((answer) => {
      if (!answer) return;
      if ('problem' in answer) return setFault(answer.problem.message);
      setSeen(answer);
      let hasRegions = false;
      setLayers(
        answer.layers.map((layer, at): Wanted => {
          const role = roleOf(layer, hasRegions);
          hasRegions ||= role === 'regions';
          return { at, role, nameFrom: layer.nameFrom, codeFrom: layer.codeFrom, isTaken: true };
        }),
      );
    });
    return () => next.close();
  }, [file]);
  const chosen = useMemo(() => layers.filter(({ isTaken }) => isTaken), [layers]);
  // The shapes are drawn anew where other layers are regions, not where they are named otherwise.
  const shown = JSON.stringify(chosen.map(({ at, role }) => [at, role]));
  useEffect(() => {
    if (!own || !seen || chosen.length === 0) return;
    let isGone = false;
    void own.pictures(chosen, small, seen.space).then((made) => isGone || setPictures(made));
    void own.pictures(chosen, large, seen.space).then((made) => isGone || setShape(made[projection] ?? made.map ?? ''));
    return () => {
      isGone = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [own, seen, shown, projection]);
  const set = (at: number, next: Partial<Wanted>): void => setLayers((now) => now.map((layer) => (layer.at === at ? { ...layer, ...next } : layer)));
  const hasRegions = chosen.some(({ role }) => role === 'regions');
  const keep = async (): Promise<void> => {
    if (!own || !seen) return;
    setKeeping(true);
    const made = await own.keep(chosen, points);
    setKeeping(false);
    if (!made) return setFault('The map could not be made. Take fewer layers or fewer points, and try again.');
    const map: ShowMap = {
      id: over?.id ?? newId(),
      name: name.trim() === '' ? 'Map' : name.trim(),
      space: seen.space,
      projection: projection === 'map' ? null : projection,
      layers: [...made.map.layers],
      topology: made.map.topology,
    };
    const changes = over ? regionChanges(over, map) : null;
    edit(over ? `Bring ${over.name} in anew` : `Bring in the map ${map.name}`, (s) => {
      if (over) s.look.maps[over.id] = map;
      else addMap(s, map);
    });
    const words = [
      ...made.notes,
      ...(changes && changes.gone.length > 0 ? [`Not in it any more: ${changes.gone.slice(0, 4).join(', ')}${changes.gone.length > 4 ? ' …' : ''}. Rows about them stay.`] : []),
      ...(changes && changes.come.length > 0 ? [`New in it: ${changes.come.slice(0, 4).join(', ')}${changes.come.length > 4 ? ' …' : ''}.`] : []),
    ];
    toast(words.length > 0 ? `${map.name} is in. ${words.join(' ')}` : `${map.name} is in.`);
    onDone(map.id);
  };
  if (fault !== null)
    return (
      <div className="flex flex-col items-start gap-3">
        <p role="alert"><span className="text-warn">⚠ </span>{fault}</p>
        <Button onClick={onOther}>Choose another file…</Button>
      </div>
    );
  if (!seen)
    return (
      <div className="flex items-center gap-3" role="status">
        <progress aria-label={`Reading ${file.name}`} className="h-1.5 w-48" />
        <span className="flex-1 text-ink-2">Reading {file.name}, {(file.size / 1e6).toFixed(1)} MB…</span>
        <Button onClick={() => onDone(null)}>Cancel</Button>
      </div>
    );
  return (
    <div className="grid min-h-0 grid-cols-[380px_minmax(0,1fr)] gap-4">
      <div className="flex flex-col gap-2">
        <svg viewBox={`0 0 ${large.w} ${large.h}`} role="img" aria-label={`${name} as it is laid flat`} className="w-full rounded bg-deck">
          <path d={shape} fillRule="evenodd" className="fill-raised stroke-ink-3" strokeWidth={0.8} />
        </svg>
        {seen.notes.map((note) => (
          <p key={note} className="text-xs text-ink-2">{note}</p>
        ))}
      </div>
      <div className="flex min-h-0 flex-col gap-3 overflow-auto">
        <TextField label="Name" value={name} onChange={setName} maxLength={100} />
        <fieldset className="m-0 flex flex-col gap-2 border-0 p-0">
          <legend className="mb-1 text-xs text-ink-2">Layers</legend>
          {seen.layers.map((layer, at) => {
            const wanted = layers.find((one) => one.at === at);
            if (!wanted) return null;
            return <LayerRow key={at} layer={layer} wanted={wanted} onSet={(next) => set(at, next)} />;
          })}
        </fieldset>
        {seen.space === 'sphere' && <Projections pictures={pictures} chosen={projection} onChoose={setProjection} />}
        <NumberField label="Points at most" value={points} min={fewestPoints} max={mostPoints} step={1000} onChange={setPoints} />
        <p className="text-xs text-ink-3">Beyond it outlines are simplified together, so that shared borders stay shared. 30 000 are enough for a picture of 4K.</p>
        {!hasRegions && <p className="text-xs text-warn">⚠ No layer is one of regions: rows will find nothing to colour.</p>}
        <div className="mt-1 flex justify-end gap-2">
          <Button onClick={onOther}>Another file…</Button>
          <Button onClick={() => onDone(null)}>Cancel</Button>
          <Button tone="primary" disabled={chosen.length === 0 || isKeeping} onClick={() => void keep()}>
            {isKeeping ? 'Simplifying…' : over ? 'Bring it in anew' : 'Bring it in'}
          </Button>
        </div>
      </div>
    </div>
  );
} // prettier-ignore

function LayerRow({ layer, wanted, onSet }: { layer: LayerSeen; wanted: Wanted; onSet: (next: Partial<Wanted>) => void }) {
  const named = (key: string): string => `${key}: ${(layer.samples[key] ?? []).filter((word) => word !== '').slice(0, 2).join(', ')}`;
  const properties = [{ value: '', label: 'Nothing' }, ...layer.properties.map((key) => ({ value: key, label: named(key) }))];
  return (
    <div className="flex flex-col gap-1 rounded border border-line p-2">
      <span className="flex items-center gap-2">
        <span className="min-w-0 flex-1">
          <CheckField label={`${layer.name} · ${layer.count}`} value={wanted.isTaken} onChange={(isTaken) => onSet({ isTaken })} />
        </span>
        <SelectField bare label={`What ${layer.name} is`} value={wanted.role} choices={layerRoles.map((role) => ({ value: role, label: roleWords[role] }))} onChange={(role) => onSet({ role: role as LayerRole })} />
      </span>
      {wanted.isTaken && (wanted.role === 'regions' || wanted.role === 'places') && (
        <>
          <SelectField beside label="Named by" value={wanted.nameFrom} choices={properties} onChange={(nameFrom) => onSet({ nameFrom: String(nameFrom) })} />
          {wanted.role === 'regions' && <SelectField beside label="Coded by" value={wanted.codeFrom} choices={properties} onChange={(codeFrom) => onSet({ codeFrom: String(codeFrom) })} />}
        </>
      )}
    </div>
  );
} // prettier-ignore

/** The projections as small pictures of the map itself. */
function Projections({ pictures, chosen, onChoose }: { pictures: Partial<Record<ProjectionName | 'map', string>>; chosen: ProjectionName | 'map'; onChoose: (name: ProjectionName | 'map') => void }) {
  const names = ['map', ...projectionNames] as const;
  const label = (name: ProjectionName | 'map'): string => (name === 'map' ? 'What suits it' : projections[name].label);
  return (
    <div className="flex flex-col gap-1">
      <span id="map-projections" className="text-xs text-ink-2">Projection</span>
      <div role="radiogroup" aria-labelledby="map-projections" className="grid grid-cols-[repeat(auto-fill,minmax(124px,1fr))] gap-1">
        {names.map((name) => (
          <button
            key={name}
            type="button"
            role="radio"
            aria-checked={chosen === name}
            title={name === 'map' ? undefined : `For ${projections[name].for}`}
            className={`flex flex-col items-center rounded border p-1 ${chosen === name ? 'border-tide text-ink' : 'border-line text-ink-2 hover:border-ink-3'}`}
            onClick={() => onChoose(name)}
          >
            <svg viewBox={`0 0 ${small.w} ${small.h}`} className="w-full rounded-sm bg-deck" aria-hidden>
              <path d={pictures[name] ?? ''} fillRule="evenodd" className="fill-raised stroke-ink-3" strokeWidth={0.6} />
            </svg>
            <span className="mt-0.5 w-full truncate text-center text-xs">{label(name)}</span>
          </button>
        ))}
      </div>
    </div>
  );
} // prettier-ignore
