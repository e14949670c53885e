import { templateOfInset, type Element, type Show } from '../../core/show';

/** Px of a picture as a whole. */
export interface PictureSize {
  readonly width: number;
  readonly height: number;
}

/** How large the picture is that an element shows; null where it shows none of a known size. */
export function pictureSize(element: Element | undefined, show: Show): PictureSize | null {
  if (element?.kind === 'picture' || element?.kind === 'video') {
    const asset = show.assets[element.asset ?? ''];
    return asset && asset.width > 0 && asset.height > 0 ? asset : null;
  }
  if (element?.kind !== 'inset') return null;
  if (element.source === 'channel')
    return show.channels.find(({ id }) => id === element.channel)?.format ?? null;
  return templateOfInset(element, show.templates) ?? null;
}
