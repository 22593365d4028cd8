import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Secret, TOTP } from 'otpauth';
import { keysOf } from './keys.ts';
import { expect, newWindow, Stack, test as withDemo } from './stack.ts';

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

test('from an empty start to a chat on a page, and a colleague with a second factor, by keyboard alone', async ({
  browser,
  empty: stack,
  plain,
}) => {
  // Some two hundred presses of keys, each looked at.
  test.slow();
  const maud = await newWindow(browser);
  await maud.goto(stack.firstLink);
  // By the keyboard alone, all of it: what is pressed or written in was come to by Tab.
  await expect(maud.getByLabel('Its name, as visitors know it')).toBeFocused();
  await maud.keyboard.type('Tarrow Batteries');
  await expect(maud.getByLabel('Country')).toHaveValue('GB');
  await expect(maud.getByLabel('Currency')).toHaveValue('GBP');
  const keys = keysOf(maud);
  await keys.write(maud.getByLabel('Your name'), 'Maud Ellery');
  await keys.write(maud.getByLabel('Email'), 'maud@tarrow.example');
  await keys.write(maud.getByLabel('A password of at least 10 characters'), 'short');
  await keys.write(maud.getByLabel('How many conversations a month, roughly?'), '300');
  await maud.keyboard.press('Enter');
  await expect(maud.getByText('A password has at least 10 characters; a few words do well.')).toBeVisible();
  await keys.write(maud.getByLabel('A password of at least 10 characters'), PASSWORD);
  await maud.keyboard.press('Enter');

  const areas = maud.getByRole('navigation', { name: 'Areas' });
  await expect(maud.getByText('0 of 8')).toBeVisible();
  await maud.goto(stack.firstLink);
  await expect(areas).toBeVisible();

  // The business.
  await keys.press(areas.getByRole('link', { name: 'Today' }));
  await keys.press(maud.getByRole('link', { name: 'What the business is' }));
  for (const [name, value] of [
    ['business phone', '+441632960117'],
    ['business address', '3 Mill Row, Tarrowdale'],
    ['policy page', plain.url],
  ] as const) {
    await keys.press(maud.getByRole('button', { name, exact: true }));
    await keys.write(maud.getByLabel(`Value of ${name}`), value);
  }
  await keys.press(maud.getByRole('button', { name: 'Save the facts' }));
  await expect(maud.getByText('Saved.', { exact: true })).toBeVisible();
  const led = maud.getByRole('status').filter({ hasText: 'Back to Today' });
  await expect(led).toContainText('What the business is');
  await expect(led).toContainText('done');
  await keys.press(led.getByRole('link', { name: 'Back to Today' }));
  await expect(maud.getByText('1 of 8')).toBeVisible();
  await expect(led).toHaveCount(0);

  // A site.
  await keys.press(areas.getByRole('link', { name: 'Site' }));
  await keys.write(maud.getByLabel('A site’s name'), 'Batteries');
  await keys.write(maud.getByLabel('Its domains'), 'tarrow.example/batteries');
  await keys.press(maud.getByRole('button', { name: 'Add the site' }));
  await expect(maud.getByText('A domain has no path: write tarrow.example.')).toBeVisible();
  await keys.write(maud.getByLabel('Its domains'), plain.host);
  await keys.press(maud.getByRole('button', { name: 'Add the site' }));
  plain.pasted = await maud.getByLabel('The line for Batteries').inputValue();
  expect(plain.pasted).toContain(`${stack.url}/w/`);

  // Its look, from one colour.
  await keys.press(maud.getByRole('link', { name: 'How it looks on Batteries' }));
  await keys.write(maud.getByLabel('The brand’s', { exact: true }), '#7a3b12');
  await keys.press(maud.getByRole('button', { name: 'Put on the site' }));
  await expect(maud.getByText('As on the site')).toBeVisible();

  // A greeting, published on it.
  await keys.press(areas.getByRole('link', { name: 'Flows' }));
  await keys.press(maud.getByRole('button', { name: 'New flow' }).first());
  const dialog = maud.getByRole('dialog');
  await keys.choose(dialog, maud.getByRole('radio', { name: 'A warm greeting' }));
  await keys.press(maud.getByRole('button', { name: 'Create' }));
  await maud.getByRole('heading', { name: 'A warm greeting', level: 1 }).waitFor();
  await keys.press(maud.getByRole('button', { name: 'Publish…' }));
  const onSite = dialog.getByRole('checkbox');
  await keys.to(onSite);
  if (!(await onSite.isChecked())) await maud.keyboard.press('Space');
  await keys.press(dialog.getByRole('button', { name: 'Publish', exact: true }));
  await expect(maud.getByText(/is live: new visitors/)).toBeVisible();

  // The page is checked, before anybody was there.
  await keys.press(areas.getByRole('link', { name: 'Site' }));
  await keys.press(maud.getByRole('link', { name: 'Install and check on Batteries' }));
  await keys.press(maud.getByRole('button', { name: 'Check it' }));
  await expect(maud.getByText('The line is there, and no browser has called back yet.')).toBeVisible();

  // Somebody visits, and the site is seen alive.
  const visitor = await newWindow(browser);
  await visitor.goto(plain.url);
  const visits = keysOf(visitor);
  await visits.press(visitor.getByRole('button', { name: /^Ask/ }));
  const chat = visitor.frameLocator('iframe');
  await visits.press(chat.getByRole('button', { name: 'Just looking' }));
  await expect(chat.getByText('Take your time.', { exact: false })).toBeVisible();
  await keys.press(maud.getByRole('button', { name: 'Check it' }));
  await expect(maud.getByText('The chat is on this page.')).toBeVisible();
  await keys.press(areas.getByRole('link', { name: 'Site' }));
  await expect(maud.getByText(`on ${plain.host}`, { exact: false })).toBeVisible();

  // A colleague, with a second factor.
  await keys.press(areas.getByRole('link', { name: 'Settings' }));
  await keys.press(maud.getByRole('link', { name: 'Members' }));
  await keys.write(maud.getByLabel('Email of a colleague'), 'idris@tarrow.example');
  await maud.keyboard.press('Enter');
  const link = await maud.getByLabel('The link of the invitation').inputValue();
  await keys.press(maud.getByRole('button', { name: 'Done' }));
  const idris = await newWindow(browser);
  const theirs = keysOf(idris);
  await idris.goto(link);
  await expect(idris.getByText('You will sign in as idris@tarrow.example.', { exact: false })).toBeVisible();
  await theirs.write(idris.getByLabel('Your name, as visitors see it'), 'Idris Vance');
  await theirs.write(idris.getByLabel('A password of at least 10 characters'), PASSWORD);
  await idris.keyboard.press('Enter');
  await theirs.press(idris.getByRole('link', { name: 'Idris Vance' }));
  await theirs.press(idris.getByRole('button', { name: 'Set up a second factor' }));
  await theirs.press(idris.getByRole('button', { name: 'Set it up' }));
  const key = (await idris.getByLabel('Key').textContent())!.replaceAll(' ', '');
  const totp = new TOTP({ secret: Secret.fromBase32(key) });
  await theirs.write(idris.getByLabel('The six digits that it shows'), totp.generate());
  await idris.keyboard.press('Enter');
  const written = await idris
    .getByRole('list', { name: 'Codes to write down' })
    .getByRole('listitem')
    .first()
    .textContent();
  await theirs.press(idris.getByRole('button', { name: 'I have them' }));
  await expect(idris.getByText('You have one')).toBeVisible();
  await theirs.press(idris.getByRole('button', { name: 'Sign out' }));
  await theirs.write(idris.getByLabel('Email'), 'idris@tarrow.example');
  await theirs.write(idris.getByLabel('Password'), PASSWORD);
  await idris.keyboard.press('Enter');
  await theirs.write(idris.getByLabel('The code of your app, or one that you wrote down'), written!);
  await idris.keyboard.press('Enter');
  await expect(idris.getByRole('navigation', { name: 'Areas' })).toBeVisible();

  // Today knows all of it, without a tick.
  await keys.press(areas.getByRole('link', { name: 'Today' }));
  await expect(maud.getByText('6 of 8')).toBeVisible();
  await keys.press(maud.getByRole('link', { name: 'Who is told of what' }));
  await keys.press(maud.getByRole('button', { name: 'Send a test notice' }));
  await expect(maud.getByText('Maud Ellery tries whether notices arrive.')).toBeVisible();
  await keys.press(areas.getByRole('link', { name: 'Today' }));
  await expect(maud.getByText('7 of 8')).toBeVisible();
  await expect(maud.getByRole('link', { name: 'Hours for Team' })).toBeVisible();
  await keys.press(maud.getByRole('button', { name: 'Put away Hours for Team' }));
  await expect(maud.getByText('All is set up')).toBeVisible();
});
