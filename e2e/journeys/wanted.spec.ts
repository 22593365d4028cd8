import { expect, logOf, openFlowFile, people, publish, Stack, studio, visit, test as withDemo } from './stack.ts';
import { line } from './steps.ts';

const asks = (answer: object, more: object = {}) => ({
  kind: 'ask',
  line: line('And then?'),
  answer,
  tries: 2,
  ...more,
});
const field = [{ id: 'street', label: 'Street', answer: { type: 'short text' } }];

/** What waits for a visitor, by the words of the way to it; all of it is met with the words “And then?”. */
const waiting: Record<string, object> = {
  'A few words': asks({ type: 'short text' }),
  Many: asks({ type: 'long text' }),
  'A number': asks({ type: 'number' }),
  'A day': asks({ type: 'date' }),
  'An email': asks({ type: 'email' }),
  'A phone': asks({ type: 'phone' }),
  'A postcode': asks({ type: 'postcode' }),
  'Yes or no': asks({ type: 'yes/no' }),
  'One of some': asks({ type: 'choice', choices: [{ id: 'one', label: 'A flat' }] }),
  'Some of some': asks({ type: 'several choices', choices: [{ id: 'one', label: 'A flat' }] }),
  'A file': asks({ type: 'file', kinds: ['pictures'], mostMegabytes: 2 }),
  'A card to fill in': { kind: 'form', line: line('And then?'), fields: field, button: 'Send', tries: 2 },
  Cards: {
    kind: 'show',
    line: line('And then?'),
    cards: [{ id: 'pump', title: 'Heat pumps', line: line('Warm.'), actions: [{ id: 'on', label: 'Price one' }] }],
  },
  Agreeing: { kind: 'ask consent', purpose: 'news by email', line: line('And then?'), policy: '/privacy' },
  'A pause': { kind: 'pause', for: { amount: 2, unit: 'days' } },
  'The end': { kind: 'say', line: line('That was all.') },
};

const flow = {
  format: 'kineta.flow/2',
  name: 'Whatever is asked',
  speaker: 'Robin',
  facts: [],
  scenes: [
    {
      id: 'hub',
      title: 'Where to',
      steps: [
        {
          id: 'where',
          ...asks({
            type: 'choice',
            choices: [...Object.keys(waiting), 'An address first', 'Led to the desk'].map((label, at) => ({
              id: `way-${at}`,
              label,
              to: `scene-${at}`,
            })),
          }),
          line: line('Where to?'),
        },
        { id: 'hub-end', kind: 'end' },
      ],
    },
    ...[
      ...Object.values(waiting).map((step, at) => [
        ...('line' in step ? [] : [{ id: `before-${at}`, kind: 'say', line: line('And then?') }]),
        { id: `step-${at}`, ...step },
      ]),
      [
        {
          id: 'first',
          kind: 'form',
          line: line('And then?'),
          fields: field,
          button: 'Send',
          tries: 2,
          comesFirst: true,
        },
      ],
      [
        { id: 'lead', kind: 'wants person', to: 'desk' },
        { id: 'led', ...asks({ type: 'email' }) },
      ],
    ].map((steps, at) => ({
      id: `scene-${at}`,
      title: `Scene ${at}`,
      steps: [...steps, { id: `end-${at}`, kind: 'end' }],
    })),
    {
      id: 'desk',
      title: 'The desk',
      steps: [
        { id: 'name', ...asks({ type: 'short text' }), line: line('What may we call you?') },
        {
          id: 'over',
          kind: 'hand over',
          team: 'Sales',
          waiting: line('I am fetching Sales.'),
          closed: { line: line('Sales is closed.') },
        },
        { id: 'desk-end', kind: 'end' },
      ],
    },
  ],
};

/** Told whether somebody is there, or has room, or when they are back: it depends on the hour. */
const FETCHED = /I’m fetching somebody|I would fetch somebody|nobody is free right now/;

/** A Kineta of its own: so many are left waiting here that nobody else’s journey would find its visitor among them. */
const test = withDemo.extend<{ own: Stack }>({
  // biome-ignore lint/correctness/noEmptyPattern: Playwright looks at what is taken
  own: async ({}, use) => {
    const stack = await new Stack().start();
    await use(stack);
    await stack.stop();
  },
});

test('who wants a person has one whatever is asked, and is led, kept for a moment, or understood in a lead’s own words where that is said', async ({
  browser,
  own: stack,
}) => {
  test.slow();
  const hanne = await studio(browser, stack, people.lead);
  await openFlowFile(hanne, flow);
  await publish(hanne);
  await hanne.getByRole('link', { name: 'Settings' }).click();
  const wordings = hanne.getByLabel('What do your visitors say besides?', { exact: false });
  await wordings.fill('???\nthe gaffer');
  await hanne.getByRole('button', { name: 'Save the wordings' }).click();
  await expect(hanne.getByText('“???” has no word in it.')).toBeVisible();
  await wordings.fill('the gaffer');
  await hanne.getByLabel('Try what a visitor might write').fill('could you get the gaffer please');
  await expect(hanne.getByText('They want a person: “the gaffer”.')).toBeVisible();
  await hanne.getByRole('button', { name: 'Save the wordings' }).click();
  await expect(hanne.getByText('Saved.')).toBeVisible();
  const { chat: own, pick: pickOwn, say: sayOwn } = await visit(browser, stack);
  await pickOwn('An email');
  await own.getByText('And then?').waitFor();
  await sayOwn('get the gaffer please');
  await expect(own.getByText(FETCHED)).toBeVisible();

  const kept = await visit(browser, stack);
  await kept.pick('An address first');
  await kept.chat.getByText('And then?').waitFor();
  await kept.say('is anyone there');
  await expect(kept.chat.getByText('Just this first, then I’ll fetch somebody.', { exact: false })).toBeVisible();
  await kept.chat.getByLabel('Street').last().fill('3 Mill Row');
  await kept.chat.getByLabel('Street').last().press('Enter');
  await expect(kept.chat.getByText(FETCHED)).toBeVisible();
  await kept.say('Mill Row is the old one, by the ford');

  const priya = await studio(browser, stack, people.priya);
  await priya.getByRole('link').filter({ hasText: 'Mill Row is the old one, by the ford' }).first().click();
  await expect(logOf(priya).getByText('The visitor wants a person: “anyone there”.')).toBeVisible();

  for (const [way, step] of Object.entries(waiting)) {
    const { page, chat, pick, say } = await visit(browser, stack);
    await test.step(way, async () => {
      await pick(way);
      await chat.getByText('line' in step && way === 'The end' ? 'That was all.' : 'And then?').waitFor();
      await say('can I talk to a person please');
      await expect(chat.getByText(FETCHED)).toBeVisible();
      await expect(chat.getByText('Where to?')).toHaveCount(1);
    });
    await page.close();
  }

  const led = await visit(browser, stack);
  await led.pick('Led to the desk');
  await led.chat.getByText('And then?').waitFor();
  await led.say('not a bot pls');
  await led.chat.getByText('What may we call you?').waitFor();
  await led.say('Isolde of the desk');
  await expect(led.chat.getByText(/I am fetching Sales|Sales is closed/)).toBeVisible();
});
