import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { atRest } from './watch';

/** What the page does against WCAG AA; trays come in pieces, colours fade over: what is judged is where they come to rest. */
export async function faults(page: Page, scheme: 'light' | 'dark' = 'light') {
  await atRest(page);
  // No frame of another origin is in it: it is looked over where it is, without a page beside it.
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
  // By night the same page has other colours, and nothing else.
  if (scheme === 'light') axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa']);
  else axe.withRules(['color-contrast', 'link-in-text-block']);
  const { violations } = await axe.analyze();
  return violations.map(
    (v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 300) + (n.any[0]?.message ?? '')).join(' | ')}`,
  );
}
