import type { RectNode } from '../../core/display';
import { gradientNumbers } from '../gradient';
import { coversBox, isSquare, softEdge, type Drawer } from './drawer';

export const rectDrawer: Drawer<RectNode> = {
  draw(node, sheet, { placing, opacity }, { brush }) {
    const { w, h, radii, fill } = node;
    if (!(w > 0) || !(h > 0)) return;
    // More on each side, so that soft edges are not cut.
    brush.begin(-softEdge, -softEdge, w + 2 * softEdge, h + 2 * softEdge);
    if (isSquare(radii) && !node.slides) brush.within(0, 0, w, h);
    else brush.inBox(w, h, radii);
    if (typeof fill === 'string') brush.colour(fill);
    else brush.filledBy(gradientNumbers(fill, w, h));
    brush.stamp(sheet, placing, opacity);
  },
  covers: coversBox,
};
