import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Secret, TOTP } from 'otpauth';
import { expect, newWindow, publish, Stack, test as withDemo } from './stack.ts';

/** A plain page of another origin, which nobody made for Kineta. */
interface PlainPage {
  host: string;
  url: string;
  /** The lines before the end of its body. */
  pasted: string;
}

const test = withDemo.extend<{ empty: Stack; plain: PlainPage }>({
  // biome-ignore lint/correctness/noEmptyPattern: Playwright looks at what is taken
  empty: async ({}, use) => {
    const stack = await new Stack().start('nothing');
    await use(stack);
    await stack.stop();
  },
  // biome-ignore lint/correctness/noEmptyPattern: Playwright looks at what is taken
  plain: async ({}, use) => {
    const page: PlainPage = { host: '', url: '', pasted: '' };
    const server: Server = createServer((_, response) => {
      response.setHeader('content-type', 'text/html');
      response.end(`<!doctype html><title>Tarrow Batteries</title><h1>Batteries</h1>${page.pasted}`);
    });
    await new Promise<void>(resolve => server.listen(0, '127.0.0.1', () => resolve()));
    page.host = `localhost:${(server.address() as AddressInfo).port}`;
    page.url = `http://${page.host}/`;
    await use(page);
    server.close();
  },
});

const PASSWORD = 'warm houses in winter';

