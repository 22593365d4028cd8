import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { type EntryBody, entriesOf, recordedOf } from '../conversation/entries/registry.ts';
import { repliedWith } from '../conversation/entries/replied.ts';
import type { Facts } from '../facts/fact.ts';
import type { Act } from '../flow/acts/registry.ts';
import type { Event, Reply } from '../flow/event.ts';
import { flowsPart } from '../flow/replay/part.ts';
import type { RecordedLine } from '../flow/replay/recorded.ts';
import { freshSession, Session } from '../flow/session.ts';
import { tuesday } from '../flow/tests/flow.arbitrary.ts';
import { opened, said, typed } from '../flow/tests/perform.ts';
import { playBefore } from './asking.ts';
import { asksFirst, BeforeChat, plainBefore } from './before.ts';
import { beforeFindings } from './findings.ts';

const name = { id: 'n', label: 'Your name', answer: { type: 'short text' }, fact: 'name', person: 'name' } as const;
const email = { id: 'e', label: 'Your email', answer: { type: 'email' }, fact: 'email', person: 'email' } as const;
const floor = { id: 'f', label: 'Which floor?', answer: { type: 'number' }, fact: 'floor', optional: true } as const;
const asking = (is: object = {}): BeforeChat =>
  BeforeChat.parse({ when: 'at once', words: 'Your name and email, please.', details: [name, email, floor], ...is });

const sent = (fields: Record<string, string>, more: Partial<Reply> = {}): Event => ({
  event: 'replied',
  text: 'sent',
  step: 'before',
  fields: Object.fromEntries(Object.entries(fields).map(([id, text]) => [id, { text }])),
  ...more,
});
const agreed = (fields: Record<string, string>): Event => {
  const event = sent(fields) as Reply;
  return { ...event, fields: { ...event.fields, consent: { text: 'Yes', choices: ['agreed'] } } };
};

/** Plays until the flow is told of something; the session goes through JSON each time, as in a database. */
function ask(settings: BeforeChat, events: Event[], facts: Facts = {}) {
  const begun = asksFirst(settings, facts, true);
  let session: Session = { ...freshSession(facts), ...(begun ? { before: begun } : {}) };
  const acts: Act[] = [];
  const told: Event[] = [];
  for (const event of events) {
    const came = playBefore(session, event, tuesday);
    if (!came) {
      told.push(event);
      continue;
    }
    session = Session.parse(JSON.parse(JSON.stringify(came.session)));
    acts.push(...came.acts);
    if (came.next) told.push(came.next);
  }
  return { session, acts, told };
}
const parts = (acts: Act[]) => acts.flatMap(act => (act.act === 'before the chat' ? [act.part] : []));
const fieldsOf = (acts: Act[]) => acts.flatMap(act => (act.act === 'ask' ? [act.answer.fields ?? []] : [])).at(-1)!;

describe('what is asked before a chat', () => {
  test('is nothing, unless a lead says so', () => {
    expect(plainBefore.when).toBe('never');
    expect(asksFirst(plainBefore, {}, false)).toBeUndefined();
    expect(ask(plainBefore, [opened]).told).toEqual([opened]);
  });

  test('is asked as the chat is opened, and the flow is told when it was given', () => {
    const open = ask(asking(), [opened]);
    expect(open.told).toEqual([]);
    expect(said(open.acts)).toEqual(['Your name and email, please.']);
    expect(fieldsOf(open.acts).map(({ label }) => label)).toEqual(['Your name', 'Your email', 'Which floor?']);
    const { session, acts, told } = ask(asking(), [opened, sent({ n: 'Maya Reyes', e: 'Maya@Example.org', f: '' })]);
    expect(told).toEqual([opened]);
    expect(session).toEqual({ state: 'fresh', facts: { name: 'Maya Reyes', email: 'Maya@example.org' } });
    expect(acts).toContainEqual({
      act: 'remember',
      fact: 'email',
      type: 'email',
      value: 'Maya@example.org',
      person: 'email',
    });
    expect(parts(acts)).toEqual(['asked', 'given']);
  });

  test('is asked again where it is wrong, with all that was written kept', () => {
    const { acts, told } = ask(asking(), [opened, sent({ n: 'Maya', e: 'maya at home', f: 'high up' })]);
    expect(told).toEqual([]);
    const [, second, third] = fieldsOf(acts);
    expect(second).toMatchObject({ given: { text: 'maya at home' }, mistake: expect.stringContaining('email') });
    expect(third!.mistake).toBeDefined();
    expect(said(acts).at(-1)).toBe('A few things to look at:');
  });

  test('is asked about once where it is doubtful', () => {
    const doubtful = sent({ n: 'Maya', e: 'maya@gmial.com' });
    const once = ask(asking(), [opened, doubtful]);
    expect(once.told).toEqual([]);
    expect(fieldsOf(once.acts)[1]!.mistake).toContain('maya@gmail.com');
    expect(ask(asking(), [opened, doubtful, doubtful]).session.facts).toMatchObject({ email: 'maya@gmial.com' });
  });

  test('is never asked twice of somebody known', () => {
    const known = { name: 'Maya', email: 'maya@example.org' };
    expect(asksFirst(asking({ details: [name, email] }), known, true)).toBeUndefined();
    const { acts } = ask(asking(), [opened], { name: 'Maya' });
    expect(fieldsOf(acts).map(({ id }) => id)).toEqual(['e', 'f']);
  });

  test('is asked only while nobody is there, if a lead says so', () => {
    expect(asksFirst(asking({ onlyClosed: true }), {}, true)).toBeUndefined();
    expect(asksFirst(asking({ onlyClosed: true }), {}, false)).toBeDefined();
  });
});

