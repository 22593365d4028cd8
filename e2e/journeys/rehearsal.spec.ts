import { expect, openFlowFile, people, point, rehearse, studio, test, visit } from './stack.ts';
import { ask, line } from './steps.ts';

/** Cards, a form, a file, a chart and a consent, one after the other. */
const everything = {
  format: 'kineta.flow/2',
  name: 'Seen as it is',
  speaker: 'Robin',
  facts: [
    { name: 'first name', type: 'text', scope: 'visitor', person: 'name' },
    { name: 'email', type: 'email', scope: 'visitor', person: 'email' },
    { name: 'photo', type: 'file', scope: 'conversation' },
  ],
  scenes: [
    {
      id: 'a',
      title: 'Welcome',
      steps: [
        {
          id: 'show',
          kind: 'show',
          line: line('What are you after?'),
          cards: [
            {
              id: 'pump',
              title: 'Heat pump',
              line: line('With a grant.'),
              actions: [
                { id: 'pump-on', label: 'Price mine' },
                { id: 'pump-page', label: 'Read on', page: '/heat-pumps' },
              ],
            },
            {
              id: 'battery',
              title: 'Battery',
              line: line('The night rate at tea time.'),
              actions: [{ id: 'battery-on', label: 'Tell me more' }],
            },
          ],
        },
        {
          id: 'form',
          kind: 'form',
          line: line('Who is it for?'),
          fields: [
            { id: 'name', label: 'First name', answer: { type: 'short text' }, fact: 'first name' },
            { id: 'mail', label: 'Email', answer: { type: 'email' }, fact: 'email' },
          ],
          button: 'Go on',
          tries: 3,
        },
        ask('file', 'A picture of your boiler?', { type: 'file', kinds: ['pictures'], mostMegabytes: 1 }, 'photo'),
        {
          id: 'chart',
          kind: 'chart',
          title: line('In a year'),
          form: 'bars',
          values: [
            { label: 'Now', formula: '1900' },
            { label: 'Heat pump', formula: '1287' },
          ],
          money: true,
        },
        {
          id: 'consent',
          kind: 'ask consent',
          purpose: 'news by email',
          line: line('May we write to you?'),
          policy: '/privacy',
        },
        { id: 'end', kind: 'end', outcome: 'lead' },
      ],
    },
  ],
};

test('what is rehearsed is what is seen: cards, a form, a file, a chart and a consent in the visitor’s own window', async ({
  browser,
  stack,
}) => {
  const page = await studio(browser, stack, people.lead);
  await openFlowFile(page, everything);
  const { chat, say, pick } = rehearse(page);
  await expect(chat.getByRole('heading', { name: 'Robin at Brackenrow Home Energy' })).toBeVisible();
  await expect(chat.getByText('Somebody is here')).toBeVisible();

  await expect(chat.getByRole('listitem').filter({ hasText: 'The night rate at tea time.' })).toBeVisible();
  await pick('Price mine');
  await chat.getByLabel('First name').fill('Ilse');
  await chat.getByLabel('Email').fill('ilse at home');
  await chat.getByRole('button', { name: 'Go on' }).click();
  // What is wrong stands beside its field, and what was right is kept.
  await expect(chat.getByLabel('Email').last()).toBeFocused();
  await expect(chat.getByLabel('First name').last()).toHaveValue('Ilse');
  await chat.getByLabel('Email').last().fill('ilse@roe.example');
  await chat.getByRole('button', { name: 'Go on' }).last().click();
  await expect(chat.getByText('first name = Ilse')).toBeVisible();

  // Too large is said before anything is taken, of the wrong kind afterwards; the picture itself stays in this browser.
  const file = chat.locator('input[type=file]');
  await file.setInputFiles({ name: 'large.png', mimeType: 'image/png', buffer: Buffer.alloc(1_100_000) });
  await expect(chat.getByText('large.png has 1.0 MB; at most 1 MB can be sent.')).toBeVisible();
  await file.setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('a boiler') });
  await expect(chat.getByText(/pictures/i).last()).toBeVisible();
  const sent: string[] = [];
  page.on('request', request => request.method() === 'POST' && sent.push(request.url()));
  await file.setInputFiles({ name: 'boiler.png', mimeType: 'image/png', buffer: point });

  await expect(chat.getByRole('figure').getByText('In a year')).toBeVisible();
  await expect(chat.getByRole('figure').getByText('£1,287')).toBeVisible();
  expect(sent).toEqual([]);
  await expect(chat.getByRole('link', { name: 'How we use what you tell us' })).toBeVisible();
  await pick('Yes, I agree');
  await expect(chat.getByText('Agreed to news by email: “May we write to you?”')).toBeVisible();
  await expect(chat.getByText('The flow ended: lead.')).toBeVisible();

  // Another answer is given from there on; everything after it was played anew.
  await chat.getByRole('button', { name: 'Answer otherwise' }).first().click();
  await expect(chat.getByRole('figure')).toHaveCount(0);
  await say('tell me more');
  await expect(chat.getByLabel('First name')).toBeVisible();

  // A line that is changed on the page is changed in the window, which takes no focus from who writes.
  const question = page.getByRole('textbox', { name: 'Line' }).first();
  await question.click();
  await page.keyboard.press('End');
  await page.keyboard.type(' Pumps or batteries?');
  await expect(chat.getByText('What are you after? Pumps or batteries?')).toBeVisible();
  await expect(question).toBeFocused();
});

test('the window of rehearsals stands in the studio alone, and a site’s page cannot play in it', async ({
  browser,
  stack,
}) => {
  const { page } = await visit(browser, stack);
  const refused = page.waitForEvent('console', message => message.text().includes('frame-ancestors'));
  await page.evaluate(url => {
    const frame = document.createElement('iframe');
    frame.src = `${url}/w/rehearsal`;
    document.body.append(frame);
  }, stack.url);
  await refused;
});
