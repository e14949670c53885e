// The frame: (template, values, moment) -> display tree. Knows nothing of who draws it.
export type {
  CameraNode,
  Clip,
  DisplayNode,
  Drawing,
  Effects,
  Framing,
  GroupNode,
  MaskUse,
  PictureNode,
  Pieces,
  RectNode,
  Shade,
  ShapeNode,
  Stroke,
  TextNode,
  VideoNode,
} from './display';
export { isApart, isShaded, maxClips, mostShaded, pieceLength } from './display';
export { prepareScene, type Scene, type SceneOptions } from './scene';
export { evaluate, holdMoment, looksSame, type Moment } from './evaluate';
export { identity, invert, type Matrix } from './matrix';
export { spreadsOverWords } from './plan';
export { momentIn } from './moments';
export { partOf, pivotOf, posedValue, type PosedValue } from './pose-of';
export { elementsAt } from './hit';
