import { askForPerson, expect, logOf, people, studio, test, visit } from './stack.ts';

const rules = (page: import('@playwright/test').Page) => page.getByRole('list', { name: 'Rules' });
const ruleNamed = (page: import('@playwright/test').Page, name: string) =>
  rules(page).getByRole('listitem').filter({ hasText: name });
const openRule = (page: import('@playwright/test').Page, name: string) =>
  ruleNamed(page, name).locator('button[aria-expanded]').click();

test('who waits in vain is told so in time, and who was fetched in time is not', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('link', { name: 'Rules' }).click();
  await openRule(hanne, 'Sorry for the wait');
  const tried = hanne.getByRole('region', { name: 'Tried' });
  await expect(tried.getByText(/^It would have acted in \d+ of \d+ conversations\.$/)).toBeVisible();

  // Five seconds instead of thirty, and words of one’s own.
  const sorry = ruleNamed(hanne, 'Sorry for the wait');
  await sorry.getByLabel('Wait', { exact: true }).fill('5');
  await sorry
    .getByLabel('What is said')
    .fill('Sorry, nobody is free yet.\nYou are number {place} in line.\nIt is {not known}.');
  await expect(sorry.getByText('5 seconds', { exact: true })).toBeVisible();
  await sorry.getByRole('button', { name: 'Keep it' }).click();
  await expect(sorry.getByRole('button', { name: 'Keep it' })).toBeDisabled();

  const ivo = await visit(browser, stack);
  await askForPerson(ivo, 'Ivo');
  await expect(ivo.chat.getByText(/Sorry, nobody is free yet\./)).toBeVisible({ timeout: 15_000 });
  await expect(ivo.chat.getByText(/You are number \d+ in line\./)).toBeVisible();
  // What is not known is not said.
  await expect(ivo.chat.getByText(/It is/)).toHaveCount(0);

  const jorun = await visit(browser, stack);
  await askForPerson(jorun, 'Jorun');
  await hanne
    .getByRole('link', { name: /^Inbox/ })
    .first()
    .click();
  await hanne.getByRole('list', { name: 'Waiting' }).getByRole('link').filter({ hasText: 'Jorun' }).click();
  await hanne.getByRole('button', { name: 'Take it' }).click();
  await expect(logOf(hanne).getByText('Hanne Brill took the conversation.')).toBeVisible();
  // The reason stands beside the conversation, once the time is over in which it would have spoken.
  await hanne.getByRole('button', { name: 'Why they spoke, or did not' }).click();
  await expect(
    hanne.getByText(/Hanne Brill took the conversation\. That was .* later: it stays silent\./),
  ).toBeVisible();
  await expect(jorun.chat.getByText(/Sorry, nobody is free yet/)).toHaveCount(0);

  // With Ivo it stands in the log that, and which, rule spoke.
  await hanne.getByRole('list', { name: 'Waiting' }).getByRole('link').filter({ hasText: 'Ivo' }).click();
  await expect(logOf(hanne).getByText('The rule “Sorry for the wait” spoke.')).toBeVisible();

  await hanne.getByRole('link', { name: 'Rules' }).click();
  await openRule(hanne, 'Sorry for the wait');
  await sorry.getByLabel('Wait', { exact: true }).fill('30');
  await sorry.getByRole('button', { name: 'Keep it' }).click();
  await expect(sorry.getByRole('button', { name: 'Keep it' })).toBeDisabled();
});

test('a rule of one’s own: written, put in order, switched, and refused where it would run for ever', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('link', { name: 'Rules' }).click();
  await hanne.getByRole('button', { name: 'New rule' }).click();
  const fresh = hanne.getByRole('region', { name: 'A new rule' });
  await fresh.getByLabel('Name of the rule').fill('Roofs are wet');
  await fresh.getByLabel('When', { exact: true }).selectOption('wrote');
  await fresh.getByLabel('Words', { exact: true }).fill('wet roof, dripping');
  await fresh.getByRole('button', { name: 'Wait: at once' }).click();
  await fresh.getByLabel('What is done').selectOption('raise');
  await fresh.getByLabel('And also').selectOption('say');
  await fresh.getByLabel('What is said').fill('That sounds wet. We look at it first.');
  await fresh.getByRole('button', { name: 'Keep it' }).click();
  const own = ruleNamed(hanne, 'Roofs are wet');
  await expect(own).toContainText('When somebody writes wet roof or dripping, put them first and say');
  await own.getByRole('button', { name: 'Close', exact: true }).click();

  // By the keys to the first place.
  const grip = own.getByRole('button', { name: 'Drag “Roofs are wet” to another place' });
  await grip.focus();
  await hanne.keyboard.press('Space');
  await expect(async () => {
    await hanne.keyboard.press('ArrowUp');
    const told = hanne.getByText('You hold “Roofs are wet” in the place of “Urgent words go first”.');
    await expect(told).toBeAttached({ timeout: 300 });
  }).toPass();
  await hanne.keyboard.press('Space');
  await expect(rules(hanne).getByRole('listitem').first()).toContainText('Roofs are wet');
  await hanne.reload();
  await expect(rules(hanne).getByRole('listitem').first()).toContainText('Roofs are wet');

  const wenna = await visit(browser, stack);
  await askForPerson(wenna, 'Wenna');
  await wenna.say('there is water dripping in');
  await expect(wenna.chat.getByText('That sounds wet. We look at it first.')).toBeVisible();
  await hanne
    .getByRole('link', { name: /^Inbox/ })
    .first()
    .click();
  await hanne.getByRole('list', { name: 'Waiting' }).getByRole('link').filter({ hasText: 'Wenna' }).click();
  await expect(hanne.getByLabel(/^Urgent/)).toBeChecked();

  // Off, it keeps what was set, and does nothing.
  await hanne.getByRole('link', { name: 'Rules' }).click();
  await own.getByRole('switch').click();
  await expect(own.getByRole('switch')).not.toBeChecked();
  const maren = await visit(browser, stack);
  await maren.say('dripping');
  await openRule(hanne, 'Roofs are wet');
  await own.getByLabel('When', { exact: true }).selectOption('silent');
  await own.getByLabel('How often').selectOption('each');
  await own.getByLabel('What is done').first().selectOption('lead');
  await own.getByLabel('Flow', { exact: true }).selectOption({ index: 1 });
  await own.getByRole('button', { name: 'Keep it' }).click();
  await expect(own.getByRole('alert')).toHaveText(
    /would run each other for ever: “Roofs are wet”, then “Roofs are wet” again/,
  );
  await own.getByRole('button', { name: 'Leave it' }).click();
  await expect(maren.chat.getByText('That sounds wet. We look at it first.')).toHaveCount(0);
  await openRule(hanne, 'Roofs are wet');
  await own.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(hanne.getByText('“Roofs are wet” was removed.')).toBeVisible();
  await expect(own).toHaveCount(0);
});
