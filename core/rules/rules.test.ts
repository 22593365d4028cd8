import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { sentence } from '../facts/words.ts';
import type { OpeningHours } from '../hours/hours.ts';
import { circleIn } from './circle.ts';
import { type Course, freshCourse } from './course.ts';
import { type Deed, deedKinds } from './deeds/registry.ts';
import { conditionsHold, ruleValues } from './facts.ts';
import { firstRules } from './first.ts';
import type { Looked } from './moment.ts';
import type { Move } from './move.ts';
import type { Names } from './names.ts';
import { lacks, type Numbered, Rule, ruleWords } from './rule.ts';
import { saidLine, shownValues } from './saying.ts';
import { type Past, tried } from './trial.ts';
import { decided, dueAt, firstDue, MOST_ALONE, MOST_RUNS, passed, watched } from './watch.ts';
import { type When, whenKinds } from './whens/registry.ts';

const SECOND = 1_000;
const MINUTE = 60_000;
/** A Wednesday, 10:00 in London. */
const TEN = Date.parse('2026-11-25T10:00:00Z');
const sales: OpeningHours = {
  zone: 'Europe/London',
  open: [{ days: [1, 2, 3, 4, 5], from: '09:00', to: '17:30' }],
  seasons: [],
  special: [],
};
const looked = (now: number): Looked => ({
  now,
  hours: { Sales: sales },
  language: 'en-GB',
  facts: {},
  outcome: null,
  flow: 'Welcome',
  isUnderWay: false,
});
/** What was known at each instant of what has been. */
const worldOf = (look: (now: number) => Looked = looked) => ({ momentAt: looked, lookAt: look });
const names: Names = {
  team: id => (id === '1' ? 'Sales' : undefined),
  member: id => (id === '5' ? 'Tom' : undefined),
  tag: id => ({ '7': 'leak', '8': 'spam' })[id],
  flow: id => (id === '3' ? 'Welcome' : undefined),
  scene: (_, id) => (id === 's1' ? 'Call back' : undefined),
  rule: id => (Number(id) <= 20 ? `Rule ${id}` : undefined),
};

const ruleOf = (id: string, when: When, after: number, does: Deed[], more: Partial<Rule> = {}): Numbered => ({
  id,
  name: `Rule ${id}`,
  when,
  onlyIf: null,
  parts: [{ after: after === 0 ? null : { for: { amount: after, unit: 'seconds' } }, do: does as [Deed] }],
  atMost: 'once',
  afterPerson: null,
  ...more,
});
const say = (text: string): Deed => ({ deed: 'say', text });
const shipped = (name: string): Numbered => ({ id: name, ...firstRules.find(({ rule }) => rule.name === name)!.rule });

/** What has been, each so many seconds after ten. */
const past = (...moves: Array<[seconds: number, move: Move]>): Past[] =>
  moves.map(([seconds, move], index) => ({ number: index + 1, at: TEN + seconds * SECOND, move }));
const visitor = (text = 'hello'): Move => ({ move: 'visitor', text });
const wanted: Move = { move: 'wanted', team: 'Sales' };
const flow: Move = { move: 'flow' };

/** What rules would have done, as when and what: “30 acts”, “29 ended”. */
function cases(
  rules: readonly Numbered[],
  moves: readonly Past[],
  until = 3_600,
  look: (now: number) => Looked = looked,
) {
  return tried(rules, moves, TEN + until * SECOND, worldOf(look), names, []).map(
    ({ rule, at, silent }) => `${rules.length > 1 ? `${rule}: ` : ''}${(at - TEN) / SECOND} ${silent ?? 'acts'}`,
  );
}

