import { AlertTriangle } from 'lucide-react';
import { useMemo } from 'react';
import { chartFindings, readChart } from '../../../core/chart';
import { chartPort } from '../../../core/layout';
import {
  drawnChartRows,
  emptyList,
  isRowList,
  StyleReader,
  tieOf,
  type ChartColumns,
  type ChartElement,
  type ChartForm,
  type ListColumn,
  type Show,
  type Template,
} from '../../../core/show';
import { measure, useFonts } from '../../picture/monitors';
import { useResolved } from '../../state/data';
import { CheckField, Section, SelectField } from '../../ui';
import { editTemplate } from '../build-store';
import { ColoursAndPictures, LookSections, setInLook } from './look-sections';
import { NumberFormatForm } from './number-format-form';

type Bag = Record<string, unknown>;
type Edit = (what: string, recipe: (own: ChartElement) => void, merge?: string) => void;

/** The columns that a chart looks for, what each is for, and the kinds that have a use for it; none named: all. */
const roles: readonly (readonly [
  key: Exclude<keyof ChartColumns, 'series'>,
  label: string,
  forms: readonly ChartForm[],
])[] = [
  ['name', 'Names', []],
  ['seriesName', 'Series in rows', ['bars', 'lines', 'areas', 'points', 'pieces']],
  ['value', 'Their values', ['bars', 'lines', 'areas', 'points', 'pieces']],
  ['colour', 'Colour', []],
  ['picture', 'Picture', ['bars', 'pie', 'pieces']],
  ['before', 'Value before', ['bars', 'points', 'pie', 'gauge', 'pieces']],
  [
    'panel',
    'Panels, rounds of a bracket',
    ['bars', 'lines', 'areas', 'points', 'pie', 'seats', 'pieces', 'bracket'],
  ],
  ['round', 'Rounds', ['bars', 'points', 'pie', 'pieces']],
  ['other', 'Other side', ['bracket']],
];

const lookWords = { look: 'All words', nameLook: 'Names', valueLook: 'Values', tickLook: 'Scale' } as const;

interface Of {
  readonly show: Show;
  readonly template: Template;
  readonly chart: ChartElement;
}

const editOf =
  (chart: ChartElement): Edit =>
  (what, recipe, merge) =>
    editTemplate(
      `${what} of ${chart.name}`,
      (t) => {
        const own = t.elements[chart.id];
        if (own?.kind === 'chart') recipe(own);
      },
      merge && `${chart.id} ${merge}`,
    );

/** What a chart reads of its rows, what of them it cannot show, and where it finds what. */
export function ChartReading({ show, template, chart }: Of) {
  const use = useMemo(() => ({ template, typed: {}, row: null }), [template]);
  const { values } = useResolved(use);
  const fonts = useFonts();
  const tie = tieOf(template, chart.id, 'list');
  const given = tie ? (values[tie.field] ?? template.fields.find(({ id }) => id === tie.field)?.default ?? emptyList) : (chart.list ?? drawnChartRows);
  const list = isRowList(given) ? given : emptyList;
  const read = useMemo(() => readChart(chart, list), [chart, list]);
  const found = useMemo(() => {
    const reader = new StyleReader(show.look);
    const picture = (set: string | null, name: string): string | null =>
      set === null ? (show.assets[name] ? name : null) : reader.picture(set, name);
    return chartFindings(chart, list, chartPort(measure, picture));
    // What fonts have come changes what has room.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [chart, list, show.look, show.assets, fonts]);
  return (
    <>
      <div className="flex flex-col gap-1 border-b border-line p-3 text-xs">
        <p className="text-ink-2" aria-label={`What ${chart.name} reads`}>{read.said}</p>
        {found.hints.map((words) => (
          <p key={words} className="text-ink-3">{words}</p>
        ))}
        {found.problems.length > 0 && (
          <ul className="flex flex-col gap-1 text-warn" aria-label={`What breaks in ${chart.name}`}>
            {found.problems.map(({ code, message }) => (
              <li key={`${code} ${message}`} className="flex gap-1.5">
                <AlertTriangle size={13} className="mt-0.5 shrink-0" /> {message}
              </li>
            ))}
          </ul>
        )}
      </div>
      <ColumnsOf chart={chart} columns={list.columns} edit={editOf(chart)} />
    </>
  );
} // prettier-ignore

/** How a chart's numbers are written, the colours that its series and rows take, and the looks of its words. */
export function ChartLooks({ show, chart }: Pick<Of, 'show' | 'chart'>) {
  const edit = editOf(chart);
  return (
    <>
      <Section title="Numbers" isFolded>
        <NumberFormatForm
          name={chart.name}
          format={chart.format}
          onSet={(key, value, merge) => edit('Number format', (own) => void ((own.format as unknown as Bag)[key] = value), merge)}
        />
      </Section>
      <ColoursAndPictures show={show} colours={chart.colours} set={chart.set} onColours={(change, merge) => edit('Colours', (own) => change(own.colours), merge)} onSet={(set) => edit('Pictures', (own) => void (own.set = set))} />
      <LookSections show={show} looks={chart} words={lookWords} onSet={(what, key, property, value) => edit(what, (own) => setInLook(own[key], property, value), `${key} ${property}`)} />
    </>
  );
} // prettier-ignore

/** What of the rows a chart reads: each column found by itself until one is chosen. */
function ColumnsOf({ chart, columns, edit }: { chart: ChartElement; columns: readonly ListColumn[]; edit: Edit }) {
  const choices = (value: string, empty: string) => [
    { value: '', label: empty },
    ...columns.map(({ key, name }) => ({ value: key, label: name })),
    ...(value !== '' && !columns.some(({ key, name }) => key === value || name === value) ? [{ value, label: `${value} (not there)` }] : []),
  ];
  const keyOf = (value: string): string => columns.find(({ key, name }) => key === value || name === value)?.key ?? value;
  const { series, seriesName } = chart.columns;
  const chosen = new Set(series.map(keyOf));
  const shown = roles.filter(([key, , forms]) => (forms.length === 0 || forms.includes(chart.form)) && (key !== 'value' || seriesName !== ''));
  return (
    <Section title="Columns">
      {shown.map(([key, label]) => (
        <SelectField
          key={key}
          beside
          label={label}
          value={keyOf(chart.columns[key])}
          choices={choices(chart.columns[key], key === 'name' ? 'Found by itself' : key === 'value' ? 'The first with numbers' : 'None')}
          onChange={(column) => edit(label, (own) => void (own.columns[key] = String(column)))}
        />
      ))}
      {seriesName === '' && (
        <fieldset className="m-0 flex flex-col gap-1 border-0 p-0">
          <legend className="mb-1 text-xs text-ink-2">Series{series.length === 0 ? ': all columns of numbers' : ''}</legend>
          {columns.map(({ key, name }) => (
            <CheckField
              key={key}
              label={name}
              value={chosen.has(key)}
              onChange={(isChosen) =>
                edit('Series', (own) => {
                  own.columns.series = isChosen
                    ? [...own.columns.series, key]
                    : own.columns.series.filter((one) => keyOf(one) !== key);
                })
              }
            />
          ))}
          {series.filter((one) => !columns.some(({ key, name }) => key === one || name === one)).map((one) => (
            <CheckField key={one} label={`${one} (not there)`} value onChange={() => edit('Series', (own) => void (own.columns.series = own.columns.series.filter((other) => other !== one)))} />
          ))}
        </fieldset>
      )}
    </Section>
  );
} // prettier-ignore
