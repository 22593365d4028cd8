import { describe, expect, test } from 'vitest';
import type { AnswerType } from './answers/registry.ts';
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
    expect(notes(last)).toEqual(['The visitor wants a person: “talk to a real human”.']);
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
    expect(wanted.session).toMatchObject({ state: 'awaiting', wanted: 'is anyone there' });
    const told: Event = { event: 'told', ticket: 1, outcome: 'worked', result: {} };
    const after = perform(calling, [opened, typed('is anyone there'), told]);
    expect(said(after.last)).toEqual([fetched]);
    expect(after.session).toMatchObject({ state: 'handed over' });
    expect(after.session.wanted).toBeUndefined();
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
