import { sameValue } from '../show';
import type { Command } from '../playout';
import { graphicInHand, previewSeen, type DeskState, type View } from './desk';
import { bringHome, tidy, without } from './drafts';
import { rundownOf } from './plan';

// What messages of the server make of the Desk.

export const says = (desk: DeskState, words: string, isRefusal: boolean): DeskState => ({
  ...desk,
  said: { words, isRefusal },
});

/** What a new air state makes of the Desk. `before` is the view as it was; `view` has the new state. */
export function hear(before: View, view: View): DeskState {
  const { air, now } = view;
  let desk = view.desk;
  // One's own cues and fillings have arrived.
  for (const [channel, cue] of Object.entries(desk.given)) {
    const own = air.air[channel];
    const there = desk.shares ? own?.preview : own?.own[desk.id];
    if (there?.cue === cue.cue) desk = { ...desk, given: without(desk.given, channel) };
  }
  for (const [channel, own] of Object.entries(air.air)) {
    const there = desk.shares ? own.preview : (own.own[desk.id] ?? null);
    if (there && desk.fills[there.cue] !== undefined && desk.fills[there.cue] === there.edit)
      desk = { ...desk, fills: without(desk.fills, there.cue) };
    if (!desk.shares) continue;
    const known = desk.arrivals[channel];
    if ((there?.cue ?? null) === (known?.cue ?? null)) continue;
    const was = before.air.air[channel]?.preview ?? null;
    desk = {
      ...desk,
      arrivals: {
        ...desk.arrivals,
        [channel]: {
          cue: there?.cue ?? null,
          at: now,
          isOther: there !== null && there !== undefined && there.desk !== desk.id,
          overOwn:
            (was !== null && was.desk === desk.id) || (was === null ? false : (known?.overOwn ?? false)),
        },
      },
    };
  }
  // What was typed into graphics that have left waits with their cards.
  for (const key of Object.keys(desk.drafts)) {
    if (!key.startsWith('air ')) continue;
    const id = key.slice(4);
    // What is on its way up is known by its cue.
    const { hand } = desk;
    if (hand.kind === 'air' && hand.graphic === null && hand.cue.cue === id) continue;
    if (
      !Object.values(air.air).some(({ graphics }) => graphics.some((g) => g.id === id && g.exitAt === null))
    )
      desk = bringHome(desk, key);
  }
  return tidy({ ...view, desk: followHand({ ...view, desk }) });
}

/** What is in hand after the state has changed. */
function followHand(view: View): DeskState {
  const { desk, air } = view;
  const { hand } = desk;
  const seen = previewSeen(view);
  if (hand.kind === 'air') {
    const graphic = graphicInHand(view);
    if (graphic && hand.graphic === null) {
      // What was typed meanwhile belongs to the graphic from here on.
      const { [`air ${hand.cue.cue}`]: typed, ...drafts } = desk.drafts;
      return {
        ...desk,
        drafts: typed ? { ...drafts, [`air ${graphic.id}`]: typed } : desk.drafts,
        hand: { kind: 'air', graphic: graphic.id, cue: graphic },
      };
    }
    if (graphic)
      return hand.graphic === graphic.id && hand.cue === graphic
        ? desk
        : { ...desk, hand: { kind: 'air', graphic: graphic.id, cue: graphic } };
    // It is on its way up, or someone types into it: it stays in hand, and says that it has left.
    if (hand.graphic === null || desk.keyboard.at === 'field') return { ...desk, live: null };
    return { ...desk, live: null, hand: { kind: 'preview', cue: seen } };
  }
  if (hand.kind === 'new') return desk;
  const typed = hand.cue ? desk.drafts[`cue ${hand.cue.cue}`] : undefined;
  if (hand.cue && seen?.cue !== hand.cue.cue) {
    const wasTaken = Object.values(air.air).some(({ graphics }) =>
      graphics.some((g) => g.cue === hand.cue?.cue),
    );
    // What was typed is not written into what has taken its place.
    if (!wasTaken && (typed || desk.keyboard.at === 'field')) return { ...desk, asked: null };
  }
  if (seen === hand.cue) return desk;
  return seen?.cue === hand.cue?.cue
    ? { ...desk, hand: { kind: 'preview', cue: seen } }
    : { ...desk, asked: null, hand: { kind: 'preview', cue: seen } };
}

/** What an answer makes of the Desk: null is done, else why not. */
export function answered(view: View, command: Command, refused: string | null, done: string): DeskState {
  let desk = view.desk;
  if (refused !== null) {
    desk = says(desk, refused, true);
    switch (command.do) {
      case 'cue':
        if (desk.given[command.channel]?.cue === command.as)
          desk = { ...desk, given: without(desk.given, command.channel) };
        break;
      case 'fill':
        if (desk.fills[command.cue] === command.as)
          desk = { ...desk, fills: without(desk.fills, command.cue) };
        break;
      case 'take':
        // Not taken: what was in preview is in hand again.
        if (desk.hand.kind === 'air' && desk.hand.graphic === null && desk.hand.cue.cue === command.cue)
          desk = { ...desk, hand: { kind: 'preview', cue: desk.hand.cue } };
        break;
    }
    return followHand({ ...view, desk });
  }
  if (done) desk = says(desk, done, false);
  switch (command.do) {
    case 'cue':
      if (desk.given[command.channel]?.cue === command.as)
        desk = { ...desk, given: without(desk.given, command.channel) };
      break;
    case 'fill': {
      const key = `cue ${command.cue}`;
      const draft = desk.drafts[key];
      if (draft)
        desk = {
          ...desk,
          drafts: { ...desk.drafts, [key]: { ...draft, sent: { ...draft.sent, ...command.values } } },
        };
      break;
    }
    case 'take': {
      desk = { ...desk, drafts: without(desk.drafts, `cue ${command.cue}`) };
      const rows = rundownOf({ ...view, desk })?.rows ?? [];
      const card = desk.hand.kind === 'air' ? desk.hand.cue.card : null;
      const at = rows.findIndex((row) => row.card === card);
      if (at >= 0) desk = { ...desk, row: rows[at + 1]?.id ?? rows[at]?.id ?? null };
      break;
    }
    case 'change': {
      const key = `air ${command.graphic}`;
      const draft = desk.drafts[key];
      if (!draft) break;
      // What was typed meanwhile is still to be sent.
      const left = Object.fromEntries(
        Object.entries(draft.values).filter(([id, value]) => !sameValue(command.values[id], value)),
      );
      desk = {
        ...desk,
        drafts:
          Object.keys(left).length === 0
            ? without(desk.drafts, key)
            : { ...desk.drafts, [key]: { ...draft, values: left } },
      };
      break;
    }
  }
  return followHand({ ...view, desk });
}
