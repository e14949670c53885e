import { ArrowDown, ArrowUp, Copy, Group, Tag, Trash2, Ungroup } from 'lucide-react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useMemo, useRef, useState, type DragEvent } from 'react';
import {
  elementKinds,
  outermost,
  outlineMarks,
  placeElement,
  siblingsOf,
  withDescendants,
  type Element,
  type Template,
  takesChildren,
} from '../../core/show';
import { IconButton } from '../ui';
import { duplicateSelected, groupSelected, orderSelected, removeSelected, ungroupSelected } from './actions';
import { editTemplate, useBuild } from './build-store';
import { pointed } from './pointing';
import { markColours, OutlineRow, type DropPlace, type Marks } from './outline-row';

const shortList = 40;
const rowHeight = 28;

interface TreeRow {
  readonly element: Element;
  readonly depth: number;
  /** Null for what has no children. */
  readonly isOpen: boolean | null;
}

/** The rows of the tree, front ones first: all that are unfolded, or with what leads to them all that are found. */
function rowsOf(template: Template, folded: ReadonlySet<string>, search: string): TreeRow[] {
  const words = search.trim().toLowerCase();
  const fits = (element: Element): boolean =>
    element.name.toLowerCase().includes(words) ||
    elementKinds[element.kind].label.toLowerCase() === words ||
    (element.kind === 'text' && element.text.toLowerCase().includes(words));
  const walk = (ids: readonly string[], depth: number): TreeRow[] => {
    const rows: TreeRow[] = [];
    for (let i = ids.length - 1; i >= 0; i -= 1) {
      const element = template.elements[ids[i] as string];
      if (!element) continue;
      const isGroup = takesChildren(element);
      const isOpen = isGroup ? words !== '' || !folded.has(element.id) : null;
      const inner = isGroup && isOpen ? walk(element.children, depth + 1) : [];
      if (words === '' || fits(element) || inner.length > 0) rows.push({ element, depth, isOpen }, ...inner);
    }
    return rows;
  };
  return walk(template.order, 0);
}

