import { useEffect, useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { extremeValues, fillFromRow, triedRowValues, type Use } from '../../core/data';
import {
  rowsAsDrawn,
  templatesByName,
  freshName,
  type Show,
  type Template,
  type Values,
  newTemplate,
  addFromLibrary,
  type LibraryPackage,
} from '../../core/show';
import { toast } from 'sonner';
import { offerActions } from '../palette/palette-store';
import { LibraryDialog } from '../library/library-dialog';
import { Button, Empty, nameNext } from '../ui';
import { WhereFrom } from '../binding/where-from';
import { useResolved } from '../state/data';
import { useDraft, useShow } from '../state/draft-store';
import { newId } from '../state/ids';
import { BringingFiles } from './bring-files';
import { buildKey, buildOffers, copyInto, dropFiles, isClip, pasteHere, removeSelected } from './actions';
import { isInField } from '../ui/keep-typed';
import { inLayout, templateNow, useBuild, type TryWith } from './build-store';
import { FindDialog } from './find-dialog';
import { FromRowsDialog } from './rows/from-rows-dialog';
import { DroppedMap } from './rows/maps-list';
import { LeftPanel } from './left-panel';
import { RightPanel } from './right-panel';
import { Score } from './score/score';
import { Stage } from './stage/stage';

/** A blank template at the first channel's format. */
export function blankTemplate(show: Show): Template {
  const channel = show.channels[0];
  const { width, height, rate } = channel?.format ?? { width: 1920, height: 1080, rate: 50 };
  const lanes = channel?.lanes ?? [];
  const name = freshName(
    'New template',
    Object.values(show.templates).map((t) => t.name),
  );
  return newTemplate(newId(), name, {
    width,
    height,
    rate,
    lane: (lanes.find((lane) => lane.id === 'lower') ?? lanes[0])?.id ?? 'lower',
  });
}

/** What the stage is filled with before data comes to it: typed words, extremes, or a row. */
function triedUse(template: Template, tryWith: TryWith, tried: Values): Use {
  return tryWith.kind === 'row'
    ? { template, typed: {}, row: { of: tryWith.table, key: tryWith.row } }
    : { template, typed: tried, row: null };
}

/** The values that the stage is tried with. */
export function triedValues(show: Show, template: Template, tryWith: TryWith, typed: Values): Values {
  if (tryWith.kind === 'own' || tryWith.kind === 'rows') return typed;
  if (tryWith.kind === 'row') {
    const table = show.tables[tryWith.table];
    const row = table?.rows.find((r) => r.id === tryWith.row);
    return table && row ? { ...fillFromRow(template, table, row, show.assets).values } : typed;
  }
  return extremeValues(template, show.tables, tryWith.kind);
}

export function BuildView() {
  const show = useShow();
  const { templateId } = useParams();
  const navigate = useNavigate();
  const edit = useDraft((store) => store.edit);
  const entered = useBuild((store) => store.templateId);
  const enter = useBuild((store) => store.enter);
  const tryWith = useBuild((store) => store.tryWith);
  const typed = useBuild((store) => store.typed);
  const [isLibrary, setIsLibrary] = useState(false);
  const isFinding = useBuild((store) => store.isFinding);
  const setBuild = useBuild((store) => store.set);
  const layout = useBuild((store) => store.layout);
  const whole = templateId ? show.templates[templateId] : undefined;
  const template = whole && inLayout(whole, layout);

  useEffect(() => {
    if (template) enter(template.id);
    else {
      const first = (entered && show.templates[entered]) || templatesByName(show)[0];
      if (first) void navigate(`/build/${first.id}`, { replace: true });
    }
  }, [template, show, entered, enter, navigate]);
  useEffect(() => offerActions('build', buildOffers), []);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!event.defaultPrevented && buildKey(event)) event.preventDefault();
    };
    const onPaste = (event: ClipboardEvent): void => {
      const words = event.clipboardData?.getData('text/plain') ?? '';
      if (isInField() && !isClip(words)) return;
      const files = [...(event.clipboardData?.files ?? [])];
      const template = templateNow();
      event.preventDefault();
      if (files.length > 0 && template)
        void dropFiles(files, { x: template.width / 2, y: template.height / 2 });
      else void pasteHere(words);
    };
    const onCopy = (event: ClipboardEvent): void => {
      if (isInField() || getSelection()?.toString() !== '' || !copyInto(event.clipboardData)) return;
      event.preventDefault();
      if (event.type === 'cut') removeSelected();
    };
    addEventListener('keydown', onKey);
    addEventListener('copy', onCopy);
    addEventListener('cut', onCopy);
    addEventListener('paste', onPaste);
    return () => {
      removeEventListener('keydown', onKey);
      removeEventListener('copy', onCopy);
      removeEventListener('cut', onCopy);
      removeEventListener('paste', onPaste);
    };
  }, []);
  const tried = useMemo(
    () => (template ? triedValues(show, template, tryWith, typed) : {}),
    [show, template, tryWith, typed],
  );
  const use = useMemo(
    () => (template ? triedUse(template, tryWith, tried) : null),
    [template, tryWith, tried],
  );
  const { values: live } = useResolved(use);
  const byHand = useBuild((store) => store.byHand);
  const values = useMemo(() => {
    const filled = { ...(template && rowsAsDrawn(template)), ...live, ...tried, ...byHand };
    return template && tryWith.kind === 'rows'
      ? { ...filled, ...triedRowValues(template, filled, tryWith.trial) }
      : filled;
  }, [template, live, tried, byHand, tryWith]);
  const asksWhere = useBuild((store) => store.asksWhere);

  const make = (): void => {
    const blank = blankTemplate(show);
    nameNext(blank.id);
    edit('New template', (s) => {
      s.templates[blank.id] = blank;
    });
    void navigate(`/build/${blank.id}`);
  };
  const addFrom = (pack: LibraryPackage, ids: readonly string[]): void => {
    let added: string[] = [];
    edit(ids.length === 1 ? 'Add a template of the library' : `Add the package ${pack.name}`, (s) => {
      added = addFromLibrary(s, pack, ids, newId);
    });
    setIsLibrary(false);
    const [first] = added;
    if (first) void navigate(`/build/${first}`);
    toast.success(
      added.length === 1
        ? 'The template is in the show, with the styles it takes.'
        : `${added.length} templates of ${pack.name} are in the show, with their styles.`,
    );
  };
  const library = isLibrary && <LibraryDialog onAdd={addFrom} onClose={() => setIsLibrary(false)} />;
  // On its way to the first of them.
  if (!template && Object.keys(show.templates).length > 0) return null;
  if (!template) {
    return (
      <Empty title="This show has no templates">
        <p>
          A template is a graphic without its final words. Draw its shapes and texts, and make fields of what
          the operator may change.
        </p>
        <span className="flex gap-2">
          <Button tone="primary" onClick={make}>
            New template
          </Button>
          <Button onClick={() => setIsLibrary(true)}>From the library…</Button>
        </span>
        {library}
      </Empty>
    );
  }
  return (
    <div className="relative grid h-full grid-cols-[232px_minmax(0,1fr)_288px] grid-rows-[minmax(0,1fr)_auto]">
      <LeftPanel
        show={show}
        template={template}
        onNew={make}
        onLibrary={() => setIsLibrary(true)}
        onPick={(id) => void navigate(`/build/${id}`)}
      />
      <Stage show={show} template={template} values={values} />
      <div className="row-span-2 min-h-0 [&>aside]:h-full">
        {use && <RightPanel show={show} template={template} values={values} use={use} />}
      </div>
      <Score template={template} />
      {asksWhere !== null && use && (
        <WhereFrom
          names={show}
          use={use}
          values={values}
          element={asksWhere}
          live={null}
          onClose={() => setBuild({ asksWhere: null })}
        />
      )}
      <FromRowsDialog show={show} template={template} />
      <DroppedMap />
      <BringingFiles />
      {library}
      {isFinding && <FindDialog show={show} onClose={() => setBuild({ isFinding: false })} />}
    </div>
  );
}
