// What the people of the bay write: on the day, on a broken line, on a squall; and what must never reach air.
import { chance } from '../chance';
import { people, places, type Person } from './people';

export type Topic = 'day' | 'line' | 'squall' | 'vote';
/** Why a post must not go to air. */
export type Unfit = 'abuse' | 'number' | 'address' | 'advert' | 'picture';

export interface Message {
  readonly text: string;
  readonly language: string;
  readonly tags: readonly string[];
  /** A link that it has; null: none. */
  readonly link: string | null;
  readonly unfit: Unfit | null;
}

const teams = ['Ox', 'Skerry Flyers', 'Dunlin Aerobats', 'Équipe Goéland', 'Tern & Sons', 'Kråkvåg Lines', 'the Lower Saltings'] as const; // prettier-ignore

/** `{team}`, `{place}`, `{n}` are filled. */
const english: Readonly<Record<Topic, readonly string[]>> = {
  day: [
    'What a sky over {place} today!',
    'My sail is soaked but my heart is dry',
    'Go {team} go 🐂🪁',
    'Is there tea left at the harbour? Asking for {n} friends',
    'We can see the red one from our roof in {place}. Please tell the pilot that my grandmother waves back every evening.',
    'First time at the festival. Third bun. No regrets.',
    '{team} were robbed in the ballet. Two hundredths!! Who counts like that?',
    'My daughter is {n} and says the kites are fish that forgot the sea',
    'The judges deserve a medal for standing in that wind',
    'Counted {n} kites before my neck gave up',
    'Gustav has been found 💙',
    'Our dog has strong opinions about {team}',
    'Greetings from the night shift at the lighthouse, we watch with the sound off and cheer anyway',
    'That long train from {place}… sixty-one kites on one line. I had to sit down.',
    'Rokkaku explained to me in the queue for chips. Now I am an expert.',
    'Low water, high spirits',
    'Somebody dropped a saffron scarf by the old pier, it hangs on the second post',
    'Thank you {team} for letting the little ones hold the line',
    'If the wind turns any further we will be watching from the boat',
    'Night-glow tonight? Lamps are packed, thermos too ☕',
    'I have not missed one since {place} hosted it. Best field in years.',
    'The commentator just said “aerodynamically speaking” and my whole family clapped',
    'Hello from {place}: the tide is out and so are we',
    'ok but who irons the sails',
  ],
  line: [
    'Did you hear that line go?! Over here in {place} it sounded like a whip',
    '{team} lost a line, is everyone all right?',
    'The kite came down behind the dunes, we are looking for it',
    'Found a blue piece of sail at {place}, bringing it to the harbour office',
    'That is why you check your knots, kids',
    'Snapped clean. {team} will mend it in four minutes, watch them',
    'My heart stopped. Then I saw the pilot laugh 😮‍💨',
    'Line parted above the flag, so it counts as a cut. Discuss.',
  ],
  squall: [
    'Here it comes!! {place} has gone grey',
    'Everything down, everything down',
    'Rain sideways at {place}, kites are safe, chips are not',
    'Squall line over the outer bar, please stay off the sand',
    'We are {n} people under one umbrella',
    'The flag is red and so is my nose',
    'Best weather for tea, worst for silk',
    'It passed in ten minutes and left a rainbow over {place} 🌈',
  ],
  vote: [
    'A',
    'B',
    'C',
    'D',
    'b!',
    'My vote: A',
    '{team}!',
    '{team} 🪁',
    'I vote for {team}',
    'C of course',
    'A or B, I cannot decide',
  ],
};

