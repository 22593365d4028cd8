import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { createRequire } from 'node:module';
import type { AddressInfo } from 'node:net';
import type { Page } from '@playwright/test';
import {
  askForPerson,
  expect,
  firstVisitAgain,
  logOf,
  meetStarter,
  newWindow,
  people,
  point,
  type Stack,
  studio,
  test,
  visit,
  visitOn,
} from './stack.ts';

const require = createRequire(import.meta.url);
const still = { reducedMotion: 'reduce' as const };

/** A page with Brackenrow’s chat and with scripts of its own, which run before it. */
async function pageWith(
  stack: Stack,
  script: string,
  // What the line says until its visitor has agreed, which those on `/agreed` have.
  { body = '', says = '' }: { body?: string; says?: string } = {},
): Promise<{ url: string; close: () => void }> {
  const server = createServer(({ url }, response) =>
    response
      .writeHead(200, { 'content-type': 'text/html; charset=utf-8' })
      .end(
        `<!doctype html><title>Warm houses</title><script>${script}</script><main>The page</main>${body}<script async ${url === '/agreed' ? '' : says} src="${stack.url}/w/brackenrow-demo.js"></script>`,
      ),
  );
  await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve));
  const close = () => {
    server.closeAllConnections();
    server.close();
  };
  return { url: `http://localhost:${(server.address() as AddressInfo).port}/`, close };
}

/** Lets every page of this machine that a test makes carry the chat. */
async function allow(hanne: Page, url: string): Promise<void> {
  await hanne.getByRole('link', { name: 'Site', exact: true }).click();
  const domains = hanne
    .getByRole('list', { name: 'Sites' })
    .getByLabel(/^Domains, exact/)
    .first();
  await domains.fill(`${await domains.inputValue()}, ${new URL(url).host}`);
  await hanne.getByRole('list', { name: 'Sites' }).getByRole('button', { name: 'Save' }).first().click();
  await expect(hanne.getByText('Saved.').first()).toBeVisible();
}

test('a visitor has the chat sent to them, then ends it and has it all erased', async ({ browser, stack }) => {
  const priya = await studio(browser, stack, people.priya);
  const visitor = await visit(browser, stack);
  const { page, chat } = visitor;
  await askForPerson(visitor, 'Barnaby');
  await chat.getByRole('button', { name: 'More' }).click();
  await chat.getByRole('button', { name: 'Email me this chat' }).click();
  await chat.getByLabel('Your email address').fill('maya@');
  await chat.getByRole('button', { name: 'Send it' }).click();
  await expect(chat.getByRole('alert')).toBeVisible();
  await chat.getByLabel('Your email address').fill('maya@example.org');
  await chat.getByLabel('Your email address').press('Enter');
  await expect(chat.getByText('It is on its way to maya@example.org.')).toBeVisible();
  const letter = () => stack.mail.letters.findLast(({ source }) => source.includes('To: maya@example.org'))?.mail;
  await expect.poll(() => letter()?.text).toContain('You: Barnaby');
  expect(letter()?.subject).toBe('Your chat with Brackenrow Home Energy');

  const row = priya.getByRole('list', { name: 'Waiting' }).getByRole('link', { name: /^Barnaby/ });
  await row.click();
  await logOf(priya).getByText('Opened the chat').waitFor();

  await chat.getByRole('button', { name: 'End and erase my chat' }).click();
  await expect(chat.getByText('What was said here is taken away, for you and for us')).toBeVisible();
  await chat.getByRole('button', { name: 'Erase it all' }).click();
  await expect(chat.getByText('It is all erased.')).toBeVisible();
  // Nor does it stay on a screen of the team’s.
  await expect(priya.getByText('It was erased, with all that was said in it, as its visitor asked.')).toBeVisible();
  await expect(priya.getByText('Barnaby')).toHaveCount(0);
  await expect(row).toHaveCount(0);

  await chat.getByRole('button', { name: 'Begin a new chat' }).click();
  await expect(chat.getByRole('button', { name: 'Price a heat pump' })).toBeVisible();
  await expect(chat.getByText('Barnaby')).toHaveCount(0);
  await page.close();
});

