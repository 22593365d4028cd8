import fc from 'fast-check';
import { plainVisit } from '../../facts/given.ts';
import type { FromOutside } from '../../questions/outside/outside.ts';
import type { Answer } from '../answers/registry.ts';
import { check } from '../checks/check.ts';
import { dice } from '../dice.ts';
import { applyAll } from '../edits.ts';
import type { Event } from '../event.ts';
import { type Flow, FORMAT } from '../format.ts';
import type { Line } from '../line.ts';
import type { Step } from '../steps/registry.ts';
import type { World } from '../world.ts';

/** For tests: a world on a Tuesday morning, with Sales open and Accounts closed. */
export const tuesday: World = {
  now: Date.parse('2026-11-24T10:12:00Z'),
  zone: 'Europe/London',
  visitor: '1',
  random: dice(1),
  locale: { language: 'en-GB', currency: 'GBP' },
  country: 'GB',
  business: {},
  visit: plainVisit,
  hours: {
    Sales: {
      zone: 'Europe/London',
      open: [{ days: [1, 2, 3, 4, 5], from: '08:30', to: '17:30' }],
      seasons: [],
      special: [],
    },
    Accounts: { zone: 'Europe/London', open: [{ days: [1], from: '09:00', to: '16:00' }], seasons: [], special: [] },
  },
};

const factNames = ['name', 'mail', 'bill', 'owner', 'home'] as const;
const facts: Flow['facts'] = [
  { name: 'name', type: 'text', scope: 'visitor' },
  { name: 'mail', type: 'email', scope: 'visitor' },
  { name: 'bill', type: 'money', scope: 'conversation' },
  { name: 'owner', type: 'yes/no', scope: 'conversation' },
  { name: 'home', type: 'choice', scope: 'conversation' },
  { name: 'score', type: 'number', scope: 'conversation' },
];

const line: fc.Arbitrary<Line> = fc.array(
  fc.array(
    fc.oneof(
      fc.record({ text: fc.string({ minLength: 1, maxLength: 20 }).map(text => `${text}.`) }),
      fc.record({ fact: fc.constantFrom(...factNames), otherwise: fc.constant('there') }),
      fc.record({ fact: fc.constantFrom('name', 'mail') }),
    ),
    { minLength: 1, maxLength: 3 },
  ),
  { minLength: 1, maxLength: 2 },
);

