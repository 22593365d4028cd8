import { describe, expect, test } from 'vitest';
import type { FromOutside } from '../questions/outside/outside.ts';
import { lookUp } from './acts/answer.ts';
import { answeredFrom } from './answered-from.ts';
import type { Event, FoundForReply } from './event.ts';
import type { AnswerQuestions } from './steps/answer-questions.ts';
import type { Step } from './steps/registry.ts';
import { tuesday } from './tests/flow.arbitrary.ts';
import { end, flowOf, line, notes, opened, perform, said, say, typed } from './tests/perform.ts';

const noise = { id: '1', question: 'How loud is a heat pump?', answer: 'About 40 dB.', tags: ['heat pumps'] };
const price = { id: '2', question: 'What does it cost?', answer: 'From £9,500.', tags: [] };
const found = (...articles: Array<[typeof noise | typeof price, number]>): FoundForReply => ({
  articles: articles.map(([article, confidence]) => ({ ...article, confidence })),
  byMeaning: true,
});
const asks = (text: string, ...articles: Array<[typeof noise | typeof price, number]>): Event => ({
  event: 'replied',
  text,
  found: found(...articles),
});
const picks = (choice: string, text = choice): Event => ({ event: 'replied', text, choice });

const questions: AnswerQuestions = {
  id: 'q',
  kind: 'answer questions',
  line: line('What would you like to know?'),
  misses: 2,
};
const withQuestions = (more: Partial<AnswerQuestions> = {}) =>
  flowOf({
    welcome: [{ ...questions, ...more }, say('bye', 'Until then.'), end],
    other: [say('o', 'Over here.'), end],
  });