test('what comes while the chat is closed is counted at the launcher and in the page’s title', async ({
  browser,
  stack,
}) => {
  const priya = await studio(browser, stack, people.priya);
  const visitor = await visit(browser, stack);
  const title = await visitor.page.title();
  await askForPerson(visitor, 'Maya');
  await priya.getByRole('list', { name: 'Waiting' }).getByRole('link', { name: /^Maya/ }).first().click();
  await visitor.chat.getByRole('button', { name: 'Close the chat' }).click();
  await priya.getByLabel('Your reply').fill('Hello Maya!');
  await priya.getByLabel('Your reply').press('Enter');
  await expect.poll(() => visitor.page.title()).toBe(`(1) ${title}`);
  await visitor.page.getByRole('button', { name: /^Ask Robin/ }).click();
  await expect(visitor.chat.getByText('Hello Maya!')).toBeVisible();
  expect(await visitor.page.title()).toBe(title);

  // On the next page as well, though the chat was closed before it: what comes is counted, what was seen is not.
  await visitor.chat.getByRole('button', { name: 'Close the chat' }).click();
  await visitor.page.getByRole('link', { name: 'Batteries' }).first().click();
  await visitor.page.waitForURL(/batteries/);
  const next = await visitor.page.title();
  await expect(visitor.page.locator('kineta-chat iframe')).toBeHidden();
  await priya.getByLabel('Your reply').fill('Are you still there?');
  await priya.getByLabel('Your reply').press('Enter');
  await expect.poll(() => visitor.page.title()).toBe(`(1) ${next}`);
  await visitor.page.reload();
  await expect.poll(() => visitor.page.title()).toBe(`(1) ${next}`);
  await visitor.page.getByRole('button', { name: /^Ask Robin/ }).click();
  await expect(visitor.chat.getByText('Are you still there?')).toBeVisible();
  expect(await visitor.page.title()).toBe(next);
});

test('a page that bends fetch, JSON and arrays, and a blocker that takes the frame, stop neither page nor chat', async ({
  browser,
  stack,
}) => {
  const hostile = await pageWith(
    stack,
    `window.fetch = () => { throw new Error('no') }; JSON.parse = JSON.stringify = () => { throw new Error('no') };
     for (const name of ['map','filter','forEach','push','includes','find','join','slice']) Array.prototype[name] = () => { throw new Error('no') };
     String.prototype.trim = () => 'bent';`,
    {
      body: `<button onclick="document.querySelector('kineta-chat').shadowRoot.querySelector('iframe').remove()">Block</button>`,
    },
  );
  const hanne = await studio(browser, stack, people.lead);
  await allow(hanne, hostile.url);
  const page = await newWindow(browser, still);
  const errors: string[] = [];
  page.on('pageerror', error => errors.push(error.message));
  await page.goto(hostile.url);
  await page.getByRole('button', { name: 'Ask Robin' }).click();
  const { chat, pick } = visitOn(page);
  await pick('Price a heat pump');
  await expect(chat.getByText('What sort of home is it?')).toBeVisible();
  await page.getByRole('button', { name: 'Block' }).click();
  await page.getByRole('button', { name: 'Ask Robin' }).click();
  await expect(chat.getByText('What sort of home is it?')).toBeVisible();
  await expect(page.getByRole('main')).toHaveText('The page');
  expect(errors).toEqual([]);
  hostile.close();
});

test('where nothing can be stored the chat lasts as long as its page, and two tabs of one visitor are the same', async ({
  browser,
  stack,
}) => {
  const forbidding = await pageWith(
    stack,
    `Object.defineProperty(window, 'sessionStorage', { get() { throw new DOMException('no', 'SecurityError') } });`,
  );
  const hanne = await studio(browser, stack, people.lead);
  await allow(hanne, forbidding.url);
  const page = await newWindow(browser, still);
  await page.addInitScript(() => {
    if (window === parent) return;
    Object.defineProperty(window, 'localStorage', {
      get() {
        throw new DOMException('no', 'SecurityError');
      },
    });
  });
  await page.goto(forbidding.url);
  await page.getByRole('button', { name: 'Ask Robin' }).click();
  const stored = visitOn(page);
  await stored.pick('Price a heat pump');
  await expect(stored.chat.getByText('What sort of home is it?')).toBeVisible();
  forbidding.close();

  const one = await visit(browser, stack);
  await one.pick('Price a heat pump');
  await one.chat.getByText('What sort of home is it?').waitFor();
  const tab = await one.page.context().newPage();
  await tab.goto(stack.site);
  await tab.getByRole('button', { name: 'Ask Robin' }).click();
  const other = visitOn(tab);
  await other.pick('Bungalow');
  await expect(one.chat.getByText('Do you own it?')).toBeVisible();
  await expect(other.chat.getByText('Do you own it?')).toBeVisible();
});

