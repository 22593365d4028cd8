import { readFileSync, writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import {
  addStep,
  expect,
  firstVisitAgain,
  logOf,
  meetStarter,
  people,
  point,
  publish,
  rehearse,
  studio,
  test,
  visit,
  visitOn,
} from './stack.ts';

const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };

/** Adds one that has a line, and writes that. */
async function addLine(page: Page, kind: string, words: string): Promise<void> {
  await addStep(page, kind);
  await page.locator('.ProseMirror-focused').waitFor();
  await page.keyboard.type(words);
}

async function newFact(page: Page, select: string, name: string): Promise<void> {
  await page.getByRole('combobox', { name: select, exact: true }).selectOption({ label: 'New fact…' });
  await page.getByRole('dialog').getByRole('textbox', { name: 'Name' }).fill(name);
  await page.getByRole('button', { name: 'Make the fact' }).click();
}

test('cards, a form, a pause, a reminder, a service, an email, a notice, a scene and a flow: written, rehearsed, met by touch, seen in the log', async ({
  browser,
  stack,
}) => {
  test.slow();
  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('button', { name: 'New flow' }).click();
  await hanne.getByRole('textbox', { name: 'Name' }).fill('Autumn round');
  await hanne.getByRole('button', { name: 'Create' }).click();
  await hanne.getByRole('heading', { name: 'Autumn round', level: 1 }).waitFor();

  await addStep(hanne, 'work out');
  await newFact(hanne, 'Fact to work out', 'pump price');
  await hanne.getByRole('textbox', { name: 'Formula' }).fill('13900 - 7500');
  await expect(hanne.getByText('comes to £6,400')).toBeVisible();

  await addLine(hanne, 'show', 'Have a look:');
  await hanne.getByLabel('Title of card 1').fill('Heat pump');
  // A list of suggestions that is just being made anew takes no click: who sees it gone types again.
  await expect(async () => {
    await hanne.getByRole('textbox', { name: 'Price of card 1' }).click();
    await hanne.keyboard.press('ControlOrMeta+a');
    await hanne.keyboard.type('pump pr');
    await hanne.getByRole('option', { name: /^pump price/ }).click({ timeout: 2_000 });
    await expect(hanne.getByRole('textbox', { name: 'Price of card 1' })).toHaveText('pump price', { timeout: 2_000 });
  }).toPass();
  await hanne.getByLabel('Button 1', { exact: true }).fill('I like that');

  await addLine(hanne, 'form', 'Who are you?');
  await hanne.getByLabel('Label of field 1').fill('Your name');
  await newFact(hanne, 'Keep field 1 as', 'full name');
  await hanne.getByRole('button', { name: 'Another field' }).click();
  await hanne.getByLabel('Label of field 2').fill('Email');
  await hanne.getByLabel('Kind of field 2').selectOption('email');
  await newFact(hanne, 'Keep field 2 as', 'mail address');
  await hanne.getByRole('button', { name: 'Another field' }).click();
  await hanne.getByLabel('Label of field 3').fill('Postcode');
  await hanne.getByLabel('Kind of field 3').selectOption('postcode');
  await newFact(hanne, 'Keep field 3 as', 'postcode');

  await addStep(hanne, 'call service');
  await hanne.getByLabel('Address of the service').fill('services.brackenrow.example');
  await expect(hanne.getByText('A service’s address starts with https://')).toBeVisible();
  await hanne.getByLabel('Address of the service').fill('https://services.brackenrow.example/postcodes/{postcode}');
  await hanne.getByRole('button', { name: 'Keep something of the answer' }).click();
  await hanne.getByLabel('Place in the answer 1').fill('district.town');
  await newFact(hanne, 'Kept as 1', 'town');

  await addStep(hanne, 'pause');
  await hanne.getByLabel('How long', { exact: true }).fill('1');
  await addLine(hanne, 'notify', 'Somebody from the autumn round');
  await addLine(hanne, 'remind', 'Still there?');
  await hanne.getByLabel('Remind after', { exact: true }).fill('20');

  await addLine(hanne, 'email', 'Your autumn price');
  await hanne.keyboard.press('Enter');
  await expect(hanne.getByRole('textbox', { name: 'Text of the email' })).toBeFocused();
  await hanne.keyboard.type('The price is in here.');
  await expect(hanne.getByText('Email to the visitor, at mail address')).toBeVisible();
  await hanne.getByRole('checkbox', { name: /The visitor asked for this email/ }).check();

  await addStep(hanne, 'call scene');
  await hanne.getByLabel('Scene to play').selectOption({ label: '→ a new scene' });
  await addStep(hanne, 'decide');
  await hanne.getByRole('combobox', { name: 'Fact', exact: true }).selectOption('device');
  await hanne.getByRole('combobox', { name: 'Comparison' }).selectOption('is');
  await hanne.getByRole('combobox', { name: 'Value' }).selectOption('phone');
  await hanne.getByRole('button', { name: 'A group' }).click();
  await hanne.getByRole('combobox', { name: 'Fact', exact: true }).last().selectOption('returning');
  await expect(hanne.getByText('If device is “phone” and returning is yes, carry on')).toBeVisible();
  await addStep(hanne, 'start flow');
  await hanne.getByRole('combobox', { name: 'Flow' }).selectOption('First visit');
  await expect(hanne.getByText('Go on with the flow “First visit”.')).toBeVisible();
  // Nothing comes to the end behind it any more.
  await hanne.getByRole('region', { name: 'Checks' }).getByRole('button', { name: 'Delete the step' }).click();
  await hanne
    .getByRole('navigation', { name: 'Scenes' })
    .getByRole('button', { name: /^2 Scene 2/ })
    .click();
  await hanne.getByRole('button', { name: /Type a line, or/ }).click();
  await hanne.locator('.ProseMirror-focused').waitFor();
  await hanne.keyboard.type('And this is said in between.');
  await expect(hanne.getByRole('region', { name: 'Checks' }).getByText('Nothing wrong')).toBeVisible();

  // Rehearsed from the first scene, with a service that fails once.
  await hanne
    .getByRole('navigation', { name: 'Scenes' })
    .getByRole('button', { name: /^1 Welcome/ })
    .click();
  const rehearsal = hanne.getByRole('region', { name: 'Rehearsal' });
  const { chat: window, pick } = rehearse(hanne);
  await expect(window.getByText('£6,400').first()).toBeVisible();
  await pick('I like that');
  await window.getByLabel('Your name').fill('Ilse Roe');
  await window.getByLabel('Email').fill('ilse@roe.example');
  await window.getByLabel('Postcode').fill('tx1 1aa');
  await window.getByRole('button', { name: 'Send', exact: true }).first().click();
  await rehearsal.getByRole('button', { name: 'It fails' }).click();
  await expect(window.getByText('The service failed: so rehearsed.')).toBeVisible();
  await rehearsal.getByRole('button', { name: 'Let the pause pass' }).click();
  await expect(window.getByText('Told everyone in the studio: “Somebody from the autumn round”')).toBeVisible();
  await expect(window.getByText('Emailed ilse@roe.example: “Your autumn price”')).toBeVisible();
  await expect(window.getByText('And this is said in between.')).toBeVisible();
  await expect(window.getByText('Goes on with the flow “First visit”.')).toBeVisible();
  await publish(hanne);

  const visitor = await visit(browser, stack, phone);
  const { chat } = visitor;
  await chat.getByRole('button', { name: 'I like that' }).tap();
  await chat.getByLabel('Your name').fill('Nerys Hale');
  await chat.getByLabel('Email').fill('nerys');
  await chat.getByRole('button', { name: 'Send', exact: true }).first().tap();
  await expect(chat.getByText('This is needed.')).toBeVisible();
  await expect(chat.getByLabel('Your name')).toHaveValue('Nerys Hale');
  await chat.getByLabel('Email').fill('nerys@hale.example');
  await chat.getByLabel('Postcode').fill('TX4 2QD');
  await chat.getByRole('button', { name: 'Send', exact: true }).first().tap();
  await expect(chat.getByText('Robin is writing…')).toBeVisible();
  await expect(chat.getByText('And this is said in between.')).toBeVisible();
  // The other flow greets in the same conversation.
  await expect(chat.getByRole('button', { name: 'Price a heat pump' })).toBeVisible();
  await expect.poll(() => stack.mail.letters.at(-1)?.mail.subject).toBe('Your autumn price');

  await hanne.getByRole('button', { name: /^Notices/ }).click();
  await hanne
    .getByRole('list', { name: 'Notices' })
    .getByRole('link')
    .filter({ hasText: 'Somebody from the autumn round' })
    .first()
    .click();
  const log = logOf(hanne);
  await expect(log.getByText('Learnt: full name Nerys Hale · mail address nerys@hale.example')).toBeVisible();
  await expect(log.getByText(/Learnt: town Ellerby/)).toBeVisible();
  await expect(log.getByText('Emailed nerys@hale.example: “Your autumn price”')).toBeVisible();
  await expect(log.getByText('Told everyone in the studio: “Somebody from the autumn round”')).toBeVisible();
  await expect(log.getByText(/Went on with edition \d+ of “First visit”/)).toBeVisible();
  await firstVisitAgain(hanne);
});

