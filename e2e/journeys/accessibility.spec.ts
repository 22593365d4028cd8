import { everyKind } from '@kineta/core/every-kind';
import { serious } from './axe.ts';
import { expect, firstVisitAgain, logOf, meetStarter, people, rehearse, studio, test, visit } from './stack.ts';

test('axe finds nothing serious on any screen', async ({ browser, stack, page }) => {
  test.slow();
  await page.goto(stack.url);
  await page.getByLabel('Email').waitFor();
  expect(await serious(page), 'sign-in').toEqual([]);

  const hanne = await studio(browser, stack, people.lead, { reducedMotion: 'reduce' });
  await hanne.getByRole('link', { name: 'First visit', exact: true }).waitFor();
  expect(await serious(hanne), 'flows').toEqual([]);
  await hanne.getByRole('link', { name: 'First visit', exact: true }).click();
  for (const scene of ['About your home', 'Savings estimate', 'While you wait']) {
    await hanne.getByRole('navigation', { name: 'Scenes' }).getByRole('button', { name: scene }).first().click();
    await hanne.getByLabel('Step 1:').click();
    await hanne.getByRole('list', { name: `Steps of ${scene}` }).waitFor();
    expect(await serious(hanne), scene).toEqual([]);
  }
  await hanne.getByRole('button', { name: /Type a line, or/ }).click();
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type('/');
  await hanne.getByRole('listbox').waitFor();
  expect(await serious(hanne), 'kinds of steps').toEqual([]);
  await hanne.keyboard.press('Escape');
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.press('Backspace');
  await hanne.getByRole('button', { name: 'Publish…' }).click();
  await hanne.getByRole('dialog').waitFor();
  expect(await serious(hanne), 'publish').toEqual([]);
  await hanne.keyboard.press('Escape');

  await hanne.getByRole('link', { name: 'Flows' }).click();
  await hanne.locator('input[type=file]').setInputFiles({
    name: 'every-kind.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(everyKind)),
  });
  await hanne.getByRole('link', { name: everyKind.name, exact: true }).first().click();
  await expect(hanne.getByRole('region', { name: 'Checks' }).getByText('Nothing wrong')).toBeVisible();
  // The panels with the most in them; the others are made of the same parts.
  for (const kind of ['show', 'form', 'call service', 'decide', 'work out', 'email']) {
    const index = everyKind.scenes[0]!.steps.findIndex(step => step.kind === kind);
    await hanne.getByRole('button', { name: new RegExp(`^Step ${index + 1}:`) }).click();
    expect(await serious(hanne, 'article'), kind).toEqual([]);
  }
  await hanne.getByRole('button', { name: 'Facts', exact: true }).click();
  await hanne.getByRole('list', { name: 'Facts' }).waitFor();
  expect(await serious(hanne), 'facts').toEqual([]);
  await hanne.keyboard.press('Escape');
  await hanne.getByRole('link', { name: 'Settings' }).click();
  await hanne.getByRole('list', { name: 'Facts about the business' }).waitFor();
  expect(await serious(hanne), 'settings').toEqual([]);
  for (const [room, there] of [
    ['Members', hanne.getByRole('list', { name: 'Members' })],
    ['Email', hanne.getByLabel('Write from')],
    ['Services', hanne.getByLabel('Host', { exact: true })],
    ['Security', hanne.getByLabel(/Ask it of everybody/)],
    ['Tags', hanne.getByRole('list', { name: 'Tags' })],
    ['Teams and hours', hanne.getByRole('list', { name: 'Teams' })],
  ] as const) {
    await hanne.getByRole('link', { name: room, exact: true }).click();
    await there.waitFor();
    expect(await serious(hanne), room).toEqual([]);
  }
  await hanne.getByRole('button', { name: 'Hours of Sales' }).click();
  await hanne.getByRole('list', { name: 'Holidays' }).waitFor();
  expect(await serious(hanne), 'hours').toEqual([]);
  await hanne.getByRole('link', { name: 'Hanne Brill' }).click();
  await hanne.getByRole('list', { name: 'Where you are signed in' }).waitFor();
  expect(await serious(hanne), 'you').toEqual([]);
  await hanne.getByRole('link', { name: 'Site', exact: true }).click();
  await hanne.getByRole('list', { name: 'Sites' }).waitFor();
  expect(await serious(hanne), 'sites').toEqual([]);
  await hanne.getByRole('link', { name: 'How it looks on brackenrow.example' }).click();
  await hanne.getByRole('region', { name: 'Standing replies' }).waitFor();
  // All but the outline of a page, which is there to be looked at.
  expect(await serious(hanne, 'main'), 'look').toEqual([]);
  await hanne.getByRole('link', { name: 'Today' }).click();
  await hanne.getByRole('region', { name: 'The day' }).waitFor();
  expect(await serious(hanne), 'today').toEqual([]);

  await hanne.getByRole('link', { name: 'Inbox' }).click();
  await hanne.getByRole('list', { name: 'Waiting' }).getByRole('link').first().click();
  await logOf(hanne).getByText('Opened the chat').waitFor();
  expect(await serious(hanne), 'inbox').toEqual([]);
  await hanne.getByRole('button', { name: 'Only some' }).click();
  await hanne.getByRole('list', { name: 'Those chosen' }).getByRole('link').first().focus();
  await hanne.keyboard.press('x');
  await hanne.getByLabel('Your reply').fill('/');
  await hanne.getByRole('toolbar', { name: 'With those that are picked' }).waitFor();
  expect(await serious(hanne), 'only some, picked').toEqual([]);
  await hanne.getByLabel('Your reply').fill('/x');
  await hanne.getByRole('link', { name: 'Phrasebook' }).click();
  await hanne.getByRole('list', { name: 'Phrases' }).waitFor();
  expect(await serious(hanne), 'phrasebook').toEqual([]);
  await hanne.getByRole('link', { name: 'Questions' }).click();
  await hanne.getByLabel('A question').fill('how loud is the unit outside');
  await hanne.getByRole('button', { name: 'Ask', exact: true }).click();
  await expect(hanne.getByRole('button', { name: 'Ask on from here' })).toBeVisible();
  expect(await serious(hanne), 'questions').toEqual([]);
  await hanne.getByRole('button', { name: 'New answer' }).click();
  await hanne.getByRole('button', { name: 'Only for some people, pages or days' }).click();
  expect(await serious(hanne), 'writing an answer').toEqual([]);
  await hanne.getByRole('link', { name: 'Rules' }).click();
  await hanne.locator('button[aria-expanded]', { hasText: 'Still there?' }).click();
  await hanne.getByText(/^It would have acted in .* conversations\.$/).waitFor();
  expect(await serious(hanne), 'rules').toEqual([]);
  await hanne.goto(`${stack.url}/notices`);
  await hanne.getByRole('heading', { name: 'Of what', exact: true }).waitFor();
  expect(await serious(hanne), 'what one is told').toEqual([]);
  await hanne.getByRole('button', { name: 'For everybody' }).click();
  await hanne.getByRole('button', { name: 'Tell somebody else' }).click();
  expect(await serious(hanne), 'who is told').toEqual([]);
  await hanne.getByRole('link', { name: 'People' }).click();
  await hanne.getByRole('row').nth(3).waitFor();
  expect(await serious(hanne), 'people').toEqual([]);
});

