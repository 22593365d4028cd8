import type { Page } from '@playwright/test';
import { expect, people, point, studio, test, visit } from './stack.ts';

const asking = (page: Page) => page.getByRole('complementary', { name: 'Ask as a visitor' });

async function ask(page: Page, question: string): Promise<void> {
  await asking(page).getByLabel('A question').fill(question);
  // By meaning as soon as all texts are read, which goes on meanwhile.
  await expect(async () => {
    await asking(page).getByRole('button', { name: 'Ask', exact: true }).click();
    await expect(asking(page).getByRole('button', { name: 'Ask on from here' })).toBeVisible();
    await expect(asking(page).getByText(/Found by words alone/)).toHaveCount(0, { timeout: 1_000 });
  }).toPass({ timeout: 60_000 });
}

test('a lead asks as a visitor, sees why, adds a wording where nobody knew, and it is known', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('link', { name: 'Questions' }).click();
  await ask(hanne, 'how loud is the unit outside');
  const said = asking(hanne).getByRole('article');
  await expect(said.getByText('would be said', { exact: true })).toBeVisible();
  await expect(said.getByText('About as loud as a fridge: 38 decibels at three metres.')).toBeVisible();
  await expect(said.getByText(/lose in meaning to “How loud is the outside unit\?”/)).toBeVisible();

  await ask(hanne, 'qxv gnarlwood');
  await expect(asking(hanne).getByText('Nobody here knows')).toBeVisible();
  const list = hanne.getByRole('list', { name: 'Answers' });
  await hanne.getByLabel('Find an answer').fill('cylinder the size');
  await list.getByRole('link', { name: /Does it heat the water too/ }).click();
  await hanne.getByRole('button', { name: 'Add “qxv gnarlwood” as a wording' }).click();
  await hanne.getByRole('button', { name: 'Keep it' }).click();
  // It is asked once more by itself, and would be said now.
  await expect(list).toBeVisible();
  await ask(hanne, 'qxv gnarlwood');
  await expect(said.getByRole('heading', { name: 'Does it heat the water too?' })).toBeVisible();

  await hanne.getByLabel('Find an answer').fill('cylinder the size');
  await list.getByRole('link', { name: /Does it heat the water too/ }).click();
  await hanne.getByText('How it was written before').click();
  await hanne.getByRole('button', { name: 'Take it back' }).click();
  await expect(hanne.getByLabel(/Other wordings/)).toHaveValue('');
  await hanne.getByRole('button', { name: 'Keep it' }).click();
  await expect(list).toBeVisible();
});

test('an answer is written, kept to a page, found there alone, and removed with a way back', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.goto(`${stack.url}/questions`);
  await hanne.getByRole('button', { name: 'New answer' }).click();
  await hanne.getByRole('button', { name: 'Keep it' }).click();
  await expect(hanne.getByText('It needs a question.')).toBeVisible();
  await hanne.getByLabel('What is asked').fill('Is there a kennel for Wolfhounds?');
  await hanne.getByLabel('What is answered').fill('Yes: ring **{business phone}**.\n\n<b>bold</b>');
  const shown = hanne.getByRole('region', { name: 'As it is read' });
  await expect(shown.locator('strong')).toHaveText('{business phone}');
  await expect(shown.getByText('<b>bold</b>')).toBeVisible();
  await hanne.getByRole('button', { name: 'Only for some people, pages or days' }).click();
  await hanne.getByLabel(/Pages, one a line/).fill('kennels');
  await hanne.getByRole('button', { name: 'Keep it' }).click();
  await expect(hanne.getByText(/A page is a path as \/help/)).toBeVisible();
  await hanne.getByLabel(/Pages, one a line/).fill('/kennels*');
  await hanne.getByRole('button', { name: 'Keep it' }).click();
  const list = hanne.getByRole('list', { name: 'Answers' });
  await expect(list).toBeVisible();

  await asking(hanne).getByLabel('on', { exact: true }).fill('/help');
  await ask(hanne, 'is there a kennel for wolfhounds');
  await expect(asking(hanne).getByText('Not said: it is for other pages.')).toBeVisible();
  await asking(hanne).getByLabel('on', { exact: true }).fill('/kennels/big');
  await ask(hanne, 'is there a kennel for wolfhounds');
  const said = asking(hanne).getByRole('article');
  await expect(said.getByRole('heading', { name: 'Is there a kennel for Wolfhounds?' })).toBeVisible();
  // The fact stands in its place.
  await expect(said.locator('strong')).toHaveText('+441632960117');

  await hanne.getByLabel('Find an answer').fill('wolfhound');
  await expect(list.getByText('not for all')).toBeVisible();
  await list.getByLabel(/^Pick “Is there a kennel/).check();
  await hanne.getByRole('toolbar').getByRole('button', { name: 'Remove' }).click();
  await expect(hanne.getByText('No answer is like that')).toBeVisible();
  await hanne.getByRole('button', { name: 'Undo' }).click();
  await expect(list.getByText('Is there a kennel for Wolfhounds?')).toBeVisible();
  await list.getByLabel(/^Pick “Is there a kennel/).check();
  await hanne.getByRole('toolbar').getByRole('button', { name: 'Remove' }).click();
  await expect(hanne.getByText('No answer is like that')).toBeVisible();
});

