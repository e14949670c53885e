import { ProblemError, problem } from '../problem';
import { UnsureEncoding } from './decode';
import { formats, guessFormat } from './formats/registry';
import type { Format } from './formats/schemas';
import { PlaceRefused, sizeProblem, type ReadHosts, type ReadResult } from './read';

/**
 * The bytes of a file as a table or value; or what is wrong with them and where. Never throws for bad input.
 * `name` is what messages call the file, and tells the format where `format` is null.
 */
export async function readBytes(
  bytes: Uint8Array,
  name: string,
  format: Format | null,
  hosts: ReadHosts = {},
): Promise<ReadResult> {
  const oversize = sizeProblem(bytes.length, name);
  if (oversize) return { problem: oversize };
  if (bytes.length === 0)
    return { problem: problem('empty-file', `${name} is empty. Save it again with something in it.`, name) };
  const used = format ?? formats[guessFormat(name, bytes)].plain;
  try {
    return { read: await formats[used.format].read(bytes, used as never, name, hosts) };
  } catch (error) {
    if (error instanceof UnsureEncoding) return { problem: error.problem, readings: error.readings };
    if (error instanceof PlaceRefused) return { problem: error.problem, offers: error.offers };
    if (error instanceof ProblemError) return { problem: error.problem };
    return {
      problem: problem(
        'unreadable',
        `${name} cannot be read as ${formats[used.format].label}: ${(error as Error).message}.`,
        name,
      ),
    };
  }
}
