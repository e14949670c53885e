import {
  Camera,
  Circle,
  Clock,
  Eye,
  EyeOff,
  Film,
  FlipVertical2,
  Folder,
  Image,
  Lock,
  LockOpen,
  Map as MapIcon,
  Minus,
  Rows3,
  MoveHorizontal,
  Table2,
  Scissors,
  ScissorsLineDashed,
  Spline,
  PictureInPicture2,
  Square,
  Video,
  ChartColumn,
  Star,
  Timer,
  Type,
} from 'lucide-react';
import type { DragEvent, ReactNode } from 'react';
import type { Element, ElementKindName, OutlineMark, Template } from '../../core/show';
import { Knot, NameField } from '../ui';
import { editTemplate } from './build-store';

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
  rows: <Rows3 size={14} />,
  table: <Table2 size={14} />,
  crawl: <MoveHorizontal size={14} />,
  hand: <Timer size={14} />,
  map: <MapIcon size={14} />,
  chart: <ChartColumn size={14} />,
  viewpoint: <Video size={14} />,
  floor: <FlipVertical2 size={14} />,
  inset: <PictureInPicture2 size={14} />,
};

/** The colours of the marks; none is the panel's own. */
export const markColours: Readonly<Record<OutlineMark, string>> = {
  none: 'transparent',
  clay: '#c8735a',
  reed: '#7fa35c',
  water: '#5b93c0',
  violet: '#9a82c4',
  sand: '#c9b183',
};

/** Where dragged rows would go. */
export interface DropPlace {
  readonly id: string;
  readonly where: 'before' | 'after' | 'into';
}

/** What the outline marks, worked out once for all rows. */
export interface Marks {
  readonly tied: ReadonlySet<string>;
  readonly tethered: ReadonlySet<string>;
  /** Names of what each element masks. */
  readonly masks: ReadonlyMap<string, string>;
}

interface RowProps {
  top: number;
  marks: Marks;
  template: Template;
  element: Element;
  depth: number;
  isSelected: boolean;
  isRenaming: boolean;
  isOpen: boolean | null;
  drop: DropPlace['where'] | null;
  onFold: () => void;
  onPick: (adds: boolean, range: boolean) => void;
  onRename: (on: boolean) => void;
  onDragStart: () => void;
  onDragOver: (event: DragEvent<HTMLElement>) => void;
  onDrop: () => void;
  onDragEnd: () => void;
}

/** One element in the tree. */
export function OutlineRow(props: RowProps) {
  const { template, element, top, depth, isSelected, isRenaming, isOpen, drop } = props;
  const { id, name } = element;
  const isTied = props.marks.tied.has(id);
  const isTethered = props.marks.tethered.has(id);
  const masked = props.marks.masks.get(id);
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
      className={`group absolute inset-x-0 flex h-7 items-center gap-1.5 pr-1 ${isSelected ? 'bg-raised' : 'row-hover'} ${mark} ${element.hidden ? 'text-ink-3' : ''}`}
      style={{ top, paddingLeft: 8 + depth * 14, borderLeft: `3px solid ${markColours[element.mark]}` }}
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
          onClick={(event) => props.onPick(event.ctrlKey || event.metaKey, event.shiftKey)}
          onDoubleClick={() => props.onRename(true)}
          onKeyDown={(event) => event.key === 'F2' && props.onRename(true)}
        >
          {name}
        </button>
      )}
      {masked && (
        <span className="text-brass" role="img" aria-label={`Masks ${masked}`} title={`Masks ${masked}`}>
          <Scissors size={12} />
        </span>
      )}
      {element.masks.length > 0 && (
        <span
          className="text-ink-3"
          role="img"
          aria-label={`${name} is masked`}
          title={`Masked by ${element.masks.map((mask) => template.elements[mask.by]?.name).join(', ')}`}
        >
          <ScissorsLineDashed size={12} />
        </span>
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