/** The tree of elements, front ones first. */
export function Outline({ template }: { template: Template }) {
  const selection = useBuild((store) => store.selection);
  const select = useBuild((store) => store.select);
  const [renaming, setRenaming] = useState<string | null>(null);
  const [dragged, setDragged] = useState<readonly string[]>([]);
  const [drop, setDrop] = useState<DropPlace | null>(null);
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  const [search, setSearch] = useState('');
  const list = useRef<HTMLUListElement>(null);
  const rows = useMemo(() => rowsOf(template, folded, search), [template, folded, search]);
  const marks = useMemo(() => marksOf(template), [template]);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => list.current,
    estimateSize: () => rowHeight,
    overscan: 12,
  });
  // A short list is there whole, wherever a longer one stood before it.
  const inSight =
    rows.length <= shortList
      ? rows.map((_row, index) => ({ index, start: index * rowHeight }))
      : virtual.getVirtualItems();
  // What is found is looked at from its first row on, wherever the list stood before.
  useEffect(() => {
    virtual.scrollToOffset(0);
    // Only other words scroll.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [search]);
  // What is chosen on the stage is brought into sight.
  const [first] = selection;
  useEffect(() => {
    const at = rows.findIndex((row) => row.element.id === first);
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
    // Only a new choice scrolls; folding and typing do not.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [first]);

  const pick = (id: string, adds: boolean, range: boolean): void => {
    if (pointed(id)) return;
    const from = rows.findIndex((row) => row.element.id === selection.at(-1));
    const to = rows.findIndex((row) => row.element.id === id);
    if (range && from >= 0 && to >= 0)
      select([
        ...new Set([
          ...selection,
          ...rows.slice(Math.min(from, to), Math.max(from, to) + 1).map((row) => row.element.id),
        ]),
      ]);
    else if (adds) select(selection.includes(id) ? selection.filter((s) => s !== id) : [...selection, id]);
    else select([id]);
  };
  const over = (event: DragEvent<HTMLElement>, element: Element): void => {
    if (dragged.some((id) => withDescendants(template, id).includes(element.id)) || dragged.length === 0)
      return;
    event.preventDefault();
    const { top, height } = event.currentTarget.getBoundingClientRect();
    const part = (event.clientY - top) / height;
    const into = takesChildren(element) && part > 0.3 && part < 0.7;
    setDrop({ id: element.id, where: into ? 'into' : part < 0.5 ? 'before' : 'after' });
  };
  const put = (): void => {
    if (dragged.length === 0 || !drop) return;
    const moved = outermost(template, dragged);
    const words =
      moved.length === 1 ? template.elements[moved[0] as string]?.name : `${moved.length} elements`;
    editTemplate(`Order ${words}`, (t) => {
      const target = t.elements[drop.id];
      if (drop.where === 'into' && takesChildren(target)) {
        for (const id of moved) placeElement(t, id, target.id, target.children.length);
        return;
      }
      const { list: own, parent } = siblingsOf(t, drop.id);
      const others = own.filter((id) => !moved.includes(id));
      // The list runs back to front, the outline front to back.
      const at = others.indexOf(drop.id) + (drop.where === 'before' ? 1 : 0);
      for (const id of moved) placeElement(t, id, null, t.order.length);
      moved.forEach((id, index) => placeElement(t, id, parent, at + index));
    });
    setDragged([]);
    setDrop(null);
  };

  if (template.order.length === 0) {
    return (
      <p className="p-4 text-ink-3">
        Nothing drawn yet. Add a text or a shape above the stage, or drop a picture on it.
      </p>
    );
  }
  return (
    <div className="flex h-full flex-col">
      <div className="shrink-0 px-2 pt-2">
        <input
          type="search"
          aria-label="Find elements"
          placeholder="Find elements"
          className="field h-6 w-full text-xs"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
      </div>
      {rows.length === 0 && <p className="p-4 text-ink-3">No element matches.</p>}
      <ul
        ref={list}
        role="tree"
        aria-label="Elements"
        aria-multiselectable
        className="min-h-0 flex-1 overflow-auto py-1"
      >
        <li role="none" style={{ height: virtual.getTotalSize() }} className="relative">
          <ul role="group">
            {inSight.map((item) => {
              const { element, depth, isOpen } = rows[item.index] as TreeRow;
              const { id } = element;
              return (
                <OutlineRow
                  key={id}
                  top={item.start}
                  template={template}
                  element={element}
                  marks={marks}
                  depth={depth}
                  isSelected={selection.includes(id)}
                  isRenaming={renaming === id}
                  drop={drop?.id === id ? drop.where : null}
                  isOpen={isOpen}
                  onFold={() =>
                    setFolded(new Set(isOpen ? [...folded, id] : [...folded].filter((f) => f !== id)))
                  }
                  onPick={(adds, range) => pick(id, adds, range)}
                  onRename={(on) => setRenaming(on ? id : null)}
                  onDragStart={() => setDragged(selection.includes(id) ? selection : [id])}
                  onDragOver={(event) => over(event, element)}
                  onDrop={put}
                  onDragEnd={() => {
                    setDragged([]);
                    setDrop(null);
                  }}
                />
              );
            })}
          </ul>
        </li>
      </ul>
      <OutlineBar template={template} selection={selection} />
    </div>
  );
}

function marksOf(template: Template): Marks {
  const masks = new Map<string, string>();
  for (const element of Object.values(template.elements))
    for (const { by } of element.masks)
      masks.set(by, [masks.get(by), element.name].filter(Boolean).join(', '));
  return {
    tied: new Set(template.ties.map((tie) => tie.element)),
    tethered: new Set(template.tethers.map((tether) => tether.element)),
    masks,
  };
}

/** What can be done with the elements in hand; each has its key too. */
function OutlineBar({ template, selection }: { template: Template; selection: readonly string[] }) {
  const none = selection.length === 0;
  const hasGroup = selection.some((id) => takesChildren(template.elements[id]));
  return (
    <div
      className="flex shrink-0 justify-between border-t border-line px-1"
      role="toolbar"
      aria-label="Elements in hand"
    >
      <IconButton label="Bring forward (Ctrl+Up)" disabled={none} onClick={() => orderSelected('forward')}>
        <ArrowUp size={15} />
      </IconButton>
      <IconButton label="Send backward (Ctrl+Down)" disabled={none} onClick={() => orderSelected('backward')}>
        <ArrowDown size={15} />
      </IconButton>
      <IconButton label="Group (Ctrl+G)" disabled={none} onClick={groupSelected}>
        <Group size={15} />
      </IconButton>
      <IconButton label="Ungroup (Ctrl+Shift+G)" disabled={!hasGroup} onClick={ungroupSelected}>
        <Ungroup size={15} />
      </IconButton>
      <IconButton label="Duplicate (Ctrl+D)" disabled={none} onClick={duplicateSelected}>
        <Copy size={15} />
      </IconButton>
      <MarkMenu selection={selection} />
      <IconButton label="Delete (Delete)" disabled={none} onClick={removeSelected}>
        <Trash2 size={15} />
      </IconButton>
    </div>
  );
}

/** Colours by which elements are told apart. */
function MarkMenu({ selection }: { selection: readonly string[] }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <IconButton label="Colour mark" disabled={selection.length === 0}>
          <Tag size={15} />
        </IconButton>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="z-50 rounded border border-line bg-panel p-1">
          {outlineMarks.map((mark) => (
            <DropdownMenu.Item
              key={mark}
              className="flex h-7 cursor-default items-center gap-2 rounded px-2 outline-none data-[highlighted]:bg-raised"
              onSelect={() =>
                editTemplate('Mark', (t) => {
                  for (const id of selection) {
                    const own = t.elements[id];
                    if (own) own.mark = mark;
                  }
                })
              }
            >
              <span
                className="size-3 rounded-sm border border-line"
                style={{ background: markColours[mark] }}
              />
              {mark === 'none' ? 'No mark' : `${mark.charAt(0).toUpperCase()}${mark.slice(1)}`}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
