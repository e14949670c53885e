import { poseKeys, type PoseKey } from '../show';

/** How two motions of one thing at once meet: offsets add, factors multiply, wipes cover what the other left. */
export type Join = 'add' | 'multiply' | 'cover';

const joinOf = (key: PoseKey): Join =>
  key === 'scale' ||
  key === 'scaleX' ||
  key === 'scaleY' ||
  key === 'opacity' ||
  key === 'drawEnd' ||
  key === 'count'
    ? 'multiply'
    : key.startsWith('wipe') || key === 'iris' || key === 'drawStart'
      ? 'cover'
      : 'add';

/** A pose is one number for each of these, in this order; what else an element has of its own stands behind them. */
export const poseIndex = Object.fromEntries(poseKeys.map((key, index) => [key, index])) as Readonly<
  Record<PoseKey, number>
>;
export const poseLength = poseKeys.length;
const joins: readonly Join[] = poseKeys.map(joinOf);
const neutral = Float64Array.from(joins, (join) => (join === 'multiply' ? 1 : 0));
/** 0: adds, 1: multiplies, 2: covers. */
const codes = Uint8Array.from(joins, (join) => ['add', 'multiply', 'cover'].indexOf(join));

/** How motions meet at a place of a pose; behind the fixed ones all add. */
export const joinAt = (index: number): Join => joins[index] ?? 'add';
/** The number that leaves rest as it is. */
export const neutralAt = (index: number): number => neutral[index] ?? 0;

/** Sets a pose, or one of several that stand one behind another, to rest. */
export function restPose(pose: Float64Array, from = 0, length = pose.length): void {
  pose.set(neutral, from);
  if (length > poseLength) pose.fill(0, from + poseLength, from + length);
}

/** Joins one number into a pose that may already be moved. */
export function addPose(pose: Float64Array, index: number, value: number, from = 0): void {
  const at = from + index;
  const code = index < poseLength ? (codes[index] as number) : 0;
  if (code === 0) pose[at] = (pose[at] as number) + value;
  else if (code === 1) pose[at] = (pose[at] as number) * value;
  else pose[at] = 1 - (1 - (pose[at] as number)) * (1 - Math.max(0, Math.min(1, value)));
}
