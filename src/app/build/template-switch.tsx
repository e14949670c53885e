import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { templatesByName, type Show, type Template } from '../../core/show';
import { Thumbnail } from '../picture/thumbnail';

/** Which template is in hand; all of them in pictures to choose another. */
export function TemplateSwitch(props: { show: Show; template: Template; onPick: (id: string) => void }) {
  const { show, template, onPick } = props;
  const [isOpen, setIsOpen] = useState(false);
  const [search, setSearch] = useState('');
  const words = search.trim().toLowerCase();
  const found = templatesByName(show).filter((other) => other.name.toLowerCase().includes(words));
  return (
    <Popover.Root open={isOpen} onOpenChange={setIsOpen}>
      <Popover.Trigger
        aria-label={`Template in hand: ${template.name}`}
        className="field flex min-w-0 flex-1 items-center gap-1 px-2 text-left"
      >
        <span className="min-w-0 flex-1 truncate">{template.name}</span>
        <ChevronDown size={14} />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          aria-label="Templates"
          className="z-50 flex max-h-[76vh] w-[420px] flex-col gap-2 rounded border border-line bg-panel p-3"
        >
          <input
            type="search"
            aria-label="Find a template"
            placeholder="Find a template"
            className="field w-full"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            onKeyDown={(event) => {
              const [first] = found;
              if (event.key !== 'Enter' || !first) return;
              onPick(first.id);
              setIsOpen(false);
            }}
          />
          {found.length === 0 && <p className="p-2 text-ink-3">No template matches.</p>}
          <ul className="grid min-h-0 grid-cols-2 gap-3 overflow-auto">
            {found.map((other) => (
              <li key={other.id} className="min-w-0">
                <button
                  type="button"
                  aria-label={other.name}
                  aria-current={other.id === template.id}
                  className="group w-full text-left"
                  onClick={() => {
                    onPick(other.id);
                    setIsOpen(false);
                  }}
                >
                  <span className="flex h-[104px] items-center justify-center overflow-hidden rounded border border-line bg-ground group-aria-current:border-brass">
                    <Thumbnail
                      template={other}
                      of={show}
                      label=""
                      className="max-h-full w-full object-contain"
                    />
                  </span>
                  <span className="mt-1 block truncate group-aria-current:text-brass">{other.name}</span>
                </button>
              </li>
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
