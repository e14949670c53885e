import { cardWords, nameOfCue, newRun, nextDue, rowToCome, valuesWords, type Graphic } from '../playout';
import { pagingOf } from '../show';
import { further, graphicInHand, pendingOf, upOf, which, type View } from './desk';
import { channelNames, no, releaseNow, rundownOf, type Plan } from './plan';

// Plans for what is up, was up, or comes by a rundown.

/** Sends what was typed into the graphic in hand; with its Change, or at once. */
export function sendPlan(view: View, motion: boolean): Plan {
  const { desk, air } = view;
  const graphic = graphicInHand(view);
  if (!graphic)
    return no(
      desk.hand.kind === 'air' && desk.hand.graphic === null
        ? 'It is on its way up; send it in a moment'
        : desk.hand.kind === 'air'
          ? 'It has left; what you typed stays with its card'
          : 'Take the graphic in hand that is to be corrected',
    );
  const values = pendingOf(desk.drafts[`air ${graphic.id}`]);
  const fields = Object.keys(values);
  if (fields.length === 0) return no('Nothing differs from air');
  return {
    words: `sends ${fields.length === 1 ? 'the correction' : `${fields.length} corrections`} of ${nameOfCue(air, view.releases, graphic)} to air${motion ? '' : ', without its Change'}`,
    quoted: String(Object.values(values)[0] ?? ''),
    commands: [
      {
        do: 'change',
        channel: desk.channel,
        graphic: graphic.id,
        values,
        ...(motion ? {} : { motion }),
        ...(desk.toCard && graphic.card !== null ? { card: true as const } : {}),
      },
    ],
    asks: [],
    key: `send ${graphic.id}`,
    puts: { channels: [desk.channel], card: graphic.card, template: graphic.template, values },
    done: motion ? 'The correction is on air.' : 'The correction is on air, at once.',
  };
}

/** Takes back what was sent last: to the graphic in hand, or to the only one that was sent something. */
export function takeBackPlan(view: View): Plan {
  const { desk, air } = view;
  const sent = upOf(air, desk.channel).filter((g) => g.before !== null);
  const graphic = graphicInHand(view) ?? (sent.length === 1 ? sent[0] : undefined);
  if (!graphic?.before) return no('Nothing has been sent that could be taken back');
  const fields = Object.entries(graphic.before.values);
  return {
    words: `takes back what was sent to ${nameOfCue(air, view.releases, graphic)}`,
    ...(fields[0] ? { quoted: String(fields[0][1] ?? '') } : {}),
    commands: [{ do: 'revert', channel: desk.channel, graphic: graphic.id, send: graphic.before.send }],
    asks: [],
    key: `revert ${graphic.id}`,
    puts: {
      channels: [desk.channel],
      card: graphic.card,
      template: graphic.template,
      values: graphic.before.values,
    },
    done: 'The send is taken back.',
  };
}

/** Takes again what was last in a lane; without a lane, in the one that was left last. */
export function putBackPlan(view: View, lane?: string): Plan {
  const { desk, air } = view;
  const own = air.air[desk.channel];
  const wanted = lane ?? own?.lastLane ?? null;
  const last = wanted === null ? undefined : own?.last[wanted];
  if (!last || wanted === null) return no('Nothing was on air before');
  const name = air.channels
    .find(({ id }) => id === desk.channel)
    ?.lanes.find(({ id }) => id === wanted)?.name;
  return {
    words: `puts back ${`${last.number ?? ''} ${last.name}`.trim()} in ${name ?? wanted}`,
    quoted: valuesWords(releaseNow(view), last.template, last.values),
    commands: [{ do: 'put-back', channel: desk.channel, lane: wanted, cue: last.cue }],
    asks: [],
    key: `put-back ${last.cue}`,
    puts: { channels: [desk.channel], card: last.card, template: last.template, values: last.values },
    done: 'What was last is back.',
  };
}

