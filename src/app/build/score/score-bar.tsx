import { ListFilter, Magnet, Minus, MoreHorizontal, Pause, Play, Plus, Radio, SkipBack } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import {
  freshName,
  mirrorEnter,
  newChange,
  newPhase,
  phaseOf,
  phasesOf,
  type Template,
} from '../../../core/show';
import { Button, IconButton } from '../../ui';
import { newId } from '../../state/ids';
import { atRest, editTemplate, useBuild } from '../build-store';
import { copyChosen, duplicateChosen, pasteChosen, reverseChosen } from './keys';
import { PresetsMenu } from './presets-menu';
import { menuItem as item, TrackMenu } from './track-menu';

/** What is played and seen of the score, and what is added to it. */
export function ScoreBar({ template }: { template: Template }) {
  const playhead = useBuild((store) => store.playhead);
  const isPlaying = useBuild((store) => store.isPlaying);
  const isAutoKey = useBuild((store) => store.isAutoKey);
  const view = useBuild((store) => store.score);
  const { set, setScore } = useBuild.getState();
  const place = phasesOf(template).find(({ ref }) => ref === playhead.phase);
  const frame = Math.floor(playhead.frame);
  return (
    <div
      className="@container flex h-9 shrink-0 items-center gap-1.5 overflow-hidden border-b border-line px-1.5"
      role="toolbar"
      aria-label="Score"
    >
      <IconButton
        label="To the first frame"
        onClick={() => set({ playhead: { phase: 'enter', frame: 0 }, isPlaying: false })}
      >
        <SkipBack size={15} />
      </IconButton>
      <IconButton
        label={isPlaying ? 'Pause' : 'Play'}
        pressed={isPlaying}
        onClick={() => set({ isPlaying: !isPlaying })}
      >
        {isPlaying ? <Pause size={15} /> : <Play size={15} />}
      </IconButton>
      <Button tone="quiet" className="px-2" onClick={() => set({ playhead: atRest, isPlaying: false })}>
        Rest
      </Button>
      <span
        className="flex w-40 shrink-0 @max-[820px]:w-28 items-baseline gap-1.5 truncate"
        aria-label="Playhead frame"
      >
        <span className="truncate text-ink-2">
          {place ? (place.kind === 'idle' ? 'Idle loop' : place.name) : 'Hold'}
        </span>
        {place && (
          <>
            {' '}
            <span className="number">{frame}</span>{' '}
            <span className="number text-xs text-ink-3">{(frame / template.rate).toFixed(2)} s</span>
          </>
        )}
      </span>
      <Button
        className={`px-2 ${isAutoKey ? 'border-brass text-brass' : ''}`}
        aria-pressed={isAutoKey}
        title="With it on, what is changed on the stage or in the inspector becomes a key at the playhead; else it changes the rest pose"
        onClick={() => set({ isAutoKey: !isAutoKey })}
      >
        <Radio size={14} />
        Auto-key
      </Button>
      <PresetsMenu template={template} />
      <TrackMenu template={template} />
      <MoreMenu template={template} />
      <span className="flex-1" />
      <IconButton
        label="Show only what moves"
        pressed={!view.showsAll}
        className="w-auto shrink-0 px-2 text-xs"
        onClick={() => setScore({ showsAll: !view.showsAll })}
      >
        <ListFilter size={15} className="@min-[820px]:hidden" />
        <span className="@max-[820px]:hidden">Only what moves</span>
      </IconButton>
      <IconButton
        label="Snap keys to each other and to markers"
        pressed={view.snaps}
        onClick={() => setScore({ snaps: !view.snaps })}
      >
        <Magnet size={15} />
      </IconButton>
      <IconButton
        label="Zoom the score out"
        onClick={() => setScore({ zoom: Math.max(0.5, view.zoom / 1.5) })}
      >
        <Minus size={15} />
      </IconButton>
      <Button
        tone="quiet"
        className="number w-14 px-0 @max-[820px]:hidden"
        title="Show the whole score"
        onClick={() => setScore({ zoom: 1 })}
      >
        {Math.round(view.zoom * 100)} %
      </Button>
      <IconButton label="Zoom the score in" onClick={() => setScore({ zoom: Math.min(12, view.zoom * 1.5) })}>
        <Plus size={15} />
      </IconButton>
    </div>
  );
}

