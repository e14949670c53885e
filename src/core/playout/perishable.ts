import type { Command } from './command';

/** What is meant for this moment: carried out late it would surprise. */
const ofTheMoment: ReadonlySet<Command['do']> = new Set([
  'cue',
  'fill',
  'take',
  'change',
  'revert',
  'count',
  'add',
  'hold',
  'next',
  'move',
  'put-back',
  'renew',
  'clear',
  'run',
]);

/** Whether a command is dropped rather than carried out after its moment. */
export const isOfTheMoment = (command: Command['do']): boolean => ofTheMoment.has(command);
