import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import {
  families,
  findInShow,
  isFont,
  replaceInShow,
  valuesInShow,
  type FindQuery,
  type FindWhat,
  type Show,
} from '../../core/show';
import { useDraft } from '../state/draft-store';
import { Button, CheckField, ColourField, Dialog, SelectField, TextField } from '../ui';
import { useBuild } from './build-store';

const shownHits = 200;

/** Finds words, colours and fonts over the whole show, and puts others in their place. */
export function FindDialog({ show, onClose }: { show: Show; onClose: () => void }) {
  const edit = useDraft((store) => store.edit);
  const select = useBuild((store) => store.select);
  const navigate = useNavigate();
  const [query, setQuery] = useState<FindQuery>({
    what: 'words',
    find: '',
    isExactCase: false,
    isWholeWord: false,
  });
  const [by, setBy] = useState('');
  const { what, find } = query;
  const found = useMemo(() => findInShow(show, query), [show, query]);
  const present = useMemo(() => (what === 'words' ? [] : valuesInShow(show, what)), [show, what]);
  const choose = (next: FindWhat): void => {
    const values = next === 'words' ? [] : valuesInShow(show, next);
    setQuery({ ...query, what: next, find: values[0]?.value ?? '' });
    setBy(next === 'colours' ? (values[0]?.value ?? '#ffffff') : next === 'fonts' ? 'Archivo' : '');
  };
  const replace = (): void => {
    let count = 0;
    edit(`Replace ${find} by ${by || 'nothing'}`, (s) => {
      count = replaceInShow(s, query, by);
    });
    toast.success(`Replaced in ${count} place${count === 1 ? '' : 's'}. Undo takes it back in one step.`);
  };
  const own = Object.values(show.assets)
    .filter(isFont)
    .map((asset) => asset.family);
  return (
    <Dialog title="Find and replace in the show" open onClose={onClose} wide>
      <div className="grid grid-cols-[120px_1fr_1fr] items-end gap-3">
        <SelectField
          label="Look for"
          value={what}
          choices={[
            { value: 'words', label: 'Text' },
            { value: 'colours', label: 'A colour' },
            { value: 'fonts', label: 'A font' },
          ]}
          onChange={(next) => choose(next as FindWhat)}
        />
        {what === 'words' ? (
          <>
            <TextField label="Find" value={find} onChange={(value) => setQuery({ ...query, find: value })} />
            <TextField label="Replace with" value={by} onChange={setBy} />
          </>
        ) : (
          <>
            <SelectField
              label="Find"
              value={find}
              choices={present.map(({ value, count }) => ({ value, label: `${value} · ${count}` }))}
              onChange={(value) => setQuery({ ...query, find: String(value) })}
            />
            {what === 'colours' ? (
              <span className="flex items-center gap-2">
                <span
                  className="size-7 shrink-0 rounded border border-line"
                  style={{ background: find }}
                  aria-hidden
                />
                <ColourField bare label="Replace with" value={by || '#ffffff'} onChange={setBy} />
              </span>
            ) : (
              <SelectField
                label="Replace with"
                value={by}
                choices={[...own, ...families.map((family) => family.name)].map((name) => ({
                  value: name,
                  label: name,
                }))}
                onChange={(value) => setBy(String(value))}
              />
            )}
          </>
        )}
      </div>
      {what === 'words' && (
        <div className="flex gap-6">
          <CheckField
            label="Ignore case"
            value={query.isExactCase}
            onChange={(isExactCase) => setQuery({ ...query, isExactCase })}
          />
          <CheckField
            label="Whole words"
            value={query.isWholeWord}
            onChange={(isWholeWord) => setQuery({ ...query, isWholeWord })}
          />
        </div>
      )}
      <p role="status" className="text-ink-2">
        {find === ''
          ? 'Type what to look for: texts, fields and cards of the whole show are searched.'
          : `Found in ${found.length} place${found.length === 1 ? '' : 's'}${found.length > shownHits ? `, the first ${shownHits} of them here` : ''}.`}
      </p>
      <ul aria-label="Places" className="flex max-h-72 flex-col overflow-auto">
        {found.slice(0, shownHits).map((hit, index) => (
          <li key={index} className="border-b border-line">
            <button
              type="button"
              disabled={hit.template === null}
              className="grid w-full grid-cols-[1fr_1fr] gap-3 px-1 py-1 text-left enabled:hover:bg-raised"
              onClick={() => {
                if (hit.template === null) return;
                void navigate(`/build/${hit.template}`);
                // The template is entered first, which empties the selection.
                const element = hit.element;
                if (element) setTimeout(() => select([element]));
                onClose();
              }}
            >
              <span className="truncate text-ink-2">{hit.place}</span>
              <span className="truncate">{hit.value}</span>
            </button>
          </li>
        ))}
      </ul>
      <div className="flex justify-end gap-2">
        <Button onClick={onClose}>Close</Button>
        <Button
          tone="primary"
          disabled={found.length === 0 || (what !== 'words' && by === '')}
          onClick={replace}
        >
          Replace {found.length > 0 ? `in ${found.length}` : ''}
        </Button>
      </div>
    </Dialog>
  );
}
