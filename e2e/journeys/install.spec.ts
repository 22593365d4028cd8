import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Page } from '@playwright/test';
import { expect, newWindow, people, studio, test, visitOn } from './stack.ts';

interface Answer {
  body: string;
  status?: number;
  policy?: string;
  location?: string;
}

/** A site of its own, on a port that Brackenrow’s chat has to be allowed on. */
class OwnSite {
  host = '';
  readonly pages = new Map<string, Answer>();
  private readonly server: Server = createServer((request, response) => {
    const page = this.pages.get(new URL(request.url ?? '/', 'http://site').pathname);
    const { body, status = 200, policy, location } = page ?? { body: 'Nothing here', status: 404 };
    response
      .writeHead(status, {
        'content-type': 'text/html; charset=utf-8',
        ...(policy ? { 'content-security-policy': policy } : {}),
        ...(location ? { location } : {}),
      })
      .end(`<!doctype html><title>A page</title>\n<body>\n${body}\n</body>`);
  });
  async open(): Promise<this> {
    await new Promise<void>(resolve => this.server.listen(0, '127.0.0.1', resolve));
    this.host = `localhost:${(this.server.address() as AddressInfo).port}`;
    return this;
  }
  at(path: string): string {
    return `http://${this.host}${path}`;
  }
  close(): void {
    this.server.closeAllConnections();
    this.server.close();
  }
}

let site: OwnSite;
test.beforeEach(async () => {
  site = await new OwnSite().open();
});
test.afterEach(() => site.close());

/** Lets pages of this site carry the chat, and comes to its room about that. */
async function openInstall(hanne: Page): Promise<string> {
  await hanne.getByRole('link', { name: 'Site', exact: true }).click();
  const own = hanne
    .getByRole('list', { name: 'Sites' })
    .getByRole('listitem')
    .filter({ hasText: 'brackenrow.example' });
  const domains = own.getByLabel(/^Domains, exact/);
  const before = (await domains.inputValue()).split(', ').filter(domain => domain !== site.host);
  await domains.fill([...before, site.host].join(', '));
  await own.getByRole('button', { name: 'Save' }).click();
  await expect(own.getByRole('button', { name: 'Save' })).toBeDisabled();
  await own.getByRole('link', { name: 'Install and check on brackenrow.example' }).click();
  return hanne.getByLabel('The line', { exact: true }).inputValue();
}

test('a page is checked: what keeps the chat off it, where, and what to do', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  const line = await openInstall(hanne);
  site.pages.set('/fine', { body: line });
  site.pages.set('/missing', { body: '<p>Hello</p>' });
  site.pages.set('/wrong', { body: line.replace(/w\/[\w-]+\.js/, 'w/another-key-it-is.js') });
  site.pages.set('/twice', { body: `${line}\n<p>Hello</p>\n${line}` });
  site.pages.set('/comment', { body: `<!-- ${line} -->` });
  site.pages.set('/strict', { body: line, policy: "default-src 'self'" });
  site.pages.set('/moved', { body: '', status: 301, location: '/fine' });
  const check = async (page: string, ...found: Array<string | RegExp>) => {
    await hanne.getByLabel('A page of the site').fill(page);
    await hanne.getByRole('button', { name: 'Check it' }).click();
    const list = hanne.getByRole('region', { name: 'Check a page' }).getByRole('status').getByRole('listitem');
    await expect(list).toHaveText(found.map(one => (one instanceof RegExp ? one : new RegExp(`^.${one}`))));
  };
  await check(site.at('/missing'), 'The line is not on this page.');
  await check(site.at('/wrong'), /^✗The line has the key of another site. Line 3.It says another-key-it-is/);
  await check(site.at('/comment'), 'The line stands in a comment. Line 3.');
  await check(site.at('/strict'), /^✗The page’s own policy.*script-src, frame-src, connect-src/);
  await check('http://elsewhere.example/', 'elsewhere.example is none of the domains of brackenrow.example.');
  await check(site.at('/nowhere'), /^✗The page could not be read.It answered with status 404./);
  await check(site.at('/fine'), 'The line is there, and no browser has called back yet.');
  await check(site.at('/twice'), 'The line is there twice. Line 5.', 'The line is there, and no browser');
  await check('ftp://x', /./).catch(() => {});
  await expect(hanne.getByText('Write the address of a page, such as brackenrow.example/help.')).toBeVisible();

  const visitor = await newWindow(browser);
  await visitor.goto(site.at('/fine'));
  await visitor.getByRole('button', { name: 'Ask Robin' }).waitFor();
  await expect
    .poll(async () => {
      await check(site.at('/moved'), /./);
      return hanne.getByRole('region', { name: 'Check a page' }).getByRole('listitem').textContent();
    })
    .toContain('The chat is on this page.');
  await expect(hanne.getByRole('region', { name: 'Check a page' }).getByText(site.at('/fine'))).toBeVisible();
  await expect(seenPages(hanne)).toContainText(`${site.host}/fine`);
});

