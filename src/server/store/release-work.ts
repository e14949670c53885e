import { createHash } from 'node:crypto';
import { tetherCycle } from '../../core/layout';
import { problem, type Problem } from '../../core/problem';
import { canonicalJson, checkRelease, openRelease, type Release } from '../../core/show';
import { framed, unframed } from '../disk';

/** The SHA-256 of bytes or a text, as hexadecimal digits. */
export const sha256 = (bytes: Uint8Array | string): string =>
  createHash('sha256').update(bytes).digest('hex');

/** A release as it came, checked whole: its hash, its canonical bytes, and what air needs of it. */
export interface Checked {
  readonly hash: string;
  readonly bytes: Uint8Array;
  readonly slim: Uint8Array;
  /** Its assets, by id and name. */
  readonly assets: readonly (readonly [id: string, name: string])[];
}

/** What a start reads of a release: all but the rows of its tables, which belong to the worker of data. */
export const slimOf = (release: Release): Release => ({
  ...release,
  tables: Object.fromEntries(
    Object.entries(release.tables).map(([id, table]) => [id, { ...table, rows: [] }]),
  ),
});

/** Slim releases are kept as a framed line, behind a word for this program's idea of a release. */
const writeSlim = (release: Release, version: string): Uint8Array =>
  Buffer.from(`${version} ${framed(JSON.stringify(slimOf(release)))}`);

/** The release that was kept slim by this version, or null where it is damaged or of another. */
export function readSlim(bytes: Buffer, version: string): Release | null {
  const start = `${version} `;
  if (bytes.subarray(0, start.length).toString('latin1') !== start || bytes.at(-1) !== 10) return null;
  const text = unframed(bytes.subarray(start.length, -1));
  return text === null ? null : (JSON.parse(text) as Release);
}

/** Checks what was sent. `claimed`: the hash that the sender says it has, where it says one. */
export function checkSent(
  bytes: Uint8Array,
  claimed: string | null,
  version: string,
): Checked | { problem: Problem } {
  let value: unknown;
  try {
    value = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    return {
      problem: problem('not-json', 'The release is no JSON: it broke off on its way. Release again.'),
    };
  }
  const checked = checkRelease(value);
  if ('problem' in checked) return checked;
  const { release } = checked;
  for (const template of Object.values(release.templates)) {
    const round = tetherCycle(template);
    if (round) return { problem: round };
  }
  const text = canonicalJson(release);
  const hash = sha256(text);
  if (claimed !== null && claimed !== hash)
    return {
      problem: problem(
        'damaged-release',
        'The release was damaged on its way: its content is not what its hash says. Release again.',
        'hash',
      ),
    };
  return {
    hash,
    bytes: Buffer.from(text),
    slim: writeSlim(release, version),
    assets: Object.values(release.assets).map(({ id, name }) => [id, name] as const),
  };
}

/** What air needs of a release that was kept, or null where its bytes are not those of its hash. */
export function slimOfKept(bytes: Uint8Array, hash: string, version: string): Uint8Array | null {
  if (sha256(bytes) !== hash) return null;
  try {
    return writeSlim(openRelease(JSON.parse(new TextDecoder().decode(bytes))), version);
  } catch {
    return null;
  }
}
