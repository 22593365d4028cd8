import { expect, people, studio, test, visitOn } from './stack.ts';

test('a lead tries the chat on the real page, as somebody new and as somebody known: marked, and counted nowhere', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead, { reducedMotion: 'reduce' });
  await hanne.getByRole('link', { name: 'Today' }).click();
  const tryAs = async (who: string) => {
    await hanne.getByRole('button', { name: 'Try it as a visitor' }).first().click();
    const opened = hanne.context().waitForEvent('page');
    await hanne.getByRole('menuitem', { name: who }).click();
    const page = await opened;
    await page.getByRole('button', { name: 'Ask Robin' }).click();
    return visitOn(page);
  };
  const fresh = await tryAs('As somebody who was never there');
  await expect(fresh.chat.getByText('You are trying this out. It counts for nothing.')).toBeVisible();
  await fresh.pick('Talk to someone');
  await fresh.chat.getByText('What may we call you?').waitFor();
  await fresh.say('Sidony');
  await expect(fresh.chat.getByText('Waiting for somebody from Sales.')).toBeVisible();
  // From page to page it goes along, in its tab alone.
  await fresh.page.goto(`${stack.site}/help`);
  await expect(fresh.chat.getByText('Waiting for somebody from Sales.')).toBeVisible();
  const own = await hanne.context().newPage();
  await own.goto(stack.site);
  await own.getByRole('button', { name: 'Ask Robin' }).click();
  await expect(visitOn(own).chat.getByRole('button', { name: 'Talk to someone' })).toBeVisible();
  await expect(visitOn(own).chat.getByText('You are trying this out.')).toHaveCount(0);

  // Each time it is somebody else.
  const known = await tryAs('As somebody known');
  await expect(known.chat.getByRole('button', { name: 'Talk to someone' })).toBeVisible();
  await expect(known.chat.getByText('Sidony')).toHaveCount(0);

  await hanne.getByRole('link', { name: 'Inbox' }).click();
  const row = hanne
    .getByRole('list', { name: 'Waiting' })
    .getByRole('link', { name: /^Sidony/ })
    .first();
  await expect(row.getByText('a test')).toBeVisible();
  await row.click();
  await expect(hanne.getByRole('heading', { name: 'Sidony' }).locator('..').getByText('a test')).toBeVisible();
  await hanne.getByRole('link', { name: 'People' }).click();
  await hanne.getByRole('searchbox').fill('Sidony');
  await expect(hanne.getByRole('link', { name: 'Sidony', exact: true })).toHaveCount(0);
});