test('under a strict policy the chat needs nothing but the lines that it says', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  const line = await openInstall(hanne);
  await hanne.getByRole('button', { name: 'A strict policy' }).click();
  const added = await hanne.getByLabel('For a strict policy', { exact: true }).inputValue();
  expect(added).not.toContain('unsafe');
  site.pages.set('/', { body: line, policy: `default-src 'none'; ${added.replaceAll('\n', ' ')}` });
  const page = await newWindow(browser, { reducedMotion: 'reduce' });
  const refused: string[] = [];
  page.on('console', message => message.type() === 'error' && refused.push(message.text()));
  await page.goto(site.at('/'));
  const launcher = page.getByRole('button', { name: 'Ask Robin' });
  await launcher.waitFor();
  expect(await launcher.evaluate(button => getComputedStyle(button).position)).toBe('fixed');
  await launcher.click();
  const { chat, pick } = visitOn(page);
  await pick('Price a heat pump');
  await expect(chat.getByText('What sort of home is it?')).toBeVisible();
  await expect(seenPages(hanne)).toContainText(`${site.host}/`);
  expect(refused.filter(text => !text.includes('favicon'))).toEqual([]);
});

const seenPages = (hanne: Page) => hanne.getByRole('region', { name: 'Pages that have it' });

test('a page of one piece goes from route to route, and the chat with it', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  const line = await openInstall(hanne);
  site.pages.set('/app', {
    body: `<main>Home</main><button onclick="history.pushState({},'','/app/prices');document.querySelector('main').textContent='Prices'">Prices</button>${line}`,
  });
  const page = await newWindow(browser, { reducedMotion: 'reduce' });
  await page.goto(site.at('/app'));
  await page.getByRole('button', { name: 'Ask Robin' }).click();
  const { chat, pick } = visitOn(page);
  await pick('Price a heat pump');
  await chat.getByText('What sort of home is it?').waitFor();
  await page.getByRole('button', { name: 'Prices' }).click();
  await expect(page.getByRole('main')).toHaveText('Prices');
  await expect(chat.getByText('What sort of home is it?')).toBeVisible();
  await expect(seenPages(hanne)).toContainText(`${site.host}/app/prices`);
});

test('the line is sent to who looks after the pages, with all that they need', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  const line = await openInstall(hanne);
  await hanne.getByLabel('Or send it to who looks after the pages').fill('not an address');
  await hanne.getByRole('button', { name: 'Send the line' }).click();
  await expect(hanne.getByText('That is no email address.')).toBeVisible();
  await hanne.getByLabel('Or send it to who looks after the pages').fill('web@brackenrow.example');
  await hanne.getByRole('button', { name: 'Send the line' }).click();
  await expect(hanne.getByText('Sent to web@brackenrow.example.')).toBeVisible();
  const letter = () =>
    stack.mail.letters.findLast(({ source }) => source.includes('To: web@brackenrow.example'))?.mail.text;
  await expect.poll(letter).toContain(line);
  expect(letter()).toContain('Content-Security-Policy');
});
