import { listedState, type PostSeen, type PostState } from '../../core/post';

/** What the states are called. */
export const stateNames: Readonly<Record<PostState, string>> = {
  found: 'Found',
  wanted: 'Wanted',
  cleared: 'Cleared',
  'on-air': 'On air',
  'was-on-air': 'Was on air',
  refused: 'Refused',
};

const two = (n: number): string => String(n).padStart(2, '0');
/** The time of day of a moment in ms since 1970. */
export const timeOf = (ms: number): string => {
  const at = new Date(ms);
  return `${two(at.getHours())}:${two(at.getMinutes())}`;
};
/** The same with the day, where it is not today's. */
export const momentOf = (ms: number): string => {
  const at = new Date(ms);
  const isToday = at.toDateString() === new Date().toDateString();
  return isToday ? timeOf(ms) : `${at.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })} ${timeOf(ms)}`;
}; // prettier-ignore

const languageNames = new Intl.DisplayNames(['en'], { type: 'language' });
/** A language by its tag (BCP 47), as it is called in English. */
export const languageName = (tag: string): string => {
  try {
    return languageNames.of(tag) ?? tag;
  } catch {
    return tag;
  }
};

/** Who judged a post, when, or which rule. */
export function fateOf(seen: PostSeen): string {
  const { judged, rule, state } = seen;
  const { verdict, aired } = judged;
  const shown = listedState(seen);
  if (shown === 'on-air' && aired) return `on air since ${timeOf(aired.last)}`;
  const was = aired ? `, was on air ${aired.times === 1 ? '' : `${aired.times} times, last `}until ${momentOf(aired.last)}` : ''; // prettier-ignore
  if (rule !== '') return `${stateNames[state].toLowerCase()}: ${rule}${was}`;
  if (!verdict) return '';
  const wanted =
    verdict.wantedBy !== '' && verdict.wantedBy !== verdict.by ? `, wanted by ${verdict.wantedBy}` : '';
  return `${stateNames[verdict.state].toLowerCase()} by ${verdict.by}, ${momentOf(verdict.at)}${wanted}${was}`;
}
