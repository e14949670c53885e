import { dataOf } from '../binding';
import { problem, type Problem } from '../problem';
import { insetCircle } from './inset';
import { reactionCycle } from './reaction-cycle';
import { assetsOfTemplate, templateReferences } from './references';
import { releaseSchema, type Release } from './release';

/** A release from the JSON that was sent, checked whole; or the first thing that is wrong with it. */
export function checkRelease(value: unknown): { release: Release } | { problem: Problem } {
  const parsed = releaseSchema.safeParse(value);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    const path = issue?.path.map(String).join('.') ?? '';
    return {
      problem: problem(
        'damaged-release',
        `The release is damaged at ${path || 'its top'}: ${issue?.message}.`,
        path,
      ),
    };
  }
  const wrong = releaseProblem(parsed.data);
  return wrong ? { problem: wrong } : { release: parsed.data };
}

/** The first thing in a release that points at something that it does not have, or is there twice. */
export function releaseProblem(release: Release): Problem | null {
  const { templates, cards, tables, views, sources, assets } = release;
  for (const [name, all] of Object.entries({ templates, cards, tables, views, sources, assets }))
    for (const [key, { id }] of Object.entries(all))
      if (id !== key)
        return problem(
          'damaged-release',
          `The release is damaged: ${name}.${key} has another id, ${id}.`,
          `${name}.${key}.id`,
        );
  for (const [id, template] of Object.entries(templates)) {
    const wrong = templateReferences(template)[0];
    const circle = wrong ?? insetCircle(template, templates);
    if (circle) return { ...circle, path: `templates.${id}.${circle.path}` };
  }
  const fields = new Map(
    Object.values(templates).map(({ id, fields: own }) => [id, new Set(own.map((field) => field.id))]),
  );
  const data = (id: string): boolean =>
    Object.hasOwn(tables, id) || Object.hasOwn(views, id) || Object.hasOwn(sources, id);
  const numbers = new Set<number>();
  for (const card of Object.values(cards)) {
    const path = `cards.${card.id}`;
    if (!Object.hasOwn(templates, card.template))
      return missing(path, `Card ${card.number}`, 'is of a template');
    if (card.row && !data(card.row.of))
      return missing(path, `Card ${card.number}`, 'is filled from a table or view');
    if (numbers.has(Number(card.number))) return twice(path, `the call number ${card.number}`);
    numbers.add(Number(card.number));
  }
  return (
    channelProblem(release) ??
    rundownProblem(release) ??
    dataProblem(release, data) ??
    padProblem(release, fields) ??
    assetProblem(release) ??
    reactionCycle(release)
  );
}

const missing = (path: string, whose: string, what: string): Problem =>
  problem(
    'missing-reference',
    `${whose} ${what}, which the release does not have. Give it another, or take it away.`,
    path,
  );
const twice = (path: string, what: string): Problem =>
  problem('damaged-release', `The release is damaged: ${what} is there twice.`, path);

const firstTwice = (list: readonly string[]): string | undefined => {
  const seen = new Set<string>();
  return list.find((id) => seen.size === seen.add(id).size);
};

function channelProblem({ channels }: Release): Problem | null {
  const ids = channels.map(({ id }) => id);
  const double = firstTwice(ids);
  if (double !== undefined) return twice('channels', `channel ${double}`);
  for (const { id, lanes, follows } of channels) {
    const lane = firstTwice(lanes.map((own) => own.id));
    if (lane !== undefined) return twice(`channels.${id}.lanes`, `lane ${lane}`);
    if (follows && !ids.includes(follows.channel))
      return missing(`channels.${id}.follows`, `Channel “${id}”`, `follows the channel “${follows.channel}”`);
    const round = new Set<string>();
    for (let on: string | undefined = id; on !== undefined;) {
      if (round.has(on))
        return problem(
          'follows-itself',
          `Channel “${id}” would follow itself. Let it follow another, or none.`,
          `channels.${id}.follows`,
        );
      round.add(on);
      on = channels.find((own) => own.id === on)?.follows?.channel;
    }
  }
  return null;
}

