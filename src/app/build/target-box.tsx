import { Command } from 'cmdk';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { isOnChannel, isTarget, type Reaction, type ReactionTarget, type Show } from '../../core/show';
import { releases, useAir } from '../state/air-store';

/** What a reaction is about, in one line of words. */
export function targetWords(whose: ReactionTarget, show: Pick<Show, 'templates' | 'channels'>): string {
  switch (whose.by) {
    case 'tag':
      return `tag ${whose.tag}`;
    case 'template':
      return `template ${show.templates[whose.template]?.name ?? 'that is gone'}`;
    case 'lane':
      return `lane ${lanesOf(show).find(({ id }) => id === whose.lane)?.name ?? whose.lane}`;
    case 'name':
      return `named ${whose.name}`;
  }
}

const lanesOf = (show: Pick<Show, 'channels'>): { id: string; name: string }[] => [
  ...new Map(show.channels.flatMap(({ lanes }) => lanes).map((lane) => [lane.id, lane])).values(),
];

const isSameTarget = (a: ReactionTarget, b: ReactionTarget): boolean =>
  JSON.stringify(a) === JSON.stringify(b);

/** All that could be meant in a show, by kind. */
function offers(show: Show): { group: string; whose: ReactionTarget; words: string }[] {
  const templates = Object.values(show.templates);
  const names = new Set([
    ...templates.map(({ name }) => name),
    ...Object.values(show.cards).flatMap(({ name }) => (name ? [name] : [])),
  ]);
  return [
    ...[...new Set(templates.flatMap(({ tags }) => tags))].map((tag) => ({
      group: 'With the tag',
      whose: { by: 'tag', tag } as const,
      words: tag,
    })),
    ...templates.map(({ id, name }) => ({
      group: 'Of the template',
      whose: { by: 'template', template: id } as const,
      words: name,
    })),
    ...lanesOf(show).map(({ id, name }) => ({
      group: 'In the lane',
      whose: { by: 'lane', lane: id } as const,
      words: name,
    })),
    ...[...names].map((name) => ({ group: 'Named', whose: { by: 'name', name } as const, words: name })),
  ];
}