function step(id: string, scenes: string[]): fc.Arbitrary<Step> {
  const to = fc.option(fc.constantFrom(...scenes), { nil: undefined });
  const sure = fc.constantFrom(...scenes);
  const answer: fc.Arbitrary<{ answer: Answer; fact?: string }> = fc.oneof(
    fc.record({
      answer: fc.record({
        type: fc.constant('choice' as const),
        choices: fc
          .array(to, { minLength: 1, maxLength: 4 })
          .map(ways =>
            ways.map((way, index) => ({ id: `${id}c${index}`, label: `Choice ${index}`, ...(way ? { to: way } : {}) })),
          ),
        otherwise: fc.option(
          to.map(way => (way ? { to: way } : {})),
          { nil: undefined },
        ),
      }),
      fact: fc.constant('home'),
    }),
    fc.constant({ answer: { type: 'number' as const, min: 0 }, fact: 'bill' }),
    fc.constant({ answer: { type: 'email' as const }, fact: 'mail' }),
    fc.constant({ answer: { type: 'yes/no' as const }, fact: 'owner' }),
    fc.constant({ answer: { type: 'short text' as const }, fact: 'name' }),
    fc.constant({ answer: { type: 'phone' as const } }),
    fc.constant({ answer: { type: 'postcode' as const } }),
    fc.constant<{ answer: Answer }>({ answer: { type: 'file', kinds: ['pictures'], mostMegabytes: 5 } }),
    fc.constant({ answer: { type: 'date' as const } }),
    fc.constant({ answer: { type: 'rating' as const, most: 5 } }),
    fc.constant<{ answer: Answer; fact: string }>({
      answer: { type: 'number range' as const, bounds: [1_000, 2_000], money: true },
      fact: 'bill',
    }),
    fc.constant<{ answer: Answer }>({
      answer: {
        type: 'several choices' as const,
        choices: [
          { id: `${id}v1`, label: 'Price' },
          { id: `${id}v2`, label: 'Noise' },
        ],
      },
    }),
  );
  return fc.oneof(
    { weight: 4, arbitrary: fc.record({ id: fc.constant(id), kind: fc.constant('say' as const), line }) },
    {
      weight: 4,
      arbitrary: fc
        .record({ line, answer, tries: fc.integer({ min: 1, max: 3 }), giveUp: to })
        .map(({ line, answer, tries, giveUp }) => ({
          id,
          kind: 'ask' as const,
          line,
          ...answer,
          tries,
          giveUp: giveUp ? { to: giveUp } : {},
        })),
    },
    {
      weight: 2,
      arbitrary: fc
        .record({ fact: fc.constantFrom(...factNames), to, otherwise: to, formula: fc.boolean() })
        .map(({ fact, to, otherwise, formula }) => ({
          id,
          kind: 'decide' as const,
          ways: [
            {
              when: formula
                ? { formula: 'name = "Maud"' }
                : {
                    all: [
                      { fact, is: 'is known' as const },
                      {
                        any: [
                          { fact: 'open now', is: 'is' as const, value: true },
                          { not: { fact: 'weekday', is: 'is' as const, value: 'Sunday' } },
                        ],
                      },
                    ],
                  },
              ...(to ? { to } : {}),
            },
          ],
          otherwise: otherwise ? { to: otherwise } : {},
        })),
    },
    {
      weight: 2,
      arbitrary: fc.constantFrom<Step>(
        { id, kind: 'set', fact: 'bill', value: 1900.456 },
        { id, kind: 'work out', fact: 'bill', formula: 'string length(name) * 2 / 0.3' },
        { id, kind: 'set', fact: 'owner', value: true },
      ),
    },
    {
      weight: 1,
      arbitrary: fc
        .record({
          team: fc.constantFrom('Sales', 'Accounts'),
          waiting: line,
          line,
          to,
          member: fc.option(fc.constant('Priya Marlow'), { nil: undefined }),
          meanwhile: to,
          skill: fc.option(fc.constantFrom('grants', 'Wärmepumpen'), { nil: undefined }),
          pickLine: fc.option(line, { nil: undefined }),
          tooLong: fc.option(fc.record({ amount: fc.integer({ min: 1, max: 9 }), line, to }), { nil: undefined }),
        })
        .map(({ team, waiting, line, to, member, meanwhile, skill, pickLine, tooLong }) => ({
          id,
          kind: 'hand over' as const,
          team,
          waiting,
          closed: { line, ...(to ? { to } : {}) },
          ...(member ? { member } : {}),
          ...(meanwhile ? { meanwhile } : {}),
          ...(skill ? { skill } : {}),
          ...(pickLine ? { pick: { line: pickLine, teams: ['Accounts', 'Aftercare'] } } : {}),
          ...(tooLong
            ? {
                tooLong: {
                  after: { amount: tooLong.amount, unit: 'minutes' as const },
                  line: tooLong.line,
                  ...(tooLong.to ? { to: tooLong.to } : {}),
                },
              }
            : {}),
        })),
    },
    {
      weight: 1,
      arbitrary: fc.tuple(to, to).map(([left, right]) => ({
        id,
        kind: 'split' as const,
        ways: [
          { share: 30, ...(left ? { to: left } : {}) },
          { share: 70, ...(right ? { to: right } : {}) },
        ],
      })),
    },
    { weight: 1, arbitrary: fc.constant({ id, kind: 'take to page' as const, page: '/heat-pumps' }) },
    {
      weight: 1,
      arbitrary: line.map(title => ({
        id,
        kind: 'chart' as const,
        title,
        form: 'bars' as const,
        values: [
          { label: 'One', formula: '1' },
          { label: 'Name', formula: 'string length(name)' },
        ],
      })),
    },
    {
      weight: 1,
      arbitrary: fc.tuple(line, to).map(([wording, declined]) => ({
        id,
        kind: 'ask consent' as const,
        purpose: 'news by email' as const,
        line: wording,
        policy: '/privacy',
        fact: 'owner',
        declined: declined ? { to: declined } : {},
      })),
    },
    { weight: 1, arbitrary: fc.constant({ id, kind: 'withdraw consent' as const, purpose: 'news by email' as const }) },
    { weight: 1, arbitrary: fc.constant({ id, kind: 'score' as const, fact: 'score', points: 5, reason: 'owns it' }) },
    {
      weight: 1,
      arbitrary: fc.tuple(line, to, fc.boolean()).map(([line, way, withPage]) => ({
        id,
        kind: 'show' as const,
        line,
        cards: [
          {
            id: `${id}k`,
            picture: { src: '/p/pump', alt: 'A pump' },
            title: 'A pump',
            line,
            price: { formula: '9500 + string length(name)' },
            actions: [
              { id: `${id}ka`, label: 'Look', page: '/heat-pumps' },
              ...(withPage ? [] : [{ id: `${id}kb`, label: 'Choose', ...(way ? { to: way } : {}) }]),
            ],
          },
        ],
      })),
    },
    {
      weight: 1,
      arbitrary: fc.tuple(line, to).map(([line, giveUp]) => ({
        id,
        kind: 'form' as const,
        line,
        fields: [
          { id: 'name', label: 'Name', answer: { type: 'short text' as const }, fact: 'name' },
          { id: 'mail', label: 'Email', answer: { type: 'email' as const }, fact: 'mail' },
          { id: 'code', label: 'Postcode', answer: { type: 'postcode' as const }, optional: true as const },
        ],
        button: 'Send',
        tries: 2,
        giveUp: giveUp ? { to: giveUp } : {},
        ...(giveUp ? {} : { comesFirst: true as const }),
      })),
    },
    {
      weight: 1,
      arbitrary: fc.constantFrom<Step>(
        { id, kind: 'pause', for: { amount: 2, unit: 'seconds' } },
        { id, kind: 'pause', for: { amount: 3, unit: 'days' } },
      ),
    },
    {
      weight: 1,
      arbitrary: to.map(way => ({ id, kind: 'wants person' as const, to: way ?? 'nowhere' })),
    },
    {
      weight: 1,
      arbitrary: fc.tuple(line, to, fc.integer({ min: 1, max: 3 })).map(([line, way, most]) => ({
        id,
        kind: 'remind' as const,
        after: { amount: 5, unit: 'minutes' as const },
        line,
        most,
        ...(way ? { unanswered: { to: way } } : {}),
      })),
    },
    {
      weight: 1,
      arbitrary: fc.tuple(line, line).map(([subject, line]) => ({
        id,
        kind: 'email' as const,
        to: { fact: 'mail' },
        subject,
        line,
      })),
    },
    { weight: 1, arbitrary: line.map(line => ({ id, kind: 'notify' as const, line, team: 'Sales' })) },
    {
      weight: 1,
      arbitrary: to.map(failed => ({
        id,
        kind: 'call service' as const,
        method: 'POST' as const,
        url: 'https://post.example/lookup/{name}',
        send: [{ name: 'email', fact: 'mail' }],
        take: [{ path: 'result.0.bill', fact: 'bill' }],
        limit: 5,
        tries: 2,
        failed: failed ? { to: failed } : {},
      })),
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(line, to, fc.integer({ min: 1, max: 2 }), fc.boolean())
        .map(([line, way, misses, asksHelped]) => ({
          id,
          kind: 'answer questions' as const,
          line,
          misses,
          ...(asksHelped
            ? { asksHelped: true as const, outside: misses === 1 ? ('composed' as const) : ('service' as const) }
            : { most: 2, tags: ['heat pumps'] }),
          ...(way ? { missed: { to: way } } : {}),
        })),
    },
    { weight: 1, arbitrary: sure.map(scene => ({ id, kind: 'call scene' as const, scene })) },
    { weight: 1, arbitrary: fc.constant<Step>({ id, kind: 'start flow', flow: 'Aftercare' }) },
    { weight: 1, arbitrary: sure.map(scene => ({ id, kind: 'go' as const, to: scene })) },
    { weight: 1, arbitrary: fc.constant({ id, kind: 'end' as const }) },
  );
}

