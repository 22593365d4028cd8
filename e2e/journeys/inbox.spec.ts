import type { Page } from '@playwright/test';
import { askForPerson, expect, logOf, people, studio, test, visit } from './stack.ts';

/** Counts the notes that a page plays from now on. */
async function listenForSound(page: Page): Promise<() => Promise<number>> {
  await page.evaluate(() => {
    const heard = window as unknown as { notes: number };
    heard.notes = 0;
    const start = OscillatorNode.prototype.start;
    OscillatorNode.prototype.start = function (when) {
      heard.notes++;
      start.call(this, when);
    };
  });
  return () => page.evaluate(() => (window as unknown as { notes: number }).notes);
}

test('waiting, taken, noted, passed on, done: both agents see it as it happens', async ({ browser, stack }) => {
  const priya = await studio(browser, stack, people.priya);
  const tom = await studio(browser, stack, people.tom);
  const heard = [await listenForSound(priya), await listenForSound(tom)];
  const notes = async () => (await Promise.all(heard.map(of => of()))).reduce((sum, one) => sum + one, 0);
  await expect(priya.getByRole('list', { name: 'Waiting' }).getByRole('link').first()).toBeVisible();
  const before = await notes();
  const visitor = await visit(browser, stack);
  await askForPerson(visitor, 'Zebedee');
  await expect.poll(notes).toBeGreaterThanOrEqual(before + 2);
  await visitor.say('It says F4 and the house is getting cold');

  const row = (page: typeof priya, list: string) =>
    page.getByRole('list', { name: list }).getByRole('link', { name: /^Zebedee/ });
  await expect(row(priya, 'Waiting')).toContainText('It says F4');
  await expect(row(priya, 'Waiting').getByLabel(/unread/)).toBeVisible();
  await expect(priya).toHaveTitle(/^\(\d+\) Inbox/);
  await row(priya, 'Waiting').click();
  await expect(logOf(priya).getByText('It says F4 and the house is getting cold')).toBeVisible();
  await expect(row(priya, 'Waiting').getByLabel(/unread/)).toBeHidden();

  // Writing is seen by the other, both ways.
  await visitor.chat.getByLabel('Your message').pressSequentially('Is any');
  await expect(priya.getByText('Zebedee is writing…')).toBeVisible();
  await priya.getByLabel('Your reply').pressSequentially('Let me');
  await expect(visitor.chat.getByText('Priya Marlow is writing…')).toBeVisible();

  await priya.getByRole('button', { name: 'Take it' }).click();
  await expect(row(tom, 'Waiting')).toBeHidden();
  await priya.getByRole('button', { name: 'Leave a note' }).click();
  await priya.getByLabel('Note for the team').fill('Looks like the outside sensor');
  await priya.getByRole('button', { name: 'Keep the note' }).click();
  await expect(logOf(priya).getByText('Looks like the outside sensor')).toBeVisible();
  await priya.getByRole('button', { name: 'Pass on' }).click();
  await priya.getByRole('menuitem', { name: 'To Tom Ashdown' }).click();

  await tom.getByRole('button', { name: /^Mine/ }).click();
  await row(tom, 'Mine').click();
  await expect(logOf(tom).getByText('Looks like the outside sensor')).toBeVisible();
  await tom.getByLabel('Your reply').fill('Tom here. I can be with you at four.');
  await tom.getByRole('button', { name: 'Reply' }).click();
  await expect(visitor.chat.getByText('I can be with you at four.')).toBeVisible();
  await expect(logOf(tom).getByText('Read', { exact: true })).toBeVisible();
  // What comes while the chat is closed is there, and is read once it is opened again.
  const launcher = visitor.page.getByRole('button', { name: /^Ask Robin/ });
  await launcher.click();
  await tom.getByLabel('Your reply').fill('Is that all right?');
  await tom.getByRole('button', { name: 'Reply' }).click();
  await expect(logOf(tom).getByText('Delivered', { exact: true })).toBeVisible();
  await launcher.click();
  await expect(logOf(tom).getByText('Read', { exact: true })).toBeVisible();
  await expect(visitor.chat.getByText('Looks like the outside sensor')).toHaveCount(0);
  await tom.getByRole('button', { name: 'Done', exact: true }).last().click();
  await expect(visitor.chat.getByText('Tom Ashdown closed the conversation.')).toBeVisible();

  // Who answers what somebody else has is told, and keeps the words.
  await visitor.say('One more thing');
  await expect(row(tom, 'Mine')).toBeHidden();
  await tom.getByRole('button', { name: 'Take it' }).click();
  await priya.getByRole('button', { name: /^Others/ }).click();
  await row(priya, 'Others').click();
  await priya.getByLabel('Your reply').fill('I could help too');
  await priya.getByRole('button', { name: 'Reply' }).click();
  await expect(priya.getByText('is with somebody else')).toBeVisible();
  await priya.getByRole('button', { name: 'Take it back' }).click();
  await expect(priya.getByLabel('Your reply')).toHaveValue('I could help too');
});

