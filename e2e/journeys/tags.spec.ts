import { askForPerson, expect, logOf, people, studio, test, visit } from './stack.ts';

test('conversations are tagged, made urgent, found again in a list of one’s own, and done several at once by keys', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await askForPerson(await visit(browser, stack), 'Quillon');
  await askForPerson(await visit(browser, stack), 'Thessaly');
  await hanne.getByRole('link', { name: 'Settings' }).click();
  await hanne.getByRole('link', { name: 'Tags' }).click();
  await hanne.getByLabel('New tag').fill('complaint');
  await hanne.getByRole('button', { name: 'Make it' }).click();
  await expect(hanne.getByText('There is a tag “complaint”.')).toBeVisible();
  await hanne.getByLabel('New tag').fill('Roofs');
  await hanne.getByRole('button', { name: 'Make it' }).click();
  await expect(hanne.getByRole('button', { name: 'Rename Roofs' })).toBeVisible();

  await hanne
    .getByRole('link', { name: /^Inbox/ })
    .first()
    .click();
  const waiting = hanne.getByRole('list', { name: 'Waiting' }).getByRole('link');
  const quillon = waiting.filter({ hasText: 'Quillon' });
  const thessaly = waiting.filter({ hasText: 'Thessaly' });
  await quillon.click();
  await hanne.getByRole('button', { name: 'Tag it' }).click();
  await hanne.getByRole('menuitem', { name: 'Roofs' }).click();
  await expect(logOf(hanne).getByText('Hanne Brill tagged the conversation “Roofs”.')).toBeVisible();
  await thessaly.click();
  await logOf(hanne).getByText('Thessaly', { exact: true }).first().waitFor();
  await hanne.getByLabel(/^Urgent/).click();
  await expect(logOf(hanne).getByText('Hanne Brill made the conversation urgent.')).toBeVisible();
  // Who is urgent stands before who came a little earlier.
  await expect
    .poll(async () => {
      const texts = await waiting.allTextContents();
      return texts.findIndex(text => text.includes('Thessaly')) < texts.findIndex(text => text.includes('Quillon'));
    })
    .toBe(true);

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
  await expect(chosen.first()).toContainText('Quillon');
  await hanne.getByRole('button', { name: 'Keep “About roofs” no more' }).click();
  await hanne.getByRole('button', { name: 'All lists' }).click();

  // Two are picked with keys, and done at once.
  const bar = hanne.getByRole('toolbar', { name: 'With those that are picked' });
  await quillon.focus();
  await hanne.keyboard.press('x');
  await hanne.keyboard.press('ArrowUp');
  await hanne.keyboard.press('x');
  await expect(bar.getByText('2 picked')).toBeVisible();
  await hanne.keyboard.press('Escape');
  await expect(bar).toBeHidden();
  for (const row of [quillon, thessaly]) {
    await row.focus();
    await hanne.keyboard.press('x');
  }
  await bar.getByRole('button', { name: 'Done' }).click();
  await expect(hanne.getByText('2 done')).toBeVisible();
  await expect(quillon).toHaveCount(0);
  await expect(thessaly).toHaveCount(0);
  await expect(bar).toBeHidden();

  // What somebody else has is said to be theirs, and stays picked.
  const priya = await studio(browser, stack, people.priya);
  await askForPerson(await visit(browser, stack), 'Wendeline');
  await priya.getByRole('link', { name: /^Inbox/ }).click();
  await priya
    .getByRole('list', { name: 'Waiting' })
    .getByRole('link', { name: /^Wendeline/ })
    .click();
  await priya.getByRole('button', { name: 'Take it' }).click();
  await hanne.getByRole('button', { name: /^Others/ }).click();
  await hanne
    .getByRole('list', { name: 'Others' })
    .getByRole('link', { name: /^Wendeline/ })
    .focus();
  await hanne.keyboard.press('x');
  await bar.getByRole('button', { name: 'Take' }).click();
  await expect(hanne.getByText(/^1 not: .* is with somebody else/)).toBeVisible();
  await expect(bar.getByText('1 picked')).toBeVisible();
  await priya.getByRole('button', { name: 'Done', exact: true }).last().click();
  await hanne.getByRole('link', { name: 'Settings' }).click();
  await hanne.getByRole('link', { name: 'Tags' }).click();
  await hanne.getByRole('button', { name: 'Remove Roofs' }).click();
  await expect(hanne.getByText('It is taken off 1 conversation.', { exact: false })).toBeVisible();
  await hanne.getByRole('button', { name: 'Remove it' }).click();
  await expect(hanne.getByRole('button', { name: 'Rename Roofs' })).toHaveCount(0);
});
