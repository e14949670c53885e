import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { findEntries } from '../../core/palette';
import { useDraft } from '../state/draft-store';
import { areaEntries, showEntries, type PaletteEntry } from './entries';
import { controlsOf } from './controls';
import { noteUsed, usePalette } from './palette-store';

const shown = 50;

/** Gives the keyboard back before what was chosen is done: a dialog that closes takes it back to where it was. */
const afterClosing = (run: () => void): void => void setTimeout(run, 50);

/** Everything that can be gone to or done, found by a few letters. */
export function Palette() {
  const isOpen = usePalette((store) => store.isOpen);
  return (
    <Dialog.Root open={isOpen} onOpenChange={(next) => usePalette.setState({ isOpen: next })}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/60" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-50 w-[620px] max-w-[92vw] -translate-x-1/2 overflow-hidden rounded border border-line bg-panel"
        >
          <Dialog.Title className="sr-only">Go to, or do</Dialog.Title>
          {isOpen && <Found />}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Found() {
  const go = useNavigate();
  const used = usePalette((store) => store.used);
  const [typed, setTyped] = useState('');
  const words = useDeferredValue(typed);
  // As all was when it opened.
  const [entries] = useState((): PaletteEntry[] => {
    const offers = Object.entries(usePalette.getState().offers).flatMap(([area, of]) =>
      of().map((offer) => ({ ...offer, id: `${area} ${offer.id}`, kind: 'Action' })),
    );
    const places = areaEntries(go);
    const names = new Set([...places, ...offers].map(({ name }) => name));
    const controls = controlsOf(document)
      .filter(({ name }) => !names.has(name))
      .map((offer) => ({ ...offer, kind: 'On this page' }));
    const show = useDraft.getState().draft?.show;
    return [
      ...places,
      ...offers,
      ...controls,
      ...(show
        ? showEntries(show, go, {
            element: (template, element) => {
              void go(`/build/${template}`);
              // The template is entered first, which empties the selection.
              void import('../build/build-store').then(({ selectIn }) => selectIn(template, element));
            },
            card: (number) => {
              void go('/desk');
              void import('../desk/desk-store').then(({ callOnArrival }) => callOnArrival(number));
            },
          })
        : []),
    ];
  });
  const found = useMemo(() => findEntries(entries, words, used, shown), [entries, words, used]);
  // The best is in hand, whenever what is found changes.
  const [inHand, setInHand] = useState('');
  useEffect(() => setInHand(found[0]?.id ?? ''), [found]);
  const choose = ({ id, run }: PaletteEntry): void => {
    noteUsed(id);
    usePalette.setState({ isOpen: false });
    afterClosing(run);
  };
  return (
    <Command shouldFilter={false} label="Go to, or do" loop value={inHand} onValueChange={setInHand}>
      <Command.Input
        autoFocus
        value={typed}
        onValueChange={setTyped}
        placeholder="Area, template, card, table, element, action or setting"
        className="h-11 w-full border-b border-line bg-transparent px-4 text-[14px] outline-none placeholder:text-ink-3"
      />
      <Command.List className="max-h-[52vh] overflow-auto p-1" label="Found">
        {found.map((entry) => (
          <Command.Item
            key={entry.id}
            value={entry.id}
            onSelect={() => choose(entry)}
            className="flex h-8 cursor-default items-center gap-3 rounded px-3 data-[selected=true]:bg-raised"
          >
            <span className="min-w-0 flex-1 truncate" dir="auto">
              {entry.name}
            </span>
            <span className="max-w-[45%] shrink-0 truncate text-xs text-ink-2">{entry.kind}</span>
            {entry.keys && (
              <kbd className="number shrink-0 rounded border border-line px-1.5 text-[11px] text-ink-2">
                {entry.keys}
              </kbd>
            )}
          </Command.Item>
        ))}
      </Command.List>
      {found.length === 0 && (
        <p role="status" className="px-4 pb-4 text-ink-2">
          Nothing has these letters. {entries.length} things can be found here.
        </p>
      )}
    </Command>
  );
}