test('the database is gone for ten seconds: both see “reconnecting”, and nothing is lost', async ({
  browser,
  stack,
}) => {
  test.setTimeout(120_000);
  const priya = await studio(browser, stack, people.priya);
  const visitor = await visit(browser, stack);
  await askForPerson(visitor, 'Perpetua');
  await priya
    .getByRole('list', { name: 'Waiting' })
    .getByRole('link', { name: /^Perpetua/ })
    .click();
  await priya.getByRole('button', { name: 'Take it' }).click();
  await expect(visitor.chat.getByText('Priya Marlow is with you now.')).toBeVisible();

  await stack.killDatabase();
  const away = Date.now();
  await visitor.say('Written while the database was away');
  await expect(visitor.chat.getByText('Reconnecting… what you write is kept')).toBeVisible();
  await priya.getByLabel('Your reply').fill('Answered while it was away');
  await priya.getByLabel('Your reply').press('Enter');
  await expect(priya.getByText('Sending…')).toBeVisible();
  await expect(priya.getByText('Reconnecting… What you write is kept')).toBeVisible();
  await expect.poll(() => Date.now() - away, { timeout: 15_000 }).toBeGreaterThan(10_000);
  await stack.startDatabase();

  await expect(logOf(priya).getByText('Written while the database was away')).toBeVisible({ timeout: 30_000 });
  await expect(visitor.chat.getByText('Answered while it was away')).toBeVisible({ timeout: 30_000 });
  await expect(logOf(priya).getByText('Written while the database was away')).toHaveCount(1);
  await expect(visitor.chat.getByText('Answered while it was away')).toHaveCount(1);
  await expect(priya.getByText('Reconnecting')).toBeHidden({ timeout: 20_000 });
});

test('an agent answers from a phone', async ({ browser, stack }) => {
  const priya = await studio(browser, stack, people.priya);
  await expect(priya.getByRole('switch', { name: 'Take chats' })).toBeChecked();
  const tom = await studio(browser, stack, people.tom, { viewport: { width: 390, height: 844 } });
  await expect(tom.getByRole('link', { name: 'Flows' })).toHaveCount(0);
  const visitor = await visit(browser, stack);
  await askForPerson(visitor, 'Wilmot');
  await tom
    .getByRole('list', { name: 'Waiting' })
    .getByRole('link', { name: /^Wilmot/ })
    .click();
  await tom.getByLabel('Your reply').fill('On my way');
  await tom.getByRole('button', { name: 'Emoji' }).click();
  await tom.getByLabel('Search emoji').fill('delivery truck');
  await tom.getByRole('gridcell', { name: 'delivery truck' }).click();
  await expect(tom.getByLabel('Your reply')).toBeFocused();
  await tom.keyboard.type('!');
  await tom.getByRole('button', { name: 'Reply' }).click();
  await expect(visitor.chat.getByText('On my way🚚!')).toBeVisible();
  await tom.getByRole('link', { name: 'Back to the list' }).click();
  await expect(tom.getByRole('button', { name: /^Mine/ })).toBeVisible();
});

