/**
 * `npx tsx e2e/pictures.ts`: takes the pictures of docs/screenshots anew, from the demo’s data. The emoji in them need a
 * font that has them, such as Debian’s `fonts-noto-color-emoji`.
 */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { everyKind } from '@kineta/core/every-kind';
import { chromium, expect, type Page } from '@playwright/test';
import { careless } from './journeys/careless.ts';
import {
  askForPerson,
  logOf,
  openFlowFile,
  people,
  publish,
  rehearse,
  Stack,
  studio,
  visit,
} from './journeys/stack.ts';
import config from './playwright.config.ts';

const folder = join(import.meta.dirname, '../docs/screenshots');
const wide = { viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' as const };
const phone = {
  viewport: { width: 390, height: 844 },
  isMobile: true,
  hasTouch: true,
  reducedMotion: 'reduce' as const,
};

const stack = await new Stack().start('the demo', 90);
await stack.caughtUp();
const browser = await chromium.launch(config.use?.launchOptions);

/** Within so many milliseconds every picture’s page has come to rest. */
const QUIET_WITHIN = 3_000;

/** A page that has come to rest. One of which a frame was taken away while it loaded never does, as Playwright counts. */
const rest = (page: Page) => page.waitForLoadState('networkidle', { timeout: QUIET_WITHIN }).catch(() => {});

async function take(page: Page, name: string): Promise<void> {
  await rest(page);
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: join(folder, `${name}.png`) });
}

/** Several shots as one: of phones side by side, of screens one under the other. */
async function joined(shots: readonly Buffer[], how: 'row' | 'column'): Promise<Buffer> {
  const table = await browser.newPage({ viewport: { width: how === 'row' ? 1280 : 1320, height: 700 } });
  const images = shots.map(shot => `<img src="data:image/png;base64,${shot.toString('base64')}">`);
  await table.setContent(
    `<!doctype html><style>body{margin:0;padding:20px;display:flex;flex-direction:${how};align-items:flex-start;justify-content:center;gap:20px;background:#e9e4d8}img{min-width:0;max-width:${how === 'row' ? '390px' : '1280px'};flex:1}</style>${images.join('')}`,
  );
  // As high as they are, and no higher.
  const shot = await table.locator('body').screenshot();
  await table.close();
  return shot;
}

/** The same as a picture. */
async function together(name: string, shots: readonly Buffer[], how: 'row' | 'column' = 'row'): Promise<void> {
  writeFileSync(join(folder, `${name}.png`), await joined(shots, how));
}

const hanne = await studio(browser, stack, people.lead, wide);
// The pictures are of somebody who has read the hints.
await hanne.evaluate(() => localStorage.setItem('kineta-hints', '["writing","rehearsal"]'));
await hanne.reload();
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
const rehearsal = rehearse(hanne);
for (const choice of ['Semi-detached', 'Yes', '1930 to 1980', 'Loft only', 'Gas']) await rehearsal.pick(choice);
await rehearsal.say('about 1,900');
await scenes
  .getByRole('button', { name: /Savings estimate/ })
  .first()
  .click();
await hanne.getByLabel('Step 5: Ask').click();
await take(hanne, 'workbench');

// The same flow as ways; then changed a little: what changed, and for whom it would have mattered.
await hanne.getByRole('button', { name: 'ways', exact: true }).click();
await hanne.getByRole('link', { name: /^1 Welcome, \d+%/ }).waitFor();
await take(hanne, 'ways');
await hanne.getByRole('button', { name: 'page', exact: true }).click();
await scenes
  .getByRole('button', { name: /About your home/ })
  .first()
  .click();
await hanne.getByLabel(/^Step 2: /).click();
await hanne.keyboard.press('Delete');
await hanne.getByRole('textbox', { name: 'Question' }).first().click();
await hanne.locator('.ProseMirror-focused').waitFor();
await hanne.keyboard.press('Control+a');
await hanne.keyboard.type('Happy to. What kind of home is it, roughly?');
await hanne.getByText('Draft: 2 changes').waitFor();
await hanne.getByRole('button', { name: 'editions', exact: true }).click();
await hanne.getByText('reworded').waitFor();
await hanne.getByText('The step was deleted.').waitFor({ state: 'hidden' });
await take(hanne, 'editions');
await hanne.getByRole('button', { name: 'replay', exact: true }).click();
await hanne.getByRole('button', { name: 'Replay the draft' }).click();
await hanne.getByText(/would have gone otherwise/).waitFor();
await hanne.getByRole('button', { name: /^No longer asked/ }).click();
await hanne.getByRole('list', { name: 'Conversations that differ' }).getByRole('button').nth(2).click();
await hanne.getByRole('region', { name: 'With the draft' }).getByRole('listitem').nth(3).waitFor();
await take(hanne, 'replay');
await hanne.getByRole('link', { name: 'Flows' }).click();
await openFlowFile(hanne, careless);
await hanne.getByText('was read from').waitFor({ state: 'hidden' });
await hanne
  .getByRole('region', { name: 'Checks' })
  .getByRole('button', { name: /^\d+ problems, \d+ advice$/ })
  .click();
