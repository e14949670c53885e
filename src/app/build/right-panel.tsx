import { Tabs } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import type { Use } from '../../core/data';
import type { Show, Template, Values } from '../../core/show';
import { FormPanel } from './form-panel';
import { useBuild } from './build-store';
import { Inspector } from './inspector';
import { DataTab } from './data-tab';
import { MotionPanel } from './motion/motion-panel';

const tab =
  'h-8 flex-auto whitespace-nowrap px-1 border-b-2 border-transparent text-xs text-ink-2 data-[state=active]:border-brass data-[state=active]:text-ink';

/** The element in hand, or the operator's form of the template. */
export function RightPanel(props: { show: Show; template: Template; values: Values; use: Use }) {
  const [open, setOpen] = useState('inspector');
  const { id } = props.template;
  useEffect(() => setOpen((now) => (now === 'motion' ? 'inspector' : now)), [id]);
  // Keys that are taken in hand are what is to be set.
  const hasKeys = useBuild((store) => store.keys.length > 0);
  const shown = useRef(open);
  shown.current = open;
  const stood = useRef<string | null>(null);
  useEffect(() => {
    if (hasKeys) {
      stood.current = shown.current === 'motion' ? null : shown.current;
      setOpen('motion');
      return;
    }
    // What was opened for keys goes with them.
    if (stood.current !== null && shown.current === 'motion') setOpen(stood.current);
    stood.current = null;
  }, [hasKeys]);
  const binding = useBuild((store) => store.binding);
  useEffect(() => {
    if (binding !== null) setOpen('data');
  }, [binding]);
  return (
    <aside className="flex min-h-0 flex-col border-l border-line bg-deck" aria-label="Inspector">
      <Tabs.Root value={open} onValueChange={setOpen} className="flex min-h-0 flex-1 flex-col">
        <Tabs.List className="flex shrink-0 border-b border-line" aria-label="Inspector or form">
          <Tabs.Trigger value="inspector" className={tab}>
            Properties
          </Tabs.Trigger>
          <Tabs.Trigger value="motion" className={tab}>
            Motion
          </Tabs.Trigger>
          <Tabs.Trigger value="data" className={tab}>
            Data
          </Tabs.Trigger>
          <Tabs.Trigger value="form" className={tab}>
            Operator&apos;s form
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="inspector" className="min-h-0 flex-1 overflow-auto">
          <Inspector show={props.show} template={props.template} />
        </Tabs.Content>
        <Tabs.Content value="motion" className="min-h-0 flex-1 overflow-auto">
          <MotionPanel {...props} />
        </Tabs.Content>
        <Tabs.Content value="data" className="flex min-h-0 flex-1 flex-col data-[state=inactive]:hidden">
          <DataTab {...props} />
        </Tabs.Content>
        <Tabs.Content value="form" className="min-h-0 flex-1 overflow-auto">
          <FormPanel {...props} />
        </Tabs.Content>
      </Tabs.Root>
    </aside>
  );
}
