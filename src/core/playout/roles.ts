import { z } from 'zod';
import { commandKinds, producedCommands, type Command } from './command';

/** What someone may do, from least to most. */
export const roles = ['watch', 'operate', 'produce', 'design'] as const;
export const roleSchema = z.enum(roles);
export type Role = z.infer<typeof roleSchema>;

/** Whether a role may give a command. The designer may give all; data and the clock have no role. */
export function mayGive(role: Role, command: Command['do']): boolean {
  switch (role) {
    case 'watch':
      return false;
    case 'operate':
      return commandKinds[command].givenBy !== 'design';
    case 'produce':
      return producedCommands.has(command);
    case 'design':
      return true;
  }
}