test('axe finds nothing serious in the views of a flow, nor on what opens over them', async ({ browser, stack }) => {
  test.slow();
  const page = await studio(browser, stack, people.lead, { reducedMotion: 'reduce' });
  await page.getByRole('link', { name: 'First visit', exact: true }).waitFor();
  await page.getByRole('button', { name: 'More for First visit', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Clone' }).click();
  await page.getByRole('link', { name: 'First visit', exact: true }).click();
  const view = (name: string) => page.getByRole('button', { name, exact: true }).click();
  await view('ways');
  await page.getByRole('link', { name: /^1 Welcome/ }).waitFor();
  expect(await serious(page), 'ways').toEqual([]);
  await view('editions');
  await page
    .getByRole('list', { name: 'Editions' })
    .getByRole('button', { name: /^Edition 1/ })
    .click();
  await page.getByRole('region', { name: 'What changed' }).getByText('These two are the same').waitFor();
  expect(await serious(page), 'editions').toEqual([]);
  await view('replay');
  await page.getByRole('button', { name: 'Replay the draft' }).click();
  await page.getByRole('list', { name: 'Conversations that differ' }).getByRole('button').first().click();
  await page.getByRole('region', { name: 'With the draft' }).getByRole('listitem').first().waitFor();
  expect(await serious(page), 'replay').toEqual([]);
  await page.keyboard.press('Control+k');
  await page.getByRole('dialog', { name: 'Command menu' }).getByRole('option').first().waitFor();
  expect(await serious(page), 'command menu').toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('?');
  await page.getByRole('dialog', { name: 'All keys' }).waitFor();
  expect(await serious(page), 'all keys').toEqual([]);
  await page.keyboard.press('Escape');
  await view('page');
  await page.getByRole('textbox', { name: 'Question' }).first().click();
  await page.getByRole('button', { name: 'Emoji' }).click();
  await page.getByRole('gridcell', { name: 'Grinning face', exact: true }).waitFor();
  expect(await serious(page), 'emoji').toEqual([]);
  await page.keyboard.press('Escape');
  const rehearsal = page.getByRole('region', { name: 'Rehearsal' });
  await rehearse(page).pick('Talk to someone');
  await rehearsal.getByRole('button', { name: /^Who visits/ }).click();
  await page.getByRole('combobox', { name: 'Visitor' }).waitFor();
  expect(await serious(page), 'who visits').toEqual([]);
  await page.keyboard.press('Escape');
  await rehearsal.getByRole('button', { name: 'Keep as a run-through' }).click();
  await page.getByRole('dialog').waitFor();
  expect(await serious(page), 'keep a run-through').toEqual([]);
});

test('axe finds nothing serious on the open widget', async ({ browser, stack }) => {
  const visitor = await visit(browser, stack, { reducedMotion: 'reduce' });
  await visitor.pick('Price a heat pump');
  await visitor.chat.getByText('What sort of home is it?').waitFor();
  expect(await serious(visitor.page), 'choices').toEqual([]);
  for (const choice of ['Bungalow', 'Yes', 'After 1980', 'Loft only', 'Oil']) await visitor.pick(choice);
  await visitor.chat.getByText('what do you spend on heating').waitFor();
  await visitor.say('2000');
  await visitor.chat.getByText('less every year').waitFor();
  expect(await serious(visitor.page), 'chart').toEqual([]);
});

test('axe finds nothing serious on cards and forms, and nothing of them is cut at 320 pixels', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await meetStarter(hanne, 'Guide to a page');
  const narrow = { viewport: { width: 320, height: 640 }, reducedMotion: 'reduce' as const };
  const cards = await visit(browser, stack, narrow);
  await cards.chat.getByRole('heading', { name: 'Heat pump' }).waitFor();
  expect(await serious(cards.page), 'cards').toEqual([]);
  await meetStarter(hanne, 'An offer for an email');
  const form = await visit(browser, stack, narrow);
  await form.pick('Yes, please');
  await form.chat.getByRole('button', { name: 'Send me the voucher' }).click();
  await form.chat.getByText('This is needed.').first().waitFor();
  expect(await serious(form.page), 'form').toEqual([]);
  for (const { chat } of [cards, form])
    expect(await chat.locator('main').evaluate(main => main.scrollWidth <= main.clientWidth)).toBe(true);
  await firstVisitAgain(hanne);
});
