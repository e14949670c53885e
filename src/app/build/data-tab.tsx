import type { Use } from '../../core/data';
import type { Show, Template } from '../../core/show';
import { BindingsPanel } from '../binding/bindings-panel';
import { editTemplate, useBuild } from './build-store';

/** The bindings of the template in hand, beside its picture. */
export function DataTab({ show, template, use }: { show: Show; template: Template; use: Use }) {
  const open = useBuild((store) => store.binding);
  const set = useBuild((store) => store.set);
  return (
    <BindingsPanel
      show={show}
      template={template}
      use={use}
      open={open}
      onOpen={(binding) => set({ binding })}
      onEdit={(label, recipe, merge) => editTemplate(label, recipe, merge)}
    />
  );
}