test('what a business is always asked is taken in as drafts, which are said once they are written to their end', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.goto(`${stack.url}/questions`);
  await hanne.getByRole('button', { name: 'What you are always asked…' }).click();
  await hanne.getByRole('button', { name: 'A school or courses' }).click();
  await expect(hanne.getByText(/questions wait under “To check”\./)).toBeVisible();
  await hanne.getByRole('button', { name: /^To check/ }).click();
  const drafts = hanne.getByRole('list', { name: 'To check' });
  await drafts.getByRole('link', { name: /Who teaches\?/ }).click();
  await hanne.getByRole('button', { name: 'It is right' }).click();
  await expect(hanne.getByText('Something is still to be written in it, between [? and ].')).toBeVisible();
  await hanne.getByLabel('What is answered').fill('Two masters of the trade.');
  await hanne.getByRole('button', { name: 'It is right' }).click();
  await ask(hanne, 'who teaches?');
  await expect(asking(hanne).getByRole('heading', { name: 'Who teaches?' })).toBeVisible();

  // Left as it was.
  await hanne.getByLabel('Find an answer').fill('Who teaches');
  await hanne.getByRole('button', { name: 'Pick all' }).click();
  await hanne.getByRole('toolbar').getByRole('button', { name: 'Remove' }).click();
  await hanne.getByRole('button', { name: /^To check/ }).click();
  await hanne.getByLabel('Find an answer').fill('?');
  await expect(drafts).toBeVisible();
  await hanne.getByRole('button', { name: 'Pick all' }).click();
  await hanne.getByRole('toolbar').getByRole('button', { name: 'Remove' }).click();
  await expect(hanne.getByText('No answer is like that')).toBeVisible();
});

test('a help page is brought in, looked through, and what it says otherwise is said from then on', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.goto(`${stack.url}/questions`);
  const page = await (await fetch(`${stack.site}/help`)).text();
  const otherwise = page
    .replace('Rarely. We check it with the survey.', 'Hardly ever; we look into it.')
    .replace('</main>', '<h2>Is there a museum nearby?</h2><p>In the <b>cellar</b>.</p></main>');
  const bring = (content: string) =>
    hanne
      .getByLabel('A document')
      .setInputFiles({ name: 'help.html', mimeType: 'text/html', buffer: Buffer.from(content) });
  await bring(otherwise);
  const found = hanne.getByRole('list', { name: 'What was found' });
  const row = (name: string) => found.getByRole('listitem').filter({ hasText: name });
  await expect(row('Which grants are there?').getByText('known as it is')).toBeVisible();
  await expect(row('Do I need planning permission?').getByText('answered otherwise')).toBeVisible();
  await expect(row('Do I need planning permission?').getByText('Rarely. We check it with the survey.')).toBeVisible();
  await expect(row('Is there a museum nearby?').getByText('new', { exact: true })).toBeVisible();
  await hanne.getByRole('button', { name: 'Take in 2' }).click();
  await expect(hanne.getByText('1 new, 1 answered otherwise.')).toBeVisible();

  await ask(hanne, 'do i need planning permission');
  const said = asking(hanne).getByRole('article');
  await expect(said.getByText('Hardly ever; we look into it.')).toBeVisible();
  await ask(hanne, 'is there a museum nearby');
  await expect(said.locator('strong')).toHaveText('cellar');

  // Brought in as it was, the page says again what it said.
  await bring(page);
  await hanne.getByRole('button', { name: 'Take in 1' }).click();
  await expect(hanne.getByText('0 new, 1 answered otherwise.')).toBeVisible();
  await hanne.getByLabel('Find an answer').fill('museum nearby');
  await hanne.getByLabel(/^Pick “Is there a museum/).check();
  await hanne.getByRole('toolbar').getByRole('button', { name: 'Remove' }).click();
  await expect(hanne.getByText('No answer is like that')).toBeVisible();

  await hanne
    .getByLabel('A document')
    .setInputFiles({ name: 'x.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF-1.4') });
  await expect(hanne.getByText('“x.pdf” cannot be read')).toBeVisible();
  await expect(hanne.getByText('This PDF cannot be read. It may be damaged, or locked with a password.')).toBeVisible();
});

