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
    : key.startsWith('wipe') || key === 'drawStart'
      ? 'cover'
      : 'add';

/** A pose is one number for each of these, in this order; what else an element has of its own stands behind them. */
export const poseIndex = Object.fromEntries(poseKeys.map((key, index) => [key, index])) as Readonly<
  Record<PoseKey, number>
>;
export const poseLength = poseKeys.length;
const joins: readonly Join[] = poseKeys.map(joinOf);
const neutral = joins.map((join) => (join === 'multiply' ? 1 : 0));

/** How motions meet at a place of a pose; behind the fixed ones all add. */
export const joinAt = (index: number): Join => joins[index] ?? 'add';
/** The number that leaves rest as it is. */
export const neutralAt = (index: number): number => neutral[index] ?? 0;

/** Sets a pose, or one of several that stand one behind another, to rest. */
export function restPose(pose: Float64Array, from = 0, length = pose.length): void {
  for (let i = 0; i < length; i += 1) pose[from + i] = i < poseLength ? (neutral[i] as number) : 0;
}

/** Joins one number into a pose that may already be moved. */
export function addPose(pose: Float64Array, index: number, value: number, from = 0): void {
  const at = from + index;
  const present = pose[at] as number;
  const join = index < poseLength ? joins[index] : 'add';
  pose[at] =
    join === 'add'
      ? present + value
      : join === 'multiply'
        ? present * value
        : 1 - (1 - present) * (1 - Math.max(0, Math.min(1, value)));
}
