import { describe, expect, test } from 'vitest';
import type { Event } from './event.ts';
import type { Step } from './steps/registry.ts';
import { end, flowOf, line, notes, opened, perform, said, say, typed } from './tests/perform.ts';

const question: Step = {
  id: 'name',
  kind: 'ask',
  line: line('Your name?'),
  answer: { type: 'short text' },
  fact: 'name',
  tries: 2,
};
const facts = [{ name: 'name', type: 'text' as const, scope: 'visitor' as const }];
const due = (ticket: number): Event => ({ event: 'timer', ticket });

describe('a pause', () => {
  const flow = flowOf({
    a: [{ id: 'p', kind: 'pause', for: { amount: 2, unit: 'days' } }, say('s', 'Still here?'), end],
  });

  test('sets one timer and goes on when that is due', () => {
    const begun = perform(flow, [opened]);
    expect(begun.session).toMatchObject({ state: 'pausing', at: 'p', ticket: 1 });
    expect(begun.acts).toContainEqual({ act: 'set timer', step: 'p', ticket: 1, after: 172_800_000 });
    const { session, acts } = perform(flow, [opened, due(1)]);
    expect(said(acts)).toEqual(['Still here?']);
    expect(session.state).toBe('ended');
  });

  test('ends at once when the visitor writes, and its timer means nothing any more', () => {
    const { acts, last } = perform(flow, [opened, typed('hello?')]);
    expect(said(acts)).toEqual(['Still here?']);
    expect(last).toContainEqual({ act: 'clear timer' });
    expect(perform(flow, [opened, typed('hello?'), due(1)]).last).toEqual([]);
  });

  test.each([0, 2, 99])('timer %i is not the one that it waits for', ticket => {
    expect(perform(flow, [opened, due(ticket)]).last).toEqual([]);
  });
});

describe('a reminder', () => {
  const remind = (more: object = {}): Step => ({
    id: 'r',
    kind: 'remind',
    after: { amount: 5, unit: 'minutes' },
    line: line('Take your time.'),
    most: 2,
    ...more,
  });
  const flow = flowOf({ a: [remind(), question, say('thanks', 'Thanks.'), end] }, facts);

  test('comes when there is no answer, as often as it says, and then keeps quiet', () => {
    const { acts, session } = perform(flow, [opened, due(1), due(2), due(3)]);
    expect(said(acts)).toEqual(['Your name?', 'Take your time.', 'Take your time.']);
    expect(acts.filter(act => act.act === 'set timer').map(act => act.after)).toEqual([300_000, 300_000]);
    expect(session).toMatchObject({ state: 'asking', at: 'name' });
  });

  test('does not come after an answer, and the answer is still understood after one', () => {
    const { acts, last, session } = perform(flow, [opened, due(1), typed('Maud')]);
    expect(session.facts).toEqual({ name: 'Maud' });
    expect(said(last)).toEqual(['Thanks.']);
    expect(last).toContainEqual({ act: 'clear timer' });
    expect(said(acts)).toHaveLength(3);
  });

  test('is counted anew for every question', () => {
    const second: Step = { ...question, id: 'again', line: line('And again?') };
    const two = flowOf({ a: [remind({ most: 1 }), question, second, end] }, facts);
    const { acts } = perform(two, [opened, due(1), typed('Maud'), due(2)]);
    expect(said(acts)).toEqual(['Your name?', 'Take your time.', 'And again?', 'Take your time.']);
  });

  test('leads elsewhere when there is still no answer', () => {
    const gone = flowOf(
      {
        a: [remind({ most: 1, unanswered: { to: 'b' } }), question, end],
        b: [say('bye', 'Another time, then.'), { ...end, id: 'e2' }],
      },
      facts,
    );
    const { acts, session } = perform(gone, [opened, due(1), due(2)]);
    expect(said(acts)).toEqual(['Your name?', 'Take your time.', 'Another time, then.']);
    expect(session.state).toBe('ended');
  });
});