/** The next step of a graphic: the one named, the one in hand where it has steps left, or the only one that has. */
export function stepPlan(view: View, id?: string): Plan {
  const { desk, air } = view;
  const pagingUp = (g: Graphic) => {
    const template = view.releases(g.release)?.templates[g.template];
    const paging = template ? pagingOf(template, g.values) : null;
    return paging && (paging.page < paging.pages || (paging.turns === 'by-time' && paging.pages > 1))
      ? paging
      : null;
  };
  const hasStep = (g: Graphic): boolean => g.steps.length < g.stepFrames.length;
  const inHand = graphicInHand(view);
  // A ticker goes on by itself: its next item is only meant where it is in hand.
  const isTicker = (g: Graphic): boolean => g.ticker !== null && g.id === (id ?? inHand?.id);
  const left = upOf(air, desk.channel).filter((g) => hasStep(g) || pagingUp(g) !== null || isTicker(g));
  const graphic: Graphic | undefined =
    id !== undefined
      ? left.find((g) => g.id === id)
      : (left.find((g) => g.id === inHand?.id) ?? (left.length === 1 ? left[0] : undefined));
  if (!graphic)
    return no(
      left.length > 1 ? 'Take the graphic in hand whose step is meant' : 'Nothing on air has a further step',
    );
  if (isTicker(graphic))
    return {
      words: `takes ${air.tickers[graphic.ticker ?? '']?.name ?? 'the ticker'} to its next item`,
      commands: [{ do: 'next', channel: desk.channel, graphic: graphic.id, after: graphic.steps.length }],
      asks: [],
      key: `next ${graphic.id} ${graphic.name}`,
      puts: null,
      done: 'The next item is on air.',
    };
  const paging = hasStep(graphic) ? null : pagingUp(graphic);
  if (paging)
    return {
      words: `turns ${nameOfCue(air, view.releases, graphic)} to page ${paging.page < paging.pages ? paging.page + 1 : 1} of ${paging.pages}`,
      commands: [{ do: 'next', channel: desk.channel, graphic: graphic.id, after: graphic.steps.length }],
      asks: [],
      key: `next ${graphic.id} ${paging.page}`,
      puts: null,
      done: 'The page is turned.',
    };
  return {
    words: `takes ${nameOfCue(air, view.releases, graphic)} to its step ${graphic.steps.length + 1} of ${graphic.stepFrames.length}`,
    commands: [{ do: 'next', channel: desk.channel, graphic: graphic.id, after: graphic.steps.length }],
    asks: [],
    key: `next ${graphic.id}`,
    puts: null,
    done: 'The next step is taken.',
  };
}

/** The next row of the rundown in hand goes to its channels; where it does not run, it is started there. */
export function rowPlan(view: View, zone: number): Plan {
  const { air, desk } = view;
  const rundown = rundownOf(view);
  if (!rundown) return no('There is no rundown');
  const run = air.runs[rundown.id];
  const row = rowToCome(air, rundown, desk.channel);
  const card = row && air.cards[row.card];
  if (!row || !card) return no(`“${rundown.name}” stands at its last row`);
  const channels = row.channels.length > 0 ? row.channels : [rundown.channel];
  return {
    words: `${run ? 'takes' : `starts “${rundown.name}” at`} row ${card.number} to ${channelNames(air, channels)}`,
    quoted: cardWords(releaseNow(view), card),
    commands: [
      run
        ? { do: 'run', rundown: rundown.id, act: 'next', row: row.id }
        : { do: 'run', rundown: rundown.id, act: 'start', from: row.id, zone },
    ],
    asks: [],
    key: `row ${row.id}`,
    // A row with a time of day waits for it.
    puts:
      run || nextDue(air, rundown, newRun(row.id, view.now, zone)) <= view.now
        ? { channels, card: card.id, template: card.template, values: card.values }
        : null,
    done: run ? `“${rundown.name}” takes its next row.` : `“${rundown.name}” runs.`,
  };
}

/** Clears the graphic in hand. */
export function clearPlan(view: View): Plan {
  const graphic = graphicInHand(view);
  if (!graphic) return no('Choose what to clear on the lane board');
  const name = nameOfCue(view.air, view.releases, graphic);
  return {
    words: `clears ${name}`,
    commands: [{ do: 'clear', channel: view.desk.channel, graphic: graphic.id }],
    asks: [],
    key: `clear ${graphic.id}`,
    puts: null,
    done: `${name} leaves.`,
  };
}

export function clearAllPlan({ desk, air }: View): Plan {
  const { also = [] } = further(desk);
  const channels = channelNames(air, [desk.channel, ...also]);
  return {
    words: `clears all lanes of ${channels}`,
    commands: [
      { do: 'clear', channel: desk.channel, ...further(desk), all: true, preview: true, ...which(desk) },
    ],
    asks: [],
    key: 'clear-all',
    puts: null,
    done: `All lanes of ${channels} are cleared.`,
  };
}
