import {
  cardWords,
  describeTake,
  nameOfCue,
  valuesWords,
  wasShown,
  type AirState,
  type Command,
  type Cue,
} from '../playout';
import {
  cardByNumber,
  parseCallNumber,
  unfilledFields,
  type Card,
  type Rundown,
  type Template,
  type Values,
} from '../show';
import {
  further,
  isDisplaced,
  pendingOf,
  previewInState,
  previewSeen,
  typedValues,
  which,
  type View,
} from './desk';

/** What a plan puts on air: a card or template with at least these values. */
export interface Puts {
  readonly channels: readonly string[];
  readonly card: string | null;
  readonly template: string;
  readonly values: Values;
}

/** What a key will do, said before it is pressed. */
export interface Plan {
  /** Without its full stop. */
  readonly words: string;
  /** The card's own words, where it is about one. */
  readonly quoted?: string;
  /** Empty where nothing can be done; then the words say why. */
  readonly commands: readonly Command[];
  /** What it is about to do is asked first, for these reasons. */
  readonly asks: readonly string[];
  /** Tells what was asked from what is to be done. */
  readonly key: string;
  readonly puts: Puts | null;
  /** What is said once it is done. */
  readonly done: string;
}

/** A plan of nothing: the words say why. */
export const no = (words: string): Plan => ({ words, commands: [], asks: [], key: '', puts: null, done: '' });

/** Another's cue that came this short a while ago was hardly seen, in seconds. */
const hardlySeen = 0.7;

export const releaseNow = ({ air, releases }: View) =>
  air.release === null ? undefined : releases(air.release);

export const channelNames = (air: AirState, ids: readonly string[]): string =>
  ids.map((id) => air.channels.find((channel) => channel.id === id)?.name ?? id).join(', ');

const cardOfRow = (view: View): Card | undefined => {
  const row = rundownOf(view)?.rows.find(({ id }) => id === view.desk.row);
  return row && view.air.cards[row.card];
};

/** The rundown in hand. */
export const rundownOf = ({ desk, air }: Pick<View, 'desk' | 'air'>): Rundown | undefined =>
  air.rundowns.find(({ id }) => id === desk.rundown) ?? air.rundowns[0];

/** The card of the number on the call line; where none is typed, that of the row in hand. */
export function wantedCard(view: View): { card: Card } | { problem: string } {
  const { typed } = view.desk;
  if (typed === '') {
    const card = cardOfRow(view);
    return card ? { card } : { problem: 'Type a call number, or choose a row of the rundown' };
  }
  const parsed = parseCallNumber(typed);
  if ('problem' in parsed) return { problem: parsed.problem.message.replace(/\.$/, '') };
  const card = cardByNumber(view.air.cards, parsed.number);
  return card ? { card } : { problem: `No card has the number ${parsed.number}` };
}

const cueOf = (
  view: View,
  of: Pick<Cue, 'card' | 'number' | 'template' | 'values' | 'row' | 'waits'>,
): Cue => ({
  ...of,
  hand: Object.keys(of.values),
  cue: `${view.desk.mark}-${view.desk.count}`,
  by: '',
  desk: view.desk.id,
  edit: '',
});

/** A cue as it is about to be given, and the command that gives it. */
export interface CuePlan extends Plan {
  readonly cue: Cue | null;
}

/** Puts the wanted card in preview. */
export function cuePlan(view: View): CuePlan {
  const { desk } = view;
  const wanted = wantedCard(view);
  if ('problem' in wanted) return { ...no(wanted.problem), cue: null };
  const { card } = wanted;
  const release = releaseNow(view);
  const template = release?.templates[card.template];
  if (release && !template)
    return { ...no(`Card ${card.number} is of a template that is not in the release on air`), cue: null };
  const cue = cueOf(view, {
    card: card.id,
    number: card.number,
    template: card.template,
    values: card.values,
    row: card.row ?? null,
    waits: card.waits ?? false,
  });
  return {
    words: `cues ${`${card.number} ${card.name ?? template?.name ?? ''}`.trim()}`,
    quoted: cardWords(release, card),
    commands: [
      { do: 'cue', channel: desk.channel, ...further(desk), ...which(desk), card: card.id, as: cue.cue },
    ],
    asks: [],
    key: `cue ${cue.cue}`,
    puts: null,
    done: `${card.number} is in preview.`,
    cue,
  };
}

/** Puts a template that was filled by hand, or what was put out of preview, in preview. */
export function cueFilled(
  view: View,
  of: Pick<Cue, 'card' | 'number' | 'template' | 'row' | 'waits'>,
  values: Values,
): CuePlan {
  const { desk, air } = view;
  const cue = cueOf(view, {
    ...of,
    values: { ...(of.card === null ? {} : air.cards[of.card]?.values), ...values },
  });
  const target = of.card === null ? { template: of.template } : { card: of.card };
  return {
    words: 'puts it in preview',
    commands: [
      {
        do: 'cue',
        channel: desk.channel,
        ...further(desk),
        ...which(desk),
        ...target,
        values,
        ...(of.row ? { row: of.row } : {}),
        as: cue.cue,
      },
    ],
    asks: [],
    key: `cue ${cue.cue}`,
    puts: null,
    done: 'It is in preview.',
    cue,
  };
}

