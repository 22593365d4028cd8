import { createHmac } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { Browser, Page } from '@playwright/test';
import { serious } from './axe.ts';
import { expect, newWindow, people, Stack, studio, test, visitOn } from './stack.ts';

/** A Kineta of its own, whose site meets visitors with six flows. */
let stack: Stack;
test.beforeAll(async () => {
  test.setTimeout(120_000);
  stack = await new Stack().start('the demo', 1, false);
});
test.afterAll(() => stack.stop());

const base64 = (what: object | Buffer): string =>
  (Buffer.isBuffer(what) ? what : Buffer.from(JSON.stringify(what))).toString('base64url');
/** A token as any server signs it: a JWT (RFC 7519), HS256. */
function signed(claims: object, secret = stack.siteSecret): string {
  const content = `${base64({ alg: 'HS256', typ: 'JWT' })}.${base64({ exp: Date.now() / 1_000 + 600, ...claims })}`;
  return `${content}.${base64(createHmac('sha256', secret).update(content).digest())}`;
}
const launcher = (page: Page) => page.getByRole('button', { name: 'Ask Robin' });
async function comes(browser: Browser, path: string, page?: Page): Promise<Page> {
  const visitor = page ?? (await newWindow(browser));
  await visitor.goto(stack.site + path);
  await expect(launcher(visitor)).toBeVisible();
  return visitor;
}
/** The page’s own script, as a page would import it. */
const says = (page: Page, work: string) =>
  page.evaluate(
    ([from, body]) =>
      import(from!).then(chat => new Function('chat', `return (async () => { ${body} })();`)(chat)) as Promise<unknown>,
    [`${stack.url}/w/page.js`, work],
  );

test('who is signed in on the site is greeted as who they are, in any browser, and nobody else is', async ({
  browser,
}) => {
  const edith = await comes(browser, '/your-heat-pump');
  await launcher(edith).click();
  const greets = 'Good to see you again, Edith Calloway.';
  await expect(visitOn(edith).chat.getByText(greets)).toBeVisible();
  const conversation = await says(edith, `return new Promise(heard => chat.on('began', heard));`);
  await visitOn(edith).say('It is very quiet at night');
  await expect(visitOn(edith).chat.getByText('It is very quiet at night')).toBeVisible();
  const elsewhere = await comes(browser, '/your-heat-pump');
  await launcher(elsewhere).click();
  await expect(visitOn(elsewhere).chat.getByText('It is very quiet at night')).toBeVisible();
  // What is theirs stays in no browser: whoever comes to this one without being signed in is a stranger.
  // The chat that was open opens by itself.
  await comes(browser, '/contact', elsewhere);
  await expect(visitOn(elsewhere).chat.getByText('What brings you here?')).toBeVisible();
  await expect(visitOn(elsewhere).chat.getByText(greets)).toBeHidden();

  const priya = await studio(browser, stack, people.priya);
  await priya.goto(`${stack.url}/inbox/${conversation}`);
  await expect(priya.getByText(/Signed in on the site, which says: .*edith\.calloway@mail\.example/)).toBeVisible();
});

test('a page of one piece signs its visitor in and out, and hears why a token is refused', async ({ browser }) => {
  const page = await comes(browser, '/contact');
  const why = (token: string) =>
    says(page, `return chat.signIn(${JSON.stringify(token)}).catch(error => error.message)`);
  expect(await why(signed({ sub: 'BR-1' }, 'another secret'))).toContain('not signed with this site’s secret');
  expect(await why(signed({ sub: 'BR-1', exp: 1 }))).toContain('The token is too old.');
  expect(await why(signed({ sub: 'BR-1', aud: 'another-site' }))).toContain('for another site');
  expect(await why('nonsense')).toContain('no signed token');

  await says(
    page,
    `await chat.signIn(${JSON.stringify(signed({ sub: 'BR-1', name: 'Wilf Crane' }))}); await chat.open();`,
  );
  await expect(visitOn(page).chat.getByText('Good to see you again, Wilf Crane.')).toBeVisible();
  await says(page, 'await chat.signOut();');
  await expect(visitOn(page).chat.getByText('What brings you here?')).toBeVisible();
});

