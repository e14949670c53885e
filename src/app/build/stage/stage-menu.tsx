import { ContextMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { ChevronRight } from 'lucide-react';
import { elementParts, type Template } from '../../../core/show';
import {
  copySelected,
  cutSelected,
  duplicateSelected,
  groupSelected,
  orderSelected,
  partWords,
  pasteHere,
  pastePart,
  removeSelected,
  ungroupSelected,
} from '../actions';
import { useBuild } from '../build-store';
import { followByPointing } from '../follow';
import { makeOtherSide, makePlate } from '../makers';

const item =
  'flex h-7 cursor-default items-center justify-between gap-6 rounded px-2 outline-none data-[disabled]:opacity-40 data-[highlighted]:bg-raised';
const panel = 'z-50 max-h-96 min-w-52 overflow-auto rounded border border-line bg-panel p-1';

/** What can be done at a point of the stage: everything that lies there can be chosen, however deep. */
export function StageMenu(props: { template: Template; stack: readonly string[]; children: ReactNode }) {
  const { template, stack, children } = props;
  const selection = useBuild((store) => store.selection);
  const select = useBuild((store) => store.select);
  const none = selection.length === 0;
  const entry = (words: string, keys: string, action: () => void, disabled = false): ReactNode => (
    <ContextMenu.Item className={item} disabled={disabled} onSelect={action}>
      {words} <span className="text-xs text-ink-3">{keys}</span>
    </ContextMenu.Item>
  );
  return (
    <ContextMenu.Root>
      <ContextMenu.Trigger asChild>{children}</ContextMenu.Trigger>
      <ContextMenu.Portal>
        <ContextMenu.Content className={panel}>
          {stack.length > 0 && (
            <>
              <ContextMenu.Label className="px-2 py-1 text-xs text-ink-3">
                Under the pointer
              </ContextMenu.Label>
              {stack.slice(0, 12).map((id) => (
                <ContextMenu.CheckboxItem
                  key={id}
                  className={item}
                  checked={selection.includes(id)}
                  onSelect={() => select([id])}
                >
                  <span className={selection.includes(id) ? 'text-brass' : ''}>
                    {template.elements[id]?.name}
                  </span>
                </ContextMenu.CheckboxItem>
              ))}
              <ContextMenu.Separator className="my-1 h-px bg-line" />
            </>
          )}
          {stack[0] !== undefined &&
            entry('Where does this come from?', '', () =>
              useBuild.getState().set({ asksWhere: stack[0] ?? null }),
            )}
          {entry('Copy', 'Ctrl+C', copySelected, none)}
          {entry('Cut', 'Ctrl+X', cutSelected, none)}
          {entry('Paste', 'Ctrl+V', () => void pasteHere())}
          <ContextMenu.Sub>
            <ContextMenu.SubTrigger className={`${item} data-[state=open]:bg-raised`} disabled={none}>
              Paste only <ChevronRight size={13} />
            </ContextMenu.SubTrigger>
            <ContextMenu.Portal>
              <ContextMenu.SubContent className={panel}>
                {elementParts.map((part) => (
                  <ContextMenu.Item key={part} className={item} onSelect={() => void pastePart(part)}>
                    {partWords[part]}
                  </ContextMenu.Item>
                ))}
              </ContextMenu.SubContent>
            </ContextMenu.Portal>
          </ContextMenu.Sub>
          {entry('Duplicate', 'Ctrl+D', duplicateSelected, none)}
          <ContextMenu.Separator className="my-1 h-px bg-line" />
          {entry('Group', 'Ctrl+G', groupSelected, none)}
          {entry('Ungroup', 'Ctrl+Shift+G', ungroupSelected, none)}
          {entry('To the front', 'Ctrl+Shift+Up', () => orderSelected('front'), none)}
          {entry('To the back', 'Ctrl+Shift+Down', () => orderSelected('back'), none)}
          {entry('Plate behind', '', makePlate, none)}
          {entry('Follow an edge…', '', () => followByPointing(selection), none)}
          {entry('Other side', '', makeOtherSide, none)}
          <ContextMenu.Separator className="my-1 h-px bg-line" />
          {entry('Delete', 'Delete', removeSelected, none)}
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}
