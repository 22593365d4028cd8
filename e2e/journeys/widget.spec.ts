import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Request } from '@playwright/test';
import { askForPerson, expect, people, studio, test, visit, visitOn } from './stack.ts';

test('works by keyboard alone, and Escape gives the page back', async ({ browser, stack }) => {
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.goto(stack.site);
  const button = page.getByRole('button', { name: 'Ask Robin' });
  await button.focus();
  await page.keyboard.press('Enter');
  const { chat } = visitOn(page);
  await chat.getByRole('button', { name: 'Price a heat pump' }).waitFor();
  await expect(chat.getByLabel('Your message')).toBeFocused();
  // What is often asked stands between what can be picked and where one writes.
  const often = chat.getByRole('region', { name: 'Often asked' }).getByRole('button');
  await expect(often.last()).toBeVisible();
  for (let asked = await often.count(); asked > 0; asked--) {
    await page.keyboard.press('Shift+Tab');
    await expect(often.nth(asked - 1)).toBeFocused();
  }
  await page.keyboard.press('Shift+Tab');
  await expect(chat.getByRole('button', { name: 'Talk to someone' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(chat.getByText('What may we call you?')).toBeVisible();
  await expect(chat.getByLabel('Your message')).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(page.locator('iframe')).toBeHidden();
  await expect(button).toBeFocused();
});

test('neither moves the page nor stops it, and loads nothing of the chat before it is asked for', async ({
  browser,
  stack,
}) => {
  const context = await browser.newContext();
  const page = await context.newPage();
  const asked: string[] = [];
  page.on('request', request => request.url().startsWith(stack.url) && asked.push(new URL(request.url()).pathname));
  await page.addInitScript(() => {
    const moved = { score: 0 };
    (window as unknown as { moved: typeof moved }).moved = moved;
    new PerformanceObserver(list => {
      for (const entry of list.getEntries()) moved.score += (entry as unknown as { value: number }).value;
    }).observe({ type: 'layout-shift', buffered: true });
  });
  await page.goto(stack.site);
  await page.getByRole('button', { name: 'Ask Robin' }).waitFor();
  // Once it has loaded it says that it has the chat, and, as this site tells it, that somebody looks at it.
  await expect
    .poll(() => asked)
    .toEqual(['/w/brackenrow-demo.js', '/w/brackenrow-demo/alive', '/w/here.js', '/w/brackenrow-demo/here']);
  // When it was asked is known once it was answered.
  const toldAfterLoad = () =>
    page.evaluate(() => {
      const told = performance.getEntriesByType('resource').find(({ name }) => name.endsWith('/alive'));
      const [visit] = performance.getEntriesByType('navigation') as PerformanceNavigationTiming[];
      return told && told.startTime >= visit!.loadEventStart;
    });
  await expect.poll(toldAfterLoad).toBe(true);
  expect(await page.evaluate(() => (window as unknown as { moved: { score: number } }).moved.score)).toBe(0);
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
});

test('is kept for a returning visitor, goes along from page to page, and is another in another browser', async ({
  browser,
  stack,
}) => {
  const first = await visit(browser, stack);
  await first.pick('Price a heat pump');
  await first.chat.getByText('What sort of home is it?').waitFor();
  await first.page.getByRole('link', { name: 'Batteries' }).first().click();
  await first.page.waitForURL('**/batteries');
  const along = visitOn(first.page);
  await expect(along.chat.getByText('What sort of home is it?')).toBeVisible();
  await along.pick('Bungalow');
  await expect(along.chat.getByText('Do you own it?')).toBeVisible();
  const later = await first.page.context().newPage();
  await later.goto(stack.site);
  await later.getByRole('button', { name: 'Ask Robin' }).click();
  await expect(visitOn(later).chat.getByText('Do you own it?')).toBeVisible();
  const other = await visit(browser, stack);
  await expect(other.chat.getByText('What brings you here?')).toBeVisible();
  await expect(other.chat.getByText('Do you own it?')).toHaveCount(0);
});

test('fills a phone, and nothing is cut at 320 pixels', async ({ browser, stack }) => {
  const phone = await visit(browser, stack, { viewport: { width: 320, height: 640 }, hasTouch: true, isMobile: true });
  await phone.chat.getByRole('button', { name: 'Price a heat pump' }).tap();
  await phone.chat.getByText('What sort of home is it?').waitFor();
  expect(await phone.page.locator('iframe').boundingBox()).toMatchObject({ x: 0, y: 0, width: 320, height: 640 });
  const cut = await phone.chat.locator('body').evaluate(body => body.scrollWidth > body.clientWidth);
  expect(cut).toBe(false);
  await phone.chat.getByRole('button', { name: 'Close the chat' }).tap();
  await expect(phone.page.getByRole('button', { name: 'Ask Robin' })).toBeVisible();
});

test('stands there at once, and moves nothing', async ({ browser, stack }) => {
  for (const reducedMotion of ['reduce', 'no-preference'] as const) {
    const { chat } = await visit(browser, stack, { reducedMotion });
    await chat.getByRole('button', { name: 'Close the chat' }).waitFor();
    const moving = await chat.locator('body').evaluate(() => document.getAnimations().length);
    expect(moving).toBe(0);
  }
});

test('is not carried by a page of another domain, whatever it embeds', async ({ browser, stack }) => {
  const html = `<!doctype html><link rel="icon" href="data:,"><script async src="${stack.url}/w/brackenrow-demo.js"></script><iframe src="${stack.url}/w/brackenrow-demo/window" title="stolen"></iframe>`;
  const thief = createServer((_, response) => response.setHeader('content-type', 'text/html').end(html)).listen(
    0,
    '127.0.0.1',
  );
  await new Promise(resolve => thief.once('listening', resolve));
  const page = await (await browser.newContext()).newPage();
  const ended: string[] = [];
  const onEnd = (request: Request) => request.url().includes('/w/') && ended.push(new URL(request.url()).pathname);
  const said: string[] = [];
  page.on('console', message => said.push(message.text()));
  page.on('requestfinished', onEnd);
  page.on('requestfailed', onEnd);
  await page.goto(`http://localhost:${(thief.address() as AddressInfo).port}`);
  await expect.poll(() => ended.toSorted()).toEqual(['/w/brackenrow-demo.js', '/w/brackenrow-demo/window']);
  await expect(page.getByRole('button', { name: 'Ask Robin' })).toHaveCount(0);
  await expect(page.frameLocator('iframe').getByLabel('Your message')).toHaveCount(0);
  // The line is one for whoever looks after the page; what a browser says of the stolen frame is its own.
  expect(said.filter(text => text.includes('Kineta'))).toEqual([
    expect.stringContaining('is not among the domains that may carry the chat'),
  ]);
  thief.close();
});

test('a message too long is told at the box with its words kept', async ({ browser, stack }) => {
  await studio(browser, stack, people.priya);
  const visitor = await visit(browser, stack);
  await askForPerson(visitor, 'Oswin');
  await visitor.say('x'.repeat(4_100));
  await expect(visitor.chat.getByRole('alert')).toHaveText('100 characters too long: at most 4,000.');
  await expect(visitor.chat.getByLabel('Your message')).toHaveValue('x'.repeat(4_100));
  await visitor.say('Shorter now');
  await expect(visitor.chat.getByText('Shorter now')).toBeVisible();
});
