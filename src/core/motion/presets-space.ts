// Ready motions in space: what turns, tumbles, flies in from far, and cameras that go in.
import { newCascade, type Cascade, type Element } from '../show';
import { even, fade, gentle, inParts, isText, plain, strong, type MotionPreset } from './preset';

const parted = (element: Element, given: Partial<Cascade> = {}): Cascade => ({
  ...(inParts(element) ?? newCascade('child')),
  ...given,
});
const isCamera = (element: Element): boolean => element.kind === 'viewpoint';
const hasParts = (element: Element): boolean => inParts(element) !== null && !isText(element);

const upright = plain('turn-in', 'Turn in', 'Turns in about its upright axis, out of nothing.', { property: 'rotationY', away: -80, ease: strong }, fade); // prettier-ignore

const made: readonly MotionPreset[] = [
  {
    ...plain('flip', 'Flip', 'Turns up about its middle, as a card does.', {
      property: 'rotationX',
      away: -90,
      ease: ['overshoot', 'strong-in'],
    }),
    leaving: [{ property: 'rotationX', away: 90, ease: ['overshoot', 'strong-in'] }],
  },
  { ...upright, leaving: [{ property: 'rotationY', away: 80, ease: strong }, fade] },
  {
    ...plain('two-faces', 'Two faces', 'Turns half round as one card: in a Change the old is on its face, the new on its back.', { property: 'rotationY', away: -180, ease: ['gentle', 'gentle'] }), // prettier-ignore
    leaving: [{ property: 'rotationY', away: 180, ease: ['gentle', 'gentle'] }],
    sides: 'turns',
  },
  plain('from-far', 'From far', 'Comes from far behind, out of nothing.', { property: 'z', away: -2400, ease: strong }, fade), // prettier-ignore
  plain('from-near', 'From before', 'Comes down from before the picture, out of nothing.', { property: 'z', away: 900, ease: strong }, fade), // prettier-ignore
  {
    id: 'fly',
    label: 'Fly in',
    help: 'Flies in from far on a curve, turning as it comes.',
    fits: (element) => !isCamera(element),
    parts: () => [
      { property: 'x', away: -900, via: [[0.55, 150]], ease: gentle },
      { property: 'y', away: 420, via: [[0.55, -90]], ease: gentle },
      { property: 'z', away: -2600, via: [[0.55, -500]], ease: gentle },
      { property: 'rotationY', away: 70, via: [[0.55, -18]], ease: gentle },
      { property: 'opacity', away: 0, via: [[0.3, 1]], ease: even },
    ],
  },
  {
    id: 'tumble',
    label: 'Letters tumble',
    help: 'Each letter falls upright from where it lay, about its foot.',
    fits: isText,
    parts: () => {
      const cascade = { ...newCascade('character'), overlap: 0.85, pivot: 'bottom' as const };
      return [
        { property: 'rotationX', away: -100, given: { cascade }, ease: ['overshoot', 'strong-in'] },
        { property: 'rotation', away: 14, given: { cascade }, ease: strong },
        { property: 'opacity', away: 0, via: [[0.3, 1]], given: { cascade }, ease: even },
      ];
    },
  },
  {
    id: 'words-turn',
    label: 'Words turn',
    help: 'Each word turns in about its own left edge.',
    fits: isText,
    parts: () => {
      const cascade = { ...newCascade('word'), overlap: 0.6, pivot: 'left' as const };
      return [
        { property: 'rotationY', away: -90, given: { cascade }, ease: strong },
        { property: 'opacity', away: 0, via: [[0.4, 1]], given: { cascade }, ease: even },
      ];
    },
  },
  {
    id: 'cells-turn',
    label: 'Cells turn',
    help: 'Its parts turn up one after another, each about its own middle.',
    fits: hasParts,
    parts: (element) => [
      {
        property: 'rotationX',
        away: -90,
        given: { cascade: parted(element, { overlap: 0.75 }) },
        ease: strong,
      },
    ],
    sides: 'meets',
  },
  {
    id: 'pages-turn',
    label: 'Pages turn',
    help: 'Its parts fall open one after another, each about its upper edge.',
    fits: hasParts,
    parts: (element) => {
      const cascade = parted(element, { overlap: 0.7, pivot: 'top' });
      return [
        { property: 'rotationX', away: 96, given: { cascade }, ease: ['overshoot', 'strong-in'] },
        { property: 'opacity', away: 0, via: [[0.2, 1]], given: { cascade }, ease: even },
      ];
    },
  },
  {
    id: 'doors',
    label: 'Doors',
    help: 'Its parts open like doors, each about its left edge.',
    fits: hasParts,
    parts: (element) => {
      const cascade = parted(element, { overlap: 0.7, pivot: 'left' });
      return [
        { property: 'rotationY', away: 96, given: { cascade }, ease: strong },
        { property: 'opacity', away: 0, via: [[0.2, 1]], given: { cascade }, ease: even },
      ];
    },
  },
  {
    id: 'push',
    label: 'Camera push',
    help: 'The camera goes in from farther off.',
    fits: isCamera,
    parts: () => [{ property: 'z', away: 1100, ease: gentle }],
  },
  {
    id: 'crane',
    label: 'Camera crane',
    help: 'The camera sinks from above while what it looks at stays in view.',
    fits: isCamera,
    parts: () => [
      { property: 'y', away: -1000, ease: gentle },
      { property: 'z', away: 300, ease: gentle },
    ],
  },
  {
    id: 'orbit',
    label: 'Camera orbit',
    help: 'The camera comes about from the left while what it looks at stays in view.',
    fits: isCamera,
    parts: () => [
      { property: 'x', away: -1500, via: [[0.5, -620]], ease: gentle },
      { property: 'z', away: -500, via: [[0.5, -70]], ease: gentle },
    ],
  },
];

const loops: readonly MotionPreset[] = [
  plain('rock', 'Rock', 'Turns a little to either side about its upright axis.', { property: 'rotationY', away: 9, via: [[0.25, 9], [0.75, -9]] }), // prettier-ignore
  plain('nod', 'Nod', 'Leans a little back and forth about its level axis.', { property: 'rotationX', away: 7, via: [[0.25, 7], [0.75, -7]] }), // prettier-ignore
  plain('near-and-far', 'Near and far', 'Comes a little nearer and goes back.', { property: 'z', away: 70 }),
  plain('turn-about', 'Turn about', 'One whole turn about its upright axis, evenly.', { property: 'rotationY', away: 360 }), // prettier-ignore
  {
    ...plain('camera-drift', 'Camera drift', 'The camera goes a little to either side, what it looks at stays in view.', { property: 'x', away: 90, via: [[0.25, 90], [0.75, -90]] }), // prettier-ignore
    fits: isCamera,
  },
];

const inSpace = (preset: MotionPreset): MotionPreset => ({ ...preset, isInSpace: true });
export const spacePresets = made.map(inSpace);
export const spaceLoops = loops.map((preset): MotionPreset => ({ ...inSpace(preset), isLoop: true }));