test('a heat pump is priced from the greeting to the mailed estimate with its chart, by keyboard; the consent stands under People', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await meetStarter(hanne, 'Price a heat pump');
  const { page, chat, say } = await visit(browser, stack);
  for (const [asked, answer] of [
    ['What may I call you?', 'Sabra Loam'],
    ['What sort of home is it, Sabra Loam?', 'semi detatched'],
    ['Do you own it?', 'yep'],
    ['When was it built?', 'the second one'],
    ['How well is it insulated?', 'partly'],
    ['What do you heat with now?', 'oil'],
    ['And what does that cost in a year?', 'about 1,900'],
  ] as const) {
    await chat.getByText(asked).waitFor();
    await say(answer);
  }
  await expect(chat.getByRole('figure')).toContainText('About £722 less every year');
  await expect(chat.getByText('£6,400 after the grant of £7,500. It pays for itself in about 9 years.')).toBeVisible();
  await say('yes please');
  await chat.getByText('Where shall I send it?').waitFor();
  await say('nobody@loam.example');
  await expect(chat.getByText('My email to nobody@loam.example came back.')).toBeVisible();
  await say('back');
  await expect(chat.getByText('Where shall I send it?')).toHaveCount(2);
  await say('sabra@loam.example');
  await chat.getByText('May we also write to you now and then').last().waitFor();
  await expect(chat.getByRole('checkbox')).toHaveCount(0);
  await chat.getByRole('button', { name: 'Yes, I agree' }).focus();
  await page.keyboard.press('Enter');
  await expect(chat.getByText('Thank you, Sabra Loam.')).toBeVisible();

  // The mail, read where it was caught.
  await expect
    .poll(() => stack.mail.letters.some(letter => letter.mail.subject?.startsWith('Your heat pump estimate')))
    .toBe(true);
  const mail = await page.context().newPage();
  await mail.goto(`${stack.standIns.url}/mail`);
  await mail
    .getByRole('link', { name: /Your heat pump estimate/ })
    .first()
    .click();
  const letter = mail.frameLocator('iframe');
  await expect(letter.getByText('Hello Sabra Loam,')).toBeVisible();
  await expect(letter.getByRole('row', { name: /Heat pump.*£1,178/ }).or(letter.getByText('£1,178'))).toBeVisible();

  await hanne.getByRole('link', { name: 'People' }).click();
  await hanne.getByRole('searchbox').fill('Sabra');
  await hanne.getByRole('button', { name: 'Consents of Sabra Loam' }).click();
  const consents = hanne.getByRole('dialog');
  await expect(consents.getByText('May we also write to you now and then, at most once a month')).toBeVisible();
  await expect(consents.getByText('with the policy at /privacy')).toBeVisible();
  // All that is kept of her: saved as a file, and then erased.
  const download = hanne.waitForEvent('download');
  await consents.getByRole('link', { name: 'Save as a file' }).click();
  const saved = JSON.parse(readFileSync(await (await download).path(), 'utf8'));
  expect(saved).toMatchObject({ format: 'kineta.person/1', person: { email: 'sabra@loam.example' } });
  expect(JSON.stringify(saved.conversations)).toContain('semi detatched');
  await consents.getByRole('button', { name: 'Erase…' }).click();
  await expect(consents.getByText('gone for good')).toBeVisible();
  await consents.getByRole('button', { name: 'Erase Sabra Loam for good' }).click();
  await expect(hanne.getByText('All that was kept of Sabra Loam is erased, with one conversation.')).toBeVisible();
  await expect(hanne.getByText('Nobody fits that')).toBeVisible();
  // Who has the chat open begins anew, as somebody who is not known.
  await expect(chat.getByText('What may I call you?')).toBeVisible();
  await expect(chat.getByText('semi detatched')).toHaveCount(0);
  await firstVisitAgain(hanne);
});

