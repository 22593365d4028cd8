import type { Browser, BrowserContextOptions, Page } from '@playwright/test';
import { serious } from './axe.ts';
import { expect, newWindow, people, Stack, studio, test, visitOn } from './stack.ts';

/** A Kineta of its own: its site meets visitors with six flows. */
let stack: Stack;
test.beforeAll(async () => {
  test.setTimeout(120_000);
  stack = await new Stack().start('the demo', 1, false);
});
test.afterAll(() => stack.stop());

const launcher = (page: Page) => page.getByRole('button', { name: 'Ask Robin' });
const prompt = (page: Page) => page.getByRole('status');

/** Comes to a page of the site, whose clock goes on when it is told to. */
async function comes(browser: Browser, path: string, options: BrowserContextOptions = {}): Promise<Page> {
  const page = await newWindow(browser, { reducedMotion: 'reduce', ...options });
  await page.clock.install();
  await page.goto(stack.site + path);
  return page;
}

/** The page was asked about: its launcher is there, and with it what the page is to wait for. */
async function stays(page: Page, seconds: number): Promise<void> {
  await expect(launcher(page)).toBeVisible();
  await page.clock.runFor(seconds * 1_000);
}

/** The reach of the site, in the studio. */
async function reachOf(hanne: Page): Promise<void> {
  await hanne.goto(`${stack.url}/sites`);
  await hanne.getByRole('link', { name: 'Whom it meets on brackenrow.example' }).click();
  await expect(hanne.getByRole('list', { name: 'Which flow meets whom' }).getByRole('listitem')).toHaveCount(6);
}
const line = (hanne: Page, flow: string) =>
  hanne.getByRole('list', { name: 'Which flow meets whom' }).getByRole('listitem').filter({ hasText: flow });
async function putOnSite(hanne: Page): Promise<void> {
  await hanne.getByRole('button', { name: 'Put on the site' }).click();
  await expect(hanne.getByText('It is on the site.')).toBeVisible();
}
const why = (hanne: Page) => hanne.getByRole('complementary', { name: 'Why this?' });

test('the first flow that fits is met: on the help page, by a link from a letter, and by whoever else comes', async ({
  browser,
}) => {
  const help = await comes(browser, '/help');
  await stays(help, 60);
  // Nothing appears there by itself.
  await expect(prompt(help)).toBeHidden();
  await launcher(help).click();
  await expect(visitOn(help).chat.getByText('I answer what stands on this page')).toBeVisible();

  const home = await comes(browser, '/');
  await launcher(home).click();
  const { chat } = visitOn(home);
  await expect(chat.getByText('What brings you here?')).toBeVisible();
  // A link opens the chat, and begins its flow in what they have not finished.
  await home.goto(`${stack.site}/?kineta=letter-26`);
  await expect(chat.getByText('What brings you here?')).toBeVisible();
  const letter = await comes(browser, '/?kineta=letter-26');
  await expect(visitOn(letter).chat.getByText('Thank you for reading our letter.')).toBeVisible();
  // The page keeps its address, and the chat opens on the next one by itself.
  await letter.goto(`${stack.site}/contact`);
  await expect(visitOn(letter).chat.getByText('Thank you for reading our letter.')).toBeVisible();
});

test('a line appears when half of the page was read, leads into its flow, and stays away once it is sent away', async ({
  browser,
}) => {
  const costs = await comes(browser, '/heat-pumps/costs', { viewport: { width: 900, height: 260 } });
  await stays(costs, 8);
  await expect(prompt(costs)).toBeHidden();
  await costs.mouse.move(300, 120);
  await costs.mouse.wheel(0, 800);
  await expect.poll(() => costs.evaluate(() => scrollY)).toBeGreaterThan(100);
  await costs.clock.runFor(1_000);
  await expect(prompt(costs)).toContainText('Six questions, and you know your price.');
  expect(await serious(costs), 'a prompt').toEqual([]);
  await costs.getByRole('button', { name: 'Dismiss' }).click();
  await expect(prompt(costs)).toBeHidden();
  await costs.reload();
  await stays(costs, 30);
  await expect(prompt(costs)).toBeHidden();

  const other = await comes(browser, '/heat-pumps');
  await stays(other, 8);
  await other.getByRole('button', { name: 'Six questions' }).click();
  await expect(visitOn(other).chat.getByText('What sort of home is it?')).toBeVisible();
  await expect(prompt(other)).toBeHidden();
});

test('a prompt moves aside for what the page keeps in its place', async ({ browser }) => {
  const page = await comes(browser, '/heat-pumps');
  await page.evaluate(() => {
    const notice = Object.assign(document.createElement('div'), {
      id: 'cookies',
      textContent: 'We would like to keep a cookie.',
    });
    notice.style.cssText = 'position:fixed;left:0;right:0;bottom:60px;height:120px;background:#ffd';
    document.body.append(notice);
  });
  await stays(page, 8);
  const said = page.getByRole('status');
  await expect(said).toBeVisible();
  const [box, notice] = [await said.boundingBox(), await page.locator('#cookies').boundingBox()];
  expect(box!.y + box!.height).toBeLessThanOrEqual(notice!.y);
});

