import { createECDH, randomBytes } from 'node:crypto';
import { PUSHES } from '@kineta/demo';
import type { BrowserContext, Page } from '@playwright/test';
import { askForPerson, expect, people, studio, takesChats, test, visit } from './stack.ts';

/**
 * A browser whose push service is the one that stands in for it, and whose sounds are counted: without a network it has none of its
 * own, and without a loudspeaker nobody hears.
 */
async function prepared(context: BrowserContext, id: string): Promise<void> {
  await context.grantPermissions(['notifications']);
  const keys = createECDH('prime256v1');
  keys.generateKeys();
  const subscription = {
    endpoint: `https://${PUSHES}/push/${id}`,
    keys: { p256dh: keys.getPublicKey('base64url'), auth: randomBytes(16).toString('base64url') },
  };
  await context.addInitScript(given => {
    const key = 'kineta test subscription';
    const made = {
      endpoint: given.endpoint,
      toJSON: () => given,
      unsubscribe: async () => localStorage.removeItem(key),
    };
    const { prototype } = PushManager as unknown as { prototype: Record<string, unknown> };
    prototype.subscribe = async () => {
      localStorage.setItem(key, 'here');
      return made;
    };
    prototype.getSubscription = async () => (localStorage.getItem(key) ? made : null);
    const counted = window as unknown as { notes: number };
    counted.notes = 0;
    const { createOscillator } = AudioContext.prototype;
    AudioContext.prototype.createOscillator = function () {
      counted.notes++;
      return createOscillator.call(this);
    };
  }, subscription);
}
const notes = (page: Page) => page.evaluate(() => (window as unknown as { notes: number }).notes);

/** What the browser’s own push service would hand the studio’s worker. */
async function handed(page: Page, origin: string, payload: object): Promise<void> {
  const session = await page.context().newCDPSession(page);
  const registered = new Promise<string>(resolve => {
    session.on('ServiceWorker.workerRegistrationUpdated', ({ registrations }) => {
      const own = registrations.find(({ scopeURL }) => scopeURL.startsWith(origin));
      if (own) resolve(own.registrationId);
    });
  });
  await session.send('ServiceWorker.enable');
  await session.send('ServiceWorker.deliverPushMessage', {
    origin,
    registrationId: await registered,
    data: JSON.stringify(payload),
  });
  await session.detach();
}
const shown = (page: Page) =>
  page.evaluate(async () => {
    const registration = await navigator.serviceWorker.ready;
    return (await registration.getNotifications()).map(({ title, body }) => `${title}: ${body}`);
  });

/** The same until it is shown: a worker that is just being stopped, on a busy machine, is handed nothing by the debugger. */
const handedAndShown = (page: Page, origin: string, payload: { tag: string; title: string; body: string }) =>
  expect(async () => {
    await handed(page, origin, payload);
    await expect.poll(() => shown(page), { timeout: 5_000 }).toEqual([`${payload.title}: ${payload.body}`]);
  }).toPass({ timeout: 40_000 });

const told = (page: Page) => page.getByText(/^\w+ waits for a person\.$/);
const toMine = async (page: Page) => {
  await page.getByRole('button', { name: /^Notices/ }).click();
  await page.getByRole('link', { name: 'Who is told of what' }).last().click();
  await page.getByRole('heading', { name: 'Of what', exact: true }).waitFor();
};

