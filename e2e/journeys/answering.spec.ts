import {
  expect,
  firstVisitAgain,
  logOf,
  openFlowFile,
  people,
  publish,
  studio,
  takesChats,
  test,
  visit,
} from './stack.ts';

const line = (text: string) => [[{ text }]];

test('a visitor reads what is often asked, asks in the middle of a flow, asks on, and has a person with what was said', async ({
  browser,
  stack,
}) => {
  const priya = await studio(browser, stack, people.priya);
  await takesChats(priya, true);
  const { chat, pick, say } = await visit(browser, stack);
  const often = chat.getByRole('region', { name: 'Often asked' });
  await often.getByRole('button', { name: 'Will I need new radiators?' }).click();
  await expect(often.getByText('Most homes keep most of theirs.')).toBeVisible();
  await chat.getByRole('textbox').fill('do i need planning consent');
  await expect(often.getByText('Perhaps this answers it')).toBeVisible();
  await expect(often.getByRole('button', { name: 'Do I need planning permission?' })).toBeVisible();

  await pick('Price a heat pump');
  await expect(often).toHaveCount(0);
  await chat.getByText('What sort of home is it?').waitFor();
  await say('how loud is the outside unit?');
  await expect(chat.getByText('About as loud as a fridge: 38 decibels at three metres.')).toBeVisible();
  await expect(chat.getByText('What sort of home is it?')).toHaveCount(2);
  await pick('Bungalow');
  await chat.getByText('Do you own it?').waitFor();

  // What nobody knows is said so; a person, when one is asked for, has it all before them.
  await say('where do qxv gnarlwoods bloom?');
  await expect(chat.getByText('I don’t know that, I’m afraid. A person does: just ask for one.')).toBeVisible();
  await say('start again');
  await chat.getByRole('button', { name: 'Talk to someone' }).last().click();
  await say('Gnarla');
  await chat.getByText('Waiting for somebody from Sales.').waitFor();
  await priya.getByRole('link', { name: 'Inbox' }).click();
  await priya
    .getByRole('list', { name: 'Waiting' })
    .getByRole('link', { name: /^Gnarla/ })
    .click();
  const log = logOf(priya);
  await expect(log.getByText('where do qxv gnarlwoods bloom?')).toBeVisible();
  await expect(log.getByText(/^No answer is known/)).toBeVisible();
  await expect(log.getByText(/^Answered by “How loud is the outside unit\?”/)).toBeVisible();
  await priya.getByRole('button', { name: 'Take it' }).click();

  // What the visitor asks now is suggested an answer, put in by a key.
  await say('which grants are there?');
  const suggested = priya.getByRole('list', { name: 'Suggested answers' });
  await expect(suggested.getByText('Which grants are there?')).toBeVisible();
  await priya.getByLabel('Your reply').press('Alt+1');
  await expect(priya.getByLabel('Your reply')).toHaveValue(/^Up to £7,500 for most homes/);
  await priya.getByLabel('Your reply').press('Enter');
  await expect(chat.getByText(/^Up to £7,500 for most homes/)).toBeVisible();
  await priya
    .getByRole('region', { name: /^Conversation with/ })
    .getByRole('button', { name: 'Done', exact: true })
    .click();

  // What was missed is there for the lead, who drafts an answer to it.
  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('link', { name: 'Questions' }).click();
  await hanne.getByRole('link', { name: 'Missed' }).click();
  const missed = hanne.getByRole('list', { name: 'Missed' }).getByRole('listitem').filter({ hasText: 'gnarlwoods' });
  await missed.getByRole('button', { name: 'Draft an answer' }).click();
  await expect(hanne.getByLabel('What is asked')).toHaveValue('Where do qxv gnarlwoods bloom?');
  await hanne.getByRole('link', { name: 'Missed' }).click();
  await expect(hanne.getByRole('list', { name: 'Missed' }).getByRole('listitem').first()).toBeVisible();
  await expect(missed).toHaveCount(0);
});

