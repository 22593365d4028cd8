import { expect, logOf, newWindow, people, studio, test, visitOn } from './stack.ts';

test('who is on the site without a chat is spoken to first: the chat comes to them', async ({ browser, stack }) => {
  const page = await newWindow(browser, { reducedMotion: 'reduce' });
  const told = page.waitForResponse(/\/here$/);
  await page.goto(`${stack.site}/help`);
  await told;
  await page.getByRole('link', { name: 'Insulation', exact: true }).click();
  const phone = await newWindow(browser, {
    viewport: { width: 390, height: 844 },
    isMobile: true,
    hasTouch: true,
    reducedMotion: 'reduce',
  });
  await phone.goto(`${stack.site}/batteries`);

  const priya = await studio(browser, stack, people.priya);
  const tom = await studio(browser, stack, people.tom);
  await priya.getByRole('button', { name: /on the site without a chat$/ }).click();
  const there = priya.getByRole('list', { name: 'On the site without a chat' });
  await expect(there.getByRole('listitem').filter({ hasText: '/insulation' })).toContainText('2 pages');
  await there.getByRole('button', { name: 'Speak first to who is on /insulation' }).click();
  await priya.getByLabel('What you say first').fill('Is it for a loft, or for a wall?');
  await priya.getByLabel('What you say first').press('Enter');
  await expect(there.getByText('Goes out as soon as their page asks')).toBeVisible();

  // Another sees that somebody speaks to them already.
  await tom.getByRole('button', { name: /on the site without a chat$/ }).click();
  await expect(tom.getByText('Priya Marlow speaks to them').or(tom.getByText('Nobody is there')).first()).toBeVisible();

  const visitor = visitOn(page);
  await expect(visitor.chat.getByText('Is it for a loft, or for a wall?')).toBeVisible({ timeout: 25_000 });
  await visitor.say('A loft. How thick should it be?');
  await there.getByRole('link', { name: 'They have it: open the conversation' }).click();
  await expect(logOf(priya).getByText(/^Was on \/insulation.* where Priya Marlow spoke first/)).toBeVisible();
  await expect(logOf(priya).getByText('A loft. How thick should it be?')).toBeVisible();

  // On a phone it does not lie over the page: there it is a message at the launcher.
  await there.getByRole('button', { name: 'Speak first to who is on /batteries' }).click();
  await priya.getByLabel('What you say first').fill('Five or ten kilowatt hours?');
  await priya.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(phone.getByRole('button', { name: /Ask Robin\s*1/ })).toBeVisible({ timeout: 25_000 });
  await expect(phone.locator('iframe')).toBeHidden();
  await phone.getByRole('button', { name: /Ask Robin/ }).click();
  await expect(visitOn(phone).chat.getByText('Five or ten kilowatt hours?')).toBeVisible();

  // Who has the chat stands in the lists, and here no more.
  await expect(there.getByRole('button', { name: /^Speak first to who is on \/(insulation|batteries)/ })).toHaveCount(
    0,
  );
});
