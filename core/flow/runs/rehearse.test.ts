import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Flow } from '../format.ts';
import type { Step } from '../steps/registry.ts';
import { anyFlow } from '../tests/flow.arbitrary.ts';
import { flowOf, line, say } from '../tests/perform.ts';
import { musts, mustWords, rehearse, runThrough, type Stage } from './rehearse.ts';
import { type Beat, type Must, plainSetting, RunThrough } from './run.ts';

const stage: Stage = {
  zone: 'Europe/London',
  country: 'GB',
  locale: { language: 'en-GB', currency: 'GBP' },
  business: {},
  hours: {
    Sales: {
      zone: 'Europe/London',
      open: [{ days: [1, 2, 3, 4, 5], from: '08:30', to: '17:30' }],
      seasons: [],
      special: [],
    },
  },
  teams: ['Sales'],
};
const mail: Step = {
  id: 'mail',
  kind: 'email',
  to: { fact: 'email' },
  askedFor: true,
  subject: line('Your estimate'),
  line: line('Here it is.'),
};
const flow: Flow = flowOf(
  {
    a: [
      say('hello', 'Hello!'),
      {
        id: 'q',
        kind: 'ask',
        line: line('Flat or house?'),
        answer: {
          type: 'choice',
          choices: [
            { id: 'f', label: 'Flat' },
            { id: 'h', label: 'House', to: 'b' },
          ],
        },
        fact: 'home',
        tries: 2,
      },
      { id: 'over', kind: 'hand over', team: 'Sales', waiting: [], closed: { line: line('We are out.') } },
      { id: 'end-a', kind: 'end' },
    ],
    b: [
      { id: 'mail-to', kind: 'ask', line: line('Where to?'), answer: { type: 'email' }, fact: 'email', tries: 2 },
      mail,
      { id: 'end-b', kind: 'end', outcome: 'lead' },
    ],
  },
  [
    { name: 'home', type: 'choice', scope: 'conversation' },
    { name: 'email', type: 'email', scope: 'visitor' },
  ],
);
const says = (text: string): Beat => ({ does: 'replies', text });
const run = (beats: Beat[], must: Must[], more: Partial<RunThrough> = {}): RunThrough =>
  RunThrough.parse({ format: 'kineta.run/2', name: 'A run', setting: plainSetting, beats, must, ...more });
const why = (of: RunThrough, through = flow) => runThrough(through, of, stage).failures.map(failure => failure.why);
const house = [says('house'), says('maud@ellery.example')];

describe('a run-through', () => {
  test('holds when everything does that must', () => {
    const must: Must[] = [
      { must: 'end', outcome: 'lead' },
      { must: 'know', fact: 'home', value: 'House' },
      { must: 'know', fact: 'email' },
      { must: 'email', subject: 'Your estimate' },
      { must: 'say', text: 'flat or HOUSE' },
      { must: 'never say', text: 'We are out' },
    ];
    expect(why(run(house, must))).toEqual([]);
    expect(must.map(mustWords)).toMatchInlineSnapshot(`
      [
        "It ends with the outcome “lead”.",
        "“home” is House.",
        "“email” is known.",
        "An email “Your estimate” is sent.",
        "“flat or HOUSE” is said.",
        "“We are out” is never said.",
      ]
    `);
  });

  test('says of each thing that does not hold what is so instead', () => {
    expect(
      why(
        run(
          [says('flat')],
          [
            { must: 'end' },
            { must: 'know', fact: 'home', value: 'House' },
            { must: 'know', fact: 'email' },
            { must: 'hand over', team: 'Aftercare' },
            { must: 'email', subject: 'Your estimate' },
            { must: 'never say', text: 'hello' },
            { must: 'say', text: 'goodbye' },
          ],
        ),
      ),
    ).toEqual([
      'it was handed over instead of ending.',
      '“home” is Flat instead of House.',
      '“email” is not known.',
      'it was handed over to Sales instead of Aftercare.',
      'no email is sent, instead of “Your estimate”.',
      '“hello” is said.',
      '“goodbye” is not said.',
    ]);
    expect(why(run(house, [{ must: 'end', outcome: 'booked' }]))).toEqual([
      'it ended with the outcome “lead” instead of “booked”.',
    ]);
  });

  test('may ask for what is answered, and for the flow that goes on', () => {
    const asks = (id: string, more: object = {}): Beat => ({
      does: 'replies',
      text: 'is it loud?',
      found: {
        articles: [{ id, question: `Question ${id}`, answer: 'Like a fridge.', tags: [], confidence: 0.9, ...more }],
        byMeaning: true,
      },
    });
    const answered: Must = { must: 'answer', article: '1', question: 'Question 1' };
    const goesOn: Must = { must: 'go on with', flow: 'Visits' };
    const onward = { flows: [{ label: 'Book', flow: 'Visits' }], atOnce: true };
    expect(why(run([asks('1', onward)], [answered, goesOn]))).toEqual([]);
    expect(why(run([asks('2')], [answered, goesOn]))).toEqual([
      '“Question 2” was answered, and not “Question 1”.',
      'it goes on with no other flow.',
    ]);
    expect(why(run([says('flat')], [answered]))).toEqual(['nothing was answered.']);
    expect([answered, goesOn].map(mustWords)).toEqual([
      '“Question 1” is answered.',
      'It goes on with the flow “Visits”.',
    ]);
    expect(musts(rehearse(flow, run([asks('1', onward)], [answered]), stage)).map(({ must }) => must.must)).toEqual(
      expect.arrayContaining(['answer', 'go on with']),
    );
  });

  test('goes by its clock, its visitor, and who is in', () => {
    const closed: Must[] = [{ must: 'say', text: 'We are out.' }];
    const setting = (more: object) => ({ setting: { ...plainSetting, ...more } });
    expect(why(run([says('flat')], closed, setting({ office: 'out' })))).toEqual([]);
    const hours = { office: 'as the hours say' };
    expect(why(run([says('flat')], closed, setting({ ...hours, clock: '2026-11-24T20:00:00' })))).toEqual([]);
    expect(why(run([says('flat')], closed, setting({ ...hours, clock: '2026-11-24T17:29:00' })))).toHaveLength(1);
    const known = setting({ visitor: 'known person', remembered: { email: 'maud@ellery.example' } });
    expect(why(run([], [{ must: 'know', fact: 'email', value: 'maud@ellery.example' }], known))).toEqual([]);
  });

  test('begins with any scene or step', () => {
    expect(why(run([says('maud@ellery.example')], [{ must: 'end', outcome: 'lead' }], { from: 'b' }))).toEqual([]);
    expect(
      why(
        run(
          [],
          [
            { must: 'hand over', team: 'Sales' },
            { must: 'never say', text: 'Hello' },
          ],
          { from: 'over' },
        ),
      ),
    ).toEqual([]);
    expect(why(run([], [{ must: 'say', text: 'Hello' }], { from: 'gone' }))).toEqual([]);
  });

  test('of any flow, what a rehearsal shows to hold, holds when it is kept', () => {
    fc.assert(
      fc.property(
        anyFlow,
        fc.array(
          fc.oneof(
            fc.string().map(says),
            fc.constant<Beat>({ does: 'lets time pass' }),
            fc.constant<Beat>({ does: 'hands back' }),
          ),
          { maxLength: 8 },
        ),
        (any, beats) => {
          const must = musts(rehearse(any, { setting: plainSetting, beats }, stage)).map(({ must }) => must);
          if (must.length === 0) return;
          expect(why(run(beats, must.slice(0, 30)), any)).toEqual([]);
        },
      ),
      { numRuns: 150 },
    );
  });
});
