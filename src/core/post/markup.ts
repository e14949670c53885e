import { decodeHTML } from 'entities';

/** The words of a piece of HTML: paragraphs and breaks as line ends, all other tags away, references as what they stand for. */
export function markupText(html: string): string {
  const bare = html
    .replace(/<(script|style)\b[\s\S]*?<\/\1\s*>/gi, '')
    .replace(/<!--[\s\S]*?-->/g, '')
    .replace(/<\s*br\s*\/?>/gi, '\n')
    .replace(/<\/\s*(p|div|li|h[1-6]|blockquote)\s*>/gi, '\n')
    .replace(/<\/?[a-z][^<>]*>/gi, '');
  return decodeHTML(bare)
    .replace(/[ \t\u00a0]+/g, ' ')
    .replace(/ ?\n ?/g, '\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim();
}
