import { byName, wordOrder } from '../../core/locale';
import { useVirtualizer } from '@tanstack/react-virtual';
import { FolderPlus, FolderSync, MoreHorizontal, Plus } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useMemo, useRef, useState, type DragEvent, type ReactNode } from 'react';
import { toast } from 'sonner';
import {
  assetUses,
  dataType,
  isFont,
  isVideo,
  replaceAsset,
  unusedAssets,
  type Asset,
  type AssetUse,
  type Show,
} from '../../core/show';
import { redrawAll } from '../picture/monitors';
import { acceptedFiles, addAsset, assetBlob } from '../state/assets';
import { useDraft } from '../state/draft-store';
import { Button, IconButton, NameField, SelectField } from '../ui';
import { assetDragType, placeAsset } from './actions';
import { bringFiles } from './bring-files';
import { templateNow } from './build-store';
import { RowsShelf } from './rows/rows-shelf';
import { WatchedList } from './watched-list';

const rowHeight = 58;
const everything = '*';
const unused = '?';

const usedIn = ({ templates, cards }: AssetUse): string =>
  [...templates, ...(cards > 0 ? [`${cards} card${cards > 1 ? 's' : ''}`] : [])].join(', ') || 'not used';

const sizeWords = (bytes: number): string =>
  bytes > 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.max(1, Math.round(bytes / 1000))} kB`;

/** What is told of an asset beside its name. */
function facts(asset: Asset): string {
  const kind = asset.type.replace(/^.*\//, '').replace('svg+xml', 'SVG').toUpperCase();
  if (isFont(asset)) return `${kind} font · ${sizeWords(asset.bytes)}`;
  const length = isVideo(asset) ? ` · ${asset.seconds.toFixed(1)} s` : '';
  return `${asset.width}×${asset.height} ${kind}${asset.alpha ? ' α' : ''}${length}`;
}

/** The files of the show: pictures, videos and fonts, by folder, with where they are used. */
export function Shelf({ show }: { show: Show }) {
  const edit = useDraft((store) => store.edit);
  const [folder, setFolder] = useState<string>(everything);
  const [search, setSearch] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const list = useRef<HTMLDivElement>(null);
  const uses = useMemo(() => assetUses(show), [show]);
  const [ownFolders, setOwnFolders] = useState<readonly string[]>([]);
  const folders = [...new Set([...Object.values(show.assets).map((asset) => asset.folder), ...ownFolders])]
    .filter((name) => name !== '')
    .sort(wordOrder(show.look.locale));
  const idle = useMemo(() => new Set(unusedAssets(show)), [show]);
  const shown = Object.values(show.assets)
    .filter((asset) => asset.type !== dataType)
    .filter(
      (asset) => folder === everything || (folder === unused ? idle.has(asset.id) : asset.folder === folder),
    )
    .filter((asset) => `${asset.name} ${asset.family}`.toLowerCase().includes(search.trim().toLowerCase()))
    .sort(byName(show.look.locale));
  const rows = useVirtualizer({
    count: shown.length,
    getScrollElement: () => list.current,
    estimateSize: () => rowHeight,
    overscan: 6,
  });
  const into = folder === everything || folder === unused ? '' : folder;
  const bring = (files: Iterable<File>): void => void bringFiles(files, into);
  const onDrop = (event: DragEvent): void => {
    event.preventDefault();
    if (event.dataTransfer.files.length > 0) bring(event.dataTransfer.files);
  };
  const newFolder = (): void => {
    const names = new Set(folders);
    let name = 'New folder';
    for (let n = 2; names.has(name); n += 1) name = `New folder ${n}`;
    setOwnFolders([...ownFolders, name]);
    setFolder(name);
  };
  const renameFolder = (name: string): void => {
    edit(`Rename the folder ${folder}`, (s) => {
      for (const asset of Object.values(s.assets)) if (asset.folder === folder) asset.folder = name;
    });
    setOwnFolders([...ownFolders.filter((own) => own !== folder), name]);
    setFolder(name);
  };
  const choices = [
    { value: everything, label: `Everything (${Object.keys(show.assets).length})` },
    { value: '', label: 'In no folder' },
    ...folders.map((name) => ({ value: name, label: name })),
    { value: unused, label: `Not used (${idle.size})` },
  ];
  return (
    <div className="flex h-full flex-col" onDragOver={(event) => event.preventDefault()} onDrop={onDrop}>
      <div className="flex shrink-0 items-center gap-1 border-b border-line p-2">
        <SelectField
          bare
          label="Folder"
          value={folder}
          choices={choices}
          onChange={(next) => setFolder(String(next))}
        />
        <IconButton label="New folder" onClick={newFolder}>
          <FolderPlus size={15} />
        </IconButton>
        <IconButton label="Add files" onClick={() => input.current?.click()}>
          <Plus size={16} />
        </IconButton>
        <input
          ref={input}
          type="file"
          multiple
          accept={acceptedFiles}
          className="hidden"
          aria-label="Files for the shelf"
          onChange={(event) => {
            bring([...(event.target.files ?? [])]);
            event.target.value = '';
          }}
        />
      </div>
      <div className="flex shrink-0 items-center gap-1 border-b border-line p-2">
        {into !== '' ? (
          <NameField label="Name of the folder" value={folder} className="flex-1" onKeep={renameFolder} />
        ) : (
          <input
            type="search"
            aria-label="Find on the shelf"
            placeholder="Find"
            className="field w-full"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
        )}
        {folder === unused && idle.size > 0 && (
          <Button
            onClick={() => {
              edit(`Remove ${idle.size} unused files`, (s) => idle.forEach((id) => delete s.assets[id]));
              toast(`${idle.size} unused files are off the shelf. Undo brings them back.`);
            }}
          >
            Remove all
          </Button>
        )}
      </div>
      <div ref={list} className="min-h-0 flex-1 overflow-auto">
        {shown.length === 0 && (
          <p className="p-4 text-ink-3">
            {Object.keys(show.assets).length === 0
              ? 'No files yet. Drop pictures, videos or fonts here, or on the stage.'
              : folder === unused
                ? 'Every file is used somewhere.'
                : 'Nothing here. Drop files on this folder, or look elsewhere.'}
          </p>
        )}
        <ul aria-label="Files of the show" className="relative" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map((row) => {
            const asset = shown[row.index] as Asset;
            return (
              <li
                key={asset.id}
                className="absolute inset-x-0 flex items-center gap-2 border-b border-line px-2"
                style={{ top: row.start, height: rowHeight }}
                draggable
                onDragStart={(event) => event.dataTransfer.setData(assetDragType, asset.id)}
              >
                <Thumbnail asset={asset} />
                <span
                  className="min-w-0 flex-1"
                  title={`${asset.name}\n${facts(asset)} · ${sizeWords(asset.bytes)}\n${usedIn(uses.get(asset.id) ?? { templates: [], cards: 0 })}`}
                >
                  <span className="flex items-center gap-1">
                    <span className="truncate">{asset.name}</span>
                    {asset.watched && (
                      <FolderSync
                        size={12}
                        className="shrink-0 text-tide"
                        aria-label={`Follows ${asset.watched.path} of the watched folder`}
                      />
                    )}
                  </span>
                  <span className="number block truncate text-xs leading-4 text-ink-2">{facts(asset)}</span>
                  <span className="block truncate text-xs leading-4 text-ink-3">
                    {usedIn(uses.get(asset.id) ?? { templates: [], cards: 0 })}
                  </span>
                </span>
                <AssetMenu asset={asset} uses={uses.get(asset.id)} folders={folders} />
              </li>
            );
          })}
        </ul>
      </div>
      <WatchedList show={show} search={search} folder={into} />
      <RowsShelf show={show} />
    </div>
  );
}

const item =
  'flex h-7 cursor-default items-center rounded px-2 outline-none data-[disabled]:opacity-40 data-[highlighted]:bg-raised';

function AssetMenu(props: { asset: Asset; uses: AssetUse | undefined; folders: readonly string[] }) {
  const { asset, uses, folders } = props;
  const edit = useDraft((store) => store.edit);
  const input = useRef<HTMLInputElement>(null);
  const words = uses ? usedIn(uses) : 'not used';
  const isIdle = words === 'not used';
  const replace = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const added = await addAsset(file);
    if ('problem' in added) return void toast.error(added.problem.message);
    const next = added.asset;
    if (isFont(next) !== isFont(asset) || isVideo(next) !== isVideo(asset))
      return void toast.error(
        `${file.name} is of another kind than ${asset.name}. Choose one of the same kind.`,
      );
    edit(`Replace ${asset.name} by ${next.name}`, (s) => {
      s.assets[next.id] ??= next;
      replaceAsset(s, asset.id, next.id);
    });
    redrawAll();
    const other =
      next.width * asset.height !== next.height * asset.width
        ? ` It has another shape (${next.width}×${next.height}, not ${asset.width}×${asset.height}).`
        : '';
    toast.success(`${next.name} stands everywhere in the place of ${asset.name}.${other}`);
  };
  const entry = (label: ReactNode, action: () => void, disabled = false): ReactNode => (
    <DropdownMenu.Item className={item} disabled={disabled} onSelect={action}>
      {label}
    </DropdownMenu.Item>
  );
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <IconButton label={`${asset.name}: more`} className="size-6">
            <MoreHorizontal size={15} />
          </IconButton>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            className="z-50 max-h-96 max-w-72 min-w-52 overflow-auto rounded border border-line bg-panel p-1"
          >
            <DropdownMenu.Label className="px-2 py-1 text-xs text-ink-3">Used in: {words}</DropdownMenu.Label>
            {entry('Put on the stage', () => {
              const template = templateNow();
              if (template) placeAsset(asset, { x: template.width / 2, y: template.height / 2 });
            })}
            {entry('Replace everywhere…', () => input.current?.click())}
            {entry(
              isIdle ? 'Remove from the shelf' : 'In use: cannot be removed',
              () => edit(`Remove ${asset.name}`, (s) => void delete s.assets[asset.id]),
              !isIdle,
            )}
            <DropdownMenu.Separator className="my-1 h-px bg-line" />
            <DropdownMenu.Label className="px-2 py-1 text-xs text-ink-3">Move to</DropdownMenu.Label>
            {['', ...folders]
              .filter((name) => name !== asset.folder)
              .map((name) => (
                <DropdownMenu.Item
                  key={name}
                  className={item}
                  onSelect={() =>
                    edit(`Move ${asset.name}`, (s) => {
                      const own = s.assets[asset.id];
                      if (own) own.folder = name;
                    })
                  }
                >
                  {name || 'No folder'}
                </DropdownMenu.Item>
              ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <input
        ref={input}
        type="file"
        accept={acceptedFiles}
        className="hidden"
        aria-label={`${asset.name}: file in its place`}
        onChange={(event) => {
          void replace(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
    </>
  );
}

/** A small picture of a file; a font shows two of its letters. */
function Thumbnail({ asset }: { asset: Asset }) {
  const [url, setUrl] = useState<string | null>(null);
  const [face, setFace] = useState<string | null>(null);
  useEffect(() => {
    let made: string | null = null;
    let isGone = false;
    void assetBlob(asset.id).then(async (blob) => {
      if (!blob || isGone) return;
      if (isFont(asset)) {
        const name = `shelf ${asset.id}`;
        if (![...document.fonts].some((f) => f.family.includes(name)))
          document.fonts.add(await new FontFace(name, await blob.arrayBuffer()).load());
        setFace(name);
        return;
      }
      made = URL.createObjectURL(blob);
      setUrl(made);
    });
    return () => {
      isGone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [asset]);
  return (
    <span className="checks flex size-9 shrink-0 items-center justify-center overflow-hidden rounded border border-line">
      {url &&
        (isVideo(asset) ? (
          <video src={url} muted className="size-full object-contain" />
        ) : (
          <img src={url} alt="" loading="lazy" className="size-full object-contain" />
        ))}
      {face && (
        <span
          aria-hidden
          className="flex size-full items-center justify-center bg-panel"
          style={{ font: `18px "${face}"` }}
        >
          Aa
        </span>
      )}
    </span>
  );
}