test('the step that answers questions is put in a flow, tried beside it, and met; a question in a form leaves what was filled in', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await openFlowFile(hanne, {
    format: 'kineta.flow/2',
    name: 'Ask away',
    speaker: 'Robin',
    facts: [],
    scenes: [
      {
        id: 'main',
        title: 'Main',
        steps: [
          {
            id: 'card',
            kind: 'form',
            line: line('Who are you?'),
            fields: [
              { id: 'name', label: 'Your name', answer: { type: 'short text' } },
              { id: 'mail', label: 'Email', answer: { type: 'email' } },
            ],
            button: 'Send',
            tries: 3,
          },
          {
            id: 'q',
            kind: 'answer questions',
            line: line('What would you like to know?'),
            misses: 2,
            asksHelped: true,
          },
          { id: 'bye', kind: 'say', line: line('Until the next time.') },
          { id: 'end', kind: 'end' },
        ],
      },
    ],
  });
  await publish(hanne);

  const { chat, pick, say } = await visit(browser, stack);
  await chat.getByLabel('Your name').fill('Wilmot');
  await say('is the survey free?');
  await expect(chat.getByText('you owe us nothing if you go no further')).toBeVisible();
  await expect(chat.getByLabel('Your name')).toHaveValue('Wilmot');
  await chat.getByLabel('Email').fill('wilmot@ellery.example');
  await chat.getByRole('button', { name: 'Send', exact: true }).first().click();
  await chat.getByText('What would you like to know?').waitFor();
  await say('will i need new radiators');
  await expect(chat.getByText('Most homes keep most of theirs.')).toBeVisible();
  await pick('Yes, thanks');
  await say('qxv gnarlwood blorp');
  await expect(chat.getByText(/^I don’t know that, I’m afraid/)).toBeVisible();
  await expect(chat.getByRole('button', { name: /to a person|a person$/ })).toBeVisible();
  await pick('That’s all');
  await expect(chat.getByText('Until the next time.')).toBeVisible();
  await firstVisitAgain(hanne);
});

test('the help page of the site is brought in: what is known stays, what is there no more is told', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.goto(`${stack.url}/questions`);
  const read = async (address: string) => {
    await hanne.getByRole('button', { name: 'Bring in pages…' }).click();
    await hanne.getByLabel('The address of a page, or of a sitemap').fill(address);
    await hanne.getByRole('button', { name: 'Read it' }).click();
  };
  await read('https://elsewhere.example/help');
  await expect(hanne.getByText(/is none of your sites’ domains/)).toBeVisible();
  await hanne.getByRole('button', { name: 'Leave it' }).click();

  // One that stands on no page any more.
  await hanne.getByRole('button', { name: 'New answer' }).click();
  await hanne.getByLabel('What is asked').fill('Do you sweep qxv flues?');
  await hanne.getByLabel('What is answered').fill('We do not.');
  await hanne.getByRole('button', { name: 'Keep it' }).click();
  await read(`${stack.site}/help`);
  const found = hanne.getByRole('list', { name: 'What was found' });
  await expect(found.getByText('Which grants are there?')).toBeVisible();
  await expect(found.getByText('known as it is').first()).toBeVisible();
  await expect(found.getByText('there no more')).toHaveCount(0);
  await hanne.getByRole('button', { name: 'Leave it' }).click();
  // All pages that the site lists, one after the other, as its robots.txt asks.
  await read(`${stack.site}/sitemap.xml`);
  const sites = hanne.getByRole('list', { name: 'Sites that are read' });
  await expect(sites.getByText(/^8 of 8 pages read, 1 left out/)).toBeVisible();
  await sites.getByRole('button', { name: 'Look through' }).click();
  await expect(found.getByText('/heat-pumps/costs')).toBeVisible();
  await expect(found.getByText('What a heat pump costs')).toBeVisible();
  await hanne.getByRole('button', { name: 'Leave it' }).click();
  await sites.getByRole('button', { name: /no more$/ }).click();
  await expect(sites).toHaveCount(0);
  await hanne.getByLabel('Find an answer').fill('qxv flues');
  await hanne.getByRole('link', { name: /Do you sweep qxv flues/ }).click();
  await hanne.getByRole('button', { name: 'Remove' }).click();
  await expect(hanne.getByRole('list', { name: 'Answers' })).toBeVisible();
});

test('a lead says what is right: it is a wording at once, an example from then on, and sets from how sure on anything is said', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.goto(`${stack.url}/questions/examples`);
  const examples = hanne.getByRole('list', { name: 'Examples' });
  await expect(examples.getByText('do you sell wood pellets')).toBeVisible();
  await expect(
    hanne
      .getByRole('img', { name: /rightly and wrongly/ })
      .locator('svg')
      .first(),
  ).toBeVisible();
  const asking = hanne.getByRole('complementary', { name: 'Ask as a visitor' });
  await asking.getByLabel('A question').fill('what a racket, that outside unit');
  await expect(async () => {
    await asking.getByRole('button', { name: 'Ask', exact: true }).click();
    await expect(asking.getByRole('link', { name: 'How loud is the outside unit?' })).toBeVisible({ timeout: 3_000 });
  }).toPass({ timeout: 60_000 });
  const right = asking
    .locator('li, article')
    .filter({ hasText: 'How loud is the outside unit?' })
    .getByRole('button', { name: 'This is right' });
  await right.first().click();
  await expect(hanne.getByText(/^Kept as an example/)).toBeVisible();
  await expect(examples.getByText('what a racket, that outside unit')).toBeVisible();
  await hanne.getByRole('button', { name: 'Leave the example “what a racket, that outside unit”' }).click();
  await expect(examples.getByText('what a racket, that outside unit')).toHaveCount(0);

  const slider = hanne.getByRole('slider', { name: 'An answer is said from' });
  await slider.fill('0.7');
  await hanne.getByRole('button', { name: 'Say it from here on' }).click();
  await expect(hanne.getByText('Said from so sure on, from now on.')).toBeVisible();
  await slider.fill('0.5');
  await hanne.getByRole('button', { name: 'Say it from here on' }).click();
  await expect(hanne.getByRole('button', { name: 'As it was' })).toHaveCount(0);

  // What a change would do is seen before anybody is told it.
  await hanne.getByRole('link', { name: 'Answers' }).click();
  await hanne.getByRole('main').getByRole('link', { name: 'How loud is the outside unit?' }).first().click();
  const change = hanne.getByRole('region', { name: 'What would this change?' });
  // What was changed above is still being read for a moment.
  await expect(async () => {
    await change.getByRole('button').click();
    await expect(change.getByText(/examples would go as they do now/)).toBeVisible({ timeout: 5_000 });
  }).toPass({ timeout: 60_000 });
  await hanne.getByLabel('What is asked').fill('Which colours are there?');
  await hanne.getByLabel('What is answered').fill('White and grey.');
  await hanne.getByLabel(/Other wordings/).fill('');
  await change.getByRole('button').click();
  const night = change.getByRole('listitem').filter({ hasText: 'will the neighbours hear it at night' });
  await expect(night.getByText('right', { exact: true })).toBeVisible();
});

