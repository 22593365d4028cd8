import type { Page } from '@playwright/test';
import { addStep, expect, openStep, people, rehearse, studio, test, visit } from './stack.ts';
import { dragTo } from './steps.ts';

/** Makes a flow from nothing and opens it. */
async function newFlow(page: Page, name: string): Promise<void> {
  await page.getByRole('link', { name: 'Flows' }).click();
  await page.getByRole('button', { name: 'New flow' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill(name);
  await page.getByRole('button', { name: 'Create' }).click();
  await page.getByRole('heading', { name, level: 1 }).waitFor();
}

/** Puts the caret into a line. */
async function writeIn(page: Page, name: string): Promise<void> {
  await page.getByRole('textbox', { name }).last().click();
  await page.locator('.ProseMirror-focused').waitFor();
}

test('a flow is written from nothing by keyboard, with every kind of step, and visitors meet it', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'Winter offer');
  await writeIn(hanne, 'Line');
  await hanne.keyboard.press('Control+End');
  await hanne.keyboard.press('Enter');
  await hanne.locator('.ProseMirror-focused').waitFor();

  // Ask, by the slash; keep the answer in a new fact.
  await hanne.keyboard.type('/');
  await hanne.getByRole('combobox', { name: 'Kind of step' }).waitFor();
  await hanne.keyboard.type('ask');
  await hanne.keyboard.press('Enter');
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type('What may we call you?');
  await hanne.getByLabel('Kind of answer').selectOption('short text');
  await hanne.getByLabel('Keep the answer as').selectOption({ label: 'New fact…' });
  await hanne.getByRole('dialog').getByRole('textbox', { name: 'Name' }).fill('first name');
  await hanne.getByRole('button', { name: 'Make the fact' }).click();
  await expect(hanne.getByLabel('Keep the answer as')).toHaveValue('first name');

  // A line with the fact in it.
  await writeIn(hanne, 'Question');
  await hanne.keyboard.press('Enter');
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type('Welcome, ');
  await hanne.getByRole('button', { name: 'Insert a fact' }).click();
  await hanne.getByRole('menuitem', { name: 'first name' }).click();
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type('!');

  const { chat, say } = rehearse(hanne);
  await say('Tamsin');
  await expect(chat.getByText('Welcome, Tamsin!')).toBeVisible();

  // The other kinds.
  for (const kind of ['Decide', 'Set', 'Withdraw', 'Hand over', 'Go', 'End']) {
    await hanne.getByRole('button', { name: /Type a line, or/ }).click();
    await hanne.locator('.ProseMirror-focused').waitFor();
    await hanne.keyboard.type('/');
    await hanne.getByRole('option', { name: new RegExp(`^${kind}`) }).click();
  }
  await expect(hanne.getByText('Hand over to Sales')).toBeVisible();
  await expect(hanne.getByText('Go to Welcome')).toBeVisible();
  await expect(hanne.getByText('If first name is known, carry on; otherwise carry on.')).toBeVisible();

  // Undo takes them back one by one.
  await hanne.getByRole('heading', { name: 'Winter offer' }).click();
  for (let count = 0; count < 20 && (await hanne.getByText('Hand over to Sales').isVisible()); count++)
    await hanne.keyboard.press('Control+z');
  await expect(hanne.getByText('Hand over to Sales')).toBeHidden();
  await hanne.getByRole('button', { name: 'Redo' }).click();
});

test('a problem is shown at its place, stops the publish, and its mend is one click', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'Half written');
  await hanne.getByLabel('Step 2: End').click();
  await openStep(hanne).getByRole('button', { name: 'Delete the step' }).click();
  const line = hanne.getByRole('region', { name: 'Checks' });
  await expect(line.getByText('“Welcome” runs out')).toBeVisible();
  await hanne.getByRole('button', { name: 'Publish…' }).click();
  await expect(hanne.getByRole('dialog').getByText('A problem stands in the way of publishing.')).toBeVisible();
  await hanne.keyboard.press('Escape');
  await line.getByRole('button', { name: 'End the flow there' }).click();
  await expect(line.getByText('Nothing wrong')).toBeVisible();
  await expect(line.getByText(/^saved /)).toBeVisible();
  await hanne.reload();
  await expect(hanne.getByLabel('Step 2: End')).toBeVisible();
});

