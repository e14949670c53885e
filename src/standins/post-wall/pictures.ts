// Pictures that people of the bay send along: drawn, the same each time.
import { chance } from '../chance';

const skies = [['#8fc7e8', '#f6e3b4'], ['#f2b632', '#e8593a'], ['#5b6f86', '#a9b4bd'], ['#1a1f3a', '#3a2a5a'], ['#bfe3e0', '#f6f0e0']] as const; // prettier-ignore
const sails = ['#e8593a', '#f2b632', '#2c7a86', '#5b3f8c', '#17684f', '#d9546a'] as const;
const pick = <T>(list: readonly T[], seed: number): T => list[Math.floor(chance(seed) * list.length)] as T;

/** A view over the bay with kites, as SVG; a doubtful one is a blot that nobody would put on air. */
export function pictureOf(n: number, isDoubtful: boolean): string {
  const head = '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 480 360" width="960" height="720">';
  if (isDoubtful)
    return `${head}<rect width="480" height="360" fill="#2a2226"/><path d="M120 250c-40-90 40-190 130-170s150 40 120 130-190 130-250 40z" fill="#6b2f3a"/><path d="M190 200l90-60m0 60l-90-60" stroke="#1a1215" stroke-width="22" stroke-linecap="round"/></svg>`;
  const [upper, lower] = pick(skies, n * 3 + 1);
  const kites = Array.from({ length: 1 + Math.floor(chance(n + 9) * 4) }, (_, i) => {
    const [x, y, size] = [40 + chance(n * 7 + i) * 400, 30 + chance(n * 11 + i) * 150, 22 + chance(n * 13 + i) * 34];
    return `<path d="M${x} ${y}l${size * 0.7} ${size}l${-size * 0.7} ${size * 0.6}l${-size * 0.7} ${-size * 0.6}z" fill="${pick(sails, n * 17 + i)}"/><path d="M${x} ${y + size * 1.6}q${-size * 0.4} ${size} ${size * 0.2} ${size * 1.6}" fill="none" stroke="#0b2630" stroke-width="2"/>`;
  });
  return `${head}<rect width="480" height="360" fill="${upper}"/><rect y="150" width="480" height="110" fill="${lower}"/><rect y="236" width="480" height="30" fill="#2c7a86"/><path d="M0 262q120-18 240 0t240-4v102H0z" fill="#d9bd85"/>${kites.join('')}<g fill="#0b2630"><circle cx="${90 + (n % 7) * 44}" cy="276" r="9"/><rect x="${82 + (n % 7) * 44}" y="284" width="16" height="42" rx="6"/></g></svg>`;
} // prettier-ignore
