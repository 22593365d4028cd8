import { careless } from './careless.ts';
import { expect, openFlowFile, people, studio, test } from './stack.ts';

test('what is wrong is found while writing: each at its place, with the way there, and mended by its button', async ({
  browser,
  stack,
}) => {
  const page = await studio(browser, stack, people.lead);
  await openFlowFile(page, careless);
  const checks = page.getByRole('region', { name: 'Checks' });
  await checks.getByRole('button', { name: /^\d+ problems, \d+ advice$/ }).click();
  const findings = checks.getByRole('list', { name: 'Findings' });
  const finding = (text: string | RegExp) => findings.getByRole('listitem').filter({ hasText: text });
  for (const words of [
    'Nobody comes to this step',
    'uses “email” before anything can have set it',
    'This email may go to a visitor who neither asked for it nor agreed',
    'https://brackenrow is no address',
    '“The estimate” runs out',
    'Nothing leads to “Forgotten”',
    'It is never so that home type is “Castle”',
    'When Sales is closed, the visitor is told so, and that is all.',
  ])
    await expect(finding(words)).toBeVisible();
  await expect(finding('This email may go')).toContainText('“Welcome” → House → “The estimate”');
  await expect(finding('Nobody comes')).toContainText('Delete it, or move it');

  await finding('https://brackenrow is no address').getByRole('button').first().click();
  await expect(page.getByLabel('Title of the scene')).toHaveValue('The estimate');
  for (const mend of [
    'Delete the step',
    'The visitor asked for it',
    'End the flow there',
    'Remove the empty scene',
    'Ask how to reach them',
  ])
    await findings.getByRole('button', { name: mend }).click();
  await expect(checks.getByRole('button', { name: '2 problems, 1 advice' })).toBeVisible();
  await expect(checks.getByText(/ways through$/)).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(finding('When Sales is closed')).toBeVisible();
});
