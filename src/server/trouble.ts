import type { Problem } from '../core/problem';

/** What is wrong with the server itself, each by its code and place; told in health and on every screen until it is over. */
export class Troubles {
  private readonly known = new Map<string, Problem>();
  readonly listeners = new Set<() => void>();

  list = (): Problem[] => [...this.known.values()];

  set(wrong: Problem): void {
    const key = keyOf(wrong.code, wrong.path);
    if (this.known.get(key)?.message === wrong.message) return;
    this.known.set(key, wrong);
    this.tell();
  }

  clear(code: string, path = ''): void {
    if (this.known.delete(keyOf(code, path))) this.tell();
  }

  /** Someone has seen it: of what is over but was not to be missed. Returns whether there was such. */
  seen(code: string, path: string): boolean {
    if (!passed.has(code) || !this.known.has(keyOf(code, path))) return false;
    this.clear(code, path);
    return true;
  }

  private tell(): void {
    for (const listener of this.listeners) listener();
  }
}

const keyOf = (code: string, path: string): string => `${code} ${path}`;

/** Told until someone has seen them. */
export const passed: ReadonlySet<string> = new Set(['journal-damaged', 'server-fault']);
