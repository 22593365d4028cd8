import type { BrowserContextOptions, CDPSession, Locator, Page } from '@playwright/test';
import {
  expect,
  firstVisitAgain,
  logOf,
  openFlowFile,
  people,
  point,
  publish,
  type Stack,
  studio,
  test,
  visit,
  visitOn,
} from './stack.ts';
import { ask, line } from './steps.ts';

const card = (id: string, title: string, price: string, label: string, page?: string) => ({
  id,
  title,
  line: line(`About ${title.toLowerCase()}.`),
  price: { formula: price },
  actions: [{ id: `${id}-on`, label, ...(page === undefined ? {} : { page }) }],
});

/** A flow in which every kind that a visitor meets is met once. */
const round = {
  format: 'kineta.flow/2',
  name: 'All the way round',
  speaker: 'Robin',
  facts: [
    { name: 'lead score', type: 'number', scope: 'visitor' },
    { name: 'wanted', type: 'text', scope: 'conversation' },
    { name: 'full name', type: 'text', scope: 'visitor', person: 'name' },
    { name: 'postcode', type: 'text', scope: 'visitor' },
    { name: 'phoned', type: 'yes/no', scope: 'conversation' },
    { name: 'photo', type: 'file', scope: 'conversation' },
  ],
  scenes: [
    {
      id: 'a',
      title: 'Beginning',
      steps: [
        { id: 'score', kind: 'score', fact: 'lead score', points: 20, reason: 'they opened the chat' },
        { id: 'split', kind: 'split', ways: [{ share: 1, to: 'b' }, { share: 0 }] },
        { id: 'never', kind: 'end', outcome: 'lost' },
      ],
    },
    {
      id: 'b',
      title: 'One way',
      steps: [
        {
          id: 'remind',
          kind: 'remind',
          after: { amount: 1, unit: 'seconds' },
          line: line('Take your time.'),
          most: 1,
        },
        {
          id: 'show',
          kind: 'show',
          line: line('Have a look:'),
          cards: [
            card('pump', 'Heat pumps', '6400', 'Price a pump'),
            card('battery', 'Batteries', '5200', 'Price a battery'),
            card('loft', 'Insulation', '900', 'Price a loft'),
          ],
        },
        {
          id: 'form',
          kind: 'form',
          line: line('Who are you?'),
          fields: [
            { id: 'name', label: 'Your name', answer: { type: 'short text' }, fact: 'full name' },
            { id: 'code', label: 'Postcode', answer: { type: 'postcode' }, fact: 'postcode' },
            { id: 'ring', label: 'May we ring?', answer: { type: 'yes/no' }, fact: 'phoned' },
          ],
          button: 'That is me',
          tries: 3,
        },
        ask(
          'photo',
          'Have you a photo of the boiler?',
          { type: 'file', kinds: ['pictures'], mostMegabytes: 2 },
          'photo',
        ),
        {
          id: 'chart',
          kind: 'chart',
          title: line('What it comes to'),
          form: 'line',
          values: [
            { label: 'Now', formula: '1900' },
            { label: 'Then', formula: '1178' },
          ],
          money: true,
        },
        {
          id: 'agree',
          kind: 'ask consent',
          purpose: 'news by email',
          line: line('May we write to you?'),
          policy: '/privacy',
        },
        { id: 'withdraw', kind: 'withdraw consent', purpose: 'news by email' },
        { id: 'page', kind: 'take to page', page: '/heat-pumps/costs' },
        { id: 'end', kind: 'end', outcome: 'answered' },
      ],
    },
  ],
};

const boiler = { name: 'boiler.png', mimeType: 'image/png', buffer: point };

/** How a visitor does things: with the keys alone, or with a finger. */
interface Hand {
  name: string;
  options: BrowserContextOptions;
  open(page: Page): Promise<void>;
  press(target: Locator): Promise<void>;
  write(target: Locator, text: string): Promise<void>;
  /** Brings a card further along into view. */
  turn(cards: Locator): Promise<void>;
}