describe('the thirty seconds', () => {
  const sorry = shipped('Sorry for the wait');
  const begins: Array<[number, Move]> = [
    [0, { move: 'opened' }],
    [1, flow],
    [10, visitor('a person please')],
    [10, wanted],
  ];

  test('it speaks when nobody has come, once', () => {
    expect(cases([sorry], past(...begins))).toEqual(['40 acts']);
    expect(
      cases([sorry], past(...begins, [50, { move: 'has', member: '5' }], [60, { move: 'has', member: null }])),
    ).toEqual(['40 acts']);
  });

  test('it is silent where somebody came at 29 seconds', () => {
    expect(cases([sorry], past(...begins, [39, { move: 'has', member: '5' }]))).toEqual(['39 ended']);
  });

  test('and where the visitor was given back, or it was closed, meanwhile', () => {
    expect(cases([sorry], past(...begins, [20, { move: 'led' }]))).toEqual(['20 ended']);
    expect(cases([sorry], past(...begins, [20, { move: 'over', by: 'person' }]))).toEqual(['20 ended']);
  });

  test('and where the team closes in between: then another speaks', () => {
    const late = TEN + (7.5 * 3_600 - 10) * SECOND;
    const moves: Past[] = [{ number: 1, at: late, move: wanted }];
    const told = tried([sorry, shipped('Closed now')], moves, late + MINUTE, worldOf(), names, []);
    expect(told.map(({ rule, at, silent }) => [rule, (at - late) / SECOND, silent ?? 'acts'])).toEqual([
      ['Closed now', 10, 'acts'],
      ['Sorry for the wait', 30, 'condition'],
    ]);
  });
});

describe('who is silent', () => {
  const still = shipped('Still there?');

  test('is asked, and a while later it is closed', () => {
    expect(cases([still], past([0, { move: 'opened' }], [1, flow], [5, visitor()], [6, flow]))).toEqual([
      '606 acts',
      '906 acts',
    ]);
  });

  test('is not asked who never wrote: it is closed in the end', () => {
    expect(cases([still], past([0, { move: 'opened' }], [1, flow]))).toEqual(['601 nothing to do', '901 acts']);
  });

  test('who writes in between is asked anew', () => {
    const moves = past([0, { move: 'opened' }], [1, visitor()], [2, flow], [700, visitor()], [701, flow]);
    expect(cases([still], moves, 3_000)).toEqual(['602 acts', '1301 acts', '1601 acts']);
  });

  test('nobody is while the flow goes on by itself, or a person has the conversation', () => {
    const moves = past([0, visitor()], [1, flow]);
    const under = tried(
      [still],
      moves,
      TEN + 1_200 * SECOND,
      worldOf(now => ({ ...looked(now), isUnderWay: now < TEN + 900 * SECOND })),
      names,
      [],
    );
    expect(under.map(({ at }) => (at - TEN) / SECOND)).toEqual([901]);
    expect(
      cases([still], past([0, visitor()], [1, wanted], [2, { move: 'has', member: '5' }], [3, { move: 'person' }])),
    ).toEqual(['1 ended', '603 condition']);
  });
});

test('a forgotten chat is told of in opening time alone', () => {
  const forgotten = shipped('A forgotten chat');
  const evening = Date.parse('2026-11-25T17:25:00Z');
  const told = tried(
    [forgotten],
    [{ number: 1, at: evening, move: wanted }],
    evening + 86_400_000,
    worldOf(),
    names,
    [],
  );
  // Five minutes are left of the day, and ten of the next.
  expect(told.map(({ at }) => new Date(at).toISOString())).toEqual(['2026-11-26T09:10:00.000Z']);
});

describe('words', () => {
  const leak = (words: string[] | null) => ruleOf('1', { when: 'wrote', words }, 0, [{ deed: 'raise' }]);

  test.each([
    ['there is a LEAK in the loft', true],
    ['it is leaking!', true],
    ['a smell of gas', true],
    ['no gas here', false],
    ['bleak weather', false],
    ['the smell, of course, of gas', false],
  ])('“%s”', (text, meant) => {
    expect(cases([leak(['leak', 'smell of gas'])], past([0, visitor(text)]))).toEqual(meant ? ['0 acts'] : []);
  });

  test('until some are given, it does nothing', () => {
    expect(cases([leak(null)], past([0, visitor('leak')]))).toEqual([]);
  });
});

test('what a visitor writes while what they wrote before is not acted on yet, is not lost', () => {
  const rule = ruleOf('1', { when: 'wrote', words: ['leak'] }, 0, [{ deed: 'raise' }]);
  let course: Course = freshCourse;
  for (const text of ['a leak', 'please hurry'])
    course = watched([rule], course, visitor(text), TEN, looked(TEN), names);
  expect(dueAt(rule, course, looked(TEN))).toBe(TEN);
});

