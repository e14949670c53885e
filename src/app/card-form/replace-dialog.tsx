import type { Card, TemplateContext, Template } from '../../core/show';
import { Still } from '../picture/still';
import { Button, Dialog } from '../ui';

/** Asks before a used call number gets another card, with both pictures side by side. */
export function ReplaceDialog(props: {
  card: Pick<Card, 'number' | 'values'>;
  template: Template;
  holder: Pick<Card, 'template' | 'values'> | undefined;
  /** The show or release that both belong to. */
  of: TemplateContext & { readonly templates: Readonly<Record<string, Template>> };
  onReplace: () => void;
  onClose: () => void;
}) {
  const { card, template, holder, of, onReplace, onClose } = props;
  const held = holder && of.templates[holder.template];
  return (
    <Dialog
      title={`${card.number} is used. Replace its card?`}
      open
      onClose={onClose}
      wide
      describe="The card on the left goes; the one on the right gets the number."
    >
      <div className="grid grid-cols-2 gap-4">
        <figure>
          {held && holder ? (
            <Still
              of={of}
              template={held}
              values={holder.values}
              label={`Now under ${card.number}`}
              className="w-full rounded border border-line"
            />
          ) : (
            <p className="text-ink-3">Its template is gone.</p>
          )}
          <figcaption className="mt-1 text-ink-2">Now: {held?.name}</figcaption>
        </figure>
        <figure>
          <Still
            of={of}
            template={template}
            values={card.values}
            label={`To be kept under ${card.number}`}
            className="w-full rounded border border-line"
          />
          <figcaption className="mt-1 text-ink-2">New: {template.name}</figcaption>
        </figure>
      </div>
      <div className="flex justify-end gap-2">
        <Button onClick={onReplace}>Replace</Button>
        <Button tone="primary" onClick={onClose}>
          Keep the one there
        </Button>
      </div>
    </Dialog>
  );
}
