import { byName } from '../../core/locale';
import { Plus, Trash2 } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import {
  addStyle,
  changeMotionStyle,
  removeStyle,
  type MotionStyle,
  styleUses,
  type Show,
  type Style,
  type StyleKind,
  type Template,
  type TypeStyle,
} from '../../core/show';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { ColourField, IconButton, NameField, nameNext, NumberField, Section, SelectField } from '../ui';
import { FontField } from './font-field';
import { Palettes } from './palettes';
import { MapsList } from './rows/maps-list';
import { PictureSets } from './rows/picture-sets';
import { GradientEditor, paintCss } from './paint-field';
import { EaseEditor } from './motion/ease-editor';
import { EasePicture } from './motion/ease-picture';
import { namedColours } from './named-colours';

const seal = (): void => useDraft.getState().seal();

function change(id: string, label: string, recipe: (style: Style) => void): void {
  useDraft.getState().edit(
    label,
    (show) => {
      const style = show.look.styles[id];
      if (style) recipe(style);
    },
    `style ${id}`,
  );
}

const fresh: { readonly [K in StyleKind]: Extract<Style, { kind: K }>['value'] } = {
  colour: '#d8a748',
  gradient: {
    kind: 'linear',
    angle: 90,
    stops: [
      { at: 0, colour: '#1d4e5a' },
      { at: 1, colour: '#0b2730' },
    ],
  },
  font: 'Archivo',
  type: {
    family: 'Archivo',
    weight: 700,
    stretch: 100,
    size: 56,
    tracking: 0,
    leading: 1,
    letters: 'as-typed',
    figures: 'proportional',
    colour: '#f4efe2',
  },
  motion: { ease: 'strong-out', delay: 0 },
};
const titles: readonly (readonly [StyleKind, string, string])[] = [
  ['colour', 'Colours', 'Colour'],
  ['gradient', 'Gradients', 'Gradient'],
  ['font', 'Fonts', 'Font'],
  ['type', 'Text styles', 'Text style'],
  ['motion', 'Motion styles', 'Motion style'],
];

/** The named styles of the show: what is changed here changes in every template that names it. */
export function StylesPanel({ show, template }: { show: Show; template: Template }) {
  const edit = useDraft((store) => store.edit);
  const uses = useMemo(() => styleUses(show), [show]);
  const [openId, setOpenId] = useState<string | null>(null);
  const ofKind = (kind: StyleKind): Style[] =>
    Object.values(show.look.styles)
      .filter((style) => style.kind === kind)
      .sort(byName(show.look.locale));
  const add = (kind: StyleKind, name: string): void => {
    const id = newId();
    edit(`Add a ${name.toLowerCase()}`, (s) =>
      addStyle(s, { id, name, kind, value: structuredClone(fresh[kind]) } as Style),
    );
    setOpenId(id);
    nameNext(id);
  };
  return (
    <div className="flex flex-col">
      <Palettes show={show} template={template} />
      <PictureSets show={show} />
      <MapsList show={show} />
      {titles.map(([kind, title, one]) => (
        <Section
          key={kind}
          title={title}
          extra={
            <IconButton
              label={`Add a ${one.toLowerCase()}`}
              className="size-6"
              onClick={() => add(kind, one)}
            >
              <Plus size={15} />
            </IconButton>
          }
        >
          {ofKind(kind).length === 0 && (
            <p className="text-xs text-ink-3">
              None yet. One that is named here can be chosen wherever it fits.
            </p>
          )}
          <ul aria-label={title} className="flex flex-col gap-1">
            {ofKind(kind).map((style) => (
              <li key={style.id} className="flex flex-col gap-1">
                <span className="flex items-center gap-1">
                  <Swatch
                    show={show}
                    style={style}
                    isOpen={openId === style.id}
                    onClick={() => setOpenId(openId === style.id ? null : style.id)}
                  />
                  <NameField
                    label={`Name of the ${one.toLowerCase()} ${style.name}`}
                    of={style.id}
                    value={style.name}
                    className="min-w-0 flex-1"
                    onKeep={(name) => change(style.id, `Rename ${style.name}`, (s) => void (s.name = name))}
                  />
                  <span className="number w-6 text-right text-xs text-ink-3" title="Uses of it">
                    {uses.get(style.id) ?? 0}
                  </span>
                  <IconButton
                    label={`Delete ${style.name}: what uses it keeps the value`}
                    className="size-6"
                    onClick={() => edit(`Delete ${style.name}`, (s) => removeStyle(s, style.id))}
                  >
                    <Trash2 size={14} />
                  </IconButton>
                </span>
                {openId === style.id && <StyleDetails show={show} style={style} />}
              </li>
            ))}
          </ul>
        </Section>
      ))}
    </div>
  );
}

