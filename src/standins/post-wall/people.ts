// The people of the bay who write to the programme: invented, always the same.
import { chance } from '../chance';

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly handle: string;
  readonly place: string;
  /** The language that they write in, as BCP 47. */
  readonly language: string;
  readonly followers: number;
}

export const howMany = 150;

const first = ['Tove', 'Anna', 'Reed', 'Mio', 'Fen', 'Pia', 'Ottar', 'Nell', 'Bram', 'Isolde', 'Wick', 'Marit', 'Jory', 'Elin', 'Corin', 'Sunniva', 'Piran', 'Bea', 'Lowen', 'Astrid', 'Kerra', 'Halvor', 'Demelza', 'Rune', 'Tamsin', 'Ivo', 'Gerda', 'Milo', 'Sanna', 'Denzil'] as const; // prettier-ignore
const last = ['Marsh', 'Tolliver', 'Saltow', 'Brack', 'Fenwick', 'Gullgate', 'Strand', 'Pellow', 'Skerrit', 'Dunlin', 'Wharfe', 'Tidewell', 'Lanterne', 'Roke', 'Sandover', 'Mullion', 'Kittiwake', 'Samphire'] as const; // prettier-ignore
const elsewhere = [
  ['浜辺 あおい', 'ja'], ['潮見 たける', 'ja'], ['凪沙', 'ja'], ['ليلى الساحلي', 'ar'], ['سامر البحري', 'ar'], ['نور', 'ar'], ['तारा सागर', 'hi'], ['मोहन लहर', 'hi'], ['Lúcia Vareiro', 'pt'], ['Joaquim da Praia', 'pt'], ['Noémie Goéland', 'fr'], ['Yann Le Phare', 'fr'], ['Marta Olaverde', 'es'], ['Íñigo Mar', 'es'], ['Käthe Dünenweg', 'de'], ['Jörn Seebrück', 'de'], ['Åse Kråkvåg', 'no'], ['Eirik Vindskjær', 'no'], ['Ольга Прибой', 'ru'], ['שירה חוף', 'he'], ['สายลม ทะเล', 'th'], ['한바다', 'ko'],
] as const; // prettier-ignore
const called = ['bar_captain', 'salt_and_sand', 'uncle.fen', 'kite_gran', 'pier_walker', 'lantern_kid', 'the_other_tern', 'mudlark', 'harbour cat', 'two_left_wellies'] as const; // prettier-ignore
export const places = ['Skerry', 'Outer Bar', 'Lower Saltings', 'Upper Saltings', 'Harbour', 'Lantern Point', 'Marram', 'Tern Sands', 'Old Pier'] as const; // prettier-ignore

const pick = <T>(list: readonly T[], seed: number): T => list[Math.floor(chance(seed) * list.length)] as T;

const plainHandle = (name: string, n: number): string => {
  const latin = name
    .normalize('NFKD')
    .replace(/[^A-Za-z]+/g, '')
    .toLowerCase();
  return latin.length < 3 ? `bay_${n + 11}` : `${latin.slice(0, 14)}${n % 3 === 0 ? n : ''}`;
};

function personOf(n: number): Person {
  const foreign = n % 7 === 3 ? elsewhere[Math.floor(n / 7) % elsewhere.length] : undefined;
  const nick = n % 11 === 5 ? called[Math.floor(n / 11) % called.length] : undefined;
  const name = foreign?.[0] ?? nick ?? `${pick(first, n * 3 + 1)} ${pick(last, n * 5 + 2)}`;
  return {
    id: `p${n}`,
    name,
    handle: `@${nick?.replace(/\W/g, '_') ?? plainHandle(name, n)}`,
    place: pick(places, n * 7 + 3),
    language: foreign?.[1] ?? 'en',
    followers: Math.floor(chance(n * 13 + 5) ** 4 * 9000) + 3,
  };
}

