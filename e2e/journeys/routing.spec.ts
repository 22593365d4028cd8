import { askForPerson, expect, logOf, people, studio, takesChats, test, visit } from './stack.ts';

const row = (page: Awaited<ReturnType<typeof studio>>, list: string, name: string) =>
  page.getByRole('list', { name: list }).getByRole('link', { name: new RegExp(`^${name}`) });

test('who waits is told their place, offered to one, passed on to the next, and given back with what was learnt', async ({
  browser,
  quiet,
}) => {
  const hanne = await studio(browser, quiet, people.lead);
  const priya = await studio(browser, quiet, people.priya);
  // A lead says how long each has to take somebody, and that one has room for one.
  await hanne.getByRole('link', { name: 'Settings' }).click();
  await hanne.getByRole('link', { name: 'Teams and hours' }).click();
  await hanne.getByRole('button', { name: 'Offers to Sales' }).click();
  const seconds = hanne.getByLabel('Seconds that a visitor is offered to one of them');
  await seconds.fill('5');
  await hanne.getByRole('button', { name: 'Save the time' }).click();
  await expect(hanne.getByText('It is at least 10 seconds', { exact: false })).toBeVisible();
  await seconds.fill('10');
  await hanne.getByRole('button', { name: 'Save the time' }).click();
  await expect(seconds).toBeHidden();
  await takesChats(hanne, false);
  await priya.getByRole('link', { name: 'Priya' }).click();
  await priya.getByLabel('You take at most so many at once').fill('1');
  await priya.getByRole('button', { name: 'Save the number' }).click();
  await expect(priya.getByText('Saved.')).toBeVisible();

  const first = await visit(browser, quiet);
  await askForPerson(first, 'Oriel');
  const second = await visit(browser, quiet);
  await askForPerson(second, 'Wynn');
  await expect(first.chat.getByText('You are next')).toBeVisible();
  await expect(second.chat.getByText('1 before you')).toBeVisible();

  // Priya hears of the first wherever she is, and lets them go by; Hanne is back meanwhile.
  const offered = priya.getByRole('navigation').getByRole('link', { name: /Oriel.*is offered to you/ });
  await expect(offered).toBeVisible();
  await takesChats(hanne, true);
  const offeredTo = (name: string) =>
    hanne.getByRole('navigation').getByRole('link', { name: new RegExp(`${name}.*is offered to you`) });
  await offeredTo('Wynn').click();
  await expect(hanne.getByText(/^offered to you, \d+ s$/).last()).toBeVisible();
  await hanne.getByRole('button', { name: 'Take it' }).click();
  await expect(second.chat.getByText('Hanne Brill is with you now.')).toBeVisible();
  await expect(offered).toBeHidden({ timeout: 20_000 });
  await offeredTo('Oriel').click();
  await expect(logOf(hanne).getByText(/Priya Marlow was offered the conversation for 10 s/)).toBeVisible();
  await hanne.getByRole('button', { name: 'Take it' }).click();
  await expect(first.chat.getByText('Hanne Brill is with you now.')).toBeVisible();

  // What is known is put right where it stands, in words as visitors type them.
  await hanne.getByRole('button', { name: 'Put first name right' }).click();
  await hanne.getByLabel('What first name is').fill('Oriel Penn');
  await hanne.getByRole('button', { name: 'Put it right' }).click();
  await expect(logOf(hanne).getByText('Hanne Brill put right what is known: first name is Oriel Penn.')).toBeVisible();
  await hanne.getByRole('button', { name: 'Something else is known' }).click();
  await hanne.getByLabel('What is known').last().selectOption('email');
  await hanne.getByLabel('What email is').fill('oriel at');
  await hanne.getByRole('button', { name: 'Put it right' }).click();
  await expect(hanne.getByText('“oriel at” is not an email address.')).toBeVisible();
  await hanne.getByLabel('What email is').fill('oriel@penn.example');
  await hanne.getByRole('button', { name: 'Put it right' }).click();
  await expect(hanne.getByRole('complementary').getByText('oriel@penn.example')).toBeVisible();

  // And the flow goes on, at the scene that is right for them.
  await hanne.getByRole('button', { name: 'Pass on' }).click();
  await hanne.getByRole('menuitem', { name: 'Back to the flow' }).click();
  await hanne.getByLabel('It goes on').selectOption({ index: 1 });
  await hanne.getByLabel('What you learnt, for the team (if you like)').fill('Only wants a price.');
  await hanne.getByRole('button', { name: 'Give it back' }).click();
  await expect(hanne.getByRole('dialog')).toBeHidden();
  await expect(logOf(hanne).getByText(/gave the conversation back to the flow, at “/)).toBeVisible();
  await expect(logOf(hanne).getByText('Only wants a price.')).toBeVisible();
  await expect(first.chat.getByText('Only wants a price.')).toHaveCount(0);
  await expect(first.chat.getByRole('button', { name: 'Price a heat pump' }).last()).toBeVisible();
  await expect(row(hanne, 'Waiting', 'Oriel')).toHaveCount(0);
});

test('a flow that finds nobody at their desk says so, and goes on', async ({ browser, quiet }) => {
  const hanne = await studio(browser, quiet, people.lead);
  const priya = await studio(browser, quiet, people.priya);
  for (const page of [hanne, priya]) {
    await takesChats(page, false);
  }
  const { chat, pick, say } = await visit(browser, quiet);
  await pick('Talk to someone');
  await chat.getByText('What may we call you?').waitFor();
  await say('Merrin');
  await expect(chat.getByText('Waiting for somebody from Sales.')).toHaveCount(0);
  await expect(chat.getByText(/email/).first()).toBeVisible();
});