describe('a rule that is not as it was', () => {
  const follow = (course: Course, rules: readonly Numbered[], ...moves: Array<[number, Move]>) =>
    past(...moves).reduce((now, { move, at }) => watched(rules, now, move, at, looked(at), names), course);
  const sorry = ruleOf('1', { when: 'wanted' }, 30, [say('Sorry')]);

  test('forgets what it waited for when it waits for something else', () => {
    const course = follow(freshCourse, [sorry], [0, wanted]);
    expect(dueAt(sorry, course, looked(TEN))).toBe(TEN + 30 * SECOND);
    const other = { ...sorry, when: { when: 'began' as const } };
    expect(dueAt(other, course, looked(TEN))).toBeNull();
    expect(dueAt(other, follow(course, [other], [1, visitor()]), looked(TEN))).toBeNull();
  });

  test('acts on nothing that it had in hand when it was off, and not once more where it has acted', () => {
    const off = follow(follow(freshCourse, [sorry], [0, wanted]), [], [5, visitor()]);
    expect(dueAt(sorry, off, looked(TEN))).toBeNull();
    const acted = follow(freshCourse, [sorry], [0, wanted], [30, { move: 'ran', rule: '1', since: TEN, part: 0 }]);
    const again = follow(follow(acted, [], [40, { move: 'led' }]), [sorry], [50, wanted]);
    expect(dueAt(sorry, again, looked(TEN))).toBeNull();
  });
});

describe('where a person has written', () => {
  const moves = past([0, wanted], [1, { move: 'has', member: '5' }], [2, { move: 'person' }], [3, visitor()]);
  const thanks = (afterPerson: Rule['afterPerson']) =>
    ruleOf('1', { when: 'unanswered' }, 120, [say('One moment')], { afterPerson });

  test('no rule speaks', () => expect(cases([thanks(null)], moves).at(-1)).toBe('123 person wrote'));
  test('but where the lead says after how long', () => {
    expect(cases([thanks({ amount: 1, unit: 'minutes' })], moves).at(-1)).toBe('123 acts');
    expect(cases([thanks({ amount: 5, unit: 'minutes' })], moves).at(-1)).toBe('123 person wrote');
  });
  test('and where it was handed back', () => {
    expect(cases([thanks(null)], [...moves, ...past([4, { move: 'led' }], [5, wanted])], 400).at(-1)).toBe('125 acts');
  });
  test('what does not reach the visitor is done', () => {
    const tells = ruleOf('1', { when: 'unanswered' }, 120, [{ deed: 'notify', to: 'leads', text: 'Look' }]);
    expect(cases([tells], moves).at(-1)).toBe('123 acts');
  });
});

test('rules speak five times at most until the visitor does something', () => {
  const rules = Array.from({ length: MOST_ALONE + 2 }, (_, index) =>
    ruleOf(String(index + 1), { when: 'wanted' }, index + 1, [say('Still here')]),
  );
  const told = tried(rules, past([0, wanted]), TEN + MINUTE, worldOf(), names, []);
  expect(told.map(({ silent }) => silent ?? 'acts')).toEqual([
    ...Array(MOST_ALONE).fill('acts'),
    'spoke enough',
    'spoke enough',
  ]);
});

test('how it went is asked once, in what has been as well', () => {
  const asks = ruleOf('1', { when: 'over', by: 'person' }, 10, [{ deed: 'rate', text: 'How did it go?' }], {
    atMost: 'each',
  });
  const done: Move = { move: 'over', by: 'person' };
  expect(cases([asks], past([0, wanted], [1, done], [60, visitor()], [61, done]))).toEqual([
    '11 acts',
    '71 nothing to do',
  ]);
});

describe('rules that begin each other', () => {
  const tags = (id: string, on: string, gives: string, atMost: Rule['atMost'] = 'each') =>
    ruleOf(id, { when: 'tagged', tag: on }, 0, [{ deed: 'tag', tag: gives }], { atMost });
  const runs = (id: string, ...others: string[]) =>
    ruleOf(
      id,
      { when: 'began' },
      0,
      others.map((rule): Deed => ({ deed: 'run', rule })),
    );
  const shown = (rules: Numbered[]) => circleIn(rules, names)?.map(({ id }) => id);

  test('for ever are a circle', () => {
    expect(shown([tags('1', '7', '8'), tags('2', '8', '7')])).toEqual(['1', '2']);
    expect(shown([tags('1', '7', '7')])).toEqual(['1']);
    expect(shown([runs('1', '2'), runs('2', '3'), runs('3', '1')])).toEqual(['1', '2', '3']);
  });
  test('and come to an end where one acts once', () => {
    expect(shown([tags('1', '7', '8', 'once'), tags('2', '8', '7')])).toBeUndefined();
    expect(shown([runs('1', '2', '3'), runs('2', '3'), runs('3')])).toBeUndefined();
  });
  test('a flow that is started may do anything', () => {
    const restart = ruleOf('1', { when: 'silent' }, 60, [{ deed: 'lead', flow: '3' }], { atMost: 'each' });
    expect(shown([restart])).toEqual(['1']);
    expect(shown([{ ...restart, atMost: 'once' }])).toBeUndefined();
  });
});