/** Whom a reaction moves: one box that suggests tags, templates, lanes and names, and takes a name with *. */
export function TargetBox(props: {
  label: string;
  whose: ReactionTarget;
  show: Show;
  onChange: (whose: ReactionTarget) => void;
}) {
  const { label, whose, show, onChange } = props;
  const [isOpen, setIsOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const choose = (next: ReactionTarget): void => {
    onChange(next);
    setIsOpen(false);
    setTyped('');
  };
  const all = offers(show);
  const words = typed.trim();
  const wanted = words.toLowerCase().replaceAll('*', '');
  const shown = all.filter((offer) => offer.words.toLowerCase().includes(wanted));
  const groups = [...new Set(shown.map(({ group }) => group))];
  return (
    <Popover.Root open={isOpen} onOpenChange={setIsOpen}>
      <Popover.Trigger asChild>
        <button type="button" aria-label={label} className="field w-full truncate text-left">
          {targetWords(whose, show)}
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          className="z-40 w-72 rounded border border-line bg-panel"
          onOpenAutoFocus={(event) => event.preventDefault()}
        >
          <Command shouldFilter={false} label={label}>
            <Command.Input
              autoFocus
              className="field m-1 w-[calc(100%-8px)]"
              placeholder="Tag, template, lane or name; * is anything"
              value={typed}
              onValueChange={setTyped}
            />
            <Command.List className="max-h-64 overflow-auto p-1">
              {groups.map((group) => (
                <Command.Group
                  key={group}
                  heading={group}
                  className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-ink-3"
                >
                  {shown
                    .filter((offer) => offer.group === group)
                    .map((offer) => (
                      <Command.Item
                        key={`${group} ${offer.words}`}
                        value={`${group} ${offer.words}`}
                        onSelect={() => choose(offer.whose)}
                        className={`flex h-6 cursor-default items-center rounded px-2 data-[selected=true]:bg-raised ${isSameTarget(offer.whose, whose) ? 'text-brass' : ''}`}
                      >
                        {offer.words}
                      </Command.Item>
                    ))}
                </Command.Group>
              ))}
              {words !== '' && (
                <Command.Item
                  value={`like ${words}`}
                  onSelect={() => choose({ by: 'name', name: words })}
                  className="flex h-6 cursor-default items-center rounded px-2 data-[selected=true]:bg-raised"
                >
                  Every name like “{words}”
                </Command.Item>
              )}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

const mostNamed = 4;

/** What a reaction hits: of the show, and of what is on air at this moment. */
export function Hits({ reaction, show, own }: { reaction: Reaction; show: Show; own: string }) {
  const state = useAir((store) => store.state);
  const hits = Object.values(show.templates).flatMap((template) => {
    const cards = Object.values(show.cards).filter((card) => card.template === template.id);
    const byTemplate = isTarget(reaction.whose, template, template.name, template.lane);
    const named = cards.filter(
      (card) => card.name && isTarget(reaction.whose, template, card.name, template.lane),
    );
    return byTemplate ? [template.name] : named.map((card) => card.name as string);
  });
  const others = hits.filter((name) => name !== show.templates[own]?.name);
  const up = state.channels.flatMap((channel) =>
    !isOnChannel(reaction, channel, true)
      ? []
      : (state.air[channel.id]?.graphics ?? []).flatMap((graphic) => {
          const template = releases.get(graphic.release)?.templates[graphic.template];
          return graphic.exitAt === null &&
            template &&
            isTarget(reaction.whose, template, graphic.name, graphic.lane)
            ? [`${graphic.number ?? ''} ${graphic.name} on ${channel.name}`.trim()]
            : [];
        }),
  );
  return (
    <p className="text-xs text-ink-3" aria-label="What it hits">
      {others.length === 0 ? (
        <span className="text-warn">⚠ hits nothing of this show</span>
      ) : (
        <>
          Hits {others.slice(0, mostNamed).join(', ')}
          {others.length > mostNamed && ` and ${others.length - mostNamed} more`}
        </>
      )}
      {up.length > 0 && <span className="text-ink-2">; up now: {up.join(', ')}</span>}
    </p>
  );
}

/** On which channels, by their names. */
export function ChannelsBox(props: {
  label: string;
  channels: readonly string[];
  show: Show;
  /** What is meant where none is named; all: then there is no other word for all. */
  none?: 'its own channel' | 'all';
  onChange: (channels: string[]) => void;
}) {
  const { label, channels, show, none = 'its own channel', onChange } = props;
  const names = [
    ...new Set([...show.channels.map(({ name }) => name), ...channels.filter((name) => name !== '*')]),
  ];
  const isAll = channels.includes('*');
  const chip = (isOn: boolean): string =>
    `rounded border px-1.5 text-xs leading-5 ${isOn ? 'border-brass text-brass' : 'border-line text-ink-2'}`;
  return (
    <div role="group" aria-label={label} className="flex flex-wrap gap-1">
      <button
        type="button"
        aria-pressed={channels.length === 0}
        className={chip(channels.length === 0)}
        onClick={() => onChange([])}
      >
        {none}
      </button>
      {names.map((name) => {
        const isOn = channels.includes(name);
        return (
          <button
            key={name}
            type="button"
            aria-pressed={isOn}
            className={chip(isOn)}
            onClick={() =>
              onChange(
                isOn
                  ? channels.filter((own) => own !== name)
                  : [...channels.filter((own) => own !== '*'), name],
              )
            }
          >
            {name}
          </button>
        );
      })}
      {none !== 'all' && (
        <button type="button" aria-pressed={isAll} className={chip(isAll)} onClick={() => onChange(['*'])}>
          all
        </button>
      )}
    </div>
  );
}
