import { describe, expect, test } from 'vitest';
import type { Event } from './event.ts';
import type { Step } from './steps/registry.ts';
import { tuesday } from './tests/flow.arbitrary.ts';
import { end, flowOf, line, notes, opened, perform, said, say, typed } from './tests/perform.ts';

const facts = [
  { name: 'postcode', type: 'text' as const, scope: 'conversation' as const },
  { name: 'town', type: 'text' as const, scope: 'conversation' as const },
  { name: 'covered', type: 'yes/no' as const, scope: 'conversation' as const },
  { name: 'email', type: 'email' as const, scope: 'visitor' as const },
  { name: 'bill', type: 'money' as const, scope: 'conversation' as const },
];
const postcode: Step = {
  id: 'q',
  kind: 'ask',
  line: line('Where?'),
  answer: { type: 'postcode' },
  fact: 'postcode',
  tries: 2,
};

describe('a call of a service', () => {
  const flow = flowOf(
    {
      a: [
        postcode,
        {
          id: 'call',
          kind: 'call service',
          method: 'GET',
          url: 'https://post.example/{postcode}',
          take: [
            { path: 'district.town', fact: 'town' },
            { path: 'covered', fact: 'covered' },
          ],
          limit: 5,
          tries: 2,
          failed: { to: 'b' },
        },
        say('s', 'Found.'),
        end,
      ],
      b: [
        {
          id: 'd',
          kind: 'decide',
          ways: [{ when: { all: [{ fact: 'last call', is: 'is', value: 'failed' }] } }],
          otherwise: { to: 'a' },
        },
        say('sorry', 'I could not look that up.'),
        { ...end, id: 'e2' },
      ],
    },
    facts,
  );
  const asked: Event[] = [opened, typed('tx4 2qd')];
  const answered = (result: unknown): Event => ({ event: 'told', ticket: 1, outcome: 'worked', result });

  test('waits for its answer, with facts encoded into its address', () => {
    const { acts, session } = perform(flow, asked);
    expect(session).toMatchObject({ state: 'awaiting', at: 'call', ticket: 1 });
    expect(acts.at(-1)).toEqual({
      act: 'call service',
      step: 'call',
      ticket: 1,
      request: { method: 'GET', url: 'https://post.example/TX4%202QD', limit: 5, tries: 2 },
    });
  });

  test('keeps what the answer holds, each in its fact’s type', () => {
    const { session, last } = perform(flow, [...asked, answered({ covered: true, district: { town: 'Ellerby' } })]);
    expect(session.facts).toMatchObject({ town: 'Ellerby', covered: true });
    expect(said(last)).toEqual(['Found.']);
  });

  test.each<[unknown, string]>([
    [{}, 'district.town, covered'],
    [null, 'district.town, covered'],
    [{ covered: 'yes', district: [] }, 'district.town, covered'],
    [{ covered: true, district: { town: { x: 1 } } }, 'district.town'],
    [JSON.parse('{"covered":true,"district":{"__proto__":{"town":"x"}}}'), 'district.town'],
  ])('goes on without what an answer such as %j does not hold', (result, missing) => {
    const { last } = perform(flow, [...asked, answered(result)]);
    expect(notes(last)).toEqual([`The service’s answer held nothing for ${missing}.`]);
    expect(said(last)).toEqual(['Found.']);
  });

  test('that failed takes its own way, and can be decided on', () => {
    const { last, acts } = perform(flow, [
      ...asked,
      { event: 'told', ticket: 1, outcome: 'failed', why: 'it took longer than 5 s.' },
    ]);
    expect(notes(acts)).toEqual(['The service failed: it took longer than 5 s.']);
    expect(said(last)).toEqual(['I could not look that up.']);
  });

  test('is answered once; what comes twice, late or for another changes nothing', () => {
    const worked = answered({ covered: true, district: { town: 'Ellerby' } });
    expect(perform(flow, [...asked, worked, worked]).last).toEqual([]);
    expect(perform(flow, [...asked, { ...worked, ticket: 7 } as Event]).last).toEqual([]);
  });

  test('is not made while a fact of its address is not known', () => {
    const { acts } = perform(flow, [opened, typed('skip')]);
    expect(acts.some(act => act.act === 'call service')).toBe(false);
    expect(notes(acts)).toContain('The service failed: “postcode” is not known.');
  });
});