describe('the step that answers questions', () => {
  test('tells what is known, asks what else, and goes on when that is all', () => {
    const flow = withQuestions();
    const { acts, session } = perform(flow, [opened, asks('is it loud', [noise, 0.9])]);
    expect(said(acts)).toEqual(['What would you like to know?', 'About 40 dB.', 'What else would you like to know?']);
    expect(acts).toContainEqual(
      expect.objectContaining({ act: 'look up', did: 'answered', asked: 'is it loud', byMeaning: true }),
    );
    expect(session).toMatchObject({ state: 'asking', at: 'q', asked: ['is it loud'] });
    for (const enough of [picks('done'), typed('no'), typed('skip')])
      expect(said(perform(flow, [opened, asks('is it loud', [noise, 0.9]), enough]).last)).toEqual(['Until then.']);
  });

  test('asks which is meant, and tells the one that is picked', () => {
    const events = [opened, asks('pump', [noise, 0.4], [price, 0.3])];
    const { last } = perform(withQuestions(), events);
    expect(last).toContainEqual(
      expect.objectContaining({
        act: 'ask',
        answer: {
          type: 'choice',
          choices: [
            { id: '1', label: noise.question },
            { id: '2', label: price.question },
            { id: 'none', label: 'Something else' },
          ],
        },
      }),
    );
    // The host looks for what was picked; whatever it is sure of, that one is meant.
    const picked: Event = {
      event: 'replied',
      text: price.question,
      choice: '2',
      found: found([noise, 0.9], [price, 0.1]),
    };
    expect(said(perform(withQuestions(), [...events, picked]).last)[0]).toBe('From £9,500.');
    expect(said(perform(withQuestions(), [...events, picks('none')]).last)[0]).toMatch(/^I don’t know that/);
  });

  test('offers a person at the first miss, and fetches one at the second in a row', () => {
    const first = perform(withQuestions(), [opened, asks('who won the cup')]);
    expect(first.last).toContainEqual(
      expect.objectContaining({
        act: 'ask',
        answer: {
          type: 'choice',
          choices: [
            { id: 'person', label: 'Talk to a person' },
            { id: 'done', label: 'That’s all' },
          ],
        },
      }),
    );
    expect(perform(withQuestions(), [opened, asks('who won'), picks('person')]).session.state).toBe('handed over');
    const second = perform(withQuestions(), [opened, asks('who won'), asks('and why')]);
    expect(second.last).toContainEqual(
      expect.objectContaining({ act: 'hand over', reason: { code: 'questions not answered', times: 2 } }),
    );
    // What was answered in between begins the count anew.
    const between = perform(withQuestions({ asksHelped: true }), [
      opened,
      asks('who won'),
      asks('is it loud', [noise, 0.9]),
      picks('helped'),
      asks('and why'),
    ]);
    expect(between.session.state).toBe('asking');
  });

  test('does not ask of another step, or of itself, what it has dealt with', () => {
    const round = flowOf({ welcome: [{ ...questions, misses: 1, missed: { to: 'welcome' } }, end] });
    const { last, session } = perform(round, [opened, asks('who won the cup')]);
    expect(said(last)).toEqual(['I don’t know that either, I’m afraid.', 'What would you like to know?']);
    expect(session).toMatchObject({ state: 'asking', at: 'q' });
  });

  test('asks on who is in line for a person already', () => {
    const over: Step = {
      id: 'over',
      kind: 'hand over',
      team: 'Sales',
      waiting: line('One moment.'),
      meanwhile: 'other',
      closed: { line: line('Nobody.') },
    };
    const which = { ...questions, misses: 1 };
    const flow = flowOf({ welcome: [over, end], other: [which] });
    const world = { ...tuesday, hours: {}, staffed: { Sales: true } };
    const { last, session } = perform(flow, [opened, asks('who won the cup')], world);
    expect(said(last)).toEqual(['You are in line, and somebody comes as soon as they can.']);
    expect(session).toMatchObject({ state: 'asking', at: 'q' });
  });

  test('leads who is not answered where the lead says', () => {
    const { last } = perform(withQuestions({ misses: 1, missed: { to: 'other' } }), [opened, asks('who won')]);
    expect(said(last)).toEqual(['I don’t know that either, I’m afraid.', 'Over here.']);
  });

  test('asks whether it helped: what did not is a miss', () => {
    const flow = withQuestions({ asksHelped: true, misses: 1 });
    const told = [opened, asks('is it loud', [noise, 0.9])];
    expect(said(perform(flow, told).last)).toEqual(['About 40 dB.', 'Did that help?']);
    for (const good of [picks('helped'), typed('yes')])
      expect(said(perform(flow, [...told, good]).last)).toEqual(['What else would you like to know?']);
    const bad = perform(flow, [...told, typed('no')]);
    expect(bad.last).toContainEqual(
      expect.objectContaining({ act: 'answer helped', helped: false, article: expect.objectContaining({ id: '1' }) }),
    );
    expect(bad.session.state).toBe('handed over');
    // Who asks on instead was not asked whether that helped.
    expect(said(perform(flow, [...told, asks('what is the price', [price, 0.8])]).last)[0]).toBe('From £9,500.');
  });

  test('says only what is tagged so, from as sure on as is set, and so often', () => {
    const tagged = withQuestions({ tags: ['heat pumps'], misses: 5 });
    expect(said(perform(tagged, [opened, asks('price', [price, 0.95])]).last)[0]).toMatch(/^I don’t know/);
    const sure = withQuestions({ sure: 0.95, misses: 5 });
    expect(said(perform(sure, [opened, asks('noise', [noise, 0.9])]).last)).toEqual(['Is this what you mean?']);
    const once = withQuestions({ most: 1 });
    expect(said(perform(once, [opened, asks('noise', [noise, 0.9])]).last)).toEqual(['About 40 dB.', 'Until then.']);
  });

  test('does not know where nothing could be looked up', () => {
    expect(said(perform(withQuestions(), [opened, typed('is it loud')]).last)[0]).toMatch(/^I don’t know/);
  });
});

const which: Step = {
  id: 'which',
  kind: 'ask',
  line: line('Flat or house?'),
  answer: {
    type: 'choice',
    choices: [
      { id: 'flat', label: 'Flat' },
      { id: 'house', label: 'House' },
    ],
  },
  tries: 2,
};
const name: Step = { id: 'name', kind: 'ask', line: line('And your name?'), answer: { type: 'short text' }, tries: 2 };
const story: Step = { id: 'story', kind: 'ask', line: line('Tell me.'), answer: { type: 'long text' }, tries: 2 };
const card: Step = {
  id: 'card',
  kind: 'form',
  line: line('Who are you?'),
  fields: [{ id: 'f', label: 'Name', answer: { type: 'short text' } }],
  button: 'Send',
  tries: 2,
};

