import {
  ArrowDown,
  ArrowUp,
  Camera,
  Circle,
  Clock,
  Copy,
  Eye,
  EyeOff,
  Film,
  Folder,
  Group,
  Image,
  Lock,
  LockOpen,
  Minus,
  Spline,
  Square,
  Star,
  Trash2,
  Type,
  Ungroup,
} from 'lucide-react';
import { useState, type DragEvent, type ReactNode } from 'react';
import {
  placeElement,
  siblingsOf,
  withDescendants,
  type Element,
  type ElementKindName,
  type Template,
} from '../../core/show';
import { IconButton, Knot, NameField } from '../ui';
import { duplicateSelected, groupSelected, orderSelected, removeSelected, ungroupSelected } from './actions';
import { editTemplate, useBuild } from './build-store';

const pictures: Readonly<Record<ElementKindName, ReactNode>> = {
  group: <Folder size={14} />,
  rect: <Square size={14} />,
  ellipse: <Circle size={14} />,
  polygon: <Star size={14} />,
  line: <Minus size={14} />,
  path: <Spline size={14} />,
  text: <Type size={14} />,
  picture: <Image size={14} />,
  clock: <Clock size={14} />,
  video: <Film size={14} />,
  camera: <Camera size={14} />,
};

interface DropPlace {
  readonly id: string;
  readonly where: 'before' | 'after' | 'into';
}

/** The tree of elements, front ones first. */
export function Outline({ template }: { template: Template }) {
  const selection = useBuild((store) => store.selection);
  const select = useBuild((store) => store.select);
  const [renaming, setRenaming] = useState<string | null>(null);
  const [dragged, setDragged] = useState<string | null>(null);
  const [drop, setDrop] = useState<DropPlace | null>(null);
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());

  const pick = (id: string, adds: boolean): void =>
    select(adds ? (selection.includes(id) ? selection.filter((s) => s !== id) : [...selection, id]) : [id]);
  const over = (event: DragEvent<HTMLElement>, element: Element): void => {
    if (dragged === null || withDescendants(template, dragged).includes(element.id)) return;
    event.preventDefault();
    const { top, height } = event.currentTarget.getBoundingClientRect();
    const part = (event.clientY - top) / height;
    const into = element.kind === 'group' && part > 0.3 && part < 0.7;
    setDrop({ id: element.id, where: into ? 'into' : part < 0.5 ? 'before' : 'after' });
  };
  const put = (): void => {
    if (dragged === null || !drop) return;
    const moved = dragged;
    editTemplate(`Order ${template.elements[moved]?.name}`, (t) => {
      const target = t.elements[drop.id];
      if (drop.where === 'into' && target?.kind === 'group')
        return placeElement(t, moved, target.id, target.children.length);
      const { list, parent } = siblingsOf(t, drop.id);
      const others = list.filter((id) => id !== moved);
      // The list runs back to front, the outline front to back.
      placeElement(t, moved, parent, others.indexOf(drop.id) + (drop.where === 'before' ? 1 : 0));
    });
    setDragged(null);
    setDrop(null);
  };

  const rows = (ids: readonly string[], depth: number): ReactNode[] =>
    [...ids].reverse().flatMap((id) => {
      const element = template.elements[id];
      if (!element) return [];
      const isOpen = element.kind === 'group' && !folded.has(id);
      return [
        <OutlineRow
          key={id}
          template={template}
          element={element}
          depth={depth}
          isSelected={selection.includes(id)}
          isRenaming={renaming === id}
          drop={drop?.id === id ? drop.where : null}
          isOpen={element.kind === 'group' ? isOpen : null}
          onFold={() => setFolded(new Set(isOpen ? [...folded, id] : [...folded].filter((f) => f !== id)))}
          onPick={(adds) => pick(id, adds)}
          onRename={(on) => setRenaming(on ? id : null)}
          onDragStart={() => setDragged(id)}
          onDragOver={(event) => over(event, element)}
          onDrop={put}
          onDragEnd={() => {
            setDragged(null);
            setDrop(null);
          }}
        />,
        ...(element.kind === 'group' && isOpen ? rows(element.children, depth + 1) : []),
      ];
    });

  if (template.order.length === 0) {
    return (
      <p className="p-4 text-ink-3">
        Nothing drawn yet. Add a text or a shape above the stage, or drop a picture on it.
      </p>
    );
  }
  return (
    <div className="flex h-full flex-col">
      <ul role="tree" aria-label="Elements" className="min-h-0 flex-1 overflow-auto py-1">
        {rows(template.order, 0)}
      </ul>
      <OutlineBar template={template} selection={selection} />
    </div>
  );
}

