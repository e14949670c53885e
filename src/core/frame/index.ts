// The frame: (template, values, moment) -> display tree. Knows nothing of who draws it.
export type {
  CameraNode,
  Clip,
  DisplayNode,
  Effects,
  Framing,
  GroupNode,
  MaskUse,
  PictureNode,
  RectNode,
  ShapeNode,
  Stroke,
  TextNode,
  VideoNode,
} from './display';
export { isApart, maxClips } from './display';
export { prepareScene, type Scene, type SceneOptions } from './scene';
export { evaluate, holdMoment, type Moment } from './evaluate';
export { identity, invert, type Matrix } from './matrix';
export { elementsAt } from './hit';
