/** `npx tsx e2e/pictures.ts`: takes the pictures of docs/screenshots anew, from the demo's data. */
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { everyKind } from './journeys/every-kind.ts';
import { askForPerson, logOf, meetStarter, people, Stack, studio, visit } from './journeys/stack.ts';
import config from './playwright.config.ts';

const folder = join(import.meta.dirname, '../docs/screenshots');
const wide = { viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' as const };
const phone = {
  viewport: { width: 390, height: 844 },
  isMobile: true,
  hasTouch: true,
  reducedMotion: 'reduce' as const,
};

const stack = await new Stack().start();
const browser = await chromium.launch(config.use?.launchOptions);

async function take(page: Page, name: string): Promise<void> {
  await page.waitForLoadState('networkidle');
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: join(folder, `${name}.png`) });
}

const hanne = await studio(browser, stack, people.lead, wide);
await hanne.getByRole('link', { name: 'First visit' }).waitFor();
await hanne.getByRole('button', { name: 'More for First visit' }).click();
await hanne.getByRole('menuitem', { name: 'Clone' }).click();
await hanne.getByRole('link', { name: 'First visit (copy)' }).waitFor();
await take(hanne, 'flows');

await hanne.getByRole('link', { name: 'First visit', exact: true }).click();
const scenes = hanne.getByRole('navigation', { name: 'Scenes' });
await scenes
  .getByRole('button', { name: /About your home/ })
  .first()
  .click();
const rehearsal = hanne.getByRole('region', { name: 'Rehearsal' });
for (const choice of ['Semi-detached', 'Yes', '1930 to 1980', 'Loft only', 'Gas'])
  await rehearsal.getByRole('button', { name: choice, exact: true }).click();
await rehearsal.getByLabel('Answer as the visitor').fill('about 1,900');
await rehearsal.getByLabel('Answer as the visitor').press('Enter');
await scenes
  .getByRole('button', { name: /Savings estimate/ })
  .first()
  .click();
await hanne.getByLabel('Step 5: Ask').click();
await take(hanne, 'workbench');

const maud = await visit(browser, stack, { ...wide, path: '/' });
await maud.pick('Price a heat pump');
await maud.pick('Semi-detached');
await maud.chat.getByText('Do you own it?').waitFor();
await maud.say('yep');
for (const choice of ['1930 to 1980', 'Loft only', 'Gas']) await maud.pick(choice);
await maud.chat.getByText('what do you spend on heating').waitFor();
await maud.say('about 1,900');
await maud.chat.getByText('Who shall I make the estimate out to?').waitFor();
await take(maud.page, 'visitor');

const onPhone = await visit(browser, stack, { ...phone, path: '/heat-pumps' });
await askForPerson(onPhone, 'Maud');
const priya = await studio(browser, stack, people.priya, wide);
await priya.getByRole('list', { name: 'Waiting' }).getByRole('link', { name: /^Maud/ }).last().click();
await priya.getByRole('button', { name: 'Take it' }).click();
await priya.getByLabel('Your reply').fill('Hello Maud, this is the right place. What would you like to know?');
await priya.getByLabel('Your reply').press('Enter');
await onPhone.chat.getByText('this is the right place').waitFor();
await onPhone.say('Does the fixed price include the radiators?');
await logOf(priya).getByText('Does the fixed price include the radiators?').waitFor();
await take(onPhone.page, 'visitor-phone');
await priya.getByLabel('Your reply').fill('Yes: up to four larger ones. The survey tells which');
await take(priya, 'inbox');
await priya.getByRole('link', { name: 'People' }).click();
await priya.getByRole('row').nth(3).waitFor();
await take(priya, 'people');

const tom = await studio(browser, stack, people.tom, phone);
await tom.getByRole('list', { name: 'Waiting' }).getByRole('link').first().click();
await logOf(tom).getByText('Opened the chat').waitFor();
await take(tom, 'inbox-phone');

// What a conversation can do: from the page with every kind to the mail that came of one.
await hanne.getByRole('link', { name: 'Flows' }).click();
await hanne.locator('input[type=file]').setInputFiles({
  name: 'every-kind.json',
  mimeType: 'application/json',
  buffer: Buffer.from(JSON.stringify(everyKind)),
});
await hanne.getByRole('link', { name: everyKind.name, exact: true }).click();
await hanne.getByRole('region', { name: 'Checks' }).getByText('Nothing wrong').waitFor();
await hanne.getByText('was read from every-kind.json').waitFor({ state: 'hidden' });
await hanne.setViewportSize({ width: 1280, height: 2060 });
await take(hanne, 'kinds');
await hanne.setViewportSize(wide.viewport);
await hanne.getByRole('link', { name: 'Flows' }).click();
await hanne.getByRole('button', { name: 'New flow' }).click();
await hanne.getByRole('radio', { name: 'Price a heat pump' }).check();
await take(hanne, 'starters');
await hanne.keyboard.press('Escape');
await hanne.getByRole('link', { name: 'Settings' }).click();
await hanne.getByRole('list', { name: 'Facts about the business' }).waitFor();
await take(hanne, 'settings');

await meetStarter(hanne, 'Guide to a page');
const cards = await visit(browser, stack, phone);
await cards.chat.getByRole('heading', { name: 'Battery' }).waitFor();
await take(cards.page, 'cards-phone');
await meetStarter(hanne, 'An offer for an email');
const form = await visit(browser, stack, phone);
await form.pick('Yes, please');
await form.chat.getByLabel('First name').fill('Maud');
await form.chat.getByLabel('Email').fill('maud@ellery');
await form.pick('Send me the voucher');
await form.chat.getByText('One thing to look at:').waitFor();
await form.chat.getByRole('button', { name: 'Send me the voucher' }).waitFor();
await take(form.page, 'form-phone');
await meetStarter(hanne, 'Price a heat pump');
const priced = await visit(browser, stack, wide);
for (const [asked, answer] of [
  ['What may I call you?', 'Maud'],
  ['What sort of home is it, Maud?', 'Semi-detached'],
  ['Do you own it?', 'yep'],
  ['When was it built?', '1930 to 1980'],
  ['How well is it insulated?', 'Partly'],
  ['What do you heat with now?', 'Oil'],
  ['And what does that cost in a year?', 'about 1,900'],
  ['Shall I send you this by email?', 'yes please'],
  ['Where shall I send it?', 'maud@ellery.example'],
] as const) {
  await priced.chat.getByText(asked).waitFor();
  await priced.say(answer);
}
await priced.chat.getByText('May we also write to you').waitFor();
await take(priced.page, 'consent');
// The outbox sends once the conversation is committed.
while (stack.mail.letters.length === 0) await priced.page.waitForEvent('websocket', { timeout: 500 }).catch(() => {});
const mail = await priced.page.context().newPage();
await mail.goto(`${stack.standIns.url}/mail`);
await mail.getByRole('link', { name: /Your heat pump estimate/ }).click();
await mail.frameLocator('iframe').getByText('Hello Maud,').waitFor();
await take(mail, 'mail');

await browser.close();
await stack.stop();