describe('a wording', () => {
  const facts = [{ name: 'place', type: 'number', scope: 'visit' }] as const;
  const shown = shownValues({ place: 2 }, facts, { language: 'en-GB', currency: 'GBP' });
  test('says what is known, and leaves out what is not', () => {
    expect(saidLine('Sorry.\nYou are number {place}.\nIt takes {wait}.', shown)).toEqual([
      [{ text: 'Sorry.' }],
      [{ text: 'You are number 2.' }],
    ]);
  });
  test('says nothing where nothing is left', () => expect(saidLine('It takes {wait}.', shown)).toEqual([]));
});

test('when it opens is said as one says it', () => {
  const now = Date.parse('2026-11-27T18:00:00Z');
  const course = { ...freshCourse, team: 'Sales' };
  expect(ruleValues(course, looked(now), now)).toMatchObject({ 'in its hours': false, opens: 'on Monday at 09:00' });
});

test('conditions are of what is known, and formulas of what there is', () => {
  const onlyIf = { formula: 'minutes waited > 2 and urgent' };
  const rule = ruleOf('1', { when: 'wanted' }, 0, [say('x')], { onlyIf });
  expect(conditionsHold(rule, { 'minutes waited': 3, urgent: true }, ['minutes waited', 'urgent'])).toBe(true);
  expect(conditionsHold(rule, { urgent: true }, ['minutes waited', 'urgent'])).toBe(false);
});

describe('the rules that ship', () => {
  test.each(firstRules.map(one => [one.rule.name, one] as const))('%s can be kept', (_, { rule }) => {
    expect(Rule.parse(rule)).toEqual(rule);
  });
  test('lack nothing, but for the words that are the business’s own', () => {
    expect(firstRules.map(({ rule }) => lacks(rule))).toEqual([true, false, false, false, false, false]);
  });
  test('are six, of which four are on, and run nobody round', () => {
    expect(firstRules.map(({ on }) => on)).toEqual([false, true, true, true, true, false]);
    expect(
      circleIn(
        firstRules.map(({ rule }, id) => ({ id: String(id), ...rule })),
        names,
      ),
    ).toBeUndefined();
  });
  test('read as sentences', () => {
    expect(firstRules.map(({ rule }) => sentence(ruleWords(rule, names)))).toMatchInlineSnapshot(`
      [
        "When somebody writes urgent words, put them first and tell everybody.",
        "When a person is wanted and nobody comes for 30 seconds, only if in its hours is yes, say “Sorry that nobody has come to you yet. You are number place in line. It should take about …”.",
        "When somebody waits and the team is closed, or closes, say “We have closed for now. We are back opens. What you write here waits for us. Our answer go…”.",
        "When the visitor is silent for 10 minutes, only if led by is “the flow”, say “Are you still there?” to who has written; after 5 minutes more, close it.",
        "When the visitor has no word of a person for 15 minutes of opening time, tell whoever leads its team.",
        "When a person finishes a conversation, after 2 minutes, ask how it went.",
      ]
    `);
  });
});

test.each(whenKinds.map(kind => [String(kind.when), kind] as const))(
  '“%s” begins as one that can be kept',
  (_, kind) => {
    expect(kind.schema.parse(kind.blank())).toEqual(kind.blank());
    expect(sentence(kind.words(kind.blank(), names))).not.toBe('');
  },
);
test.each(deedKinds.map(kind => [String(kind.deed), kind] as const))(
  '“%s” begins as one that can be kept',
  (_, kind) => {
    expect(kind.schema.parse(kind.blank())).toEqual(kind.blank());
    expect(sentence(kind.words(kind.blank(), names))).not.toBe('');
  },
);

