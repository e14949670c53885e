import { ChevronRight } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import {
  growthOf,
  movablesOf,
  neutralOf,
  phaseOf,
  phasesOf,
  setKey,
  type Movable,
  type Template,
} from '../../../core/show';
import { Button } from '../../ui';
import { newId } from '../../state/ids';
import { editTemplate, useBuild } from '../build-store';
import { phaseInHand } from './keys';

export const menuItem =
  'flex min-h-7 cursor-default items-center gap-2 rounded px-2 outline-none data-[highlighted]:bg-raised data-[state=open]:bg-raised data-[disabled]:opacity-45';

/** A first pair of keys for something that does not move yet in the phase in hand. */
function addTrack(template: Template, ref: string, ids: readonly string[], movable: Movable): void {
  const phase = phaseOf(template, ref);
  if (!phase) return;
  const isExit = ref === 'exit';
  // A step brings what it moves; a highlight or a zoom it goes to.
  const isGoing = (growthOf(movable.key)?.by ?? 'grow') !== 'grow';
  const isAway = [...template.moves, ...(isGoing ? template.steps : [])].some(({ id }) => id === ref);
  const isIdle = ref === 'idle';
  const length = Math.max(
    1,
    isIdle ? Math.max(phase.frames, template.rate * 2) : Math.min(25, phase.frames || 25),
  );
  const mode = movable.modes[0] ?? 'offset';
  const rest = neutralOf(mode);
  editTemplate(`${movable.label} in ${ref}`, (t) => {
    for (const id of ids) {
      const element = t.elements[id];
      const own = element && movablesOf(element).find(({ key }) => key === movable.key);
      if (!element || !own) continue;
      const place = { element: id, property: movable.key };
      const value = (element as unknown as Record<string, unknown>)[movable.key];
      const still = rest ?? (typeof value === 'string' ? value : '#ffffff');
      const away = typeof still === 'string' ? '#d8a748' : movable.away;
      const start = isExit ? Math.max(0, phase.frames - length) : 0;
      const values = isIdle ? [still, away, still] : isExit || isAway ? [still, away] : [away, still];
      values.forEach((value, i) =>
        setKey(
          t,
          ref,
          place,
          { frame: start + Math.round((i * length) / (values.length - 1)), value },
          newId,
        ),
      );
    }
  });
}

const phaseWords = (template: Template, ref: string): string => {
  const place = phasesOf(template).find((own) => own.ref === ref);
  return place?.kind === 'idle' ? 'the idle loop' : (place?.name ?? 'Enter');
};

/** Whether a track is of one series or row of a chart. */
const isOfPart = (key: string): boolean => {
  const growing = growthOf(key);
  return growing !== null && (growing.series ?? growing.row) !== null;
};

/** What can move of what is in hand, to be given its first keys. */
export function TrackMenu({ template }: { template: Template }) {
  const selection = useBuild((store) => store.selection).filter((id) => template.elements[id]);
  const playhead = useBuild((store) => store.playhead);
  const ref = phaseInHand(playhead);
  const [first] = selection;
  const element = first === undefined ? undefined : template.elements[first];
  const words = `Add track to ${phaseWords(template, ref)}`;
  const movables = element ? movablesOf(element) : [];
  const parts = movables.filter(({ key }) => isOfPart(key));
  const entry = (movable: Movable): ReactNode => (
    <DropdownMenu.Item
      key={movable.key}
      className={menuItem}
      onSelect={() => addTrack(template, ref, selection, movable)}
    >
      {movable.label}
    </DropdownMenu.Item>
  );
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button disabled={!element} className="px-2" aria-label={words} title={words}>
          Add track
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          side="top"
          className="z-50 max-h-[60vh] columns-2 overflow-auto rounded border border-line bg-panel p-1"
        >
          {movables.filter(({ key }) => !isOfPart(key)).map(entry)}
          {(['grow', 'highlight'] as const).map((by) => {
            const own = parts.filter(({ key }) => growthOf(key)?.by === by);
            return (
              own.length > 0 && (
                <DropdownMenu.Sub key={by}>
                  <DropdownMenu.SubTrigger className={menuItem}>
                    <span className="flex-1">{by === 'grow' ? 'Grow one' : 'Highlight one'}</span>
                    <ChevronRight size={13} className="text-ink-3" />
                  </DropdownMenu.SubTrigger>
                  <DropdownMenu.Portal>
                    <DropdownMenu.SubContent className="z-50 max-h-[60vh] columns-2 overflow-auto rounded border border-line bg-panel p-1">
                      {own.map(entry)}
                    </DropdownMenu.SubContent>
                  </DropdownMenu.Portal>
                </DropdownMenu.Sub>
              )
            );
          })}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
