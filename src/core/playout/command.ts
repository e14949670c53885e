// Commands: what is done to what is on air. Each kind in its own file, with all that tells it from others.
export {
  carryOut,
  commandKinds,
  commandSchema,
  innerCommands,
  isOfTheMoment,
  outsideCommandSchema,
  producedCommands,
  type Command,
  type CommandName,
} from './commands/registry';
export { runActs, type RunAct } from './commands/run';
export type { Target, Which, WhichPreview } from './commands/shapes';
