import { Grid3x3, Magnet, Maximize, Rotate3d, Ruler, ZoomIn, ZoomOut } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Button, CheckField, IconButton, NumberField, SelectField } from '../../ui';
import type { OrbitSide } from '../../../core/frame';
import { useBuild, type Backdrop, type SafeAreas } from '../build-store';
import type { Show } from '../../../core/show';
import { StepBack } from '../inset-parts';
import { AddMenu } from './add-menu';

const sides: readonly { readonly side: OrbitSide; readonly letter: string; readonly label: string }[] = [
  { side: 'front', letter: 'Front', label: 'Seen along Z, from the front' },
  { side: 'side', letter: 'Side', label: 'Seen along X, from the left' },
  { side: 'top', letter: 'Top', label: 'Seen along Y, from above' },
];

/** What can be put on the stage, and how it is seen. */
export function StageBar(props: {
  show: Show;
  zoom: number;
  onZoom: (factor: number) => void;
  onWhole: () => void;
  /** Looks at its space from a side; null: as it is on air. */
  onOrbit: (side: OrbitSide | null) => void;
}) {
  const { show, zoom, onZoom, onWhole, onOrbit } = props;
  const isTurned = useBuild((store) => store.orbit !== null);
  const view = useBuild((store) => store.view);
  const setView = useBuild((store) => store.setView);
  return (
    <div
      className="@container flex h-10 shrink-0 items-center gap-0.5 overflow-hidden border-b border-line bg-deck px-1.5"
      role="toolbar"
      aria-label="Stage"
    >
      <StepBack show={show} />
      <AddMenu />
      <span className="flex-1" />
      <IconButton label="Space view" pressed={isTurned} onClick={() => onOrbit(isTurned ? null : 'turned')}>
        <Rotate3d size={15} />
      </IconButton>
      {isTurned &&
        sides.map(({ side, letter, label }) => (
          <Button
            key={side}
            tone="quiet"
            className="px-1.5"
            aria-label={label}
            title={label}
            onClick={() => onOrbit(side)}
          >
            {letter}
          </Button>
        ))}
      {!isTurned && (
        <>
          <SelectField
            bare
            label="Backdrop"
            className="max-w-24 min-w-8 @min-[640px]:min-w-17"
            value={view.backdrop}
            choices={[
              { value: 'beach', label: 'Beach' },
              { value: 'dusk', label: 'Dusk' },
              { value: 'night', label: 'Night' },
              { value: 'camera', label: 'Camera, moving' },
              { value: 'checks', label: 'Checks' },
              { value: 'black', label: 'Black' },
              { value: 'white', label: 'White' },
            ]}
            onChange={(next) => setView({ backdrop: next as Backdrop })}
          />
          <Popover.Root>
            <Popover.Trigger asChild>
              <IconButton
                label="Lines: safe areas, grid, rulers"
                pressed={view.isGrid || view.safeAreas !== 'none'}
              >
                <Grid3x3 size={15} />
              </IconButton>
            </Popover.Trigger>
            <Popover.Portal>
              <Popover.Content
                align="end"
                sideOffset={6}
                className="z-50 flex w-60 flex-col gap-2 rounded border border-line bg-panel p-3"
                aria-label="Lines over the stage"
              >
                <SelectField
                  beside
                  label="Safe areas"
                  value={view.safeAreas}
                  choices={[
                    { value: 'none', label: 'None' },
                    { value: 'own', label: 'EBU R 95' },
                    { value: 'tall', label: 'EBU R 95 and a 9:16 cut' },
                  ]}
                  onChange={(next) => setView({ safeAreas: next as SafeAreas })}
                />
                <CheckField
                  label="Ground of its space"
                  value={view.hasGround}
                  onChange={(hasGround) => setView({ hasGround })}
                />
                <label className="flex h-7 items-center gap-2">
                  <input
                    type="checkbox"
                    className="size-4 accent-brass"
                    checked={view.isGrid}
                    onChange={(event) => setView({ isGrid: event.target.checked })}
                  />
                  Grid
                  <span className="flex-1" />
                  <NumberField
                    bare
                    label="Grid size"
                    unit="px"
                    value={view.gridSize}
                    min={2}
                    max={500}
                    onChange={(gridSize) => setView({ gridSize: Math.round(gridSize) })}
                  />
                </label>
              </Popover.Content>
            </Popover.Portal>
          </Popover.Root>
          <IconButton
            label="Rulers and guides"
            pressed={view.hasRulers}
            onClick={() => setView({ hasRulers: !view.hasRulers })}
          >
            <Ruler size={15} />
          </IconButton>
          <IconButton label="Snapping" pressed={view.snaps} onClick={() => setView({ snaps: !view.snaps })}>
            <Magnet size={15} />
          </IconButton>
        </>
      )}
      <IconButton label="Zoom out (-)" onClick={() => onZoom(1 / 1.25)}>
        <ZoomOut size={15} />
      </IconButton>
      <span
        className="number w-10 shrink-0 text-center text-xs whitespace-nowrap @max-[800px]:sr-only"
        aria-label="Zoom"
      >
        {Math.round(zoom * 100)} %
      </span>
      <IconButton label="Zoom in (+)" onClick={() => onZoom(1.25)}>
        <ZoomIn size={15} />
      </IconButton>
      <IconButton label="Show it whole (0)" onClick={onWhole}>
        <Maximize size={15} />
      </IconButton>
    </div>
  );
}
