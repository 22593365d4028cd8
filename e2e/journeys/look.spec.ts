import { truncateSync, writeFileSync } from 'node:fs';
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, newWindow, people, point, type Stack, studio, test, visit, visitOn } from './stack.ts';

const openLook = async (hanne: Page): Promise<void> => {
  await hanne.getByRole('link', { name: 'Site', exact: true }).click();
  await hanne.getByRole('link', { name: 'How it looks on brackenrow.example' }).click();
  await hanne.getByRole('heading', { name: 'brackenrow.example' }).waitFor();
};
const part = (hanne: Page, name: string) => hanne.getByRole('region', { name, exact: true });
const put = async (hanne: Page): Promise<void> => {
  await hanne.getByRole('button', { name: 'Put on the site' }).click();
  await expect(hanne.getByText('As on the site')).toBeVisible();
};
/** The window in the preview on a wide screen: a frame in a frame. */
const preview = (hanne: Page) =>
  hanne.frameLocator('iframe[title="On a wide screen"]').frameLocator('iframe[title="The chat"]');
/** Brackenrow’s page in a browser of its own, with the launcher as it is called now. */
async function arrive(page: Page, stack: Stack, launcher: string) {
  await page.goto(stack.site);
  await page.getByRole('button', { name: launcher }).waitFor();
  return page;
}

