import { expect, logOf, people, studio, test, visit } from './stack.ts';

test('who else reads a conversation is seen, and a colleague is mentioned in a note and told of it', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  const priya = await studio(browser, stack, people.priya);
  const visitor = await visit(browser, stack);
  await visitor.chat.getByText('What brings you here?').first().waitFor();
  await hanne.getByRole('link', { name: /^Inbox/ }).click();
  await hanne.getByRole('button', { name: /^Flow-led/ }).click();
  await hanne.getByRole('list', { name: 'Flow-led' }).getByRole('link').first().click();
  const url = hanne.url();
  await priya.goto(url);
  await expect(hanne.getByText('Priya Marlow reads too')).toBeVisible();
  await expect(priya.getByText('Hanne Brill reads too')).toBeVisible();
  await priya.getByRole('link', { name: 'People' }).click();
  await expect(hanne.getByText('Priya Marlow reads too')).toBeHidden();

  await hanne.getByRole('button', { name: 'Leave a note' }).click();
  const box = hanne.getByLabel('Note for the team');
  await box.pressSequentially('Mind the loft, @pri');
  await hanne.getByRole('list', { name: 'Who is meant' }).getByRole('button', { name: '@Priya Marlow' }).click();
  await box.pressSequentially('please');
  await hanne.getByRole('button', { name: 'Keep the note' }).click();
  await expect(logOf(hanne).getByText('Mind the loft, @Priya Marlow please')).toBeVisible();
  await expect(priya.getByText('Hanne Brill: Mind the loft, @Priya Marlow please')).toBeVisible();
  await expect(hanne.getByText('Hanne Brill: Mind the loft', { exact: false })).toBeHidden();
  await priya
    .locator('[data-sonner-toast]')
    .filter({ hasText: 'Mind the loft' })
    .getByRole('button', { name: 'Open', exact: true })
    .click();
  await expect(logOf(priya).getByText('Mind the loft', { exact: false })).toBeVisible();
  await expect(visitor.chat.getByText('Mind the loft', { exact: false })).toHaveCount(0);
});