/** For tests: any flow of the format, right or wrong. */
export const anyFlow: fc.Arbitrary<Flow> = fc.integer({ min: 1, max: 5 }).chain(count => {
  const scenes = Array.from({ length: count }, (_, index) => `s${index}`);
  return fc
    .tuple(
      ...scenes.map(id =>
        fc
          .integer({ min: 0, max: 6 })
          .chain(length => fc.tuple(...Array.from({ length }, (_, index) => step(`${id}t${index}`, scenes)))),
      ),
    )
    .map(
      (all): Flow => ({
        format: FORMAT,
        name: 'Random',
        speaker: 'Robin',
        facts,
        scenes: scenes.map((id, index) => ({ id, title: `Scene ${index}`, steps: all[index] as Step[] })),
      }),
    );
});

/** For tests: a flow that passes the checks. Its first question leads to every scene, and what runs out is ended. */
export const soundFlow: fc.Arbitrary<Flow> = anyFlow
  .map((flow): Flow => {
    const hub: Step = {
      id: 'hub',
      kind: 'ask',
      line: [[{ text: 'Where to?' }]],
      answer: {
        type: 'choice',
        choices: flow.scenes.map(scene => ({ id: `to-${scene.id}`, label: scene.title, to: scene.id })),
      },
      tries: 2,
    };
    const opening = { id: 'opening', title: 'Opening', steps: [hub, { id: 'hub-end', kind: 'end' } as Step] };
    const whole = { ...flow, scenes: [opening, ...flow.scenes] };
    return applyAll(
      whole,
      check(whole).flatMap(finding => finding.fix?.edits ?? []),
    ).flow;
  })
  .filter(flow => check(flow).every(finding => finding.level !== 'problem'));

