// Flags of the kite teams and marks of the broadcaster: flat shapes, two light tones and a dark one.
import { square } from './square';

const ivory = '#f6f0e0';
const ink = '#0b2630';

const wave = (y: number, colour: string, depth = 30): string =>
  `<path d="M0 ${y}q50-${depth} 100 0t100 0t100 0t100 0V400H0z" fill="${colour}"/>`;

const bird =
  `<path d="M96 236c26-74 92-104 158-86 18-26 48-34 70-20l44 14-40 10c2 62-44 116-118 120l-8 58h-14l4-58c-44-2-78-16-96-38z" fill="${ink}"/>` +
  `<path d="M150 228c34 8 80 2 118-34-10 52-66 74-118 34z" fill="#f2b632"/><circle cx="300" cy="152" r="8" fill="${ivory}"/>`;

/** A diamond kite about its spar, with a tail. */
const diamond = (x: number, y: number, size: number, left: string, right: string, tail: string): string =>
  `<path d="M${x} ${y - size}L${x - size * 0.7} ${y - size * 0.1}L${x} ${y + size}z" fill="${left}"/>` +
  `<path d="M${x} ${y - size}L${x + size * 0.7} ${y - size * 0.1}L${x} ${y + size}z" fill="${right}"/>` +
  `<path d="M${x} ${y + size}q-30 34 0 62t0 60" fill="none" stroke="${tail}" stroke-width="9" stroke-linecap="round"/>`;

export const flags: Readonly<Record<string, string>> = {
  'sandpiper.svg': square(bird, ivory),
  'skerry.svg': square(
    `${diamond(200, 150, 108, ivory, '#f9b9a2', ivory)}${wave(312, '#b8371d')}${wave(350, '#7d2011', 24)}`,
    '#e8593a',
  ),
  'ox.svg': square(
    `<path d="M70 92c-6 74 34 112 82 116-10 26-10 62 10 102l38 40 38-40c20-40 20-76 10-102 48-4 88-42 82-116-24 44-56 58-96 60-22-12-46-12-68 0-40-2-72-16-96-60z" fill="${ivory}"/>` +
      `<path d="M200 146c14 0 24 2 34 6 40-2 72-16 96-60 6 74-34 112-82 116 10 26 10 62-10 102l-38 40z" fill="#cfc3a6"/>` +
      `<circle cx="166" cy="226" r="9" fill="${ink}"/><circle cx="234" cy="226" r="9" fill="${ink}"/><path d="M180 300h40" stroke="${ink}" stroke-width="10" stroke-linecap="round"/>`,
    '#2c7a86',
  ),
  'dunlin.svg': square(
    '<path d="M400 0v400H0z" fill="#b9517b"/><path d="M52 262c70-8 108-34 140-84 22-36 62-58 104-42l62 12-50 20c-6 70-62 122-150 122-44 0-82-10-106-28z" fill="#f6f0e0"/>' +
      '<path d="M120 268c60 4 118-22 150-82 22 8 34 2 38-18-6 70-62 122-150 122-18 0-30-8-38-22z" fill="#f3c9d8"/><circle cx="286" cy="160" r="9" fill="#3b1023"/>',
    '#d9739b',
  ),
  'krakvag.svg': square(
    '<path d="M0 0h400L0 400z" fill="#5d8a34"/><path d="M312 52C180 74 84 178 66 340l24 8c8-34 20-62 38-88 84-12 156-72 184-208z" fill="#f6f0e0"/>' +
      '<path d="M312 52C252 150 186 214 128 260c84-12 156-72 184-208z" fill="#cfe0b4"/><path d="M78 344C132 236 204 150 296 76" fill="none" stroke="#26451f" stroke-width="8"/>',
    '#8fbf5a',
  ),
  'outerbar.svg': square(
    `<circle cx="290" cy="104" r="52" fill="#f9e6b4"/>${wave(176, ivory, 44)}${wave(244, '#c58f2c', 44)}${wave(316, '#4b3510', 40)}`,
    '#e5b95c',
  ),
  'shingle.svg': square(
    '<circle cx="205" cy="96" r="46" fill="#f2b632"/><g fill="#f6f0e0"><ellipse cx="112" cy="292" rx="86" ry="54"/><ellipse cx="204" cy="208" rx="80" ry="48"/></g>' +
      '<g fill="#eab9a8"><ellipse cx="288" cy="298" rx="88" ry="48"/><path d="M42 312c22 30 116 34 150-2-10 30-40 42-80 42-36 0-62-14-70-40z"/></g>',
    '#a83422',
  ),
  'saltings.svg': square(
    '<g stroke="#f6f0e0" stroke-width="15" fill="none" stroke-linecap="round"><path d="M200 360C200 240 120 200 90 90"/><path d="M200 360C200 230 210 160 205 56"/><path d="M200 360C200 250 280 210 315 100"/></g>' +
      '<g fill="#cfe0b4"><path d="M90 84c-22 30-20 64 6 88 14-34 12-62-6-88z"/><path d="M206 44c-20 34-20 70 0 100 20-30 20-66 0-100z"/><path d="M316 94c22 30 20 64-6 88-14-34-12-62 6-88z"/></g><path d="M0 344h400v56H0z" fill="#f2b632"/>',
    '#2f6b3c',
  ),
  'judges.svg': square(
    '<g fill="#f6f0e0"><rect x="70" y="230" width="40" height="90"/><rect x="125" y="180" width="40" height="140"/><rect x="235" y="180" width="40" height="140"/><rect x="290" y="230" width="40" height="90"/></g><rect x="180" y="110" width="40" height="210" fill="#f2b632"/>',
    '#235a6b',
  ),
  'harbour.svg': square(
    `<path d="M185 60h30v190h-30z" fill="${ivory}"/><path d="M215 70 330 120 215 165z" fill="#f2b632"/>${wave(280, ivory)}${wave(325, '#14323c')}`,
    '#3f9fbf',
  ),
};