const anyMove: fc.Arbitrary<Move> = fc.oneof(
  fc.constantFrom<Move>(
    { move: 'opened' },
    { move: 'flow' },
    { move: 'person' },
    { move: 'led' },
    { move: 'told' },
    { move: 'has', member: null },
    { move: 'has', member: '5' },
    { move: 'over', by: 'flow' },
    { move: 'over', by: 'person' },
    { move: 'tagged', tag: 'leak' },
    wanted,
  ),
  fc.constantFrom('hello', 'a leak', 'anybody?').map(text => visitor(text)),
);
const anyRule = (id: string): fc.Arbitrary<Numbered> =>
  fc
    .record({
      when: fc.constantFrom(...whenKinds.map(kind => kind.blank() as When)),
      after: fc.integer({ min: 0, max: 900 }),
      does: fc.constantFrom<Deed>(say('x'), { deed: 'raise' }, { deed: 'tag', tag: '7' }, { deed: 'close' }),
      goesOn: fc.boolean(),
      atMost: fc.constantFrom('once', 'each'),
    })
    .map(({ when, after, does, goesOn, atMost }) => {
      const rule = ruleOf(id, when, after, [does], { atMost });
      return goesOn ? { ...rule, parts: [...rule.parts, { after: null, do: [does] }] } : rule;
    });
const anyPast = fc
  .array(fc.tuple(fc.integer({ min: 0, max: 1_200 }), anyMove), { maxLength: 25 })
  .map(moves =>
    past(...moves.map(([wait, move], index): [number, Move] => [wait + index * 300, move])).toSorted(
      (a, b) => a.at - b.at,
    ),
  );

describe('whatever happens', () => {
  test('a rule that is not so any more does nothing, and one that acts once acts once', () => {
    fc.assert(
      fc.property(fc.tuple(anyRule('1'), anyRule('2')), anyPast, (rules, moves) => {
        const told = tried(rules, moves, TEN + 20_000 * SECOND, worldOf(), names, []);
        for (const rule of rules) {
          const acts = told.filter(one => one.rule === rule.id && one.silent === undefined);
          // Each part once for each time that it began to be so.
          const each = acts.map(({ since, part }) => `${since} ${part}`);
          expect(new Set(each).size).toBe(each.length);
          if (rule.atMost === 'once') expect(acts.filter(({ part }) => part === 0).length).toBeLessThanOrEqual(1);
          for (const { rule: id, since } of acts) {
            // Nothing that ended it came before it acted.
            const ended = told.find(one => one.rule === id && one.since === since && one.silent === 'ended');
            const last = acts.findLast(one => one.since === since)!;
            if (ended) expect(ended.at).toBeGreaterThanOrEqual(last.at);
          }
        }
        expect(told.filter(({ silent }) => silent === undefined).length).toBeLessThanOrEqual(MOST_RUNS);
      }),
    );
  });

  test('a clock that goes back harms nothing: what acted for what began does not act for it again', () => {
    const jumping = fc.array(fc.tuple(fc.integer({ min: -600, max: 600 }), anyMove), { maxLength: 25 });
    fc.assert(
      fc.property(anyRule('1'), jumping, (rule, moves) => {
        let course = freshCourse;
        const acted = new Set<string>();
        for (const [seconds, move] of moves) {
          const at = TEN + seconds * SECOND;
          course = watched([rule], course, move, at, looked(at), names);
          const due = dueAt(rule, course, looked(at));
          if (due === null || due > at) continue;
          const does = decided(rule, course, looked(at), true);
          if ('silent' in does) {
            course = passed(rule, course, does.silent, at);
            continue;
          }
          // A move at the very instant of an earlier one begins what began then: each runs out once.
          const run = course.rules['1']!.times + (does.part === 0 ? 1 : 0);
          expect(acted.has(`${does.since} ${does.part} ${run}`)).toBe(false);
          acted.add(`${does.since} ${does.part} ${run}`);
          const ran = { move: 'ran' as const, rule: '1', since: does.since, part: does.part };
          course = watched([rule], course, ran, at, looked(at), names);
        }
      }),
    );
  });

  test('the same comes of it twice, and it is JSON all the way', () => {
    fc.assert(
      fc.property(anyRule('1'), anyPast, (rule, moves) => {
        const follow = (keep: (course: Course) => Course) =>
          moves.reduce(
            (course, { move, at }) => keep(watched([rule], course, move, at, looked(at), names)),
            freshCourse,
          );
        const kept = follow(course => JSON.parse(JSON.stringify(course)));
        expect(kept).toEqual(JSON.parse(JSON.stringify(follow(course => course))));
        const due = firstDue([rule], kept, looked(TEN));
        if (due !== null && due <= TEN) expect(decided(rule, kept, looked(TEN), true)).toBeDefined();
      }),
    );
  });
});
