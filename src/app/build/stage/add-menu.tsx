import { ChevronDown, Image, Shapes, Square, Table2, Type } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { useDraft } from '../../state/draft-store';
import { Button, menuItem } from '../../ui';
import { addAnalogueClock, addFloor, addNew, addSceneCamera } from '../actions';
import { useBuild } from '../build-store';

interface Entry {
  readonly label: string;
  readonly add: () => void;
}
const shapes: readonly Entry[] = [
  { label: 'Ellipse', add: () => addNew('ellipse') },
  { label: 'Ring', add: () => addNew('ellipse', 'Ring', { hole: 0.8 }) },
  { label: 'Polygon', add: () => addNew('polygon', 'Polygon') },
  { label: 'Star', add: () => addNew('polygon', 'Star', { corners: 5, inner: 0.45 }) },
  { label: 'Line', add: () => addNew('line') },
  { label: 'Arrow', add: () => addNew('line', 'Arrow', { headEnd: 'arrow' }) },
  { label: 'Path with the pen (P)', add: () => useBuild.getState().set({ isPen: true }) },
];

const pictures: readonly Entry[] = [
  { label: 'Picture', add: () => addNew('picture') },
  { label: 'Video', add: () => addNew('video') },
  { label: 'Live camera', add: () => addNew('camera') },
  { label: 'Scene camera', add: addSceneCamera },
  { label: 'Reflecting floor', add: addFloor },
  { label: 'Inset: a template or channel', add: () => addNew('inset') },
  {
    label: 'Map',
    add: () =>
      addNew('map', 'Map', { map: Object.keys(useDraft.getState().draft?.show.look.maps ?? {})[0] ?? null }),
  },
  { label: 'Clock', add: () => addNew('clock') },
  { label: 'Analogue clock', add: addAnalogueClock },
];

/** Where the bar is narrow its signs say it. */
const words = '@max-[720px]:sr-only';

/** What can be put on the stage. */
export function AddMenu() {
  const isPen = useBuild((store) => store.isPen);
  return (
    <>
      <Button tone="quiet" className="px-1.5" onClick={() => addNew('text')}>
        <Type size={15} /> <span className={words}>Text</span>
      </Button>
      <Button tone="quiet" className="px-1.5" onClick={() => addNew('rect')}>
        <Square size={15} /> <span className={words}>Rectangle</span>
      </Button>
      <Menu entries={shapes} isOn={isPen}>
        <Shapes size={15} /> <span className={words}>Shape</span>
      </Menu>
      <Button
        tone="quiet"
        className="px-1.5"
        aria-label="From rows"
        title="A table, bars, a list, cards, a crawl or a roll, from rows of your data"
        onClick={() => useBuild.getState().set({ fromRows: { data: null, at: null } })}
      >
        <Table2 size={15} /> <span className={words}>Rows</span>
      </Button>
      <Menu entries={pictures}>
        <Image size={15} /> <span className={words}>Picture</span>
      </Menu>
    </>
  );
}

function Menu(props: { entries: readonly Entry[]; isOn?: boolean; children: ReactNode }) {
  const { entries, isOn = false, children } = props;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button tone="quiet" className={`px-1.5 ${isOn ? 'text-brass' : ''}`}>
          {children} <ChevronDown size={13} />
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-50 min-w-40 rounded border border-line bg-panel p-1"
        >
          {entries.map(({ label, add }) => (
            <DropdownMenu.Item key={label} className={menuItem} onSelect={add}>
              {label}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