/** What can be done with the elements in hand; each has its key too. */
function OutlineBar({ template, selection }: { template: Template; selection: readonly string[] }) {
  const none = selection.length === 0;
  const hasGroup = selection.some((id) => template.elements[id]?.kind === 'group');
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
      <IconButton label="Delete (Delete)" disabled={none} onClick={removeSelected}>
        <Trash2 size={15} />
      </IconButton>
    </div>
  );
}

interface RowProps {
  template: Template;
  element: Element;
  depth: number;
  isSelected: boolean;
  isRenaming: boolean;
  isOpen: boolean | null;
  drop: DropPlace['where'] | null;
  onFold: () => void;
  onPick: (adds: boolean) => void;
  onRename: (on: boolean) => void;
  onDragStart: () => void;
  onDragOver: (event: DragEvent<HTMLElement>) => void;
  onDrop: () => void;
  onDragEnd: () => void;
}

function OutlineRow(props: RowProps) {
  const { template, element, depth, isSelected, isRenaming, isOpen, drop } = props;
  const { id, name } = element;
  const isTied = template.ties.some((tie) => tie.element === id);
  const isTethered = template.tethers.some((tether) => tether.element === id);
  const toggle = (key: 'hidden' | 'locked', words: string): void =>
    editTemplate(`${words} ${name}`, (t) => {
      const own = t.elements[id];
      if (own) own[key] = !own[key];
    });
  const mark =
    drop === 'before'
      ? 'shadow-[0_-2px_0_#d8a748]'
      : drop === 'after'
        ? 'shadow-[0_2px_0_#d8a748]'
        : drop === 'into'
          ? 'outline outline-brass'
          : '';
  return (
    <li
      role="treeitem"
      aria-selected={isSelected}
      aria-label={name}
      {...(isOpen === null ? {} : { 'aria-expanded': isOpen })}
      draggable={!isRenaming}
      onDragStart={props.onDragStart}
      onDragOver={props.onDragOver}
      onDrop={props.onDrop}
      onDragEnd={props.onDragEnd}
      className={`group flex h-7 items-center gap-1.5 pr-1 ${isSelected ? 'bg-raised' : 'row-hover'} ${mark} ${element.hidden ? 'text-ink-3' : ''}`}
      style={{ paddingLeft: 8 + depth * 14 }}
    >
      {isOpen !== null ? (
        <button
          type="button"
          onClick={props.onFold}
          aria-label={`${isOpen ? 'Fold' : 'Unfold'} ${name}`}
          className="w-3 text-ink-3"
        >
          {isOpen ? '▾' : '▸'}
        </button>
      ) : (
        <span className="w-3" />
      )}
      <span className={isSelected ? 'text-brass' : 'text-ink-3'}>{pictures[element.kind]}</span>
      {isRenaming ? (
        <NameField
          label="Name of the element"
          value={name}
          autoFocus
          className="h-6 flex-1"
          onKeep={(kept) =>
            editTemplate(`Rename ${name}`, (t) => {
              const own = t.elements[id];
              if (own) own.name = kept;
            })
          }
          onLeave={() => props.onRename(false)}
        />
      ) : (
        <button
          type="button"
          className="min-w-0 flex-1 truncate text-left"
          onClick={(event) => props.onPick(event.shiftKey || event.ctrlKey || event.metaKey)}
          onDoubleClick={() => props.onRename(true)}
          onKeyDown={(event) => event.key === 'F2' && props.onRename(true)}
        >
          {name}
        </button>
      )}
      {isTied && <Knot isTied label={`${name} has fields`} />}
      {isTethered && (
        <span className="text-xs text-ink-3" title="Tethered">
          ⇿
        </span>
      )}
      <Toggle
        label={`${element.locked ? 'Unlock' : 'Lock'} ${name}`}
        isOn={element.locked}
        onClick={() => toggle('locked', element.locked ? 'Unlock' : 'Lock')}
      >
        {element.locked ? <Lock size={13} /> : <LockOpen size={13} />}
      </Toggle>
      <Toggle
        label={`${element.hidden ? 'Show' : 'Hide'} ${name}`}
        isOn={element.hidden}
        onClick={() => toggle('hidden', element.hidden ? 'Show' : 'Hide')}
      >
        {element.hidden ? <EyeOff size={13} /> : <Eye size={13} />}
      </Toggle>
    </li>
  );
}

function Toggle(props: { label: string; isOn: boolean; onClick: () => void; children: ReactNode }) {
  const { label, isOn, onClick, children } = props;
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      aria-pressed={isOn}
      onClick={onClick}
      className={`inline-flex size-5 items-center justify-center rounded ${isOn ? 'text-brass' : 'text-ink-3 opacity-0 group-hover:opacity-100 focus-visible:opacity-100'}`}
    >
      {children}
    </button>
  );
}