describe('with the first message', () => {
  const late = asking({ when: 'first message' });

  test('the flow greets, and the message is kept until it was given', () => {
    const message = typed('My boiler is cold');
    const open = ask(late, [opened, message]);
    expect(open.told).toEqual([opened]);
    expect(open.session.before?.held).toEqual(message);
    const { told, session } = ask(late, [opened, message, sent({ n: 'Maya', e: 'maya@example.org' })]);
    expect(told).toEqual([opened, message]);
    expect(session.before).toBeUndefined();
  });

  test('who picks what is offered is asked nothing, then or later', () => {
    const pick: Event = { event: 'replied', text: 'Price one', choice: 'c1' };
    const { told, acts } = ask(late, [opened, pick, typed('a flat')]);
    expect(told).toEqual([opened, pick, typed('a flat')]);
    expect(acts).toEqual([]);
  });

  test('what the visitor orders is no message', () => {
    expect(ask(late, [opened, typed('start again')]).told).toEqual([opened, typed('start again')]);
  });

  test('a reminder of the question behind it does not stand in its way; what came of an order is the flow’s', () => {
    const reminder: Event = { event: 'timer', ticket: 3 };
    const told: Event = { event: 'told', ticket: 3, outcome: 'worked', result: {} };
    const { told: flow, acts } = ask(late, [opened, typed('hello there'), reminder, told]);
    expect(flow).toEqual([opened, told]);
    expect(acts.filter(({ act }) => act === 'ask')).toHaveLength(1);
  });
});

describe('going on without', () => {
  const leave: Event = { event: 'replied', text: 'Go on without', choice: 'without', step: 'before' };

  test.each([leave, typed('skip'), sent({ n: '', e: '' })])('is had by %o, if the lead allows it', event => {
    const free = asking({
      details: [
        { ...name, optional: true },
        { ...email, optional: true },
      ],
    });
    const { told, acts, session } = ask(free, [opened, event]);
    expect(told).toEqual([opened]);
    expect(parts(acts)).toEqual(['asked', 'without']);
    expect(session.facts).toEqual({});
  });

  test('is not had otherwise: it is asked again, and nothing is taken for an answer', () => {
    const must = asking({ mayGoOn: false });
    const { told, acts } = ask(must, [opened, leave, typed('skip'), typed('hello?')]);
    expect(told).toEqual([]);
    expect(said(acts).slice(1)).toEqual(new Array(3).fill('Please fill the card in and press its button first.'));
    expect(acts.some(({ act }) => act === 'learn')).toBe(false);
  });

  test('who wants to stop may, whatever is asked', () => {
    const { session, acts } = ask(asking({ mayGoOn: false }), [opened, typed('stop')]);
    expect(session.state).toBe('ended');
    expect(acts.at(-1)).toEqual({ act: 'end' });
  });
});

describe('a consent on the card', () => {
  const wording = 'I agree that Brackenrow keeps what I write.';
  const withConsent = (needed: boolean) =>
    asking({ consent: { purpose: 'storing data', wording, policy: '/privacy', needed } });
  const filled = { n: 'Maya', e: 'maya@example.org' };

  test('is never ticked beforehand, and is kept in its words with what was answered', () => {
    const { acts } = ask(withConsent(false), [opened, sent(filled)]);
    expect(fieldsOf(acts).at(-1)).toMatchObject({ label: wording, optional: true });
    expect(fieldsOf(acts).at(-1)!.given).toBeUndefined();
    const record = { act: 'record consent', step: 'before', purpose: 'storing data', wording, policy: '/privacy' };
    expect(acts).toContainEqual({ ...record, given: false });
    expect(ask(withConsent(false), [opened, agreed(filled)]).acts).toContainEqual({ ...record, given: true });
  });

  test('is waited for where the chat cannot do without', () => {
    const { told, acts } = ask(withConsent(true), [opened, sent(filled)]);
    expect(told).toEqual([]);
    expect(fieldsOf(acts).at(-1)!.mistake).toBeDefined();
    expect(ask(withConsent(true), [opened, sent(filled), agreed(filled)]).told).toEqual([opened]);
  });
});

