import type { Show } from '../../core/show';
import { Button, Dialog } from '../ui';
import { usesOf } from './used-where';

/** Asks before a table, view or source goes, with what takes from it. */
export function DeleteDataDialog(props: {
  show: Show;
  of: { readonly id: string; readonly name: string };
  onDelete: () => void;
  onClose: () => void;
}) {
  const { show, of, onDelete, onClose } = props;
  const uses = usesOf(show, of.id);
  return (
    <Dialog
      title={`Delete ${of.name}?`}
      open
      onClose={onClose}
      describe={
        uses.length === 0
          ? 'Nothing takes from it.'
          : 'This takes from it, and will say that it is gone. What is on air keeps its words until the next release.'
      }
    >
      {uses.length > 0 && (
        <ul className="max-h-48 overflow-auto" aria-label={`What takes from ${of.name}`}>
          {uses.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Keep it</Button>
        <Button
          tone="primary"
          onClick={() => {
            onClose();
            onDelete();
          }}
        >
          Delete
        </Button>
      </div>
    </Dialog>
  );
}
