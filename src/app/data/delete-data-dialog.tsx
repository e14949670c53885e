import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { Show } from '../../core/show';
import { useDraft } from '../state/draft-store';
import { Button, Dialog } from '../ui';
import { usesOf } from './used-where';

/** Asks before a table, view or source goes, with what takes from it. */
export function DeleteDataDialog(props: {
  show: Show;
  kind: 'tables' | 'views' | 'sources';
  of: { readonly id: string; readonly name: string };
  onClose: () => void;
}) {
  const { show, kind, of, onClose } = props;
  const edit = useDraft((store) => store.edit);
  const navigate = useNavigate();
  const uses = usesOf(show, of.id);
  const remove = (): void => {
    onClose();
    edit(`Delete ${of.name}`, (draft) => void delete draft[kind][of.id]);
    toast(`${of.name} is deleted. Ctrl+Z brings it back.`);
    void navigate('/data');
  };
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
        <Button tone="primary" onClick={remove}>
          Delete
        </Button>
      </div>
    </Dialog>
  );
}
