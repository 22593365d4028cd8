import { expect, logOf, people, Stack, studio, test as withDemo } from './stack.ts';

/** A Kineta of its own: what is done here is done with several at once. */
const test = withDemo.extend<object, { own: Stack }>({
  own: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads which fixtures are wanted from the pattern
    async ({}, use) => {
      const stack = await new Stack().start();
      await use(stack);
      await stack.stop();
    },
    { scope: 'worker', timeout: 120_000 },
  ],
});

test('conversations are tagged, made urgent, found again in a list of one’s own, and done several at once by keys', async ({
  browser,
  own,
}) => {
  const hanne = await studio(browser, own, people.lead);
  await hanne.getByRole('link', { name: 'Settings' }).click();
  await hanne.getByRole('link', { name: 'Tags' }).click();
  await hanne.getByLabel('New tag').fill('complaint');
  await hanne.getByRole('button', { name: 'Make it' }).click();
  await expect(hanne.getByText('There is a tag “complaint”.')).toBeVisible();
  await hanne.getByLabel('New tag').fill('Roofs');
  await hanne.getByRole('button', { name: 'Make it' }).click();
  await expect(hanne.getByRole('list', { name: 'Tags' }).getByRole('button', { name: 'Rename Roofs' })).toBeVisible();

  await hanne
    .getByRole('link', { name: /^Inbox/ })
    .first()
    .click();
  const waiting = hanne.getByRole('list', { name: 'Waiting' }).getByRole('link');
  const last = waiting.last();
  const name = 'Dev Tolland';
  await expect(last).toContainText(name);
  await last.click();
  await hanne.getByRole('button', { name: 'Tag it' }).click();
  await hanne.getByRole('menuitem', { name: 'Roofs' }).click();
  await expect(logOf(hanne).getByText('Hanne Brill tagged the conversation “Roofs”.')).toBeVisible();
  await hanne.getByLabel(/^Urgent/).click();
  await expect(logOf(hanne).getByText('Hanne Brill made the conversation urgent.')).toBeVisible();
  await expect(waiting.first()).toContainText(name);

  // A list of one’s own, which is there on the next page as well.
  await hanne.getByRole('button', { name: 'Only some' }).click();
  await hanne.getByLabel('Tag', { exact: true }).selectOption('Roofs');
  const chosen = hanne.getByRole('list', { name: 'Those chosen' }).getByRole('link');
  await expect(chosen).toHaveCount(1);
  await hanne.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(hanne.getByText('A list needs a name.')).toBeVisible();
  await hanne.getByLabel('Name of the list').fill('About roofs');
  await hanne.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(hanne.getByText('Kept as “About roofs”')).toBeVisible();
  await hanne.reload();
  await hanne.getByRole('button', { name: 'About roofs' }).click();
  await expect(chosen).toHaveCount(1);
  await expect(chosen.first()).toContainText(name);
  await hanne.getByRole('button', { name: 'All lists' }).click();

  // Two are picked with keys, and done; what somebody else has is said to be theirs.
  await waiting.first().focus();
  await hanne.keyboard.press('x');
  await hanne.keyboard.press('ArrowDown');
  await hanne.keyboard.press('x');
  const bar = hanne.getByRole('toolbar', { name: 'With those that are picked' });
  await expect(bar.getByText('2 picked')).toBeVisible();
  await hanne.keyboard.press('Escape');
  await expect(bar).toBeHidden();
  const before = await waiting.count();
  await hanne.keyboard.press('x');
  await hanne.keyboard.press('k');
  await hanne.keyboard.press('x');
  await bar.getByRole('button', { name: 'Done' }).click();
  await expect(hanne.getByText('2 done')).toBeVisible();
  await expect(waiting).toHaveCount(before - 2);
  await expect(bar).toBeHidden();
  await hanne.getByRole('button', { name: /^Others/ }).click();
  await hanne.getByRole('list', { name: 'Others' }).getByRole('link').first().focus();
  await hanne.keyboard.press('x');
  await bar.getByRole('button', { name: 'Take' }).click();
  await expect(hanne.getByText(/^1 not: .* is with somebody else/)).toBeVisible();
  await expect(bar.getByText('1 picked')).toBeVisible();
});
