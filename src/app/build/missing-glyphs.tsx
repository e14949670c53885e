import { useEffect, useState } from 'react';
import { resolveElements } from '../../core/layout';
import type { Show, Template, Values } from '../../core/show';
import { missingGlyphs, type MissingGlyphs } from '../../render';
import { useFonts } from '../picture/monitors';

interface Lack extends MissingGlyphs {
  readonly family: string;
}

/** Says which letters of some words a font does not have, and what stands in. */
export function GlyphWords({ lack }: { lack: Lack }) {
  const { family, characters, standIn } = lack;
  const shown = characters.slice(0, 12).join(' ');
  return (
    <p className="text-xs text-warn">
      ⚠ {family} has no <span className="text-ink">{shown}</span>
      {characters.length > 12 ? ' and more' : ''}.{' '}
      {standIn
        ? `${standIn} ${/ and |, /.test(standIn) ? 'stand' : 'stands'} in.`
        : 'No shipped font has all of them: the machine’s own is used, if any.'}
    </p>
  );
}

/** The letters that a family lacks for some words; null where it has all. */
export function useLack(family: string, text: string): Lack | null {
  const arrivals = useFonts((store) => store.arrivals);
  const [lack, setLack] = useState<Lack | null>(null);
  useEffect(() => {
    let isGone = false;
    void missingGlyphs(family, text).then((found) => {
      if (!isGone) setLack(found.characters.length > 0 ? { family, ...found } : null);
    });
    return () => {
      isGone = true;
    };
  }, [family, text, arrivals]);
  return lack;
}

/** The letters that the fonts of a filling lack, font by font. */
export function FillingGlyphs({
  show,
  template,
  values,
}: {
  show: Show;
  template: Template;
  values: Values;
}) {
  const words = new Map<string, string>();
  for (const element of Object.values(resolveElements(template, values, show.look)))
    if (element.kind === 'text')
      words.set(element.family, `${words.get(element.family) ?? ''}${element.text}`);
  return [...words].map(([family, text]) => <FamilyGlyphs key={family} family={family} text={text} />);
}

export function FamilyGlyphs({ family, text }: { family: string; text: string }) {
  const lack = useLack(family, text);
  return lack && <GlyphWords lack={lack} />;
}