describe('a question in the middle of something else', () => {
  test('is answered, and what was asked is asked again', () => {
    const flow = flowOf({ welcome: [which, end] });
    const { last, session } = perform(flow, [opened, asks('how loud is it', [noise, 0.9])]);
    expect(said(last)).toEqual(['About 40 dB.', 'Flat or house?']);
    expect(session).toMatchObject({ state: 'asking', at: 'which', asked: ['how loud is it'] });
    expect(session.tries).toBeUndefined();
    expect(perform(flow, [opened, asks('how loud is it', [noise, 0.9]), typed('flat')]).session.state).toBe('ended');
  });

  test('that nobody is sure of is not known, takes no try, and is noted for the team', () => {
    const unknown = asks('how loud is it', [noise, 0.3]);
    const { last } = perform(flowOf({ welcome: [which, end] }), [opened, unknown, unknown, unknown]);
    expect(said(last)).toEqual(['I don’t know that, I’m afraid. A person does: just ask for one.', 'Flat or house?']);
    expect(last).toContainEqual(expect.objectContaining({ act: 'look up', did: 'did not know' }));
  });

  test('that names what can be picked is one only where that is surer', () => {
    const flow = flowOf({ welcome: [which, end] });
    expect(said(perform(flow, [opened, asks('is it loud in a flat?', [noise, 0.9])]).last)[0]).toBe('About 40 dB.');
    expect(perform(flow, [opened, asks('is it loud in a flat?', [noise, 0.6])]).session.state).toBe('ended');
    expect(perform(flow, [opened, asks('in a flat', [noise, 0.9])]).session.state).toBe('ended');
    // What does not ask, and is no answer either, is more likely one that was not understood.
    expect(said(perform(flow, [opened, asks('a lighthouse', [noise, 0.6])]).last)[0]).toMatch(/^I didn’t catch that/);
    expect(said(perform(flow, [opened, asks('pump noise', [noise, 0.9])]).last)[0]).toBe('About 40 dB.');
  });

  test('leaves a card where it is', () => {
    const { acts, last, session } = perform(flowOf({ welcome: [card, end] }), [
      opened,
      asks('is it loud?', [noise, 0.9]),
    ]);
    expect(said(last)).toEqual(['About 40 dB.', 'Back to the card:']);
    expect(session).toMatchObject({ state: 'asking', at: 'card' });
    const cards = acts.flatMap(act => (act.act === 'ask' ? [act.answer.card] : []));
    expect(cards).toEqual(['card 0', 'card 0']);
  });

  test('is an answer where that is told freely, and kept for no name', () => {
    const told = perform(flowOf({ welcome: [story, end] }), [opened, asks('why is it loud?', [noise, 0.9])]);
    expect(told.session.state).toBe('ended');
    const named = perform(flowOf({ welcome: [name, end] }), [opened, asks('how loud is it?', [noise, 0.9])]);
    expect(said(named.last)).toEqual(['About 40 dB.', 'And your name?']);
    // Whatever fits a name is one, unless it asks.
    expect(perform(flowOf({ welcome: [name, end] }), [opened, asks('Loudon', [noise, 0.9])]).session.state).toBe(
      'ended',
    );
  });

  test('leads with its words where anything else typed leads', () => {
    const answer = { ...which.answer, otherwise: { to: 'common' } } as typeof which.answer;
    const flow = flowOf({ welcome: [{ ...which, answer }, end], common: [questions, end] });
    const { last } = perform(flow, [opened, asks('how loud is it', [noise, 0.9])]);
    expect(said(last)).toEqual(['About 40 dB.', 'What else would you like to know?']);
  });

  test('is answered behind the end without a greeting, and in a pause', () => {
    const flow = flowOf({ welcome: [say('hi', 'Hello.'), end] });
    const after = perform(flow, [opened, asks('is it loud?', [noise, 0.9])]);
    expect(said(after.last)).toEqual(['About 40 dB.']);
    expect(after.session.state).toBe('ended');
    const pause: Step = { id: 'p', kind: 'pause', for: { amount: 5, unit: 'minutes' } } as Step;
    const paused = perform(flowOf({ welcome: [pause, say('on', 'On.'), end] }), [
      opened,
      asks('is it loud?', [noise, 0.9]),
    ]);
    expect(said(paused.last)).toEqual(['About 40 dB.', 'On.']);
  });

  test('leaves a wish and an order what they are', () => {
    const flow = flowOf({ welcome: [which, end] });
    expect(perform(flow, [opened, asks('can I talk to a person?', [noise, 0.9])]).session.state).toBe('handed over');
    expect(notes(perform(flow, [opened, asks('skip', [noise, 0.9])]).last)).toEqual([
      'The visitor left the question out.',
    ]);
  });
});

