import { lstat, realpath } from 'node:fs/promises';
import { join, resolve, sep } from 'node:path';
import { problem, type Problem } from '../../core/problem';

const outside = (path: string): Problem =>
  problem('outside', `${path} leads out of the watched folder. It was not read.`, path);

/**
 * The real place of a file below a folder. What leads out, by its path or by a link, is refused alike whether anything
 * is there or not, and no words tell of places outside.
 */
export async function insideOf(root: string, path: string): Promise<{ full: string } | { problem: Problem }> {
  // A path that is typed may hold anything, also what no file's name can.
  if (path.includes('\0'))
    return { problem: problem('no-file', 'A path with a NUL character names no file.', 'path') };
  const wanted = resolve(root, path);
  if (!wanted.startsWith(resolve(root) + sep)) return { problem: outside(path) };
  try {
    const full = await realpath(wanted);
    return full.startsWith((await realpath(root)) + sep) ? { full } : { problem: outside(path) };
  } catch (error) {
    return { problem: (await hasLink(root, path)) ? outside(path) : openProblem(path, error) };
  }
}

/** Whether a part of a path is a link: one that leads nowhere may lead out. */
async function hasLink(root: string, path: string): Promise<boolean> {
  let at = resolve(root);
  for (const part of path.split(/[/\\]/)) {
    at = join(at, part);
    const found = await lstat(at).catch(() => null);
    if (!found) return false;
    if (found.isSymbolicLink()) return true;
  }
  return false;
}

const reasons: Readonly<Record<string, string>> = {
  EBUSY: 'another program has it open and locked. Close it there, or save a copy',
  ETXTBSY: 'another program has it open and locked. Close it there, or save a copy',
  EACCES: 'this server may not read it',
  EPERM: 'this server may not read it',
  EISDIR: 'it is a folder',
  ENOTDIR: 'a part of its path is no folder',
  ENAMETOOLONG: 'its path is too long',
  EMFILE: 'too many files are open',
  EIO: 'the disk failed',
};

/** Why a file cannot be opened, without the path that the system knows it by. */
export function openProblem(path: string, error: unknown): Problem {
  const { code = '' } = error as NodeJS.ErrnoException;
  return problem(
    code === 'EBUSY' || code === 'ETXTBSY' ? 'in-use' : 'no-file',
    code === 'ENOENT'
      ? `${path} is not in the watched folder.`
      : `${path} cannot be opened: ${reasons[code] ?? `the system says ${code || 'no more'}`}.`,
    path,
  );
}