test('flows are renamed, cloned, and deleted with a way back', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'Spring offer');
  await hanne.getByRole('link', { name: 'Flows' }).click();
  const more = (name: string) => hanne.getByRole('button', { name: `More for ${name}`, exact: true });
  await more('Spring offer').click();
  await hanne.getByRole('menuitem', { name: 'Rename…' }).click();
  await hanne.getByRole('textbox', { name: 'Name' }).fill('Summer offer');
  await hanne.getByRole('button', { name: 'Rename' }).click();
  await more('Summer offer').click();
  await hanne.getByRole('menuitem', { name: 'Clone' }).click();
  await expect(hanne.getByRole('link', { name: 'Summer offer (copy)' })).toBeVisible();
  await more('Summer offer').click();
  await hanne.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(hanne.getByRole('link', { name: 'Summer offer', exact: true })).toBeHidden();
  await hanne.getByRole('button', { name: 'Undo' }).click();
  await expect(hanne.getByRole('link', { name: 'Summer offer', exact: true })).toBeVisible();
});

test('two write one draft at once: they see each other, their edits merge, and each undoes their own', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'Shared');
  const second = await studio(browser, stack, people.lead);
  await second.goto(hanne.url());
  await second.getByRole('heading', { name: 'Shared', level: 1 }).waitFor();
  await expect(hanne.getByRole('button', { name: 'Hanne Brill is here too: go there' })).toBeVisible();
  await writeIn(second, 'Line');
  await expect(hanne.getByRole('img', { name: 'Hanne Brill is at this step' })).toBeVisible();

  await second.keyboard.press('End');
  await second.keyboard.type(' Welcome.');
  await hanne.getByLabel('Title of the scene').fill('Greeting');
  await hanne.getByLabel(/^Step 2: End$/).click();
  await hanne.getByLabel('Outcome').fill('answered');
  for (const page of [hanne, second]) {
    await expect(page.getByRole('textbox', { name: 'Line' })).toContainText('Hello! How can I help? Welcome.');
    await expect(page.getByLabel('Title of the scene')).toHaveValue('Greeting');
    await expect(page.getByText('with the outcome “answered”')).toBeVisible();
  }
  await second.getByRole('button', { name: 'Undo' }).click();
  for (const page of [hanne, second]) {
    await expect(page.getByRole('textbox', { name: 'Line' })).not.toContainText('Welcome.');
    await expect(page.getByText('with the outcome “answered”')).toBeVisible();
  }
  await hanne.getByRole('button', { name: 'Undo' }).click();
  await hanne.getByRole('button', { name: 'Undo' }).click();
  for (const page of [hanne, second]) {
    await expect(page.getByLabel('Title of the scene')).toHaveValue('Welcome');
    await expect(page.getByText('with the outcome “answered”')).toBeHidden();
  }
  await second.close();
  await expect(hanne.getByRole('list', { name: 'Also here' })).toBeHidden();
});

test('in the same line, nobody’s words are lost: the slower chooses', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'One line');
  const second = await studio(browser, stack, people.lead);
  await second.goto(hanne.url());
  await second.getByRole('heading', { name: 'One line', level: 1 }).waitFor();
  const line = (page: Page) => page.getByRole('textbox', { name: 'Line' });

  // While the second page hears nothing, both write.
  await second.context().setOffline(true);
  await writeIn(second, 'Line');
  await second.keyboard.type(' Theirs.');
  await expect(second.getByText('not saved yet, trying again')).toBeVisible();
  await writeIn(hanne, 'Line');
  await hanne.keyboard.type(' Mine.');
  await expect(hanne.getByText(/^saved /)).toBeVisible();
  await expect(hanne.getByText('saving…')).toBeHidden();
  await second.context().setOffline(false);
  const clash = second.getByRole('alert', { name: 'Changed by two' });
  await expect(clash).toContainText('Hanne Brill changed this step while you did. Nothing is lost');
  await expect(clash).toContainText('Theirs.');
  await expect(line(second)).toContainText('Mine.');
  await clash.getByRole('button', { name: 'Take mine' }).click();
  await expect(clash).toBeHidden();
  for (const page of [hanne, second]) await expect(line(page)).toContainText('Theirs.');
});

test('what was done can be undone after a reload, and done again', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'Second thoughts');
  await hanne.getByLabel('Title of the scene').fill('Farewell');
  await expect(hanne.getByText(/^saved /)).toBeVisible();
  await hanne.reload();
  await expect(hanne.getByLabel('Title of the scene')).toHaveValue('Farewell');
  await hanne.keyboard.press('Control+z');
  await expect(hanne.getByLabel('Title of the scene')).toHaveValue('Welcome');
  await hanne.keyboard.press('Control+Shift+z');
  await expect(hanne.getByLabel('Title of the scene')).toHaveValue('Farewell');
});

