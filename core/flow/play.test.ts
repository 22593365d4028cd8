import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { answerKindOf } from './answers/registry.ts';
import { dice } from './dice.ts';
import type { Event } from './event.ts';
import type { Flow } from './format.ts';
import { MOST_ALONE, MOST_STEPS, play } from './play.ts';
import { freshSession, Session } from './session.ts';
import type { Step } from './steps/registry.ts';
import { anyEvent, anyFlow, soundFlow, tuesday } from './tests/flow.arbitrary.ts';
import { end, flowOf, line, notes, opened, perform, said, typed } from './tests/perform.ts';

const bill: Step = {
  id: 'bill',
  kind: 'ask',
  line: line('What do you spend?'),
  answer: { type: 'number', min: 100 },
  fact: 'heating bill',
  tries: 2,
};
const email: Step = {
  id: 'email',
  kind: 'ask',
  line: line('Where shall I send it?'),
  answer: { type: 'email' },
  fact: 'email',
  tries: 3,
};
const facts: Flow['facts'] = [
  { name: 'heating bill', type: 'money', scope: 'conversation' },
  { name: 'saving', type: 'money', scope: 'conversation' },
  { name: 'email', type: 'email', scope: 'visitor' },
];

describe('playing a flow', () => {
  test('asks, understands, works out and says', () => {
    const flow = flowOf(
      {
        welcome: [
          bill,
          { id: 'out', kind: 'work out', fact: 'saving', formula: 'heating bill * 0.3226' },
          { id: 'tell', kind: 'say', line: [[{ text: 'About ' }, { fact: 'saving' }, { text: ' less.' }]] },
          end,
        ],
      },
      facts,
    );
    const { acts, session } = perform(flow, [opened, typed('about 1,900')]);
    expect(said(acts)).toEqual(['What do you spend?', 'About £612.94 less.']);
    expect(session).toEqual({ state: 'ended', scene: 'welcome', facts: { 'heating bill': 1900, saving: 612.94 } });
  });

  test('asks a bad answer again in its own words, then goes where it is told', () => {
    const flow = flowOf(
      {
        welcome: [{ ...bill, again: line('A number, please.'), giveUp: { to: 'lost' } } as Step, end],
        lost: [
          { id: 'sorry', kind: 'say', line: line('Never mind.') },
          { id: 'end2', kind: 'end' },
        ],
      },
      facts,
    );
    expect(said(perform(flow, [opened, typed('lots'), typed('lots')]).acts)).toEqual([
      'What do you spend?',
      'A number, please.',
      'Never mind.',
    ]);
    expect(said(perform(flow, [opened, typed('12')]).acts)[1]).toBe('A number, please.');
  });

  test('doubts a mistyped address, and takes either answer', () => {
    const flow = flowOf({ welcome: [email, end] }, facts);
    const doubt = perform(flow, [opened, typed('maud@gmial.com')]);
    expect(said(doubt.acts)[1]).toBe('Did you mean maud@gmail.com?');
    const kept = (events: Event[]) => perform(flow, [opened, typed('maud@gmial.com'), ...events]).session.facts.email;
    expect(kept([typed('yes')])).toBe('maud@gmail.com');
    expect(kept([{ event: 'replied', text: '', choice: 'as-typed' }])).toBe('maud@gmial.com');
    expect(kept([typed('maud@ellery.example')])).toBe('maud@ellery.example');
    expect(perform(flow, [opened, typed('maud@ellery.example')]).acts).toContainEqual({
      act: 'remember',
      fact: 'email',
      type: 'email',
      value: 'maud@ellery.example',
    });
  });

  const choice: Step = {
    id: 'pick',
    kind: 'ask',
    line: line('What brings you here?'),
    answer: {
      type: 'choice',
      choices: [
        { id: 'a', label: 'Price a heat pump', to: 'price' },
        { id: 'b', label: 'Something else' },
      ],
      otherwise: { to: 'questions' },
    },
    tries: 2,
  };
  test.each<[Event, string]>([
    [{ event: 'replied', text: 'Price a heat pump', choice: 'a' }, 'Price.'],
    [typed('price a heatpump'), 'Price.'],
    [{ event: 'replied', text: 'price', choice: 'from an older question' }, 'Price.'],
    [typed('the second'), 'On.'],
    [typed('is it loud?'), 'Questions.'],
  ])('%j leads to “%s”', (event, words) => {
    const say = (id: string, text: string): Step[] => [
      { id, kind: 'say', line: line(text) },
      { id: `${id}-end`, kind: 'end' },
    ];
    const flow = flowOf({
      welcome: [choice, ...say('on', 'On.')],
      price: say('p', 'Price.'),
      questions: say('q', 'Questions.'),
    });
    expect(said(perform(flow, [opened, event]).acts)[1]).toBe(words);
  });

  test('hands over when the team is open, is quiet until handed back, and goes on', () => {
    const flow = flowOf({
      welcome: [
        {
          id: 'over',
          kind: 'hand over',
          team: 'Sales',
          waiting: line('One moment.'),
          closed: { line: line('Closed.') },
        },
        { id: 'after', kind: 'say', line: line('Welcome back.') },
        end,
      ],
    });
    const { acts, session } = perform(flow, [opened, typed('hello?'), { event: 'handed back' }]);
    expect(acts.map(act => act.act)).toEqual(['enter', 'say', 'hand over', 'say', 'end']);
    expect(session.state).toBe('ended');
  });

  test('says so when the team is closed, and goes on', () => {
    const flow = flowOf({
      welcome: [
        { id: 'over', kind: 'hand over', team: 'Accounts', waiting: [], closed: { line: line('Closed now.') } },
        end,
      ],
    });
    const { acts } = perform(flow, [opened]);
    expect(acts.map(act => act.act)).toEqual(['enter', 'direction', 'say', 'end']);
    expect(acts[1]).toMatchObject({ says: { code: 'team closed', team: 'Accounts', until: 'Monday at 09:00' } });
  });

  test('says so when nobody of the team is at their desk, and goes on; who has no room is waited for', () => {
    const over: Step = { id: 'over', kind: 'hand over', team: 'Sales', waiting: [], closed: { line: line('Nobody.') } };
    const flow = flowOf({ welcome: [over, end] });
    const { acts } = perform(flow, [opened], { ...tuesday, staffed: { Sales: false } });
    expect(acts.map(act => act.act)).toEqual(['enter', 'direction', 'say', 'end']);
    expect(acts[1]).toMatchObject({ says: { code: 'nobody of the team', team: 'Sales' } });
    for (const staffed of [{ Sales: true }, {} as Record<string, boolean>])
      expect(perform(flow, [opened], { ...tuesday, staffed }).session.state).toBe('handed over');
  });

  describe('when nobody comes', () => {
    const tooLong = { after: { amount: 3, unit: 'minutes' as const }, line: line('It takes long.'), to: 'mail' };
    const over: Step = { id: 'over', kind: 'hand over', team: 'Sales', waiting: [], closed: { line: line('No.') } };
    const ask: Step = {
      id: 'ask',
      kind: 'ask',
      line: line('Your email?'),
      answer: { type: 'email' },
      fact: 'e',
      tries: 2,
    };
    const flow = flowOf({ welcome: [{ ...over, tooLong, member: 'Priya' }, end], mail: [ask, { ...end, id: 'em' }] }, [
      { name: 'e', type: 'email', scope: 'conversation' },
    ]);

    test('for as long as the lead says, it is said once, and the flow leads again', () => {
      const { acts, session } = perform(flow, [opened]);
      expect(acts.find(act => act.act === 'set timer')).toMatchObject({ after: 180_000, ticket: 1 });
      expect(session).toMatchObject({ state: 'handed over', meantFor: 'Priya' });
      const late = perform(flow, [opened, { event: 'timer', ticket: 1 }]);
      expect(late.last.map(act => act.act)).toEqual(['direction', 'say', 'enter', 'ask']);
      expect(said(late.last)).toEqual(['It takes long.', 'Your email?']);
      expect(late.session).toMatchObject({ state: 'asking', at: 'ask' });
      expect(late.session.meantFor).toBeUndefined();
      expect(perform(flow, [opened, { event: 'timer', ticket: 1 }, { event: 'timer', ticket: 1 }]).last).toEqual([]);
    });

    test('a timer that is not meant, or a step that says nothing of it, lets them wait', () => {
      expect(perform(flow, [opened, { event: 'timer', ticket: 2 }]).last).toEqual([]);
      const patient = flowOf({ welcome: [over, end] });
      expect(perform(patient, [opened]).acts.map(act => act.act)).not.toContain('set timer');
      const { last, session } = perform(patient, [opened, { event: 'timer', ticket: 0 }]);
      expect(last).toEqual([]);
      expect(session.state).toBe('handed over');
    });

    test('people who give it back at a scene are followed there, and to a step in its middle nobody is sent', () => {
      expect(said(perform(flow, [opened, { event: 'handed back', to: 'mail' }]).last)).toEqual(['Your email?']);
      expect(perform(flow, [opened, { event: 'handed back', to: 'em' }]).session.state).toBe('ended');
      expect(perform(flow, [opened, { event: 'handed back', to: 'gone' }]).last.map(act => act.act)).toEqual(['end']);
    });
  });

  test('a flow that goes on and on by itself falls silent, until the visitor does something', () => {
    const round = flowOf({
      a: [
        { id: 'p', kind: 'pause', for: { amount: 1, unit: 'hours' } },
        { id: 's', kind: 'say', line: line('Still there?') },
        { id: 'g', kind: 'go', to: 'a' },
      ],
    });
    const timers = (from: number, count: number): Event[] =>
      Array.from({ length: count }, (_, at) => ({ event: 'timer', ticket: from + at }));
    const alone = perform(round, [opened, ...timers(1, MOST_ALONE + 5)]);
    expect(said(alone.acts)).toHaveLength(MOST_ALONE);
    expect(notes(alone.acts)).toEqual([
      'The flow had spoken 20 times by itself; it waits until the visitor does something.',
    ]);
    expect(alone.session.state).toBe('pausing');
    const back = perform(round, [opened, ...timers(1, MOST_ALONE + 1), typed('Yes?'), ...timers(MOST_ALONE + 2, 1)]);
    expect(said(back.acts)).toHaveLength(MOST_ALONE + 2);
  });

  test('what is written after the end begins anew', () => {
    const flow = flowOf({ welcome: [{ id: 'hi', kind: 'say', line: line('Hi.') }, end] });
    expect(said(perform(flow, [opened, typed('one more thing')]).acts)).toEqual(['Hi.', 'Hi.']);
  });

  test('an endless flow is handed over, saying why', () => {
    const flow = flowOf({ a: [{ id: 'x', kind: 'go', to: 'b' }], b: [{ id: 'y', kind: 'go', to: 'a' }] });
    const { acts, session } = perform(flow, [opened]);
    expect(session.state).toBe('handed over');
    expect(acts.at(-1)).toMatchObject({ act: 'hand over', team: null });
    expect(acts.length).toBeLessThanOrEqual(MOST_STEPS + 1);
  });

  test.each<[string, Extract<Step, { kind: 'ask' }>['answer'], Event, unknown]>([
    ['a rating picked', { type: 'rating', most: 5 }, { event: 'replied', text: '4', choice: '4' }, 4],
    ['a rating typed', { type: 'rating', most: 5 }, typed('four stars'), 4],
    ['a rating too high', { type: 'rating', most: 5 }, typed('11'), undefined],
    ['half a star', { type: 'rating', most: 5 }, typed('3.5'), undefined],
    [
      'a range picked',
      { type: 'number range', bounds: [1_000, 2_000] },
      { event: 'replied', text: 'x', choice: 'range-1' },
      1_500,
    ],
    [
      'the range below',
      { type: 'number range', bounds: [1_000, 2_000] },
      { event: 'replied', text: 'x', choice: 'range-0' },
      1_000,
    ],
    ['a number typed for a range', { type: 'number range', bounds: [1_000, 2_000] }, typed('about 1,900'), 1_900],
    ['a date', { type: 'date' }, typed('next tuesday'), '2026-12-01'],
    [
      'several picked',
      {
        type: 'several choices',
        choices: [
          { id: 'p', label: 'Price' },
          { id: 'n', label: 'Noise' },
        ],
      },
      { event: 'replied', text: 'Price, Noise', choices: ['p', 'n'] },
      ['Price', 'Noise'],
    ],
    [
      'several, one of them unknown',
      { type: 'several choices', choices: [{ id: 'p', label: 'Price' }] },
      { event: 'replied', text: 'x', choices: ['q'] },
      undefined,
    ],
  ])('%s', (_name, answer, event, kept) => {
    const flow = flowOf(
      { welcome: [{ id: 'q', kind: 'ask', line: line('Well?'), answer, fact: 'kept', tries: 2 }, end] },
      [{ name: 'kept', type: answerKindOf(answer.type).keptAs[0]!, scope: 'conversation' }],
    );
    expect(perform(flow, [opened, event]).session.facts.kept).toEqual(kept);
  });

  test('ranges are shown in the visitor’s money', () => {
    const flow = flowOf({
      welcome: [
        {
          id: 'q',
          kind: 'ask',
          line: line('Well?'),
          answer: { type: 'number range', bounds: [1_000, 2_000], money: true },
          tries: 1,
        },
        end,
      ],
    });
    const [, ask] = perform(flow, [opened]).acts;
    expect(ask?.act === 'ask' && ask.answer.choices?.map(choice => choice.label)).toEqual([
      'under £1,000',
      '£1,000 to £2,000',
      'over £2,000',
    ]);
  });

  test('visitors are split by share, each always the same way', () => {
    const flow = flowOf({
      welcome: [
        { id: 'split', kind: 'split', ways: [{ share: 1 }, { share: 3, to: 'other' }] },
        { id: 'a', kind: 'end', outcome: 'first' },
      ],
      other: [{ id: 'b', kind: 'end', outcome: 'second' }],
    });
    const outcome = (visitor: string) => perform(flow, [opened], { ...tuesday, visitor }).acts.at(-1);
    const counts = { first: 0, second: 0 };
    for (let visitor = 0; visitor < 4_000; visitor++) {
      const act = outcome(String(visitor));
      if (act?.act === 'end') counts[act.outcome as 'first' | 'second']++;
      if (visitor < 50) expect(outcome(String(visitor))).toEqual(act);
    }
    expect(counts.first / 4_000).toBeCloseTo(0.25, 1);
  });

  test('draws what was worked out, in the visitor’s money; what is not known is not drawn, and said so', () => {
    const draw: Step = {
      id: 'draw',
      kind: 'chart',
      title: [[{ text: 'About ' }, { fact: 'saving', otherwise: 'something' }, { text: ' less' }]],
      form: 'bars',
      values: [
        { label: 'Now', formula: 'heating bill' },
        { label: 'Then', formula: 'heating bill - saving' },
      ],
      money: true,
    };
    const sets: Step[] = [
      { id: 's1', kind: 'set', fact: 'heating bill', value: 1_900 },
      { id: 's2', kind: 'set', fact: 'saving', value: 612.94 },
    ];
    const drawn = perform(flowOf({ welcome: [...sets, draw, end] }, facts), [opened]).acts.find(
      act => act.act === 'chart',
    );
    expect(drawn).toEqual({
      act: 'chart',
      step: 'draw',
      title: [[{ text: 'About ' }, { text: '£612.94' }, { text: ' less' }]],
      form: 'bars',
      values: [
        { label: 'Now', value: 1_900, text: '£1,900' },
        { label: 'Then', value: 1_287.06, text: '£1,287' },
      ],
    });
    const { acts } = perform(flowOf({ welcome: [draw, end] }, facts), [opened]);
    expect(acts.map(act => act.act)).toEqual(['enter', 'direction', 'end']);
  });

  test('scores add up from nothing, each with its reason in the log', () => {
    const add = (id: string, points: number, reason: string): Step => ({
      id,
      kind: 'score',
      fact: 'score',
      points,
      reason,
    });
    const flow = flowOf(
      {
        welcome: [
          add('a', 30, 'owns the home'),
          add('b', -5, 'far away'),
          {
            id: 'c',
            kind: 'decide',
            ways: [{ when: { all: [{ fact: 'score', is: 'is at least', value: 25 }] }, to: 'hot' }],
            otherwise: {},
          },
          end,
        ],
        hot: [{ id: 'h', kind: 'end', outcome: 'lead' }],
      },
      [{ name: 'score', type: 'number', scope: 'visitor' }],
    );
    const { acts, session } = perform(flow, [opened]);
    expect(session.facts).toEqual({ score: 25 });
    expect(acts.flatMap(act => (act.act === 'score' ? [[act.points, act.reason]] : []))).toEqual([
      [30, 'owns the home'],
      [-5, 'far away'],
    ]);
    expect(acts.at(-1)).toMatchObject({ act: 'end', outcome: 'lead' });
  });

  describe('consent', () => {
    const consent: Step = {
      id: 'news',
      kind: 'ask consent',
      purpose: 'news by email',
      line: line('May we write to you?'),
      policy: '/privacy',
      fact: 'news',
      declined: { to: 'without' },
    };
    const flow = flowOf(
      {
        welcome: [consent, { id: 'stop', kind: 'withdraw consent', purpose: 'news by email' }, end],
        without: [{ id: 'no', kind: 'end' }],
      },
      [{ name: 'news', type: 'yes/no', scope: 'conversation' }],
    );
    const recorded = (events: Event[]) =>
      perform(flow, [opened, ...events]).acts.filter(act => act.act.endsWith('consent'));

    test.each<[Event, boolean]>([
      [{ event: 'replied', text: 'Yes, I agree', choice: 'given' }, true],
      [typed('yes please'), true],
      [{ event: 'replied', text: 'No, thanks', choice: 'declined' }, false],
      [typed('rather not'), false],
    ])('%j is kept with the exact words', (event, given) => {
      expect(recorded([event])[0]).toEqual({
        act: 'record consent',
        step: 'news',
        purpose: 'news by email',
        wording: 'May we write to you?',
        policy: '/privacy',
        given,
      });
    });

    test('what is no plain answer is asked once more, and is no consent', () => {
      expect(recorded([typed('perhaps'), typed('we will see')])).toEqual([]);
      expect(perform(flow, [opened, typed('perhaps'), typed('we will see')]).session).toMatchObject({
        state: 'ended',
        facts: {},
      });
      expect(recorded([typed('perhaps'), typed('yes')])[0]).toMatchObject({ given: true });
    });

    test('the policy is shown with it, and a withdrawal is an order of its own', () => {
      const [, ask] = perform(flow, [opened]).acts;
      expect(ask?.act === 'ask' && ask.line.at(-1)).toEqual([
        { text: 'How we use what you tell us', link: '/privacy' },
      ]);
      expect(recorded([typed('yes')])[1]).toEqual({ act: 'withdraw consent', step: 'stop', purpose: 'news by email' });
    });
  });

  test('takes the visitor to a page and goes on', () => {
    const flow = flowOf({
      welcome: [
        { id: 'take', kind: 'take to page', page: '/heat-pumps' },
        { id: 'x', kind: 'end', outcome: 'lead' },
      ],
    });
    expect(perform(flow, [opened]).acts.slice(1)).toEqual([
      { act: 'take to page', step: 'take', page: '/heat-pumps' },
      { act: 'end', step: 'x', outcome: 'lead' },
    ]);
  });

  test('business facts can be said and never changed', () => {
    const flow = flowOf(
      {
        welcome: [
          { id: 'x', kind: 'set', fact: 'tariff', value: 9 },
          { id: 'y', kind: 'say', line: [[{ fact: 'tariff' }]] },
          end,
        ],
      },
      [{ name: 'tariff', type: 'number', scope: 'business' }],
    );
    const { acts } = perform(flow, [opened], { ...tuesday, business: { tariff: 0.25 } });
    expect(said(acts)).toEqual(['0.25']);
  });
});

