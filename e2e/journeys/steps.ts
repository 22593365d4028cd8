import type { Locator, Page } from '@playwright/test';

/** A line of plain text, as a flow’s file has it. */
export const line = (text: string) => [[{ text }]];

/** A question whose answer is kept, as a flow’s file has it. */
export const ask = (id: string, text: string, answer: object, fact: string) => ({
  id,
  kind: 'ask',
  line: line(text),
  answer,
  fact,
  tries: 2,
});

/** Carries something over another with the mouse, as a hand does: in many small steps. */
export async function dragTo(page: Page, from: Locator, to: Locator): Promise<void> {
  await from.hover();
  await page.mouse.down();
  const box = (await to.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2, { steps: 12 });
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 2);
  await page.mouse.up();
}
