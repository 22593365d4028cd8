import {
  expect,
  firstVisitAgain,
  logOf,
  openFlowFile,
  people,
  publish,
  studio,
  test,
  visit,
  visitOn,
} from './stack.ts';
import { ask, line } from './steps.ts';

const flow = {
  format: 'kineta.flow/2',
  name: 'By email',
  speaker: 'Robin',
  facts: [
    { name: 'full name', type: 'text', scope: 'visitor', person: 'name' },
    { name: 'email', type: 'email', scope: 'visitor', person: 'email' },
  ],
  scenes: [
    {
      id: 'a',
      title: 'Asking',
      steps: [
        ask('name', 'What may I call you?', { type: 'short text' }, 'full name'),
        ask('mail', 'Where may we write to?', { type: 'email' }, 'email'),
        {
          id: 'over',
          kind: 'hand over',
          team: 'Sales',
          waiting: line('One moment, please.'),
          closed: { line: line('Nobody is here, I’m afraid.') },
        },
        { id: 'end', kind: 'end' },
      ],
    },
  ],
};

test('an answer to who has left goes by email, and its link leads back into the conversation in another browser', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await openFlowFile(hanne, flow);
  await publish(hanne);
  const visitor = await visit(browser, stack);
  await visitor.chat.getByText('What may I call you?').waitFor();
  await visitor.say('Brynn Hollow');
  await visitor.chat.getByText('Where may we write to?').waitFor();
  await visitor.say('brynn@hollow.example');
  await visitor.chat.getByText('Waiting for somebody from Sales.').waitFor();
  await hanne.getByRole('link', { name: /^Inbox/ }).click();
  await hanne
    .getByRole('list', { name: 'Waiting' })
    .getByRole('link', { name: /^Brynn Hollow/ })
    .click();
  await expect(hanne.getByRole('complementary').getByText('brynn@hollow.example')).toBeVisible();
  await visitor.page.close();
  await expect(
    hanne.getByText('They have left: an answer goes to brynn@hollow.example', { exact: false }),
  ).toBeVisible();
  await hanne.getByLabel('Your reply').fill('We come on Tuesday.');
  await hanne.keyboard.press('Enter');
  await expect(logOf(hanne).getByText('We come on Tuesday.')).toBeVisible();

  const letter = () => stack.mail.letters.find(({ source }) => source.includes('To: brynn@hollow.example'));
  await expect
    .poll(
      async () => {
        await stack.nobodyComesBack();
        return letter()?.mail.text;
      },
      { timeout: 20_000 },
    )
    .toContain('Hanne Brill: We come on Tuesday.');
  await expect(logOf(hanne).getByText('Emailed brynn@hollow.example', { exact: false })).toBeVisible();
  const way = /https?:\/\/\S*kineta-back=[^\s)]+/.exec(letter()!.mail.text ?? '')![0];

  const elsewhere = await browser.newContext();
  const page = await elsewhere.newPage();
  await page.goto(way);
  const back = visitOn(page);
  // The chat opens by itself.
  await expect(back.chat.getByText('We come on Tuesday.')).toBeVisible();
  await back.say('Tuesday is fine.');
  await expect(logOf(hanne).getByText('Tuesday is fine.')).toBeVisible();
  // The way back is no part of where they are.
  await expect(hanne.getByRole('complementary').getByText('kineta-back')).toHaveCount(0);
  await elsewhere.close();

  // They answer by email as well, which joins the conversation without what it quotes; in the demo, where the letter is read.
  const inbox = await browser.newContext();
  const mailbox = await inbox.newPage();
  await mailbox.goto(`${stack.standIns.url}/mail/${letter()!.number}`);
  await mailbox.getByLabel('Answer it').fill('In the morning, please.');
  await mailbox.getByRole('button', { name: 'Send the answer' }).click();
  await expect(mailbox.getByText('Your answer is sent')).toBeVisible();
  const mailed = logOf(hanne).getByRole('listitem').filter({ hasText: 'In the morning, please.' });
  await expect(mailed.getByText('by email', { exact: false })).toBeVisible();
  await expect(mailed.getByText('We come on Tuesday.')).toHaveCount(0);
  await inbox.close();

  // They come in another browser too, give the same address, and are one: what they say there comes here.
  const other = await visit(browser, stack);
  await other.chat.getByText('What may I call you?').waitFor();
  await other.say('Brynn again');
  await other.chat.getByText('Where may we write to?').waitFor();
  await other.say('brynn@hollow.example');
  await other.chat.getByText('Waiting for somebody from Sales.').waitFor();
  await hanne.reload();
  const same = hanne.getByRole('list', { name: 'The same person, elsewhere' });
  await same.getByRole('button', { name: 'Join it to this one…' }).click();
  await hanne.getByRole('button', { name: 'Join them' }).click();
  await expect(logOf(hanne).getByText(/^Hanne Brill joined another chat of theirs/)).toBeVisible();
  await expect(same).toHaveCount(0);
  await other.say('It is me, on my phone');
  await expect(logOf(hanne).getByText('It is me, on my phone')).toBeVisible();
  await hanne.getByLabel('Your reply').fill('I see you, Brynn.');
  await hanne.getByRole('button', { name: 'Reply' }).click();
  await expect(other.chat.getByText('I see you, Brynn.')).toBeVisible();
  await hanne.getByRole('button', { name: 'Done', exact: true }).last().click();
  await firstVisitAgain(hanne);
});