test('a look is chosen beside the real chat, and is on the site without another line', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await openLook(hanne);
  await expect(hanne.getByText('As on the site')).toBeVisible();
  for (const title of ['On a wide screen', 'On a phone'])
    await expect(
      hanne
        .frameLocator(`iframe[title="${title}"]`)
        .frameLocator('iframe[title="The chat"]')
        .getByRole('heading', { name: 'Robin at Brackenrow', exact: true }),
    ).toBeVisible();

  await part(hanne, 'The voice').getByLabel('Name').fill('Wren');
  await part(hanne, 'The voice').getByRole('button', { name: 'fern' }).click();
  const colour = part(hanne, 'Colour');
  await colour.getByLabel('The brand’s', { exact: true }).fill('#777');
  await expect(colour.getByText(/^The head is #\w+, a shade of your #777777/)).toBeVisible();
  await colour.getByLabel('The brand’s', { exact: true }).fill('#77');
  await expect(colour.getByText('A colour is written like #3c7a5f.')).toBeVisible();
  await expect(hanne.getByText('One value cannot be taken yet')).toBeVisible();
  await expect(hanne.getByRole('button', { name: 'Put on the site' })).toBeDisabled();
  await colour.getByLabel('The brand’s', { exact: true }).fill('#5b3f8c');
  await part(hanne, 'Launcher').getByLabel('Shape').selectOption('A tab at the page’s edge');
  await part(hanne, 'Launcher').getByLabel('Words').fill('Ask away');
  const above = part(hanne, 'Above the chat');
  await above.getByLabel('Heading').fill('Wren knows warm houses');
  await above.getByLabel('Closed').fill('Asleep, back {opening}');
  await expect(hanne.getByText('7 changes not on the site yet')).toBeVisible();

  await expect(preview(hanne).getByRole('heading', { name: 'Wren knows warm houses' })).toBeVisible();
  await hanne.getByRole('button', { name: 'Closed', exact: true }).click();
  await expect(preview(hanne).getByText('Asleep, back tomorrow at 8:30')).toBeVisible();
  await hanne.getByRole('button', { name: 'With a person' }).click();
  await expect(preview(hanne).getByRole('heading', { name: 'Hanne Brill at Brackenrow' })).toBeVisible();

  // Somebody else sees none of it yet.
  const before = await visit(browser, stack);
  await expect(before.chat.getByRole('heading', { name: 'Robin at Brackenrow' })).toBeVisible();
  // What was begun is there after a look elsewhere in the studio.
  await hanne.getByRole('link', { name: 'People' }).click();
  await hanne.getByRole('heading', { name: 'People' }).waitFor();
  await openLook(hanne);
  await expect(hanne.getByText('7 changes not on the site yet')).toBeVisible();
  await put(hanne);

  const page = await arrive(await newWindow(browser, { reducedMotion: 'reduce' }), stack, 'Ask away');
  const launcher = page.getByRole('button', { name: 'Ask away' });
  expect(await launcher.evaluate(element => getComputedStyle(element).backgroundColor)).toBe('rgb(91, 63, 140)');
  const [box, width] = [await launcher.boundingBox(), page.viewportSize()!.width];
  expect(Math.round(box!.x + box!.width)).toBe(width);
  await launcher.click();
  const { chat } = visitOn(page);
  await expect(chat.getByRole('heading', { name: 'Wren knows warm houses' })).toBeVisible();
  await expect(chat.getByText('Wren', { exact: true }).first()).toBeVisible();
  await expect(chat.locator('header img')).toHaveAttribute('src', '/w/faces/fern.svg');

  // And back again, from a look that was kept under a name.
  await hanne.getByLabel('Keep it as').fill('Violet');
  await hanne.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(hanne.getByText('Kept as Violet.')).toBeVisible();
  await part(hanne, 'Launcher').getByLabel('Words').fill('');
  await expect(hanne.getByText('One change not on the site yet')).toBeVisible();
  await hanne.getByRole('button', { name: 'Wear it here: Violet' }).click();
  await expect(hanne.getByText('As on the site')).toBeVisible();
  await restore(hanne);
});

/** Brackenrow looks as it did again. */
async function restore(hanne: Page): Promise<void> {
  await part(hanne, 'The voice').getByLabel('Name').fill('');
  await part(hanne, 'The voice').getByRole('button', { name: 'bird' }).click();
  await part(hanne, 'Colour').getByLabel('The brand’s', { exact: true }).fill('#2c6148');
  await part(hanne, 'Launcher').getByLabel('Shape').selectOption('Words with a picture');
  await part(hanne, 'Launcher').getByLabel('Words').fill('');
  await part(hanne, 'Above the chat').getByLabel('Heading').fill('Robin at Brackenrow');
  await put(hanne);
}

test('of two leads who look after a site, none writes over what the other put there', async ({ browser, stack }) => {
  const one = await studio(browser, stack, people.lead);
  const other = await studio(browser, stack, people.lead);
  for (const page of [one, other]) await openLook(page);
  await part(one, 'How it speaks').getByRole('checkbox').check();
  await part(other, 'Above the chat').getByLabel('Open').fill('Here until {closing}');
  await put(one);
  await other.getByRole('button', { name: 'Put on the site' }).click();
  await expect(other.getByText('Somebody else put a look on the site meanwhile.')).toBeVisible();
  await expect(part(other, 'Above the chat').getByLabel('Open')).toHaveValue('Here until {closing}');
  await expect(other.getByText('2 changes not on the site yet')).toBeVisible();
  await other.getByRole('button', { name: 'Undo them' }).click();
  await expect(part(other, 'How it speaks').getByRole('checkbox')).toBeChecked();
  await part(other, 'How it speaks').getByRole('checkbox').uncheck();
  await put(other);
});

test('a picture of one’s own is cut and shown to visitors; what is none is refused where it was chosen', async ({
  browser,
  stack,
}, testInfo) => {
  const hanne = await studio(browser, stack, people.lead);
  await openLook(hanne);
  const voice = part(hanne, 'The voice');
  const choose = (name: string, mimeType: string, buffer: Buffer) =>
    voice.locator('input[type=file]').setInputFiles({ name, mimeType, buffer });
  await choose('notes.txt', 'text/plain', Buffer.from('not a picture'));
  await expect(voice.getByRole('alert')).toHaveText('notes.txt is no picture: a PNG, JPEG, GIF or WebP is.');
  // From the disk, as a person’s would come: so much over the wire that drives the browser takes longer than all else here.
  const huge = testInfo.outputPath('huge.png');
  writeFileSync(huge, '');
  truncateSync(huge, 30 * 1024 * 1024);
  await voice.locator('input[type=file]').setInputFiles(huge);
  await expect(voice.getByRole('alert')).toContainText('huge.png has 30 MB; at most 25 MB can be opened.');
  await choose('broken.png', 'image/png', Buffer.from('nothing that could be drawn'));
  const cut = hanne.getByRole('dialog', { name: 'Which part of it?' });
  await expect(cut.getByText('broken.png is no picture that can be opened.')).toBeVisible();
  await cut.getByRole('button', { name: 'Leave it' }).click();
  await choose('robin.png', 'image/png', point);
  await cut.getByRole('button', { name: 'Take this part' }).click();
  await expect(preview(hanne).locator('header img')).toHaveAttribute('src', /^\/p\//);
  await put(hanne);
  const visitor = await visit(browser, stack);
  await expect(visitor.chat.locator('header img')).toHaveAttribute('src', /^\/p\//);
  expect(await visitor.chat.locator('header img').evaluate(image => (image as HTMLImageElement).naturalWidth)).toBe(
    192,
  );
  await voice.getByRole('button', { name: 'bird' }).click();
  await put(hanne);
});

test('lines come one after the other as they are read, and all at once to who goes on', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await openLook(hanne);
  const speaks = part(hanne, 'How it speaks');
  await speaks.getByLabel('Lines come').selectOption('every so many seconds');
  await speaks.getByLabel('Every').fill('8');
  await put(hanne);
  const { chat, pick, say } = await visit(browser, stack, { reducedMotion: 'no-preference' });
  for (const choice of ['Price a heat pump', 'Bungalow', 'Yes', 'After 1980', 'Loft only', 'Oil']) await pick(choice);
  await chat.getByText('what do you spend on heating').waitFor();
  await say('2000');
  // The first line is there, and the next takes its time.
  await chat.getByText('less every year').waitFor();
  await expect(chat.getByText('Robin is writing…')).toBeVisible();
  await expect(chat.getByText('Who shall I make the estimate out to?')).toHaveCount(0);
  await say('Maya');
  await expect(chat.getByText('Who shall I make the estimate out to?')).toBeVisible();
  await speaks.getByLabel('Lines come').selectOption('as fast as they are read (usual)');
  await put(hanne);
});

test('at night the chat is dark on devices that are, and everything in it can be read', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await openLook(hanne);
  await part(hanne, 'Colour').getByLabel('Scheme').selectOption('As the visitor’s device is set');
  await put(hanne);
  await hanne.getByRole('button', { name: 'dark', exact: true }).click();
  await hanne.getByRole('button', { name: 'A form' }).click();
  await expect(preview(hanne).getByRole('button', { name: 'Send it' })).toBeVisible();
  for (const colorScheme of ['light', 'dark'] as const) {
    const { page, chat, pick, say } = await visit(browser, stack, { colorScheme });
    await pick('Price a heat pump');
    await say('Semi-detached');
    await chat.getByText('Do you own it?').waitFor();
    const body = await chat.locator('main').evaluate(() => getComputedStyle(document.body).backgroundColor);
    const [red = 0] = body.match(/\d+/g)!.map(Number);
    expect(red < 60).toBe(colorScheme === 'dark');
    const { violations } = await new AxeBuilder({ page }).withRules(['color-contrast']).analyze();
    expect(violations).toEqual([]);
  }
  await part(hanne, 'Colour').getByLabel('Scheme').selectOption('Light');
  await put(hanne);
});

test('one flow speaks under a name, a face and a heading of its own', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  await openLook(hanne);
  const own = part(hanne, 'In one flow otherwise');
  await own.getByLabel('A flow with a name, face or heading of its own').selectOption({ label: 'First visit' });
  await own.getByLabel('Name', { exact: true }).fill('Wren');
  await own.getByRole('button', { name: 'fern' }).click();
  await own.getByLabel('Heading', { exact: true }).fill('Warm houses');
  await put(hanne);
  const { chat } = await visit(browser, stack);
  await expect(chat.getByRole('heading', { name: 'Warm houses' })).toBeVisible();
  await expect(chat.getByText('Wren', { exact: true }).first()).toBeVisible();
  await expect(chat.locator('header img')).toHaveAttribute('src', /fern/);
  await own.getByRole('button', { name: 'Nothing otherwise in First visit' }).click();
  await put(hanne);
  const after = await visit(browser, stack);
  await expect(after.chat.getByRole('heading', { name: 'Robin at Brackenrow' })).toBeVisible();
});