test('what was missed stands under Today, and so do the conversations now; each leads to its place', async ({
  browser,
  stack,
}) => {
  const { chat, pick, say } = await visit(browser, stack);
  await pick('Price a heat pump');
  await chat.getByText('What sort of home is it?').waitFor();
  await say('Something by the water');
  await chat.getByText('Which of these fits best?').waitFor();
  await say('A lighthouse, you could call it');
  await chat.getByText('Do you own it?').waitFor();

  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('link', { name: 'Today' }).click();
  const missed = hanne.getByRole('list', { name: 'Missed today' });
  await expect(async () => {
    await hanne.reload();
    await expect(missed.getByText('“A lighthouse, you could call it”')).toBeVisible({ timeout: 2_000 });
  }).toPass();
  await expect(missed.getByRole('listitem').first()).toContainText('not understood');
  await missed.getByRole('link', { name: /A lighthouse/ }).click();
  await expect(logOf(hanne).getByText('No answer was understood in 2 tries.')).toBeVisible();

  await hanne.getByRole('link', { name: 'Today' }).click();
  await hanne.getByRole('link', { name: 'Conversations now' }).click();
  await expect(hanne.getByRole('button', { name: /^Flow-led/ })).toHaveAttribute('aria-pressed', 'true');
  await expect(hanne.getByRole('list', { name: 'Flow-led' }).getByText('Do you own it?').first()).toBeVisible();
});

test('who wants a person in the middle of a question has one fetched, and is not asked again', async ({
  browser,
  stack,
}) => {
  const priya = await studio(browser, stack, people.priya);
  const { chat, pick, say } = await visit(browser, stack);
  await pick('Price a heat pump');
  await chat.getByText('What sort of home is it?').waitFor();
  await say('can i talk to a real human please');
  // Whether anybody has room depends on what else is going on.
  await expect(chat.getByText(/I’m fetching somebody|nobody is free right now/)).toBeVisible();
  await expect(chat.getByText('Which of these fits best?')).toHaveCount(0);
  await say('It is about my meter, at number 9');

  const row = priya
    .getByRole('list', { name: 'Waiting' })
    .getByRole('link')
    .filter({ hasText: 'It is about my meter, at number 9' });
  await row.click();
  await expect(
    logOf(priya).getByText('The visitor wants a person: “can i talk to a real human please”.'),
  ).toBeVisible();
  await priya.getByLabel('Your reply').fill('Hello, this is Priya.');
  await priya.getByLabel('Your reply').press('Enter');
  await expect(chat.getByText('Hello, this is Priya.')).toBeVisible();
  await priya.getByRole('button', { name: 'Pass on' }).click();
  await priya.getByRole('menuitem', { name: 'Back to the flow' }).click();
  await priya.getByRole('button', { name: 'Give it back' }).click();
  await expect(chat.getByText('What sort of home is it?')).toHaveCount(2);
});

test('what was said is searched, and opened where it stands', async ({ browser, stack }) => {
  const priya = await studio(browser, stack, people.priya);
  const visitor = await visit(browser, stack);
  await askForPerson(visitor, 'Quillon');
  await visitor.say('A marmot sleeps beneath the outside unit');
  for (const line of ['one', 'two', 'three', 'four']) await visitor.say(`and then ${line}`);

  // It is found a moment after it was said.
  const search = priya.getByLabel('Search what was said');
  const found = priya.getByRole('list', { name: 'Found' }).getByRole('link');
  await expect(async () => {
    await search.fill('');
    await search.fill('MARMOT unit');
    await expect(found).toHaveCount(1, { timeout: 1_000 });
  }).toPass({ timeout: 15_000 });
  await expect(found.locator('mark')).toHaveText(['marmot', 'unit']);
  await found.click();
  await expect(logOf(priya).locator('[data-sought]')).toContainText('A marmot sleeps beneath the outside unit');
  await expect(logOf(priya).locator('[data-sought]')).toBeInViewport();

  await search.fill('xylophone');
  await expect(priya.getByText('Nobody said that')).toBeVisible();
  await search.press('Escape');
  await expect(priya.getByRole('list', { name: 'Waiting' })).toBeVisible();
  await priya.getByRole('button', { name: 'Done', exact: true }).last().click();
});

