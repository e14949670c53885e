import { useMemo, useState } from 'react';
import { readMapData, regionOutlines } from '../../../core/cartography';
import { columnAt, regionsOf, type MapElement, type RowList, type ShowMap } from '../../../core/show';
import { Button, Dialog, RegionMap, SelectField } from '../../ui';

const size = { w: 380, h: 320 };

/** Regions and rows that did not find each other, matched by hand: point at a region, choose its row. */
export function MatchDialog({ map, kept, list, onClose, onMatch }: { map: MapElement; kept: ShowMap; list: RowList; onClose: () => void; onMatch: (key: string, words: string | null) => void }) {
  const regions = useMemo(() => regionsOf(kept), [kept]);
  const data = useMemo(() => readMapData(map, list, regions), [map, list, regions]);
  const outlines = useMemo(() => regionOutlines(kept, size), [kept]);
  const [chosen, setChosen] = useState<string | null>(data.open.regions[0]?.key ?? outlines[0]?.key ?? null);
  const at = map.columns.region === '' ? -1 : columnAt(list, map.columns.region);
  const namingAt = at >= 0 ? at : list.columns.findIndex(({ type }) => type === 'text');
  const wordsOf = (row: string): string => String(list.cells[row]?.[namingAt] ?? '');
  const region = regions.find(({ key }) => key === chosen);
  const row = chosen === null ? undefined : data.rows.get(chosen)?.row;
  const near = data.open.regions.find(({ key }) => key === chosen)?.near ?? [];
  return (
    <Dialog title={`Regions and rows of ${map.name}`} describe="Point at a region, then choose the row that is about it. What is matched by name needs nothing." open wide onClose={onClose}>
      <div className="grid min-h-0 grid-cols-[380px_minmax(0,1fr)] gap-4">
        <RegionMap
          label="Regions"
          size={size}
          chosen={chosen}
          onChoose={setChosen}
          regions={outlines.map(({ key, name, path }) => {
            const own = data.rows.get(key);
            return { key, name, path, fill: own ? 'var(--color-tide)' : null, said: own ? wordsOf(own.row) : 'no row' };
          })}
        />
        <div className="flex min-h-0 flex-col gap-3 overflow-auto">
          {region && (
            <div className="flex flex-col gap-1">
              <SelectField
                label={`Row of ${region.name}`}
                value={row === undefined ? '' : wordsOf(row)}
                choices={[{ value: '', label: map.matches[region.key] === undefined ? 'None by name' : 'By name again' }, ...list.order.map((key) => ({ value: wordsOf(key), label: wordsOf(key) }))]}
                onChange={(words) => onMatch(region.key, words === '' ? null : String(words))}
              />
              {near.length > 0 && (
                <span className="flex flex-wrap items-center gap-1 text-xs text-ink-3">
                  Spelt like it:
                  {near.map((words) => (
                    <Button key={words} className="h-6 px-1.5 text-xs" onClick={() => onMatch(region.key, words)}>{words}</Button>
                  ))}
                </span>
              )}
            </div>
          )}
          <Open title="Regions without a row" none="Each region has a row.">
            {data.open.regions.map(({ key, name }) => (
              <li key={key}><button type="button" className="text-left hover:underline" onClick={() => setChosen(key)}>{name}</button></li>
            ))}
          </Open>
          <Open title="Rows without a region" none="Each row has a region.">
            {data.open.rows.map(({ words, near: like }) => (
              <li key={words} className="flex flex-wrap items-center gap-1">
                {words}
                {like.map((own) => (
                  <Button key={own.key} className="h-6 px-1.5 text-xs" onClick={() => onMatch(own.key, words)}>is {own.name}</Button>
                ))}
                {region && !data.rows.has(region.key) && !like.some(({ key }) => key === region.key) && (
                  <Button className="h-6 px-1.5 text-xs" onClick={() => onMatch(region.key, words)}>is {region.name}</Button>
                )}
              </li>
            ))}
          </Open>
          <div className="flex justify-end"><Button tone="primary" onClick={onClose}>Done</Button></div>
        </div>
      </div>
    </Dialog>
  );
} // prettier-ignore

function Open({ title, none, children }: { title: string; none: string; children: readonly React.ReactNode[] }) {
  return (
    <section className="text-xs">
      <h3 className="mb-1 text-ink-2">{title}</h3>
      {children.length === 0 ? <p className="text-ink-3">{none}</p> : <ul className="flex flex-col gap-1" aria-label={title}>{children}</ul>}
    </section>
  );
} // prettier-ignore
