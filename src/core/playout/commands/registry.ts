import { z } from 'zod';
import type { Work } from '../work';
import { addCommand, schema as add } from './add';
import { anchorCommand, schema as anchor } from './anchor';
import { cardsCommand, schema as cards } from './cards';
import { changeCommand, schema as change } from './change';
import { clearCommand, schema as clear } from './clear';
import { clockCommand, schema as clock } from './clock';
import { countCommand, schema as count } from './count';
import { crawlCommand, schema as crawl } from './crawl';
import { cueCommand, schema as cue } from './cue';
import { dataCommand, schema as data } from './data';
import { dropCommand, schema as drop } from './drop';
import { fillCommand, schema as fill } from './fill';
import { followCommand, schema as follow } from './follow';
import { holdCommand, schema as hold } from './hold';
import { itemsCommand, schema as items } from './items';
import { keepCommand, schema as keep } from './keep';
import { loopCommand, schema as loop } from './loop';
import { moveCommand, schema as move } from './move';
import { nextCommand, schema as next } from './next';
import { noteCommand, schema as note } from './note';
import { pictureCommand, schema as picture } from './picture';
import { putBackCommand, schema as putBack } from './put-back';
import { releaseCommand, schema as release } from './release';
import { renewCommand, schema as renew } from './renew';
import { renumberCommand, schema as renumber } from './renumber';
import { revertCommand, schema as revert } from './revert';
import { rowCommand, schema as row } from './row';
import { runCommand, schema as run } from './run';
import { takeCommand, schema as take } from './take';
import { scoreCommand, schema as score } from './score';
import { tickCommand, schema as tick } from './tick';
import { tickerCommand, schema as ticker } from './ticker';
import { timerCommand, schema as timer } from './timer';
import { timesCommand, schema as times } from './times';
import { removeRowCommand, schema as removeRow } from './remove-row';
import type { CommandKind, Giver } from './kind';

/** What each kind of command holds. */
const schemas = {
  cue,
  take,
  fill,
  change,
  revert,
  count,
  crawl,
  anchor,
  timer,
  ticker,
  items,
  times,
  score,
  add,
  data,
  hold,
  next,
  move,
  'put-back': putBack,
  renew,
  follow,
  clear,
  keep,
  note,
  renumber,
  drop,
  cards,
  row,
  'remove-row': removeRow,
  loop,
  run,
  tick,
  picture,
  clock,
  release,
} as const;
export type CommandName = keyof typeof schemas;
export type Command = { [K in CommandName]: z.infer<(typeof schemas)[K]> }[CommandName];

/** Every kind of command, by name: the one table a new kind is added to. */
export const commandKinds: Readonly<Record<CommandName, CommandKind>> = {
  cue: cueCommand,
  take: takeCommand,
  fill: fillCommand,
  change: changeCommand,
  revert: revertCommand,
  count: countCommand,
  crawl: crawlCommand,
  anchor: anchorCommand,
  timer: timerCommand,
  ticker: tickerCommand,
  items: itemsCommand,
  times: timesCommand,
  score: scoreCommand,
  add: addCommand,
  data: dataCommand,
  hold: holdCommand,
  next: nextCommand,
  move: moveCommand,
  'put-back': putBackCommand,
  renew: renewCommand,
  follow: followCommand,
  clear: clearCommand,
  keep: keepCommand,
  note: noteCommand,
  renumber: renumberCommand,
  drop: dropCommand,
  cards: cardsCommand,
  row: rowCommand,
  'remove-row': removeRowCommand,
  loop: loopCommand,
  run: runCommand,
  tick: tickCommand,
  picture: pictureCommand,
  clock: clockCommand,
  release: releaseCommand,
};

const names = Object.keys(commandKinds) as CommandName[];
const givenBy = (giver: Giver): ReadonlySet<string> =>
  new Set(names.filter((name) => commandKinds[name].givenBy === giver));

export const commandSchema = z.discriminatedUnion(
  'do',
  names.map((name) => schemas[name]) as never,
) as unknown as z.ZodType<Command>;

/** Given by the server alone. */
export const innerCommands = givenBy('server');
/** Those that a producer may give. */
export const producedCommands = givenBy('produce');

/** The commands that operators and outside control give: all but what data and the clock bring. */
export const outsideCommandSchema = z.discriminatedUnion(
  'do',
  names.filter((name) => !innerCommands.has(name)).map((name) => schemas[name]) as never,
) as unknown as z.ZodType<Command>;

/** Whether a command is dropped rather than carried out after its moment. */
export const isOfTheMoment = (command: CommandName): boolean => commandKinds[command].isOfTheMoment;

/** Does what a command says. */
export const carryOut = (work: Work, command: Command): void =>
  (commandKinds[command.do] as unknown as CommandKind<Command>).apply(work, command);