/** Goes by Tab, in whichever direction it lies, to what is wanted. */
async function tabTo(target: Locator): Promise<void> {
  const page = target.page();
  await target.waitFor({ state: 'attached' });
  for (let count = 0; count < 30; count++) {
    const key = await target.evaluate(element => {
      const { activeElement } = element.getRootNode() as Document;
      if (activeElement === element) return '';
      // Among radio buttons of one name one goes by arrows.
      if (activeElement instanceof HTMLInputElement && activeElement.type === 'radio')
        if (activeElement.name === (element as HTMLInputElement).name) return 'ArrowDown';
      const lies = activeElement?.compareDocumentPosition(element) ?? 0;
      return lies & Node.DOCUMENT_POSITION_FOLLOWING && activeElement?.tagName !== 'BODY' ? 'Tab' : 'Shift+Tab';
    });
    if (key === '') return;
    await page.keyboard.press(key);
  }
  await expect(target).toBeFocused();
}

const keyboard: Hand = {
  name: 'the keyboard',
  options: {},
  async open(page) {
    const button = page.getByRole('button', { name: 'Ask Robin' });
    await button.waitFor();
    await tabTo(button);
    await page.keyboard.press('Enter');
  },
  async press(target) {
    await tabTo(target);
    await target.page().keyboard.press('Space');
  },
  async write(target, text) {
    await tabTo(target);
    await target.page().keyboard.type(text);
  },
  async turn(cards) {
    await tabTo(cards);
    await cards.page().keyboard.press('ArrowRight');
  },
};

/** Moves a finger over the page, as one swipes: a little with every frame. */
async function swipe(finger: CDPSession, target: Locator, from: { x: number; y: number }, by: number): Promise<void> {
  const move = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...touchPoints: Array<{ x: number; y: number }>) =>
    finger.send('Input.dispatchTouchEvent', { type, touchPoints });
  await move('touchStart', from);
  for (let step = 1; step <= 15; step++) {
    await move('touchMove', { x: from.x + (by * step) / 15, y: from.y });
    await target.evaluate(() => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done))));
  }
  await move('touchEnd');
}

const touch: Hand = {
  name: 'touch',
  options: { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true },
  open: page => page.getByRole('button', { name: 'Ask Robin' }).tap(),
  press: target => target.tap(),
  async write(target, text) {
    await target.tap();
    await target.page().keyboard.insertText(text);
  },
  async turn(cards) {
    const box = (await cards.boundingBox())!;
    const finger = await cards.page().context().newCDPSession(cards.page());
    await swipe(finger, cards, { x: box.x + box.width - 40, y: box.y + 60 }, -0.6 * box.width);
    await finger.detach();
  },
};

async function meetRound(browser: Parameters<typeof studio>[0], stack: Stack): Promise<Page> {
  const hanne = await studio(browser, stack, people.lead);
  await openFlowFile(hanne, round);
  await publish(hanne);
  return hanne;
}

