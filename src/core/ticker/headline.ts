import { decodeHTML } from 'entities';
import { oneLine } from './words';

/** The words of a feed as a headline: without the markup and the entities that some are written in. */
export const headline = (raw: string): string =>
  oneLine(decodeHTML(raw.replace(/<!--[\s\S]*?-->|<\/?[a-z!][^>]*>/gi, ' ')));