test('a closed hour has a flow of its own; who left something is known again, and what they press is said', async ({
  browser,
}) => {
  await stack.isClosed(true);
  let page!: Page;
  // It is known everywhere within two seconds.
  await expect(async () => {
    page = await comes(browser, '/');
    await launcher(page).click();
    await expect(visitOn(page).chat.getByText('The office is closed just now.')).toBeVisible({ timeout: 3_000 });
  }).toPass();
  const { chat, pick, say } = visitOn(page);
  await pick('Leave a message');
  await say('What does a survey cost?');
  await say('Maud');
  await say('maud@ellery.example');
  await expect(chat.getByText('You hear from us at maud@ellery.example')).toBeVisible();
  await stack.isClosed(false);
  // In another tab, later.
  const again = await page.context().newPage();
  await again.clock.install();
  await again.goto(stack.site);
  await stays(again, 8);
  await expect(prompt(again)).toContainText('Shall we go on, Maud?');
  await again.getByRole('button', { name: 'Book a survey' }).click();
  const later = visitOn(again);
  await expect(later.chat.getByText('Which day suits you?')).toBeVisible();
  await expect(later.chat.getByText('Book a survey').first()).toBeVisible();
});

test('where the chat does not show it is not there, on a page of one piece too, and not on phones', async ({
  browser,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await reachOf(hanne);
  await hanne.getByLabel('Never on these').fill('/help');
  await hanne.getByRole('button', { name: '/help and all below it' }).click();
  await hanne.getByLabel('on phones').uncheck();
  await putOnSite(hanne);

  const page = await comes(browser, '/');
  await expect(launcher(page)).toBeVisible();
  await page.evaluate(() => history.pushState({}, '', '/help/noise'));
  await page.clock.runFor(2_000);
  await expect(launcher(page)).toBeHidden();
  await page.evaluate(() => history.pushState({}, '', '/batteries'));
  await page.clock.runFor(2_000);
  await expect(launcher(page)).toBeVisible();

  const answered = (one: Page) => one.waitForResponse(response => response.url().endsWith('/reach'));
  const phone = await newWindow(browser, { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  await Promise.all([answered(phone), phone.goto(stack.site)]);
  await expect(launcher(phone)).toBeHidden();
  const help = await newWindow(browser);
  await Promise.all([answered(help), help.goto(`${stack.site}/help`)]);
  await expect(launcher(help)).toBeHidden();

  await hanne.getByLabel('Never on these').fill('');
  await hanne.getByLabel('on phones').check();
  await putOnSite(hanne);
});

test('why this is told before it is on the site and after, and the order is changed by hand', async ({ browser }) => {
  const hanne = await studio(browser, stack, people.lead);
  await reachOf(hanne);
  await expect(line(hanne, 'Help answers')).toContainText('On /help and below: nothing until the chat is opened.');
  const asked = why(hanne);
  const met = asked.getByRole('listitem').first();
  await asked.getByLabel('Page', { exact: true }).fill('/help');
  await expect(met).toContainText('Help answers');
  await expect(asked.getByRole('listitem').filter({ hasText: 'Yearly letter' })).toContainText(
    'Not: the address has no reference.',
  );
  await expect(asked.getByRole('listitem').filter({ hasText: 'First visit' })).toContainText(
    'Would fit; “Help answers” comes before it.',
  );

  // Price is met on every page while it is being written so, and is put before help.
  const price = line(hanne, 'Price a heat pump');
  await price.getByRole('button', { name: /On \/heat-pumps/ }).click();
  await price.getByLabel('On', { exact: true }).fill('/*');
  // Who came lately and would meet something else then.
  const would = hanne.getByRole('region', { name: 'What would change' });
  await expect(
    would.getByText(/^Of [\d,]+ who came in the last 30 days, [\d,]+ would meet something else/),
  ).toBeVisible();
  await expect(would.getByRole('listitem').first()).toContainText('Price a heat pump');
  expect(await serious(hanne), 'reach').toEqual([]);
  await price.getByRole('button', { name: 'Close' }).click();
  await expect(met).toContainText('Help answers');
  await price.getByRole('button', { name: 'Drag “Price a heat pump” to another place' }).focus();
  await hanne.keyboard.press('Space');
  await expect(async () => {
    await hanne.keyboard.press('ArrowUp');
    const told = hanne.getByText('You hold “Price a heat pump” in the place of “Help answers”.');
    // Who presses again before it is told goes a place too far.
    await expect(told).toBeAttached({ timeout: 2_000 });
  }).toPass();
  await hanne.keyboard.press('Space');
  await expect(hanne.getByRole('list', { name: 'Which flow meets whom' }).getByRole('listitem').nth(1)).toContainText(
    'Price a heat pump',
  );
  await expect(met).toContainText('Price a heat pump');
  // Nothing of that is on the site yet.
  const before = await comes(browser, '/help');
  await launcher(before).click();
  await expect(visitOn(before).chat.getByText('I answer what stands on this page')).toBeVisible();
  await putOnSite(hanne);
  const after = await comes(browser, '/help');
  await stays(after, 8);
  await after.evaluate(() => scrollTo(0, document.body.scrollHeight));
  await after.clock.runFor(1_000);
  await expect(prompt(after)).toContainText('Six questions');
  await launcher(after).click();
  await expect(visitOn(after).chat.getByText('What sort of home is it?')).toBeVisible();

  // Switched off it keeps what is set; back where it was it is as before.
  await price.getByRole('switch').uncheck();
  await expect(met).toContainText('Help answers');
  await expect(asked.getByRole('listitem').filter({ hasText: 'Price a heat pump' })).toContainText(
    'It is switched off.',
  );
  await putOnSite(hanne);
  const off = await comes(browser, '/help');
  await launcher(off).click();
  await expect(visitOn(off).chat.getByText('I answer what stands on this page')).toBeVisible();
});

test('what cannot be is said where it stands, and keeps the rest off the site', async ({ browser }) => {
  const hanne = await studio(browser, stack, people.lead);
  await reachOf(hanne);
  const help = line(hanne, 'Help answers');
  await help.getByRole('button', { name: /On \/help/ }).click();
  await help.getByLabel('On', { exact: true }).fill('/help(');
  await expect(help.getByRole('alert')).toContainText('“/help(” is no page');
  await expect(hanne.getByRole('button', { name: 'Put on the site' })).toBeDisabled();
  await help.getByLabel('On', { exact: true }).fill('https://other.example/help');
  await expect(help.getByText('https://other.example/help is on no domain of this site.')).toBeVisible();
  await hanne.getByRole('button', { name: 'Undo it' }).click();
  await expect(line(hanne, 'Help answers')).toContainText('On /help and below');
});

test('who is about to leave meets what is meant for them, and no more than is wanted in a day', async ({ browser }) => {
  const hanne = await studio(browser, stack, people.lead);
  await reachOf(hanne);
  await hanne.getByRole('button', { name: 'Another flow' }).click();
  const list = hanne.getByRole('list', { name: 'Which flow meets whom' });
  const fresh = list.getByRole('listitem').nth(5);
  await fresh.getByLabel('Flow', { exact: true }).selectOption('Welcome back');
  await fresh.getByLabel('On', { exact: true }).fill('/batteries');
  await fresh.getByLabel('What else has to be so').selectOption('about to leave');
  await fresh.getByLabel('How it appears').selectOption('a line beside the launcher');
  await fresh.getByLabel(/^The line/).fill('A word about batteries first?');
  await fresh.getByRole('button', { name: 'Close' }).click();
  await expect(fresh).toContainText(
    'On /batteries, when they are about to leave: the line “A word about batteries first?”.',
  );
  await hanne.getByLabel('Most in a day').fill('1');
  await putOnSite(hanne);

  const page = await comes(browser, '/batteries');
  await stays(page, 5);
  await expect(prompt(page)).toBeHidden();
  await page.mouse.move(400, 200);
  await page.mouse.move(400, 0);
  await page.evaluate(() => document.documentElement.dispatchEvent(new MouseEvent('mouseleave', { clientY: -1 })));
  await expect(prompt(page)).toContainText('A word about batteries first?');
  // One a day is enough.
  await page.goto(`${stack.site}/heat-pumps`);
  await stays(page, 30);
  await expect(prompt(page)).toBeHidden();
});

test('a button of the page leads into its flow, whichever comes before it', async ({ browser }) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.goto(`${stack.url}/sites`);
  await hanne.getByRole('link', { name: 'Whom it meets on brackenrow.example' }).click();
  await hanne.getByRole('button', { name: 'Another flow' }).click();
  const list = hanne.getByRole('list', { name: 'Which flow meets whom' });
  const fresh = list.getByRole('listitem').filter({ has: hanne.getByLabel('How it appears') });
  await fresh.getByLabel('Flow', { exact: true }).selectOption('Yearly letter');
  await fresh.getByLabel('What else has to be so').selectOption('something of the page is pressed');
  await fresh.getByLabel('Name of what is marked').fill('service');
  await fresh.getByLabel('How it appears').selectOption('the chat opens');
  await fresh.getByRole('button', { name: 'Close' }).click();
  await putOnSite(hanne);
  const page = await comes(browser, '/help');
  await expect(launcher(page)).toBeVisible();
  await page.evaluate(() => {
    const link = Object.assign(document.createElement('a'), { href: '/contact', textContent: 'The yearly service' });
    link.dataset.kineta = 'service';
    document.querySelector('main, body')!.prepend(link);
  });
  await page.getByRole('link', { name: 'The yearly service' }).click();
  await expect(visitOn(page).chat.getByText('Thank you for reading our letter.')).toBeVisible();
  await expect(page).toHaveURL(/\/help$/);
});
