import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, logOf, people, studio, test, visit } from './stack.ts';

/** What axe finds serious or worse on a page, as one line each. */
async function serious(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) => nodes.map(node => `${id}: ${node.target.join(' ')}`));
}

test('axe finds nothing serious on any screen', async ({ browser, stack, page }) => {
  await page.goto(stack.url);
  await page.getByLabel('Email').waitFor();
  expect(await serious(page), 'sign-in').toEqual([]);

  const hanne = await studio(browser, stack, people.lead, { reducedMotion: 'reduce' });
  await hanne.getByRole('link', { name: 'First visit', exact: true }).waitFor();
  expect(await serious(hanne), 'flows').toEqual([]);
  await hanne.getByRole('link', { name: 'First visit', exact: true }).click();
  for (const scene of ['About your home', 'Savings estimate', 'While you wait']) {
    await hanne.getByRole('navigation', { name: 'Scenes' }).getByRole('button', { name: scene }).first().click();
    await hanne.getByLabel('Step 1:').click();
    await hanne.getByRole('list', { name: `Steps of ${scene}` }).waitFor();
    expect(await serious(hanne), scene).toEqual([]);
  }
  await hanne.getByRole('button', { name: /Type a line, or/ }).click();
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type('/');
  await hanne.getByRole('listbox').waitFor();
  expect(await serious(hanne), 'kinds of steps').toEqual([]);
  await hanne.keyboard.press('Escape');
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.press('Backspace');
  await hanne.getByRole('button', { name: 'Publish…' }).click();
  await hanne.getByRole('dialog').waitFor();
  expect(await serious(hanne), 'publish').toEqual([]);
  await hanne.keyboard.press('Escape');

  await hanne.getByRole('link', { name: 'Inbox' }).click();
  await hanne.getByRole('list', { name: 'Waiting' }).getByRole('link').first().click();
  await logOf(hanne).getByText('Opened the chat').waitFor();
  expect(await serious(hanne), 'inbox').toEqual([]);
  await hanne.getByRole('link', { name: 'People' }).click();
  await hanne.getByRole('row').nth(3).waitFor();
  expect(await serious(hanne), 'people').toEqual([]);
});

test('axe finds nothing serious on the open widget', async ({ browser, stack }) => {
  const visitor = await visit(browser, stack, { reducedMotion: 'reduce' });
  await visitor.pick('Price a heat pump');
  await visitor.chat.getByText('What sort of home is it?').waitFor();
  expect(await serious(visitor.page), 'choices').toEqual([]);
  for (const choice of ['Bungalow', 'Yes', 'After 1980', 'Loft only', 'Oil']) await visitor.pick(choice);
  await visitor.chat.getByText('what do you spend on heating').waitFor();
  await visitor.say('2000');
  await visitor.chat.getByText('less every year').waitFor();
  expect(await serious(visitor.page), 'chart').toEqual([]);
});