describe('an email', () => {
  const chart: Step = {
    id: 'chart',
    kind: 'chart',
    title: line('A year'),
    form: 'bars',
    values: [{ label: 'Now', formula: 'bill' }],
    money: true,
  };
  const mail: Step = {
    id: 'mail',
    kind: 'email',
    to: { fact: 'email' },
    subject: [[{ text: 'Your estimate of ' }, { fact: 'bill' }]],
    line: line('Here it is.'),
    charts: ['chart'],
  };
  const address: Step = {
    id: 'q',
    kind: 'ask',
    line: line('Where to?'),
    answer: { type: 'email' },
    fact: 'email',
    tries: 2,
  };
  const again: Step = { id: 'w', kind: 'ask', line: line('Anything else?'), answer: { type: 'short text' }, tries: 1 };
  const flow = flowOf(
    { a: [{ id: 'b', kind: 'set', fact: 'bill', value: 1_900 }, chart, address, mail, again, end] },
    facts,
  );
  const sent: Event[] = [opened, typed('maud@ellery.example')];

  test('goes to the visitor, with facts in its words and the chart that was shown', () => {
    const [order] = perform(flow, sent).acts.filter(act => act.act === 'email');
    expect(order).toMatchObject({
      to: ['maud@ellery.example'],
      toVisitor: true,
      subject: 'Your estimate of £1,900',
      charts: [{ form: 'bars', values: [{ label: 'Now', value: 1_900, text: '£1,900' }] }],
    });
  });

  test('is not sent again when the visitor goes back and answers the same', () => {
    const { acts, last } = perform(flow, [...sent, typed('back'), typed('maud@ellery.example')]);
    expect(acts.filter(act => act.act === 'email')).toHaveLength(1);
    expect(notes(last)).toEqual(['The email “Your estimate of £1,900” went out before; it was not sent again.']);
  });

  test('is sent to another address when the visitor goes back to change it', () => {
    const { acts } = perform(flow, [...sent, typed('back'), typed('maud@home.example')]);
    expect(acts.flatMap(act => (act.act === 'email' ? act.to : []))).toEqual([
      'maud@ellery.example',
      'maud@home.example',
    ]);
  });

  test('that came back is told to the visitor, who still stands where they stood', () => {
    const cameBack: Event = {
      event: 'told',
      step: 'mail',
      outcome: 'failed',
      about: 'maud@ellery.example',
      why: '550 no such mailbox',
    };
    const { last, session } = perform(flow, [...sent, cameBack]);
    expect(said(last)[0]).toContain('maud@ellery.example came back');
    expect(notes(last)).toEqual(['The email to maud@ellery.example did not arrive: 550 no such mailbox']);
    expect(session).toMatchObject({ state: 'asking', at: 'w' });
    expect(perform(flow, [...sent, cameBack, typed('back'), typed('maud@ellery.example')]).last).toContainEqual(
      expect.objectContaining({ act: 'email' }),
    );
  });

  test('goes nowhere without an address', () => {
    const { acts } = perform(flow, [opened, typed('skip')]);
    expect(acts.some(act => act.act === 'email')).toBe(false);
    expect(notes(acts)).toContain('No email was sent: the visitor’s address is not known.');
  });
});

