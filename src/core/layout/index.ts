// The rest pose: what values make of a template while it holds. Knows nothing of motion or pixels.
export { resolveElements } from './resolve';
export {
  childrenThrough,
  expand,
  mostInstances,
  near,
  type BeltPlan,
  type CellOf,
  type Cut,
  type DriftPlan,
  type Instance,
  type Instances,
  type OnBeltPlan,
  type RowInHand,
  type Runs,
  type ViewPlan,
} from './expand';
export { chartPort } from './chart-instances';
export type { ChartMark } from './drawn-parts';
export { setMapLayout, type MapLayout } from './map-layout';
export { cropBy, cropToDrawn, shownInBox, wholeInBox, type Cropped } from './crop';
export { fitElement } from './fit-element';
export { layOut, tetherCycle, type Rest } from './rest';
export {
  resizeTurned,
  hasSafeAreas,
  safeAreas,
  snapBox,
  snapLines,
  snapPoint,
  unionOf,
  type Side,
  type SnapLines,
  type Snapped,
  distribute,
  gapsAround,
  movedPivot,
  type Gap,
  type SnapExtras,
} from './snap';