for (const hand of [keyboard, touch])
  test(`every kind that a visitor meets, by ${hand.name}, seen in the log`, async ({ browser, stack }) => {
    const hanne = await meetRound(browser, stack);
    const page = await (await browser.newContext({ locale: 'en-GB', ...hand.options })).newPage();
    await page.goto(stack.site);
    await hand.open(page);
    const { chat } = visitOn(page);
    const button = (name: string) => chat.getByRole('button', { name, exact: true });

    await expect(chat.getByText('Take your time.')).toBeVisible();
    const cards = chat.getByRole('list', { name: '3 cards' });
    await expect(button('Price a battery')).not.toBeInViewport({ ratio: 0.6 });
    await expect(async () => {
      await hand.turn(cards);
      await expect(button('Price a battery')).toBeInViewport({ ratio: 0.9, timeout: 2_000 });
    }).toPass();
    await hand.press(button('Price a battery'));

    await hand.write(chat.getByLabel('Your name'), 'Branwen Dray');
    await hand.write(chat.getByLabel('Postcode'), 'somewhere');
    await hand.press(chat.getByRole('radio', { name: 'Yes' }));
    await hand.press(button('That is me'));
    await expect(chat.getByText('One thing to look at:')).toBeVisible();
    const postcode = chat.getByLabel('Postcode').last();
    await expect(postcode).toHaveValue('somewhere');
    await postcode.selectText();
    await hand.write(postcode, 'TX3 1AB');
    await hand.press(button('That is me').last());

    await chat.getByText('Have you a photo of the boiler?').waitFor();
    const chooser = page.waitForEvent('filechooser');
    if (hand === touch) await chat.getByText('Choose a file').tap();
    else await hand.press(chat.getByLabel('Choose a file'));
    await (await chooser).setFiles(boiler);
    await expect(chat.getByRole('figure')).toContainText('What it comes to');
    await expect(chat.getByRole('figure')).toContainText('£1,178');

    await chat.getByText('May we write to you?').waitFor();
    await hand.press(button('Yes, I agree'));
    await page.waitForURL('**/heat-pumps/costs');
    await expect(visitOn(page).chat.getByText('On to /heat-pumps/costs')).toBeVisible();
    await page.context().close();

    await hanne.getByRole('link', { name: 'People' }).click();
    await hanne.getByRole('searchbox').fill('Branwen');
    await expect(hanne.getByRole('row', { name: /Branwen Dray/ }).first()).toContainText('lead score: 20');
    await hanne.getByRole('link', { name: 'Branwen Dray' }).first().click();
    const log = logOf(hanne);
    await expect(log.getByText('+20 in lead score: they opened the chat.')).toBeVisible();
    await expect(
      hanne.getByRole('complementary', { name: 'What is known' }).getByText('they opened the chat'),
    ).toBeVisible();
    // On a busy machine the next question is reminded of as well.
    await expect(log.getByText('No answer for 1 second.').first()).toBeVisible();
    await expect(log.getByText('Price a battery').last()).toBeVisible();
    await expect(log.getByText(/Learnt: full name Branwen Dray · postcode TX3 1AB/)).toBeVisible();
    await expect(log.getByRole('link', { name: /Save boiler.png/ })).toBeVisible();
    await expect(log.getByText('What it comes to').first()).toBeVisible();
    await expect(log.getByText('Agreed to news by email: “May we write to you?”')).toBeVisible();
    await expect(log.getByText('Withdrew the consent to news by email.')).toBeVisible();
    await expect(log.getByText('Took the visitor to /heat-pumps/costs.')).toBeVisible();
    await expect(log.getByText('The flow ended: answered.')).toBeVisible();
    await firstVisitAgain(hanne);
  });

test('language, referrer and campaign decide, as the visitor’s browser tells them', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  const said = (id: string, text: string) => ({
    id,
    title: text,
    steps: [
      { id: `${id}-say`, kind: 'say', line: line(text) },
      { id: `${id}-end`, kind: 'end' },
    ],
  });
  await openFlowFile(hanne, {
    format: 'kineta.flow/2',
    name: 'Where from',
    speaker: 'Robin',
    facts: [],
    scenes: [
      {
        id: 'a',
        title: 'Where from',
        steps: [
          {
            id: 'decide',
            kind: 'decide',
            ways: [
              { when: { all: [{ fact: 'campaign', is: 'is', value: 'autumn' }] }, to: 'campaign' },
              { when: { all: [{ fact: 'came from', is: 'contains', value: 'localhost' }] }, to: 'referrer' },
              { when: { all: [{ fact: 'language', is: 'contains', value: 'cy' }] }, to: 'language' },
            ],
            otherwise: {},
          },
          { id: 'say', kind: 'say', line: line('From nowhere in particular.') },
          { id: 'end', kind: 'end' },
        ],
      },
      said('campaign', 'You saw our autumn letter.'),
      said('referrer', 'You came from a site that we know.'),
      said('language', 'Croeso.'),
    ],
  });
  await publish(hanne);
  const campaign = await visit(browser, stack, { path: '/?utm_campaign=autumn' });
  await expect(campaign.chat.getByText('You saw our autumn letter.')).toBeVisible();
  const welsh = await visit(browser, stack, { locale: 'cy-GB' });
  await expect(welsh.chat.getByText('Croeso.')).toBeVisible();
  const referred = await visit(browser, stack, { referer: `${stack.standIns.url}/mail` });
  await expect(referred.chat.getByText('You came from a site that we know.')).toBeVisible();
  const plain = await visit(browser, stack);
  await expect(plain.chat.getByText('From nowhere in particular.')).toBeVisible();
  await firstVisitAgain(hanne);
});