test('several questions of one message are each answered, where each is', () => {
  const both = (second: number) => ({
    event: 'replied' as const,
    text: 'is it loud? and what does it cost?',
    found: {
      ...found([noise, 0.6]),
      several: [
        { asked: 'is it loud?', ...found([noise, 0.9]) },
        { asked: 'and what does it cost?', ...found([price, second]) },
      ],
    },
  });
  const { last, session } = perform(withQuestions({ asksHelped: true }), [opened, both(0.8)]);
  expect(said(last).slice(0, 2)).toEqual(['About 40 dB.', 'From £9,500.']);
  expect(session.asked).toEqual(['is it loud?', 'and what does it cost?']);
  expect(said(perform(withQuestions(), [opened, both(0.1)]).last)[0]).toBe('About 40 dB.');
  expect(said(perform(withQuestions(), [opened, both(0.1)]).last)).not.toContain('From £9,500.');
  // A model words both at once, though neither answers the message as a whole.
  const worded: Event = {
    event: 'replied',
    text: 'is it loud? and what does it cost?',
    found: {
      ...both(0.8).found,
      ...found([noise, 0.3], [price, 0.2]),
      outside: { did: 'composed', text: '40 dB, from £9,500.', sources: ['1', '2'] },
    },
  };
  const composed = perform(withQuestions({ outside: 'composed' }), [opened, worded]);
  expect(said(composed.last)[0]).toBe('40 dB, from £9,500.');
  // Where something else is asked as well.
  const aside = perform(flowOf({ welcome: [which, end] }), [opened, both(0.8)]);
  expect(said(aside.last).slice(0, 2)).toEqual(['About 40 dB.', 'From £9,500.']);
  expect(aside.session).toMatchObject({ state: 'asking', at: 'which' });
});