/** Where something stands once all of the step above has come, which is drawn bit by bit. */
async function settled<Place extends { y: number }>(place: () => Promise<Place>): Promise<Place> {
  let now = await place();
  await expect(async () => {
    const before = now.y;
    now = await place();
    expect(now.y).toBe(before);
  }).toPass({ intervals: [250] });
  return now;
}

test('the caret comes where a line was clicked, though what stood open above it closes', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'Where it was clicked');
  await addStep(hanne, 'ask');
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type('Which one?');
  await hanne.keyboard.press('Enter');
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type('The pump stands outside.');
  await hanne.getByRole('button', { name: 'Step 2: Ask' }).click();
  await expect(hanne.getByLabel('Kind of answer')).toBeVisible();
  const place = () =>
    hanne.getByText('The pump stands outside.').evaluate(node => {
      const before = new Range();
      const text = document.createTreeWalker(node, NodeFilter.SHOW_TEXT).nextNode()!;
      before.setStart(text, 0);
      before.setEnd(text, 'The '.length);
      const { right, top, height } = before.getBoundingClientRect();
      return { x: right, y: top + height / 2 };
    });
  const { x, y } = await settled(place);
  await hanne.mouse.click(x, y);
  await expect(hanne.getByLabel('Kind of answer')).toBeHidden();
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type('heat ');
  await expect(hanne.getByRole('textbox', { name: 'Line' }).last()).toHaveText('The heat pump stands outside.');
});

test('what was pressed is opened, though the list moves away beneath the finger', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'Pressed for long');
  await hanne.getByRole('link', { name: 'Flows' }).click();
  const pressed = hanne.getByRole('link', { name: 'Pressed for long', exact: true });
  await pressed.waitFor();
  await newFlow(hanne, 'Begun later');
  // The list as it was is shown until the new one is there, and that comes while the finger is down.
  let tell = () => {};
  const isDown = new Promise<void>(resolve => {
    tell = resolve;
  });
  await hanne.route('**/api/flows', async route => {
    await isDown;
    await route.continue();
  });
  await hanne.getByRole('link', { name: 'Flows' }).click();
  const box = async () => (await pressed.boundingBox())!;
  const { x, y, height } = await settled(box);
  await hanne.mouse.move(x + 10, y + height / 2);
  await hanne.mouse.down();
  tell();
  await expect.poll(async () => (await box()).y).toBeGreaterThan(y + height);
  await hanne.mouse.up();
  await hanne.getByRole('heading', { name: 'Pressed for long', level: 1 }).waitFor();
});

test('an emoji goes in where the caret stands, found by its name', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'With a wave');
  await writeIn(hanne, 'Line');
  await hanne.keyboard.press('Control+a');
  await hanne.keyboard.type('Hello!');
  await hanne.keyboard.press('ArrowLeft');
  await hanne.getByRole('button', { name: 'Emoji' }).click();
  await hanne.getByLabel('Search emoji').fill('no such thing');
  await expect(hanne.getByText('None is called that.')).toBeVisible();
  await hanne.getByLabel('Search emoji').fill('waving hand');
  await expect(hanne.getByRole('gridcell', { name: 'Waving hand' })).toBeVisible();
  await hanne.keyboard.press('Enter');
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type(' you');
  await expect(hanne.getByRole('textbox', { name: 'Line' })).toHaveText('Hello👋 you!');
});

test('a session that ends while writing is renewed over the page, and nothing typed is lost', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'Long evening');
  await stack.endSessions();
  await writeIn(hanne, 'Line');
  // In one go: the dialog comes with the next save and takes the keys.
  await hanne.keyboard.insertText(' Written after the session had ended.');
  const again = hanne.getByRole('dialog', { name: 'Please sign in again' });
  await again.getByLabel('Password').fill('tarrowdale');
  await again.getByRole('button', { name: 'Sign in' }).click();
  await expect(again).toBeHidden();
  await expect(hanne.getByText(/^saved /)).toBeVisible();
  await hanne.reload();
  await expect(hanne.getByRole('textbox', { name: 'Line' })).toContainText('Written after the session had ended.');
});