function rundownProblem({ rundowns, channels }: Release): Problem | null {
  const double = firstTwice(rundowns.map(({ id }) => id));
  if (double !== undefined) return twice('rundowns', `rundown ${double}`);
  for (const { id, name, rows, loop, channel } of rundowns) {
    const path = `rundowns.${id}`;
    if (!channels.some((own) => own.id === channel))
      return missing(path, `Rundown “${name}”`, `goes to the channel “${channel}”`);
    const ids = rows.map((row) => row.id);
    const row = firstTwice(ids);
    if (row !== undefined) return twice(`${path}.rows`, `row ${row}`);
    for (const end of loop ? [loop.from, loop.to] : [])
      if (!ids.includes(end))
        return missing(`${path}.loop`, `Rundown “${name}”`, 'has a loop that begins or ends at a row');
  }
  return null;
}

function dataProblem(release: Release, isThere: (id: string) => boolean): Problem | null {
  const { templates, tables, views, sources, assets } = release;
  for (const { id, name, of } of Object.values(views)) {
    if (of !== '' && !isThere(of))
      return missing(`views.${id}.of`, `View “${name}”`, 'looks at a table, source or view');
    const round = new Set<string>();
    for (
      let on: string | undefined = id;
      on !== undefined;
      on = Object.hasOwn(views, on) ? views[on]?.of : undefined
    ) {
      if (round.has(on))
        return problem(
          'view-cycle',
          `View “${name}” looks at itself. Let it look at something else.`,
          `views.${id}`,
        );
      round.add(on);
    }
  }
  for (const { id, columns, rows } of Object.values(tables)) {
    const column = firstTwice(columns.map((own) => own.id));
    if (column !== undefined) return twice(`tables.${id}.columns`, `column ${column}`);
    const row = firstTwice(rows.map((own) => own.id));
    if (row !== undefined) return twice(`tables.${id}.rows`, `row ${row}`);
  }
  for (const source of Object.values(sources))
    if (source.kind === 'file' && source.asset !== '' && !Object.hasOwn(assets, source.asset))
      return missing(`sources.${source.id}.asset`, `Source “${source.name}”`, 'reads a file');
  for (const template of Object.values(templates))
    for (const binding of template.bindings)
      for (const of of dataOf(binding))
        if (!isThere(of))
          return missing(
            `templates.${template.id}.bindings.${binding.id}`,
            `Template “${template.name}”: binding “${binding.name}”`,
            'takes from a table, view or source',
          );
  return null;
}

function padProblem(
  { pads, cards, rundowns }: Release,
  fields: ReadonlyMap<string, ReadonlySet<string>>,
): Problem | null {
  const double = firstTwice(pads.map(({ id }) => id));
  if (double !== undefined) return twice('pads', `pad ${double}`);
  for (const pad of pads)
    for (const item of pad.items) {
      const path = `pads.${pad.id}.${item.id}`;
      if ('rundown' in item && !rundowns.some(({ id }) => id === item.rundown))
        return missing(path, `Pad “${pad.name}”`, 'has a key for a rundown');
      // A card that was dropped leaves its key standing, which says so.
      const card = 'card' in item && Object.hasOwn(cards, item.card) ? cards[item.card] : undefined;
      if (card && 'field' in item && !fields.get(card.template)?.has(item.field))
        return missing(path, `Pad “${pad.name}”`, `has a key for a field of card ${card.number}`);
    }
  return null;
}

function assetProblem({ templates, assets }: Release): Problem | null {
  for (const template of Object.values(templates))
    for (const id of assetsOfTemplate(template))
      if (!Object.hasOwn(assets, id))
        return missing(`templates.${template.id}`, `Template “${template.name}”`, 'shows a picture');
  return null;
}
