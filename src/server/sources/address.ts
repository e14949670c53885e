import { lookup as dnsLookup } from 'node:dns';
import { request as httpRequest, type IncomingMessage } from 'node:http';
import { request as httpsRequest } from 'node:https';
import { networkInterfaces } from 'node:os';
import { createBrotliDecompress, createGunzip, createInflate } from 'node:zlib';
import ipaddr from 'ipaddr.js';
import { problem, type Problem } from '../../core/problem';
import { largestFile } from '../../core/source';

export interface Asked {
  readonly url: string;
  readonly patienceMs: number;
  readonly headers: Readonly<Record<string, string>>;
  /** How it is asked; GET where nothing says it. */
  readonly method?: 'GET' | 'POST';
  /** What the last good answer said of itself, for a conditional request (RFC 9110, 13). */
  readonly etag: string | null;
  readonly modified: string | null;
}
export type Answered =
  | {
      readonly bytes: Uint8Array;
      readonly etag: string | null;
      readonly modified: string | null;
      readonly type: string;
    }
  | { readonly same: true }
  /** `waitS`: how long it asks to be left alone (RFC 9110, 10.2.3). */
  | { readonly problem: Problem; readonly waitS?: number };

/** Hosts with ports, such as `localhost:9000`, that may be reached although they are on this machine. */
export const allowedFrom = (text: string | undefined): ReadonlySet<string> =>
  new Set(
    (text ?? '')
      .split(',')
      .map((part) => part.trim().toLowerCase())
      .filter(Boolean),
  );

const own = (): Set<string> =>
  new Set(Object.values(networkInterfaces()).flatMap((list) => (list ?? []).map(({ address }) => address)));

/** Whether an address of IP is this machine, or one that leads to no service of anyone's. */
export function isForbidden(address: string): boolean {
  if (!ipaddr.isValid(address)) return true;
  const parsed = ipaddr.process(address);
  const range = parsed.range();
  return (
    ['loopback', 'unspecified', 'linkLocal', 'multicast', 'broadcast', 'reserved'].includes(range) ||
    own().has(parsed.toString())
  );
}

const forbidden = (url: URL): Problem =>
  problem(
    'forbidden-address',
    `${url.host} is this machine or leads nowhere outside; sources may not reach it. Whoever runs the server can allow it with JORVAN_ALLOW=${url.host}.`,
    url.href,
  );

class Refusal extends Error {
  constructor(readonly problem: Problem) {
    super(problem.message);
  }
}

const mostRedirects = 5;

/** Asks an address once. Each place that it is sent on to is checked like the first. */
export async function askAddress(asked: Asked, allowed: ReadonlySet<string>): Promise<Answered> {
  let url: URL;
  try {
    url = new URL(asked.url);
  } catch {
    return {
      problem: problem(
        'bad-address',
        `“${asked.url}” is no address. Write it like https://results.example/round.json.`,
        'url',
      ),
    };
  }
  const end = Date.now() + asked.patienceMs;
  let { headers } = asked;
  for (let hop = 0; hop <= mostRedirects; hop += 1) {
    if (url.protocol !== 'http:' && url.protocol !== 'https:')
      return { problem: problem('bad-address', `${url.href} is neither http nor https.`, 'url') };
    let response: IncomingMessage;
    try {
      response = await once(url, headers, asked, allowed, Math.max(1, end - Date.now()));
    } catch (error) {
      if (error instanceof Refusal) return { problem: error.problem };
      const { code, message } = error as NodeJS.ErrnoException;
      const words =
        code === 'ENOTFOUND' || code === 'EAI_AGAIN'
          ? `There is no machine called ${url.hostname}.`
          : code === 'ECONNREFUSED'
            ? `${url.host} refuses the connection.`
            : code === 'ETIMEDOUT'
              ? `${url.host} gave no answer in ${asked.patienceMs / 1000} s.`
              : `${url.host} cannot be reached: ${message}.`;
      return { problem: problem(code === 'ETIMEDOUT' ? 'too-slow' : 'unreachable', words, url.href) };
    }
    const { statusCode = 0 } = response;
    if (statusCode === 304) return (response.resume(), { same: true });
    const { location } = response.headers;
    if (statusCode >= 300 && statusCode < 400 && location) {
      response.resume();
      const next = new URL(location, url);
      // A key goes only to the place that it was given for.
      if (next.host !== url.host)
        headers = Object.fromEntries(
          Object.entries(headers).filter(([name]) => name.toLowerCase() !== 'authorization'),
        );
      url = next;
      continue;
    }
    if (statusCode !== 200) {
      response.resume();
      const hint =
        statusCode === 401 || statusCode === 403
          ? ' Check its key.'
          : statusCode === 404
            ? ' Check the address.'
            : statusCode === 429
              ? ' Ask less often.'
              : '';
      const waitS = Number(response.headers['retry-after']);
      return {
        problem: problem('bad-answer', `${url.host} answered ${statusCode}.${hint}`, url.href),
        ...(waitS > 0 ? { waitS } : {}),
      };
    }
    try {
      const bytes = await bodyOf(response, url.host, Math.max(1, end - Date.now()));
      return {
        bytes,
        etag: response.headers.etag ?? null,
        modified: response.headers['last-modified'] ?? null,
        type: response.headers['content-type'] ?? '',
      };
    } catch (error) {
      if (error instanceof Refusal) return { problem: error.problem };
      return {
        problem: problem(
          'broken-answer',
          `The answer of ${url.host} broke off: ${(error as Error).message}.`,
          url.href,
        ),
      };
    }
  }
  return {
    problem: problem('too-many-redirects', `${asked.url} sends on more than ${mostRedirects} times.`, 'url'),
  };
}