const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** The fields that would go to air with their samples; what data is still to bring is not among them. */
const unfilledBeforeData = (template: Template, values: Values, row: Cue['row']): string[] =>
  row
    ? []
    : unfilledFields(template, values).flatMap(({ id, name }) =>
        template.bound[id] === undefined ? [name] : [],
      );

/** The fields of what is in preview that nobody has filled, by name. What has just been given waits for its data. */
export function unfilledInPreview(view: View): string[] {
  const { desk } = view;
  const cue = previewSeen(view);
  const template = cue && releaseNow(view)?.templates[cue.template];
  if (!cue || !template) return [];
  if (desk.given[desk.channel] !== undefined) return unfilledBeforeData(template, cue.values, cue.row);
  return unfilledFields(template, cue.values).map(({ name }) => name);
}

const wasShownWords = 'it was on air before, and would be shown again';

function reasonsToAsk(view: View, cue: Cue): string[] {
  const { desk, now } = view;
  const reasons: string[] = [];
  const arrival = desk.arrivals[desk.channel];
  if (desk.shares && arrival?.cue === cue.cue && arrival.isOther) {
    const who = cue.by || 'Someone';
    if (arrival.overOwn || isDisplaced(view)) reasons.push(`${who} has put it there over yours`);
    else if (now - arrival.at < hardlySeen) reasons.push(`${who} has just put it there`);
  }
  const release = releaseNow(view);
  if (release && wasShown(view.air, release, cue.row)) reasons.push(wasShownWords);
  const unfilled = unfilledInPreview(view);
  if (unfilled.length > 0)
    reasons.push(
      `${listed(unfilled)} ${unfilled.length > 1 ? 'are' : 'is'} not filled: sample words would go to air`,
    );
  return reasons;
}

/** Puts what is in preview on air. */
export function takePlan(view: View): Plan {
  const { desk, air } = view;
  const cue = previewSeen(view);
  if (!cue) return no('Nothing is in preview. Type a call number and press Enter');
  const release = releaseNow(view);
  // What cannot be said is not done.
  if (!release) return no('The release on air is still being read');
  const { also = [] } = further(desk);
  const typed = pendingOf(desk.drafts[`cue ${cue.cue}`]);
  const edit = desk.fills[cue.cue] ?? (desk.given[desk.channel] ? undefined : previewInState(view)?.edit);
  // One's own cue is named whole, so that it is taken also where another comes over it on the way.
  const isOwn = cue.desk === desk.id;
  const target = !isOwn ? {} : cue.card !== null ? { card: cue.card } : { template: cue.template };
  const values = isOwn ? { ...typedValues(cue), ...typed } : typed;
  const name = nameOfCue(air, view.releases, cue);
  const does = describeTake(air, desk.channel, cue, view.releases, view.now);
  const key = `take ${cue.cue} ${edit ?? ''}`;
  return {
    words: `takes ${name}: ${does}${also.length > 0 ? ` — and on ${channelNames(air, also)}` : ''}`,
    quoted: valuesWords(release, cue.template, cue.values),
    commands: [
      {
        do: 'take',
        channel: desk.channel,
        ...further(desk),
        ...which(desk),
        cue: cue.cue,
        ...(edit === undefined ? {} : { edit }),
        ...target,
        ...(Object.keys(values).length > 0 ? { values } : {}),
        ...(isOwn && cue.row ? { row: cue.row } : {}),
        ...(wasShown(air, release, cue.row) ? { again: true as const } : {}),
      },
    ],
    asks: desk.asked === key ? [] : reasonsToAsk(view, cue),
    key,
    puts: { channels: [desk.channel, ...also], card: cue.card, template: cue.template, values: cue.values },
    done: `${name} is taken.`,
  };
}

/** Takes the wanted card without its being cued. */
export function takeNowPlan(view: View): Plan {
  const { desk, air } = view;
  const wanted = wantedCard(view);
  if ('problem' in wanted) return no(wanted.problem);
  const { card } = wanted;
  const release = releaseNow(view);
  const { also = [] } = further(desk);
  const template = release?.templates[card.template];
  if (!template) return no(`Card ${card.number} is of a template that is not in the release on air`);
  const unfilled = unfilledBeforeData(template, card.values, card.row ?? null);
  const isShown = release !== undefined && wasShown(air, release, card.row ?? null);
  const key = `take-now ${card.id}`;
  return {
    words: `takes ${card.number} ${card.name ?? template.name} at once${also.length > 0 ? `, on ${channelNames(air, also)} too` : ''}`,
    quoted: cardWords(release, card),
    commands: [
      {
        do: 'take',
        channel: desk.channel,
        ...further(desk),
        card: card.id,
        desk: desk.id,
        cue: `${desk.mark}-${desk.count}`,
        ...(isShown ? { again: true as const } : {}),
      },
    ],
    asks:
      desk.asked === key
        ? []
        : [
            ...(isShown ? [wasShownWords] : []),
            ...(unfilled.length > 0
              ? [
                  `${listed(unfilled)} ${unfilled.length > 1 ? 'are' : 'is'} not filled: sample words would go to air`,
                ]
              : []),
          ],
    key,
    puts: { channels: [desk.channel, ...also], card: card.id, template: card.template, values: card.values },
    done: `${card.number} is taken.`,
  };
}

/** The words of a template's field, for what is typed live. */
export const fieldName = (template: Template | undefined, id: string | null): string =>
  template?.fields.find((field) => field.id === id)?.name ?? '';
