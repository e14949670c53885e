// What counts to something: the next flight of the timetable.
import { change, inMotion, moving, tall, template, textField } from '../../library/make';
import { newElement, type Template } from '../../src/core/show';
import { binding } from './bound';
import {
  colours,
  fastened,
  figure,
  furl,
  label,
  leanOf,
  look,
  name,
  orderOf,
  panel,
  rise,
  sink,
  turnOver,
  unfurl,
} from './cloth';

/** The clock of the show that counts to the next row of the timetable. */
export const nextFlightClock = 'next-flight';

/** A strip with the next flight, and the time until it begins on an ivory cloth at its end. */
export function nextFlight(): Template {
  const [top, height, wide] = [880, 116, 980];
  const lean = leanOf(height);
  const end = 96 + wide;
  const made = template({
    id: 'next-flight',
    name: 'Countdown to the next flight',
    lane: 'lower',
    elements: [
      ...panel('plate', 'Cloth', { x: 96, y: top, w: wide, h: height }, { lead: colours.coral }),
      newElement('rect', 'tile', 'Time cloth', { x: end - lean + 12, y: top, w: 330 + lean, h: height, slantLeft: lean, slantRight: lean, fill: colours.ivory }),
      newElement('text', 'label', 'Label', { ...label, x: 136, y: top + 10, w: 560, h: 40, text: 'NEXT FLIGHT', size: 34, tracking: 60, colour: colours.saffron, minScale: 0.9 }),
      newElement('text', 'title', 'Flight', { ...name, x: 136, y: top + 44, w: 770, h: 64, text: 'Ballet, final', size: 52, minScale: 0.6 }),
      newElement('clock', 'left', 'Time left', { ...figure, x: end + 18, y: top + 10, w: 280, h: 96, shows: 'clock', clock: nextFlightClock, format: '[h:]m:ss', room: 35_999, size: 66, stretch: 100, tracking: 0, colour: colours.ink, align: 'centre' }),
    ],
    order: [...orderOf('plate').slice(0, 1), 'tile', ...orderOf('plate').slice(1), 'label', 'title', 'left'],
    fields: [
      textField('f-label', 'Label', 'NEXT FLIGHT', 'What is counted to', { sample: false, maxLength: 24 }),
      textField('f-title', 'Flight', 'Ballet, final', 'Comes from the timetable', { maxLength: 30 }),
    ],
    ties: [
      ['label', 'text', 'f-label'],
      ['title', 'text', 'f-title'],
    ],
    tethers: fastened('plate', height),
    enter: moving([
      ...unfurl('plate'),
      ['tile', 'wipeLeft', { style: 'cloth' }, [16, 1], [40, 0]],
      ...rise('label', 16, 22),
      ...rise('title', 20, 26, true),
      ...rise('left', 28, 22),
    ]),
    exit: moving([
      ...sink('left', 10),
      ...sink('title', 12),
      ...sink('label', 14),
      ['tile', 'wipeLeft', { style: 'cloth' }, [4, 0, 'strong-in'], [18, 1]],
      ...furl('plate', 30),
    ]),
    changes: [
      change('flight', 'Another flight', 34, [...turnOver('title', 4, 28), ...turnOver('label', 0)], { swap: null, carryFrom: 6, carryTo: 24 }),
    ],
    moves: [
      { id: 'last-minute', name: 'Last minute', ...moving([['tile', 'fill', [0, colours.ivory, 'strong-out'], [24, colours.saffron]]]) },
    ],
  }); // prettier-ignore
  const bound: Template = {
    ...inMotion(made, look),
    bindings: [binding('b-flight', 'Next flight', { kind: 'clock', clock: nextFlightClock })],
    bound: { 'f-title': 'b-flight' },
  };
  const y = 1560;
  return tall(bound, {
    'plate-line': { x: 72, y: y + height, w: 936 },
    plate: { x: 72, y, w: 936 },
    'plate-seam': { y },
    'plate-lead': { y },
    label: { x: 104, y: y + 10 },
    title: { x: 104, y: y + 44, w: 720 },
    tile: { x: 72, y: y + height + 14, w: 330, slantLeft: 0 },
    left: { x: 92, y: y + height + 24, w: 270 },
  });
}