const others: Readonly<Record<string, readonly string[]>> = {
  ja: ['凧がきれい', '{place}から応援しています！', '風が強いけど楽しい 🪁', '子どもたちが大喜びです'],
  ar: ['سماء جميلة فوق الخليج', 'نشجع {team} من بعيد', 'الريح قوية اليوم والطائرات رائعة 🪁', 'شكراً لكم على هذا اليوم'],
  hi: ['आसमान रंगों से भर गया है', '{team} को शुभकामनाएँ', 'हवा तेज़ है, पतंगें सुंदर हैं'],
  pt: ['Que céu lindo em {place}!', 'Força {team}! 🪁', 'A minha avó não perde um voo'],
  fr: ['Quel ciel au-dessus de {place} !', 'Allez {team} !', 'On voit les cerfs-volants depuis le phare'],
  es: ['¡Qué viento tan bueno hoy!', 'Vamos {team} 🪁', 'Desde {place}, con toda la familia'],
  de: ['Was für ein Himmel über {place}!', 'Daumen drücken für {team}', 'Drachen bis zum Horizont, und kein Parkplatz mehr'],
  no: ['For en himmel over {place}!', 'Heia {team} 🪁', 'Vinden kommer fra sørvest, som alltid'],
  ru: ['Какое небо над заливом!', 'Болеем за {team}'],
  he: ['איזה שמיים יפים מעל המפרץ', 'בהצלחה {team}'],
  th: ['ท้องฟ้าสวยมากวันนี้', 'เชียร์ {team} 🪁'],
  ko: ['하늘이 정말 예뻐요', '{team} 파이팅! 🪁'],
}; // prettier-ignore

const unfit: Readonly<Record<Unfit, readonly string[]>> = {
  abuse: ['that judge is blind, what a useless clown', '{team} are a bunch of cheating numpties', 'whoever wrote these rules is a complete twit'],
  number: ['Lost my daughter’s kite at {place}, please ring 0555 014 277', 'Lift to {place} tonight? Text 0555 083 119'],
  address: ['Party after the night-glow at 14 Saltings Lane, bring lamps', 'Pick the scarf up from Mrs Roke, 3 Pier Cottages'],
  advert: ['BUY KITES NOW at half price!!! kites-for-all.example', 'Earn money from home flying kites, ask me how: easy-wind.example'],
  picture: ['look at this lol', 'guess where I put the flag'],
}; // prettier-ignore

const tagsOf: Readonly<Record<Topic, readonly string[]>> = {
  day: ['marrambay', 'kites', 'ballet', 'nightglow'],
  line: ['brokenline', 'marrambay'],
  squall: ['squall', 'marrambay', 'weather'],
  vote: ['vote', 'marrambay'],
};

const pick = <T>(list: readonly T[], seed: number): T => list[Math.floor(chance(seed) * list.length)] as T;
const kinds = Object.keys(unfit) as Unfit[];

/** The message of a post: its author’s language, its topic, and by its number the odd unfit one. */
export function messageOf(n: number, author: Person, topic: Topic): Message {
  const isUnfit = n % 13 === 6;
  const kind = isUnfit ? (kinds[Math.floor(n / 13) % kinds.length] as Unfit) : null;
  const own = others[author.language];
  const list = kind ? unfit[kind] : own && chance(n + 71) < 0.8 ? own : english[topic];
  const text = pick(list, n * 3 + 11)
    .replace('{team}', pick(teams, n * 5 + 12))
    .replace('{place}', pick(places, n * 7 + 13))
    .replace('{n}', String(2 + Math.floor(chance(n * 11 + 14) * 40)));
  const hasLink = kind === 'advert' || n % 17 === 9;
  const tags = tagsOf[topic].filter((_, i) => i === 0 || chance(n * 13 + i) < 0.4);
  return {
    text: n % 4 === 1 ? `${text} #${tags[0] ?? 'marrambay'}` : text,
    language: kind || !own || list !== own ? 'en' : author.language,
    tags,
    link: hasLink ? (kind === 'advert' ? 'https://kites-for-all.example/' : `https://marram-bay.example/photos/${n}`) : null,
    unfit: kind,
  };
} // prettier-ignore

export const authorOf = (n: number): Person =>
  people[Math.floor(chance(n * 37 + 3) * people.length)] as Person;