test('a page that asks about cookies keeps nothing of the chat until its visitor has agreed', async ({
  browser,
  stack,
}) => {
  const asking = await pageWith(stack, '', {
    says: 'data-storage="wait"',
    body: `<button onclick="document.querySelector('[data-storage]').removeAttribute('data-storage')">Agree</button>`,
  });
  const hanne = await studio(browser, stack, people.lead);
  await allow(hanne, asking.url);
  const page = await newWindow(browser, still);
  await page.goto(asking.url);
  const open = () => page.getByRole('button', { name: 'Ask Robin' }).click();
  const stored = async () => {
    const frame = page.frames().find(one => one.url().includes('/window'))!;
    const chat = await frame.evaluate(() => Object.keys(localStorage));
    const site = await page.evaluate(() => [...Object.keys(localStorage), ...Object.keys(sessionStorage)]);
    return [...chat, ...site, ...(await page.context().cookies()).map(({ name }) => name)];
  };
  await open();
  const { chat, pick } = visitOn(page);
  await pick('Price a heat pump');
  await expect(chat.getByText('What sort of home is it?')).toBeVisible();
  expect(await stored()).toEqual([]);
  // Another page knows nothing of it.
  await page.reload();
  await open();
  await expect(chat.getByRole('button', { name: 'Price a heat pump' })).toBeVisible();
  await pick('Price a heat pump');
  await expect(chat.getByText('What sort of home is it?')).toBeVisible();
  await page.getByRole('button', { name: 'Agree' }).click();
  await expect.poll(stored).toEqual(expect.arrayContaining(['kineta.visitor', 'kineta.open']));
  // On pages that have the answer already the line says nothing of it.
  await page.goto(`${asking.url}agreed`);
  await expect(chat.getByText('What sort of home is it?')).toBeVisible();
  asking.close();
});

test('offline for a minute while writing: what was written is kept, in order, and sent when the network is back', async ({
  browser,
  stack,
}) => {
  const priya = await studio(browser, stack, people.priya);
  const page = await newWindow(browser, still);
  await page.clock.install();
  let offline = false;
  const open = new Set<() => void>();
  await page.routeWebSocket(/socket\.io/, socket => {
    if (offline) {
      void socket.close();
      return;
    }
    const server = socket.connectToServer();
    open.add(() => {
      void server.close();
      void socket.close();
    });
  });
  await page.goto(stack.site);
  await page.getByRole('button', { name: 'Ask Robin' }).click();
  const { chat, pick, say } = visitOn(page);
  await pick('Talk to someone');
  await chat.getByText('What may we call you?').waitFor();
  offline = true;
  for (const close of open) close();
  await page.clock.runFor(1_000);
  await expect(chat.getByText('Reconnecting… what you write is kept')).toBeVisible();
  await say('Barnaby');
  await say('My boiler is cold');
  await page.clock.runFor(60_000);
  await expect(chat.getByText('My boiler is cold')).toBeVisible();
  await expect(page.getByRole('main')).toBeVisible();
  offline = false;
  await page.clock.runFor(5_000);
  await expect(chat.getByText('Waiting for somebody from Sales.')).toBeVisible();
  await priya
    .getByRole('list', { name: 'Waiting' })
    .getByRole('link', { name: /^Barnaby/ })
    .first()
    .click();
  await expect(logOf(priya).getByText('My boiler is cold', { exact: true })).toHaveCount(1);
});

test('a file is dropped on the chat, or pasted into it', async ({ browser, stack }) => {
  await studio(browser, stack, people.tom);
  const hanne = await studio(browser, stack, people.lead);
  await meetStarter(hanne, 'Ask how it went');
  const { chat, page, pick, say } = await visit(browser, stack);
  await pick('1');
  await chat.getByText('What went wrong?').waitFor();
  await say('The landing was left dusty');
  await chat.getByLabel('Choose a file').waitFor();
  const give = (how: 'drop' | 'paste', name: string, bytes: string) =>
    page
      .frames()
      .find(frame => frame.url().includes('/window'))!
      .evaluate(
        ([event, file, content]) => {
          const data = new DataTransfer();
          const raw = Uint8Array.from(atob(content!), sign => sign.charCodeAt(0));
          data.items.add(new File([raw], file!, { type: 'image/png' }));
          const about = { bubbles: true, cancelable: true };
          document.activeElement!.dispatchEvent(
            event === 'drop'
              ? new DragEvent(event, { ...about, dataTransfer: data })
              : new ClipboardEvent(event!, { ...about, clipboardData: data }),
          );
        },
        [how, name, bytes],
      );
  await give('drop', 'note.png', btoa('no picture at all'));
  await expect(chat.getByText('content is of no kind that can be taken')).toBeVisible();
  await give('paste', 'landing.png', point.toString('base64'));
  await expect(chat.getByText('Waiting for somebody from Aftercare.')).toBeVisible();
  await firstVisitAgain(hanne);
});

