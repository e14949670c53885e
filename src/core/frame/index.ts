// The frame: (template, values, moment) -> display tree. Knows nothing of who draws it.
export { drawnWithin, fitScreen, insetOf, mostWithin } from './insets';
export type { Part, Scene } from './part';
export { prepareScene, type SceneOptions } from './scene';
export { evaluate, holdMoment, isSamePicture, looksSame, type Moment } from './evaluate';
export { spreadsOverWords } from './plan';
export { momentIn } from './moments';
export { partOf, pivotOf, posedValue, type PosedValue } from './pose-of';
export { elementsAt } from './hit';
export * from './orbit';
export * from './space-handles';
export { cornersOfView, viewOf, type Eye, type View } from './viewpoint';
