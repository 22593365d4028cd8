import { describe, expect, test } from 'vitest';
import type { AnswerType } from './answers/registry.ts';
import { check } from './checks/check.ts';
import type { Event } from './event.ts';
import type { Step } from './steps/registry.ts';
import { tuesday } from './tests/flow.arbitrary.ts';
import { end, flowOf, line, notes, opened, perform, said, say, typed } from './tests/perform.ts';

const ask = (answer: object, more: object = {}): Step =>
  ({ id: 'q', kind: 'ask', line: line('And then?'), answer, tries: 2, ...more }) as Step;
const asked = (answer: object, more?: object) =>
  flowOf({ a: [ask(answer, more), say('s', 'Thanks.'), end], b: [say('t', 'This way.'), { ...end, id: 'f' }] });

const fetched = 'Of course. I’m fetching somebody; one moment, please.';

describe('a visitor who wants a person', () => {
  test.each<[AnswerType, object]>([
    ['short text', {}],
    ['long text', {}],
    ['number', {}],
    ['date', {}],
    ['email', {}],
    ['phone', {}],
    ['postcode', {}],
    ['yes/no', {}],
    ['choice', { choices: [{ id: 'c', label: 'A flat' }] }],
    ['several choices', { choices: [{ id: 'c', label: 'A flat' }] }],
  ])('has one fetched where %s is asked for, and is not asked again', (type, more) => {
    const flow = asked({ type, ...more });
    const { session, acts, last } = perform(flow, [opened, typed('No. Can I talk to a real human please')]);
    expect(said(acts)).toEqual(['And then?', fetched]);
    expect(last.at(-1)).toEqual({
      act: 'hand over',
      step: 'q',
      team: null,
      reason: { code: 'visitor wanted somebody' },
    });
    expect(notes(last)).toEqual(['The visitor wants a person: “can i talk to a real human please”.']);
    expect(session).toMatchObject({ state: 'handed over', at: 'q' });
    // Handed back, they are asked what they were asked.
    const back = perform(flow, [opened, typed('talk to a human'), { event: 'handed back' }]);
    expect(said(back.last)).toEqual(['And then?']);
    expect(back.session).toMatchObject({ state: 'asking', at: 'q' });
  });

  test('says so as often as they like: it is done once', () => {
    const { acts, session } = perform(asked({ type: 'email' }), [opened, ...Array(10).fill(typed('get me a human'))]);
    expect(acts.filter(act => act.act === 'hand over')).toHaveLength(1);
    expect(session.state).toBe('handed over');
  });

  test.each<[string, object, string]>([
    ['phone', {}, 'call me on 01632 960117'],
    ['yes/no', {}, 'yes, call me'],
    ['number', {}, '2 people'],
    ['email', {}, 'contact me at maud@ellery.example'],
  ])('what answers %s is an answer: “%s”', (type, more, text) => {
    const { acts } = perform(asked({ type, ...more }), [opened, typed(text)]);
    expect(said(acts)).toEqual(['And then?', 'Thanks.']);
  });

  test('goes where the question itself leads who wants one', () => {
    const choices = [
      { id: 'c', label: 'A price' },
      { id: 'd', label: 'Talk to someone', to: 'b' },
    ];
    const { acts } = perform(asked({ type: 'choice', choices }), [opened, typed('not a bot pls')]);
    expect(said(acts)).toEqual(['And then?', 'This way.']);
  });

  test('in a pause, while an order is awaited, and when the flow has ended', () => {
    const paused = flowOf({
      a: [{ id: 'p', kind: 'pause', for: { amount: 2, unit: 'days' } }, say('s', 'Still here?'), end],
    });
    expect(said(perform(paused, [opened, typed('is anyone there')]).acts)).toEqual([fetched]);

    const ended = flowOf({ a: [say('s', 'Bye.'), end] });
    expect(said(perform(ended, [opened, typed('get me a human')]).acts)).toEqual(['Bye.', fetched]);

    const call: Step = {
      id: 'c',
      kind: 'call service',
      method: 'GET',
      url: 'https://post.example/x',
      take: [],
      limit: 5,
      tries: 1,
      failed: {},
    };
    const calling = flowOf({ a: [call, say('s', 'Here it is.'), end] });
    const wanted = perform(calling, [opened, typed('is anyone there')]);
    expect(wanted.session).toMatchObject({ state: 'awaiting', wanted: 'anyone there' });
    const told: Event = { event: 'told', ticket: 1, outcome: 'worked', result: {} };
    const after = perform(calling, [opened, typed('is anyone there'), told]);
    expect(said(after.last)).toEqual([fetched]);
    expect(after.session).toMatchObject({ state: 'handed over' });
    expect(after.session.wanted).toBeUndefined();
  });

  test.each([
    [{ Sales: false, Aftercare: true }, fetched],
    [{ Sales: false }, /^I’m asking for somebody, but nobody is free right now/],
    [{}, /^I’m asking for somebody, but nobody is free right now/],
  ])('is told what is so of who takes chats: %j', (taking, words) => {
    const { acts, session } = perform(asked({ type: 'email' }), [opened, typed('speak to someone')], {
      ...tuesday,
      taking,
    });
    expect(said(acts).at(-1)).toMatch(words);
    expect(session.state).toBe('handed over');
  });

  test('is told when somebody is back where nobody is there', () => {
    const hours = {
      Sales: { zone: 'Europe/London', open: [{ days: [3], from: '08:30', to: '17:30' }], seasons: [], special: [] },
    };
    const { acts, session } = perform(asked({ type: 'email' }), [opened, typed('speak to someone')], {
      ...tuesday,
      hours,
    });
    expect(said(acts).at(-1)).toMatch(
      /^I would fetch somebody, but nobody is here right now. We are back .*8:30; what/,
    );
    expect(session.state).toBe('handed over');
  });
});