test('a photo is sent, a wrong file is refused kindly, and an agent saves it', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await meetStarter(hanne, 'Ask how it went');
  const tom = await studio(browser, stack, people.tom);
  const { chat, pick, say } = await visit(browser, stack);
  await pick('1');
  await chat.getByText('What went wrong?').waitFor();
  await say('The landing was left dusty');
  const file = chat.getByLabel('Choose a file');
  await file.setInputFiles({ name: 'note.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture at all') });
  await expect(chat.getByText('content is of no kind that can be taken')).toBeVisible();
  const huge = test.info().outputPath('huge.jpg');
  writeFileSync(huge, Buffer.alloc(30 * 1024 * 1024));
  await file.setInputFiles(huge);
  await expect(chat.getByText('huge.jpg has 30.0 MB; at most 10 MB can be sent.')).toBeVisible();
  await file.setInputFiles({ name: 'landing.png', mimeType: 'image/png', buffer: point });
  await expect(chat.getByText('Waiting for somebody from Aftercare.')).toBeVisible();

  await tom.getByRole('button', { name: /^Notices/ }).click();
  await tom
    .getByRole('list', { name: 'Notices' })
    .getByRole('link', { name: /left dusty/ })
    .click();
  const download = tom.waitForEvent('download');
  await logOf(tom)
    .getByRole('link', { name: /Save landing.png/ })
    .click();
  expect((await download).suggestedFilename()).toBe('landing.png');
  await firstVisitAgain(hanne);
});

