import { randomBytes, timingSafeEqual } from 'node:crypto';
import { readFile, writeFile } from 'node:fs/promises';
import type { IncomingMessage } from 'node:http';
import { join } from 'node:path';
import { z } from 'zod';
import { roles, roleSchema, type Role } from '../core/playout';
import { problem, type Problem } from '../core/problem';

export interface AccessKey {
  readonly role: Role;
  readonly key: string;
}

/** Who may do what. From this machine no key is needed; one that is given all the same says what its bearer may do. */
export interface Access {
  /** Reachable from other machines. */
  readonly lan: boolean;
  readonly keys: readonly AccessKey[];
}

const keysSchema = z.array(z.object({ role: roleSchema, key: z.string().min(4).max(200) })).min(1);

/** The keys of a server, one for each role; made at the first start. `design` sets the designer's. */
export async function openAccess(home: string, lan: boolean, design?: string): Promise<Access> {
  const path = join(home, 'access.json');
  let keys: AccessKey[] | null = null;
  try {
    keys = keysSchema.parse(JSON.parse(await readFile(path, 'utf8')));
  } catch {
    // None yet, or damaged: new ones are made.
  }
  if (!keys) {
    keys = roles.map((role) => ({ role, key: randomBytes(9).toString('base64url') }));
    await writeFile(path, JSON.stringify(keys, null, 2), { mode: 0o600 });
  }
  if (design !== undefined)
    keys = keys.map((own) => (own.role === 'design' ? { role: own.role, key: design } : own));
  return { lan, keys };
}

const loopback = new Set(['127.0.0.1', '::1', '::ffff:127.0.0.1']);
const localNames = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

export const isLoopback = (address: string | undefined): boolean =>
  address !== undefined && loopback.has(address);

/** Refuses pages of other sites, and other names for this machine than its own. */
export function originProblem(request: IncomingMessage, access: Access): Problem | null {
  const host = request.headers.host ?? '';
  if (!access.lan && !localNames.test(host)) {
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

const isSame = (one: string, other: string): boolean => {
  const [a, b] = [Buffer.from(one), Buffer.from(other)];
  return a.length === b.length && timingSafeEqual(a, b);
};

/** What the bearer of a key may do, or why nothing. */
export function roleOf(
  remote: string | undefined,
  given: string | undefined,
  access: Access,
): { role: Role } | { problem: Problem } {
  if (given !== undefined && given !== '') {
    const known = access.keys.find(({ key }) => isSame(key, given));
    return known
      ? { role: known.role }
      : {
          problem: problem(
            'wrong-key',
            'This access key is not known here. Look at the keys that the server printed when it started.',
            'key',
          ),
        };
  }
  if (isLoopback(remote)) return { role: 'design' };
  return {
    problem: problem('wrong-key', 'This needs an access key that the server printed when it started.', 'key'),
  };
}

/** Why a role may not do something. */
export const notAllowed = (role: Role, what: string): Problem =>
  problem(
    'not-allowed',
    `Your access key lets you ${role === 'watch' ? 'watch' : role}, not ${what}. Ask for another key.`,
    'key',
  );