describe('what was made of a question outside', () => {
  const flow = withQuestions({ outside: 'composed', asksHelped: true });
  const outside = (from: FromOutside, ...articles: Array<[typeof noise | typeof price, number]>): Event => ({
    event: 'replied',
    text: 'is it loud',
    found: { ...found(...articles), outside: from },
  });
  const sure: Array<[typeof noise | typeof price, number]> = [
    [noise, 0.9],
    [price, 0.05],
  ];

  test('is told with what it was composed of', () => {
    const composed: FromOutside = { did: 'composed', text: 'No, **40 dB**.', sources: ['1'] };
    const { last, session } = perform(flow, [opened, outside(composed, ...sure)]);
    expect(said(last)[0]).toBe('No, 40 dB.');
    expect(last).toContainEqual(
      expect.objectContaining({ act: 'tell answer', sources: [{ id: '1', question: noise.question }] }),
    );
    expect(session.answering?.helps?.id).toBe('1');
    // Where the step says nothing of it, or something else is picked, what is written is told.
    expect(said(perform(withQuestions(), [opened, outside(composed, ...sure)]).last)[0]).toBe('About 40 dB.');
    const picked = { ...outside(composed, ...sure), choice: '2' } as Event;
    expect(said(perform(flow, [opened, picked]).last)[0]).toBe('From £9,500.');
  });

  test('that cannot be gone by leaves what is written, and says why', () => {
    for (const [from, why] of [
      [
        { did: 'failed', by: 'composed', why: 'it took longer than 8 s.' },
        /could not be used: it took longer than 8 s\.$/,
      ],
      [{ did: 'unfounded', what: 'price', is: '£45' }, /the model said “£45”, which none of its sources has\.$/],
    ] as Array<[FromOutside, RegExp]>) {
      const { last } = perform(flow, [opened, outside(from, ...sure)]);
      expect(said(last)[0]).toBe('About 40 dB.');
      const looked = last.find(({ act }) => act === 'look up');
      expect(lookUp.entry!.words?.(looked as never, {} as never)).toMatch(why);
    }
  });

  test('may be that nothing is known', () => {
    const { last } = perform(flow, [opened, outside({ did: 'did not know', by: 'composed' }, ...sure)]);
    expect(said(last)[0]).toMatch(/^I don’t know that/);
  });

  const service = withQuestions({ outside: 'service' });
  test('is lines and choices of a service, or a person', () => {
    const answered = {
      did: 'answered',
      lines: ['Your visit is on Monday.', 'Is that right?'],
      choices: ['Another day'],
    };
    const { last } = perform(service, [opened, outside({ ...answered, person: false } as FromOutside)]);
    expect(said(last)).toEqual(['Your visit is on Monday.', 'Is that right?']);
    expect(last).toContainEqual(expect.objectContaining({ act: 'look up', did: 'answered', found: [] }));
    expect(last).toContainEqual(
      expect.objectContaining({
        act: 'ask',
        answer: { type: 'choice', choices: [{ id: 'offered-1', label: 'Another day' }, expect.anything()] },
      }),
    );
    const offered: Event = { event: 'replied', text: 'Another day', choice: 'offered-1', found: found([price, 0.9]) };
    expect(
      said(perform(service, [opened, outside({ ...answered, person: false } as FromOutside), offered]).last)[0],
    ).toBe('From £9,500.');
    const wishes = perform(service, [opened, outside({ ...answered, person: true } as FromOutside)]);
    expect(wishes.session.state).toBe('handed over');
    expect(said(wishes.last).slice(0, 2)).toEqual(answered.lines);
    const unknown = perform(service, [opened, outside({ did: 'did not know', by: 'service' }, ...sure)]);
    expect(said(unknown.last)[0]).toMatch(/^I don’t know that/);
    const failed = perform(service, [opened, outside({ did: 'failed', by: 'service', why: 'it is away.' }, ...sure)]);
    expect(said(failed.last)[0]).toBe('About 40 dB.');
  });
});

test('it is looked for an answer only to what may be a question', () => {
  const may = (steps: Step[], text: string, more: Partial<Event & { choice: string }> = {}) => {
    const flow = flowOf({ welcome: [...steps, end] });
    const { session } = perform(flow, [opened]);
    return answeredFrom(flow, session, { event: 'replied', text, ...more } as never, tuesday) !== undefined;
  };
  expect(may([which], 'how loud is it')).toBe(true);
  expect(may([which], 'flat')).toBe(false);
  expect(may([which], 'skip')).toBe(false);
  expect(may([which], 'get me a human')).toBe(false);
  expect(may([which], 'Flat', { choice: 'flat' })).toBe(false);
  expect(may([name], 'Loudon')).toBe(false);
  expect(may([name], 'how loud is it')).toBe(true);
  expect(may([story], 'how loud is it?')).toBe(false);
  expect(may([questions], 'noise')).toBe(true);
  expect(may([questions], 'yes')).toBe(false);
  expect(may([questions], 'x', { choice: '12' })).toBe(true);
  expect(may([questions], 'x', { choice: 'done' })).toBe(false);
  expect(may([], 'is it loud?')).toBe(true);
  // Where nothing waits, any words may begin a flow.
  expect(may([], 'book a visit')).toBe(true);
  expect(may([], '😀😀')).toBe(false);
});

