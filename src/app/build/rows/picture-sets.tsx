import { wordOrder } from '../../../core/locale';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { addPictureSet, addToSet, picturesIn, setUses, type PictureSet, type Show } from '../../../core/show';
import { PictureField } from '../../field-forms/picture-field';
import { useDraft } from '../../state/draft-store';
import { newId } from '../../state/ids';
import {
  Button,
  Dialog,
  DraftText,
  IconButton,
  NameField,
  NumberField,
  Section,
  SelectField,
} from '../../ui';
import { cutGrid, cutVector, type CutPicture } from './cut-pictures';

type From = 'folder' | 'vector' | 'grid';
const ways: readonly { readonly value: From; readonly label: string }[] = [
  { value: 'folder', label: 'Files of a folder' },
  { value: 'vector', label: 'One SVG file of many' },
  { value: 'grid', label: 'One picture cut in a grid' },
];

/** Sets of pictures under names, by which the cells of tables ask for them. */
export function PictureSets({ show }: { show: Show }) {
  const edit = useDraft((store) => store.edit);
  const [openId, setOpen] = useState<string | null>(null);
  const [isMaking, setMaking] = useState(false);
  const change = (id: string, label: string, recipe: (set: PictureSet) => void): void =>
    edit(label, (s) => {
      const own = s.look.sets.find((set) => set.id === id);
      if (own) recipe(own);
    });
  return (
    <Section title="Picture sets" isFolded>
      {show.look.sets.length === 0 && (
        <p className="text-xs text-ink-3">
          Pictures under names, such as flags by code: a column of a table shows the one that its cell names.
        </p>
      )}
      {show.look.sets.map((set) => {
        const uses = setUses(show, set.id);
        return (
          <div key={set.id} className="flex flex-col gap-1 rounded border border-line p-1.5">
            <span className="flex items-center gap-1">
              <NameField
                label="Name of the set"
                of={set.id}
                value={set.name}
                className="min-w-0 flex-1"
                onKeep={(name) => change(set.id, 'Rename a picture set', (own) => void (own.name = name))}
              />
              <Button
                tone="quiet"
                className="h-6 px-1.5 text-xs"
                aria-expanded={openId === set.id}
                onClick={() => setOpen(openId === set.id ? null : set.id)}
              >
                {set.pictures.length}
              </Button>
              <IconButton
                label={uses.length > 0 ? `Used in ${uses.join(', ')}` : `Delete the set ${set.name}`}
                disabled={uses.length > 0}
                onClick={() =>
                  edit(`Delete the set ${set.name}`, (s) => void (s.look.sets = s.look.sets.filter(({ id }) => id !== set.id)))
                }
              >
                <Trash2 size={13} />
              </IconButton>
            </span>
            {openId === set.id && (
              <>
                <ul className="flex max-h-72 flex-col gap-1 overflow-auto">
                  {set.pictures.map((one, at) => (
                    <li key={one.name} className="grid grid-cols-[72px_minmax(0,1fr)_auto] items-center gap-1">
                      <DraftText
                        bare
                        label={`Name of picture ${at + 1}`}
                        value={one.name}
                        onKeep={(name) => change(set.id, 'Name of a picture', (own) => void (own.pictures[at] = { ...one, name: name || one.name }))}
                      />
                      <PictureField
                        bare
                        label={`Picture ${one.name}`}
                        value={one.asset}
                        assets={show.assets}
                        onSet={(asset) => asset && change(set.id, 'Picture of a set', (own) => void (own.pictures[at] = { ...one, asset }))}
                      />
                      <IconButton label={`Take ${one.name} out of the set`} onClick={() => change(set.id, 'Picture of a set', (own) => void own.pictures.splice(at, 1))}>
                        <Trash2 size={13} />
                      </IconButton>
                    </li>
                  ))}
                </ul>
                <AddFromShelf show={show} onAdd={(pictures) => change(set.id, 'Pictures of a set', (own) => addToSet(own, pictures))} />
              </>
            )}
          </div>
        );
      })}
      <Button className="self-start px-2" onClick={() => setMaking(true)}>
        <Plus size={14} /> Picture set…
      </Button>
      {isMaking && <NewSet show={show} onClose={() => setMaking(false)} onMade={setOpen} />}
    </Section>
  );
} // prettier-ignore