test('what is typed while Kineta cannot be reached is kept through a reload', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'In the train');
  await stack.killServer();
  await writeIn(hanne, 'Line');
  await hanne.keyboard.type(' Written in a tunnel.');
  await expect(hanne.getByText('not saved yet, trying again')).toBeVisible();
  await stack.startServer();
  await hanne.reload();
  await expect(hanne.getByRole('textbox', { name: 'Line' })).toContainText('Written in a tunnel.');
  await expect(hanne.getByText(/^saved /)).toBeVisible();
});

test('a picture in a line reaches the visitor, and markup in a line stays text', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'With a picture');
  // While it is on its way, the line is written on.
  let arrive = () => {};
  const written = new Promise<void>(resolve => {
    arrive = resolve;
  });
  await hanne.route('**/api/pictures', async route => {
    await written;
    await route.continue();
  });
  await writeIn(hanne, 'Line');
  await hanne.keyboard.type(' <b>not');
  const png = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  );
  await hanne.locator('input[type=file]').setInputFiles({ name: 'pump.png', mimeType: 'image/png', buffer: png });
  await hanne.keyboard.type(' bold</b>');
  await expect(rehearse(hanne).chat.getByText('<b>not bold</b>')).toBeVisible();
  arrive();
  await hanne.getByLabel('What the picture shows').fill('A heat pump beside a wall');
  await expect(hanne.getByText(/^saved /)).toBeVisible();
  await hanne.getByRole('button', { name: 'Publish…' }).click();
  await hanne.getByRole('dialog').getByRole('checkbox').check();
  await hanne.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(hanne.getByText('Edition 1 is live', { exact: true })).toBeVisible();
  const visitor = await visit(browser, stack);
  await expect(visitor.chat.getByRole('img', { name: 'A heat pump beside a wall' })).toBeVisible();
  await expect(visitor.chat.getByText('<b>not bold</b>')).toBeVisible();

  // Brackenrow goes back to its first visit.
  await hanne.getByRole('link', { name: 'Flows' }).click();
  await hanne.getByRole('link', { name: 'First visit', exact: true }).click();
  await hanne.getByRole('button', { name: 'Publish…' }).click();
  await hanne.getByRole('dialog').getByRole('checkbox').check();
  await hanne.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(hanne.getByText(/is live: new visitors/)).toBeVisible();
});

test('a question with its choices and the decision over it are written without leaving the keys; choices are moved and dragged', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'First minutes');
  await addStep(hanne, 'ask');
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type('How do you heat today?');
  const choices = hanne.getByRole('textbox', { name: /^Choice \d/ });
  await expect(choices).toHaveCount(1);

  // Tab to the first choice, Enter to the next, Backspace in an empty one back; Alt and an arrow move it.
  await hanne.keyboard.press('Tab');
  await expect(choices.first()).toBeFocused();
  await hanne.keyboard.type('Gas');
  await hanne.keyboard.press('Enter');
  await hanne.keyboard.type('Oil');
  await hanne.keyboard.press('Enter');
  await expect(choices.nth(2)).toBeFocused();
  await hanne.keyboard.press('Backspace');
  await expect(choices).toHaveCount(2);
  await expect(choices.nth(1)).toBeFocused();
  await hanne.keyboard.press('Alt+ArrowUp');
  await expect(choices.first()).toHaveValue('Oil');
  await expect(choices.first()).toBeFocused();

  // The same by the mouse.
  await dragTo(hanne, hanne.getByRole('button', { name: 'Drag choice 1' }), choices.nth(1));
  await expect(choices.first()).toHaveValue('Gas');
  await expect(choices.nth(1)).toHaveValue('Oil');

  // A new scene takes the words of the choice that leads there.
  await hanne.getByRole('combobox', { name: 'Choice 2 leads to' }).selectOption({ label: '→ a new scene' });
  await expect(hanne.getByRole('combobox', { name: 'Choice 2 leads to' })).toHaveText(/→ Oil/);

  // What formats the line is reached by its key, gone through by the arrows, and left into the line.
  await hanne.getByRole('textbox', { name: 'Question' }).click();
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.press('Control+a');
  await hanne.keyboard.press('Alt+F10');
  await expect(hanne.getByRole('button', { name: 'Bold' })).toBeFocused();
  await hanne.keyboard.press('ArrowRight');
  await expect(hanne.getByRole('button', { name: 'Italic' })).toBeFocused();
  await hanne.keyboard.press('Enter');
  await expect(hanne.locator('.ProseMirror-focused em')).toHaveText('How do you heat today?');

  // A decision begins with what was last asked, which is kept from then on; one undo takes both back.
  await addStep(hanne, 'decide');
  const fact = hanne.getByRole('combobox', { name: 'Fact', exact: true });
  await expect(fact).toHaveValue('how do you heat today');
  await expect(hanne.getByRole('textbox', { name: 'Value', exact: true })).toHaveValue('Gas');
  await hanne.keyboard.press('Control+z');
  await expect(fact).toBeHidden();
  await hanne.getByRole('textbox', { name: 'Question' }).click();
  await expect(hanne.getByLabel('Keep the answer as')).toHaveValue('');
});