test('a service is sent facts, and colleagues are emailed a line and a number', async ({ browser, stack }) => {
  const hanne = await studio(browser, stack, people.lead);
  const values = [
    { label: 'This year', formula: '1900' },
    { label: 'Next year', formula: '1178' },
  ];
  await openFlowFile(hanne, {
    format: 'kineta.flow/2',
    name: 'An enquiry',
    speaker: 'Robin',
    facts: [
      { name: 'first name', type: 'text', scope: 'visitor', person: 'name' },
      { name: 'enquiry', type: 'text', scope: 'conversation' },
    ],
    scenes: [
      {
        id: 'a',
        title: 'An enquiry',
        steps: [
          ask('name', 'Who is asking?', { type: 'short text' }, 'first name'),
          {
            id: 'call',
            kind: 'call service',
            method: 'POST',
            url: 'https://services.brackenrow.example/enquiries',
            send: [{ name: 'name', fact: 'first name' }],
            take: [{ path: 'enquiry.number', fact: 'enquiry' }],
            limit: 5,
            tries: 2,
          },
          { id: 'line', kind: 'chart', title: line('Over the years'), form: 'line', values, money: true },
          { id: 'number', kind: 'chart', title: line('To begin with'), form: 'number', values, money: true },
          {
            id: 'mail',
            kind: 'email',
            to: { addresses: ['priya@brackenrow.example', 'tom@brackenrow.example'] },
            subject: [[{ text: 'Enquiry ' }, { fact: 'enquiry' }]],
            line: [[{ text: 'From ' }, { fact: 'first name' }]],
            charts: ['line', 'number'],
          },
          { id: 'say', kind: 'say', line: [[{ text: 'You are number ' }, { fact: 'enquiry' }]] },
          { id: 'end', kind: 'end', outcome: 'lead' },
        ],
      },
    ],
  });
  await expect(hanne.getByText('priya@brackenrow.example', { exact: false }).first()).toBeVisible();
  await publish(hanne);
  const { page, chat, say } = await visit(browser, stack);
  await chat.getByText('Who is asking?').waitFor();
  await say('Edwy Marl');
  await expect(chat.getByText('You are number E-Edwy-Marl')).toBeVisible();
  // Two letters, one after the other; the catcher’s page shows those that are there when it is opened.
  const came = () => stack.mail.letters.filter(({ mail }) => mail.subject === 'Enquiry E-Edwy-Marl');
  await expect.poll(() => came().length).toBe(2);
  await page.goto(`${stack.standIns.url}/mail`);
  const letters = page.getByRole('link', { name: /Enquiry E-Edwy-Marl/ });
  await expect(letters).toHaveCount(2);
  await expect(letters.filter({ hasText: 'to tom@brackenrow.example' })).toBeVisible();
  await letters.filter({ hasText: 'to priya@brackenrow.example' }).click();
  const letter = page.frameLocator('iframe');
  await expect(letter.getByText('Over the years')).toBeVisible();
  await expect(letter.getByText('£1,178')).toBeVisible();
  await expect(letter.getByText('To begin with')).toBeVisible();
  await firstVisitAgain(hanne);
});