test('from an empty start to a chat on a page, and a colleague with a second factor', async ({
  browser,
  empty: stack,
  plain,
}) => {
  const maud = await newWindow(browser);
  await maud.goto(stack.firstLink);
  // What is written is what the keyboard writes: every field is come to by Tab, and the form is sent by Enter.
  await expect(maud.getByLabel('Its name, as visitors know it')).toBeFocused();
  await maud.keyboard.type('Tarrow Batteries');
  await expect(maud.getByLabel('Country')).toHaveValue('GB');
  await expect(maud.getByLabel('Currency')).toHaveValue('GBP');
  const tabTo = async (label: string) => {
    const field = maud.getByLabel(label);
    for (let times = 0; times < 12; times++) {
      await maud.keyboard.press('Tab');
      if (await field.evaluate(element => element === document.activeElement)) return;
    }
    throw new Error(`“${label}” is not come to by Tab.`);
  };
  await tabTo('Your name');
  await maud.keyboard.type('Maud Ellery');
  await tabTo('Email');
  await maud.keyboard.type('maud@tarrow.example');
  await tabTo('A password of at least 10 characters');
  await maud.keyboard.type('short');
  await tabTo('How many conversations a month, roughly?');
  await maud.keyboard.type('300');
  await maud.keyboard.press('Enter');
  await expect(maud.getByText('A password has at least 10 characters; a few words do well.')).toBeVisible();
  await maud.getByLabel('A password of at least 10 characters').fill(PASSWORD);
  await maud.keyboard.press('Enter');

  const areas = maud.getByRole('navigation', { name: 'Areas' });
  await expect(maud.getByText('0 of 7')).toBeVisible();
  await maud.goto(stack.firstLink);
  await expect(areas).toBeVisible();

  // The business.
  await areas.getByRole('link', { name: 'Today' }).click();
  await maud.getByRole('link', { name: 'What the business is' }).click();
  for (const [name, value] of [
    ['business phone', '+441632960117'],
    ['business address', '3 Mill Row, Tarrowdale'],
    ['policy page', plain.url],
  ] as const) {
    await maud.getByRole('button', { name, exact: true }).click();
    await maud.getByLabel(`Value of ${name}`).fill(value);
  }
  await maud.getByRole('button', { name: 'Save the facts' }).click();
  await expect(maud.getByText('Saved.', { exact: true })).toBeVisible();

  // A site.
  await areas.getByRole('link', { name: 'Site' }).click();
  await maud.getByLabel('A site’s name').fill('Batteries');
  await maud.getByLabel('Its domains').fill('tarrow.example/batteries');
  await maud.getByRole('button', { name: 'Add the site' }).click();
  await expect(maud.getByText('A domain has no path: write tarrow.example.')).toBeVisible();
  await maud.getByLabel('Its domains').fill(plain.host);
  await maud.getByRole('button', { name: 'Add the site' }).click();
  plain.pasted = await maud.getByLabel('The line for Batteries').inputValue();
  expect(plain.pasted).toContain(`${stack.url}/w/`);

  // Its look, from one colour.
  await maud.getByRole('link', { name: 'How it looks on Batteries' }).click();
  await maud.getByLabel('The brand’s', { exact: true }).fill('#7a3b12');
  await maud.getByRole('button', { name: 'Put on the site' }).click();
  await expect(maud.getByText('As on the site')).toBeVisible();

  // A greeting, published on it.
  await areas.getByRole('link', { name: 'Flows' }).click();
  await maud.getByRole('button', { name: 'New flow' }).first().click();
  await maud.getByRole('radio', { name: 'A warm greeting' }).check();
  await maud.getByRole('button', { name: 'Create' }).click();
  await maud.getByRole('heading', { name: 'A warm greeting', level: 1 }).waitFor();
  await publish(maud);

  // The page is checked, before anybody was there.
  await areas.getByRole('link', { name: 'Site' }).click();
  await maud.getByRole('link', { name: 'Install and check on Batteries' }).click();
  await maud.getByRole('button', { name: 'Check it' }).click();
  await expect(maud.getByText('The line is there, and no browser has called back yet.')).toBeVisible();

  // Somebody visits, and the site is seen alive.
  const visitor = await newWindow(browser);
  await visitor.goto(plain.url);
  await visitor.getByRole('button', { name: /^Ask/ }).click();
  const chat = visitor.frameLocator('iframe');
  await chat.getByRole('button', { name: 'Just looking' }).click();
  await expect(chat.getByText('Take your time.', { exact: false })).toBeVisible();
  await maud.getByRole('button', { name: 'Check it' }).click();
  await expect(maud.getByText('The chat is on this page.')).toBeVisible();
  await areas.getByRole('link', { name: 'Site' }).click();
  await expect(maud.getByText(`on ${plain.host}`, { exact: false })).toBeVisible();

  // A colleague, with a second factor.
  await areas.getByRole('link', { name: 'Settings' }).click();
  await maud.getByRole('link', { name: 'Members' }).click();
  await maud.getByLabel('Email of a colleague').fill('idris@tarrow.example');
  await maud.keyboard.press('Enter');
  const link = await maud.getByLabel('The link of the invitation').inputValue();
  await maud.getByRole('button', { name: 'Done' }).click();
  const idris = await newWindow(browser);
  await idris.goto(link);
  await expect(idris.getByText('You will sign in as idris@tarrow.example.', { exact: false })).toBeVisible();
  await idris.getByLabel('Your name, as visitors see it').fill('Idris Vance');
  await idris.getByLabel('A password of at least 10 characters').fill(PASSWORD);
  await idris.keyboard.press('Enter');
  await idris.getByRole('link', { name: 'Idris Vance' }).click();
  await idris.getByRole('button', { name: 'Set up a second factor' }).click();
  await idris.getByRole('button', { name: 'Set it up' }).click();
  const key = (await idris.getByLabel('Key').textContent())!.replaceAll(' ', '');
  const totp = new TOTP({ secret: Secret.fromBase32(key) });
  await idris.getByLabel('The six digits that it shows').fill(totp.generate());
  await idris.keyboard.press('Enter');
  const written = await idris
    .getByRole('list', { name: 'Codes to write down' })
    .getByRole('listitem')
    .first()
    .textContent();
  await idris.getByRole('button', { name: 'I have them' }).click();
  await expect(idris.getByText('You have one')).toBeVisible();
  await idris.getByRole('button', { name: 'Sign out' }).click();
  await idris.getByLabel('Email').fill('idris@tarrow.example');
  await idris.getByLabel('Password').fill(PASSWORD);
  await idris.keyboard.press('Enter');
  await idris.getByLabel('The code of your app, or one that you wrote down').fill(written!);
  await idris.keyboard.press('Enter');
  await expect(idris.getByRole('navigation', { name: 'Areas' })).toBeVisible();

  // Today knows all of it, without a tick.
  await areas.getByRole('link', { name: 'Today' }).click();
  await expect(maud.getByText('6 of 7')).toBeVisible();
  await expect(maud.getByRole('link', { name: 'Hours for Team' })).toBeVisible();
  await maud.getByRole('button', { name: 'Put away Hours for Team' }).focus();
  await maud.keyboard.press('Enter');
  await expect(maud.getByText('All is set up')).toBeVisible();
});
