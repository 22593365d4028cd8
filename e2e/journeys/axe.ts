import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** What axe finds serious or worse on a page, or on a part of it that alone is new, as one line each. */
export async function serious(page: Page, part = 'html'): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .include(part)
    // What passes is not gathered: that would take as long again.
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    // Without frames nothing has to be put together on a page of its own, which takes five times as long.
    .setLegacyMode(page.frames().length === 1)
    .analyze();
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) => nodes.map(node => `${id}: ${node.target.join(' ')}`));
}
