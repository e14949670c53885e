import type { Page } from '@playwright/test';

/**
 * A page in a window of its own, with storage of its own, that closes with the given one: of pages in one window only the
 * front one is drawn more than about once a second.
 */
export async function beside(page: Page, width = 1280, height = 720): Promise<Page> {
  const browser = page.context().browser();
  if (!browser) throw new Error('beside: the page has no browser');
  const context = await browser.newContext({ viewport: { width, height } });
  page.context().once('close', () => void context.close());
  return context.newPage();
}