test('who is offered to one rings there alone; who waits for anybody is told to all, notified and mailed, and taken back', async ({
  browser,
  quiet,
}) => {
  test.slow();
  await quiet.offersFor(10);
  const hanne = await studio(browser, quiet, people.lead);
  const priya = await studio(browser, quiet, people.priya);
  for (const page of [hanne, priya]) await prepared(page.context(), page === priya ? 'priyas-laptop' : 'hannes');
  await hanne.reload();
  await priya.reload();
  await takesChats(hanne, false);
  await takesChats(priya, true);

  // She says where she is notified, and by which sound; and tries it.
  await toMine(priya);
  await priya.getByRole('button', { name: 'Notify me here' }).click();
  const places = priya.getByRole('region', { name: 'Where you are notified' });
  await expect(places.getByText('here', { exact: true })).toBeVisible();
  await priya.getByRole('button', { name: 'Try a notification' }).click();
  await expect(priya.getByText('A notification is on its way.')).toBeVisible();
  expect(quiet.standIns.pushed).toEqual(['priyas-laptop']);
  await priya.getByLabel('Sound: Who waits is offered to you').selectOption('a bell');
  await expect.poll(() => notes(priya)).toBe(3);
  const others = ['A visitor opens the chat', 'A flow or a rule tells you something', 'Somebody waits for a person'];
  for (const other of others) await priya.getByLabel(`Sound: ${other}`).selectOption('none');
  // Who leaves the page at once has changed all of it.
  await priya.reload();
  await expect(priya.getByLabel('Sound: Who waits is offered to you')).toHaveValue('bell');
  for (const other of others) await expect(priya.getByLabel(`Sound: ${other}`)).toHaveValue('none');

  // Somebody is offered to her: it rings there, goes nowhere else as she has seen it, and tells nobody else.
  await priya.getByRole('heading', { name: 'Who is told of what' }).click();
  const first = await visit(browser, quiet);
  await askForPerson(first, 'Oriel');
  await expect(priya.getByRole('link', { name: /Oriel.*is offered to you/ })).toBeVisible();
  await expect.poll(() => notes(priya)).toBe(3);
  await priya.getByRole('link', { name: /Oriel.*is offered to you/ }).click();
  await priya.getByRole('button', { name: 'Take it' }).click();
  await expect(first.chat.getByText('Priya Marlow is with you now.')).toBeVisible();
  await expect(told(hanne)).toHaveCount(0);
  expect(quiet.standIns.pushed).toHaveLength(1);

  // With no tab of it open her browser is notified: whom Hanne is offered and does not take is told to all.
  await takesChats(hanne, true);
  await priya.goto('about:blank');
  const second = await visit(browser, quiet);
  await askForPerson(second, 'Wynn');
  await expect(hanne.getByRole('link', { name: /Wynn.*is offered to you/ })).toBeVisible();
  await expect(told(hanne)).toBeVisible({ timeout: 30_000 });
  await expect.poll(() => quiet.standIns.pushed.length).toBe(2);
  // Nobody looks for long enough: it comes by email as well, with the way there.
  await quiet.nobodyLooks();
  const hers = () => quiet.mail.letters.filter(({ mail }) => mail.to && JSON.stringify(mail.to).includes(people.priya));
  await expect.poll(() => hers().map(({ mail }) => mail.subject)).toEqual(['Wynn waits for a person.']);
  expect(hers()[0]!.mail.text).toContain(`${quiet.url}/inbox/`);
  // Somebody takes it: what was notified is taken back there.
  await hanne.getByRole('button', { name: 'Open', exact: true }).click();
  await hanne.getByRole('button', { name: 'Take it' }).click();
  await expect(told(hanne)).toBeHidden({ timeout: 5_000 });
  await expect.poll(() => quiet.standIns.pushed.length).toBe(3);
  await quiet.offersFor(30);
});

test('a notification is shown once for one thing, leads to it, and goes when somebody looks after it', async ({
  browser,
  quiet,
}) => {
  const priya = await studio(browser, quiet, people.priya);
  await prepared(priya.context(), 'priyas-phone');
  await priya.reload();
  await toMine(priya);
  await priya.getByRole('button', { name: 'Notify me here' }).click();
  await expect(priya.getByText('here', { exact: true })).toBeVisible();
  const payload = { tag: 'alert-1', title: 'Oriel', body: 'Oriel waits for a person.', url: '/inbox' };
  await handed(priya, quiet.url, payload);
  await handedAndShown(priya, quiet.url, payload);
  const over = { ...payload, body: 'Hanne Brill looks after it.', over: true };
  await handed(priya, quiet.url, over);
  await expect.poll(() => shown(priya)).toEqual(['Oriel: Hanne Brill looks after it.']);
  await expect.poll(() => shown(priya), { timeout: 10_000 }).toEqual([]);
  // What was never shown is not taken back with a notification of its own.
  await handedAndShown(priya, quiet.url, { ...payload, tag: 'alert-2', body: 'Wynn waits for a person.' });
  await handed(priya, quiet.url, { ...payload, tag: 'alert-3', over: true });
  await handed(priya, quiet.url, { ...over, tag: 'alert-2' });
  await expect.poll(() => shown(priya)).toEqual(['Oriel: Hanne Brill looks after it.']);
  const here = priya.getByRole('listitem').filter({ has: priya.getByText('here', { exact: true }) });
  await here.getByRole('button', { name: 'No more' }).click();
  await expect(here).toBeHidden();
  await expect(priya.getByRole('button', { name: 'Notify me here' })).toBeEnabled();
});