await take(hanne, 'checks');

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
const phones = [await onPhone.page.screenshot()];
await priya.getByLabel('Your reply').fill('Yes: up to four larger ones. The survey tells which');
await take(priya, 'inbox');
await priya.getByRole('link', { name: 'People' }).click();
await priya.getByRole('row').nth(3).waitFor();
await take(priya, 'people');

const tom = await studio(browser, stack, people.tom, phone);
await tom.getByRole('list', { name: 'Waiting' }).getByRole('link').first().click();
await logOf(tom).getByText('Opened the chat').waitFor();
await rest(tom);
const answered = await tom.screenshot();

// What is often asked, and a question in the middle of a flow.
{
  const { page, chat, pick, say } = await visit(browser, stack, phone);
  const often = chat.getByRole('region', { name: 'Often asked' });
  await often.getByRole('button', { name: 'Will I need new radiators?' }).click();
  await often.getByText('Most homes keep most of theirs.').waitFor();
  await rest(page);
  phones.push(await page.screenshot());
  await pick('Price a heat pump');
  await say('how loud is the outside unit?');
  await chat.getByText('38 decibels at three metres').waitFor();
  await rest(page);
  phones.push(await page.screenshot());
}

// A site’s chat at night, and one that asks before it begins.
await hanne.getByRole('link', { name: 'Site', exact: true }).click();
await hanne.getByRole('link', { name: /^How it looks/ }).click();
await hanne.getByLabel('Scheme').selectOption('As the visitor’s device is set');
await hanne.getByRole('button', { name: 'Put on the site' }).click();
await hanne.getByText('As on the site').waitFor();
{
  const { page, chat, pick } = await visit(browser, stack, { ...phone, colorScheme: 'dark' });
  await pick('Price a heat pump');
  await chat.getByText('What sort of home is it?').waitFor();
  await rest(page);
  phones.push(await page.screenshot());
}
await hanne.getByRole('link', { name: 'Before the chat', exact: true }).click();
await hanne.getByRole('radio', { name: 'When the first message is sent' }).check();
for (const label of ['Your name', 'Your email']) await hanne.getByLabel('Ask for more').selectOption({ label });
await hanne.getByLabel('Words above').fill('May we have your name and email, in case we are cut off?');
await hanne
  .frameLocator('iframe[title="On a phone"]')
  .frameLocator('iframe[title="The chat"]')
  .getByText('in case we are cut off?')
  .waitFor();
await hanne.getByRole('button', { name: 'Put on the site' }).click();
await hanne.getByText('As on the site').waitFor();
await hanne.getByText('It is on the site.').last().waitFor({ state: 'hidden' });
{
  const { page, chat, say } = await visit(browser, stack, phone);
  await chat.getByRole('button', { name: 'Price a heat pump' }).waitFor();
  await say('Can somebody look at my boiler?');
  await chat.getByLabel('Your name').fill('Maud');
  await rest(page);
  phones.push(await page.screenshot());
}
await together('phones', [...phones, answered]);
await hanne.getByRole('radio', { name: 'Nothing: the chat begins at once' }).check();
await hanne.getByRole('button', { name: 'Put on the site' }).click();
await hanne.getByText('As on the site').waitFor();

// Somebody whom the flow does not understand, which Today tells of.
{
  const { chat, pick, say } = await visit(browser, stack, wide);
  await pick('Price a heat pump');
  await chat.getByText('What sort of home is it?').waitFor();
  await say('Something by the water');
  await chat.getByText('Which of these fits best?').waitFor();
  await say('A lighthouse, you could call it');
  await chat.getByText('Do you own it?').waitFor();
}

// What a conversation can do: the page with every kind.
await hanne.getByRole('link', { name: 'Flows' }).click();
await hanne.locator('input[type=file]').setInputFiles({
  name: 'every-kind.json',
  mimeType: 'application/json',
  buffer: Buffer.from(JSON.stringify(everyKind)),
});
await hanne.getByRole('link', { name: everyKind.name, exact: true }).click();
await hanne.getByRole('region', { name: 'Checks' }).getByText('Nothing wrong').waitFor();
await hanne.getByText('was read from every-kind.json').waitFor({ state: 'hidden' });
await hanne.setViewportSize({ width: 1280, height: 2210 });
await take(hanne, 'kinds');
await hanne.setViewportSize(wide.viewport);
await hanne.getByRole('link', { name: 'Questions' }).click();
await hanne.getByLabel('A question').fill('how noisy is the unit that stands outside');
// By meaning, as soon as its texts have been read.
await expect(async () => {
  await hanne.getByRole('button', { name: 'Ask', exact: true }).click();
  await hanne.getByRole('button', { name: 'Ask on from here' }).waitFor();
  await expect(hanne.getByText(/Found by words alone/)).toHaveCount(0, { timeout: 1_000 });
}).toPass({ timeout: 60_000 });
await take(hanne, 'questions');
await hanne.getByRole('link', { name: 'Missed' }).click();
await hanne.getByRole('list', { name: 'Missed' }).waitFor();
await hanne.getByText('Some are still being read').waitFor({ state: 'hidden' });
await take(hanne, 'missed');
await hanne.getByRole('link', { name: 'Examples' }).click();
await hanne.getByRole('list', { name: 'Examples' }).waitFor();
await hanne.getByText('being asked…').first().waitFor({ state: 'hidden' });
await hanne
  .getByRole('img', { name: /rightly and wrongly/ })
  .locator('svg')
  .first()
  .waitFor();