test('a decision in front of every question asks what it looks at, and offers answers that are kept nowhere', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'Second minutes');
  await addStep(hanne, 'decide');
  const fact = hanne.getByRole('combobox', { name: 'Fact', exact: true });
  await expect(fact).toHaveValue('');
  await expect(openStep(hanne).getByText('The decision does not say what it looks at.')).toBeVisible();
  await addStep(hanne, 'ask');
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type('Do you own it?');
  await hanne.getByLabel('Kind of answer').selectOption('yes or no');
  await hanne.getByRole('button', { name: /^Step \d: Decide/ }).click();
  await fact.selectOption({ label: 'the answer to “Do you own it?”' });
  await expect(fact).toHaveValue('do you own it');
  await expect(hanne.getByRole('combobox', { name: 'Value', exact: true })).toHaveValue('true');
});

/** Every kind of step by its name in the menu, with what one is in when it has been picked. */
const kinds: ReadonlyArray<[name: string, first: string]> = [
  ['Say', 'Line'],
  ['Show', 'Line above the cards'],
  ['Chart', 'Title of the chart'],
  ['Ask', 'Question'],
  ['Form', 'Line above the card'],
  ['Ask consent', 'What is agreed to'],
  ['Set', 'Fact to set'],
  ['Work out', 'Fact to work out'],
  ['Score', 'Points'],
  ['Withdraw', 'Purpose'],
  ['Decide', 'How conditions are joined'],
  ['Split', 'Share 1'],
  ['Go', 'Scene to go to'],
  ['Call scene', 'Scene to play'],
  ['Start flow', 'Flow'],
  ['Pause', 'How long'],
  ['Remind', 'Reminder'],
  ['Email', 'Subject'],
  ['Notify', 'Notice'],
  ['Call service', 'Method'],
  ['Take to page', 'Page'],
  ['Person wanted', 'Scene for who wants a person'],
  ['Hand over', 'Team'],
  ['End', 'Outcome'],
];

test('every kind of step is begun and left by the keys alone, with nothing made up', async ({ browser, stack }) => {
  test.slow();
  const hanne = await studio(browser, stack, people.lead);
  await newFlow(hanne, 'All kinds');
  await writeIn(hanne, 'Line');
  await hanne.keyboard.press('Control+Enter');
  for (const [index, [name, first]] of kinds.entries()) {
    const step = hanne.locator('[data-step]').nth(index + 1);
    await step.locator('.ProseMirror-focused').waitFor();
    await hanne.keyboard.type('/');
    await hanne.getByRole('combobox', { name: 'Kind of step' }).waitFor();
    await hanne.keyboard.type(name);
    await hanne.keyboard.press('Enter');
    await expect(step.getByLabel(first, { exact: true }).first(), name).toBeFocused();
    // A line with nothing in it would go away by itself.
    if (index === 0) await hanne.keyboard.type('Something to say.');
    await hanne.keyboard.press('Control+Enter');
  }
  await expect(hanne.getByText(/is no fact here/)).toHaveCount(0);

  // Out of the last line one comes to its step, and by the arrows to any other; Enter goes on writing there.
  await hanne.keyboard.press('Escape');
  await hanne.keyboard.press('ArrowUp');
  await expect(hanne.getByRole('button', { name: 'Step 25: End' })).toBeFocused();
  await hanne.keyboard.press('ArrowUp');
  await hanne.keyboard.press('Enter');
  await expect(hanne.getByRole('combobox', { name: 'Team' })).toBeFocused();
  await hanne.keyboard.press('Escape');
  await expect(hanne.getByRole('button', { name: 'Step 24: Hand over' })).toBeFocused();
});
