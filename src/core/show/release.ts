import { z } from 'zod';
import { assetSchema } from './asset';
import { cardSchema } from './card';
import { channelSchema } from './channel';
import { templatesToFormat3 } from './format-3';
import { assetsOfTemplate, fontFiles } from './references';
import type { Show } from './show';
import { lookSchema } from './style';
import { templateSchema } from './template';
import { assetIdSchema, idSchema } from './values';

/** The frozen copy of a show that the air server plays; known by the hash of its canonical JSON. */
export const releaseSchema = z.object({
  show: z.object({ id: idSchema, name: z.string().min(1).max(200) }),
  channels: z.array(channelSchema).min(1).max(64),
  look: lookSchema,
  templates: z.record(idSchema, templateSchema),
  cards: z.record(idSchema, cardSchema),
  /** Card ids in the order of the rundown. */
  rundown: z.array(idSchema),
  assets: z.record(assetIdSchema, assetSchema),
});
export type Release = z.infer<typeof releaseSchema>;

/** A release from its JSON, brought up from an older format where it is of one; throws a ZodError where it is damaged. */
export const openRelease = (value: unknown): Release =>
  releaseSchema.parse(
    typeof value === 'object' && value !== null && 'templates' in value
      ? { ...value, templates: templatesToFormat3(value.templates) }
      : value,
  );

/** What a template takes from its show to look as it does. */
export type Dressing = Pick<Show, 'look' | 'assets'>;

/** What air needs of a show: no tables, and only the assets that its templates and cards can show. */
export function makeRelease(show: Show): Release {
  const used = new Set<string>();
  const fonts = fontFiles(show);
  for (const template of Object.values(show.templates))
    for (const id of assetsOfTemplate(template, fonts)) used.add(id);
  for (const style of Object.values(show.look.styles)) {
    const family = style.kind === 'font' ? style.value : style.kind === 'type' ? style.value.family : '';
    const file = fonts.get(family);
    if (file) used.add(file);
  }
  for (const card of Object.values(show.cards)) {
    for (const value of Object.values(card.values))
      if (typeof value === 'string' && show.assets[value]) used.add(value);
  }
  const assets = Object.fromEntries(Object.entries(show.assets).filter(([id]) => used.has(id)));
  return {
    show: { id: show.id, name: show.name },
    channels: show.channels,
    look: show.look,
    templates: show.templates,
    cards: show.cards,
    rundown: show.rundowns.flatMap((rundown) => rundown.cards),
    assets,
  };
}

/** The design part of two releases alike: what decides whether the draft differs from air. Cards flow apart. */
export const designOf = (release: Release): Omit<Release, 'cards' | 'rundown' | 'assets'> => ({
  show: release.show,
  channels: release.channels,
  look: release.look,
  templates: release.templates,
});