test('an answer leads into a scene by its button, and words begin one at once, in the middle of a question', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('link', { name: 'Questions' }).click();
  const write = async (question: string, answer: string, label: string, isAtOnce: boolean) => {
    await hanne.getByRole('button', { name: 'New answer' }).click();
    await hanne.getByLabel('What is asked').fill(question);
    await hanne.getByLabel('What is answered').fill(answer);
    await hanne.getByRole('button', { name: 'A button that begins a flow' }).click();
    await hanne.getByLabel('What stands on button 1').fill(label);
    await hanne.getByRole('button', { name: 'Keep it' }).click();
    // Without its flow it is not kept.
    await expect(hanne.getByText('Say which flow.')).toBeVisible();
    await hanne.getByLabel('Flow of button 1').selectOption('First visit');
    await hanne.getByLabel('Scene of button 1').selectOption({ label: 'at “Book a survey”' });
    if (isAtOnce) await hanne.getByLabel('Begin the first as soon as this is asked, without a button').check();
    await hanne.getByRole('button', { name: 'Keep it' }).click();
    await hanne.getByPlaceholder('Find').fill('voucher');
    await expect(hanne.getByRole('link', { name: question })).toBeVisible();
  };
  await write('Do you sell gift vouchers?', 'We do, for a survey.', 'Give a survey', false);
  // With a picture, which says what it shows to whom cannot see it.
  await hanne.getByRole('link', { name: 'Do you sell gift vouchers?' }).click();
  await hanne
    .locator('form input[type=file]')
    .setInputFiles({ name: 'voucher.png', mimeType: 'image/png', buffer: point });
  const answer = hanne.getByLabel('What is answered');
  await expect(answer).toHaveValue(/!\[What it shows\]\(\/\S+\)/);
  await answer.fill((await answer.inputValue()).replace('What it shows', 'A voucher with a bow'));
  await hanne.getByRole('button', { name: 'Keep it' }).click();
  await expect(hanne.getByPlaceholder('Find')).toBeVisible();
  await write('Order a gift voucher', '', 'Order one', true);

  await ask(hanne, 'I would like to order a gift voucher');
  await expect(hanne.getByText('Begins the flow “First visit” at “Book a survey”.')).toBeVisible();
  // The flow says so as well.
  await hanne.getByRole('link', { name: 'Flows' }).click();
  await hanne.getByRole('button', { name: 'More for First visit', exact: true }).click();
  await hanne.getByRole('menuitem', { name: 'Words that begin it…' }).click();
  const begins = hanne.getByRole('dialog').getByRole('listitem').filter({ hasText: 'Order a gift voucher' });
  await expect(begins.getByText('at once')).toBeVisible();
  await hanne.getByRole('dialog').getByRole('button', { name: 'New words' }).click();
  await expect(hanne.getByLabel('Flow of button 1')).toHaveValue(/\d/);
  await expect(hanne.getByLabel('Begin the first as soon as this is asked, without a button')).toBeChecked();
  await hanne.getByRole('button', { name: '← All answers' }).click();

  const { chat, pick, say } = await visit(browser, stack);
  await say('do you sell gift vouchers?');
  await expect(chat.getByText('We do, for a survey.')).toBeVisible();
  await expect(chat.getByRole('img', { name: 'A voucher with a bow' })).toHaveJSProperty('naturalWidth', 1);
  await pick('Give a survey');
  await expect(chat.getByText(/Which day suits you\?$/)).toBeVisible();

  // In the middle of another question.
  const other = await visit(browser, stack);
  await other.pick('Price a heat pump');
  await other.chat.getByText('What sort of home is it?').waitFor();
  await other.say('I would like to order a gift voucher');
  await expect(other.chat.getByText(/Which day suits you\?$/)).toBeVisible();

  const answers = hanne.getByRole('list', { name: 'Answers' });
  for (const question of ['Do you sell gift vouchers?', 'Order a gift voucher']) {
    await hanne.getByPlaceholder('Find').fill('voucher');
    await answers.getByRole('link', { name: question }).click();
    await hanne.getByRole('button', { name: 'Remove', exact: true }).click();
    await expect(answers.getByRole('link', { name: question })).toHaveCount(0);
  }
});
