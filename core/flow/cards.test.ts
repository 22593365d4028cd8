import { describe, expect, test } from 'vitest';
import type { Act } from './acts/registry.ts';
import type { Event } from './event.ts';
import type { Step } from './steps/registry.ts';
import { end, flowOf, line, notes, opened, perform, said, say, typed } from './tests/perform.ts';

const asked = (acts: Act[]) => acts.findLast(act => act.act === 'ask');

describe('cards', () => {
  const show: Step = {
    id: 'show',
    kind: 'show',
    line: line('What we fit:'),
    cards: [
      {
        id: 'k1',
        picture: { src: '/p/1', alt: 'A heat pump' },
        title: 'Heat pump',
        line: line('Warm on a third.'),
        price: { formula: 'price * 2' },
        actions: [
          { id: 'more', label: 'Price mine', to: 'b' },
          { id: 'look', label: 'Read on', page: '/heat-pumps' },
        ],
      },
      { id: 'k2', title: 'Battery', line: [], actions: [{ id: 'battery', label: 'Tell me more' }] },
    ],
  };
  const facts = [{ name: 'price', type: 'money' as const, scope: 'conversation' as const }];
  const set: Step = { id: 's', kind: 'set', fact: 'price', value: 4_700 };
  const flow = flowOf(
    { a: [set, show, say('on', 'Carrying on.'), end], b: [say('p', 'Pricing.'), { ...end, id: 'e2' }] },
    facts,
  );

  test('are shown with their prices worked out, and wait for one to be picked', () => {
    const { acts, session } = perform(flow, [opened]);
    expect(asked(acts)?.answer).toMatchObject({
      type: 'cards',
      cards: [
        { title: 'Heat pump', price: '£9,400', actions: [{ id: 'more' }, { id: 'look', page: '/heat-pumps' }] },
        { title: 'Battery' },
      ],
    });
    expect(session).toMatchObject({ state: 'asking', at: 'show' });
  });

  test.each<[Event, string]>([
    [{ event: 'replied', text: 'Price mine', choice: 'more' }, 'Pricing.'],
    [typed('price mine please'), 'Pricing.'],
    [typed('the heat pump'), 'Pricing.'],
    [typed('batery'), 'Carrying on.'],
    [typed('skip'), 'Carrying on.'],
  ])('understand %j', (event, then) => {
    expect(said(perform(flow, [opened, event]).last).at(-1)).toBe(then);
  });

  test('are asked for once more, then the flow goes on', () => {
    const { acts, last } = perform(flow, [opened, typed('hmm'), typed('hm')]);
    expect(acts.filter(act => act.act === 'ask')).toHaveLength(2);
    expect(said(last)).toEqual(['Carrying on.']);
  });

  test('that only lead to pages do not hold the flow up', () => {
    const pages = {
      ...show,
      cards: [{ id: 'k', title: 'Help', line: [], actions: [{ id: 'x', label: 'Read', page: '/help' }] }],
    } as Step;
    const { session, acts } = perform(flowOf({ a: [pages, end] }), [opened]);
    expect(session.state).toBe('ended');
    expect(acts.some(act => act.act === 'show')).toBe(true);
  });

  test('show no price that cannot be worked out', () => {
    const { acts } = perform(flowOf({ a: [show, end], b: [{ ...end, id: 'e2' }] }, facts), [opened]);
    expect(asked(acts)?.answer.cards?.[0]).not.toHaveProperty('price');
  });
});

