import { newElement, type ClockReading, type Element } from '../../element';
import type { Template } from '../template';
import { addElement, groupElements } from './elements';

interface Face {
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly ink: string;
  readonly ground: string;
  readonly accent: string;
  /** What its hands go by; left out: the time of day, UTC. */
  readonly reading?: Partial<ClockReading>;
}

/** Puts an analogue clock on a template: a face with twelve marks, and hands for hours, minutes and seconds. Returns the id of its group. */
export function addClockFace(template: Template, face: Face, newId: () => string): string {
  const { x, y, size, ground, ink, accent, reading = {} } = face;
  const put = (element: Element): string => {
    addElement(template, element);
    return element.id;
  };
  const middle = { x: x + size / 2, y: y + size / 2 };
  const parts = [put(newElement('ellipse', newId(), 'Face', { x, y, w: size, h: size, fill: ground }))];
  for (let hour = 0; hour < 12; hour += 1) {
    const w = Math.max(2, Math.round(size * (hour % 3 === 0 ? 0.028 : 0.016)));
    const h = Math.round(size * (hour % 3 === 0 ? 0.095 : 0.055));
    const angle = (hour / 12) * 2 * Math.PI;
    const reach = size * 0.46 - h / 2;
    const at = { x: middle.x + Math.sin(angle) * reach - w / 2, y: middle.y - Math.cos(angle) * reach - h / 2 };
    const name = `Mark ${hour === 0 ? 12 : hour}`;
    parts.push(put(newElement('rect', newId(), name, { ...at, w, h, rotation: hour * 30, fill: ink })));
  }
  const hands = [
    { name: 'Hour hand', round: 'hours', width: 0.038, length: 0.27, ticks: false, fill: ink },
    { name: 'Minute hand', round: 'minutes', width: 0.028, length: 0.39, ticks: false, fill: ink },
    { name: 'Second hand', round: 'seconds', width: 0.012, length: 0.42, ticks: true, fill: accent },
  ] as const;
  for (const { name, round, width, length, ticks, fill } of hands) {
    const [w, above, below] = [size * width, size * length, size * 0.07];
    const shape = newElement('rect', newId(), `${name} shape`, {
      x: middle.x - w / 2,
      y: middle.y - above,
      w,
      h: above + below,
      fill,
    });
    const id = newId();
    const pivot = { pivotX: 0.5, pivotY: above / (above + below) };
    put(shape);
    groupElements(template, [shape.id], newElement('hand', id, name, { round, ticks, ...pivot, ...reading }));
    parts.push(id);
  }
  const whole = newId();
  groupElements(template, parts, newElement('group', whole, 'Analogue clock'));
  return whole;
} // prettier-ignore
