import { isShaded, type Drawing, type ShapeNode } from '../../core/display';
import { slabOf, type Slab } from '../../core/shape';
import { coloursOf, type Gradient, type Paint } from '../../core/show';
import { gradientNumbers } from '../gradient';
import { onRaster, placedBy, softEdge, type Drawer } from './drawer';

const opacityOf = (colour: string): number => (colour.length === 9 ? parseInt(colour.slice(7), 16) / 255 : 1);
const mostOf = (paint: Paint): number =>
  typeof paint === 'object' && paint.kind === 'picture' ? 1 : Math.max(...coloursOf(paint).map(opacityOf));

/** The opacity of a drawing's fill, or, where it has none, of its outline. */
function solidOf({ fill, stroke }: Drawing): number {
  const filled = mostOf(fill);
  return Math.max(0.004, filled > 0 ? filled : stroke ? mostOf(stroke.paint) : 1);
}

/** The gradient that a drawing's only colour is; with a stroke beside it the whole is drawn once. */
const shadedFill = ({ fill, stroke, path }: Drawing): Gradient | null =>
  path !== '' && (stroke === null || stroke.width === 0) && isShaded(fill) ? fill : null;

const whites = new WeakMap<Drawing, Drawing>();
/** The drawing in white, which is the same whatever its gradient is. */
function whiteOf(drawing: Drawing): Drawing {
  const known = whites.get(drawing);
  if (known) return known;
  const white = { ...drawing, fill: '#ffffff' };
  whites.set(drawing, white);
  return white;
}

const slabs = new WeakMap<Drawing, Slab | null>();
/** The leaning strip that a drawing lies in, with what its stroke and soft edges reach beyond its outline. */
function slabAround(drawing: Drawing): Slab | null {
  const known = slabs.get(drawing);
  if (known !== undefined) return known;
  const found = slabOf(`${drawing.path} ${drawing.strokePath ?? ''}`);
  const pad = found ? (drawing.reach + 2) * Math.hypot(1, found.lean) : 0;
  const slab = found && { lean: found.lean, left: found.left - pad, right: found.right + pad };
  slabs.set(drawing, slab);
  return slab;
}

export const shapeDrawer: Drawer<ShapeNode> = {
  draw(node, sheet, { placing, opacity }, { brush, textures, lights, density }) {
    const { drawing } = node;
    const gradient = shadedFill(drawing);
    const raster = textures.shape(gradient ? whiteOf(drawing) : drawing, density);
    if (!raster) return;
    onRaster(brush, raster).inStrip(slabAround(drawing));
    if (gradient) brush.filledBy(gradientNumbers(gradient, drawing.w, drawing.h, drawing)).opacityAlone();
    else brush.solidAt(solidOf(drawing));
    brush.stamp(sheet, placing, opacity);
    // The light on a stroke goes where the shape goes.
    const light = node.light && node.lightAt > 0 ? lights.of(node, density) : null;
    if (light) onRaster(brush, light).stamp(sheet, placedBy(node.matrix, placing), opacity);
  },
  covers({ drawing: { w, h, reach } }) {
    const pad = reach + softEdge;
    return { x: -pad, y: -pad, w: w + 2 * pad, h: h + 2 * pad };
  },
};
