import { LibraryBig, Plus, Search } from 'lucide-react';
import { Tabs } from 'radix-ui';
import type { Show, Template } from '../../core/show';
import { IconButton } from '../ui';
import { Shelf } from './shelf';
import { StylesPanel } from './styles-panel';
import { TemplateSwitch } from './template-switch';
import { useBuild } from './build-store';
import { FieldsPanel } from './fields-panel';
import { Outline } from './outline';

const tab =
  'h-8 flex-1 border-b-2 border-transparent text-xs text-ink-2 data-[state=active]:border-brass data-[state=active]:text-ink';

/** Which template is in hand, and what it is made of. */
export function LeftPanel(props: {
  show: Show;
  template: Template;
  onNew: () => void;
  onLibrary: () => void;
  onPick: (id: string) => void;
}) {
  const { show, template, onNew, onLibrary, onPick } = props;
  const set = useBuild((store) => store.set);
  return (
    <aside className="flex min-h-0 flex-col border-r border-line bg-deck" aria-label="Template">
      <div className="flex items-center gap-1 border-b border-line p-2">
        <TemplateSwitch show={show} template={template} onPick={onPick} />
        <IconButton label="New template" onClick={onNew}>
          <Plus size={16} />
        </IconButton>
        <IconButton label="Find in the show (Ctrl+F)" onClick={() => set({ isFinding: true })}>
          <Search size={15} />
        </IconButton>
        <IconButton label="Library of templates" onClick={onLibrary}>
          <LibraryBig size={16} />
        </IconButton>
      </div>
      <Tabs.Root defaultValue="elements" className="flex min-h-0 flex-1 flex-col">
        <Tabs.List className="flex border-b border-line" aria-label="Parts of the template">
          <Tabs.Trigger value="elements" className={tab}>
            Elements
          </Tabs.Trigger>
          <Tabs.Trigger value="fields" className={tab}>
            Fields
          </Tabs.Trigger>
          <Tabs.Trigger value="styles" className={tab}>
            Styles
          </Tabs.Trigger>
          <Tabs.Trigger value="assets" className={tab}>
            Shelf
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="elements" className="min-h-0 flex-1 overflow-auto">
          <Outline template={template} />
        </Tabs.Content>
        <Tabs.Content value="fields" className="min-h-0 flex-1 overflow-auto">
          <FieldsPanel template={template} show={show} />
        </Tabs.Content>
        <Tabs.Content value="styles" className="min-h-0 flex-1 overflow-auto">
          <StylesPanel show={show} template={template} />
        </Tabs.Content>
        <Tabs.Content value="assets" className="min-h-0 flex-1 overflow-auto">
          <Shelf show={show} />
        </Tabs.Content>
      </Tabs.Root>
    </aside>
  );
}
