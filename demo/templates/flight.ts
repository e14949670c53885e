// Who flies next: a tall sail with flag, team, pilot and kite.
import {
  change,
  colourField,
  inMotion,
  moving,
  pictureField,
  tall,
  template,
  textField,
} from '../../library/make';
import { newElement, type Template } from '../../src/core/show';
import { cloth, colours, label, leanOf, look, name, rise, sink, sweep, turnOver } from './cloth';

export function flightCard(flag: string): Template {
  const [top, height, wide] = [172, 588, 760];
  const lean = leanOf(height);
  const edge = { y: top, h: height, slantLeft: lean, slantRight: lean };
  const made = template({
    id: 'flight-card',
    name: 'Flight card',
    lane: 'full',
    elements: [
      // Hoisted: its line runs up the mast on the left, and the sail unfurls from there.
      newElement('line', 'mast', 'Bridle', { x: 96, y: top, w: 0, h: height, thickness: 4, fill: colours.ivory }),
      newElement('rect', 'panel', 'Sail', { x: 96, y: top, w: wide, h: height, slantRight: lean, fill: cloth(colours.ink) }),
      newElement('rect', 'seam', 'Seam', { ...edge, x: 96 + wide - lean - 21, w: lean + 3, fill: colours.seam, rides: { on: 'panel', edge: 'right' } }),
      newElement('rect', 'edge', 'Lead edge', { ...edge, x: 96 + wide - lean, w: lean + 14, fill: colours.coral, rides: { on: 'panel', edge: 'right' } }),
      newElement('picture', 'flag', 'Flag', { x: 96, y: top, w: 264, h: 264, asset: flag, fit: 'cover', wipeAngle: 14 }),
      newElement('text', 'round', 'Round', { ...label, x: 396, y: 192, w: 400, h: 46, text: 'Ballet · flight 3', size: 38, colour: colours.saffron, letters: 'upper', minScale: 0.8 }),
      newElement('text', 'pilot-label', 'Pilot label', { ...label, x: 396, y: 282, w: 200, h: 40, text: 'PILOT', size: 32, tracking: 60 }),
      newElement('text', 'pilot', 'Pilot', { ...name, x: 396, y: 320, w: 340, h: 110, text: 'Ox', size: 50, leading: 0.95, fit: 'wrap', maxLines: 2, vertical: 'top', minScale: 0.6 }),
      newElement('text', 'team', 'Team', { ...name, x: 136, y: 450, w: 570, h: 156, text: 'Skerry Flyers', weight: 800, size: 66, leading: 0.92, fit: 'wrap', maxLines: 3, minScale: 0.6 }),
      newElement('line', 'rule', 'Rule', { x: 136, y: 622, w: 300, h: 0, thickness: 4, fill: colours.saffron, drawSoft: 60 }),
      newElement('text', 'kite-label', 'Kite label', { ...label, x: 136, y: 636, w: 200, h: 40, text: 'KITE', size: 32, tracking: 60 }),
      newElement('text', 'kite', 'Kite', { ...label, x: 136, y: 676, w: 490, h: 76, text: 'Two-line delta “Gannet”', size: 44, tracking: 0, colour: colours.ivory, fit: 'wrap', maxLines: 2, leading: 0.95, vertical: 'top', minScale: 0.75 }),
    ],
    order: ['mast', 'panel', 'seam', 'edge', 'flag', 'round', 'pilot-label', 'pilot', 'team', 'rule', 'kite-label', 'kite'],
    fields: [
      textField('f-team', 'Team', 'Skerry Flyers', 'As the club writes it; up to three lines'),
      textField('f-pilot', 'Pilot', 'Ox', 'Up to two lines', { maxLength: 36 }),
      textField('f-kite', 'Kite', 'Two-line delta “Gannet”', 'Kind and name', { maxLength: 48 }),
      textField('f-round', 'Round', 'Ballet · flight 3', 'Round and flight', { maxLength: 26 }),
      pictureField('f-flag', 'Flag', flag, 'Square'),
      colourField('f-colour', 'Team colour', colours.coral, 'Rides the lead edge'),
    ],
    ties: [
      ['team', 'text', 'f-team'],
      ['pilot', 'text', 'f-pilot'],
      ['kite', 'text', 'f-kite'],
      ['round', 'text', 'f-round'],
      ['flag', 'asset', 'f-flag'],
      ['edge', 'fill', 'f-colour'],
    ],
    tethers: [['rule', 'width', 'team', 'width', 0]],
    enter: moving([
      ['mast', 'drawStart', { style: 'line' }, [0, 1], [20, 0]],
      ['panel', 'wipeRight', { style: 'cloth' }, [7, 1], [44, 0]],
      ['seam', 'opacity', { style: 'cloth' }, [7, 0, 'hold'], [9, 1, 'linear']],
      ['edge', 'opacity', { style: 'cloth' }, [6, 0, 'hold'], [8, 1, 'linear']],
      ['flag', 'wipeRight', { style: 'cloth' }, [10, 1], [36, 0]],
      ['flag', 'scale', { style: 'cloth' }, [10, 1.15], [46, 1]],
      ...rise('round', 17, 22),
      ...rise('pilot-label', 21, 20),
      ...rise('pilot', 23, 24),
      ...rise('team', 20, 30, true),
      ['rule', 'drawEnd', { style: 'line' }, [26, 0], [49, 1]],
      ...rise('kite-label', 28, 20),
      ...rise('kite', 30, 22),
    ]),
    exit: moving([
      ...sink('kite', 10),
      ...sink('kite-label', 11),
      ['rule', 'drawEnd', { style: 'line' }, [0, 1, 'strong-in'], [12, 0]],
      ...sink('pilot', 12),
      ...sink('pilot-label', 13),
      ...sink('team', 14),
      ...sink('round', 15),
      ['flag', 'wipeRight', { style: 'cloth' }, [6, 0, 'strong-in'], [22, 1]],
      ['panel', 'wipeRight', { style: 'cloth' }, [7, 0, 'strong-in'], [26, 1]],
      ['seam', 'opacity', { style: 'cloth' }, [24, 1, 'linear'], [26, 0]],
      ['edge', 'opacity', { style: 'cloth' }, [25, 1, 'linear'], [27, 0]],
      ['mast', 'drawStart', { style: 'line' }, [14, 0, 'strong-in'], [30, 1]],
    ]),
    changes: [
      change('flight', 'Another flight', 46, [...sweep('flag', 0, 26), ...turnOver('round', 2), ...turnOver('pilot', 6), ...turnOver('team', 9, 30), ...turnOver('kite', 16)], { swap: null, carryFrom: 12, carryTo: 40 }),
    ],
  }); // prettier-ignore
  const down = (id: string, more: object = {}): [string, object] => {
    const own = made.elements[id] as { x: number; y: number };
    return [id, { x: own.x - 24, y: own.y + 1000, ...more }];
  };
  return tall(inMotion(made, look), Object.fromEntries(made.order.map((id) => down(id))));
}
