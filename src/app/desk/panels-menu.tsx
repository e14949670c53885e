import { LayoutPanelLeft } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { deskPanels } from '../../core/show';
import { momentMs, setMomentMs } from '../state/air-store';
import { Button } from '../ui';
import { asUsual, place, useArrangement } from './arrangement';
import { isPanelOpen } from './panel-window';
import { panelWords, toWindow } from './panels';

const item =
  'flex h-7 cursor-default items-center gap-2 rounded px-2 outline-none data-highlighted:bg-raised';
const moments = [500, 1000, 2000, 5000];

/** Where each panel is, and the way back to the usual arrangement. */
export function PanelsMenu() {
  const { places } = useArrangement((store) => store.arrangement);
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button className="h-6 px-2 text-xs text-ink-2">
          <LayoutPanelLeft size={13} /> Panels
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-40 w-72 rounded border border-line bg-panel p-1 text-[13px]"
        >
          {deskPanels.map((panel) => {
            const at = places[panel] ?? 'here';
            return (
              <DropdownMenu.Group key={panel}>
                <DropdownMenu.CheckboxItem
                  className={item}
                  checked={at === 'here'}
                  onCheckedChange={(isHere) => place(panel, isHere ? 'here' : 'hidden')}
                >
                  <span className="w-4 text-center text-brass">{at === 'here' ? '✓' : ''}</span>
                  <span className="flex-1">{panelWords[panel]}</span>
                  <span className="text-xs text-ink-3">
                    {at === 'hidden' ? 'hidden' : at === 'window' ? 'own window' : ''}
                  </span>
                </DropdownMenu.CheckboxItem>
                <DropdownMenu.Item
                  className={`${item} pl-8 text-xs text-ink-2`}
                  onSelect={() => toWindow(panel)}
                >
                  {at === 'window' && !isPanelOpen(panel)
                    ? `Open the window of ${panelWords[panel].toLowerCase()} again`
                    : `${panelWords[panel]} in a window of its own`}
                </DropdownMenu.Item>
              </DropdownMenu.Group>
            );
          })}
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          <DropdownMenu.Item className={item} onSelect={asUsual}>
            Default arrangement
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          <DropdownMenu.Label className="px-2 pt-1 text-xs text-ink-3">
            A command that the server does not take is dropped after
          </DropdownMenu.Label>
          <DropdownMenu.RadioGroup value={String(momentMs())} className="flex">
            {moments.map((ms) => (
              <DropdownMenu.RadioItem
                key={ms}
                value={String(ms)}
                className={`${item} number flex-1 justify-center text-xs data-[state=checked]:text-brass`}
                onSelect={() => setMomentMs(ms)}
              >
                {ms / 1000} s
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
