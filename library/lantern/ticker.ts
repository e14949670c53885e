import { newElement, type Template } from '../../src/core/show';
import { inMotion, moving, tall, template, tickerChanges, tickerFields, unstyled, type Move } from '../make';
import { close, cool, glass, head, held, lanternLook, line, open, rekindle, runRound, warm } from './look';

/** Items of strands along the foot: each warms up as the light runs on from the one before. */
export function ticker(): Template {
  const round = (radius: number): object => ({ radiusTopLeft: radius, radiusTopRight: radius, radiusBottomRight: radius, radiusBottomLeft: radius }); // prettier-ignore
  const flare: Move[] = [['ember', 'iris', { side: 'new' }, [0, 1, 'strong-out'], [22, 0]]];
  const sinks: Move[] = [['ember', 'iris', { side: 'old' }, [0, 0, 'strong-in'], [22, 1]]];
  const leaves: Move[] = [...cool('line', 12), ...cool('label', 16), ...close('pill', 26, 20), ['ember', 'iris', [6, 0, 'strong-in'], [26, 1]], ['tag', 'iris', { style: 'lt-light' }, [14, 0, 'strong-in'], [30, 1]]]; // prettier-ignore
  const made = template({
    id: 'lt-ticker',
    name: 'Lantern ticker',
    lane: 'ticker',
    elements: [
      ...glass('pill', 'Pill', [96, 912, 1728, 84], { at: [0.02, 0.5] }),
      newElement('rect', 'ember', 'Urgent glow', { x: 96, y: 912, w: 1728, h: 84, fill: '@lt-glow', ...round(42), irisX: 0.1, irisSoft: 60, opacity: 0 }),
      newElement('rect', 'tag', 'Strand pill', { x: 104, y: 920, w: 240, h: 68, fill: '@lt-glow', ...round(34), irisX: 0.14, irisSoft: 24 }),
      newElement('text', 'label', 'Label', { x: 138, y: 924, w: 400, h: 60, text: 'Tonight', ...head, size: 40, tracking: 0, colour: '@lt-night', minScale: 0.7 }),
      newElement('text', 'line', 'Line', { ...line, x: 380, y: 924, w: 1380, h: 60, text: 'The lamps are lit at nine; bring your own candle', size: 42, colour: '@lt-cream', minScale: 0.72 }),
    ],
    order: ['pill', 'ember', 'pill-rim', 'tag', 'label', 'line'],
    fields: tickerFields('Tonight', '@lt-glow', 'The lamps are lit at nine; bring your own candle', 92),
    ties: [
      ['label', 'text', 'f-strand'],
      ['line', 'text', 'f-line'],
      ['tag', 'fill', 'f-colour'],
      ['ember', 'opacity', 'f-urgent', { map: { true: 1, false: 0 } }],
      ['line', 'colour', 'f-urgent', { map: { true: '@lt-night', false: '@lt-cream' } }],
    ],
    tethers: [['tag', 'left', 'label', 'left', -34], ['tag', 'right', 'label', 'right', 34], ['line', 'left', 'tag', 'right', 28], ['line', 'right', 'pill', 'right', -56], ...held('pill'), ...(['left', 'right', 'top', 'bottom'] as const).map((edge) => ['ember', edge, 'pill', edge, 0] as [string, typeof edge, string, typeof edge, number])],
    enter: moving([['tag', 'iris', { style: 'lt-light' }, [0, 1], [24, 0]], ...open('pill', 6, 38), ['ember', 'iris', { style: 'lt-glass' }, [6, 1], [44, 0]], ...warm('label', 12, 24), ...warm('line', 19, 32), runRound('pill', 14, 70)]),
    idle: moving([runRound('pill', 150, 380, 500)]),
    exit: moving(leaves),
    changes: tickerChanges(
      [...flare, ...rekindle('line', 4, 28), ...rekindle('label', 2, 26)],
      [...sinks, ...rekindle('line', 4), ...rekindle('label', 2), runRound('pill', 6, 44)],
      [['tag', 'iris', { side: 'old' }, [0, 0, 'strong-in'], [12, 1]], ['tag', 'iris', { side: 'new' }, [10, 1, 'strong-out'], [34, 0]], ...rekindle('label', 2), ...rekindle('line', 6), runRound('pill', 2, 44)],
      [...rekindle('line'), runRound('pill', 0, 40)],
    ),
    moves: [{ id: 'tuck', name: 'Tuck away', ...moving(unstyled(leaves)) }],
  }); // prettier-ignore
  const y = 1600;
  return tall(inMotion(made, lanternLook), {
    pill: { x: 72, y: y - 20, w: 936, h: 200, ...round(64) },
    'pill-rim': round(64),
    ember: round(64),
    tag: { y: y - 20 + 66 },
    label: { x: 132, y: y - 20 + 70, w: 270, size: 36, minScale: 0.84 },
    line: { y: y - 12, h: 184, fit: 'wrap', maxLines: 4, leading: 1.02, size: 42, minScale: 0.6 },
  });
}
