// Charts in light: a ring of answers that opens, one bar between two of them, a gauge that glows.
import {
  newElement,
  type ChartElement,
  type MapElement,
  type Element,
  type Field,
  type Template,
} from '../../src/core/show';
import { change, inMotion, moving, numberField, tall, template, textField } from '../make';
import { fades, figuresOf, grows, reads } from '../charts';
import { figureOf } from '../maps';
import { listOf, rowsField } from '../rows';
import { cool, disc, douse, head, kindle, lanternLook, line, rekindle, warm } from './look';

export interface Page {
  readonly id: string;
  readonly name: string;
  readonly title: string;
  readonly foot: string;
  readonly chart: Partial<ChartElement>;
  /** In the chart's place; left out: there is a chart. */
  readonly map?: Partial<MapElement>;
  readonly fields: readonly Field[];
  readonly ties: readonly [element: string, property: string, field: string][];
  readonly h: number;
}

/** A lamp, the question on its pill, and below a glass with the answers. */
export function page(of: Page): Template {
  const [x, y, w] = [96, 150, 1240];
  const { h } = of;
  const round = (radius: number): object => ({ radiusTopLeft: radius, radiusTopRight: radius, radiusBottomRight: radius, radiusBottomLeft: radius }); // prettier-ignore
  const looks = {
    x: x + 48,
    y: y + 116 + 44,
    w: w - 96,
    h: h - 148,
    look: { ...line, size: 42, colour: '@lt-cream', minScale: 0.74 },
    valueLook: { ...head, size: 56 },
    tickLook: { size: 32, colour: '@lt-glow' },
    colours: ['@lt-glow', '@lt-rose', '#a98bdc', '#7fd0c4', '#fff5e4'],
    quiet: '#7d6796',
    lines: '#fff5e433',
  };
  const figure = figureOf(looks, of);
  const elements: Element[] = [
    newElement('rect', 'glass', 'Glass', { x, y: y + 116, w, h, fill: '@lt-dusk', ...round(48), irisX: 0.04, irisY: 0, irisSoft: 60 }),
    disc('lamp', 'Lamp', x, y, 92),
    newElement('rect', 'plate', 'Question plate', { x: x + 54, y: y + 6, w: w - 54, h: 80, fill: '@lt-dusk', ...round(40), irisX: 0, irisY: 0.5, irisSoft: 40 }),
    newElement('text', 'title', 'Question', { ...head, x: x + 118, y: y + 12, w: w - 170, h: 68, text: of.title, size: 50, minScale: 0.6 }),
    figure,
    newElement('text', 'foot', 'Foot', { ...line, x: x + 50, y: y + 116 + h - 78, w: w - 100, h: 52, text: of.foot, size: 34, minScale: 0.9 }),
  ]; // prettier-ignore
  const made = template({
    id: of.id,
    name: of.name,
    lane: 'full',
    clears: ['lower'],
    elements,
    order: ['glass', 'lamp', 'plate', 'title', 'chart', 'foot'],
    fields: [
      textField('f-title', 'Question', of.title, 'What was asked', { sample: false, maxLength: 38 }),
      textField('f-foot', 'Foot', of.foot, 'How one votes, or how many did', { sample: false, maxLength: 44 }),
      ...of.fields,
    ],
    ties: [['title', 'text', 'f-title'], ['foot', 'text', 'f-foot'], ['chart', 'list', 'f-rows'], ...of.ties],
    enter: moving([
      ...kindle('lamp', 0, 30),
      ['plate', 'iris', { style: 'lt-glass' }, [8, 1], [40, 0]],
      ...warm('title', 16, 30),
      ['glass', 'iris', { style: 'lt-glass' }, [14, 1], [56, 0]],
      ...grows('lt-figures', 34, 60),
      ...warm('foot', 44, 30),
    ]),
    exit: moving([...cool('foot', 10), ...fades(), ['glass', 'iris', [6, 0, 'strong-in'], [26, 1]], ...cool('title', 18), ['plate', 'iris', [12, 0, 'strong-in'], [30, 1]], ...douse('lamp', 36, 18)]),
    changes: [change('rows', 'New votes', 46, [...rekindle('title')], { swap: null, carryFrom: 4, carryTo: 42 })],
  }); // prettier-ignore
  const [tx, ty, tw] = [72, 420, 936];
  const th = Math.max(h, 700);
  return tall(inMotion(made, lanternLook), {
    lamp: { x: tx, y: ty },
    plate: { x: tx + 54, y: ty + 6, w: tw - 54 },
    title: { x: tx + 118, y: ty + 12, w: tw - 170 },
    glass: { x: tx, y: ty + 116, w: tw, h: th },
    chart: { x: tx + 48, y: ty + 160, w: tw - 96, h: th - 148 },
    foot: { x: tx + 50, y: ty + 116 + th - 78, w: tw - 100 },
  });
}

