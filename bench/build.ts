// layout.tethers.500.us: 500 tethers in a chain, solved again after the words at its head have changed.
// import.svg.ms: a map of 200 regions, read from its text to elements.
import { layOut } from '../src/core/layout';
import { newElement, newTemplate, newTether, newTextField, newTie, type Template } from '../src/core/show';
import { readSvg } from '../src/core/svg';

const measure = {
  width: (text: string, face: { size: number }) => text.length * face.size * 0.5,
  metrics: (face: { size: number }) => ({ ascent: face.size, descent: face.size * 0.2 }),
};

function chain(length: number): Template {
  const ids = Array.from({ length }, (_, i) => `e${i}`);
  return newTemplate('t', 'Chain', {
    elements: {
      head: newElement('text', 'head', 'Head', { x: 0, y: 0, w: 900, size: 40 }),
      ...Object.fromEntries(ids.map((id) => [id, newElement('rect', id, id, { w: 4, h: 4 })])),
    },
    order: ['head', ...ids],
    fields: [newTextField('f', 'Words', 'Words')],
    ties: [newTie('head', 'text', 'f')],
    tethers: ids.map((id, i) => newTether(`t${i}`, id, 'left', i === 0 ? 'head' : `e${i - 1}`, 'right', 2)),
  });
}

/** A map of regions with wavy borders, as drawing tools write them. */
function map(regions: number): string {
  const paths = Array.from({ length: regions }, (_, i) => {
    const [x, y] = [(i % 20) * 50, Math.floor(i / 20) * 50];
    let d = `M${x} ${y}`;
    for (let step = 0; step < 40; step += 1) {
      const angle = (step / 40) * Math.PI * 2;
      d += `c${(Math.cos(angle) * 3).toFixed(2)} ${(Math.sin(angle) * 3).toFixed(2)} 1.5-1 ${(Math.cos(angle) * 6).toFixed(2)} ${(Math.sin(angle) * 6).toFixed(2)}`;
    }
    return `<path id="region-${i}" class="r${i % 5}" d="${d}z"/>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1000 500"><style>.r0{fill:#123}.r1{fill:#345}.r2{fill:#567}.r3{fill:#789}.r4{fill:#9ab}</style><g transform="translate(4 4)" stroke="#fff">${paths.join('')}</g></svg>`;
}

function median(runs: number, work: (run: number) => void): number {
  const times = Array.from({ length: runs }, (_, run) => {
    const start = performance.now();
    work(run);
    return performance.now() - start;
  });
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)] as number;
}

export function buildFigures(): Record<string, number> {
  const template = chain(500);
  const art = map(200);
  let count = 0;
  const newId = (): string => `n${(count += 1)}`;
  return {
    'layout.tethers.500.us': median(200, (run) => layOut(template, { f: `Words ${run}` }, measure)) * 1000,
    'import.svg.ms': median(20, () => {
      const read = readSvg(art, newId);
      if ('problem' in read || read.elements.length < 200) throw new Error('the map was not read whole');
    }),
  };
}
