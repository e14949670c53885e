import { ProblemError, problem } from '../problem';
import { formats, guessFormat, type Format } from './formats/registry';
import { largestFile, type ReadResult } from './read';

/**
 * The bytes of a file as a table or value; or what is wrong with them and where. Never throws for bad input.
 * `name` is what messages call the file, and tells the format where `format` is null.
 */
export async function readBytes(bytes: Uint8Array, name: string, format: Format | null): Promise<ReadResult> {
  if (bytes.length > largestFile) {
    const size = Math.round(bytes.length / 1e6);
    return {
      problem: problem(
        'too-large',
        `${name} has ${size} MB; a file of data may have ${largestFile >> 20} MiB. Bring a part of it.`,
        name,
      ),
    };
  }
  if (bytes.length === 0)
    return { problem: problem('empty-file', `${name} is empty. Save it again with something in it.`, name) };
  const used = format ?? formats[guessFormat(name, bytes)].plain;
  try {
    return { read: await formats[used.format].read(bytes, used as never, name) };
  } catch (error) {
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