describe('where a flow leads who wants a person', () => {
  const wanting: Step = { id: 'w', kind: 'wants person', to: 'b' };
  const hand: Step = {
    id: 'h',
    kind: 'hand over',
    team: 'Sales',
    waiting: line('One moment.'),
    closed: { line: line('We are closed.') },
  };
  const leading = flowOf({
    a: [wanting, ask({ type: 'email' }), say('s', 'Thanks.'), end],
    b: [
      { ...ask({ type: 'short text' }), id: 'n', line: line('What may we call you?') } as Step,
      hand,
      { ...end, id: 'f' },
    ],
  });

  test('is where they go, whatever is asked, and back to the question from there when the flow says so', () => {
    const { acts, session } = perform(leading, [opened, typed('can I speak to a person')]);
    expect(said(acts)).toEqual(['And then?', 'What may we call you?']);
    expect(session).toMatchObject({ state: 'asking', at: 'n', led: true });
    const named = perform(leading, [opened, typed('can I speak to a person'), typed('Maud')]);
    expect(named.session).toMatchObject({ state: 'handed over', at: 'h' });
  });

  test('is not asked for twice: who says it again has whoever is there', () => {
    const { session, acts } = perform(leading, [opened, typed('a human please'), typed('just get me a human')]);
    expect(said(acts)).toEqual(['And then?', 'What may we call you?', fetched]);
    expect(session).toMatchObject({ state: 'handed over', at: 'n' });
    expect(session.led).toBeUndefined();
  });

  test('begins with the step that says so, and is forgotten by who starts again', () => {
    const late = flowOf({
      a: [ask({ type: 'email' }), wanting, say('s', 'Thanks.'), end],
      b: [say('t', 'This way.'), hand],
    });
    expect(said(perform(late, [opened, typed('a human please')]).acts)).toEqual(['And then?', fetched]);
    const again = perform(leading, [opened, typed('start again')]);
    expect(again.session).toMatchObject({ leads: 'w', at: 'q' });
  });

  test('is whoever is there where the scene is not', () => {
    const lost = flowOf({ a: [{ ...wanting, to: 'gone' }, ask({ type: 'email' }), end] });
    const { session } = perform(lost, [opened, typed('a human please')]);
    expect(session.state).toBe('handed over');
    expect(check(lost).map(({ code }) => code)).toContain('no such scene');
  });

  test('may be the scene that it stands in: nothing goes round there by itself', () => {
    const round = flowOf({ a: [{ ...wanting, to: 'a' }, ask({ type: 'email' }), hand, end] });
    expect(check(round).map(({ code }) => code)).not.toContain('endless loop');
  });

  test('is advised against where nobody is fetched', () => {
    const nobody = flowOf({ a: [wanting, ask({ type: 'email' }), end], b: [say('t', 'No.'), { ...end, id: 'f' }] });
    expect(check(nobody).filter(({ code }) => code === 'nobody fetched')).toHaveLength(1);
    expect(check(leading).filter(({ code }) => code === 'nobody fetched')).toHaveLength(0);
  });
});

describe('a question that comes first', () => {
  const first = 'Of course. Just this first, then I’ll fetch somebody.';
  const form: Step = {
    id: 'q',
    kind: 'form',
    line: line('And then?'),
    fields: [{ id: 'a', label: 'Street', answer: { type: 'short text' } }],
    button: 'Send',
    tries: 2,
    comesFirst: true,
  };
  const filled: Event = { event: 'replied', text: 'Mill Row', fields: { a: { text: 'Mill Row' } } };
  const flow = flowOf({ a: [form, say('s', 'Thanks.'), say('u', 'More.'), end] });

  test('is asked again, and somebody is fetched when it is answered, who gives back behind it', () => {
    const { acts, session } = perform(flow, [opened, typed('is anyone there'), filled]);
    expect(said(acts)).toEqual(['And then?', first, 'And then?', fetched]);
    expect(session).toMatchObject({ state: 'handed over', at: 'q', resumes: 'behind' });
    const back = perform(flow, [opened, typed('is anyone there'), filled, { event: 'handed back' }]);
    expect(said(back.last)).toEqual(['Thanks.', 'More.']);
    expect(back.session.resumes).toBeUndefined();
  });

  test('goes on where the answer leads when they are given back', () => {
    const choices = [
      { id: 'c', label: 'A price' },
      { id: 'd', label: 'A survey', to: 'b' },
    ];
    const asking = asked({ type: 'choice', choices }, { comesFirst: true });
    const { session, last } = perform(asking, [
      opened,
      typed('is anyone there'),
      typed('a survey'),
      { event: 'handed back' },
    ]);
    expect(said(last)).toEqual(['This way.']);
    expect(session.state).toBe('ended');
  });

  test.each([
    ['says so again', typed('get me a human now')],
    ['leaves it out', typed('skip')],
    ['starts again', typed('start again')],
  ])('never keeps somebody who %s from a person', (_, event) => {
    const { session, acts } = perform(flow, [opened, typed('is anyone there'), event]);
    expect(said(acts).at(-1)).toBe(fetched);
    expect(session.state).toBe('handed over');
    expect(session.wanted).toBeUndefined();
  });

  test('holds for the question alone', () => {
    const next = flowOf({ a: [form, { ...ask({ type: 'email' }), id: 'm' } as Step, end] });
    const { session } = perform(next, [opened, filled, typed('is anyone there')]);
    expect(session).toMatchObject({ state: 'handed over', at: 'm' });
  });
});
