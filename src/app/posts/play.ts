import { byName, usualLocale } from '../../core/locale';
import { useMemo } from 'react';
import { create } from 'zustand';
import { matchRows } from '../../core/data';
import type { Command } from '../../core/playout';
import { postColumns, type PostSeen } from '../../core/post';
import type { Release, Template } from '../../core/show';
import { toast } from 'sonner';
import { ownName, send } from '../state/air-store';
import { useRelease } from '../ticker/use-release';

const columns = Object.keys(postColumns).map((name) => ({ key: name, name }));

/** Templates of a release that a post fills: those whose text and author, at least, have a field. */
export const postTemplates = (release: Release | undefined, source: string): Template[] =>
  Object.values(release?.templates ?? {})
    .map((template) => ({ template, filled: matchRows(template, source, columns).flatMap(({ column }) => column ?? []) }))
    .filter(({ filled }) => filled.includes('Text') && filled.includes('Author'))
    // Those that do without a picture first: most posts have none.
    .sort((a, b) => Number(a.filled.includes('Picture')) - Number(b.filled.includes('Picture')) || b.filled.length - a.filled.length || byName(release?.look.locale ?? usualLocale)(a.template, b.template))
    .map(({ template }) => template); // prettier-ignore

const chosenName = 'jorvan.posts.play';
interface Chosen {
  template: string;
  channel: string;
}
export const useChosen = create<Chosen>(() => ({ template: '', channel: '', ...(JSON.parse(localStorage.getItem(chosenName) ?? '{}') as Partial<Chosen>) })); // prettier-ignore
export function choosePlay(change: Partial<Chosen>): void {
  useChosen.setState(change);
  localStorage.setItem(chosenName, JSON.stringify(useChosen.getState()));
}

/** What a post is played in, and where. */
export function usePlay(source: string) {
  const release = useRelease();
  const chosen = useChosen();
  return useMemo(() => {
    const templates = postTemplates(release, source);
    const template = templates.find(({ id }) => id === chosen.template) ?? templates[0];
    const channels = (release?.channels ?? []).filter(({ lanes }) =>
      lanes.some(({ id }) => id === template?.lane),
    );
    const channel = channels.find(({ id }) => id === chosen.channel) ?? channels[0];
    return { release, templates, template, channels, channel };
  }, [release, chosen, source]);
}
export type Play = ReturnType<typeof usePlay>;

/** Gives a command, and says what became of it. */
export async function give(command: Command, done = ''): Promise<boolean> {
  const wrong = await send({ ...command, by: ownName() });
  if (wrong) toast.error(wrong.message);
  else if (done !== '') toast.success(done);
  return wrong === null;
}

/** Whether a post was on air and is so no more: then it goes there again only when that is asked for. */
export const wasOnAir = ({ judged }: PostSeen): boolean => judged.aired !== null && !judged.aired.isOn;