test('the chat is set in the page’s own web font, and in the next that it names where the page may not hand it on', async ({
  browser,
  stack,
}) => {
  const font = readFileSync(
    require.resolve('@fontsource-variable/source-serif-4/files/source-serif-4-latin-wght-normal.woff2'),
  );
  const faces = "@font-face{font-family:'Tarrow Serif';src:url(/tarrow.woff2) format('woff2');font-weight:200 900}";
  const here = (server: Server) => `http://localhost:${(server.address() as AddressInfo).port}/`;
  const listening = (server: Server) => new Promise<void>(done => server.listen(0, '127.0.0.1', done));
  // A style sheet from elsewhere may be used by a page, but not be read by it.
  const elsewhere = createServer(({ url }, response) =>
    response
      .writeHead(200, {
        'content-type': url === '/faces.css' ? 'text/css' : 'font/woff2',
        'access-control-allow-origin': '*',
      })
      .end(url === '/faces.css' ? faces : font),
  );
  await listening(elsewhere);
  const site = createServer(({ url }, response) => {
    if (url === '/tarrow.woff2') return response.writeHead(200, { 'content-type': 'font/woff2' }).end(font);
    const policy = `default-src 'none'; script-src ${stack.url}; frame-src ${stack.url}; font-src 'self'; style-src 'unsafe-inline'`;
    return response
      .writeHead(200, {
        'content-type': 'text/html; charset=utf-8',
        ...(url === '/strict' ? { 'content-security-policy': policy } : {}),
      })
      .end(
        `<!doctype html><title>Warm houses</title>${
          url === '/elsewhere'
            ? `<link rel="stylesheet" href="${here(elsewhere)}faces.css">`
            : `<style>${faces}</style>`
        }<style>body{font-family:'Tarrow Serif',Georgia,serif}</style><main>The page</main><script async src="${stack.url}/w/brackenrow-demo.js"></script>`,
      );
  });
  await listening(site);
  const hanne = await studio(browser, stack, people.lead);
  await allow(hanne, here(site));
  const setFont = async (name: string) => {
    await hanne.getByRole('link', { name: 'Site', exact: true }).click();
    await hanne.getByRole('link', { name: 'How it looks on brackenrow.example' }).click();
    await hanne.getByRole('region', { name: 'The voice', exact: true }).getByLabel('Font').selectOption(name);
    await hanne.getByRole('button', { name: 'Put on the site' }).click();
    await expect(hanne.getByText('As on the site')).toBeVisible();
  };
  await setFont('The page’s own');

  const worn = async (path: string) => {
    const page = await newWindow(browser, still);
    const errors: string[] = [];
    page.on('pageerror', error => errors.push(error.message));
    await page.goto(here(site) + path);
    const launcher = page.getByRole('button', { name: 'Ask Robin' });
    await expect(launcher).toHaveCSS('font-family', /^"Tarrow Serif", Georgia/);
    await launcher.click();
    await visitOn(page).chat.getByRole('button', { name: 'Price a heat pump' }).waitFor();
    const frame = page.frames().find(one => one.url().includes('/window'))!;
    return {
      errors,
      faces: () => frame.evaluate(() => [...document.fonts].map(({ family, status }) => `${family} ${status}`)),
      body: await frame.evaluate(() => getComputedStyle(document.body).fontFamily),
    };
  };
  for (const path of ['', 'elsewhere']) {
    const { body, faces: given, errors } = await worn(path);
    expect(body).toMatch(/^"Tarrow Serif", Georgia/);
    await expect.poll(given).toEqual([expect.stringMatching(/^"?Tarrow Serif"? loaded$/)]);
    expect(errors).toEqual([]);
  }
  const strict = await worn('strict');
  expect(strict.body).toMatch(/^"Tarrow Serif", Georgia/);
  expect(await strict.faces()).toEqual([]);
  expect(strict.errors).toEqual([]);

  await setFont('Ours');
  for (const server of [elsewhere, site]) {
    server.closeAllConnections();
    server.close();
  }
});
