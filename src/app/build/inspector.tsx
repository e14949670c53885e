import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignHorizontalDistributeCenter,
  AlignStartHorizontal,
  AlignStartVertical,
  AlignVerticalDistributeCenter,
} from 'lucide-react';
import { Fragment, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import {
  elementKinds,
  type Element,
  type PropertySection,
  type Show,
  type Template,
  addStyle,
  typeStyleFrom,
  type ClockElement,
  type TextElement,
  freshName,
  StyleReader,
  propertyValue,
  isWords,
  isUnion,
  isPropertyShown,
  insetsOf,
  templatesOfInset,
} from '../../core/show';
import { Button, CheckField, IconButton, NameField, NumberField, Section, SelectField } from '../ui';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { alignSelected, distributeSelected, takeApart } from './actions';
import { editTemplate, sealEdit, useBuild } from './build-store';
import { CropParts } from './crop-parts';
import { GroupPlace } from './group-place';
import { InsetParts } from './inset-parts';
import { LayoutsSection } from './layouts-section';
import { MakeSection } from './make-section';
import { ManyProperties } from './many-inspector';
import { MasksSection } from './masks-section';
import { FamilyGlyphs } from './missing-glyphs';
import { PlaySection } from './play-section';
import { PropertyRow } from './property-row';
import { ReadingLine } from './reading-line';
import { ReactionsSection } from './reactions-section';
import { StandIn } from './rows-section';
import { ChartLooks, ChartReading } from './rows/chart-parts';
import { CrawlParts } from './rows/crawl-parts';
import { MapLooks, MapReading } from './rows/map-parts';
import { TableParts } from './rows/table-parts';
import { SpansSection } from './spans-section';
import { ShowSection } from './show-section';
import { TetherSection } from './tether-section';

/** Every property of the element in hand; of the template where none is. */
export function Inspector({ show, template }: { show: Show; template: Template }) {
  const selection = useBuild((store) => store.selection).filter((id) => template.elements[id]);
  const element = selection.length === 1 ? template.elements[selection[0] as string] : undefined;
  if (element) return <ElementInspector show={show} template={template} element={element} />;
  if (selection.length > 1) return <ManyInspector show={show} template={template} selection={selection} />;
  return <TemplateInspector show={show} template={template} />;
}

function TemplateInspector({ show, template }: { show: Show; template: Template }) {
  const edit = useDraft((store) => store.edit);
  const enter = useBuild((store) => store.set);
  const navigate = useNavigate();
  const lanes = [
    ...new Map(show.channels.flatMap((channel) => channel.lanes).map((lane) => [lane.id, lane.name])),
  ];
  const shownIn = Object.values(show.templates)
    .filter((own) => insetsOf(own).some((inset) => templatesOfInset(own, inset).includes(template.id)))
    .map(({ name }) => name);
  const cards = Object.values(show.cards).filter((card) => card.template === template.id).length;
  return (
    <>
      <Section title="Template">
        <NameField
          label="Name of the template"
          of={template.id}
          value={template.name}
          onKeep={(name) => editTemplate('Rename the template', (t) => void (t.name = name))}
        />
        <SelectField
          beside
          label="Lane"
          value={template.lane}
          choices={lanes.map(([value, label]) => ({ value, label }))}
          onChange={(lane) => editTemplate('Change the lane', (t) => void (t.lane = String(lane)))}
        />
        <div className="grid grid-cols-2 gap-2">
          <NumberField
            label="W"
            unit="px"
            value={template.width}
            min={16}
            max={8192}
            onChange={(v) =>
              editTemplate('Resize the canvas', (t) => void (t.width = Math.round(v)), 'canvas')
            }
            onDone={sealEdit}
          />
          <NumberField
            label="H"
            unit="px"
            value={template.height}
            min={16}
            max={8192}
            onChange={(v) =>
              editTemplate('Resize the canvas', (t) => void (t.height = Math.round(v)), 'canvas')
            }
            onDone={sealEdit}
          />
        </div>
        <CheckField
          label="Order by depth"
          value={template.inDepth}
          onChange={(on) => editTemplate('Order by depth', (t) => void (t.inDepth = on))}
        />
        <p className="text-xs text-ink-3">
          {template.rate} frames a second · {cards} card{cards === 1 ? '' : 's'} of it
        </p>
        <button
          type="button"
          className="self-start text-xs text-ink-2 underline hover:text-ink"
          onClick={() => {
            const id = newId();
            edit(`Duplicate ${template.name}`, (s) => {
              const name = freshName(
                template.name,
                Object.values(s.templates).map((other) => other.name),
              );
              s.templates[id] = { ...structuredClone(show.templates[template.id] ?? template), id, name };
            });
            void navigate(`/build/${id}`);
          }}
        >
          Duplicate this template
        </button>
        <button
          type="button"
          className="self-start text-xs text-ink-2 underline hover:text-ink disabled:no-underline disabled:opacity-50"
          disabled={cards > 0 || shownIn.length > 0}
          title={
            cards > 0
              ? 'Delete its cards first'
              : shownIn.length > 0
                ? `It is shown in ${shownIn.join(', ')}: give those insets another template first`
                : ''
          }
          onClick={() => {
            enter({ templateId: null });
            edit(`Delete ${template.name}`, (s) => void delete s.templates[template.id]);
          }}
        >
          Delete this template
        </button>
      </Section>
      <PlaySection show={show} template={template} />
      <ReactionsSection show={show} template={template} />
      <LayoutsSection show={show} template={template} />
      <p className="border-b border-line p-3 text-ink-3">
        Choose an element on the stage or in the outline to see its properties.
      </p>
      <ShowSection show={show} />
    </>
  );
}

const sections: readonly PropertySection[] = [
  'Position',
  'Inset',
  'Life',
  'Camera',
  'Space',
  'Rows',
  'Table',
  'Chart',
  'Map',
  'Scale',
  'Labels',
  'Marks',
  'Pages',
  'Crawl',
  'Text',
  'Clock',
  'Picture',
  'Type',
  'Appearance',
  'Shape',
  'Stroke',
  'Effects',
  'Wipe',
];
const folded: ReadonlySet<PropertySection> = new Set(['Space', 'Stroke', 'Effects', 'Wipe']);

function ElementInspector({ show, template, element }: { show: Show; template: Template; element: Element }) {
  const kind = elementKinds[element.kind];
  const inSection = (name: PropertySection) =>
    kind.properties.filter((property) => property.section === name && isPropertyShown(property, element));
  return (
    <>
      <div className="flex items-center gap-2 border-b border-line p-2">
        <NameField
          label="Name of the element"
          value={element.name}
          className="flex-1 font-semibold"
          onKeep={(name) =>
            editTemplate(`Rename ${element.name}`, (t) => {
              const own = t.elements[element.id];
              if (own) own.name = name;
            })
          }
        />
        <span className="text-xs text-ink-3">{kind.label}</span>
      </div>
      {sections.map((name) => {
        const properties = inSection(name);
        if (properties.length === 0) return null;
        const section = (
          <Section key={name} title={name} isFolded={folded.has(name)}>
            {name === 'Position' && <AlignBar count={1} />}
            {name === 'Position' && isUnion(element) && <GroupPlace template={template} element={element} />}
            {name === 'Type' && 'typeStyle' in element && <TypeStyleRow show={show} element={element} />}
            {name === 'Type' && isWords(element) && (
              <ReadingLine show={show} template={template} id={element.id} />
            )}
            {name === 'Type' && element.kind === 'text' && (
              <FamilyGlyphs
                family={new StyleReader(show.look).family(String(propertyValue(template, element, 'family')))}
                text={String(propertyValue(template, element, 'text') ?? '')}
              />
            )}
            {name === 'Picture' && isVector(show, element) && (
              <Button onClick={() => void takeApart(element.id)}>Take it apart into elements</Button>
            )}
            <div className="grid grid-cols-2 gap-x-2 gap-y-1.5">
              {properties.map((property) => (
                <PropertyRow
                  key={property.key}
                  show={show}
                  template={template}
                  element={element}
                  property={property}
                />
              ))}
            </div>
            {name === 'Rows' && element.kind === 'rows' && <StandIn template={template} element={element} />}
          </Section>
        );
        if (name === 'Inset' && element.kind === 'inset')
          return (
            <Fragment key={name}>
              {section}
              <InsetParts show={show} template={template} element={element} />
            </Fragment>
          );
        if (name === 'Picture' && 'cutLeft' in element)
          return (
            <Fragment key={name}>
              {section}
              <CropParts show={show} template={template} element={element} />
            </Fragment>
          );
        if (name === 'Map' && element.kind === 'map')
          return (
            <Fragment key={name}>
              <MapReading show={show} template={template} map={element} />
              {section}
            </Fragment>
          );
        if (name !== 'Chart' || element.kind !== 'chart') return section;
        // What it reads of its rows belongs to what it is.
        return (
          <Fragment key={name}>
            {section}
            <ChartReading show={show} template={template} chart={element} />
          </Fragment>
        );
      })}
      {element.kind === 'crawl' && <CrawlParts show={show} template={template} crawl={element} />}
      {element.kind === 'chart' && <ChartLooks show={show} chart={element} />}
      {element.kind === 'map' && <MapLooks show={show} map={element} />}
      {element.kind === 'table' && <TableParts show={show} template={template} table={element} />}
      <MakeSection ids={[element.id]} />
      {element.kind === 'text' && <SpansSection show={show} element={element} />}
      <MasksSection template={template} element={element} />
      <TetherSection template={template} element={element} />
    </>
  );
}

const alignments: readonly (readonly [Parameters<typeof alignSelected>[0], string, ReactNode])[] = [
  ['left', 'Align left edges', <AlignStartVertical key="l" size={15} />],
  ['centre', 'Align centres', <AlignCenterVertical key="c" size={15} />],
  ['right', 'Align right edges', <AlignEndVertical key="r" size={15} />],
  ['top', 'Align top edges', <AlignStartHorizontal key="t" size={15} />],
  ['middle', 'Align middles', <AlignCenterHorizontal key="m" size={15} />],
  ['bottom', 'Align bottom edges', <AlignEndHorizontal key="b" size={15} />],
];

/** The named text style that a text takes, and the way to name the one it has. */
function TypeStyleRow({ show, element }: { show: Show; element: TextElement | ClockElement }) {
  const edit = useDraft((store) => store.edit);
  const styles = Object.values(show.look.styles).filter((style) => style.kind === 'type');
  const name = (): void => {
    const id = newId();
    const { templateId } = useBuild.getState();
    edit(`Name the text style of ${element.name}`, (s) => {
      addStyle(s, { id, name: element.name, kind: 'type', value: typeStyleFrom(element) });
      const own = templateId === null ? undefined : s.templates[templateId]?.elements[element.id];
      if (own && 'typeStyle' in own) own.typeStyle = id;
    });
  };
  return (
    <span className="flex items-end gap-1">
      <SelectField
        beside
        label="Style"
        value={element.typeStyle ?? ''}
        choices={[
          { value: '', label: 'Its own' },
          ...styles.map((style) => ({ value: style.id, label: style.name })),
        ]}
        onChange={(id) =>
          editTemplate(`Text style of ${element.name}`, (t) => {
            const own = t.elements[element.id];
            if (own && 'typeStyle' in own) own.typeStyle = id === '' ? null : String(id);
          })
        }
      />
      {element.typeStyle === null && (
        <Button
          className="px-2"
          title="Make a named style of its font, size, spacing and colour"
          onClick={name}
        >
          Name it
        </Button>
      )}
    </span>
  );
}

const isVector = (show: Show, element: Element): boolean =>
  element.kind === 'picture' &&
  element.asset !== null &&
  show.assets[element.asset]?.type === 'image/svg+xml' &&
  !element.locked;

/** The buttons that put elements in line with one another, or one with the canvas. */
function AlignBar({ count }: { count: number }) {
  return (
    <div className="flex flex-wrap" role="toolbar" aria-label="Line up">
      {alignments.map(([edge, label, picture]) => (
        <IconButton
          key={edge}
          label={count > 1 ? label : `${label} with the canvas`}
          onClick={() => alignSelected(edge)}
        >
          {picture}
        </IconButton>
      ))}
      {count > 2 && (
        <>
          <IconButton label="Even gaps across" onClick={() => distributeSelected('x')}>
            <AlignHorizontalDistributeCenter size={15} />
          </IconButton>
          <IconButton label="Even gaps down" onClick={() => distributeSelected('y')}>
            <AlignVerticalDistributeCenter size={15} />
          </IconButton>
        </>
      )}
    </div>
  );
}

function ManyInspector(props: { show: Show; template: Template; selection: readonly string[] }) {
  const { show, template, selection } = props;
  const elements = selection.flatMap((id) => template.elements[id] ?? []);
  return (
    <>
      <Section title={`${selection.length} elements`}>
        <AlignBar count={selection.length} />
        <p className="text-xs text-ink-3">Ctrl+G groups them; Ctrl+D duplicates; the arrows move them.</p>
      </Section>
      <MakeSection ids={elements.map(({ id }) => id)} />
      <ManyProperties show={show} template={template} elements={elements} sections={sections} />
    </>
  );
}
