import { expect, people, studio, test, visit } from './stack.ts';

const NOBODY_FREE = 'I’m asking for somebody, but nobody is free right now.';

test('members say whether they take chats and how many; visitors are told what is so', async ({ browser, stack }) => {
  const all = await Promise.all(Object.values(people).map(email => studio(browser, stack, email)));
  const [hanne, , tom] = all as [(typeof all)[number], (typeof all)[number], (typeof all)[number]];
  const takes = (page: typeof hanne) => page.getByRole('switch', { name: 'Take chats' });
  try {
    for (const page of all) {
      await expect(takes(page)).toBeChecked();
      await takes(page).click();
      await expect(takes(page)).toHaveText('You are away');
    }
    const shut = await visit(browser, stack);
    await expect(shut.chat.getByText('Nobody is here right now')).toBeVisible();
    await shut.pick('Price a heat pump');
    await shut.chat.getByText('What sort of home is it?').waitFor();
    await shut.say('can I talk to a person');
    await expect(shut.chat.getByText(NOBODY_FREE, { exact: false })).toBeVisible();

    // One is back, and takes one chat at a time.
    await takes(tom).click();
    await expect(takes(tom)).toHaveText('You take chats');
    await tom.getByRole('link', { name: 'Tom Ashdown', exact: true }).click();
    const most = tom.getByLabel('You take at most so many at once');
    await most.fill('0');
    await tom.getByRole('button', { name: 'Save the number' }).click();
    await expect(tom.getByText('It is at least one; who takes none is away.')).toBeVisible();
    await most.fill('50');
    await tom.getByRole('button', { name: 'Save the number' }).click();
    await expect(tom.getByText('Saved.')).toBeVisible();
    const open = await visit(browser, stack);
    await expect(open.chat.getByText('Nobody is here right now')).toBeHidden();
    await open.pick('Price a heat pump');
    await open.chat.getByText('What sort of home is it?').waitFor();
    await open.say('can I talk to a person');
    await expect(open.chat.getByText('I’m fetching somebody', { exact: false })).toBeVisible();

    await hanne.getByRole('link', { name: 'Settings' }).click();
    await hanne.getByRole('link', { name: 'Members' }).click();
    await expect(hanne.getByText('takes chats')).toHaveCount(1);
    await expect(hanne.getByText('away', { exact: true })).toHaveCount(2);
  } finally {
    for (const page of all) if (!(await takes(page).isChecked())) await takes(page).click();
    for (const page of all) await expect(takes(page)).toBeChecked();
  }
});
