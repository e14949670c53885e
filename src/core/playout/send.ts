import { changedFields, chooseWithin, phaseEnd } from '../motion';
import type { Channel, Template, Values } from '../show';
import { happens } from './happen';
import { afterNewValues } from './pages-due';
import { keepLists } from './running';
import { sentEnd, shownAt } from './on-air';
import type { Graphic } from './state';
import { nextFrame, type Work } from './work';

/**
 * Sends new values to a graphic that is up, by the Change that fits. One that is under way is never cut short: what
 * comes meanwhile waits for its end, and of what waits the last word holds.
 */
export function send(
  work: Work,
  channelId: string,
  graphic: Graphic,
  template: Template,
  values: Values,
  at: number,
  channel: Channel,
  hasMotion: boolean,
): void {
  const { rate, values: valuesBefore } = graphic;
  const turns = (): void => {
    afterNewValues(graphic, template, valuesBefore, at);
    keepLists(graphic, template, graphic.values, at);
  };
  const isAhead = at > work.now + 1 / channel.format.rate + 1e-6;
  const cut = (): void => {
    // What happens a little ahead of time must not be seen before.
    graphic.changes = isAhead
      ? [
          ...graphic.changes.filter((sent) => sentEnd(sent, rate) > work.now && sent.at < at - 1e-6),
          { change: null, at, frames: 0, from: { ...shownAt(graphic, work.now).values }, to: { ...values } },
        ]
      : [];
    graphic.values = values;
    turns();
  };
  const waits = graphic.enterAt > at + 1e-6;
  if (!waits) happens(work.state, channelId, graphic, template, { on: 'change', phase: '', at });
  if (!hasMotion || waits) return cut();
  const standing = graphic.changes.filter(
    (sent) => sent.at <= at + 1e-6 && sentEnd(sent, rate) > work.now + 1e-6,
  );
  const last = standing.filter((sent) => sentEnd(sent, rate) > at + 1e-6).at(-1);
  const from = last ? last.to : shownAt(graphic, at).values;
  const begins = last ? nextFrame(sentEnd(last, rate), channel) : at;
  const chosen = chooseWithin(template, from, values, work.releases(graphic.release)?.templates ?? {});
  const frames = chosen ? phaseEnd(chosen) : 0;
  if (!last && frames === 0) return cut();
  graphic.values = values;
  turns();
  graphic.changes = [...standing];
  if (changedFields(template, from, values).size === 0) return;
  const change = frames > 0 && chosen ? chosen.id : null;
  graphic.changes.push({ change, at: begins, frames, from: { ...from }, to: { ...values } });
  if (change) happens(work.state, channelId, graphic, template, { phase: change, at: begins });
}

/** Sends the data that has waited. */
export function sendPending(
  work: Work,
  channelId: string,
  graphic: Graphic,
  template: Template,
  now: number,
  channel: Channel,
): boolean {
  if (Object.keys(graphic.pending).length === 0) return false;
  const values = { ...graphic.values, ...graphic.pending };
  graphic.pending = {};
  send(work, channelId, graphic, template, values, now, channel, true);
  return true;
}