test('what is put off stands aside, and comes back when the visitor writes or somebody fetches it', async ({
  browser,
  stack,
}) => {
  const priya = await studio(browser, stack, people.priya);
  const visitor = await visit(browser, stack);
  await askForPerson(visitor, 'Ottilie');
  await visitor.say('It is not urgent');
  const row = (list: string) => priya.getByRole('list', { name: list }).getByRole('link', { name: /^Ottilie/ });
  await row('Waiting').click();
  await priya.getByRole('button', { name: 'Later', exact: true }).click();
  await priya.getByRole('menuitem', { name: /^Tomorrow morning/ }).click();
  await expect(logOf(priya).getByText(/put the conversation off until/)).toBeVisible();
  await priya.getByRole('button', { name: /^Mine/ }).click();
  await expect(row('Mine')).toHaveCount(0);
  await priya.getByRole('button', { name: /for later$/ }).click();
  await expect(row('Later')).toContainText('until');

  await visitor.say('Oh, now it is');
  await priya.getByRole('button', { name: 'Back to what is for now' }).click();
  await expect(row('Mine')).toContainText('Oh, now it is');

  // Any other time, and one that has been.
  await priya.getByRole('button', { name: 'Later', exact: true }).click();
  await priya.getByRole('menuitem', { name: 'Another time…' }).click();
  await priya.getByLabel('Back on').fill('2020-01-01T09:00');
  await priya.getByRole('button', { name: 'Put it off' }).click();
  await expect(priya.getByText('Choose a time to come.')).toBeVisible();
  await priya.getByLabel('Back on').fill(`${new Date().getFullYear() + 1}-01-01T09:00`);
  await priya.getByRole('button', { name: 'Put it off' }).click();
  await expect(row('Mine')).toHaveCount(0);
  await priya.getByRole('button', { name: 'Fetch it back' }).click();
  await expect(row('Mine')).toBeVisible();
  await priya.getByRole('button', { name: 'Done', exact: true }).last().click();
  await expect(priya.getByRole('button', { name: 'Open again' })).toBeVisible();
});

test('a visitor is blocked, is told so, and is let back in the settings', async ({ browser, stack }) => {
  const priya = await studio(browser, stack, people.priya);
  const visitor = await visit(browser, stack, { viewport: { width: 390, height: 844 } });
  await askForPerson(visitor, 'Watchseller');
  await visitor.say('Buy my watches');
  await priya
    .getByRole('list', { name: 'Waiting' })
    .getByRole('link', { name: /^Watchseller/ })
    .click();
  await priya.getByRole('button', { name: 'Block this visitor…' }).click();
  await priya.getByRole('button', { name: 'Block them' }).click();
  await expect(logOf(priya).getByText('Priya Marlow blocked the visitor.')).toBeVisible();
  await expect(priya.getByText('Watchseller is blocked.')).toBeVisible();
  await expect(visitor.chat.getByText('This chat is closed to you.', { exact: false })).toBeVisible();
  // On a phone the chat is all there is to see: there is a way out of it.
  await visitor.chat.getByRole('button', { name: 'Close the chat' }).click();
  await expect(visitor.chat.getByRole('button', { name: 'Close the chat' })).toBeHidden();

  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('link', { name: 'Settings' }).click();
  await hanne.getByRole('link', { name: 'Security', exact: true }).click();
  await expect(hanne.getByRole('list', { name: 'Blocked visitors' })).toContainText('Watchseller');
  await hanne.getByRole('button', { name: 'Let back Watchseller' }).click();
  await expect(hanne.getByText('Nobody is.', { exact: false })).toBeVisible();
  await visitor.page.reload();
  await visitor.page.getByRole('button', { name: 'Ask Robin' }).click();
  await visitor.say('Sorry about that');
  await expect(logOf(priya).getByText('Sorry about that')).toBeVisible();
  await priya.getByRole('button', { name: 'Done', exact: true }).last().click();
});
