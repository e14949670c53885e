import { timingSafeEqual } from 'node:crypto';
import type { IncomingMessage } from 'node:http';
import { problem, type Problem } from '../core/problem';

/** Who may do what. `key` null: the server is bound to this machine only, and all who reach it may control. */
export interface Access {
  readonly key: string | null;
}

const loopback = new Set(['127.0.0.1', '::1', '::ffff:127.0.0.1']);
const localNames = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

export const isLoopback = (address: string | undefined): boolean =>
  address !== undefined && loopback.has(address);

/** Refuses pages of other sites, and other names for this machine than its own. */
export function originProblem(request: IncomingMessage, access: Access): Problem | null {
  const host = request.headers.host ?? '';
  if (access.key === null && !localNames.test(host)) {
    return problem(
      'foreign-host',
      'This server answers to localhost only. Start it with --lan to use it from elsewhere.',
    );
  }
  const { origin } = request.headers;
  if (origin === undefined) return null;
  const same = URL.canParse(origin) && new URL(origin).host === host;
  return same ? null : problem('foreign-origin', 'Pages of other addresses may not control this server.');
}

/** Refuses those from other machines who do not bring the access key. */
export function keyProblem(
  remote: string | undefined,
  given: string | undefined,
  access: Access,
): Problem | null {
  if (access.key === null || isLoopback(remote)) return null;
  const [a, b] = [Buffer.from(given ?? ''), Buffer.from(access.key)];
  if (a.length === b.length && timingSafeEqual(a, b)) return null;
  return problem('wrong-key', 'This needs the access key that the server printed when it started.', 'key');
}