describe('whatever happens', () => {
  const log = (flow: Flow, events: Event[]) => {
    let session = freshSession();
    return events.map((event, index) => {
      const result = play(flow, session, event, { ...tuesday, now: tuesday.now + index * 1_000, random: dice(index) });
      session = result.session;
      return result;
    });
  };

  test('any flow of the format plays without throwing, within its bound', () => {
    fc.assert(
      fc.property(anyFlow, fc.array(anyEvent, { maxLength: 12 }), (flow, events) => {
        for (const { acts, session } of log(flow, events)) {
          expect(acts.length).toBeLessThanOrEqual(MOST_STEPS * 3);
          expect(() => Session.parse(session)).not.toThrow();
        }
      }),
      { numRuns: 300 },
    );
  });

  test('a flow that passes the checks always ends or waits, and never meets an unknown place', () => {
    fc.assert(
      fc.property(soundFlow, fc.array(anyEvent, { maxLength: 12 }), (flow, events) => {
        for (const { acts } of log(flow, [opened, ...events])) {
          expect(acts).not.toContainEqual(
            expect.objectContaining({
              act: 'hand over',
              team: null,
              reason: expect.objectContaining({ code: expect.stringMatching(/^too /) }),
            }),
          );
          expect(acts).not.toContainEqual(
            expect.objectContaining({ text: 'The flow leads to a scene that is not there.' }),
          );
        }
      }),
      { numRuns: 300 },
    );
  });

  test('replaying a log, through JSON and with a flow read anew, gives the same acts', () => {
    fc.assert(
      fc.property(soundFlow, fc.array(anyEvent, { maxLength: 12 }), (flow, events) => {
        const copy = JSON.parse(JSON.stringify({ flow, events })) as { flow: Flow; events: Event[] };
        expect(JSON.stringify(log(copy.flow, copy.events))).toBe(JSON.stringify(log(flow, events)));
      }),
      { numRuns: 150 },
    );
  });
});

describe('what is said whichever flow leads', () => {
  const pick: Step = {
    id: 'pick',
    kind: 'ask',
    line: line('Which?'),
    answer: { type: 'choice', choices: [{ id: 'flat', label: 'Flat' }] },
    tries: 3,
  };
  const world = { ...tuesday, replies: { notUnderstood: 'Say that again?', goodbye: 'Farewell.' } };
  test('is said in place of our own words', () => {
    const { acts } = perform(flowOf({ welcome: [pick, end] }), [opened, typed('wibble'), typed('stop')], world);
    expect(said(acts)).toEqual(['Which?', 'Say that again?', 'Farewell.']);
  });
  test('gives way to a question’s own words, and to what tells more', () => {
    const own: Step = { ...pick, again: line('A flat, or none?') };
    expect(said(perform(flowOf({ welcome: [own, end] }), [opened, typed('wibble')], world).acts).at(-1)).toBe(
      'A flat, or none?',
    );
    const low = perform(flowOf({ welcome: [bill, end] }, facts), [opened, typed('12')], world);
    expect(said(low.acts).at(-1)).toContain('too low');
  });
});