describe('an answer that leads into a flow', () => {
  const visit = { id: '3', question: 'Book a visit', answer: '', tags: [], atOnce: true as const };
  const flows = [{ label: 'Book a visit', flow: 'Visits' }];
  const asking = (text: string, more: object, confidence = 0.9): Event => ({
    event: 'replied',
    text,
    found: { articles: [{ ...visit, flows, confidence, ...more }], byMeaning: true },
  });
  const asked = flowOf({ welcome: [which, say('bye', 'Until then.'), end] });
  const begun = { act: 'start flow', step: which.id, flow: 'Visits' };

  test('begins it at once where something else was asked, and says its answer before where it has one', () => {
    const { last, session } = perform(asked, [opened, asking('I want to book a visit', {})]);
    expect(last).toContainEqual(begun);
    expect(said(last)).toEqual([]);
    expect(session.state).toBe('ended');
    const told = perform(asked, [opened, asking('can I book a visit?', { answer: 'With pleasure.' })]).last;
    expect(said(told)).toEqual(['With pleasure.']);
    expect(told).toContainEqual(begun);
    expect(told).not.toContainEqual(expect.objectContaining({ flows }));
  });

  test('shows its buttons behind the answer where it does not, and goes on asking', () => {
    const { last, session } = perform(asked, [
      opened,
      asking('can I book a visit?', { answer: 'With pleasure.', atOnce: undefined }),
    ]);
    expect(last).toContainEqual(expect.objectContaining({ act: 'tell answer', flows }));
    expect(last.some(({ act }) => act === 'start flow')).toBe(false);
    expect(session).toMatchObject({ state: 'asking', at: which.id });
  });

  test('is begun by words that ask nothing once the flow is over, where they are surely meant', () => {
    const over = [opened, typed('Flat')];
    const words = asking('book a visit', {});
    expect(perform(asked, [...over, words]).last).toContainEqual({ ...begun, step: '' });
    // Else they are a word at the end as any other, and the flow begins anew.
    for (const other of [asking('book a visit', {}, 0.6), asking('thank you', { atOnce: undefined, answer: 'A.' })])
      expect(said(perform(asked, [...over, other]).last)).toEqual(said(perform(asked, [opened]).last));
  });

  test('goes on from the step that answers questions, which then asks nothing more', () => {
    const { last, session } = perform(withQuestions({ asksHelped: true }), [opened, asking('book a visit', {})]);
    expect(last).toContainEqual({ ...begun, step: 'q' });
    expect(said(last)).toEqual([]);
    expect(session.state).toBe('ended');
  });

  test('goes on by its button from wherever the flow is, but from where a person was promised', () => {
    const pressed: Event = { event: 'replied', text: 'Book a visit', startsFlow: { flow: 'Visits' } };
    expect(perform(asked, [opened, pressed]).last).toContainEqual(begun);
    expect(perform(asked, [opened, typed('Flat'), pressed]).last).toContainEqual({ ...begun, step: '' });
    const first = flowOf({ welcome: [{ ...which, comesFirst: true } as Step, end] });
    const wanted = perform(first, [opened, typed('a person please'), pressed]);
    expect(wanted.last.some(({ act }) => act === 'start flow')).toBe(false);
    expect(wanted.session.state).toBe('handed over');
  });

  test('goes to a scene of its own flow without leaving it, and keeps what is known', () => {
    const flow = {
      ...flowOf({ welcome: [which, end], visits: [{ ...name, id: 'when', line: line('Which day suits you?') }, end] }),
      name: 'Visits',
    };
    const scene = { flow: 'Visits', scene: 'visits' };
    for (const event of [
      { event: 'replied', text: 'Book a visit', startsFlow: scene } as const,
      asking('book a visit please?', { flows: [{ label: 'Book', ...scene }] }),
    ]) {
      const { last } = perform(flow, [opened, event]);
      expect(said(last)).toEqual(['Which day suits you?']);
      expect(last.some(({ act }) => act === 'start flow')).toBe(false);
      // Whoever did not mean that goes back.
      expect(said(perform(flow, [opened, event, typed('back')]).last)).toEqual(['Flat or house?']);
    }
    const elsewhere = perform({ ...flow, name: 'Other' }, [
      opened,
      asking('book?', { flows: [{ label: 'B', ...scene }] }),
    ]);
    expect(elsewhere.last).toContainEqual({ act: 'start flow', step: which.id, ...scene });
  });
});
