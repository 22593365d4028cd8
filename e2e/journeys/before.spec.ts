import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, logOf, people, studio, test, visit } from './stack.ts';

const openRoom = async (hanne: Page): Promise<void> => {
  await hanne.getByRole('link', { name: 'Site', exact: true }).click();
  await hanne.getByRole('link', { name: 'Before the chat on brackenrow.example' }).click();
  await expect(hanne.getByText('As on the site')).toBeVisible();
};
/** Nothing is asked any more: the site is shared with other journeys. */
test.afterEach(async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.evaluate(async () => {
    const { csrf } = await (await fetch('/api/account')).json();
    const { number } = await (await fetch('/api/sites/1/before')).json();
    await fetch('/api/sites/1/before', {
      method: 'PUT',
      headers: { 'content-type': 'application/json', 'x-kineta-csrf': csrf },
      body: JSON.stringify({ before: { when: 'never' }, number }),
    });
  });
});
const part = (hanne: Page, name: string) => hanne.getByRole('region', { name, exact: true });
const put = async (hanne: Page): Promise<void> => {
  await hanne.getByRole('button', { name: 'Put on the site' }).click();
  await expect(hanne.getByText('As on the site')).toBeVisible();
};
const ask = (hanne: Page, when: string, ...details: string[]) =>
  test.step(`asks ${when}`, async () => {
    await hanne.getByRole('radio', { name: when }).check();
    for (const label of details) await part(hanne, 'What is asked').getByLabel('Ask for more').selectOption({ label });
  });

test('a name and an email are asked before the chat, beside the card as visitors meet it', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await openRoom(hanne);
  await expect(hanne.getByText('Nothing is asked: the flow speaks first.')).toBeVisible();
  await hanne.getByRole('radio', { name: 'As the chat is opened' }).check();
  await expect(hanne.getByText('Say what is asked.')).toBeVisible();
  await ask(hanne, 'As the chat is opened', 'Your name', 'Your email');
  const words = part(hanne, 'On the card').getByLabel('Words above');
  await words.fill('Your name and phone number, please.');
  await expect(hanne.getByText('The words speak of a phone number, which is not asked.')).toBeVisible();
  await expect(hanne.getByText('The words do not say that an email is asked.')).toBeVisible();
  await expect(hanne.getByRole('button', { name: 'Put on the site' })).toBeDisabled();
  await words.fill('May we have your name and email, so that we can write back?');
  const consent = part(hanne, 'Consent');
  await consent.getByLabel('They are asked to agree').check();
  await consent.getByLabel('In these words').fill('Brackenrow may keep what I write.');
  await consent.getByLabel('The chat does not begin without it').check();

  const card = hanne.frameLocator('iframe[title="On a wide screen"]').frameLocator('iframe[title="The chat"]');
  await expect(card.getByText('May we have your name and email, so that we can write back?')).toBeVisible();
  await expect(card.getByRole('group', { name: 'Brackenrow may keep what I write.' })).toBeVisible();
  await hanne.getByRole('button', { name: 'Not filled in' }).click();
  await expect(card.getByText('This is needed.').first()).toBeVisible();
  const { violations } = await new AxeBuilder({ page: hanne }).exclude('iframe').analyze();
  expect(violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')).toEqual([]);
  await put(hanne);

  const { chat, page, say } = await visit(browser, stack);
  await expect(chat.getByText('May we have your name and email')).toBeVisible();
  await expect(chat.getByRole('button', { name: 'Price a heat pump' })).toHaveCount(0);
  await say('Hello?');
  await expect(chat.getByText('Please fill the card in and press its button first.')).toBeVisible();
  await chat.getByLabel('Your name').fill('Barnaby Thistlewood');
  await chat.getByLabel('Your email').fill('barnaby at home');
  await chat.getByRole('button', { name: 'Send', exact: true }).first().click();
  await expect(chat.getByText('A few things to look at:')).toBeVisible();
  await expect(chat.getByLabel('Your name')).toHaveValue('Barnaby Thistlewood');
  await chat.getByLabel('Your email').fill('barnaby@example.org');
  await chat.getByLabel('Yes, I agree').check();
  await chat.getByLabel('Your email').press('Enter');
  await expect(chat.getByRole('button', { name: 'Price a heat pump' })).toBeVisible();
  await page.reload();
  await expect(chat.getByRole('button', { name: 'Price a heat pump' })).toBeVisible();

  await hanne.getByRole('link', { name: 'Inbox' }).click();
  await hanne.getByRole('button', { name: /^Flow-led/ }).click();
  await hanne.getByRole('link', { name: /Barnaby Thistlewood/ }).click();
  const log = logOf(hanne);
  await expect(log.getByText('Asked before the chat: Your name, Your email.')).toBeVisible();
  await expect(log.getByText('Given before the chat.')).toBeVisible();
  await expect(log.getByText('Agreed to storing data: “Brackenrow may keep what I write.”')).toBeVisible();
  await hanne.getByRole('link', { name: 'People' }).click();
  await expect(hanne.getByRole('link', { name: 'Barnaby Thistlewood' })).toBeVisible();
});

test('with the first message it is kept and answered, on a phone; who picks is not asked, and who likes goes on without', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await openRoom(hanne);
  await ask(hanne, 'When the first message is sent', 'Your name', 'Your phone number');
  await part(hanne, 'On the card')
    .getByLabel('Words above')
    .fill('Your name and phone number, in case we are cut off?');
  await put(hanne);

  const phone = await visit(browser, stack, { viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true });
  await phone.chat.getByRole('button', { name: 'Price a heat pump' }).waitFor();
  await phone.say('Price a heat pump');
  await expect(phone.chat.getByText('Your name and phone number, in case we are cut off?')).toBeVisible();
  await phone.chat.getByRole('button', { name: 'Go on without' }).tap();
  await expect(phone.chat.getByText('What sort of home is it?')).toBeVisible();

  const other = await visit(browser, stack);
  await other.pick('Price a heat pump');
  await expect(other.chat.getByText('What sort of home is it?')).toBeVisible();
  await other.say('a flat');
  await expect(other.chat.getByText('in case we are cut off?')).toHaveCount(0);
});

test('of two leads who look after a site, none writes over what the other asked', async ({ browser, stack }) => {
  const [hanne, other] = [await studio(browser, stack, people.lead), await studio(browser, stack, people.lead)];
  for (const page of [hanne, other]) await openRoom(page);
  await ask(hanne, 'As the chat is opened', 'Your name');
  await part(hanne, 'On the card').getByLabel('Words above').fill('Who are you? Your name, please.');
  await put(hanne);
  await ask(other, 'When the first message is sent', 'Your email');
  await part(other, 'On the card').getByLabel('Words above').fill('Your email, please.');
  await other.getByRole('button', { name: 'Put on the site' }).click();
  await expect(other.getByText('Somebody else changed what is asked meanwhile. Look at theirs first.')).toBeVisible();
  await expect(part(other, 'On the card').getByLabel('Words above')).toHaveValue('Your email, please.');
  await other.getByRole('button', { name: 'Undo it' }).click();
  await expect(part(other, 'On the card').getByLabel('Words above')).toHaveValue('Who are you? Your name, please.');
});