test.each([
  ['bill / (bill - bill)', 'The formula has no result for these facts.'],
  ['bill * town', 'The formula has no result for these facts.'],
  ['string length(postcode)', '“postcode” is not known yet.'],
])('a formula that cannot be worked out (%s) is noted, and the flow goes on', (formula, why) => {
  const flow = flowOf(
    {
      a: [
        { id: 'b', kind: 'set', fact: 'bill', value: 1_900 },
        { id: 't', kind: 'set', fact: 'town', value: 'Ellerby' },
        { id: 'w', kind: 'work out', fact: 'bill', formula },
        say('s', 'Anyway.'),
        end,
      ],
    },
    facts,
  );
  const { acts, session } = perform(flow, [opened]);
  expect(notes(acts)).toEqual([`“bill” could not be worked out: ${why}`]);
  expect(said(acts)).toEqual(['Anyway.']);
  expect(session).toMatchObject({ state: 'ended', facts: { bill: 1_900 } });
});

describe('the rest of the world', () => {
  test('colleagues are told, with facts in the words', () => {
    const flow = flowOf(
      {
        a: [
          { id: 'b', kind: 'set', fact: 'bill', value: 1_900 },
          { id: 'n', kind: 'notify', team: 'Sales', line: [[{ text: 'Pays ' }, { fact: 'bill' }]] },
          end,
        ],
      },
      facts,
    );
    expect(perform(flow, [opened]).acts).toContainEqual({
      act: 'notify',
      step: 'n',
      team: 'Sales',
      text: 'Pays £1,900',
    });
  });

  test('another flow is left to the host', () => {
    const { acts, session } = perform(flowOf({ a: [{ id: 'x', kind: 'start flow', flow: 'Aftercare' }] }), [opened]);
    expect(acts.at(-1)).toEqual({ act: 'start flow', step: 'x', flow: 'Aftercare' });
    expect(session.state).toBe('ended');
  });

  test.each<[object, boolean]>([
    [{ fact: 'page', is: 'starts with', value: '/heat-pumps' }, true],
    [{ fact: 'device', is: 'is', value: 'phone' }, true],
    [{ fact: 'returning', is: 'is', value: false }, true],
    [{ fact: 'known person', is: 'is', value: true }, false],
    [{ fact: 'language', is: 'starts with', value: 'en' }, true],
    [{ fact: 'came from', is: 'is', value: 'search.example' }, true],
    [{ fact: 'campaign', is: 'is one of', value: ['autumn', 'winter'] }, true],
    [{ fact: 'weekday', is: 'is one of', value: ['Monday', 'Tuesday'] }, true],
    [{ fact: 'current date', is: 'is at least', value: '2026-11-24' }, true],
    [{ fact: 'current date', is: 'is more than', value: '2026-11-24' }, false],
    [{ fact: 'time of day', is: 'is less than', value: '12:00' }, true],
    [{ fact: 'open now', is: 'is', value: true }, true],
    [{ fact: 'Accounts open', is: 'is', value: true }, false],
    [{ not: { fact: 'Accounts open', is: 'is', value: true } }, true],
  ])('decides over the visit and the hour: %j is %s', (part, holds) => {
    const decide = { id: 'd', kind: 'decide', ways: [{ when: { all: [part] }, to: 'b' }], otherwise: {} } as Step;
    const world = {
      ...tuesday,
      visit: {
        page: '/heat-pumps/costs',
        device: 'phone' as const,
        language: 'en-GB',
        referrer: 'search.example',
        campaign: 'autumn',
        returning: false,
        knownPerson: false,
      },
    };
    const flow = flowOf({ a: [decide, say('no', 'no'), end], b: [say('yes', 'yes'), { ...end, id: 'e2' }] });
    expect(said(perform(flow, [opened], world).acts)).toEqual([holds ? 'yes' : 'no']);
  });

  test('a fact of the flow’s own goes before a given one of the same name', () => {
    const flow = flowOf(
      {
        a: [
          { id: 's', kind: 'set', fact: 'page', value: 'first' },
          { id: 't', kind: 'say', line: [[{ fact: 'page' }]] },
          end,
        ],
      },
      [{ name: 'page', type: 'text', scope: 'conversation' }],
    );
    expect(said(perform(flow, [opened]).acts)).toEqual(['first']);
  });
});
