import { hostname, networkInterfaces } from 'node:os';
import type { IncomingMessage } from 'node:http';
import ipaddr from 'ipaddr.js';
import { problem, type Problem } from '../../core/problem';

const localNames: ReadonlySet<string> = new Set(['localhost', '127.0.0.1', '::1']);
const loopbacks: ReadonlySet<string> = new Set(['127.0.0.1', '::1', '::ffff:127.0.0.1']);
/** How long the machine's addresses are remembered, in ms. */
const rememberedMs = 5000;

/** The name of a Host header or of a URL's host, in small letters, without its port; null where it is none. */
export function hostName(host: string): string | null {
  const match = /^(?:\[([0-9a-f:.]+)\]|([^:/@\s]+))(?::\d{1,5})?$/i.exec(host.trim());
  const name = (match?.[1] ?? match?.[2])?.toLowerCase();
  return name === undefined ? null : name.replace(/\.$/, '');
}

/**
 * The names that this server goes by. A page of another name that leads here (DNS rebinding) is not let in: its
 * browser sends that name.
 */
export class Hosts {
  private readonly given: ReadonlySet<string>;
  private own: ReadonlySet<string> = new Set();
  private lookedAt = -Infinity;

  /** `given`: names that whoever runs the server adds, such as that of a proxy. */
  constructor(
    readonly lan: boolean,
    given: readonly string[] = [],
  ) {
    this.given = new Set(given.map((own) => own.toLowerCase()));
  }

  has(host: string): boolean {
    const name = hostName(host);
    if (name === null) return false;
    return localNames.has(name) || this.given.has(name) || (this.lan && this.network().has(name));
  }

  /** The machine's addresses and names. */
  private network(): ReadonlySet<string> {
    const now = performance.now();
    if (now - this.lookedAt < rememberedMs) return this.own;
    this.lookedAt = now;
    const name = hostname().toLowerCase();
    this.own = new Set([name, `${name.split('.')[0]}.local`, ...addresses()]);
    return this.own;
  }
}

/** The machine's addresses, those that others can reach first. */
export const addresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .map(({ address, internal }) => ({ address: (address.split('%')[0] ?? '').toLowerCase(), internal }))
    .sort(
      (a, b) =>
        Number(a.internal) - Number(b.internal) ||
        Number(a.address.includes(':')) - Number(b.address.includes(':')),
    )
    .map(({ address }) => address);

/** Whether an address is this machine's own. */
export const isLoopback = (remote: string | undefined): boolean => loopbacks.has(remote ?? '');

/** An address as it is counted by: IPv4 in its own form, of IPv6 the network of 64 bits. */
export function countedAddress(remote: string | undefined): string {
  if (remote === undefined || !ipaddr.isValid(remote)) return 'unknown';
  const address = ipaddr.process(remote);
  return address.kind() === 'ipv6'
    ? `${(address as ipaddr.IPv6).parts
        .slice(0, 4)
        .map((part) => part.toString(16))
        .join(':')}::/64`
    : address.toString();
}

/** Refuses pages of other sites, and other names for this machine than its own. */
export function originProblem(request: IncomingMessage, hosts: Hosts): Problem | null {
  const host = request.headers.host ?? '';
  if (!hosts.has(host))
    return problem(
      'foreign-host',
      'This server does not go by that name. Use localhost or, started with --lan, an address or the name of its machine; JORVAN_HOSTS adds others.',
    );
  const { origin } = request.headers;
  if (origin === undefined) return null;
  const same = URL.canParse(origin) && new URL(origin).host === host.trim().toLowerCase();
  return same ? null : problem('foreign-origin', 'Pages of other addresses may not control this server.');
}

/** Whether someone at this machine asks, by a page of this machine: from an address, a name and an origin that lead nowhere else. */
export function isAtHome(request: IncomingMessage): boolean {
  if (!isLoopback(request.socket.remoteAddress)) return false;
  const local = (host: string): boolean => localNames.has(hostName(host) ?? '');
  const { host, origin } = request.headers;
  // A proxy on this machine speaks for others.
  if (request.headers['x-forwarded-for'] !== undefined || request.headers['forwarded'] !== undefined)
    return false;
  return local(host ?? '') && (origin === undefined || (URL.canParse(origin) && local(new URL(origin).host)));
}
