import { z } from 'zod';
import type { Command } from './command';

/** What someone may do, from least to most. */
export const roles = ['watch', 'operate', 'produce', 'design'] as const;
export const roleSchema = z.enum(roles);
export type Role = z.infer<typeof roleSchema>;

/** A producer brings data and words; what is on air is the operator's. */
const produced: ReadonlySet<Command['do']> = new Set([
  'change',
  'revert',
  'hold',
  'keep',
  'cards',
  'note',
  'add',
  'row',
  'unrow',
]);

/** Whether a role may give a command. The designer may give all; data and the clock have no role. */
export function mayGive(role: Role, command: Command['do']): boolean {
  switch (role) {
    case 'watch':
      return false;
    case 'operate':
      return command !== 'release';
    case 'produce':
      return produced.has(command);
    case 'design':
      return true;
  }
}
