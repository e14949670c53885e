// Flags of the smaller clubs: a ground, a second tone and one sign each, cut the way sails are.
import { square } from './square';

const ivory = '#f6f0e0';
const ink = '#0b2630';

type Sign = (light: string, dark: string) => string;
const signs = {
  chevron: (light, dark) => `<path d="M60 110 200 230 340 110v84L200 314 60 194z" fill="${light}"/><path d="M200 230 340 110v84L200 314z" fill="${dark}"/>`,
  sun: (light, dark) => `<circle cx="200" cy="176" r="86" fill="${light}"/><path d="M0 268h400v34H0zM0 336h400v30H0z" fill="${dark}"/>`,
  bars: (light, dark) => `<path d="M0 90h400v62H0zM0 248h400v62H0z" fill="${light}"/><path d="M260 90h140l-46 62H214zM180 248h140l-46 62H134z" fill="${dark}"/>`,
  wave: (light, dark) => `<path d="M0 150q50-54 100 0t100 0t100 0t100 0v86q-50 54-100 0t-100 0t-100 0t-100 0z" fill="${light}"/><path d="M0 300q50-40 100 0t100 0t100 0t100 0v100H0z" fill="${dark}"/>`,
  sail: (light, dark) => `<path d="M214 52v236h128z" fill="${light}"/><path d="M190 92v196H78z" fill="${dark}"/><path d="M64 312h280l-44 46H108z" fill="${light}"/>`,
  cross: (light, dark) => `<path d="M160 0h80v400h-80z" fill="${light}"/><path d="M0 150h400v80H0z" fill="${light}"/><path d="M180 0h40v400h-40zM0 170h400v40H0z" fill="${dark}"/>`,
  diamond: (light, dark) => `<path d="M200 46 332 180 200 354 68 180z" fill="${light}"/><path d="M200 46v308L68 180z" fill="${dark}"/>`,
  reed: (light, dark) => `<g fill="none" stroke-width="20" stroke-linecap="round"><path d="M140 356C140 220 120 150 96 84M260 356c0-140 20-206 50-262" stroke="${dark}"/><path d="M200 356V60" stroke="${light}"/></g><ellipse cx="200" cy="96" rx="20" ry="56" fill="${light}"/>`,
} as const satisfies Record<string, Sign>; // prettier-ignore

const flag = (ground: string, sign: keyof typeof signs, light: string, dark: string): string =>
  square(signs[sign](light, dark), ground);

export const pennants: Readonly<Record<string, string>> = {
  'tern.svg': flag('#3f9fbf', 'sail', ivory, '#cfe3e8'),
  'goeland.svg': flag('#2f4f8f', 'wave', ivory, '#8fb0e0'),
  'lantern.svg': flag('#1c2b45', 'sun', '#f2b632', '#3b4f74'),
  'nadi.svg': flag('#1f7a5a', 'diamond', ivory, '#bfe0cf'),
  'patang.svg': flag('#d9742b', 'diamond', ivory, '#7a2f10'),
  'hama.svg': flag(ivory, 'sun', '#c8372d', '#e7b9a8'),
  'curlew.svg': flag('#7a5a3a', 'chevron', '#e9d7b4', '#c9a86a'),
  'gull.svg': flag('#5a6f7a', 'chevron', ivory, '#c3d0d4'),
  'marram.svg': flag('#6f8f3a', 'reed', ivory, '#dfe8b8'),
  'eelgrass.svg': flag('#20594f', 'reed', '#9fd8b8', '#4f9f86'),
  'spratt.svg': flag('#8f2a4f', 'bars', '#f0c4d2', '#c86f92'),
  'breakwater.svg': flag('#3a3f4a', 'bars', '#f2b632', '#a8791a'),
  'helm.svg': flag('#14407a', 'cross', ivory, '#d9542b'),
  'tideline.svg': flag('#2c7a86', 'wave', '#bfe3e2', '#175058'),
  'thrift.svg': flag('#c85a8f', 'cross', '#fbe3ee', '#7a2450'),
  'plover.svg': flag('#b88a4a', 'sail', '#fff3d6', ink),
};