await take(hanne, 'examples');
await hanne.getByRole('link', { name: 'Rules' }).click();
await hanne.locator('button[aria-expanded]', { hasText: 'Sorry for the wait' }).click();
await hanne.getByText(/^It would have acted in .* conversations\.$/).waitFor();
await take(hanne, 'rules');
await hanne.getByRole('link', { name: 'Site', exact: true }).click();
await hanne.getByRole('link', { name: /^How it looks/ }).click();
const shown = hanne.frameLocator('iframe[title="On a phone"]').frameLocator('iframe[title="The chat"]');
await shown.getByRole('button', { name: 'What would it cost?' }).waitFor();
await rest(hanne);
const looks = await hanne.screenshot();
await hanne.getByRole('link', { name: 'Install', exact: true }).click();
await hanne.getByRole('button', { name: 'Check it' }).click();
await hanne.getByText('The chat is on this page.').waitFor();
await rest(hanne);
await together('look', [looks, await hanne.screenshot()], 'column');
await hanne.getByRole('link', { name: 'Today' }).click();
await hanne.getByText('Who waits').waitFor();
await hanne.getByRole('list', { name: 'Missed today' }).waitFor();
await rest(hanne);
const toDo = await hanne.screenshot();
// What is left is put away: then Today only tells how it goes.
const left = hanne.getByRole('listitem').filter({ has: hanne.getByLabel('to do') });
for (let count = await left.count(); count > 0; count--) {
  await left.first().hover();
  await left
    .first()
    .getByRole('button', { name: /^Put away/ })
    .click();
  await expect(left).toHaveCount(count - 1);
}
await hanne.getByText('All is set up').waitFor();
await hanne.mouse.move(700, 650);
await together('today', [toDo, await hanne.screenshot()], 'column');

// Cards, a form, a chart and a consent, as one conversation meets them on a phone, side by side.
await hanne.getByRole('link', { name: 'Flows' }).click();
await hanne.getByRole('link', { name: everyKind.name, exact: true }).click();
await hanne.getByRole('heading', { name: everyKind.name, level: 1 }).waitFor();
await publish(hanne);
{
  const { page, chat, pick, say } = await visit(browser, stack, phone);
  const shots: Buffer[] = [];
  const shoot = async () => {
    await rest(page);
    shots.push(await page.locator('iframe').screenshot());
  };
  await chat.getByRole('button', { name: 'Price mine' }).waitFor();
  await shoot();
  await pick('Price mine');
  await pick('£1,000 to £2,000');
  await chat.getByText('What would you like to know?').waitFor();
  await say('skip');
  await chat.getByLabel('First name').fill('Maud');
  await chat.getByLabel('Email').fill('maud@ellery');
  await pick('Go on');
  await chat.getByText('One thing to look at:').waitFor();
  await shoot();
  await chat.getByLabel('Email').last().fill('maud@ellery.example');
  await chat.getByRole('button', { name: 'Go on' }).last().click();
  await chat.getByText('May we write to you about grants').waitFor();
  await shoot();
  await together('visitor-kinds-phone', shots);
}
await stack.stop();

// A site that meets visitors with six flows: which, why, and a prompt as it comes to them.
{
  const six = await new Stack().start('the demo', 30, false);
  const lead = await studio(browser, six, people.lead, wide);
  await lead.getByRole('link', { name: 'Site', exact: true }).click();
  await lead.getByRole('link', { name: /^Whom it meets/ }).click();
  const why = lead.getByRole('complementary', { name: 'Why this?' });
  await why.getByLabel('Page', { exact: true }).fill('/heat-pumps/costs');
  await why.getByLabel('Which visit').fill('2');
  await why
    .getByText('this is visit 2')
    .or(why.getByText(/it is for who is new here/))
    .first()
    .waitFor();
  const said = async (options: typeof wide | typeof phone) => {
    const page = await browser.newPage(options);
    await page.clock.install();
    await page.goto(`${six.site}/heat-pumps/costs`);
    await page.getByRole('button', { name: 'Ask Robin' }).waitFor();
    await page.clock.runFor(8_000);
    await page.getByRole('status').waitFor();
    return page.screenshot();
  };
  const prompts = await joined(
    [await said({ ...wide, viewport: { width: 800, height: 844 } }), await said(phone)],
    'row',
  );
  await lead.mouse.move(700, 780);
  await rest(lead);
  const reach = await lead.screenshot();
  await lead.getByRole('link', { name: 'Ways in', exact: true }).click();
  await lead.getByLabel('heat pump', { exact: true }).fill('8 kW');
  await lead.mouse.move(700, 780);
  await rest(lead);
  await together('reach', [reach, prompts, await lead.screenshot()], 'column');
  await six.stop();
}
await browser.close();