const shown: Field = { id: 'f-shown', kind: 'yes-no', name: 'Revealed', group: '', help: 'Until then nothing is said of the numbers', default: true }; // prettier-ignore

/** Answers as a ring: the largest first, each with its share, adding up to a hundred. */
export const pollRing = (): Template =>
  page({
    id: 'lt-poll-ring',
    name: 'Lantern poll ring',
    title: 'Which lantern rises first?',
    foot: 'Raise your light to vote',
    h: 700,
    chart: { form: 'pie', hole: 0.6, sort: 'largest', values: 'outside', valueAs: 'share', columns: reads({ name: 'Answer', series: ['Votes'] }), format: figuresOf(0) },
    fields: [
      rowsField('f-rows', 'Votes', listOf([['Answer', 'text'], ['Votes', 'number']], [['The whale', 4120], ['The tall ship', 3380], ['The heron', 1730], ['The little fox', 1150]]), 'Answer and Votes'),
      textField('f-picked', 'Picked out', '', 'The name of an answer', { sample: false, maxLength: 40 }),
      shown,
    ],
    ties: [['chart', 'picked', 'f-picked'], ['chart', 'isRevealed', 'f-shown']],
  }); // prettier-ignore

/** Two answers: one bar between them. */
export const pollBar = (): Template =>
  page({
    id: 'lt-poll-bar',
    name: 'Lantern poll bar',
    title: 'Music with the lanterns?',
    foot: 'You decide until nine',
    h: 430,
    chart: {
      form: 'bars', direction: 'lying', series: 'shares', thickness: 0.86, names: 'none', columns: reads({ seriesName: 'Answer', value: 'Votes' }), colourBy: 'series',
      corner: 28, format: figuresOf(0), valueLook: { ...head, size: 84 }, nameLook: { size: 46 },
    },
    fields: [
      rowsField('f-rows', 'Votes', listOf([['Answer', 'text'], ['Votes', 'number']], [['With the choir', 5412], ['In silence', 3187]]), 'Answer and Votes; two answers'),
      shown,
    ],
    ties: [['chart', 'isRevealed', 'f-shown']],
  }); // prettier-ignore

/** How much of a goal is reached, as an arc of light. */
export const goal = (): Template =>
  page({
    id: 'lt-goal',
    name: 'Lantern goal',
    title: 'Lanterns lit tonight',
    foot: 'A thousand, and the harbour goes dark',
    h: 700,
    chart: {
      form: 'gauge', gauge: 'arc', sweep: 240, ends: 'fixed', least: 0, greatest: 1000, thickness: 0.5, names: 'none', columns: reads({ name: 'What', series: ['Lit'] }),
      limit: 'none', format: figuresOf(0), valueLook: { ...head, size: 150 },
    },
    fields: [
      rowsField('f-rows', 'Lit', listOf([['What', 'text'], ['Lit', 'number']], [['Lanterns', 734]]), 'One row: what is counted, and how many'),
      numberField('f-goal', 'Goal', 1000, { min: 1, max: null }, 'Where the arc is full'),
    ],
    ties: [['chart', 'greatest', 'f-goal']],
  }); // prettier-ignore
