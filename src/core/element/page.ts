/** The number of the page that is shown, from 1. */
export const pageShown = (page: number, pages: number): number =>
  Math.max(1, Math.min(pages, Math.floor(Number.isFinite(page) ? page : 1)));
