import type { Box } from '../show';
import { gapOf, sized, type Drawing } from './sheet';
import { fitNames } from './words';

/** Names of the series in rows above the marks; gives what of the box they leave. Nothing where they are not wanted there. */
export function legendTop(drawing: Drawing, box: Box, always = true): Box {
  const { chart, data, looks, port, sheet, paint } = drawing;
  if (chart.legend === 'none' || (chart.legend === 'direct' && !always)) return box;
  const gap = gapOf(looks.name);
  const swatch = looks.name.size * 0.62;
  const fitted = fitNames(data.series.map(({ name }) => name), box.w - swatch - gap, 1, 'shorten', looks.name, port);
  const look = sized(looks.name, fitted.scale, { align: 'left', vertical: 'middle' });
  const lineH = port.height(look);
  let [x, y] = [box.x, box.y];
  data.series.forEach((series, s) => {
    const words = fitted.words[s] ?? '';
    const w = swatch + gap + port.width(words, look);
    if (x > box.x && x + w > box.x + box.w) [x, y] = [box.x, y + lineH * 1.1];
    sheet.put(`~series ${series.key}`, `${series.name} colour`, { x, y: y + (lineH - swatch) / 2, w: swatch, h: swatch }, { is: 'rect', radii: [swatch / 5, swatch / 5, swatch / 5, swatch / 5], fill: paint.of(null, s) }, { series: s, layer: 'front' });
    sheet.words(`~series ${series.key}~words`, `${series.name} series`, { x: x + swatch + gap, y, w: w - swatch - gap, h: lineH }, words, look, { series: s });
    x += w + gap * 3;
  });
  const used = y + lineH + gap * 1.5 - box.y;
  return { ...box, y: box.y + used, h: Math.max(1, box.h - used) };
} // prettier-ignore