test('cards are keyed through and lead to a page, to which the chat goes along', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await meetStarter(hanne, 'Guide to a page');
  const { page, chat } = await visit(browser, stack);
  await expect(chat.getByRole('heading', { name: 'Battery' })).toBeVisible();
  await expect(chat.getByText('£5,200')).toBeVisible();
  // From the row of cards, Tab goes from button to button and brings each into view.
  await chat.getByRole('list', { name: '3 cards' }).focus();
  for (let count = 0; count < 3; count++) await page.keyboard.press('Tab');
  await expect(chat.getByRole('button', { name: 'Show me' }).nth(1)).toBeFocused();
  await expect(chat.getByRole('heading', { name: 'Battery' })).toBeInViewport();
  await page.keyboard.press('Enter');
  await page.waitForURL('**/batteries');
  const along = visitOn(page);
  await expect(along.chat.getByText('Is it what you were looking for?')).toBeVisible();
  await expect(along.chat.getByRole('button', { name: 'Show me' }).first()).toBeDisabled();
  await firstVisitAgain(hanne);
});

test('several pictures on a line and one on a card, each with what it shows, reach the visitor', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.getByRole('button', { name: 'New flow' }).click();
  await hanne.getByRole('textbox', { name: 'Name' }).fill('Picture book');
  await hanne.getByRole('button', { name: 'Create' }).click();
  await hanne.getByRole('heading', { name: 'Picture book', level: 1 }).waitFor();
  await hanne.getByRole('textbox', { name: 'Line' }).click();
  const picture = { name: 'pump.png', mimeType: 'image/png', buffer: point };
  const upload = hanne.locator('main input[type=file]');
  await upload.setInputFiles({ name: 'notes.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(hanne.getByText('A picture is a PNG, JPEG, GIF or WebP file; this is none.')).toBeVisible();
  await upload.setInputFiles(picture);
  await hanne.getByLabel('What the picture shows').fill('A heat pump by a wall');
  await upload.setInputFiles(picture);
  await hanne.getByLabel('What the picture shows').nth(1).fill('The same from behind');
  await addLine(hanne, 'show', 'And on a card:');
  await hanne.getByLabel('Title of card 1').fill('Heat pump');
  await upload.setInputFiles(picture);
  await hanne.getByLabel('What the picture shows').fill('A heat pump in the snow');
  await expect(hanne.getByRole('region', { name: 'Checks' }).getByText('Nothing wrong')).toBeVisible();
  await publish(hanne);
  const { chat } = await visit(browser, stack);
  for (const shown of ['A heat pump by a wall', 'The same from behind', 'A heat pump in the snow']) {
    const image = chat.getByRole('img', { name: shown });
    await expect(image).toBeVisible();
    // Its place is there before its content has come.
    const width = () => image.evaluate(element => (element as HTMLImageElement).naturalWidth);
    await expect.poll(width).toBeGreaterThan(0);
  }
  await firstVisitAgain(hanne);
});

test('facts: one is renamed everywhere, and a fact about the business is changed for every flow at once', async ({
  browser,
  stack,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await meetStarter(hanne, 'Answer, then hand over');
  await hanne.getByRole('button', { name: 'Facts', exact: true }).click();
  await hanne.getByRole('button', { name: 'Rename first name' }).click();
  await hanne.getByRole('textbox', { name: 'New name' }).fill('calling name');
  await hanne.getByRole('button', { name: 'Rename', exact: true }).click();
  await hanne.getByRole('button', { name: 'To a person, ask' }).last().click();
  await expect(hanne.getByLabel('Keep the answer as')).toHaveValue(/calling name|question/);
  await expect(hanne.getByRole('region', { name: 'Checks' }).getByText('Nothing wrong')).toBeVisible();

  await hanne.getByRole('link', { name: 'Settings' }).click();
  await hanne.getByLabel('Value of grant').fill('much');
  await expect(hanne.getByText('“grant” needs a number.')).toBeVisible();
  await hanne.getByLabel('Value of grant').fill('8000');
  await hanne.getByRole('button', { name: 'Save the facts' }).click();
  await expect(hanne.getByText('Saved.', { exact: true })).toBeVisible();
  const { chat, pick } = await visit(browser, stack);
  await pick('Grants');
  await expect(chat.getByText('Up to £8,000 for most homes.')).toBeVisible();
  await hanne.getByLabel('Value of grant').fill('7500');
  await hanne.getByRole('button', { name: 'Save the facts' }).click();
  await firstVisitAgain(hanne);
});

test('two tabs that answer the same question: the first counts, and the second is told what is open', async ({
  browser,
  stack,
}) => {
  const first = await visit(browser, stack);
  await first.chat.getByRole('button', { name: 'Price a heat pump' }).waitFor();
  const tab = await first.page.context().newPage();
  // What the second tab is told can be held back, so that it answers before it hears of the first.
  let held = false;
  const waiting: Array<() => void> = [];
  await tab.routeWebSocket(/socket\.io/, page => {
    const server = page.connectToServer();
    server.onMessage(message => {
      if (held) waiting.push(() => page.send(message));
      else page.send(message);
    });
  });
  await tab.goto(stack.site);
  await tab.getByRole('button', { name: 'Ask Robin' }).click();
  const second = visitOn(tab);
  await second.chat.getByRole('button', { name: 'Price a heat pump' }).waitFor();
  held = true;
  await first.pick('Price a heat pump');
  await first.chat.getByText('What sort of home is it?').waitFor();
  await second.pick('Talk to someone');
  await expect(first.chat.getByText('What sort of home is it?')).toHaveCount(2);
  held = false;
  for (const tell of waiting) tell();
  await expect(second.chat.getByText('What sort of home is it?')).toHaveCount(2);
  await second.pick('Semi-detached');
  await expect(first.chat.getByText('Do you own it?')).toBeVisible();
});
