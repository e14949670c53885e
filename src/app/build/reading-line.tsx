import { useMemo } from 'react';
import { leastContrast, leastSize, readings, readingWords } from '../../core/preflight';
import { ProblemError } from '../../core/problem';
import type { Show, Template } from '../../core/show';
import { measure, useFonts } from '../picture/monitors';

/** How well the words of a text can be read, over the brightest and the darkest picture. */
export function ReadingLine({ show, template, id }: { show: Show; template: Template; id: string }) {
  const fonts = useFonts();
  const reading = useMemo(() => {
    void fonts;
    try {
      return readings(template, {}, measure, show.look).find(({ element }) => element === id);
    } catch (error) {
      if (error instanceof ProblemError) return undefined;
      throw error;
    }
  }, [template, show.look, id, fonts]);
  if (!reading) return null;
  const { size, overWhite, overBlack } = reading;
  const isWell = size >= leastSize && Math.min(overWhite ?? 21, overBlack ?? 21) >= leastContrast;
  return (
    <p className={`text-xs leading-4 ${isWell ? 'text-ink-3' : 'text-warn'}`}>
      {isWell ? '✓' : '⚠'} {readingWords(reading)}
    </p>
  );
}
