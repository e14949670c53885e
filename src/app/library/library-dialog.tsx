import { useEffect, useMemo, useState } from 'react';
import {
  anyOfLibrary,
  fieldKinds,
  filterLibrary,
  libraryFoods,
  libraryKinds,
  shapeOf,
  type FieldKindName,
  type LibraryFilter,
  type LibraryFood,
  type LibraryItem,
  type LibraryKind,
  type LibraryPackage,
  type Shape,
} from '../../core/show';
import { Still } from '../picture/still';
import { Button, Dialog, SelectField } from '../ui';

/** The shipped packages, loaded when they are first looked at. */
export async function loadLibrary(): Promise<LibraryPackage[]> {
  const { packages } = await import('../../../library');
  return packages;
}

const capital = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;

/** Shipped templates to look at, moving where the pointer is, and to add one by one or by the package. */
export function LibraryDialog(props: {
  onAdd: (pack: LibraryPackage, templates: readonly string[]) => void;
  onClose: () => void;
}) {
  const { onAdd, onClose } = props;
  const [packages, setPackages] = useState<LibraryPackage[] | null>(null);
  const [filter, setFilter] = useState<LibraryFilter>(anyOfLibrary);
  useEffect(() => {
    void loadLibrary().then(setPackages);
  }, []);
  const found = useMemo(
    () =>
      (packages ?? [])
        .map((pack) => ({ pack, items: filterLibrary(pack, filter) }))
        .filter((f) => f.items.length > 0),
    [packages, filter],
  );
  const put = (change: Partial<LibraryFilter>): void => setFilter({ ...filter, ...change });
  const kinds = libraryKinds.filter((kind) =>
    packages?.some((pack) => pack.items.some((item) => item.kind === kind)),
  );
  const count = found.reduce((sum, { items }) => sum + items.length, 0);
  const orNull = (value: string | number): string | null => (value === '' ? null : String(value));
  return (
    <Dialog
      title="Library"
      open
      onClose={onClose}
      full
      describe="Templates to begin from. Point at one and it moves."
    >
      <div className="flex flex-wrap items-end gap-2 border-b border-line pb-3">
        <input
          type="search"
          aria-label="Search the library"
          placeholder="Search: guest, score, two lines…"
          className="field w-56"
          value={filter.search}
          onChange={(event) => put({ search: event.target.value })}
        />
        <span className="w-36">
          <SelectField
            label="Kind"
            value={filter.kind ?? ''}
            choices={[
              { value: '', label: 'Any kind' },
              ...kinds.map((kind) => ({ value: kind, label: capital(kind) })),
            ]}
            onChange={(kind) => put({ kind: orNull(kind) as LibraryKind | null })}
          />
        </span>
        <span className="w-32">
          <SelectField
            label="Shape"
            value={filter.shape ?? ''}
            choices={[
              { value: '', label: 'Any shape' },
              { value: 'wide', label: 'Wide' },
              { value: 'tall', label: 'Tall' },
            ]}
            onChange={(shape) => put({ shape: orNull(shape) as Shape | null })}
          />
        </span>
        <span className="w-48">
          <SelectField
            label="Takes"
            value={filter.food ? `food ${filter.food}` : (filter.field ?? '')}
            choices={[
              { value: '', label: 'Any data' },
              ...libraryFoods.map((food) => ({ value: `food ${food}`, label: foods[food] })),
              ...(['text', 'number', 'colour', 'picture', 'choice'] as FieldKindName[]).map((kind) => ({
                value: kind,
                label: `A field: ${fieldKinds[kind].label.toLowerCase()}`,
              })),
            ]}
            onChange={(taken) => {
              const food = libraryFoods.find((one) => taken === `food ${one}`) ?? null;
              put({ food, field: food ? null : orNull(taken) });
            }}
          />
        </span>
        <span className="w-36">
          <SelectField
            label="Package"
            value={filter.package ?? ''}
            choices={[
              { value: '', label: 'All packages' },
              ...(packages ?? []).map((pack) => ({ value: pack.id, label: pack.name })),
            ]}
            onChange={(id) => put({ package: orNull(id) })}
          />
        </span>
        <span className="flex-1" />
        <span className="text-xs text-ink-3" role="status">
          {packages ? `${count} template${count === 1 ? '' : 's'}` : 'Loading…'}
        </span>
      </div>
      <div className="min-h-0 flex-1 overflow-auto">
        {packages && count === 0 && (
          <p className="p-6 text-ink-3">
            Nothing in the library fits.{' '}
            <button type="button" className="underline" onClick={() => setFilter(anyOfLibrary)}>
              Show everything
            </button>
          </p>
        )}
        {found.map(({ pack, items }) => (
          <section key={pack.id} aria-label={pack.name} className="flex flex-col gap-3 py-4">
            <div className="flex items-baseline gap-3">
              <h3 className="text-[15px] font-semibold">{pack.name}</h3>
              <p className="text-ink-2">{pack.words}</p>
              <span className="flex-1" />
              <Button
                onClick={() =>
                  onAdd(
                    pack,
                    pack.items.map((item) => item.template.id),
                  )
                }
              >
                Add the whole package
              </Button>
            </div>
            <ul className="grid grid-cols-[repeat(auto-fill,minmax(250px,1fr))] gap-4">
              {items.map((item) => (
                <Card
                  key={item.template.id}
                  pack={pack}
                  item={item}
                  onAdd={() => onAdd(pack, [item.template.id])}
                />
              ))}
            </ul>
          </section>
        ))}
      </div>
    </Dialog>
  );
}

const foods: Readonly<Record<LibraryFood, string>> = {
  value: 'One value',
  row: 'One row of values',
  rows: 'Rows',
  clock: 'A clock',
  scores: 'Scores, from a score box too',
};

function Card({ pack, item, onAdd }: { pack: LibraryPackage; item: LibraryItem; onAdd: () => void }) {
  const [isPlaying, setIsPlaying] = useState(false);
  const { template, kind, use } = item;
  // A stable object, so that the picture is not made anew with every look.
  const context = useMemo(
    () => ({
      look: pack.look,
      assets: Object.fromEntries(pack.assets.map((asset) => [asset.id, asset])),
      templates: Object.fromEntries(pack.items.map((own) => [own.template.id, own.template])),
    }),
    [pack],
  );
  return (
    <li
      className="flex min-w-0 flex-col gap-1.5"
      onPointerEnter={() => setIsPlaying(true)}
      onPointerLeave={() => setIsPlaying(false)}
      onFocus={() => setIsPlaying(true)}
      onBlur={() => setIsPlaying(false)}
    >
      <div className="relative aspect-video overflow-hidden rounded border border-line bg-[url(/backdrops/beach.svg)] bg-cover bg-center">
        <Still
          of={context}
          template={template}
          label={`${template.name}${isPlaying ? ', playing' : ''}`}
          plays={isPlaying}
          placeholders={false}
          backdrop="none"
          className={
            shapeOf(template) === 'tall' ? 'mx-auto h-full border-x border-ink/40 bg-black/25' : 'size-full'
          }
        />
      </div>
      <div className="flex items-start gap-2">
        <div className="min-w-0 flex-1">
          <p className="truncate font-semibold">{template.name}</p>
          <p className="text-xs text-ink-2">{use}</p>
          <p className="text-xs text-ink-3">
            {capital(kind)} · {template.fields.length} field{template.fields.length === 1 ? '' : 's'}
            {shapeOf(template) === 'tall' ? ' · tall' : ''}
          </p>
        </div>
        <Button aria-label={`Add ${template.name}`} onClick={onAdd}>
          Add
        </Button>
      </div>
    </li>
  );
}
