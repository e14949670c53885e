import { sameNumber } from '../show';
import type { Command } from './command';
import { leave, withdraw } from './leave';
import { channelOf, numberOf } from './lookup';
import { setPreview } from './preview';
import { nextFrame, prune, refuse, type Work } from './work';

type Clear = Extract<Command, { do: 'clear' }>;

/** Takes off what is up, or clears preview, on each of the channels that are meant. */
export const clear = (work: Work, command: Clear): void =>
  [command.channel, ...(command.also ?? [])].forEach((id) => clearOn(work, { ...command, channel: id }));

function clearOn(work: Work, command: Clear): void {
  const { channel, air } = channelOf(work.state, command.channel);
  const { lane, graphic: wanted } = command;
  if (command.preview) {
    setPreview(air, command, null);
    if (lane === undefined && command.number === undefined && wanted === undefined && !command.all) return;
  }
  const now = nextFrame(work.at, channel);
  prune(air, work.now);
  const number = command.number === undefined ? null : numberOf(command.number);
  if (!command.all && lane === undefined && number === null && wanted === undefined) {
    return refuse('no-target', 'Say what to clear: a lane, a call number, or all.', 'lane');
  }
  const going = air.graphics.filter(
    (g) =>
      g.exitAt === null &&
      (command.all ||
        ((lane === undefined || g.lane === lane) &&
          (wanted === undefined || g.id === wanted) &&
          (number === null || sameNumber(g.number, number)))),
  );
  if (going.length === 0 && !command.all) {
    return refuse(
      'nothing-on-air',
      `Nothing of that is on air on ${channel.name}.`,
      lane === undefined ? 'number' : 'lane',
    );
  }
  for (const graphic of going) {
    if (graphic.enterAt > now + 1e-6) withdraw(work, air, graphic);
    else leave(work, channel.id, air, graphic, now, 'clear');
  }
}
