import { momentIn, type Moment } from '../../../core/frame';
import { phaseEnd } from '../../../core/motion';
import { extremeValues, fillFromRow } from '../../../core/data';
import {
  phaseOf,
  type Change,
  isRowList,
  sameValue,
  type FieldValue,
  type RowList,
  type Show,
  type Template,
  type Values,
} from '../../../core/show';
import type { Playhead } from '../build-store';

/** What the playhead shows: see `momentIn`. */
export const momentAt = (
  template: Template,
  { phase, frame }: Playhead,
  isPlaying: boolean,
  time: number,
): Moment => momentIn(template, phase, Math.floor(frame), time, isPlaying);

/** The phases that play one after another from where the playhead stands: a life, or one Change or move over and over. */
function chain(template: Template, from: Playhead): readonly Playhead['phase'][] {
  const isAside =
    template.changes.some(({ id }) => id === from.phase) ||
    template.moves.some(({ id }) => id === from.phase);
  if (isAside) return [from.phase];
  const hold = template.phases.idle.frames > 0 ? 'idle' : 'hold';
  return ['enter', hold, ...template.steps.map(({ id }) => id), 'exit'];
}

/** How long a phase is shown while playing, frames. Hold lasts a second; what is played by itself rests a little. */
function shownFrames(template: Template, ref: Playhead['phase'], isAlone: boolean): number {
  const phase = ref === 'hold' ? undefined : phaseOf(template, ref);
  const own = phase ? phaseEnd(phase) : template.rate;
  return Math.max(
    1,
    own + (isAlone || template.steps.some(({ id }) => id === ref) ? template.rate * 0.6 : 0),
  );
}

/** The playhead some frames on, and round again. */
export function onward(template: Template, from: Playhead, by: number): Playhead {
  const order = chain(template, from);
  let at = Math.max(0, order.indexOf(from.phase === 'hold' && !order.includes('hold') ? 'idle' : from.phase));
  let frame = from.frame + by;
  for (let i = 0; i < 40; i += 1) {
    const length = shownFrames(template, order[at] as string, order.length === 1);
    if (frame < length) break;
    frame -= length;
    at = (at + 1) % order.length;
  }
  return { phase: order[at] as string, frame };
}

/** Rows in another order, the first of them last; of three or more one is gone, and another has come in its place. */
function turned(list: RowList): RowList {
  const order = [...list.order.slice(1), ...list.order.slice(0, 1)];
  const gone = order.length > 2 ? order[0] : undefined;
  if (gone === undefined) return { ...list, order };
  const come = `${gone} `;
  const { [gone]: cells = [], ...others } = list.cells;
  return { ...list, order: [come, ...order.slice(1)], cells: { ...others, [come]: cells } };
}

const other = (value: FieldValue, rule: Change['when'][number] | undefined): FieldValue => {
  if (isRowList(value)) return turned(value);
  const number = Number(value);
  const isNumber = value !== null && value !== '' && typeof value !== 'boolean' && Number.isFinite(number);
  if (rule?.is === 'from-to') return rule.to ?? value;
  if (rule?.is === 'less')
    return isNumber ? (typeof value === 'number' ? number - 3 : String(number - 3)) : value;
  if (isNumber) return typeof value === 'number' ? number + 3 : String(number + 3);
  if (typeof value === 'boolean') return !value;
  return typeof value === 'string' ? `${value} & Co` : value;
};

/** A filling that differs from the one in hand: a row of the tables that fits, else the longest words. */
export function anotherFilling(show: Show, template: Template, values: Values): Values {
  for (const table of Object.values(show.tables)) {
    for (const row of table.rows) {
      const filled = fillFromRow(template, table, row, show.assets).values;
      const differs = template.fields.filter(
        ({ id, default: usual }) => filled[id] !== undefined && filled[id] !== (values[id] ?? usual),
      );
      if (differs.length > 0 && differs.length >= template.fields.length / 2) return filled;
    }
  }
  return extremeValues(template, show.tables, 'longest');
}

/**
 * Values before and after, with which a Change is tried: from those in hand to another filling, in the fields that its
 * rules ask for; in all that differ where it has no rules.
 */
export function tryChange(
  template: Template,
  change: Change,
  values: Values,
  another: Values,
): { from: Values; to: Values } {
  // What data brings stays as it is, but for rows: they are seen to travel.
  const from: Values = { ...values };
  const to: Values = { ...values };
  const asked = new Set(
    change.when.filter((rule) => rule.is !== 'from-to' || rule.to !== null).map((rule) => rule.field),
  );
  for (const field of template.fields) {
    const rule = change.when.find((own) => own.field === field.id);
    const was =
      rule?.is === 'from-to' && rule.from !== null ? rule.from : (values[field.id] ?? field.default);
    from[field.id] = was;
    const isCounted = rule?.is === 'greater' || rule?.is === 'less' || rule?.is === 'from-to';
    const given = isCounted ? other(was, rule) : (another[field.id] ?? was);
    to[field.id] = asked.size === 0 || asked.has(field.id) ? given : was;
  }
  for (const [id, value] of Object.entries(values))
    if (isRowList(value) && (asked.size === 0 || asked.has(id))) to[id] = turned(value);
  // Where the other filling has nothing new, the words are made a little longer and the numbers larger.
  const isNew = Object.keys(to).some((id) => !sameValue(from[id], to[id]));
  for (const { id, kind } of isNew ? [] : template.fields)
    if ((asked.size === 0 || asked.has(id)) && (kind === 'text' || kind === 'number' || kind === 'yes-no'))
      to[id] = other(from[id] ?? null, undefined);
  return { from, to };
}