test('whatever happens, it returns, and the flow is told of an answer only when the card is done with', () => {
  const anyText = fc.oneof(fc.string(), fc.constantFrom('skip', 'stop', 'back', 'maya@example.org', ''));
  const anyEvent: fc.Arbitrary<Event> = fc.oneof(
    anyText.map(typed),
    fc.record({ n: anyText, e: anyText, f: anyText }).map(fields => sent(fields)),
    fc.constantFrom<Event>(opened, { event: 'handed back' }, { event: 'timer', ticket: 1 }),
    fc.string().map((choice): Event => ({ event: 'replied', text: 'picked', choice })),
  );
  fc.assert(
    fc.property(
      fc.constantFrom('at once', 'first message'),
      fc.boolean(),
      fc.array(anyEvent, { maxLength: 12 }),
      (when, mayGoOn, events) => {
        const { session, acts, told } = ask(asking({ when, mayGoOn }), [opened, ...events]);
        const open = session.before?.tries !== undefined;
        if (open) expect(parts(acts).filter(part => part !== 'asked')).toEqual([]);
        if (open && when === 'at once') expect(told).toEqual([]);
        if (parts(acts).includes('given')) expect(session.facts).toHaveProperty('email');
      },
    ),
  );
});

describe('the words above the card', () => {
  const found = (is: object) => beforeFindings(asking(is), 'en-GB').map(({ code, at }) => `${code} at ${at}`);
  test.each<[string, object, string[]]>([
    ['say what is asked', {}, []],
    ['are missing', { words: '' }, ['no words at words']],
    ['speak of what is not asked', { words: 'Your name, email and phone number, please.' }, ['named only at words']],
    ['leave out what is asked', { words: 'Who are you?' }, ['not named at words', 'not named at words']],
  ])('%s', (_, is, codes) => expect(found(is)).toEqual(codes));

  test('what cannot be asked is found', () => {
    expect(found({ details: [] })).toEqual(['nothing asked at details']);
    expect(found({ details: [name, email, { ...email, id: 'x' }] })).toEqual(['kept twice at x']);
    expect(found({ details: [name, { ...email, fact: undefined }] })).toEqual(['kept nowhere at e']);
    const consent = { purpose: 'news by email', wording: 'News, monthly.', needed: true };
    expect(found({ consent })).toEqual(['consent forced at consent']);
    expect(found({ consent: { ...consent, wording: '', needed: false } })).toEqual(['empty line at consent']);
    expect(found({ when: 'never', details: [] })).toEqual([]);
  });
});

describe('a replay', () => {
  const logged = (settings: BeforeChat, events: Event[]): RecordedLine[] => {
    const { acts } = ask(settings, events);
    const replies = events.filter(event => event.event === 'replied') as Reply[];
    const [first, ...rest] = replies.map(({ event: _, ...reply }, index) => repliedWith(reply, `reply-${index}`));
    const bodies = entriesOf(acts, 'Robin');
    const asked = bodies.findIndex(({ kind }) => kind === 'before the chat');
    const greets: EntryBody = { kind: 'asked', speaker: 'Robin', line: [], answer: { type: 'choice' }, step: 'greets' };
    const whole =
      settings.when === 'at once'
        ? [...bodies.slice(0, 2), first!, ...bodies.slice(2), greets]
        : [greets, first!, ...bodies.slice(asked, asked + 2), ...rest, ...bodies.slice(asked + 2)];
    return whole.flatMap((body, index) => recordedOf(body, { number: index + 1, at: index * 1_000 }));
  };
  const card = sent({ n: 'Maya', e: 'maya@example.org' });

  test('leaves out what was asked before, and begins when the flow did', () => {
    expect(flowsPart(logged(asking(), [opened, card]))).toEqual({
      lines: [{ did: 'asked', step: 'greets', words: '' }],
      openedAt: 5_000,
    });
  });

  test('gives the message that was kept when the card was done with', () => {
    const message = typed('My boiler is cold');
    const part = flowsPart(logged(asking({ when: 'first message' }), [opened, message, card]));
    expect(part!.lines).toEqual([
      { did: 'asked', step: 'greets', words: '' },
      { did: 'replied', number: 5, at: expect.any(Number), text: 'My boiler is cold' },
    ]);
  });

  test('leaves out who never came to the flow', () => {
    const lines = logged(asking(), [opened, card]);
    expect(flowsPart(lines.filter(({ did }) => did !== 'ended before'))).toBeUndefined();
    expect(flowsPart([])).toEqual({ lines: [] });
  });
});
