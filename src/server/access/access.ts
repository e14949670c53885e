import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import type { IncomingMessage } from 'node:http';
import { z } from 'zod';
import { roles, roleSchema, type Role } from '../../core/playout';
import { problem, type Problem } from '../../core/problem';
import { writeWhole, type Disk } from '../disk';
import type { Log } from '../log';
import { countedAddress, isAtHome } from './hosts';
import { KeyGuard } from './key-guard';

export interface AccessKey {
  readonly role: Role;
  readonly key: string;
}

/** A key as it is kept: its salted SHA-256, which is enough for keys that chance has made. */
const keptSchema = z.object({
  keys: z
    .array(
      z.object({
        role: roleSchema,
        salt: z.string().regex(/^[0-9a-f]{32}$/),
        hash: z.string().regex(/^[0-9a-f]{64}$/),
        /** ISO 8601. */
        made: z.string().max(40),
      }),
    )
    .min(1),
});
type Kept = z.infer<typeof keptSchema>['keys'][number];
/** As keys were kept before: whole. */
const earlierSchema = z.array(z.object({ role: roleSchema, key: z.string().min(4).max(200) })).min(1);

const file = 'access.json';
/** Bytes of chance in a key. */
const keyBytes = 18;
/** The least length of a key that someone has set. */
export const leastKeyLength = 20;

const hashOf = (salt: string, key: string): string =>
  createHash('sha256').update(salt).update('\0').update(key).digest('hex');

function keep(role: Role, key: string): Kept {
  const salt = randomBytes(16).toString('hex');
  return { role, salt, hash: hashOf(salt, key), made: new Date().toISOString() };
}

/** Why a key that someone has set is none; null where it is good enough. */
export function keyProblem(key: string): string | null {
  if (key.length < leastKeyLength)
    return `JORVAN_KEY has ${key.length} characters: a key that keeps strangers out has at least ${leastKeyLength}. Leave it out and one is made.`;
  return new Set(key).size < 8
    ? 'JORVAN_KEY repeats the same few characters. Leave it out and one is made.'
    : null;
}

/** What the bearer of a key may do, or why nothing. */
export type Allowed = { readonly role: Role; readonly byKey: boolean } | { readonly problem: Problem };

/**
 * Who may do what. From this machine no key is needed; one that is given all the same says what its bearer may do. Keys
 * are kept as hashes: one that is lost is made anew.
 */
export class Access {
  private readonly guard = new KeyGuard(() => performance.now());
  /** Keys made at this start, to be shown once. */
  fresh: readonly AccessKey[] = [];

  private constructor(
    private readonly disk: Disk,
    private readonly home: string,
    private readonly log: Log,
    private kept: Kept[],
    private readonly design: Kept | null,
  ) {}

  /** `design` sets the designer's key for this run; throws where it is too weak. */
  static async open(disk: Disk, home: string, log: Log, design?: string): Promise<Access> {
    const weak = design === undefined ? null : keyProblem(design);
    if (weak !== null) throw new Error(weak);
    const kept = readKept((await disk.read(`${home}/${file}`)) ?? Buffer.alloc(0));
    const access = new Access(
      disk,
      home,
      log,
      kept?.keys ?? [],
      design === undefined ? null : keep('design', design),
    );
    if (kept && !kept.isEarlier) return access;
    if (!kept) {
      access.fresh = roles.map((role) => ({ role, key: randomBytes(keyBytes).toString('base64url') }));
      access.kept = access.fresh.map(({ role, key }) => keep(role, key));
    }
    await access.save();
    return access;
  }

  /** Which roles have a key, and since when. */
  list = (): { role: Role; made: string; isSet: boolean }[] =>
    this.all().map(({ role, made }) => ({ role, made, isSet: role === 'design' && this.design !== null }));

  /** Makes a role's key anew and returns it, the only time that it is to be had. The one before counts no more. */
  async renew(role: Role): Promise<string> {
    const key = randomBytes(keyBytes).toString('base64url');
    const before = this.kept;
    this.kept = [...before.filter((own) => own.role !== role), keep(role, key)];
    try {
      await this.save();
    } catch (error) {
      this.kept = before;
      throw error;
    }
    this.log.info({ role }, 'an access key was made anew');
    return key;
  }

  allowed(request: IncomingMessage, given: string | undefined): Allowed {
    if (given === undefined || given === '')
      return isAtHome(request)
        ? { role: 'design', byKey: false }
        : {
            problem: problem(
              'wrong-key',
              'This needs an access key. Whoever runs the server makes one there: Outputs, “Access keys”.',
              'key',
            ),
          };
    const address = countedAddress(request.socket.remoteAddress);
    const wait = this.guard.waitMs(address);
    if (wait > 0)
      return {
        problem: problem(
          'too-many-keys',
          `Too many wrong access keys came from there. Wait ${Math.ceil(wait / 1000)} s before the next.`,
          'key',
        ),
      };
    let found: Role | null = null;
    for (const own of this.all())
      if (timingSafeEqual(Buffer.from(hashOf(own.salt, given)), Buffer.from(own.hash))) found = own.role;
    if (found !== null) {
      this.guard.right(address);
      return { role: found, byKey: true };
    }
    const wrong = this.guard.wrong(address);
    this.log.warn({ address, wrong }, 'a wrong access key was given');
    return {
      problem: problem(
        'wrong-key',
        'This access key is not known here. Ask whoever runs the server for the key, or for a new one.',
        'key',
      ),
    };
  }

  private all = (): Kept[] =>
    this.design ? [...this.kept.filter(({ role }) => role !== 'design'), this.design] : this.kept;

  private save = (): Promise<void> =>
    writeWhole(this.disk, this.home, file, JSON.stringify({ keys: this.kept }, null, 2));
}

function readKept(bytes: Buffer): { keys: Kept[]; isEarlier: boolean } | null {
  let json: unknown;
  try {
    json = JSON.parse(bytes.toString('utf8'));
  } catch {
    // None yet, or damaged: new ones are made.
    return null;
  }
  const kept = keptSchema.safeParse(json);
  if (kept.success) return { keys: kept.data.keys, isEarlier: false };
  const earlier = earlierSchema.safeParse(json);
  return earlier.success
    ? { keys: earlier.data.map(({ role, key }) => keep(role, key)), isEarlier: true }
    : null;
}

/** Why a role may not do something. */
export const notAllowed = (role: Role, what: string): Problem =>
  problem(
    'not-allowed',
    `Your access key lets you ${role === 'watch' ? 'watch' : role}, not ${what}. Ask for another key.`,
    'key',
  );