describe('a form', () => {
  const form: Step = {
    id: 'form',
    kind: 'form',
    line: line('About you'),
    fields: [
      { id: 'name', label: 'Name', answer: { type: 'short text' }, fact: 'name' },
      { id: 'mail', label: 'Email', answer: { type: 'email' }, fact: 'email' },
      {
        id: 'home',
        label: 'Home',
        answer: {
          type: 'choice',
          choices: [
            { id: 'flat', label: 'Flat' },
            { id: 'house', label: 'House' },
          ],
        },
        fact: 'home',
      },
      { id: 'code', label: 'Postcode', answer: { type: 'postcode' }, fact: 'postcode', optional: true },
    ],
    button: 'Send it',
    tries: 3,
  };
  const flow = flowOf({ a: [form, say('t', 'Thanks.'), end] }, [
    { name: 'name', type: 'text', scope: 'visitor' },
    { name: 'email', type: 'email', scope: 'visitor' },
    { name: 'home', type: 'choice', scope: 'conversation' },
    { name: 'postcode', type: 'text', scope: 'conversation' },
  ]);
  const send = (fields: Record<string, { text: string; choice?: string }>): Event => ({
    event: 'replied',
    text: 'sent',
    fields,
  });
  const right = {
    name: { text: 'Maud' },
    mail: { text: 'Maud@Ellery.example' },
    home: { text: 'Flat', choice: 'flat' },
  };

  test('keeps every field when all are right, and what may be empty is', () => {
    const { session, last } = perform(flow, [opened, send({ ...right, code: { text: '' } })]);
    expect(session.facts).toEqual({ name: 'Maud', email: 'Maud@ellery.example', home: 'Flat' });
    expect(said(last)).toEqual(['Thanks.']);
  });

  test('says what is wrong at each field, keeps the rest as typed, and learns nothing yet', () => {
    const { acts, session } = perform(flow, [
      opened,
      send({ ...right, mail: { text: 'maud' }, name: { text: ' ' }, code: { text: 'nowhere' } }),
    ]);
    const fields = asked(acts)?.answer.fields;
    expect(fields?.map(field => field.mistake)).toEqual([
      'This is needed.',
      expect.stringContaining('email'),
      undefined,
      'That doesn’t look like a postcode. Could you check it?',
    ]);
    expect(fields?.[2]?.given).toEqual({ text: 'Flat', choice: 'flat' });
    expect(session.facts).toEqual({});
  });

  test('asks once about a doubtful address, and believes who sends it again', () => {
    const doubtful = send({ ...right, mail: { text: 'maud@gmial.com' } });
    const once = perform(flow, [opened, doubtful]);
    expect(asked(once.acts)?.answer.fields?.[1]?.mistake).toContain('maud@gmail.com');
    expect(perform(flow, [opened, doubtful, doubtful]).session.facts).toMatchObject({ email: 'maud@gmial.com' });
  });

  test('that is never filled in lets the flow go on', () => {
    const { acts, last } = perform(flow, [opened, typed('why?'), typed('no'), typed('what?')]);
    expect(notes(acts)).toContain('The card was not filled in.');
    expect(said(last)).toEqual(['Thanks.']);
    expect(said(perform(flow, [opened, typed('skip')]).last)).toEqual(['Thanks.']);
  });
});

describe('a file', () => {
  const ask: Step = {
    id: 'photo',
    kind: 'ask',
    line: line('A photo?'),
    answer: { type: 'file', kinds: ['pictures'], mostMegabytes: 2 },
    fact: 'photo',
    tries: 3,
  };
  const flow = flowOf({ a: [ask, { id: 's', kind: 'say', line: [[{ text: 'Got ' }, { fact: 'photo' }]] }, end] }, [
    { name: 'photo', type: 'file', scope: 'conversation' },
  ]);
  const give = (type: string, size: number): Event => ({
    event: 'replied',
    text: 'boiler.jpg',
    file: { id: 'f1', name: 'boiler.jpg', type, size },
  });

  test('is kept under its identity and spoken of by its name', () => {
    const { session, last } = perform(flow, [opened, give('image/jpeg', 90_000)]);
    expect(session.facts).toEqual({ photo: 'f1/boiler.jpg' });
    expect(said(last)).toEqual(['Got boiler.jpg']);
  });

  test.each([
    ['application/pdf', 9, 'I can’t take that kind of file'],
    ['image/jpeg', 3_000_000, 'at most 2 MB'],
  ])('of type %s with %i bytes is refused with a reason', (type, size, words) => {
    const { last, session } = perform(flow, [opened, give(type, size)]);
    expect(said(last)[0]).toContain(words);
    expect(session.facts).toEqual({});
  });

  test('may be left out', () => {
    expect(perform(flow, [opened, typed('skip')]).session.state).toBe('ended');
  });
});
