// The demo's pictures: flags of invented clubs and the broadcaster's mark, drawn as SVG.

const svg = (body: string, background: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="400" viewBox="0 0 400 400"><rect width="400" height="400" fill="${background}"/>${body}</svg>`;

const wave = (y: number, colour: string, depth = 34): string =>
  `<path d="M0 ${y} q50 -${depth} 100 0 t100 0 t100 0 t100 0 V400 H0z" fill="${colour}"/>`;

const bird =
  '<path d="M96 236c26-74 92-104 158-86 18-26 48-34 70-20l44 14-40 10c2 62-44 116-118 120l-8 58h-14l4-58c-44-2-78-16-96-38z" fill="#0b2730"/>' +
  '<path d="M150 228c34 8 80 2 118-34-10 52-66 74-118 34z" fill="#f2b632"/><circle cx="300" cy="152" r="8" fill="#f6f0e0"/>';

/** By file name. */
export const art: Readonly<Record<string, string>> = {
  'sandpiper.svg': svg(bird, '#f6f0e0'),
  'skerry.svg': svg(
    '<path d="M0 400 160 120 250 270 300 200 400 400z" fill="#1d2f36"/><circle cx="300" cy="110" r="46" fill="#f6f0e0"/>',
    '#e8593a',
  ),
  'dunlin.svg': svg(
    '<path d="M200 50 340 200 200 350 60 200z" fill="#f6f0e0"/><path d="M200 50 340 200H60z" fill="#7d2748"/>',
    '#d9739b',
  ),
  'judges.svg': svg(
    '<g fill="#f6f0e0"><rect x="70" y="230" width="40" height="90"/><rect x="125" y="180" width="40" height="140"/><rect x="180" y="110" width="40" height="210"/><rect x="235" y="180" width="40" height="140"/><rect x="290" y="230" width="40" height="90"/></g>',
    '#235a6b',
  ),
  'harbour.svg': svg(
    `<path d="M185 60h30v190h-30z" fill="#f6f0e0"/><path d="M215 70 330 120 215 165z" fill="#f2b632"/>${wave(280, '#f6f0e0')}${wave(325, '#14323c')}`,
    '#3f9fbf',
  ),
  'krakvag.svg': svg(
    '<path d="M0 0h400L0 400z" fill="#26451f"/><path d="M60 340 200 60 340 340 200 262z" fill="#f6f0e0"/>',
    '#8fbf5a',
  ),
  'outerbar.svg': svg(
    `${wave(150, '#f6f0e0', 50)}${wave(230, '#c9a24b', 50)}${wave(310, '#3a2f14', 50)}`,
    '#c9a24b',
  ),
  'shingle.svg': svg(
    '<g fill="#f6f0e0"><ellipse cx="120" cy="280" rx="80" ry="52"/><ellipse cx="280" cy="290" rx="86" ry="46"/><ellipse cx="205" cy="200" rx="74" ry="46"/></g><circle cx="205" cy="104" r="40" fill="#f2b632"/>',
    '#b23a26',
  ),
  'saltings.svg': svg(
    '<g stroke="#f6f0e0" stroke-width="16" fill="none" stroke-linecap="round"><path d="M200 360C200 240 120 200 90 90"/><path d="M200 360C200 230 210 160 205 60"/><path d="M200 360C200 250 280 210 315 100"/></g><path d="M0 340h400v60H0z" fill="#f2b632"/>',
    '#2f6b3c',
  ),
};