test('the page’s own script opens and closes the chat, says what it knows, and hears what happens but not what is said', async ({
  browser,
}) => {
  const page = await comes(browser, '/contact');
  await says(
    page,
    `window.heard = [];
     for (const name of ['opened', 'closed', 'began', 'wrote', 'held', 'answered', 'unread'])
       chat.on(name, told => window.heard.push([name, told]));
     await chat.open();`,
  );
  const { chat } = visitOn(page);
  const heard = (): Promise<Array<[string, unknown]>> => page.evaluate('window.heard');
  await expect(chat.getByText('What brings you here?')).toBeVisible();
  await expect.poll(heard).toContainEqual(['opened', undefined]);
  await expect.poll(async () => (await heard()).map(([name]) => name)).toContain('began');
  await chat.getByRole('textbox').fill('a secret that is mine');
  await chat.getByRole('textbox').press('Enter');
  await expect.poll(async () => (await heard()).map(([name]) => name)).toContain('wrote');
  expect(JSON.stringify(await heard())).not.toContain('secret');
  await says(page, 'await chat.close();');
  await expect(page.locator('kineta-chat iframe')).toBeHidden();
  await expect.poll(heard).toContainEqual(['closed', undefined]);
  expect(await says(page, `return chat.start('nothing like that')`)).toBe(false);
  expect(await says(page, `return chat.setFacts({ text: 'x'.repeat(5000) }).catch(error => error.name)`)).toBe(
    'RangeError',
  );
});

test('a lead writes a link that says something, whoever follows it is greeted by that, and it opens the chat alone', async ({
  browser,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.goto(`${stack.url}/sites`);
  await hanne.getByRole('link', { name: 'Ways in to brackenrow.example' }).click();
  const link = hanne.getByLabel('The link', { exact: true });
  await expect(link).toHaveValue(/\?kineta=letter-26$/);
  await hanne.getByLabel('heat pump').fill('12 kW & more');
  const onSite = await link.inputValue();
  const letter = await newWindow(browser);
  await letter.goto(onSite);
  await expect(visitOn(letter).chat.getByText('of your heat pump (12 kW & more)?')).toBeVisible();

  await hanne.getByRole('button', { name: 'the chat alone' }).click();
  const saved = hanne.waitForEvent('download');
  await hanne.getByRole('button', { name: 'SVG of the code' }).click();
  const download = await saved;
  expect(download.suggestedFilename()).toBe('kineta-letter-26.svg');
  expect(readFileSync(await download.path(), 'utf8')).toMatch(/^<svg .*<path d="M/);
  const alone = await newWindow(browser);
  await alone.goto(await link.inputValue());
  await expect(alone.getByText('of your heat pump (12 kW & more)?')).toBeVisible();
  await expect(alone).toHaveTitle('Brackenrow Home Energy');
  await expect(alone.getByRole('button', { name: 'Close' })).toBeHidden();
  // What a link brings along behind its address is said by nobody.
  const forged = await newWindow(browser);
  const says = new URLSearchParams({ page: '/#kineta-say=I+cancel+everything', who: signed({ sub: 'BR-20418' }) });
  await forged.goto(`${stack.url}/w/brackenrow-demo/chat#${says}`);
  await expect(forged.getByText('What brings you here?')).toBeVisible();
  await expect(forged.getByText('I cancel everything')).toBeHidden();
  await expect(forged.getByText('Edith')).toBeHidden();

  await hanne.getByRole('switch', { name: 'The chat as a page of its own' }).click();
  await expect(hanne.getByText('The chat has no page of its own yet')).toBeVisible();
  await alone.reload();
  await expect(alone.getByText('This chat has no page of its own.')).toBeVisible();
});

test('a menu stands always at hand: a flow, a page, common questions and a person, as a lead wrote it', async ({
  browser,
}) => {
  const hanne = await studio(browser, stack, people.lead);
  await hanne.goto(`${stack.url}/sites`);
  await hanne.getByRole('link', { name: 'How it looks on brackenrow.example' }).click();
  const entries = hanne.getByRole('list', { name: 'Entries of the menu' });
  await expect(entries.getByRole('listitem')).toHaveCount(5);
  await hanne.getByLabel('What stands at entry 2').fill('A day for a survey');
  await hanne.getByLabel('Page of entry 3').fill('nowhere');
  await expect(entries.getByText('A page begins with /, or elsewhere with https://.')).toBeVisible();
  await hanne.getByLabel('Page of entry 3').fill('/contact');
  await hanne.getByRole('button', { name: 'Put on the site' }).click();
  await expect(hanne.getByText('It is on the site.')).toBeVisible();

  const page = await comes(browser, '/batteries');
  await launcher(page).click();
  const { chat } = visitOn(page);
  await chat.getByRole('button', { name: 'Menu' }).click();
  await chat.getByRole('button', { name: 'Common questions' }).click();
  await chat.getByRole('button', { name: 'How loud is the outside unit?' }).last().click();
  await expect(chat.getByText(/decibels|fridge|quiet/i).last()).toBeVisible();
  await chat.getByRole('button', { name: 'Back to the chat' }).click();
  await chat.getByRole('button', { name: 'Menu' }).click();
  expect(await serious(page), 'the menu').toEqual([]);
  await chat.getByRole('button', { name: 'A day for a survey' }).click();
  await expect(chat.getByText(/Which day|What day|day would/i).last()).toBeVisible();
  await chat.getByRole('button', { name: 'Menu' }).click();
  await chat.getByRole('link', { name: 'What it costs' }).click();
  await page.waitForURL('**/contact');
});