describe('what a visitor may want instead of answering', () => {
  const flow = flowOf(
    {
      a: [
        question,
        { id: 'home', kind: 'ask', line: line('Your home?'), answer: { type: 'short text' }, fact: 'home', tries: 2 },
        say('thanks', 'Thanks.'),
        end,
      ],
    },
    [...facts, { name: 'home', type: 'text', scope: 'conversation' }],
  );

  test('skip leaves the question out', () => {
    const { session, acts } = perform(flow, [opened, typed('skip'), typed('Flat')]);
    expect(session.facts).toEqual({ home: 'Flat' });
    expect(notes(acts)).toEqual(['The visitor left the question out.']);
  });

  test('back asks the question before again, and what is answered then counts', () => {
    const { session, acts } = perform(flow, [opened, typed('Maudd'), typed('go back'), typed('Maud'), typed('Flat')]);
    expect(said(acts)).toEqual(['Your name?', 'Your home?', 'Your name?', 'Your home?', 'Thanks.']);
    expect(session.facts).toEqual({ name: 'Maud', home: 'Flat' });
  });

  test('back at the beginning asks the same again', () => {
    const { acts, session } = perform(flow, [opened, typed('back')]);
    expect(said(acts)).toEqual(['Your name?', 'Your name?']);
    expect(notes(acts)).toEqual(['There was nothing to go back to.']);
    expect(session).toMatchObject({ state: 'asking', at: 'name' });
  });

  test('start again forgets this conversation, but not who the visitor is', () => {
    const { session, acts } = perform(flow, [
      opened,
      typed('Maud'),
      typed('Flat'),
      typed('hello'),
      typed('Maud'),
      typed('start over'),
    ]);
    expect(session).toMatchObject({ state: 'asking', at: 'name', facts: { name: 'Maud' } });
    expect(session.facts).not.toHaveProperty('home');
    expect(said(acts).at(-1)).toBe('Your name?');
  });

  test('stop ends it kindly', () => {
    const { session, last } = perform(flow, [opened, typed('stop')]);
    expect(session.state).toBe('ended');
    expect(said(last)[0]).toContain('I’ll leave it there');
    expect(last).toContainEqual({ act: 'end' });
  });

  test('a choice of that name is a choice', () => {
    const choices = [
      { id: 'c1', label: 'Back', to: 'b' },
      { id: 'c2', label: 'On' },
    ];
    const asks: Step = { id: 'q', kind: 'ask', line: line('Where?'), answer: { type: 'choice', choices }, tries: 2 };
    const { acts } = perform(flowOf({ a: [asks, end], b: [say('s', 'Here.'), { ...end, id: 'e' }] }), [
      opened,
      typed('back'),
    ]);
    expect(said(acts)).toEqual(['Where?', 'Here.']);
  });
});

describe('a question', () => {
  const choice = (id: string, words: string): Step => ({
    id,
    kind: 'ask',
    line: line(words),
    answer: {
      type: 'choice',
      choices: [
        { id: 'yes', label: 'Yes' },
        { id: 'no', label: 'No' },
      ],
    },
    fact: id,
    tries: 2,
  });
  const flow = flowOf({ a: [choice('own', 'Your own?'), choice('old', 'Is it old?'), end] }, [
    { name: 'own', type: 'choice', scope: 'conversation' },
    { name: 'old', type: 'choice', scope: 'conversation' },
  ]);

  test('answered in two tabs keeps the first answer and asks what is open', () => {
    const pick = (pickedChoice: string): Event => ({
      event: 'replied',
      text: pickedChoice,
      choice: pickedChoice,
      step: 'own',
    });
    const { session, acts, last } = perform(flow, [opened, pick('yes'), pick('no')]);
    expect(session.facts).toEqual({ own: 'Yes' });
    expect(session.at).toBe('old');
    expect(said(last)).toEqual(['Is it old?']);
    expect(notes(acts)[0]).toContain('another tab');
  });

  test('that an agent took over in the middle is asked again when they give back', () => {
    const { last } = perform(flow, [opened, { event: 'handed back' }]);
    expect(said(last)).toEqual(['Your own?']);
  });
});

describe('a scene that is called', () => {
  const flow = flowOf(
    {
      a: [{ id: 'call', kind: 'call scene', scene: 'b' }, say('after', 'Back again.'), end],
      b: [question, say('inside', 'Thank you.')],
    },
    facts,
  );

  test('is played, waits inside, and comes back', () => {
    const begun = perform(flow, [opened]);
    expect(begun.session).toMatchObject({ state: 'asking', at: 'name', stack: ['call'] });
    const { acts, session } = perform(flow, [opened, typed('Maud')]);
    expect(said(acts)).toEqual(['Your name?', 'Thank you.', 'Back again.']);
    expect(session).toMatchObject({ state: 'ended', facts: { name: 'Maud' } });
  });

  test('may call itself without end: the play stops and says so', () => {
    const round = flowOf({ a: [{ id: 'call', kind: 'call scene', scene: 'a' }, end] });
    const { session, acts } = perform(round, [opened]);
    expect(session.state).toBe('handed over');
    expect(acts.at(-1)).toMatchObject({ act: 'hand over', team: null });
  });
});