function AddFromShelf(props: { show: Show; onAdd: (pictures: { name: string; asset: string }[]) => void }) {
  const { show, onAdd } = props;
  return (
    <PictureField
      bare
      label="Add a picture of the shelf"
      value={null}
      assets={show.assets}
      onSet={(id) => id && onAdd([{ name: show.assets[id]?.name ?? id, asset: id }])}
    />
  );
}

/** Makes a set: of the files of a folder, of the parts of one SVG file, or of one picture that is cut in a grid. */
function NewSet({ show, onClose, onMade }: { show: Show; onClose: () => void; onMade: (id: string) => void }) {
  const edit = useDraft((store) => store.edit);
  const folders = [...new Set(Object.values(show.assets).map(({ folder }) => folder))].sort(wordOrder(show.look.locale));
  const [from, setFrom] = useState<From>('folder');
  const [folder, setFolder] = useState(folders.find((name) => name !== '') ?? folders[0] ?? '');
  const [picture, setPicture] = useState<string | null>(null);
  const [columns, setColumns] = useState(4);
  const [rows, setRows] = useState(3);
  const [names, setNames] = useState('');
  const [wrong, setWrong] = useState('');
  const vectors = Object.fromEntries(Object.entries(show.assets).filter(([, asset]) => asset.type === 'image/svg+xml'));
  const list = names.split(/[\n,;]+/).map((name) => name.trim());
  const make = (name: string, pictures: { name: string; asset: string }[], cut: readonly CutPicture[]): void => {
    const id = newId();
    edit(`Picture set ${name}`, (s) => {
      for (const { asset } of cut) s.assets[asset.id] ??= { ...asset, folder: name };
      addPictureSet(s, id, name, pictures);
    });
    onMade(id);
    onClose();
    toast.success(`The set ${name} has ${pictures.length} pictures.`);
  };
  const go = async (): Promise<void> => {
    setWrong('');
    if (from === 'folder') return make(folder || 'Pictures', picturesIn(show.assets, folder), []);
    if (picture === null) return setWrong('Choose the picture first.');
    const cut = from === 'vector' ? await cutVector(picture) : await cutGrid(picture, columns, rows, list);
    if ('problem' in cut) return setWrong(cut.problem.message);
    if (cut.length === 0) return setWrong('No part has a name. Write the names, row by row.');
    const name = (show.assets[picture]?.name ?? 'Pictures').replace(/\.[a-z0-9]+$/i, '');
    make(name, cut.map((one) => ({ name: one.name, asset: one.asset.id })), cut);
  };
  return (
    <Dialog title="New picture set" open onClose={onClose} describe="Pictures under names; a column of a table shows the one that its cell names.">
      <SelectField beside label="Made of" value={from} choices={ways} onChange={(next) => setFrom(next as From)} />
      {from === 'folder' ? (
        <SelectField
          beside
          label="Folder"
          value={folder}
          choices={folders.map((value) => ({ value, label: `${value || 'No folder'} (${picturesIn(show.assets, value).length})` }))}
          onChange={(value) => setFolder(String(value))}
        />
      ) : (
        <PictureField label={from === 'vector' ? 'SVG file' : 'Picture'} value={picture} assets={from === 'vector' ? vectors : show.assets} onSet={setPicture} />
      )}
      {from === 'vector' && <p className="text-xs text-ink-3">Each group or symbol with an id becomes a picture under that name.</p>}
      {from === 'grid' && (
        <>
          <span className="grid grid-cols-2 gap-2">
            <NumberField label="Columns" min={1} max={40} step={1} value={columns} onChange={(v) => setColumns(Math.round(v))} />
            <NumberField label="Rows" min={1} max={40} step={1} value={rows} onChange={(v) => setRows(Math.round(v))} />
          </span>
          <DraftText lines label="Names, row by row, with commas between" value={names} onKeep={setNames} />
        </>
      )}
      {wrong !== '' && <p role="alert" className="text-warn">⚠ {wrong}</p>}
      <span className="flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button tone="primary" onClick={() => void go()}>
          Make the set
        </Button>
      </span>
    </Dialog>
  );
} // prettier-ignore
