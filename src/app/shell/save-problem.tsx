import { Download } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { useDraft } from '../state/draft-store';
import { dropHistory, dropStates, roomOf, roomTaken, type Room } from '../state/room';
import { download, exportShow } from '../state/shows';
import { Button, Dialog } from '../ui';

/** Stays for as long as something of the draft is not kept, with the ways out. */
export function SaveProblem() {
  const words = useDraft((store) => store.saveProblem);
  const [isLooking, setIsLooking] = useState(false);
  const take = async (): Promise<void> => {
    const show = useDraft.getState().draft?.show;
    if (!show) return;
    const { blob, name, missing } = await exportShow(show);
    download(blob, name);
    if (missing.length > 0)
      toast.warning(`The file lacks ${missing.join(', ')}: they are missing from this browser.`);
  };
  return (
    <>
      {words && (
        <div role="alert" className="flex items-center gap-3 border-b border-air bg-panel px-4 py-2">
          <p className="min-w-0 flex-1">⚠ {words}</p>
          <Button onClick={() => setIsLooking(true)}>What takes room…</Button>
          <Button tone="primary" onClick={() => void take()}>
            <Download size={15} /> Export this show
          </Button>
        </div>
      )}
      {isLooking && <RoomDialog onClose={() => setIsLooking(false)} />}
    </>
  );
}

const size = (bytes: number): string =>
  bytes < 1e5 ? `${Math.ceil(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;

/** What takes room in this browser, show by show, and what of it can go. */
function RoomDialog({ onClose }: { onClose: () => void }) {
  const [room, setRoom] = useState<Room | null>(null);
  const open = useDraft((store) => store.draft?.show.id);
  const navigate = useNavigate();
  const look = (): void => void roomTaken().then(setRoom);
  useEffect(look, []);
  return (
    <Dialog
      title="What takes room in this browser"
      open
      wide
      onClose={onClose}
      describe={
        room && room.usage !== null && room.quota !== null
          ? `${size(room.usage)} of ${size(room.quota)} are taken. Export what you want to keep before you delete it.`
          : 'Export what you want to keep before you delete it.'
      }
    >
      <table className="w-full text-left">
        <thead className="text-xs text-ink-2">
          <tr>
            {['Show', 'Document', 'Files', 'Kept states', 'History', ''].map((head, index) => (
              <th key={head} className={`py-1 font-normal ${index > 0 ? 'text-right' : ''}`}>
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {room?.shows.map((show) => (
            <tr key={show.id} className="border-t border-line">
              <td className="max-w-48 truncate py-1.5" title={`${show.name}: ${size(roomOf(show))}`}>
                {show.name}
                {show.id === open && <span className="text-ink-3"> · open</span>}
              </td>
              <td className="number text-right">{size(show.document)}</td>
              <td className="number text-right">{size(show.files)}</td>
              <td className="text-right">
                <span className="number">{size(show.states)}</span>{' '}
                {show.states > 0 && (
                  <Button onClick={() => void dropStates(show.id).then(look)}>Delete</Button>
                )}
              </td>
              <td className="text-right">
                <span className="number">{size(show.history)}</span>{' '}
                {show.history > 1000 && show.id !== open && (
                  <Button onClick={() => void dropHistory(show.id).then(look)}>Delete</Button>
                )}
              </td>
              <td />
            </tr>
          ))}
        </tbody>
      </table>
      {room && room.shared > 0 && (
        <p className="text-xs text-ink-2">Files that several shows use, or none: {size(room.shared)}</p>
      )}
      <div className="flex justify-end gap-2">
        <Button
          onClick={() => {
            onClose();
            void navigate('/shows');
          }}
        >
          Delete shows in Shows
        </Button>
        <Button tone="primary" onClick={onClose}>
          Close
        </Button>
      </div>
    </Dialog>
  );
}
