import { length } from './style';
import { parseSvg } from './tree';

const smallest = 200;
const largest = 1920;
const usual = 480;

/**
 * The px at which a drawing is brought in: what it says of itself, or, where it has only a view box, the view box's,
 * made so large or small that it can be worked with. Null for what is no SVG or says nothing.
 */
export function drawingSize(text: string): { width: number; height: number } | null {
  const root = parseSvg(text);
  if (!root) return null;
  const absolute = (name: string): number | null => {
    const words = root.attributes[name];
    const value = words?.includes('%') ? null : length(words);
    return value !== null && value > 0 ? value : null;
  };
  const [, , vw = 0, vh = 0] = (root.attributes['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const ratio = vw > 0 && vh > 0 ? vw / vh : null;
  const [w, h] = [absolute('width'), absolute('height')];
  if (w !== null && h !== null) return { width: w, height: h };
  if (w !== null) return { width: w, height: ratio === null ? w : w / ratio };
  if (h !== null) return { width: ratio === null ? h : h * ratio, height: h };
  if (ratio === null) return null;
  const longer = Math.max(vw, vh);
  const scale = longer < smallest ? usual / longer : longer > largest ? largest / longer : 1;
  return { width: Math.round(vw * scale), height: Math.round(vh * scale) };
}
