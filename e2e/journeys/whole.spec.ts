import { expect, logOf, people, rehearse, studio, test, visit } from './stack.ts';

test('a line written in the studio answers a visitor, an agent goes on, and a crash in the middle loses nothing', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('link', { name: 'First visit', exact: true }).click();

  // Change the greeting, on the page.
  const greeting = hanne.getByRole('textbox', { name: 'Question' }).first();
  // The caret stands where it was clicked: before the first letter.
  await greeting.click({ position: { x: 1, y: 8 } });
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type('Good to see you. ');
  const rehearsal = hanne.getByRole('region', { name: 'Rehearsal' });
  const { chat, say, pick } = rehearse(hanne);
  await expect(chat.getByText('Good to see you. Hello! I can price a heat pump')).toBeVisible();
  await pick('Price a heat pump');
  await say('semi');
  await expect(rehearsal.getByRole('definition')).toHaveText(['Semi-detached']);
  await expect(hanne.getByText('Draft: 1 change')).toBeVisible();

  await hanne.getByRole('button', { name: 'Publish…' }).click();
  await hanne.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(hanne.getByText(/is live: new visitors of brackenrow/)).toBeVisible();

  // A visitor on the other origin goes through it, picking and typing.
  const ottoline = await visit(browser, stack, { path: '/heat-pumps/costs' });
  await expect(ottoline.chat.getByText('Good to see you. Hello!')).toBeVisible();
  await ottoline.pick('Price a heat pump');
  await ottoline.chat.getByText('What sort of home is it?').waitFor();
  await ottoline.say('semi detatched');
  await ottoline.chat.getByText('Do you own it?').waitFor();
  await ottoline.say('yep');
  await ottoline.pick('1930 to 1980');
  await ottoline.pick('Loft only');
  await ottoline.pick('Gas');
  await ottoline.chat.getByText('what do you spend on heating').waitFor();
  await ottoline.say('about 1,900');
  await expect(ottoline.chat.getByText('About £612.94 less every year')).toBeVisible();
  await ottoline.say('Ottoline');
  await ottoline.chat.getByText('Where shall I send the estimate, Ottoline?').waitFor();
  await ottoline.say('ottoline at nowhere');
  await expect(ottoline.chat.getByText('doesn’t look like an email address')).toBeVisible();
  await ottoline.say('ottoline@gmial.com');
  await ottoline.pick('No, ottoline@gmial.com is right');
  await expect(ottoline.chat.getByRole('link', { name: 'How we use what you tell us' })).toHaveAttribute(
    'href',
    `${stack.site}/privacy`,
  );
  await ottoline.pick('Yes, I agree');
  await ottoline.pick('I have a question');
  await ottoline.say('how noisy is the outside unit');
  await expect(ottoline.chat.getByText('38 decibels at three metres')).toBeVisible();
  await ottoline.pick('Not really');
  // The second that is missed leads where the flow says.
  await ottoline.say('and what about qxv gnarlwoods?');
  await expect(ottoline.chat.getByText('Waiting for somebody from Sales.')).toBeVisible();

  // The agent sees it come, reads how it came, and answers.
  const priya = await studio(browser, stack, people.priya);
  await priya
    .getByRole('list', { name: 'Waiting' })
    .getByRole('link', { name: /^Ottoline/ })

    .click();
  const log = logOf(priya);
  await expect(log.getByText('about 1,900')).toBeVisible();
  await expect(log.getByText('Handed over to Sales')).toBeVisible();
  await expect(log.getByText('Agreed to news by email: “May we write to you')).toBeVisible();
  await expect(log.getByText('About £612.94 less every year')).toBeVisible();
  await expect(
    priya.getByRole('complementary', { name: 'What is known' }).getByText('ottoline@gmial.com'),
  ).toBeVisible();
  await priya.getByRole('button', { name: 'Take it' }).click();
  await expect(ottoline.chat.getByText('Priya Marlow is with you now.')).toBeVisible();
  await priya.getByLabel('Your reply').fill('Hello Ottoline, what would you like to know?');
  await priya.getByLabel('Your reply').press('Enter');
  await expect(ottoline.chat.getByText('Hello Ottoline, what would you like to know?')).toBeVisible();

  // The server dies in the middle. Both write on, and both are told.
  await stack.killServer();
  await expect(ottoline.chat.getByText('Reconnecting… what you write is kept')).toBeVisible();
  await expect(priya.getByText('Reconnecting… What you write is kept')).toBeVisible();
  await ottoline.say('Does the price include the radiators?');
  await ottoline.say('And the cylinder?');
  await priya.getByLabel('Your reply').fill('Take your time.');
  await priya.getByLabel('Your reply').press('Enter');
  await stack.startServer();

  await expect(log.getByText('Does the price include the radiators?')).toBeVisible({ timeout: 20_000 });
  await expect(log.getByText('And the cylinder?')).toBeVisible();
  await expect(ottoline.chat.getByText('Take your time.')).toBeVisible({ timeout: 20_000 });
  await priya.getByLabel('Your reply').fill('Both are in it.');
  await priya.getByLabel('Your reply').press('Enter');
  await expect(ottoline.chat.getByText('Both are in it.')).toBeVisible();
  for (const text of [
    'Does the price include the radiators?',
    'And the cylinder?',
    'Take your time.',
    'Both are in it.',
  ]) {
    await expect(log.getByText(text, { exact: true })).toHaveCount(1);
    await expect(ottoline.chat.getByText(text, { exact: true })).toHaveCount(1);
  }
  const inOrder = await log.getByRole('listitem').allInnerTexts();
  const place = (text: string) => inOrder.findIndex(line => line.includes(text));
  expect(place('Does the price include')).toBeLessThan(place('And the cylinder?'));
  expect(place('And the cylinder?')).toBeLessThan(place('Both are in it.'));

  // What was captured stands with the people.
  await priya.getByRole('link', { name: 'People' }).click();
  await expect(priya.getByRole('row', { name: /ottoline@gmial\.com/ })).toBeVisible();
});