export const people: readonly Person[] = Array.from({ length: howMany }, (_, n) => personOf(n));

const skins = [['#f2c9a1', '#d9a679'], ['#e0a878', '#bf8657'], ['#b9784a', '#955b34'], ['#8a5636', '#6b3f26'], ['#f6d7bd', '#e0b394']] as const; // prettier-ignore
const hairs = ['#2b1d18', '#5a3423', '#a35a2a', '#d9a441', '#8b8d8f', '#c7433a', '#1b2a3a'] as const;
const cloths = ['#2c7a86', '#e8593a', '#f2b632', '#5b3f8c', '#17684f', '#0b2630', '#d9546a'] as const;
const skies = ['#f2b632', '#62b6c4', '#f6d8c8', '#cfe3d4', '#d9c9ee', '#f0e2b8'] as const;

/** A portrait as SVG: flat shapes, two light tones and one dark, the same each time. */
export function portraitOf(n: number): string {
  const [light, shade] = pick(skins, n * 17 + 1);
  const [hair, cloth, sky] = [pick(hairs, n * 19 + 2), pick(cloths, n * 23 + 3), pick(skies, n * 29 + 4)];
  const style = Math.floor(chance(n * 31 + 5) * 5);
  const back = [
    `<path d="M46 84c0-40 28-58 54-58s54 18 54 58v66H46z" fill="${hair}"/>`,
    '',
    `<circle cx="100" cy="34" r="24" fill="${hair}"/>`,
    '',
    `<path d="M52 92c-6-50 24-68 48-68s54 18 48 68l-10 26H62z" fill="${hair}"/>`,
  ][style] as string;
  const top = [
    `<path d="M58 82c0-34 20-48 42-48s42 14 42 48c-14-6-22-20-28-26-12 14-34 24-56 26z" fill="${hair}"/>`,
    `<path d="M58 78c2-32 20-44 42-44s40 12 42 44c-8-14-22-20-42-20s-34 6-42 20z" fill="${hair}"/>`,
    `<path d="M58 80c0-30 20-44 42-44s42 14 42 44c-12-16-26-22-42-22s-30 6-42 22z" fill="${hair}"/>`,
    `<path d="M54 70c4-30 24-38 46-38s42 8 46 38z" fill="${cloth}"/><path d="M48 70h104v10H48z" fill="#0b2630"/>`,
    `<path d="M60 84c-4-36 18-46 40-46s44 10 40 46c-20-2-34-12-42-24-6 12-20 22-38 24z" fill="${hair}"/>`,
  ][style] as string;
  const glasses =
    n % 5 === 2
      ? '<g fill="none" stroke="#0b2630" stroke-width="4"><circle cx="82" cy="96" r="13"/><circle cx="118" cy="96" r="13"/><path d="M95 96h10"/></g>'
      : '';
  const beard = n % 9 === 4 ? `<path d="M64 104c2 36 18 46 36 46s34-10 36-46c-10 14-20 16-36 16s-26-2-36-16z" fill="${hair}"/>` : '';
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 200" width="400" height="400"><rect width="200" height="200" fill="${sky}"/>${back}<path d="M24 200c4-40 34-54 76-54s72 14 76 54z" fill="${cloth}"/><path d="M84 130h32v26c-8 8-24 8-32 0z" fill="${shade}"/><ellipse cx="100" cy="96" rx="40" ry="48" fill="${light}"/><path d="M100 48c26 0 40 20 40 48s-16 48-40 48c16-12 22-30 22-48s-6-36-22-48z" fill="${shade}" opacity=".35"/>${beard}${top}<circle cx="84" cy="97" r="4.5" fill="#0b2630"/><circle cx="116" cy="97" r="4.5" fill="#0b2630"/><path d="M88 120c6 7 18 7 24 0" fill="none" stroke="#7a2e22" stroke-width="5" stroke-linecap="round"/>${glasses}</svg>`;
} // prettier-ignore