function Swatch(props: { show: Show; style: Style; isOpen: boolean; onClick: () => void }) {
  const { show, style, isOpen, onClick } = props;
  const look: ReactNode =
    style.kind === 'colour' || style.kind === 'gradient' ? (
      <span className="checks block size-full">
        <span className="block size-full" style={{ background: paintCss(`@${style.id}`, show.look) }} />
      </span>
    ) : style.kind === 'motion' ? (
      <EasePicture ease={style.value.ease} />
    ) : (
      <span className="flex size-full items-center justify-center text-xs">Aa</span>
    );
  return (
    <button
      type="button"
      aria-label={`${style.name}: ${isOpen ? 'close' : 'change'}`}
      aria-expanded={isOpen}
      onClick={onClick}
      className="size-7 shrink-0 overflow-hidden rounded border border-line"
    >
      {look}
    </button>
  );
}

function StyleDetails({ show, style }: { show: Show; style: Style }) {
  const { id, name } = style;
  const named = namedColours(show.look);
  switch (style.kind) {
    case 'colour':
      return (
        <ColourField
          bare
          label={`Colour ${name}`}
          value={style.value}
          onChange={(value) =>
            change(id, `Colour ${name}`, (s) => void (s.kind === 'colour' && (s.value = value)))
          }
          onDone={seal}
        />
      );
    case 'gradient':
      return (
        <GradientEditor
          value={style.value}
          look={show.look}
          onChange={(value) =>
            change(id, `Gradient ${name}`, (s) => void (s.kind === 'gradient' && (s.value = value)))
          }
          onDone={seal}
        />
      );
    case 'font':
      return (
        <FontField
          label="Font"
          value={style.value}
          show={{ ...show, look: { ...show.look, styles: {} } }}
          onChange={(value) =>
            change(id, `Font ${name}`, (s) => void (s.kind === 'font' && (s.value = value)))
          }
        />
      );
    case 'motion': {
      const put = (label: string, given: Partial<MotionStyle>): void =>
        useDraft
          .getState()
          .edit(
            `${label} of ${name}`,
            (s) => changeMotionStyle(s, id, { ...style.value, ...given }),
            `style ${id} ${label}`,
          );
      return (
        <div className="flex flex-col gap-2 border-l-2 border-line pl-2">
          <EaseEditor
            label={`Easing of ${name}`}
            ease={style.value.ease}
            onChange={(ease) => put('Easing', { ease })}
          />
          <NumberField
            label="Delay"
            unit="f"
            value={style.value.delay}
            min={0}
            max={1000}
            onChange={(delay) => put('Delay', { delay: Math.round(delay) })}
            onDone={seal}
          />
          <p className="text-xs text-ink-3">
            Frames behind what leads, in Enter, steps and Changes. Exit has the curve turned round.
          </p>
        </div>
      );
    }
    case 'type': {
      const put = (label: string, recipe: (value: TypeStyle) => void): void =>
        change(id, `${label} of ${name}`, (s) => void (s.kind === 'type' && recipe(s.value)));
      const { value } = style;
      return (
        <div className="grid grid-cols-2 gap-x-2 gap-y-1.5 border-l-2 border-line pl-2">
          <div className="col-span-2">
            <FontField
              label="Font"
              value={value.family}
              show={show}
              onChange={(v) => put('Font', (s) => void (s.family = v))}
            />
          </div>
          <NumberField
            label="Weight"
            value={value.weight}
            min={100}
            max={900}
            step={50}
            onChange={(v) => put('Weight', (s) => void (s.weight = Math.round(v)))}
            onDone={seal}
          />
          <NumberField
            label="Size"
            unit="px"
            value={value.size}
            min={1}
            max={2000}
            onChange={(v) => put('Size', (s) => void (s.size = v))}
            onDone={seal}
          />
          <NumberField
            label="Track"
            unit="‰"
            value={value.tracking}
            min={-500}
            max={2000}
            step={5}
            onChange={(v) => put('Tracking', (s) => void (s.tracking = v))}
            onDone={seal}
          />
          <NumberField
            label="Lead"
            value={value.leading}
            min={0.5}
            max={3}
            step={0.05}
            onChange={(v) => put('Line height', (s) => void (s.leading = v))}
            onDone={seal}
          />
          <SelectField
            bare
            label={`Case of ${name}`}
            value={value.letters}
            choices={[
              { value: 'as-typed', label: 'As typed' },
              { value: 'upper', label: 'All caps' },
              { value: 'lower', label: 'Lowercase' },
              { value: 'title', label: 'Title case' },
              { value: 'small-caps', label: 'Small caps' },
            ]}
            onChange={(v) => put('Case', (s) => void (s.letters = v as 'upper'))}
          />
          <SelectField
            bare
            label={`Figures of ${name}`}
            value={value.figures}
            choices={[
              { value: 'proportional', label: 'Proportional figures' },
              { value: 'tabular', label: 'Tabular figures' },
            ]}
            onChange={(v) => put('Figures', (s) => void (s.figures = v as 'tabular'))}
          />
          <div className="col-span-2">
            <ColourField
              bare
              label={`Colour of ${name}`}
              value={value.colour}
              named={named}
              onChange={(v) => put('Colour', (s) => void (s.colour = v))}
              onDone={seal}
            />
          </div>
        </div>
      );
    }
  }
}