/** Further phases, and what is done to the keys in hand. */
function MoreMenu({ template }: { template: Template }) {
  const keys = useBuild((store) => store.keys);
  const playhead = useBuild((store) => store.playhead);
  const { set } = useBuild.getState();
  const show = (ref: string): void => set({ playhead: { phase: ref, frame: 0 }, keys: [], isPlaying: false });
  const names = phasesOf(template).map(({ name }) => name);
  const make = (
    label: string,
    recipe: (t: Template, id: string, name: string) => void,
    name: string,
  ): void => {
    const id = newId();
    editTemplate(label, (t) => recipe(t, id, freshName(name, names)));
    show(id);
  };
  const entry = (words: string, action: () => void, hint = '', disabled = false): ReactNode => (
    <DropdownMenu.Item className={item} disabled={disabled} onSelect={action}>
      <span className="flex-1">{words}</span>
      {hint && <kbd className="number text-[10px] text-ink-3">{hint}</kbd>}
    </DropdownMenu.Item>
  );
  const line = <DropdownMenu.Separator className="my-1 h-px bg-line" />;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <IconButton label="More of the score">
          <MoreHorizontal size={16} />
        </IconButton>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content side="top" className="z-50 w-64 rounded border border-line bg-panel p-1">
          {entry('Add a Change', () =>
            make('Add a Change', (t, id, name) => void t.changes.push(newChange(id, name)), 'Change'),
          )}
          {entry('Add a step', () =>
            make('Add a step', (t, id, name) => void t.steps.push({ id, name, ...newPhase(25) }), 'Step'),
          )}
          {entry('Add a named move', () =>
            make('Add a move', (t, id, name) => void t.moves.push({ id, name, ...newPhase(25) }), 'Move'),
          )}
          {entry(
            'Add an idle loop to Hold',
            () => {
              editTemplate('Add an idle loop', (t) => void (t.phases.idle.frames = Math.round(t.rate * 4)));
              show('idle');
            },
            '',
            template.phases.idle.frames > 0,
          )}
          {entry(
            'Set a marker at the playhead',
            () =>
              editTemplate('Set a marker', (t) => {
                const phase = phaseOf(t, playhead.phase);
                phase?.markers.push({
                  id: newId(),
                  frame: Math.floor(playhead.frame),
                  name: freshName(
                    'Cue',
                    phase.markers.map((marker) => marker.name),
                  ),
                });
              }),
            '',
            playhead.phase === 'hold',
          )}
          {line}
          {entry(
            'Mirror Enter into Exit',
            () => editTemplate('Mirror Enter into Exit', (t) => mirrorEnter(t, newId)),
            '',
            template.phases.enter.tracks.length === 0,
          )}
          {entry('Reverse the keys', reverseChosen, 'R', keys.length < 2)}
          {entry('Copy the keys', copyChosen, 'Ctrl C', keys.length === 0)}
          {entry('Paste at the playhead', pasteChosen, 'Ctrl V')}
          {entry('Duplicate the keys', duplicateChosen, 'Ctrl D', keys.length === 0)}
          {line}
          <p className="px-2 py-1 text-[11px] leading-4 text-ink-3">
            <kbd className="number">,</kbd> <kbd className="number">.</kbd> key before and after · arrows by a
            frame, Shift by ten · <kbd className="number">K</kbd> set a key · Alt drag copies · Ctrl wheel
            zooms · PgUp, PgDn phases
          </p>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
