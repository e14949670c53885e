/**
 * What is wrong with a piece of input, as data.
 * `code` is stable and meant for programs, `message` is a plain sentence that says what, where and what to do,
 * `path` names the place (a JSON path, a field's name, a file, sheet, line), empty where there is none.
 */
export interface Problem {
  readonly code: string;
  readonly message: string;
  readonly path: string;
}

export const problem = (code: string, message: string, path = ''): Problem => ({ code, message, path });

/** Carries a problem out of a deep call; the host catches it where the person looks. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.message);
    this.name = 'ProblemError';
  }
}

export const isProblem = (value: unknown): value is Problem =>
  typeof value === 'object' && value !== null && 'code' in value && 'message' in value && 'path' in value;

/** A number of things in words: `1 row`, `2 rows`; `many` where the plural is not made by an s. */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;
