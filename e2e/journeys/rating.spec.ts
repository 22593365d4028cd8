import { askForPerson, expect, logOf, people, studio, test, visit } from './stack.ts';

test('how it went is asked when a person is done, once, and nothing else is taken for an answer to it', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('link', { name: 'Rules' }).click();
  const rule = hanne.getByRole('list', { name: 'Rules' }).getByRole('listitem').filter({ hasText: 'How did it go?' });
  const written = async (wait: string, unit: string, on: boolean) => {
    await rule.locator('button[aria-expanded]').click();
    await rule.getByLabel('Wait', { exact: true }).fill(wait);
    await rule.getByLabel('Wait: unit').selectOption(unit);
    await rule.getByLabel('After a person’s words', { exact: true }).fill('1');
    await rule.getByLabel('After a person’s words: unit').selectOption(unit);
    await rule.getByRole('button', { name: 'Keep it' }).click();
    await expect(rule.getByRole('button', { name: 'Keep it' })).toBeDisabled();
    await rule.getByRole('switch').setChecked(on);
    await expect(rule.getByRole('switch')).toBeChecked({ checked: on });
  };
  await written('2', 'seconds', true);

  const ottoline = await visit(browser, stack);
  await askForPerson(ottoline, 'Ottoline');
  await hanne
    .getByRole('link', { name: /^Inbox/ })
    .first()
    .click();
  await hanne.getByRole('list', { name: 'Waiting' }).getByRole('link').filter({ hasText: 'Ottoline' }).click();
  await hanne.getByLabel('Your reply').fill('The engineer comes on Thursday.');
  await hanne.getByRole('button', { name: 'Send and done' }).click();
  await expect(ottoline.chat.getByText('How did it go?')).toBeVisible({ timeout: 15_000 });
  await ottoline.pick('So-so');
  await expect(ottoline.chat.getByText('Is there anything that you would tell us about it?')).toBeVisible();
  await ottoline.say('It took a while');
  await expect(ottoline.chat.getByText('Thank you, that helps.')).toBeVisible();
  await hanne.getByRole('button', { name: 'Done', exact: true }).first().click();
  await hanne.getByRole('list', { name: 'Done' }).getByRole('link').filter({ hasText: 'Ottoline' }).click();
  await expect(logOf(hanne).getByText('The visitor found it so-so.')).toBeVisible();
  await expect(logOf(hanne).getByText('They say of it: “It took a while”')).toBeVisible();
  await expect(logOf(hanne).getByText('The rule “How did it go?” asked how it went.')).toHaveCount(1);

  await hanne.getByRole('link', { name: 'Rules' }).click();
  await written('2', 'minutes', false);
});