test('a lead has what was said sent to two addresses, only of what a person wrote in', async ({ browser, quiet }) => {
  const hanne = await studio(browser, quiet, people.lead);
  await toMine(hanne);
  await hanne.getByRole('button', { name: 'For everybody' }).click();
  await hanne.getByRole('button', { name: 'Tell somebody else' }).click();
  const fresh = hanne.getByRole('region', { name: 'Somebody else' });
  await fresh.getByLabel('Who is told').selectOption('an email address');
  await fresh.getByRole('button', { name: 'Somebody else' }).click();
  await fresh.getByLabel('Who is told').last().selectOption('an email address');
  await fresh.getByLabel('Email address').first().fill('office@brackenrow.example');
  await fresh.getByLabel('notification').uncheck();
  await fresh.getByLabel('sound', { exact: true }).uncheck();
  await fresh.getByLabel('When the email goes').selectOption('at once');
  await fresh.getByLabel('with what was said so far').check();
  await fresh.getByRole('button', { name: 'Always; add a condition' }).click();
  await fresh.getByLabel('Fact').selectOption('a person has written');
  await fresh.getByRole('button', { name: 'Keep it' }).click();
  await expect(fresh.getByText('This is no email address.')).toBeVisible();
  await fresh.getByLabel('Email address').last().fill('file@brackenrow.example');
  await fresh.getByRole('button', { name: 'Keep it' }).click();
  await expect(fresh).toBeHidden();
  const sentences = hanne.getByRole('list', { name: 'Who is told' });
  await expect(sentences.getByText('office@brackenrow.example')).toBeVisible();

  await takesChats(hanne, true);
  const visitor = await visit(browser, quiet);
  await askForPerson(visitor, 'Sorrel');
  await hanne.getByRole('link', { name: /Sorrel.*is offered to you/ }).click();
  await hanne.getByRole('button', { name: 'Take it' }).click();
  await hanne.getByLabel('Your reply').fill('We come on Tuesday.');
  await hanne.getByLabel('Your reply').press('Enter');
  await expect(visitor.chat.getByText('We come on Tuesday.')).toBeVisible();
  await hanne.getByRole('button', { name: 'Done', exact: true }).last().click();
  const letters = () =>
    quiet.mail.letters.filter(({ mail }) => mail.subject === 'The conversation with Sorrel is over.');
  await expect.poll(() => letters().length).toBe(2);
  expect(letters()[0]!.mail.text).toContain('Hanne Brill: We come on Tuesday.');

  // An agent reads who is told, and has it otherwise for themselves: quiet at night, and all emails of a day in one.
  const tom = await studio(browser, quiet, people.tom);
  await toMine(tom);
  await tom.getByLabel('No sound and no notification at some hours', { exact: false }).check();
  await tom.getByLabel('Quiet from').fill('19:00');
  await tom.getByLabel('Sun').uncheck();
  await tom.getByLabel('How emails come').selectOption('all of a day in one, at');
  await expect(tom.getByLabel('Time of the email')).toHaveValue('17:00');
  await tom.reload();
  await expect(tom.getByLabel('Quiet from')).toHaveValue('19:00');
  await expect(tom.getByLabel('Sun')).not.toBeChecked();
  await tom.getByRole('button', { name: 'For everybody' }).click();
  await expect(tom.getByText('office@brackenrow.example')).toBeVisible();
  await expect(tom.getByRole('switch', { name: /^When/ })).toHaveCount(0);
});