test('a model words what was found, what it makes up is not said, and a service of one’s own answers what it knows', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  // What a model writes is judged on the thread that reads the answers first; until that has, what is written may be said.
  await hanne.goto(`${stack.url}/questions`);
  const asking = hanne.getByRole('complementary', { name: 'Ask as a visitor' });
  await asking.getByLabel('A question').fill('is the survey free?');
  await expect(async () => {
    await asking.getByRole('button', { name: 'Ask', exact: true }).click();
    await expect(asking.getByRole('link', { name: 'Is the survey free?' })).toBeVisible({ timeout: 3_000 });
    await expect(asking.getByText(/^Found by words alone/)).toBeHidden({ timeout: 3_000 });
  }).toPass({ timeout: 60_000 });
  await hanne.getByRole('link', { name: 'Flows' }).click();
  const asks = (id: string) => ({
    id,
    kind: 'answer questions',
    line: line('What would you like to know?'),
    sure: 0.2,
    misses: 3,
  });
  await openFlowFile(hanne, {
    format: 'kineta.flow/2',
    name: 'In other words',
    speaker: 'Robin',
    facts: [],
    scenes: [{ id: 'main', title: 'Main', steps: [asks('q'), { id: 'end', kind: 'end' }] }],
  });
  const page = hanne.getByRole('main');
  const worded = async (as: string) => {
    await page.getByText('What would you like to know?').first().click();
    await page.getByRole('combobox', { name: 'Who words the answers' }).selectOption({ label: as });
  };
  await worded('as your model words it');
  await publish(hanne);
  const { chat, pick, say } = await visit(browser, stack);
  await chat.getByText('What would you like to know?').waitFor();
  await say('is the survey free?');
  await expect(chat.getByText('About the survey, gladly. Yes. It takes ninety minutes')).toBeVisible();
  await expect(chat.getByText('From: Is the survey free?')).toBeVisible();
  // The stand-in gives in where somebody haggles.
  await say('what is the best price of a heat pump?');
  await expect(chat.getByText('After the survey you have a fixed price that does not change.')).toBeVisible();
  await expect(chat.getByText('£4,999')).toHaveCount(0);

  await worded('by your own service');
  await publish(hanne);
  const other = await visit(browser, stack);
  await other.chat.getByText('What would you like to know?').waitFor();
  await other.say('how does BR-1077 stand?');
  await expect(other.chat.getByText('Battery fitting: Thursday at 8:30, Col and Ines. It is confirmed.')).toBeVisible();
  await expect(other.chat.getByRole('button', { name: 'Move it to another day' })).toBeVisible();
  await other.pick('That’s all');
  await pick('That’s all');
  await firstVisitAgain(hanne);
});

test('what visitors see before they ask is put in order, with the list as they see it beside it', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.goto(`${stack.url}/questions`);
  await hanne.getByRole('button', { name: /^Listed/ }).click();
  const seen = hanne.getByRole('region', { name: 'As visitors see the list' });
  const items = seen.getByRole('listitem');
  const first = (await items.nth(0).textContent()) ?? '';
  const second = (await items.nth(1).textContent()) ?? '';
  await hanne.getByRole('button', { name: `Down: ${first}` }).click();
  await expect(items.nth(0)).toHaveText(second);
  await expect(items.nth(1)).toHaveText(first);
  const { chat } = await visit(browser, stack);
  await expect(chat.getByRole('region', { name: 'Often asked' }).getByRole('listitem').first()).toContainText(second);
  await hanne.getByRole('button', { name: `Up: ${first}` }).click();
  await expect(items.nth(0)).toHaveText(first);
});
