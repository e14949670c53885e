import { isZone } from '../binding';
import { clockProblems, type ShowClock, type Show, type Template } from '../show';
import type { Finding } from './filling';

/** What of a template's clocks and hands cannot be shown: a clock that is not there or cannot count, an unknown zone. `now`: seconds since 1970 UTC. */
export function clockFindings(
  template: Template,
  show: Pick<Show, 'clocks' | 'channels' | 'cards' | 'tables' | 'views' | 'sources'>,
  now: number,
): Finding[] {
  const found: Finding[] = [];
  const tied = new Set(template.ties.map(({ element, property }) => `${element} ${property}`));
  for (const element of Object.values(template.elements)) {
    if (!('clock' in element)) continue;
    const add = (message: string): number => found.push({ code: 'clock', element: element.id, message });
    const { shows, clock, zone, id, name } = element;
    if (shows === 'time' && zone !== '' && !isZone(zone))
      add(`${name} names “${zone}”, which is no time zone known here: it shows UTC`);
    if (shows !== 'clock' || tied.has(`${id} clock`)) continue;
    const own = clockIn(show, clock);
    if (!own) add(clock === '' ? `${name} has no clock to show` : `${name} names a clock that the show does not have`);
    else for (const { message } of problemsOf(own, show, now)) add(`${name}: ${message}`);
  }
  return found;
} // prettier-ignore

const clockIn = ({ clocks }: Pick<Show, 'clocks'>, wanted: string): ShowClock | undefined =>
  clocks[wanted] ?? Object.values(clocks).find(({ name }) => name === wanted);

/** What of a clock of a show cannot be counted, or does nothing. */
export const problemsOf = (
  clock: ShowClock,
  show: Pick<Show, 'channels' | 'cards' | 'tables' | 'views' | 'sources'>,
  now: number,
): ReturnType<typeof clockProblems> =>
  clockProblems(clock, {
    channels: show.channels,
    numbers: new Set(Object.values(show.cards).map(({ number }) => Number(number))),
    hasData: (id) => Boolean(show.tables[id] ?? show.views[id] ?? show.sources[id]),
    now,
  });