/** What data unpacks to at most, times its packed size; see RFC 1951: DEFLATE reaches 1032. */
const suspiciousRatio = 100;

const sizeWords = (bytes: number): string =>
  bytes < 1 << 20 ? `${Math.ceil(bytes / 1024)} KiB` : `${Math.round(bytes / (1 << 20))} MiB`;

function once(
  url: URL,
  headers: Readonly<Record<string, string>>,
  asked: Asked,
  allowed: ReadonlySet<string>,
  ms: number,
): Promise<IncomingMessage> {
  const isAllowed = allowed.has(url.host.toLowerCase());
  const host = url.hostname.replace(/^\[|\]$/g, '');
  return new Promise((resolve, reject) => {
    if (!isAllowed && ipaddr.isValid(host) && isForbidden(host)) return reject(new Refusal(forbidden(url)));
    const request = (url.protocol === 'https:' ? httpsRequest : httpRequest)(
      url,
      {
        method: asked.method ?? 'GET',
        headers: {
          accept: '*/*',
          'accept-encoding': 'gzip, deflate, br',
          'user-agent': 'Jorvan',
          ...(asked.etag ? { 'if-none-match': asked.etag } : {}),
          ...(asked.modified ? { 'if-modified-since': asked.modified } : {}),
          ...headers,
        },
        // The name is looked up once and what it leads to is checked, so that it cannot lead elsewhere a moment later.
        lookup: (name, options, done) =>
          dnsLookup(name, options, (error, address, family) => {
            const list = Array.isArray(address) ? address.map((one) => one.address) : [address];
            if (!error && !isAllowed && list.some((one) => isForbidden(one)))
              return done(new Refusal(forbidden(url)), address as never, family);
            done(error, address as never, family);
          }),
      },
      (response) => {
        clearTimeout(timer);
        resolve(response);
      },
    );
    const timer = setTimeout(
      () => request.destroy(Object.assign(new Error('no answer'), { code: 'ETIMEDOUT' })),
      ms,
    );
    request.on('error', (error) => {
      clearTimeout(timer);
      reject(error);
    });
    request.end();
  });
}

/** The bytes of an answer, unpacked. One without end, or that unpacks to more than is taken, is refused by that name. */
function bodyOf(response: IncomingMessage, host: string, ms: number): Promise<Uint8Array> {
  const coding = response.headers['content-encoding'] ?? '';
  const unpacker =
    coding === 'gzip'
      ? createGunzip()
      : coding === 'br'
        ? createBrotliDecompress()
        : coding === 'deflate'
          ? createInflate()
          : null;
  const stream = unpacker ? response.pipe(unpacker) : response;
  return new Promise((resolve, reject) => {
    const chunks: Uint8Array[] = [];
    let size = 0;
    let packed = 0;
    if (unpacker) response.on('data', (chunk: Uint8Array) => (packed += chunk.length));
    const stop = (error: Error): void => {
      clearTimeout(timer);
      // Before the end of the connection, which would be said in its place.
      reject(error);
      response.destroy();
    };
    const timer = setTimeout(
      () =>
        stop(
          new Refusal(
            problem(
              'endless-answer',
              `${host} was still sending when its time was over, after ${sizeWords(size)}. Give it more time, or ask for a part; an address that streams without end is no source.`,
              'url',
            ),
          ),
        ),
      ms,
    );
    stream.on('data', (chunk: Uint8Array) => {
      size += chunk.length;
      if (size > largestFile)
        stop(
          new Refusal(
            unpacker && size > packed * suspiciousRatio
              ? problem(
                  'packed-too-large',
                  `The answer of ${host} is ${sizeWords(packed)} that unpack to more than ${largestFile >> 20} MiB: that is no data. It was stopped.`,
                  'url',
                )
              : problem(
                  'too-large',
                  `The answer has more than ${largestFile >> 20} MiB. Ask for a part of it.`,
                  'url',
                ),
          ),
        );
      else chunks.push(chunk);
    });
    stream.on('end', () => {
      clearTimeout(timer);
      resolve(new Uint8Array(Buffer.concat(chunks)));
    });
    stream.on('error', stop);
    response.on('error', stop);
    response.on('aborted', () => stop(new Error('the connection was cut')));
  });
}