/** What may come from outside for it. */
const outside = fc.option(
  fc.oneof(
    fc.constantFrom<FromOutside>(
      { did: 'composed', text: 'It has **40** dB.', sources: ['5'] },
      { did: 'did not know', by: 'composed' },
      { did: 'did not know', by: 'service' },
      { did: 'failed', by: 'service', why: 'it could not be reached.' },
      { did: 'unfounded', what: 'price', is: '£45' },
    ),
    fc.tuple(fc.boolean(), fc.boolean()).map(
      ([person, offers]): FromOutside => ({
        did: 'answered',
        lines: person ? [] : ['It is ready.'],
        choices: offers ? ['Another day'] : [],
        person,
      }),
    ),
  ),
  { nil: undefined },
);

/** Where a button behind an answer may lead: within the flow, or out of it. */
const leads = fc.constantFrom({ flow: 'Random', scene: 's0' }, { flow: 'Random', scene: 's1' }, { flow: 'Other' });

/** What may be found for anything: an article that fits more or less, tagged or not, and may lead elsewhere. */
const found = fc
  .tuple(
    fc.double({ min: 0, max: 1, noNaN: true }),
    fc.boolean(),
    fc.boolean(),
    outside,
    fc.option(fc.tuple(leads, fc.boolean()), { freq: 3, nil: undefined }),
  )
  .map(([confidence, isTagged, byMeaning, outside, leadsOn]) => ({
    articles: [
      {
        id: '5',
        question: 'How loud is it?',
        answer: '**40** dB.',
        confidence,
        tags: isTagged ? ['heat pumps'] : [],
        ...(leadsOn ? { flows: [{ label: 'On', ...leadsOn[0] }] } : {}),
        ...(leadsOn?.[1] ? { atOnce: true as const } : {}),
      },
      { id: '6', question: 'How large is it?', answer: 'A metre.', confidence: confidence / 2, tags: [] },
    ],
    byMeaning,
    ...(outside ? { outside } : {}),
  }));

/** For tests: what visitors may do, at any time, sensible or not. */
export const anyEvent: fc.Arbitrary<Event> = fc.oneof(
  { weight: 1, arbitrary: fc.constant({ event: 'opened' as const }) },
  { weight: 1, arbitrary: fc.constant({ event: 'handed back' as const }) },
  { weight: 2, arbitrary: fc.integer({ min: 0, max: 6 }).map(ticket => ({ event: 'timer' as const, ticket })) },
  {
    weight: 2,
    arbitrary: fc
      .tuple(fc.integer({ min: 0, max: 6 }), fc.jsonValue({ maxDepth: 3 }), fc.boolean())
      .map(([ticket, result, worked]) =>
        worked
          ? { event: 'told' as const, ticket, outcome: 'worked' as const, result }
          : { event: 'told' as const, ticket, outcome: 'failed' as const, why: 'it took too long.' },
      ),
  },
  {
    weight: 1,
    arbitrary: fc.constantFrom('s0t0', 's0t1', 's1t0', 'nowhere').map(step => ({
      event: 'told' as const,
      outcome: 'failed' as const,
      step,
      about: 'maud@ellery.example',
      why: '550 no such mailbox',
    })),
  },
  {
    weight: 8,
    arbitrary: fc.record({
      event: fc.constant('replied' as const),
      text: fc.oneof(
        fc.constantFrom(
          '1',
          '2',
          'yes',
          'no',
          'maud@ellery.example',
          'maud@gmial.com',
          'about 1,900',
          '07700 900123',
          'Choice 0',
          'next tuesday',
          'price and noise',
          '4 stars',
          'back',
          'skip',
          'start again',
          'stop',
          'TX4 2QD',
          '',
        ),
        fc.string({ unit: 'grapheme', maxLength: 60 }),
      ),
      fields: fc.option(
        fc.constant({ name: { text: 'Maud' }, mail: { text: 'maud@ellery.example' }, code: { text: '' } }),
        { nil: undefined },
      ),
      step: fc.option(fc.constantFrom('hub', 's0t0', 's0t1'), { nil: undefined }),
      choice: fc.option(
        fc.constantFrom('to-s0', 'to-s1', 'yes', 'probably', 's0t0c0', 'range-1', '5', 'nonsense', 'helped', 'person'),
        { nil: undefined },
      ),
      found: fc.option(found, { nil: undefined }),
      startsFlow: fc.option(leads, { freq: 10, nil: undefined }),
    }),
  },
);
