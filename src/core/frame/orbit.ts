// How the space of a template is looked at from elsewhere: about a point, nearer or farther, or along an axis.
import type { Eye } from './viewpoint';

/** About which point one looks, from which side, and how much is seen there. Px of space, degrees. */
export interface Orbit {
  readonly x: number;
  readonly y: number;
  readonly z: number;
  /** To the right about the upright axis, and up. */
  readonly yaw: number;
  readonly pitch: number;
  /** Px of space from the top of what is seen to its foot, at the point. */
  readonly size: number;
  /** Heights of what is seen that the eye stands away. */
  readonly far: number;
}

export const orbitSides = ['turned', 'front', 'side', 'top'] as const;
export type OrbitSide = (typeof orbitSides)[number];

interface Size {
  readonly width: number;
  readonly height: number;
}

/** So far off that what lies along an axis is seen without perspective, or nearly. */
const axial = 80;
const turned = 2.2;
const mostPitch = 89.9;
/** Canvas heights that are seen in depth, and before the canvas their middle. */
const deepRoom = 4.6;
const middleZ = 0.55;

/** Looks at the whole of a canvas from a side, with room about it, in a picture of a size. */
export function orbitFrom(side: OrbitSide, canvas: Size, picture: Size): Orbit {
  const aspect = Math.max(0.1, picture.width / Math.max(1, picture.height));
  const room = side === 'turned' ? 1.7 : 1.3;
  // Along the other axes also what stands behind the canvas, and a camera before it.
  const deep = deepRoom * canvas.height;
  const across = side === 'side' ? deep : room * canvas.width;
  const down = side === 'top' ? deep : room * canvas.height;
  const size = Math.max(down, across / aspect);
  const [yaw, pitch] = { turned: [34, 18], front: [0, 0], side: [-90, 0], top: [0, mostPitch] }[side] as [number, number]; // prettier-ignore
  return {
    x: canvas.width / 2,
    y: canvas.height / 2,
    z: side === 'side' || side === 'top' ? middleZ * canvas.height : 0,
    yaw,
    pitch,
    size,
    far: side === 'turned' ? turned : axial,
  };
}

/** Turned by a drag of so many px across and down: once across the picture is half way round. */
export const turnedBy = (orbit: Orbit, dx: number, dy: number, { width, height }: Size): Orbit => ({
  ...orbit,
  far: turned,
  yaw: orbit.yaw - (dx / Math.max(1, width)) * 180,
  pitch: Math.max(-mostPitch, Math.min(mostPitch, orbit.pitch + (dy / Math.max(1, height)) * 180)),
});

/** Moved along by a drag of so many px, so that what is at the point goes with the pointer. */
export function pannedBy(orbit: Orbit, dx: number, dy: number, { height }: Size): Orbit {
  const by = orbit.size / Math.max(1, height);
  const [yaw, pitch] = [(orbit.yaw * Math.PI) / 180, (orbit.pitch * Math.PI) / 180];
  const across = -dx * by;
  const down = -dy * by;
  return {
    ...orbit,
    x: orbit.x + across * Math.cos(yaw) + down * Math.sin(pitch) * Math.sin(yaw),
    y: orbit.y + down * Math.cos(pitch),
    z: orbit.z - across * Math.sin(yaw) + down * Math.sin(pitch) * Math.cos(yaw),
  };
}

/** Nearer where `factor` is above 1. */
export const zoomedBy = (orbit: Orbit, factor: number): Orbit => ({
  ...orbit,
  size: Math.max(50, Math.min(60_000, orbit.size / factor)),
});

/** The eye of an orbit, for a picture of a size. */
export function eyeOf({ x, y, z, yaw, pitch, size, far }: Orbit, { width, height }: Size): Eye {
  const [a, b] = [(yaw * Math.PI) / 180, (pitch * Math.PI) / 180];
  const away = far * size;
  return {
    width,
    height,
    view: {
      x: x + away * Math.sin(a) * Math.cos(b),
      y: y - away * Math.sin(b),
      z: z + away * Math.cos(a) * Math.cos(b),
      aimX: x,
      aimY: y,
      aimZ: z,
      roll: 0,
      focal: far * Math.max(1, height),
      focus: 0,
      blur: 0,
    },
  };
}
